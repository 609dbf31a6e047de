#include "files/json_reader.h"

#include <cmath>
#include <limits>

#include "core/base/exact_number.h"

namespace amber {
namespace {

const Json kNothing;

std::string kindOf(const Json& value) {
  switch (value.type()) {
    case Json::value_t::null:
      return "nothing";
    case Json::value_t::object:
      return "an object";
    case Json::value_t::array:
      return "a list";
    case Json::value_t::string:
      return "text";
    case Json::value_t::boolean:
      return "true or false";
    default:
      return "a number";
  }
}

}  // namespace

void JsonReader::fail(ErrorCode code, const std::string& sentence) const {
  if (!failed()) report_->error = Error{code, report_->file, place_, sentence};
}

void JsonReader::wrongType(std::string_view expected) const {
  fail(ErrorCode::WrongType, "must be " + std::string(expected) + ", not " + kindOf(*value_));
}

Result<void> JsonReader::outcome() const {
  if (failed()) return tl::unexpected(*report_->error);
  return {};
}

JsonReader JsonReader::member(std::string_view key) const {
  const std::string place = (place_.empty() ? "" : place_ + ".") + std::string(key);
  if (!value_->is_object()) {
    wrongType("an object");
    return {kNothing, place, report_};
  }
  const auto found = value_->find(key);
  if (found == value_->end()) {
    JsonReader missing(kNothing, place, report_);
    missing.fail(ErrorCode::MissingKey, "the key is missing; restore the file from a copy");
    return missing;
  }
  return {*found, place, report_};
}

std::optional<JsonReader> JsonReader::optionalMember(std::string_view key) const {
  if (!value_->is_object()) {
    wrongType("an object");
    return std::nullopt;
  }
  const auto found = value_->find(key);
  if (found == value_->end() || found->is_null()) return std::nullopt;
  return member(key);
}

std::vector<JsonReader> JsonReader::elements(std::size_t most) const {
  std::vector<JsonReader> list;
  if (!value_->is_array()) {
    wrongType("a list");
    return list;
  }
  if (value_->size() > most) {
    fail(ErrorCode::BadValue, "holds more than " + std::to_string(most) + " elements");
    return list;
  }
  list.reserve(value_->size());
  std::size_t index = 0;
  for (const Json& element : *value_) {
    list.push_back(JsonReader(element, place_ + "[" + std::to_string(index++) + "]", report_));
  }
  return list;
}

std::vector<std::pair<std::string, JsonReader>> JsonReader::members(std::size_t most) const {
  std::vector<std::pair<std::string, JsonReader>> list;
  if (!value_->is_object()) {
    wrongType("an object");
    return list;
  }
  if (value_->size() > most) {
    fail(ErrorCode::BadValue, "holds more than " + std::to_string(most) + " members");
    return list;
  }
  for (const auto& [name, value] : value_->items()) {
    list.emplace_back(name, JsonReader(value, place_ + "." + name, report_));
  }
  return list;
}

std::vector<JsonReader> JsonReader::exactly(std::size_t count, std::string_view what) const {
  std::vector<JsonReader> list = elements();
  if (failed()) return {};
  if (list.size() == count) return list;
  fail(ErrorCode::BadValue, "must be " + std::string(what));
  return {};
}

std::string JsonReader::text(std::size_t longest) const {
  if (!value_->is_string()) {
    wrongType("text");
    return {};
  }
  const auto& given = value_->get_ref<const std::string&>();
  if (given.size() <= longest) return given;
  fail(ErrorCode::BadValue, "is longer than " + std::to_string(longest) + " bytes");
  return {};
}

double JsonReader::within(double least, double most) const {
  const double value = number();
  if (value >= least && value <= most) return value;
  fail(ErrorCode::BadValue, "must be " + exactNumber(least) + " to " + exactNumber(most));
  return least;
}

double JsonReader::number() const {
  if (!value_->is_number()) {
    wrongType("a number");
    return 0;
  }
  const double given = value_->get<double>();
  if (std::isfinite(given)) return given;
  fail(ErrorCode::BadValue, "must be a finite number");
  return 0;
}

int JsonReader::whole(int least, int most) const {
  const double given = number();
  if (failed()) return least;
  if (given == std::floor(given) && given >= least && given <= most) return static_cast<int>(given);
  fail(ErrorCode::BadValue, "must be a whole number from " + std::to_string(least) + " to " +
                                std::to_string(most) + ", not " + exactNumber(given));
  return least;
}

std::uint32_t JsonReader::bits() const {
  const double given = number();
  if (failed()) return 0;
  if (given == std::floor(given) && given >= 0 &&
      given <= std::numeric_limits<std::uint32_t>::max()) {
    return static_cast<std::uint32_t>(given);
  }
  fail(ErrorCode::BadValue, "must be a whole number of at most 32 bits");
  return 0;
}

bool JsonReader::truth() const {
  if (value_->is_boolean()) return value_->get<bool>();
  wrongType("true or false");
  return false;
}

}  // namespace amber

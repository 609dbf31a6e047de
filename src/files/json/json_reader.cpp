#include "files/json/json_reader.h"

#include <cmath>
#include <limits>
#include <nlohmann/json.hpp>

#include "core/base/exact_number.h"
#include "core/base/nearest_word.h"

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

std::string joined(const std::string& place, std::string_view key) {
  return (place.empty() ? "" : place + ".") + std::string(key);
}

// Writes the way from `from` to the value at that address; false where it does not lie below.
bool placeOf(const Json& from, const Json* value, std::string& place) {
  if (&from == value) return true;
  const std::string before = place;
  if (from.is_object()) {
    for (const auto& [key, part] : from.items()) {
      place = joined(before, key);
      if (placeOf(part, value, place)) return true;
    }
  } else if (from.is_array()) {
    for (std::size_t i = 0; i < from.size(); ++i) {
      if (from[i].is_primitive() && &from[i] != value) continue;
      place = before + "[" + std::to_string(i) + "]";
      if (placeOf(from[i], value, place)) return true;
    }
  }
  place = before;
  return false;
}

}  // namespace

std::string JsonReader::place() const {
  std::string place;
  placeOf(*report_->root, owner_ != nullptr ? owner_ : value_, place);
  return owner_ != nullptr ? joined(place, key_) : place;
}

void JsonReader::fail(ErrorCode code, const std::string& sentence) const {
  if (!failed()) report_->error = Error{code, report_->file, place(), sentence};
}

void JsonReader::wrongType(std::string_view expected) const {
  fail(ErrorCode::WrongType, "must be " + std::string(expected) + ", not " + kindOf(*value_));
}

Result<void> JsonReader::outcome() const {
  if (failed()) return tl::unexpected(*report_->error);
  return {};
}

JsonReader JsonReader::member(std::string_view key) const {
  JsonReader missing(kNothing, report_);
  missing.owner_ = owner_ != nullptr ? owner_ : value_;
  missing.key_ = key;
  if (!value_->is_object()) {
    wrongType("an object");
    return missing;
  }
  const auto found = value_->find(key);
  if (found != value_->end()) return {*found, report_};
  missing.fail(ErrorCode::MissingKey, "the key is missing; restore the file from a copy");
  return missing;
}

std::optional<JsonReader> JsonReader::presentMember(std::string_view key) const {
  if (!value_->is_object()) {
    wrongType("an object");
    return std::nullopt;
  }
  const auto found = value_->find(key);
  if (found == value_->end()) return std::nullopt;
  return JsonReader(*found, report_);
}

std::optional<JsonReader> JsonReader::optionalMember(std::string_view key) const {
  auto found = presentMember(key);
  if (found && found->value_->is_null()) return std::nullopt;
  return found;
}

void JsonReader::knows(std::initializer_list<std::string_view> keys) const {
  if (!value_->is_object() || failed()) return;
  for (const auto& [name, value] : value_->items()) {
    if (std::find(keys.begin(), keys.end(), name) != keys.end()) continue;
    const std::string_view near = nearestWord(name, {keys.begin(), keys.size()});
    JsonReader(value, report_)
        .fail(ErrorCode::BadValue,
              "is not a known key; " +
                  (near.empty() ? "remove it" : "did you mean \"" + std::string(near) + "\"?") +
                  " (a newer Amber Parcel may know it)");
  }
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
  for (const Json& element : *value_) list.push_back(JsonReader(element, report_));
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
    list.emplace_back(name, JsonReader(value, report_));
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

bool JsonReader::isObject() const {
  return value_->is_object();
}

bool JsonReader::truth() const {
  if (value_->is_boolean()) return value_->get<bool>();
  wrongType("true or false");
  return false;
}

}  // namespace amber

#include "files/json/json_text.h"

#include <algorithm>
#include <iterator>
#include <nlohmann/json.hpp>
#include <utility>
#include <vector>

#include "core/base/exact_number.h"
#include "core/base/utf8.h"

namespace amber {
namespace {

// Lists of objects are opened down to here; deeper ones stay on their element's line.
constexpr int kDeepestOpenList = 3;

bool holdsObjectList(const Json& value) {
  if (value.is_array()) return !value.empty() && value.front().is_object();
  if (!value.is_object()) return false;
  return std::any_of(value.begin(), value.end(), [](const Json& part) {
    return part.is_array() && !part.empty() && part.front().is_object();
  });
}

class Writer {
 public:
  std::string write(const Json& value) {
    put(value, 0);
    text_ += '\n';
    return std::move(text_);
  }

 private:
  void put(const Json& value, int depth) {
    const bool open = (depth == 0 || holdsObjectList(value)) && depth <= kDeepestOpenList;
    if (value.is_object()) {
      putObject(value, depth, open);
    } else if (value.is_array()) {
      putArray(value, depth, open);
    } else if (value.is_number_float()) {
      text_ += exactNumber(value.get<double>());
    } else {
      putText(value);
    }
  }

  // Invalid UTF-8, such as an old file name, is written by its bytes.
  void putText(const Json& value) {
    const bool odd = value.is_string() && !isUtf8(value.get_ref<const std::string&>());
    text_ += odd ? Json(escapedUtf8(value.get_ref<const std::string&>())).dump() : value.dump();
  }

  void putObject(const Json& value, int depth, bool open) {
    text_ += '{';
    bool first = true;
    for (const auto& [key, part] : value.items()) {
      separate(first, depth, open);
      putText(Json(key));
      text_ += ": ";
      put(part, depth + 1);
    }
    close(value.empty(), depth, open);
    text_ += '}';
  }

  void putArray(const Json& value, int depth, bool open) {
    text_ += '[';
    bool first = true;
    for (const Json& part : value) {
      separate(first, depth, open);
      put(part, depth + 1);
    }
    close(value.empty(), depth, open);
    text_ += ']';
  }

  void separate(bool& first, int depth, bool open) {
    if (!first) text_ += open ? "," : ", ";
    first = false;
    if (open) newLine(depth + 1);
  }

  void close(bool empty, int depth, bool open) {
    if (open && !empty) newLine(depth);
  }

  void newLine(int depth) {
    text_ += '\n';
    text_.append(static_cast<std::size_t>(depth) * 2, ' ');
  }

  std::string text_;
};

// Builds a value from what the parser meets, within our limits. What lists and objects hold is
// gathered on one stack and moved into them once, when they end: nothing grows step by step, and no
// key is looked for among all others.
class Builder {
 public:
  Builder(std::size_t size, const std::string& file) : size_(size), file_(file) {}

  bool null() { return put(Json(nullptr)); }
  bool boolean(bool value) { return put(Json(value)); }
  bool number_integer(Json::number_integer_t value) { return put(Json(value)); }
  bool number_unsigned(Json::number_unsigned_t value) { return put(Json(value)); }
  bool number_float(Json::number_float_t value, const std::string&) { return put(Json(value)); }
  bool string(std::string& text) { return put(Json(std::move(text))); }
  bool binary(Json::binary_t&) { return refuse("holds binary data"); }
  bool start_object(std::size_t) { return open(); }
  bool start_array(std::size_t) { return open(); }

  bool key(std::string& name) {
    if (names_.size() - open_.back().firstName == kMostJsonMembers) {
      return refuse("holds an object of more than " + std::to_string(kMostJsonMembers) + " keys");
    }
    names_.push_back(std::move(name));
    return true;
  }

  bool end_object() {
    const Open from = open_.back();
    open_.pop_back();
    if (const std::string* twice = nameTwice(from.firstName)) {
      return refuse("holds the key \"" + *twice + "\" twice in one object");
    }
    Json value = Json::object();
    auto& members = static_cast<Json::object_t::Container&>(value.get_ref<Json::object_t&>());
    members.reserve(names_.size() - from.firstName);
    for (std::size_t i = 0; i + from.firstName < names_.size(); ++i) {
      members.emplace_back(std::move(names_[from.firstName + i]),
                           std::move(values_[from.firstValue + i]));
    }
    names_.resize(from.firstName);
    values_.resize(from.firstValue);
    return put(std::move(value));
  }

  bool end_array() {
    const Open from = open_.back();
    open_.pop_back();
    const auto first = values_.begin() + static_cast<std::ptrdiff_t>(from.firstValue);
    Json value = Json::array();
    value.get_ref<Json::array_t&>().assign(std::make_move_iterator(first),
                                           std::make_move_iterator(values_.end()));
    values_.resize(from.firstValue);
    return put(std::move(value));
  }

  bool parse_error(std::size_t byte, const std::string&, const Json::exception& error) {
    constexpr int kNumberTooLarge = 406;
    if (error.id == kNumberTooLarge) return refuse("holds a number that is too large");
    return refuse("is not valid JSON: it breaks at byte " + std::to_string(byte) + " of " +
                  std::to_string(size_));
  }

  Result<Json> result() {
    if (!refusal_.empty()) {
      return failure(ErrorCode::NotJson, refusal_ + "; restore it from a copy", file_);
    }
    return std::move(values_.front());
  }

 private:
  // Where what a list or object that has not ended yet holds begins on the stacks.
  struct Open {
    std::size_t firstName = 0;
    std::size_t firstValue = 0;
  };

  // Of the names from `first` on, one that comes again; null for none.
  const std::string* nameTwice(std::size_t first) const {
    constexpr std::size_t kFew = 24;
    const std::size_t count = names_.size() - first;
    if (count <= kFew) {
      for (std::size_t i = first; i < names_.size(); ++i) {
        for (std::size_t j = i + 1; j < names_.size(); ++j) {
          if (names_[i] == names_[j]) return &names_[i];
        }
      }
      return nullptr;
    }
    std::vector<const std::string*> sorted;
    sorted.reserve(count);
    for (std::size_t i = first; i < names_.size(); ++i) sorted.push_back(&names_[i]);
    std::sort(sorted.begin(), sorted.end(), [](const auto* a, const auto* b) { return *a < *b; });
    const auto twice = std::adjacent_find(sorted.begin(), sorted.end(),
                                          [](const auto* a, const auto* b) { return *a == *b; });
    return twice == sorted.end() ? nullptr : *twice;
  }

  bool refuse(const std::string& what) {
    refusal_ = what;
    return false;
  }

  bool open() {
    if (open_.size() == kDeepestNesting) {
      return refuse("nests lists and objects more than " + std::to_string(kDeepestNesting) +
                    " deep, so it is not a file of Amber Parcel");
    }
    open_.push_back({names_.size(), values_.size()});
    return true;
  }

  bool put(Json value) {
    if (++count_ > kMostJsonValues) {
      return refuse("holds more than " + std::to_string(kMostJsonValues) + " values");
    }
    values_.push_back(std::move(value));
    return true;
  }

  std::size_t size_;
  const std::string& file_;
  std::vector<Open> open_;
  std::vector<std::string> names_;
  std::vector<Json> values_;
  std::size_t count_ = 0;
  std::string refusal_;
};

}  // namespace

std::string jsonText(const Json& value) {
  return Writer().write(value);
}

Result<Json> jsonFrom(std::string_view text, const std::string& file) {
  // The parser would treat it as the end of the text.
  if (const std::size_t at = text.find('\0'); at != std::string_view::npos) {
    return failure(
        ErrorCode::NotJson,
        "is not valid JSON: byte " + std::to_string(at + 1) + " is 0; restore it from a copy",
        file);
  }
  Builder builder(text.size(), file);
  Json::sax_parse(text.data(), text.data() + text.size(), &builder);
  return builder.result();
}

}  // namespace amber

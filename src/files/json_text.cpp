#include "files/json_text.h"

#include <algorithm>
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

  // What is no text in UTF-8, such as a file name of another age, is told by its bytes.
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

// Builds a value from what the parser meets, within our limits. Members are gathered in a list of
// their own and moved into their object once, so that no key is looked for among all others.
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
    Open& object = open_.back();
    if (object.names.size() == kMostJsonMembers) {
      return refuse("holds an object of more than " + std::to_string(kMostJsonMembers) + " keys");
    }
    object.names.push_back(std::move(name));
    return true;
  }

  bool end_object() {
    Open object = std::move(open_.back());
    open_.pop_back();
    if (const std::string* twice = nameTwice(object.names)) {
      return refuse("holds the key \"" + *twice + "\" twice in one object");
    }
    Json value = Json::object();
    auto& members = static_cast<Json::object_t::Container&>(value.get_ref<Json::object_t&>());
    members.reserve(object.names.size());
    for (std::size_t i = 0; i < object.names.size(); ++i) {
      members.emplace_back(std::move(object.names[i]), std::move(object.values[i]));
    }
    return put(std::move(value));
  }

  bool end_array() {
    Json value = Json::array();
    value.get_ref<Json::array_t&>() = std::move(open_.back().values);
    open_.pop_back();
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
    return std::move(root_);
  }

 private:
  // A list or object that has not ended yet; a list has no names.
  struct Open {
    std::vector<std::string> names;
    Json::array_t values;
  };

  static const std::string* nameTwice(const std::vector<std::string>& names) {
    std::vector<const std::string*> sorted;
    sorted.reserve(names.size());
    for (const std::string& name : names) sorted.push_back(&name);
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
                    " deep, so it is not a file of ours");
    }
    open_.emplace_back();
    return true;
  }

  bool put(Json value) {
    if (++count_ > kMostJsonValues) {
      return refuse("holds more than " + std::to_string(kMostJsonValues) + " values");
    }
    if (open_.empty()) {
      root_ = std::move(value);
    } else {
      open_.back().values.push_back(std::move(value));
    }
    return true;
  }

  std::size_t size_;
  const std::string& file_;
  std::vector<Open> open_;
  std::size_t count_ = 0;
  Json root_;
  std::string refusal_;
};

}  // namespace

std::string jsonText(const Json& value) {
  return Writer().write(value);
}

Result<Json> jsonFrom(std::string_view text, const std::string& file) {
  Builder builder(text.size(), file);
  Json::sax_parse(text.data(), text.data() + text.size(), &builder);
  return builder.result();
}

}  // namespace amber

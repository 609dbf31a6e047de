#include "files/json_text.h"

#include <algorithm>

#include "core/base/exact_number.h"

namespace amber {
namespace {

// Lists of objects are opened down to here; deeper ones stay on their element's line.
constexpr int kDeepestOpenList = 3;
constexpr int kDeepestNesting = 32;

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
      text_ += value.dump(-1, ' ', false, Json::error_handler_t::replace);
    }
  }

  void putObject(const Json& value, int depth, bool open) {
    text_ += '{';
    bool first = true;
    for (const auto& [key, part] : value.items()) {
      separate(first, depth, open);
      text_ += Json(key).dump(-1, ' ', false, Json::error_handler_t::replace) + ": ";
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

// How deep lists and objects nest, before a parser spends memory on them.
int nestingOf(std::string_view text) {
  int depth = 0;
  int deepest = 0;
  bool inString = false;
  for (std::size_t i = 0; i < text.size(); ++i) {
    const char c = text[i];
    if (inString) {
      if (c == '\\') {
        ++i;
      } else if (c == '"') {
        inString = false;
      }
    } else if (c == '"') {
      inString = true;
    } else if (c == '[' || c == '{') {
      deepest = std::max(deepest, ++depth);
    } else if (c == ']' || c == '}') {
      --depth;
    }
  }
  return deepest;
}

}  // namespace

std::string jsonText(const Json& value) {
  return Writer().write(value);
}

Result<Json> jsonFrom(std::string_view text, const std::string& file) {
  if (nestingOf(text) > kDeepestNesting) {
    return failure(ErrorCode::NotJson,
                   "lists and objects are nested more than " + std::to_string(kDeepestNesting) +
                       " deep, so this is not a file of ours; choose another",
                   file);
  }
  try {
    return Json::parse(text.begin(), text.end());
  } catch (const Json::out_of_range&) {
    return failure(ErrorCode::NotJson,
                   "holds a number that is too large to be one of ours; restore it from a copy",
                   file);
  } catch (const Json::parse_error& error) {
    return failure(ErrorCode::NotJson,
                   "is not valid JSON: it breaks at byte " + std::to_string(error.byte) + " of " +
                       std::to_string(text.size()) + "; restore it from a copy",
                   file);
  }
}

}  // namespace amber

#pragma once

#include <initializer_list>
#include <string>
#include <string_view>
#include <utility>

#include "core/base/exact_number.h"
#include "core/base/result.h"
#include "core/base/utf8.h"
#include "core/geometry/point.h"
#include "core/project/values/ranges.h"

/// How an invalid project is described: a sentence, and the path to the value in the project file.
namespace amber::validation {

using Validity = Result<void>;

/// What is wrong at a place, in a sentence.
inline Validity wrong(const std::string& place, const std::string& sentence,
                      ErrorCode code = ErrorCode::BadValue) {
  return failure(code, sentence, {}, place);
}

/// The fault with where it lies put in front of its place; nothing where there is none.
inline Validity in(const std::string& owner, Validity valid) {
  if (valid) return valid;
  std::string& place = valid.error().place;
  place = place.empty() ? owner : owner + (place.front() == '[' ? "" : ".") + place;
  return valid;
}

inline Validity in(const char* list, std::size_t index, Validity valid) {
  if (valid) return valid;
  return in(list + ("[" + std::to_string(index) + "]"), std::move(valid));
}

/// The fault with the name of what has it put in front of its sentence.
inline Validity of(const std::string& name, Validity valid) {
  if (!valid && isUtf8(name) && !name.empty()) {
    valid.error().sentence = name + ": " + valid.error().sentence;
  }
  return valid;
}

template <class Number>
inline Validity held(const Range<Number>& range, Number value, const char* place) {
  if (range.holds(value)) return {};
  return wrong(place, "must be " + exactNumber(static_cast<double>(range.least)) + " to " +
                          exactNumber(static_cast<double>(range.most)));
}

/// Text in UTF-8 of at most so many bytes.
inline Validity validText(std::string_view text, const char* place,
                          std::size_t longest = kLongestText) {
  if (text.size() > longest) {
    return wrong(place, "is longer than " + std::to_string(longest) + " bytes");
  }
  if (!isUtf8(text)) return wrong(place, "contains bytes that are not UTF-8 text");
  return {};
}

/// Within reach of its frame.
inline Validity validPoint(const FramePoint& point, const char* place) {
  if (kPlaceRange.holds(point.x) && kPlaceRange.holds(point.y)) return {};
  return wrong(place, "is more than 32768 px away, or not a number");
}

/// At most so many.
inline Validity validCount(std::size_t count, std::size_t most, const char* place) {
  if (count <= most) return {};
  return wrong(place, "holds more than " + std::to_string(most) + " elements");
}

/// The first that is wrong.
inline Validity firstOf(std::initializer_list<Validity> all) {
  for (const Validity& valid : all) {
    if (!valid) return valid;
  }
  return {};
}

}  // namespace amber::validation

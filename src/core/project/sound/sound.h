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

/// How what is wrong with a project is said: a sentence, and the way to it in the project's file.
namespace amber::sound {

using Sound = Result<void>;

/// What is wrong at a place, in a sentence.
inline Sound wrong(const std::string& place, const std::string& sentence,
                   ErrorCode code = ErrorCode::BadValue) {
  return failure(code, sentence, {}, place);
}

/// The fault with where it lies put in front of its place; nothing where there is none.
inline Sound in(const std::string& owner, Sound sound) {
  if (sound) return sound;
  std::string& place = sound.error().place;
  place = place.empty() ? owner : owner + (place.front() == '[' ? "" : ".") + place;
  return sound;
}

inline Sound in(const char* list, std::size_t index, Sound sound) {
  if (sound) return sound;
  return in(list + ("[" + std::to_string(index) + "]"), std::move(sound));
}

/// The fault with the name of what has it put in front of its sentence.
inline Sound of(const std::string& name, Sound sound) {
  if (!sound && isUtf8(name) && !name.empty()) {
    sound.error().sentence = name + ": " + sound.error().sentence;
  }
  return sound;
}

template <class Number>
inline Sound held(const Range<Number>& range, Number value, const char* place) {
  if (range.holds(value)) return {};
  return wrong(place, "must be " + exactNumber(static_cast<double>(range.least)) + " to " +
                          exactNumber(static_cast<double>(range.most)));
}

/// Text in UTF-8 of at most so many bytes.
inline Sound soundText(std::string_view text, const char* place,
                       std::size_t longest = kLongestText) {
  if (text.size() > longest) {
    return wrong(place, "is longer than " + std::to_string(longest) + " bytes");
  }
  if (!isUtf8(text)) return wrong(place, "holds bytes that are no text in UTF-8");
  return {};
}

/// Within reach of its frame.
inline Sound soundPoint(const FramePoint& point, const char* place) {
  if (kPlaceRange.holds(point.x) && kPlaceRange.holds(point.y)) return {};
  return wrong(place, "lies more than 32768 px away, or nowhere");
}

/// At most so many.
inline Sound soundCount(std::size_t count, std::size_t most, const char* place) {
  if (count <= most) return {};
  return wrong(place, "holds more than " + std::to_string(most) + " elements");
}

/// The first that is wrong.
inline Sound firstOf(std::initializer_list<Sound> all) {
  for (const Sound& sound : all) {
    if (!sound) return sound;
  }
  return {};
}

}  // namespace amber::sound

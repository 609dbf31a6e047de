#pragma once

#include <initializer_list>
#include <string>
#include <string_view>

#include "core/image/ink/ink.h"

namespace amber::test {

/// A mask drawn as rows of text: '#' is set, anything else is not.
inline PixelMask maskOf(std::initializer_list<std::string_view> rows) {
  PixelMask mask(static_cast<int>(rows.begin()->size()), static_cast<int>(rows.size()));
  int y = 0;
  for (const std::string_view row : rows) {
    for (std::size_t x = 0; x < row.size(); ++x) {
      if (row[x] == '#') mask.set(static_cast<int>(x), y);
    }
    ++y;
  }
  return mask;
}

/// A picture drawn as rows of text: '#' firm ink, 'o' faint ink (alpha 60), '.' nothing, and 'k'
/// an opaque pixel of the key colour ff00ff.
inline Image imageOf(std::initializer_list<std::string_view> rows) {
  Image image(static_cast<int>(rows.begin()->size()), static_cast<int>(rows.size()));
  int y = 0;
  for (const std::string_view row : rows) {
    for (std::size_t x = 0; x < row.size(); ++x) {
      Rgba& pixel = image.at(static_cast<int>(x), y);
      const auto shade = static_cast<std::uint8_t>(40 + 7 * x + 11 * static_cast<std::size_t>(y));
      if (row[x] == '#') pixel = {shade, 90, 30, 255};
      if (row[x] == 'o') pixel = {shade, 90, 30, 60};
      if (row[x] == 'k') pixel = {255, 0, 255, 255};
    }
    ++y;
  }
  return image;
}

inline SheetArt sheetArtOf(std::initializer_list<std::string_view> rows) {
  return artOf(imageOf(rows), InkRule{});
}

inline std::string textOf(const PixelMask& mask) {
  std::string text;
  for (int y = 0; y < mask.height(); ++y) {
    for (int x = 0; x < mask.width(); ++x) text += mask.test(x, y) ? '#' : '.';
    text += '\n';
  }
  return text;
}

}  // namespace amber::test

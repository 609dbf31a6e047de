#pragma once

#include <bit>
#include <cassert>
#include <cstdint>
#include <optional>
#include <vector>

#include "core/geometry/pixel_rect.h"

namespace amber {

/// A set of pixels, one bit each, rows of 64-bit words. Bits past the width are always 0, so that
/// whole words can be counted and compared.
class PixelMask {
 public:
  PixelMask() = default;
  /// No pixel set. Requires: width and height at least 0.
  PixelMask(int width, int height);

  int width() const { return width_; }
  int height() const { return height_; }
  PixelSize size() const { return {width_, height_}; }
  PixelRect rect() const { return {0, 0, width_, height_}; }
  int wordsPerRow() const { return wordsPerRow_; }

  /// Requires: (x, y) inside.
  bool test(int x, int y) const { return (word(x, y) >> (x & 63) & 1U) != 0; }
  void set(int x, int y) { word(x, y) |= std::uint64_t{1} << (x & 63); }
  void reset(int x, int y) { word(x, y) &= ~(std::uint64_t{1} << (x & 63)); }

  /// The words of row y; bit k of word i is column 64 i + k.
  const std::uint64_t* row(int y) const { return words_.data() + offset(y); }
  std::uint64_t* row(int y) { return words_.data() + offset(y); }

  bool operator==(const PixelMask&) const = default;

 private:
  std::size_t offset(int y) const {
    return static_cast<std::size_t>(y) * static_cast<std::size_t>(wordsPerRow_);
  }
  const std::uint64_t& word(int x, int y) const {
    assert(x >= 0 && x < width_ && y >= 0 && y < height_);
    return words_[offset(y) + static_cast<std::size_t>(x >> 6)];
  }
  std::uint64_t& word(int x, int y) {
    assert(x >= 0 && x < width_ && y >= 0 && y < height_);
    return words_[offset(y) + static_cast<std::size_t>(x >> 6)];
  }

  int width_ = 0;
  int height_ = 0;
  int wordsPerRow_ = 0;
  std::vector<std::uint64_t> words_;
};

/// Sets pixels [x0, x1) of row y. Requires: inside the mask.
void setRun(PixelMask& mask, int y, int x0, int x1);

/// How many pixels are set.
long long countOf(const PixelMask& mask);

/// How many pixels are set inside `area`; parts of it outside the mask hold none.
long long countWithin(const PixelMask& mask, const PixelRect& area);

/// Sets no pixel inside `area` any more; parts of it outside the mask hold none.
void resetWithin(PixelMask& mask, const PixelRect& area);

/// The least rectangle around all set pixels; nothing when none is set.
std::optional<PixelRect> boundsOf(const PixelMask& mask);

/// The part inside `area`, with area's top-left corner as its (0,0); parts of it outside the mask
/// hold none.
PixelMask cropped(const PixelMask& mask, const PixelRect& area);

/// The mask without what lies outside of the area; of the same size.
PixelMask keptWithin(const PixelMask& mask, const PixelRect& area);

/// What is set in any of them, what in both, and what in the first alone. Requires: masks of one
/// size, at least one.
PixelMask unitedMask(const std::vector<PixelMask>& masks);
PixelMask intersection(const PixelMask& a, const PixelMask& b);
PixelMask difference(const PixelMask& a, const PixelMask& b);

/// Set pixels of every column, left to right, and of every row, top to bottom: the ink profile.
std::vector<int> columnCounts(const PixelMask& mask);
std::vector<int> rowCounts(const PixelMask& mask);

}  // namespace amber

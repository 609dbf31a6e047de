#pragma once

#include <cstddef>
#include <cstdint>
#include <vector>

namespace amber {

/// How far down a sheet is filled, column by column, as rectangles are put into it from the top:
/// stretches of columns, each with its level, the first row below what fills it. Neighbours differ
/// in level.
class Skyline {
 public:
  /// A stretch that is filled less far than both stretches beside it.
  struct Notch {
    int x = 0;      ///< First column.
    int y = 0;      ///< Level.
    int w = 0;      ///< Columns, at least 1.
    int left = 0;   ///< Level of what is left of it, the sheet's height at its edge.
    int right = 0;  ///< The same at right.

    bool operator==(const Notch&) const = default;
  };

  Skyline() = default;
  /// Nothing filled. Requires: sides of 1 to 16,384 px.
  Skyline(int width, int height);

  /// The stretch with the least level, the leftmost of equal ones.
  Notch lowest() const;

  /// The notch with the least sum of level and three times its width, the leftmost of equal ones:
  /// where little fits, little can be meant.
  Notch narrowest() const;

  /// Columns [x, x+w) filled down to row y. Requires: they lie in one stretch, y below its level.
  void fill(int x, int w, int y);

  bool isFull() const { return steps_.size() == 1 && steps_.front().y == height_; }

  /// Of equal skylines the same.
  std::size_t hash() const;

  bool operator==(const Skyline&) const = default;

 private:
  struct Step {
    std::int16_t x;
    std::int16_t y;
    bool operator==(const Step&) const = default;
  };

  Notch notchAt(std::size_t step) const;

  std::vector<Step> steps_;
  int width_ = 0;
  int height_ = 0;
};

}  // namespace amber

#pragma once

#include <memory>
#include <optional>

#include "core/image/pixel_mask.h"

namespace amber {

/// A pixel, and how far its centre is from some other, px.
struct FarPixel {
  int x = 0;
  int y = 0;
  double distance = 0;
};

/// For other masks: which of their pixels is farthest from the nearest pixel of one mask (the
/// directed Hausdorff distance).
class FarthestFrom {
 public:
  /// Requires: a mask that outlives it. Cost: linear in the pixels of its bounds, a fraction of a
  /// nanosecond each.
  explicit FarthestFrom(const PixelMask& to);
  ~FarthestFrom();

  /// Of several the topmost, then leftmost; in px of `from`, whose (0, 0) lies at (left, top) of
  /// the mask. Nothing where either holds none. Cost: mostly less than linear in the pixels of
  /// `from`; where both masks together are larger than 256 x 256, linear in that, some nanoseconds
  /// a pixel.
  std::optional<FarPixel> operator()(const PixelMask& from, int left, int top) const;

 private:
  class Columns;
  class Search;
  FarPixel ofFew(const PixelMask& from, const PixelRect& bounds, int left, int top) const;

  const PixelMask& to_;
  std::optional<PixelRect> bounds_;
  std::unique_ptr<Columns> columns_;
};

/// The same of one mask, of the same size.
std::optional<FarPixel> farthestPixel(const PixelMask& from, const PixelMask& to);

}  // namespace amber

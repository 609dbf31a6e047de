#pragma once

#include <memory>
#include <optional>

#include "core/fit/search/region.h"
#include "core/geometry/shape.h"
#include "core/image/farthest.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// A shape against a frame's firm ink. All but the last two count pixels; a pixel is in a shape
/// when its centre is.
struct Measures {
  double air = 0;      ///< Share of the shape's pixels that hold no ink; 0 for a shape without any.
  double bareInk = 0;  ///< Ink pixels outside the shape / ink pixels (1 - recall). 0 without ink.
  double overlap = 0;  ///< (ink and shape) / (ink or shape); 1 when both are empty.
  double overhang = 0;   ///< Largest distance, px, from a shape pixel's centre to the nearest ink
                         ///< pixel's centre; 0 where either is empty.
  double shortfall = 0;  ///< Largest distance, px, from a bare pixel's centre to the nearest shape
                         ///< pixel's centre; 0 where either is empty.
  int points = 0;
  double cost = 0;  ///< See testCost.

  bool operator==(const Measures&) const = default;
};

/// Measures shapes of one frame, one after another: what they have in common is worked out once. To
/// be asked by one thread at a time.
class Measurer {
 public:
  /// Requires: an ink that outlives it.
  explicit Measurer(const PixelMask& ink, const Region& region = {});
  ~Measurer();

  /// As measured, sharesOf and farthestPhantom.
  Measures operator()(const Shape& shape) const;
  Measures shares(const Shape& shape) const;
  std::optional<FarPixel> farthestPhantom(const Shape& shape) const;

 private:
  struct Ground;
  std::unique_ptr<Ground> ground_;
};

/// Measures `shape` (frame px) against `ink`, the solid ink of a frame. The shape may extend beyond
/// the frame, where there is no ink. With a region, bare ink, overlap and shortfall refer to the
/// ink of the region; ink outside the region does not count as air. Requires: a valid shape. Cost:
/// linear in the pixels of the smallest window around shape and ink.
Measures measured(const Shape& shape, const PixelMask& ink, const Region& region = {});

/// The same without the distances, which then are 0: a fraction of the time.
Measures sharesOf(const Shape& shape, const PixelMask& ink, const Region& region = {});

/// The shape pixel whose distance to ink is overhang: the topmost, then leftmost, of the farthest.
/// Nothing where shape or ink is empty.
std::optional<FarPixel> farthestPhantom(const Shape& shape, const PixelMask& ink);

}  // namespace amber

#pragma once

#include <optional>

#include "core/geometry/pixel_rect.h"
#include "core/geometry/point.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// What an origin can be set by and measured against, in frame px.
struct Landmarks {
  PixelRect ink;        ///< Bounds of the firm ink.
  FramePoint feet;      ///< x: mean x of the firm ink in the lowest tenth of the ink's height, at
                        ///< least one row; y: the bottom edge of the ink.
  FramePoint centroid;  ///< Mean of the centres of the firm ink's pixels.

  bool operator==(const Landmarks&) const = default;
};

/// How many rows of ink of this height, px, are feet: a tenth, rounded down, at least 1.
constexpr int feetRows(int inkHeight) {
  return inkHeight < 20 ? 1 : inkHeight / 10;
}

/// The landmarks of the frame that covers `frame` of a sheet with this firm ink; nothing where it
/// holds none. Parts of the frame outside the sheet hold none.
/// Cost: linear in the frame's words of 64 px.
std::optional<Landmarks> landmarksOf(const PixelMask& firm, const PixelRect& frame);

}  // namespace amber

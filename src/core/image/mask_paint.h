#pragma once

#include <optional>

#include "core/geometry/shape.h"

namespace amber {

/// What a brush does to the pixels that it passes.
enum class Paint { Set, Erase };

/// The mask after a straight stroke of a round brush of `size` px across (1 to 64) from one frame
/// pixel to another, both included. Pixels outside `room` (frame px) are never set. Nothing where
/// no pixel would be left. Cost: linear in the pixels of the mask and the stroke.
/// Reference: J. Bresenham, "Algorithm for Computer Control of a Digital Plotter", IBM Systems
/// Journal 4, 1965.
struct Stroke {
  int x0 = 0;
  int y0 = 0;
  int x1 = 0;
  int y1 = 0;
  int size = 1;
  Paint paint = Paint::Set;
};
std::optional<MaskShape> painted(const MaskShape& mask, const Stroke& stroke,
                                 const PixelRect& room);

/// The mask after the 4-connected area of one state that holds the pixel was turned to the other.
/// An area that is not set ends at the border of `room`, and is left alone when it begins outside.
std::optional<MaskShape> filled(const MaskShape& mask, int x, int y, Paint paint,
                                const PixelRect& room);

}  // namespace amber

#pragma once

#include "core/geometry/pixel_rect.h"
#include "core/geometry/point.h"
#include "core/geometry/shape.h"
#include "core/image/image.h"

namespace amber {

/// How a sheet is shown, other than its file holds it: first turned clockwise by quarters, then
/// mirrored.
struct Orientation {
  int quarterTurns = 0;  ///< 0 to 3.
  bool mirrorX = false;  ///< Left and right change places.
  bool mirrorY = false;  ///< Top and bottom change places.

  bool operator==(const Orientation&) const = default;
};

/// One way to turn or mirror what is shown now.
enum class SheetTurn { Right, Left, MirrorX, MirrorY };

/// The orientation after that turn.
Orientation after(Orientation orientation, SheetTurn turn);

/// The file's picture as the orientation shows it. Cost: linear in the pixels, none for the
/// orientation of the file itself.
Image oriented(Image image, const Orientation& orientation);

/// The size of what a turn makes of something of this size.
PixelSize turned(PixelSize size, SheetTurn turn);

/// Where a rectangle, a point or a shape of something of this size comes to lie by a turn.
PixelRect turned(const PixelRect& rect, PixelSize of, SheetTurn turn);
FramePoint turned(FramePoint point, PixelSize of, SheetTurn turn);
Shape turned(const Shape& shape, PixelSize of, SheetTurn turn);

}  // namespace amber

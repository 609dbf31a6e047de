#pragma once

#include <QPainterPath>
#include <QRectF>

#include "core/geometry/shape.h"
#include "core/image/pixel_mask.h"
#include "desktop/stage/view_transform.h"

class QPainter;

namespace amber {

inline QRectF rectOf(const Box& box) {
  return {box.x, box.y, box.w, box.h};
}

/// The shape's outline, stage px; of a mask, the edges of its pixels.
QPainterPath outlineOf(const Shape& shape, const ViewTransform& view);

/// A shape as a plain outline, for small pictures.
void paintShapeOutline(QPainter& painter, const Shape& shape, const ViewTransform& view,
                       double width);

/// A stopping shape: solid outline with slanted hatching; of a box, handles when it is selected.
void paintStoppingShape(QPainter& painter, const Shape& shape, const ViewTransform& view,
                        bool handles);

/// The shape's air, pixel by pixel, and the ink it leaves bare. `ink`: the frame's firm ink.
void paintAirAndBareInk(QPainter& painter, const Shape& shape, const PixelMask& ink,
                        const ViewTransform& view, bool air, bool bareInk);

}  // namespace amber

#pragma once

#include <QColor>
#include <QPainterPath>
#include <QRectF>
#include <optional>
#include <vector>

#include "core/geometry/shape.h"
#include "core/image/pixel_mask.h"
#include "core/project/project.h"
#include "desktop/stage/view_transform.h"

class QPainter;

namespace amber {

inline QRectF rectOf(const Box& box) {
  return {box.x, box.y, box.w, box.h};
}

/// The shape's outline, stage px; of a mask, the edges of its pixels.
QPainterPath outlineOf(const Shape& shape, const ViewTransform& view);

/// How a shape is drawn: in its layer's colour; what stops with a solid outline and slanted
/// hatching, what notices dashed and dotted; what is held, lighter than what is keyed.
struct ShapeLook {
  QColor colour;
  Duty duty = Duty::Stops;
  bool held = false;
  bool selected = false;  ///< Thicker.
};

/// The look of a role's shapes.
ShapeLook lookOf(const Role& role);

/// A shape as a plain outline, for small pictures.
void paintShapeOutline(QPainter& painter, const Shape& shape, const ViewTransform& view,
                       double width, const ShapeLook& look);

void paintShape(QPainter& painter, const Shape& shape, const ViewTransform& view,
                const ShapeLook& look);

/// Square handles at points of the frame; the active one is filled.
void paintHandles(QPainter& painter, const std::vector<Vertex>& handles, const ViewTransform& view,
                  const ShapeLook& look, std::optional<std::size_t> active);

/// The shape's air, pixel by pixel, and the ink it leaves bare. `ink`: the frame's firm ink.
void paintAirAndBareInk(QPainter& painter, const Shape& shape, const PixelMask& ink,
                        const ViewTransform& view, bool air, bool bareInk);

}  // namespace amber

#include "desktop/stage/shape_tool.h"

#include <algorithm>
#include <cmath>
#include <utility>

#include "core/geometry/segment.h"
#include "core/geometry/tolerances.h"
#include "desktop/stage/snapped.h"

namespace amber {
namespace {

double distance(Vertex a, FramePoint b) {
  return std::hypot(a.x - b.x, a.y - b.y);
}

Vertex snapped(FramePoint point, const ShapeSnap& snap) {
  const Vertex* nearest = nullptr;
  for (const Vertex& corner : snap.corners) {
    if (distance(corner, point) > snap.reach) continue;
    if (nearest == nullptr || distance(corner, point) < distance(*nearest, point)) {
      nearest = &corner;
    }
  }
  return nearest != nullptr
             ? *nearest
             : Vertex{amber::snapped(point.x, snap.step), amber::snapped(point.y, snap.step)};
}

// The middles of a capsule's flanks, or of a circle's four sides.
std::vector<Vertex> rimHandles(const Shape& shape) {
  if (const auto* c = std::get_if<Circle>(&shape)) {
    return {
        {c->cx + c->r, c->cy}, {c->cx, c->cy + c->r}, {c->cx - c->r, c->cy}, {c->cx, c->cy - c->r}};
  }
  const auto* c = std::get_if<Capsule>(&shape);
  if (c == nullptr) return {};
  const double dx = c->bx - c->ax;
  const double dy = c->by - c->ay;
  const double length = std::hypot(dx, dy);
  const double nx = length > 0 ? -dy / length : 1;
  const double ny = length > 0 ? dx / length : 0;
  const double mx = (c->ax + c->bx) / 2;
  const double my = (c->ay + c->by) / 2;
  return {{mx + nx * c->r, my + ny * c->r}, {mx - nx * c->r, my - ny * c->r}};
}

template <class Points>
std::optional<std::size_t> nearestOf(const Points& points, FramePoint point, double reach) {
  std::optional<std::size_t> nearest;
  for (std::size_t i = 0; i < points.size(); ++i) {
    if (distance(points[i], point) > reach) continue;
    if (!nearest || distance(points[i], point) < distance(points[*nearest], point)) nearest = i;
  }
  return nearest;
}

bool insideOf(const Shape& shape, FramePoint point) {
  if (kindOf(shape) == ShapeKind::Mask) {
    const Box box = bounds(shape);
    return point.x >= box.x && point.y >= box.y && point.x < box.x + box.w &&
           point.y < box.y + box.h;
  }
  // At the point, not at the centre of its pixel.
  return holdsPixel(moved(shape, 0.5 - point.x, 0.5 - point.y), 0, 0);
}

}  // namespace

std::vector<Vertex> ShapeTool::handlesOf(const Shape& shape) {
  if (const auto* polygon = std::get_if<Polygon>(&shape)) return polygon->points;
  std::vector<Vertex> handles = rimHandles(shape);
  if (const auto* c = std::get_if<Capsule>(&shape)) {
    handles.push_back({c->ax, c->ay});
    handles.push_back({c->bx, c->by});
  }
  if (const auto* box = std::get_if<Box>(&shape)) {
    for (const double x : {0.0, 0.5, 1.0}) {
      for (const double y : {0.0, 0.5, 1.0}) {
        if (x != 0.5 || y != 0.5) handles.push_back({box->x + x * box->w, box->y + y * box->h});
      }
    }
  }
  return handles;
}

std::optional<ShapeTool::Grip> ShapeTool::gripAt(const Shape& shape, FramePoint point,
                                                 double reach) {
  if (const auto* box = std::get_if<Box>(&shape)) {
    const auto side = BoxTool::gripAt(*box, point, reach);
    return side ? std::optional(Grip{Part::Side, 0, *side}) : std::nullopt;
  }
  if (const auto* polygon = std::get_if<Polygon>(&shape)) {
    if (const auto corner = nearestOf(polygon->points, point, reach)) {
      return Grip{Part::Corner, *corner, {}};
    }
    for (std::size_t i = 0; i < polygon->points.size(); ++i) {
      const Vertex& next = polygon->points[(i + 1) % polygon->points.size()];
      if (distanceToSegment({point.x, point.y}, polygon->points[i], next) <= reach / 2) {
        return Grip{Part::Edge, i, {}};
      }
    }
  }
  if (const auto* c = std::get_if<Capsule>(&shape)) {
    const std::vector<Vertex> ends{{c->ax, c->ay}, {c->bx, c->by}};
    if (const auto end = nearestOf(ends, point, reach)) return Grip{Part::End, *end, {}};
  }
  if (const auto rim = nearestOf(rimHandles(shape), point, reach)) return Grip{Part::Rim, *rim, {}};
  return insideOf(shape, point) ? std::optional(Grip{}) : std::nullopt;
}

bool ShapeTool::press(const Shape& shape, FramePoint point, double reach) {
  const auto grip = gripAt(shape, point, reach);
  if (!grip) return false;
  grip_ = *grip;
  original_ = shape;
  pressed_ = point;
  if (grip_.part == Part::Edge) {
    auto& polygon = std::get<Polygon>(original_);
    if (polygon.points.size() >= kMostPolygonPoints) return false;
    polygon.points.insert(polygon.points.begin() + static_cast<std::ptrdiff_t>(grip_.index) + 1,
                          {point.x, point.y});
    ++grip_.index;
  }
  if (const auto* box = std::get_if<Box>(&shape)) box_.press(*box, point, reach);
  dragging_ = true;
  return true;
}

Polygon withCornerAt(const Polygon& polygon, std::size_t corner, Vertex to,
                     const std::optional<double>& mirror, double reach) {
  Polygon moved = polygon;
  if (mirror) {
    const Vertex& was = polygon.points[corner];
    const FramePoint image{2 * *mirror - was.x, was.y};
    const auto other = nearestOf(polygon.points, image, reach);
    if (other && *other != corner) moved.points[*other] = {2 * *mirror - to.x, to.y};
    // What is its own counterpart stays on the line.
    if (other && *other == corner) to.x = *mirror;
  }
  moved.points[corner] = to;
  return clockwise(std::move(moved));
}

std::optional<Polygon> withoutCorner(const Polygon& polygon, std::size_t corner) {
  if (polygon.points.size() <= 3 || corner >= polygon.points.size()) return std::nullopt;
  Polygon less = polygon;
  less.points.erase(less.points.begin() + static_cast<std::ptrdiff_t>(corner));
  if (faultOf(less) != PolygonFault::None && faultOf(polygon) == PolygonFault::None) {
    return std::nullopt;
  }
  return clockwise(std::move(less));
}

Shape ShapeTool::moveCorner(Polygon polygon, FramePoint point, const ShapeSnap& snap) const {
  return withCornerAt(polygon, grip_.index, snapped(point, snap), snap.mirror,
                      std::max(snap.reach, 1.0));
}

Shape ShapeTool::moveEnd(Capsule capsule, FramePoint point, const ShapeSnap& snap) const {
  const Vertex to = snapped(point, snap);
  const bool first = grip_.index == 0;
  double& x = first ? capsule.ax : capsule.bx;
  double& y = first ? capsule.ay : capsule.by;
  double& otherX = first ? capsule.bx : capsule.ax;
  double& otherY = first ? capsule.by : capsule.ay;
  if (snap.mirror) {
    // A capsule on the mirror line stays vertical; one across the line moves both ends.
    if (std::abs(x - *snap.mirror) < 1e-6 && std::abs(otherX - *snap.mirror) < 1e-6) {
      y = to.y;
      return capsule;
    }
    otherX = 2 * *snap.mirror - to.x;
    otherY = to.y;
  }
  x = to.x;
  y = to.y;
  return capsule;
}

Shape ShapeTool::moveRim(FramePoint point, const ShapeSnap& snap) const {
  if (const auto* c = std::get_if<Circle>(&original_)) {
    const double r = snapped(distance({c->cx, c->cy}, point), snap.step / 2);
    return Circle{c->cx, c->cy, std::max(kLeastRadius, r)};
  }
  Capsule capsule = std::get<Capsule>(original_);
  const double r = snapped(
      distanceToSegment({point.x, point.y}, {capsule.ax, capsule.ay}, {capsule.bx, capsule.by}),
      snap.step / 2);
  capsule.r = std::max(kLeastRadius, r);
  return capsule;
}

Shape ShapeTool::moveWhole(FramePoint point, const ShapeSnap& snap) const {
  // A mask keeps to whole pixels whatever else is snapped to.
  const double step = kindOf(original_) == ShapeKind::Mask ? 1 : snap.step;
  const double dx = snap.mirror ? 0 : snapped(point.x - pressed_.x, step);
  return moved(original_, dx, snapped(point.y - pressed_.y, step));
}

Shape ShapeTool::move(FramePoint point, const ShapeSnap& snap) const {
  switch (grip_.part) {
    case Part::Side: {
      Box box = box_.move(point, snap.step);
      if (snap.mirror && grip_.side.x != 0) {
        const double edge = grip_.side.x < 0 ? box.x : box.x + box.w;
        const double half = std::max(std::abs(edge - *snap.mirror), kLeastBoxSide / 2);
        box.x = *snap.mirror - half;
        box.w = 2 * half;
      } else if (snap.mirror && grip_.side.whole) {
        box.x = std::get<Box>(original_).x;
      }
      return box;
    }
    case Part::Rim:
      return moveRim(point, snap);
    case Part::End:
      return moveEnd(std::get<Capsule>(original_), point, snap);
    case Part::Corner:
    case Part::Edge:
      return moveCorner(std::get<Polygon>(original_), point, snap);
    case Part::Whole:
      break;
  }
  return moveWhole(point, snap);
}

std::optional<Shape> ShapeTool::release(FramePoint point, const ShapeSnap& snap) {
  Shape shape = move(point, snap);
  dragging_ = false;
  // A corner that was put on an edge is a change wherever it lies.
  if (shape == original_ && grip_.part != Part::Edge) return std::nullopt;
  return shape;
}

}  // namespace amber

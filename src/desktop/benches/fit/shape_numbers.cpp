#include "desktop/benches/fit/shape_numbers.h"

#include <cmath>

namespace amber {

std::vector<ShapeNumber> numbersOf(const Shape& shape, std::optional<std::size_t> corner) {
  if (const auto* box = std::get_if<Box>(&shape)) {
    return {{"x", box->x}, {"y", box->y}, {"w", box->w}, {"h", box->h}};
  }
  if (const auto* c = std::get_if<Circle>(&shape)) {
    return {{"cx", c->cx}, {"cy", c->cy}, {"r", c->r}};
  }
  if (const auto* c = std::get_if<Capsule>(&shape)) {
    return {{"ax", c->ax}, {"ay", c->ay}, {"bx", c->bx}, {"by", c->by}, {"r", c->r}};
  }
  if (const auto* polygon = std::get_if<Polygon>(&shape)) {
    if (!corner) return {};
    return {{"corner x", polygon->points[*corner].x}, {"y", polygon->points[*corner].y}};
  }
  const auto& mask = std::get<MaskShape>(shape);
  return {{"x", mask.x}, {"y", mask.y}};
}

Shape withNumbers(const Shape& shape, const ShapeNumbers& n) {
  switch (kindOf(shape)) {
    case ShapeKind::Box:
      return Box{n[0], n[1], n[2], n[3]};
    case ShapeKind::Circle:
      return Circle{n[0], n[1], n[2]};
    case ShapeKind::Capsule:
      return Capsule{n[0], n[1], n[2], n[3], n[4]};
    case ShapeKind::Mask: {
      MaskShape mask = std::get<MaskShape>(shape);
      mask.x = std::round(n[0]);
      mask.y = std::round(n[1]);
      return mask;
    }
    case ShapeKind::Polygon:
      break;
  }
  return shape;
}

}  // namespace amber

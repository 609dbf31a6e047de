#include "core/geometry/shape.h"

#include <cmath>

#include "core/base/exact_number.h"
#include "core/geometry/tolerances.h"

namespace amber {
namespace {

// The first pixel whose centre (i + 0.5) is at or past `edge`.
int firstCentreFrom(double edge) {
  return static_cast<int>(std::ceil(edge - 0.5));
}

const Box& asBox(const Shape& shape) {
  return std::get<Box>(shape);
}

}  // namespace

std::string_view kindName(const Shape&) {
  return "box";
}

Shape moved(const Shape& shape, double dx, double dy) {
  Box box = asBox(shape);
  box.x += dx;
  box.y += dy;
  return box;
}

PixelRect pixelBounds(const Shape& shape) {
  const Box& box = asBox(shape);
  const int left = firstCentreFrom(box.x);
  const int top = firstCentreFrom(box.y);
  return {left, top, std::max(0, firstCentreFrom(box.x + box.w) - left),
          std::max(0, firstCentreFrom(box.y + box.h) - top)};
}

Box bounds(const Shape& shape) {
  return asBox(shape);
}

bool holdsPixel(const Shape& shape, int x, int y) {
  return pixelBounds(shape).contains(x, y);
}

int pointCount(const Shape&) {
  return 4;
}

double testCost(const Shape&) {
  return 1;
}

Result<void> validated(const Shape& shape, PixelSize frame) {
  const Box& box = asBox(shape);
  for (const double number : {box.x, box.y, box.w, box.h}) {
    if (!std::isfinite(number)) return failure(ErrorCode::BadValue, "a box number is not finite");
  }
  if (box.w < kLeastBoxSide || box.h < kLeastBoxSide) {
    return failure(ErrorCode::BadValue,
                   "the box is " + exactNumber(box.w) + " x " + exactNumber(box.h) +
                       " px; each side must be at least " + exactNumber(kLeastBoxSide) + " px");
  }
  if (box.x < -kFarthestReach || box.y < -kFarthestReach ||
      box.x + box.w > frame.w + kFarthestReach || box.y + box.h > frame.h + kFarthestReach) {
    return failure(ErrorCode::BadValue, "the box reaches more than " + exactNumber(kFarthestReach) +
                                            " px beyond its frame; bring it closer");
  }
  return {};
}

}  // namespace amber

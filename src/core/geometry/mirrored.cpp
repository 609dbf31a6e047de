#include "core/geometry/mirrored.h"

#include <algorithm>
#include <cmath>
#include <utility>

namespace amber {
namespace {

struct Mirror {
  double axis;

  double at(double x) const { return 2 * axis - x; }

  Shape operator()(const Box& b) const { return Box{at(b.x + b.w), b.y, b.w, b.h}; }
  Shape operator()(const Circle& c) const { return Circle{at(c.cx), c.cy, c.r}; }
  Shape operator()(const Capsule& c) const { return Capsule{at(c.ax), c.ay, at(c.bx), c.by, c.r}; }
  Shape operator()(Polygon polygon) const {
    for (Vertex& point : polygon.points) point.x = at(point.x);
    return clockwise(std::move(polygon));
  }
  Shape operator()(const MaskShape& mask) const {
    MaskShape other{std::round(at(mask.x + mask.w)), mask.y, mask.w, mask.h, mask.runs};
    for (MaskRun& run : other.runs) run = {run.y, mask.w - run.x1, mask.w - run.x0};
    std::sort(other.runs.begin(), other.runs.end(), [](const MaskRun& a, const MaskRun& b) {
      return std::pair(a.y, a.x0) < std::pair(b.y, b.x0);
    });
    return other;
  }
};

}  // namespace

Shape mirrored(const Shape& shape, double axis) {
  return std::visit(Mirror{axis}, shape);
}

}  // namespace amber

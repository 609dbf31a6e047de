#include "core/geometry/shape.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "core/base/exact_number.h"
#include "core/geometry/shape_rows.h"
#include "core/geometry/shape_words.h"
#include "core/geometry/tolerances.h"

namespace amber {
namespace {

// The first pixel whose centre (i + 0.5) is at or past `edge`.
int firstCentreFrom(double edge) {
  return static_cast<int>(std::ceil(edge - 0.5));
}

Result<void> finite(std::initializer_list<double> numbers) {
  for (const double number : numbers) {
    if (!std::isfinite(number)) return failure(ErrorCode::BadValue, "a number is not finite");
  }
  return {};
}

Result<void> valid(const Box& box) {
  if (auto good = finite({box.x, box.y, box.w, box.h}); !good) return good;
  if (box.w >= kLeastBoxSide && box.h >= kLeastBoxSide) return {};
  return failure(ErrorCode::BadValue, "the box is " + exactNumber(box.w) + " x " +
                                          exactNumber(box.h) + " px; each side must be at least " +
                                          exactNumber(kLeastBoxSide) + " px");
}

Result<void> validRadius(double r) {
  if (r >= kLeastRadius) return {};
  return failure(ErrorCode::BadValue, "the radius is " + exactNumber(r) +
                                          " px; it must be at least " + exactNumber(kLeastRadius) +
                                          " px");
}

Result<void> valid(const Circle& circle) {
  if (auto good = finite({circle.cx, circle.cy, circle.r}); !good) return good;
  return validRadius(circle.r);
}

Result<void> valid(const Capsule& capsule) {
  if (auto good = finite({capsule.ax, capsule.ay, capsule.bx, capsule.by, capsule.r}); !good) {
    return good;
  }
  return validRadius(capsule.r);
}

Result<void> valid(const Polygon& polygon) {
  const std::size_t count = polygon.points.size();
  if (count < 3 || count > kMostPolygonPoints) {
    return failure(ErrorCode::BadValue, "the polygon has " + std::to_string(count) +
                                            " points; it needs 3 to " +
                                            std::to_string(kMostPolygonPoints));
  }
  for (const Vertex& point : polygon.points) {
    if (auto good = finite({point.x, point.y}); !good) return good;
  }
  if (twiceArea(polygon.points) >= 0) return {};
  return failure(ErrorCode::BadValue,
                 "the polygon's points are in counter-clockwise order; list them clockwise");
}

Result<void> valid(const MaskShape& mask) {
  if (auto good = finite({mask.x, mask.y}); !good) return good;
  const auto wrong = [](const char* what) {
    return failure(ErrorCode::BadValue, std::string("the mask ") + what);
  };
  if (std::abs(mask.x - std::round(mask.x)) > kOnGrid ||
      std::abs(mask.y - std::round(mask.y)) > kOnGrid) {
    return wrong("does not lie on the pixels of its frame");
  }
  if (mask.runs.empty()) return wrong("holds no pixel");
  if (mask.w > kLongestImageSide || mask.h > kLongestImageSide || mask.runs.size() > kMostRuns) {
    return wrong("is larger than any sheet, or has more than 1,000,000 runs");
  }
  int left = mask.w;
  int right = 0;
  const MaskRun* last = nullptr;
  for (const MaskRun& run : mask.runs) {
    if (run.x0 < 0 || run.x0 >= run.x1 || run.x1 > mask.w || run.y < 0 || run.y >= mask.h) {
      return wrong("has a run outside itself, or an empty one");
    }
    if (last != nullptr && (run.y < last->y || (run.y == last->y && run.x0 <= last->x1))) {
      return wrong("has runs out of order, or that touch");
    }
    left = std::min(left, run.x0);
    right = std::max(right, run.x1);
    last = &run;
  }
  if (left != 0 || right != mask.w || mask.runs.front().y != 0 || last->y != mask.h - 1) {
    return wrong("is larger than its runs");
  }
  return {};
}

}  // namespace

ShapeKind kindOf(const Shape& shape) {
  return static_cast<ShapeKind>(shape.index());
}

std::string_view kindName(ShapeKind kind) {
  return wordOf(kKindWords, kind);
}

std::string_view kindName(const Shape& shape) {
  return kindName(kindOf(shape));
}

Shape moved(const Shape& shape, double dx, double dy) {
  struct Mover {
    double dx;
    double dy;
    Shape operator()(Box box) const { return Box{box.x + dx, box.y + dy, box.w, box.h}; }
    Shape operator()(Circle c) const { return Circle{c.cx + dx, c.cy + dy, c.r}; }
    Shape operator()(Capsule c) const {
      return Capsule{c.ax + dx, c.ay + dy, c.bx + dx, c.by + dy, c.r};
    }
    Shape operator()(Polygon polygon) const {
      for (Vertex& point : polygon.points) point = {point.x + dx, point.y + dy};
      return polygon;
    }
    Shape operator()(MaskShape mask) const {
      mask.x += dx;
      mask.y += dy;
      return mask;
    }
  };
  return std::visit(Mover{dx, dy}, shape);
}

PixelSpan rowOf(const Box& box, int y) {
  if (y < firstCentreFrom(box.y) || y >= firstCentreFrom(box.y + box.h)) return {};
  return {firstCentreFrom(box.x), firstCentreFrom(box.x + box.w)};
}

PixelSpan rowOf(const Circle& circle, int y) {
  return CircleRows(circle).row(y);
}

PixelSpan rowOf(const Capsule& capsule, int y) {
  return CapsuleRows(capsule).row(y);
}

Box bounds(const Shape& shape) {
  struct Bounds {
    Box operator()(const Box& box) const { return box; }
    Box operator()(const Circle& c) const { return {c.cx - c.r, c.cy - c.r, 2 * c.r, 2 * c.r}; }
    Box operator()(const Capsule& c) const {
      return {std::min(c.ax, c.bx) - c.r, std::min(c.ay, c.by) - c.r,
              std::abs(c.ax - c.bx) + 2 * c.r, std::abs(c.ay - c.by) + 2 * c.r};
    }
    Box operator()(const Polygon& polygon) const {
      double left = polygon.points[0].x;
      double right = left;
      double top = polygon.points[0].y;
      double bottom = top;
      for (const Vertex& point : polygon.points) {
        left = std::min(left, point.x);
        right = std::max(right, point.x);
        top = std::min(top, point.y);
        bottom = std::max(bottom, point.y);
      }
      return {left, top, right - left, bottom - top};
    }
    Box operator()(const MaskShape& mask) const {
      return {mask.x, mask.y, static_cast<double>(mask.w), static_cast<double>(mask.h)};
    }
  };
  return std::visit(Bounds{}, shape);
}

PixelRect pixelBounds(const Shape& shape) {
  const Box box = bounds(shape);
  const int top = firstCentreFrom(box.y);
  const int bottom = static_cast<int>(std::floor(box.y + box.h - 0.5)) + 1;
  PixelRect all;
  visitRows(shape, top, bottom, [&](int y, const PixelSpan& span) {
    all = united(all, PixelRect{span.x0, y, span.size(), 1});
  });
  return all;
}

long long pixelCount(const Shape& shape) {
  const PixelRect area = pixelBounds(shape);
  long long count = 0;
  visitRows(shape, area.y, area.bottom(),
            [&](int, const PixelSpan& span) { count += span.size(); });
  return count;
}

bool holdsPixel(const Shape& shape, int x, int y) {
  bool holds = false;
  visitRows(shape, y, y + 1,
            [&](int, const PixelSpan& span) { holds |= x >= span.x0 && x < span.x1; });
  return holds;
}

int pointCount(const Shape& shape) {
  if (const auto* polygon = std::get_if<Polygon>(&shape)) {
    return static_cast<int>(polygon->points.size());
  }
  constexpr std::array<int, kShapeKinds> kCounts = {4, 1, 2, 0, 0};
  return kCounts[shape.index()];
}

Result<void> validated(const Shape& shape) {
  return std::visit([](const auto& one) { return valid(one); }, shape);
}

Result<void> validated(const Shape& shape, PixelSize frame) {
  if (auto good = validated(shape); !good) return good;
  const Box box = bounds(shape);
  if (box.x < -kFarthestReach || box.y < -kFarthestReach ||
      box.x + box.w > frame.w + kFarthestReach || box.y + box.h > frame.h + kFarthestReach) {
    return failure(ErrorCode::BadValue, "the " + std::string(kindName(shape)) +
                                            " reaches more than " + exactNumber(kFarthestReach) +
                                            " px beyond its frame; bring it closer");
  }
  return {};
}

}  // namespace amber

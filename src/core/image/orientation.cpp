#include "core/image/orientation.h"

#include <algorithm>
#include <utility>

#include "core/image/shape_pixels.h"

namespace amber {
namespace {

Image turnedRight(const Image& image) {
  Image result(image.height(), image.width());
  for (int y = 0; y < image.height(); ++y) {
    for (int x = 0; x < image.width(); ++x) {
      result.at(image.height() - 1 - y, x) = image.at(x, y);
    }
  }
  return result;
}

Image turnedRound(Image image) {
  Rgba* first = image.row(0);
  std::reverse(first, first + static_cast<std::ptrdiff_t>(image.width()) * image.height());
  return image;
}

Image mirroredX(Image image) {
  for (int y = 0; y < image.height(); ++y) {
    std::reverse(image.row(y), image.row(y) + image.width());
  }
  return image;
}

Image mirroredY(Image image) {
  for (int y = 0; y < image.height() / 2; ++y) {
    std::swap_ranges(image.row(y), image.row(y) + image.width(), image.row(image.height() - 1 - y));
  }
  return image;
}

Box turnedBox(const Box& box, PixelSize of, SheetTurn turn) {
  switch (turn) {
    case SheetTurn::Right:
      return {of.h - box.y - box.h, box.x, box.h, box.w};
    case SheetTurn::Left:
      return {box.y, of.w - box.x - box.w, box.h, box.w};
    case SheetTurn::MirrorX:
      return {of.w - box.x - box.w, box.y, box.w, box.h};
    case SheetTurn::MirrorY:
      break;
  }
  return {box.x, of.h - box.y - box.h, box.w, box.h};
}

struct Turner {
  PixelSize of;
  SheetTurn turn;

  Shape operator()(const Box& box) const { return turnedBox(box, of, turn); }
  Shape operator()(const Circle& circle) const {
    const Box centre = turnedBox({circle.cx, circle.cy, 0, 0}, of, turn);
    return Circle{centre.x, centre.y, circle.r};
  }
  Shape operator()(const Capsule& capsule) const {
    const Box a = turnedBox({capsule.ax, capsule.ay, 0, 0}, of, turn);
    const Box b = turnedBox({capsule.bx, capsule.by, 0, 0}, of, turn);
    return Capsule{a.x, a.y, b.x, b.y, capsule.r};
  }
  Shape operator()(const Polygon& polygon) const {
    Polygon turned;
    for (const Vertex& point : polygon.points) {
      const Box place = turnedBox({point.x, point.y, 0, 0}, of, turn);
      turned.points.push_back({place.x, place.y});
    }
    return clockwise(std::move(turned));
  }
  Shape operator()(const MaskShape& mask) const {
    const Box place = turnedBox(
        {mask.x, mask.y, static_cast<double>(mask.w), static_cast<double>(mask.h)}, of, turn);
    const PixelSize size{mask.w, mask.h};
    PixelMask pixels(static_cast<int>(place.w), static_cast<int>(place.h));
    for (const MaskRun& run : mask.runs) {
      const Box part = turnedBox({static_cast<double>(run.x0), static_cast<double>(run.y),
                                  static_cast<double>(run.x1 - run.x0), 1},
                                 size, turn);
      for (int y = 0; y < static_cast<int>(part.h); ++y) {
        for (int x = 0; x < static_cast<int>(part.w); ++x) {
          pixels.set(static_cast<int>(part.x) + x, static_cast<int>(part.y) + y);
        }
      }
    }
    return *maskShapeOf(pixels, place.x, place.y);
  }
};

}  // namespace

Orientation after(Orientation orientation, SheetTurn turn) {
  switch (turn) {
    case SheetTurn::MirrorX:
      orientation.mirrorX = !orientation.mirrorX;
      break;
    case SheetTurn::MirrorY:
      orientation.mirrorY = !orientation.mirrorY;
      break;
    case SheetTurn::Right:
    case SheetTurn::Left:
      // A mirrored picture turned right is the picture turned left and mirrored across the other
      // side's middle, which is a turn to the right mirrored the other way.
      orientation.quarterTurns =
          (orientation.quarterTurns + (turn == SheetTurn::Right ? 1 : 3)) % 4;
      std::swap(orientation.mirrorX, orientation.mirrorY);
      break;
  }
  // Both mirrors are a half turn.
  if (orientation.mirrorX && orientation.mirrorY) {
    orientation = {(orientation.quarterTurns + 2) % 4, false, false};
  }
  return orientation;
}

Image oriented(Image image, const Orientation& orientation) {
  if (orientation.quarterTurns == 1) image = turnedRight(image);
  if (orientation.quarterTurns == 2) image = turnedRound(std::move(image));
  if (orientation.quarterTurns == 3) image = turnedRound(turnedRight(image));
  if (orientation.mirrorX) image = mirroredX(std::move(image));
  if (orientation.mirrorY) image = mirroredY(std::move(image));
  return image;
}

PixelSize turned(PixelSize size, SheetTurn turn) {
  const bool quarter = turn == SheetTurn::Right || turn == SheetTurn::Left;
  return quarter ? PixelSize{size.h, size.w} : size;
}

PixelRect turned(const PixelRect& rect, PixelSize of, SheetTurn turn) {
  const Box box = turnedBox({static_cast<double>(rect.x), static_cast<double>(rect.y),
                             static_cast<double>(rect.w), static_cast<double>(rect.h)},
                            of, turn);
  return {static_cast<int>(box.x), static_cast<int>(box.y), static_cast<int>(box.w),
          static_cast<int>(box.h)};
}

FramePoint turned(FramePoint point, PixelSize of, SheetTurn turn) {
  const Box box = turnedBox({point.x, point.y, 0, 0}, of, turn);
  return {box.x, box.y};
}

Shape turned(const Shape& shape, PixelSize of, SheetTurn turn) {
  return std::visit(Turner{of, turn}, shape);
}

}  // namespace amber

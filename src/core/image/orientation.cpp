#include "core/image/orientation.h"

#include <algorithm>
#include <utility>

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
  return std::visit([&](const Box& box) -> Shape { return turnedBox(box, of, turn); }, shape);
}

}  // namespace amber

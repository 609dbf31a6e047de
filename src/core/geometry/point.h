#pragma once

namespace amber {

/// The coordinate spaces. All have x to the right and y down, in art pixels; pixel (i,j) covers
/// [i,i+1) x [j,j+1).
///   sheet   (0,0) is the sheet's top-left corner
///   frame   (0,0) is the frame's top-left corner
///   origin  (0,0) is the frame's origin; parcels hold these coordinates
///   game    (0,0) is chosen by the game; px are game px, by the asset's scale larger than art px
struct SheetSpace;
struct FrameSpace;
struct OriginSpace;
struct GameSpace;

/// A point of one space, in px; points of different spaces do not mix.
template <class Space>
struct PointIn {
  double x = 0;
  double y = 0;

  bool operator==(const PointIn&) const = default;
};

using SheetPoint = PointIn<SheetSpace>;
using FramePoint = PointIn<FrameSpace>;
using OriginPoint = PointIn<OriginSpace>;
using GamePoint = PointIn<GameSpace>;

/// The point as seen from `origin`.
constexpr OriginPoint relativeTo(FramePoint point, FramePoint origin) {
  return {point.x - origin.x, point.y - origin.y};
}

}  // namespace amber

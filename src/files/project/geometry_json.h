#pragma once

#include <nlohmann/json.hpp>

#include "core/geometry/point.h"
#include "core/geometry/shape.h"
#include "core/project/project.h"
#include "core/project/values/ranges.h"
#include "files/json/json_reader.h"
#include "files/json/json_text.h"

namespace amber {

/// Rectangles as [x,y,w,h], sizes as [w,h], points as [x,y], shapes as objects with their kind.
Json jsonOf(const PixelRect& rect);
Json jsonOf(const PixelSize& size);
Json jsonOf(const Shape& shape);
template <class Space>
Json jsonOf(const PointIn<Space>& point) {
  return Json::array({point.x, point.y});
}

/// A polygon's corners, each as [x,y].
Json jsonOf(const std::vector<Vertex>& points);

/// Mounts as an object of points by name.
Json jsonOf(const std::vector<Mount>& mounts);

/// Each reads what jsonOf writes; whole numbers lie in 0..kLongestImageSide.
PixelRect readRect(const JsonReader& from);
PixelSize readSize(const JsonReader& from);
FramePoint readPoint(const JsonReader& from);
/// Also fails on a name that isMountName refuses.
std::vector<Mount> readMounts(const JsonReader& from);
/// Reads a shape without validating it: the caller knows its frame. `place`: the range of a
/// polygon's coordinates, px.
Shape readShape(const JsonReader& from, const Range<double>& place = kPlaceRange);
/// Also fails where the shape is not valid on a frame of `frame` px whose origin, to which the
/// geometry is relative, is `origin`.
Shape readShape(const JsonReader& from, PixelSize frame, FramePoint origin);

}  // namespace amber

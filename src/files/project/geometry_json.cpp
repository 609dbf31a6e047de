#include "files/project/geometry_json.h"

#include <array>
#include <cmath>
#include <nlohmann/json.hpp>

#include "core/geometry/tolerances.h"
#include "core/origin/mounts.h"
#include "core/project/values/ranges.h"
#include "core/project/words.h"

namespace amber {
namespace {

// A coordinate of a mask's run, as seen from its corner; whole.
int readRunPlace(const JsonReader& from, double corner) {
  const double place = from.number() - corner;
  // A corner at a third of a px, for example, has a rounding error.
  const double whole = std::round(place);
  if (std::abs(place - whole) < kOnGrid && std::abs(whole) <= kLongestImageSide) {
    return static_cast<int>(whole);
  }
  from.fail(ErrorCode::BadValue, "must lie a whole number of px from the mask's corner");
  return 0;
}

MaskShape readMask(const JsonReader& from) {
  from.knows({"kind", "x", "y", "w", "h", "runs"});
  MaskShape mask{from.member("x").number(),
                 from.member("y").number(),
                 from.member("w").whole(1, kLongestImageSide),
                 from.member("h").whole(1, kLongestImageSide),
                 {}};
  for (const JsonReader& part : from.member("runs").elements(kMostRuns)) {
    const auto run = part.exactly(3, "[y, x0, x1]");
    if (run.empty()) break;
    mask.runs.push_back(
        {readRunPlace(run[0], mask.y), readRunPlace(run[1], mask.x), readRunPlace(run[2], mask.x)});
    if (from.failed()) break;
  }
  return mask;
}

Polygon readPolygon(const JsonReader& from, const Range<double>& place) {
  from.knows({"kind", "points"});
  Polygon polygon;
  for (const JsonReader& part : from.member("points").elements(kMostPolygonPoints)) {
    const auto point = part.exactly(2, "[x, y] in pixels");
    if (point.empty()) break;
    polygon.points.push_back({point[0].within(place), point[1].within(place)});
    if (from.failed()) break;
  }
  return polygon;
}

Box readBox(const JsonReader& from) {
  from.knows({"kind", "x", "y", "w", "h"});
  return {from.member("x").number(), from.member("y").number(), from.member("w").number(),
          from.member("h").number()};
}

Circle readCircle(const JsonReader& from) {
  from.knows({"kind", "cx", "cy", "r"});
  return {from.member("cx").number(), from.member("cy").number(), from.member("r").number()};
}

Capsule readCapsule(const JsonReader& from) {
  from.knows({"kind", "ax", "ay", "bx", "by", "r"});
  return {from.member("ax").number(), from.member("ay").number(), from.member("bx").number(),
          from.member("by").number(), from.member("r").number()};
}

}  // namespace

Json jsonOf(const PixelRect& rect) {
  return Json::array({rect.x, rect.y, rect.w, rect.h});
}

Json jsonOf(const PixelSize& size) {
  return Json::array({size.w, size.h});
}

Json jsonOf(const Shape& shape) {
  struct Writer {
    Json operator()(const Box& b) const {
      return {{"kind", "box"}, {"x", b.x}, {"y", b.y}, {"w", b.w}, {"h", b.h}};
    }
    Json operator()(const Circle& c) const {
      return {{"kind", "circle"}, {"cx", c.cx}, {"cy", c.cy}, {"r", c.r}};
    }
    Json operator()(const Capsule& c) const {
      return {{"kind", "capsule"}, {"ax", c.ax}, {"ay", c.ay},
              {"bx", c.bx},        {"by", c.by}, {"r", c.r}};
    }
    Json operator()(const Polygon& p) const {
      return {{"kind", "polygon"}, {"points", jsonOf(p.points)}};
    }
    // Runs are written where they lie, not as seen from the mask's corner.
    Json operator()(const MaskShape& m) const {
      Json runs = Json::array();
      for (const MaskRun& run : m.runs) {
        runs.push_back(Json::array({m.y + run.y, m.x + run.x0, m.x + run.x1}));
      }
      return {{"kind", "mask"}, {"x", m.x}, {"y", m.y},
              {"w", m.w},       {"h", m.h}, {"runs", std::move(runs)}};
    }
  };
  return std::visit(Writer{}, shape);
}

Json jsonOf(const std::vector<Vertex>& points) {
  Json json = Json::array();
  for (const Vertex& point : points) json.push_back(Json::array({point.x, point.y}));
  return json;
}

Json jsonOf(const std::vector<Mount>& mounts) {
  Json json = Json::object();
  for (const Mount& mount : mounts) json[mount.name] = jsonOf(mount.at);
  return json;
}

std::vector<Mount> readMounts(const JsonReader& from) {
  std::vector<Mount> mounts;
  for (const auto& [name, point] : from.members(kMostMounts)) {
    if (!isMountName(name)) {
      from.fail(ErrorCode::BadValue, "\"" + name + "\" is not a valid mount name");
    }
    if (from.failed()) break;
    mounts.push_back({name, readPoint(point)});
  }
  return mounts;
}

PixelRect readRect(const JsonReader& from) {
  const auto parts = from.exactly(4, "[x, y, width, height] in whole pixels");
  if (parts.empty()) return {0, 0, 1, 1};
  return {parts[0].whole(kSideRange), parts[1].whole(kSideRange), parts[2].whole(kFrameSideRange),
          parts[3].whole(kFrameSideRange)};
}

PixelSize readSize(const JsonReader& from) {
  const auto parts = from.exactly(2, "two whole numbers");
  if (parts.empty()) return {};
  return {parts[0].whole(kSideRange), parts[1].whole(kSideRange)};
}

FramePoint readPoint(const JsonReader& from) {
  const auto parts = from.exactly(2, "[x, y] in pixels");
  if (parts.empty()) return {};
  return {parts[0].within(kPlaceRange), parts[1].within(kPlaceRange)};
}

Shape readShape(const JsonReader& from, const Range<double>& place) {
  switch (static_cast<ShapeKind>(from.member("kind").choice(kKindWords))) {
    case ShapeKind::Box:
      return readBox(from);
    case ShapeKind::Circle:
      return readCircle(from);
    case ShapeKind::Capsule:
      return readCapsule(from);
    case ShapeKind::Polygon:
      return readPolygon(from, place);
    case ShapeKind::Mask:
      break;
  }
  return readMask(from);
}

Shape readShape(const JsonReader& from, PixelSize frame, FramePoint origin) {
  const Shape shape = readShape(from);
  if (from.failed()) return shape;
  if (auto valid = validated(moved(shape, origin.x, origin.y), frame); !valid) {
    from.fail(ErrorCode::BadValue, valid.error().sentence);
  }
  return shape;
}

}  // namespace amber

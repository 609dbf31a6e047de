#include "files/geometry_json.h"

#include <array>
#include <cmath>

#include "core/geometry/tolerances.h"
#include "core/origin/mounts.h"
#include "files/words.h"

namespace amber {
namespace {

constexpr std::size_t kMostMounts = 1000;
constexpr std::size_t kMostRuns = 1000000;
constexpr double kFarthestPoint = 2.0 * kLongestImageSide;

// A coordinate of a mask's run, as seen from its corner; whole.
int readRunPlace(const JsonReader& from, double corner) {
  const double place = from.number() - corner;
  // A corner at a third of a px, say, leaves a trace of rounding.
  const double whole = std::round(place);
  if (std::abs(place - whole) < kOnGrid && std::abs(whole) <= kLongestImageSide) {
    return static_cast<int>(whole);
  }
  from.fail(ErrorCode::BadValue, "must lie a whole number of px from the mask's corner");
  return 0;
}

double readCoordinate(const JsonReader& from) {
  const double value = from.number();
  if (std::abs(value) <= kFarthestPoint) return value;
  from.fail(ErrorCode::BadValue, "lies more than 32768 px away");
  return 0;
}

MaskShape readMask(const JsonReader& from) {
  MaskShape mask{readCoordinate(from.member("x")),
                 readCoordinate(from.member("y")),
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

Polygon readPolygon(const JsonReader& from) {
  Polygon polygon;
  for (const JsonReader& part : from.member("points").elements(kMostPolygonPoints)) {
    const FramePoint point = readPoint(part);
    if (from.failed()) break;
    polygon.points.push_back({point.x, point.y});
  }
  return polygon;
}

Shape readAnyShape(const JsonReader& from) {
  const auto number = [&](const char* name) { return readCoordinate(from.member(name)); };
  switch (static_cast<ShapeKind>(from.member("kind").choice(kKindWords))) {
    case ShapeKind::Box:
      return Box{number("x"), number("y"), number("w"), number("h")};
    case ShapeKind::Circle:
      return Circle{number("cx"), number("cy"), number("r")};
    case ShapeKind::Capsule:
      return Capsule{number("ax"), number("ay"), number("bx"), number("by"), number("r")};
    case ShapeKind::Polygon:
      return readPolygon(from);
    case ShapeKind::Mask:
      break;
  }
  return readMask(from);
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
      from.fail(ErrorCode::BadValue, "\"" + name + "\" is no name for a mount");
    }
    mounts.push_back({name, readPoint(point)});
  }
  return mounts;
}

PixelRect readRect(const JsonReader& from) {
  const auto parts = from.exactly(4, "[x, y, width, height] in whole pixels");
  if (parts.empty()) return {0, 0, 1, 1};
  return {parts[0].whole(0, kLongestImageSide), parts[1].whole(0, kLongestImageSide),
          parts[2].whole(1, kLongestImageSide), parts[3].whole(1, kLongestImageSide)};
}

PixelSize readSize(const JsonReader& from) {
  const auto parts = from.exactly(2, "two whole numbers");
  if (parts.empty()) return {};
  return {parts[0].whole(0, kLongestImageSide), parts[1].whole(0, kLongestImageSide)};
}

FramePoint readPoint(const JsonReader& from) {
  const auto parts = from.exactly(2, "[x, y] in pixels");
  if (parts.empty()) return {};
  return {readCoordinate(parts[0]), readCoordinate(parts[1])};
}

Shape readShape(const JsonReader& from, PixelSize frame, FramePoint origin) {
  const Shape shape = readAnyShape(from);
  if (from.failed()) return shape;
  if (auto sound = validated(moved(shape, origin.x, origin.y), frame); !sound) {
    from.fail(ErrorCode::BadValue, sound.error().sentence);
  }
  return shape;
}

}  // namespace amber

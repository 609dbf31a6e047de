#include "files/geometry_json.h"

#include <cmath>

#include "core/geometry/tolerances.h"
#include "core/origin/mounts.h"

namespace amber {
namespace {

constexpr std::size_t kMostMounts = 1000;
constexpr double kFarthestPoint = 2.0 * kLongestImageSide;

double readCoordinate(const JsonReader& from) {
  const double value = from.number();
  if (std::abs(value) <= kFarthestPoint) return value;
  from.fail(ErrorCode::BadValue, "lies more than 32768 px away");
  return 0;
}

}  // namespace

Json jsonOf(const PixelRect& rect) {
  return Json::array({rect.x, rect.y, rect.w, rect.h});
}

Json jsonOf(const PixelSize& size) {
  return Json::array({size.w, size.h});
}

Json jsonOf(const Shape& shape) {
  const Box& box = std::get<Box>(shape);
  return Json{{"kind", kindName(shape)}, {"x", box.x}, {"y", box.y}, {"w", box.w}, {"h", box.h}};
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
  from.member("kind").choice(std::array<std::string_view, 1>{"box"});
  const Box box{readCoordinate(from.member("x")), readCoordinate(from.member("y")),
                readCoordinate(from.member("w")), readCoordinate(from.member("h"))};
  if (from.failed()) return box;
  if (auto sound = validated(moved(box, origin.x, origin.y), frame); !sound) {
    from.fail(ErrorCode::BadValue, sound.error().sentence);
  }
  return box;
}

}  // namespace amber

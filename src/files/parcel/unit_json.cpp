#include "files/parcel/unit_json.h"

#include <nlohmann/json.hpp>

#include "files/project/geometry_json.h"

namespace amber {
namespace {

// From art px, as a parcel has them, to units.
class Converter {
 public:
  Converter(double scale, const ParcelUnits& units)
      : factor_(scale / units.pxPerUnit), up_(units.yAxis == YAxis::Up) {}

  // Adding 0 makes 0 of what would be written as -0.
  double length(double px) const { return px * factor_ + 0.0; }
  double x(double px) const { return px * factor_ + 0.0; }
  double y(double px) const { return (up_ ? -px : px) * factor_ + 0.0; }
  // The lesser y of what reaches from `top` to `top` + `height`.
  double low(double top, double height) const { return y(up_ ? top + height : top); }

  Json points(const std::vector<Vertex>& points) const {
    Json list = Json::array();
    for (const Vertex& point : points) list.push_back(Json::array({x(point.x), y(point.y)}));
    return list;
  }

  Json operator()(const Box& b) const {
    return {{"kind", "box"},
            {"x", x(b.x)},
            {"y", low(b.y, b.h)},
            {"w", length(b.w)},
            {"h", length(b.h)}};
  }
  Json operator()(const Circle& c) const {
    return {{"kind", "circle"}, {"cx", x(c.cx)}, {"cy", y(c.cy)}, {"r", length(c.r)}};
  }
  Json operator()(const Capsule& c) const {
    return {{"kind", "capsule"}, {"ax", x(c.ax)}, {"ay", y(c.ay)},
            {"bx", x(c.bx)},     {"by", y(c.by)}, {"r", length(c.r)}};
  }
  Json operator()(const Polygon& p) const {
    return {{"kind", "polygon"}, {"points", points(p.points)}};
  }
  Json operator()(const MaskShape& m) const {
    return {{"kind", "mask"},
            {"x", x(m.x)},
            {"y", low(m.y, m.h)},
            {"w", length(m.w)},
            {"h", length(m.h)}};
  }

 private:
  double factor_;
  bool up_;
};

}  // namespace

Json unitJson(const ParcelFrame& frame, double scale, const ParcelUnits& units) {
  const Converter in(scale, units);
  const double left = frame.trim.w - frame.origin.x;
  const double top = frame.trim.h - frame.origin.y;
  Json mounts = Json::object();
  for (const Mount& mount : frame.mounts) {
    mounts[mount.name] =
        Json::array({in.x(mount.at.x - frame.origin.x), in.y(mount.at.y - frame.origin.y)});
  }
  Json shapes = Json::array();
  for (const ParcelShape& shape : frame.shapes) {
    Json one = std::visit(in, shape.geometry);
    if (!shape.parts.empty()) {
      Json parts = Json::array();
      for (const Polygon& part : shape.parts) parts.push_back(in.points(part.points));
      one["parts"] = std::move(parts);
    }
    shapes.push_back(std::move(one));
  }
  return {{"draw", Json::array({in.x(left), in.low(top, frame.rect.h), in.length(frame.rect.w),
                                in.length(frame.rect.h)})},
          {"mounts", std::move(mounts)},
          {"shapes", std::move(shapes)}};
}

}  // namespace amber

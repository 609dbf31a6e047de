// Loads a parcel: a folder with parcel.json and its pages. C++17, one header; needs nlohmann/json,
// also one header. Pages are read by a function of yours: into textures, or as example.cpp does.
// SPDX-License-Identifier: 0BSD
#pragma once

#include <array>
#include <cmath>
#include <cstdint>
#include <fstream>
#include <functional>
#include <map>
#include <nlohmann/json.hpp>
#include <stdexcept>
#include <string>
#include <utility>
#include <vector>

namespace amber_parcel {

/// What is wrong with a parcel, in a sentence.
struct ParcelError : std::runtime_error {
  using std::runtime_error::runtime_error;
};

using Point = std::array<double, 2>;
using Run = std::array<double, 3>;  ///< y, x0, x1 (exclusive)

/// A shape's geometry; which numbers count is told by the kind.
struct Geometry {
  enum class Kind { Box, Circle, Capsule, Polygon, Mask };
  Kind kind = Kind::Box;
  double x = 0, y = 0, w = 0, h = 0;    ///< Of a box.
  double ax = 0, ay = 0, bx = 0, by = 0;  ///< A circle's middle is a; a capsule goes from a to b.
  double r = 0;                         ///< Of a circle or capsule.
  std::vector<Point> points;            ///< Of a polygon.
  std::vector<Run> runs;                ///< Of a mask, art px from where it stands,
  double atX = 0, atY = 0, scale = 1;   ///< which is here, so many game px by art px.
  std::size_t maskPage = 0;             ///< Of a mask whose px are drawn: the page of masks
  std::array<int, 4> maskRect{};        ///< and x, y, width, height there; see `readMask`.
};

struct Shape {
  std::string role;
  std::string duty;  ///< "stops" or "notices"
  std::uint32_t on = 0;
  std::uint32_t seeks = 0;
  Geometry geometry;
};

/// A frame's picture on the pages of a scale.
struct Picture {
  double scale = 1;  ///< Page px by art px.
  std::size_t page = 0;
  std::array<int, 4> rect{};
  std::array<int, 2> trim{};
  bool mirrored = false;
};

struct Frame {
  std::string name;
  std::size_t page = 0;
  std::array<int, 4> rect{};  ///< x, y, width, height on the page, px
  std::array<int, 2> trim{};  ///< What was cut away at the left and top, px.
  std::array<int, 2> size{};
  Point origin{};
  std::map<std::string, Point> mounts;
  std::vector<Shape> shapes;
  bool mirrored = false;  ///< Its picture lies on the pages with left and right exchanged.
  std::vector<Picture> scaled;  ///< On the pages of each other scale.
};

struct Animation {
  std::string name;
  std::vector<std::size_t> frames;  ///< Into the asset's frames.
  std::vector<double> durationsMs;
  std::string loop;  ///< "once", "repeat" or "backAndForth"

  /// The steps of one whole run, in the order in which they show.
  std::vector<std::size_t> run() const {
    std::vector<std::size_t> steps;
    for (std::size_t i = 0; i < frames.size(); ++i) steps.push_back(i);
    if (loop == "backAndForth") {
      for (std::size_t i = frames.size(); i-- > 2;) steps.push_back(i - 1);
    }
    return steps;
  }

  /// The index of the frame that shows so long after the start.
  std::size_t frameAt(double ms) const {
    const std::vector<std::size_t> steps = run();
    double total = 0;
    for (const std::size_t step : steps) total += durationsMs[step];
    if (loop != "once") ms -= total * std::floor(ms / total);
    for (const std::size_t step : steps) {
      if (ms < durationsMs[step]) return frames[step];
      ms -= durationsMs[step];
    }
    return frames[steps.back()];
  }
};

/// Another asset or zone that rides on a mount.
struct Rider {
  std::string mount;
  std::string asset;
  std::string animation;  ///< Empty for one without animations.
  bool behind = false;    ///< Drawn before its bearer.
};

struct Asset {
  std::string name;
  std::string kind;
  std::string motion;
  double scale = 1;  ///< Game px by art px.
  std::vector<Frame> frames;
  std::map<std::string, Animation> animations;
  std::string start;  ///< The animation to start with; empty without any.
  std::vector<Rider> riders;
};

/// A frame that rides on another one: give all of it to `place` and `shapeAt`.
struct Ridden {
  Asset asset;  ///< At the scale at which it is drawn.
  Frame frame;
  double x = 0;
  double y = 0;
  bool behind = false;  ///< Drawn before the bearer.
};

/// A parcel, whose pages are whatever the game draws with.
template <class Page>
struct Parcel {
  std::vector<Page> pages;
  std::vector<std::string> layers;  ///< By bit.
  std::map<std::string, Asset> assets;
  std::map<std::string, Asset> zones;  ///< Areas without a picture: one frame, on no page.
  struct Scale {
    double scale = 1;
    std::vector<Page> pages;
  };
  std::vector<Scale> scales;         ///< The pages of other scales.
  std::vector<Page> maskPages;       ///< See `readMask`.
  std::string filter = "nearest";    ///< How to sample the pages: or "linear".
  double pxPerUnit = 1;              ///< Game px in one of the game's units,
  bool yUp = false;                  ///< in which y grows upward or downward.
};

/// Where a frame is drawn: the page's rect goes there, mirrored or not.
struct Placement {
  std::size_t page = 0;
  std::array<int, 4> source{};
  int x = 0;
  int y = 0;
  double width = 0;
  double height = 0;
  bool mirrored = false;
};

/// Where a frame is drawn whose asset stands at (x, y), game px; on whole px. From the pages of scale
/// 1, or of the parcel's scale of that number.
inline Placement place(const Asset& asset, const Frame& frame, double x, double y,
                       bool mirrored = false, int scaled = -1) {
  const Picture from = scaled < 0
                           ? Picture{1, frame.page, frame.rect, frame.trim, frame.mirrored}
                           : frame.scaled[static_cast<std::size_t>(scaled)];
  const double s = asset.scale;
  const double width = from.rect[2] / from.scale;
  const double height = from.rect[3] / from.scale;
  const double trimmed = from.trim[0] / from.scale;
  const double left = mirrored ? frame.origin[0] - trimmed - width : trimmed - frame.origin[0];
  const double top = from.trim[1] / from.scale - frame.origin[1];
  return {from.page,
          from.rect,
          static_cast<int>(std::floor(x + left * s + 0.5)),
          static_cast<int>(std::floor(y + top * s + 0.5)),
          width * s,
          height * s,
          mirrored != from.mirrored};
}

namespace detail {

// For how long a mount has been in its place without a break, ms.
inline double placedFor(const Asset& asset, const Animation* animation, const std::string& mount,
                        double ms) {
  if (animation == nullptr) return 0;
  const std::vector<std::size_t> run = animation->run();
  const auto lasts = [&](std::size_t i) { return animation->durationsMs[run[i]]; };
  double total = 0;
  for (std::size_t i = 0; i < run.size(); ++i) total += lasts(i);
  const bool again = animation->loop != "once" && ms >= total;
  double into = animation->loop == "once" ? ms : ms - total * std::floor(ms / total);
  std::size_t now = 0;
  while (now + 1 < run.size() && into >= lasts(now)) into -= lasts(now++);
  double placed = into;
  for (std::size_t back = 1; back < run.size(); ++back) {
    if (now == 0 && !again) return placed;
    now = now == 0 ? run.size() - 1 : now - 1;
    if (asset.frames[animation->frames[run[now]]].mounts.count(mount) == 0) return placed;
    placed += lasts(now);
  }
  return ms;
}

// What rides behind, the bearer itself unless it is the first, what rides in front.
template <class Page>
void gather(const Parcel<Page>& parcel, const Ridden& bearer, const Animation* animation, double ms,
            bool mirrored, bool first, std::vector<Ridden>& ridden) {
  for (const bool behind : {true, false}) {
    for (const Rider& rider : bearer.asset.riders) {
      const auto mount = bearer.frame.mounts.find(rider.mount);
      if (rider.behind != behind || mount == bearer.frame.mounts.end()) continue;
      const auto asset = parcel.assets.find(rider.asset);
      const auto zone = parcel.zones.find(rider.asset);
      if (asset == parcel.assets.end() && zone == parcel.zones.end()) continue;
      const Asset& other = asset != parcel.assets.end() ? asset->second : zone->second;
      const auto found = other.animations.find(rider.animation);
      const Animation* played = found == other.animations.end() ? nullptr : &found->second;
      const double itsMs = placedFor(bearer.asset, animation, rider.mount, ms);
      const double s = bearer.asset.scale;
      const double across = (mount->second[0] - bearer.frame.origin[0]) * s;
      Ridden one{other, other.frames[played == nullptr ? 0 : played->frameAt(itsMs)],
                 bearer.x + (mirrored ? -across : across),
                 bearer.y + (mount->second[1] - bearer.frame.origin[1]) * s,
                 bearer.behind || (first && behind)};
      one.asset.scale *= s;
      gather(parcel, one, played, itsMs, mirrored, false, ridden);
    }
    if (behind && !first) ridden.push_back(bearer);
  }
}

}  // namespace detail

/// All that rides on an asset that stands at (x, y), game px, and has played an animation (null
/// without any) for so long; back to front.
template <class Page>
std::vector<Ridden> riders(const Parcel<Page>& parcel, const Asset& asset,
                           const Animation* animation, double ms, double x, double y,
                           bool mirrored = false) {
  const Frame& frame = asset.frames[animation == nullptr ? 0 : animation->frameAt(ms)];
  std::vector<Ridden> ridden;
  detail::gather(parcel, {asset, frame, x, y, false}, animation, ms, mirrored, true, ridden);
  return ridden;
}

/// Gives a mask whose px are drawn on a page its runs: `isSet(x, y)` says whether that px of the page
/// is seen. For each such shape once, after `load`.
inline void readMask(Geometry& g, const std::function<bool(int x, int y)>& isSet) {
  for (int y = 0; y < g.maskRect[3]; ++y) {
    int start = -1;
    for (int x = 0; x <= g.maskRect[2]; ++x) {
      const bool here = x < g.maskRect[2] && isSet(g.maskRect[0] + x, g.maskRect[1] + y);
      if (here && start < 0) start = x;
      if (here || start < 0) continue;
      g.runs.push_back({g.y + y, g.x + start, g.x + x});
      start = -1;
    }
  }
}

/// The geometry of a shape in the game, whose asset stands at (x, y), game px.
inline Geometry shapeAt(const Asset& asset, const Shape& shape, double x, double y,
                        bool mirrored = false) {
  Geometry g = shape.geometry;
  const double s = asset.scale;
  if (mirrored) {
    g.x = -(g.x + g.w);
    g.ax = -g.ax;
    g.bx = -g.bx;
    std::vector<Point> turned;
    for (auto point = g.points.rbegin(); point != g.points.rend(); ++point) {
      turned.push_back({-(*point)[0], (*point)[1]});
    }
    g.points = turned;
    for (Run& run : g.runs) run = {run[0], -run[2], -run[1]};
  }
  g.x = x + g.x * s;
  g.y = y + g.y * s;
  g.w *= s;
  g.h *= s;
  g.ax = x + g.ax * s;
  g.ay = y + g.ay * s;
  g.bx = x + g.bx * s;
  g.by = y + g.by * s;
  g.r *= s;
  for (Point& point : g.points) point = {x + point[0] * s, y + point[1] * s};
  g.atX = x;
  g.atY = y;
  g.scale = s;
  return g;
}

/// Whether a point lies in the geometry that `shapeAt` gives.
inline bool contains(const Geometry& g, double x, double y) {
  switch (g.kind) {
    case Geometry::Kind::Box:
      return g.x <= x && x < g.x + g.w && g.y <= y && y < g.y + g.h;
    case Geometry::Kind::Circle: {
      const double dx = x - g.ax;
      const double dy = y - g.ay;
      return dx * dx + dy * dy <= g.r * g.r;
    }
    case Geometry::Kind::Capsule: {
      const double ux = g.bx - g.ax;
      const double uy = g.by - g.ay;
      const double wx = x - g.ax;
      const double wy = y - g.ay;
      const double length = ux * ux + uy * uy;
      const double t =
          length == 0 ? 0 : std::fmin(1, std::fmax(0, (wx * ux + wy * uy) / length));
      const double dx = wx - t * ux;
      const double dy = wy - t * uy;
      return dx * dx + dy * dy <= g.r * g.r;
    }
    case Geometry::Kind::Polygon: {
      bool inside = false;
      Point p = g.points.back();
      for (const Point& q : g.points) {
        if ((p[1] > y) != (q[1] > y) && x < (q[0] - p[0]) * (y - p[1]) / (q[1] - p[1]) + p[0]) {
          inside = !inside;
        }
        p = q;
      }
      return inside;
    }
    case Geometry::Kind::Mask:
      break;
  }
  const double ax = (x - g.atX) / g.scale;
  const double ay = (y - g.atY) / g.scale;
  for (const Run& run : g.runs) {
    if (run[0] <= ay && ay < run[0] + 1 && run[1] <= ax && ax < run[2]) return true;
  }
  return false;
}

namespace detail {

using Json = nlohmann::json;

inline Geometry geometryFrom(const Json& from) {
  Geometry g;
  const std::string kind = from.at("kind");
  if (kind == "box") {
    from.at("x").get_to(g.x);
    from.at("y").get_to(g.y);
    from.at("w").get_to(g.w);
    from.at("h").get_to(g.h);
  } else if (kind == "circle") {
    g.kind = Geometry::Kind::Circle;
    from.at("cx").get_to(g.ax);
    from.at("cy").get_to(g.ay);
    from.at("r").get_to(g.r);
  } else if (kind == "capsule") {
    g.kind = Geometry::Kind::Capsule;
    from.at("ax").get_to(g.ax);
    from.at("ay").get_to(g.ay);
    from.at("bx").get_to(g.bx);
    from.at("by").get_to(g.by);
    from.at("r").get_to(g.r);
  } else if (kind == "polygon") {
    g.kind = Geometry::Kind::Polygon;
    from.at("points").get_to(g.points);
  } else if (kind == "mask") {
    g.kind = Geometry::Kind::Mask;
    if (from.contains("picture")) {
      from.at("x").get_to(g.x);
      from.at("y").get_to(g.y);
      from.at("picture").at("page").get_to(g.maskPage);
      from.at("picture").at("rect").get_to(g.maskRect);
    } else {
      from.at("runs").get_to(g.runs);
    }
  } else {
    throw ParcelError("a shape is of a kind that this loader does not know: " + kind);
  }
  return g;
}

/// What frames and zones have in common: all but the picture.
inline Frame frameWithoutPicture(const Json& from) {
  Frame frame;
  from.at("name").get_to(frame.name);
  from.at("size").get_to(frame.size);
  from.at("origin").get_to(frame.origin);
  from.at("mounts").get_to(frame.mounts);
  for (const Json& one : from.at("shapes")) {
    frame.shapes.push_back({one.at("role"), one.at("duty"), one.at("on"), one.at("seeks"),
                            geometryFrom(one.at("geometry"))});
  }
  return frame;
}

inline Frame frameFrom(const Json& from, const std::vector<double>& scales) {
  Frame frame = frameWithoutPicture(from);
  from.at("page").get_to(frame.page);
  from.at("rect").get_to(frame.rect);
  from.at("trim").get_to(frame.trim);
  frame.mirrored = from.value("mirrored", false);
  for (const Json& one : from.value("scaled", Json::array())) {
    frame.scaled.push_back({scales.at(frame.scaled.size()), one.at("page"), one.at("rect"),
                            one.at("trim"), one.value("mirrored", false)});
  }
  return frame;
}

inline Asset assetWithoutFrames(const Json& from) {
  Asset asset;
  from.at("name").get_to(asset.name);
  from.at("kind").get_to(asset.kind);
  from.at("motion").get_to(asset.motion);
  from.at("scale").get_to(asset.scale);
  for (const Json& one : from.value("riders", Json::array())) {
    asset.riders.push_back(
        {one.at("mount"), one.at("asset"), one.at("animation"), one.at("behind")});
  }
  return asset;
}

inline Asset assetFrom(const Json& from, const std::vector<double>& scales) {
  Asset asset = assetWithoutFrames(from);
  for (const Json& frame : from.at("frames")) {
    asset.frames.push_back(frameFrom(frame, scales));
  }
  for (const Json& one : from.at("animations")) {
    Animation animation{one.at("name"), one.at("frames"), one.at("durationsMs"), one.at("loop")};
    if (one.value("default", false)) asset.start = animation.name;
    asset.animations.emplace(animation.name, std::move(animation));
  }
  return asset;
}

}  // namespace detail

/// Reads a parcel; its pages by `readPage`, which is given the path of each. Throws ParcelError, and
/// what nlohmann/json throws where a key is missing or of another type.
template <class Page>
Parcel<Page> load(const std::string& folder,
                  const std::function<Page(const std::string& path)>& readPage) {
  std::ifstream file(folder + "/parcel.json", std::ios::binary);
  if (!file) throw ParcelError("there is no parcel.json in " + folder);
  const detail::Json data = detail::Json::parse(file);
  if (data.value("format", "") != "amber-parcel") throw ParcelError("this is not a parcel");
  if (data.at("version") > 1) {
    throw ParcelError("the parcel is of a newer version than this loader");
  }
  Parcel<Page> parcel;
  const auto pagesOf = [&](const detail::Json& from) {
    std::vector<Page> pages;
    for (const detail::Json& page : from) {
      pages.push_back(readPage(folder + "/" + page.at("file").get<std::string>()));
    }
    return pages;
  };
  parcel.pages = pagesOf(data.at("pages"));
  std::vector<double> scales;
  for (const detail::Json& one : data.value("scales", detail::Json::array())) {
    scales.push_back(one.at("scale"));
    parcel.scales.push_back({scales.back(), pagesOf(one.at("pages"))});
  }
  parcel.maskPages = pagesOf(data.value("maskPages", detail::Json::array()));
  parcel.filter = data.value("filter", "nearest");
  parcel.pxPerUnit = data.at("units").value("pxPerUnit", 1.0);
  parcel.yUp = data.at("units").value("y", "down") == std::string("up");
  for (const detail::Json& layer : data.at("layers")) parcel.layers.push_back(layer.at("name"));
  for (const detail::Json& one : data.at("assets")) {
    Asset asset = detail::assetFrom(one, scales);
    std::string name = asset.name;
    parcel.assets.emplace(std::move(name), std::move(asset));
  }
  for (const detail::Json& one : data.value("zones", detail::Json::array())) {
    Asset zone = detail::assetWithoutFrames(one);
    zone.frames.push_back(detail::frameWithoutPicture(one));
    std::string name = zone.name;
    parcel.zones.emplace(std::move(name), std::move(zone));
  }
  return parcel;
}

}  // namespace amber_parcel

#include "core/fit/tiles/tile_edges.h"

#include <algorithm>
#include <cmath>

#include "core/fit/keys/held_shapes.h"
#include "core/geometry/shape.h"
#include "core/layers/participants.h"

namespace amber {
namespace {

// So far inside the cell the line is looked at, px, so that what ends on the side counts.
constexpr double kInside = 1e-6;
constexpr double kSame = 1e-6;

bool isUpright(CellSide side) {
  return side == CellSide::Left || side == CellSide::Right;
}

// 1 where the cell lies before the side, -1 where it lies after.
double outwardOf(CellSide side) {
  return side == CellSide::Right || side == CellSide::Bottom ? 1 : -1;
}

// A point as seen along a side.
struct Seen {
  double across;
  double along;
};
Seen seen(double x, double y, CellSide side) {
  return isUpright(side) ? Seen{x, y} : Seen{y, x};
}

class Covered {
 public:
  Covered(CellSide side, double across)
      : side_(side), across_(across), line_(across - outwardOf(side) * kInside) {}

  std::vector<EdgeSpan> operator()(const Box& box) const {
    const Seen low = seen(box.x, box.y, side_);
    const Seen high = seen(box.x + box.w, box.y + box.h, side_);
    if (line_ < low.across || line_ > high.across) return {};
    return {{low.along, high.along}};
  }

  std::vector<EdgeSpan> operator()(const Circle& circle) const {
    return (*this)(Capsule{circle.cx, circle.cy, circle.cx, circle.cy, circle.r});
  }

  // A capsule is convex: its ends on a line are the outermost of those of its two circles and of
  // the two straight sides between them.
  std::vector<EdgeSpan> operator()(const Capsule& capsule) const {
    const Seen a = seen(capsule.ax, capsule.ay, side_);
    const Seen b = seen(capsule.bx, capsule.by, side_);
    std::vector<double> ends;
    for (const Seen& middle : {a, b}) {
      const double off = across_ - middle.across;
      if (std::abs(off) >= capsule.r) continue;
      const double half = std::sqrt(capsule.r * capsule.r - off * off);
      ends.push_back(middle.along - half);
      ends.push_back(middle.along + half);
    }
    const double length = std::hypot(b.across - a.across, b.along - a.along);
    for (const double turn : {-1.0, 1.0}) {
      if (length == 0 || b.across == a.across) break;
      const double out = turn * capsule.r / length;
      const Seen from{a.across - out * (b.along - a.along), a.along + out * (b.across - a.across)};
      const double share = (across_ - from.across) / (b.across - a.across);
      if (share >= 0 && share <= 1) ends.push_back(from.along + share * (b.along - a.along));
    }
    if (ends.empty()) return {};
    const auto [low, high] = std::minmax_element(ends.begin(), ends.end());
    if (*high - *low <= kSame) return {};
    return {{*low, *high}};
  }

  // The line crosses the sides of the polygon at pairs of places.
  std::vector<EdgeSpan> operator()(const Polygon& polygon) const {
    std::vector<double> crossings;
    const std::vector<Vertex>& points = polygon.points;
    for (std::size_t i = 0; i < points.size(); ++i) {
      const Vertex& next = points[(i + 1) % points.size()];
      const Seen p = seen(points[i].x, points[i].y, side_);
      const Seen q = seen(next.x, next.y, side_);
      if ((p.across > line_) == (q.across > line_)) continue;
      // On the side itself, not a hair before it.
      crossings.push_back(p.along +
                          (q.along - p.along) * (across_ - p.across) / (q.across - p.across));
    }
    std::sort(crossings.begin(), crossings.end());
    std::vector<EdgeSpan> spans;
    for (std::size_t i = 0; i + 1 < crossings.size(); i += 2) {
      if (crossings[i + 1] - crossings[i] > kSame)
        spans.push_back({crossings[i], crossings[i + 1]});
    }
    return spans;
  }

  std::vector<EdgeSpan> operator()(const MaskShape& mask) const {
    std::vector<EdgeSpan> spans;
    for (const MaskRun& run : mask.runs) {
      const double top = mask.y + run.y;
      const Seen low = seen(mask.x + run.x0, top, side_);
      const Seen high = seen(mask.x + run.x1, top + 1, side_);
      if (line_ >= low.across && line_ <= high.across) spans.push_back({low.along, high.along});
    }
    return spans;
  }

 private:
  CellSide side_;
  double across_;
  double line_;
};

std::vector<EdgeSpan> merged(std::vector<EdgeSpan> spans) {
  std::sort(spans.begin(), spans.end(),
            [](const EdgeSpan& a, const EdgeSpan& b) { return a.from < b.from; });
  std::vector<EdgeSpan> apart;
  for (const EdgeSpan& span : spans) {
    if (!apart.empty() && span.from <= apart.back().to + kSame) {
      apart.back().to = std::max(apart.back().to, span.to);
    } else {
      apart.push_back(span);
    }
  }
  return apart;
}

// How far the shape extends past a side; below 0: how far before it ends.
double pastOf(const Shape& shape, CellSide side, double across) {
  const Box box = bounds(shape);
  const Seen low = seen(box.x, box.y, side);
  const Seen high = seen(box.x + box.w, box.y + box.h, side);
  return outwardOf(side) > 0 ? high.across - across : across - low.across;
}

// Whether any ink lies along the side beside the shape.
bool inkBeside(const Shape& shape, CellSide side, const std::vector<Rgba>& ink) {
  const Box box = bounds(shape);
  const double from = seen(box.x, box.y, side).along;
  const double to = seen(box.x + box.w, box.y + box.h, side).along;
  for (std::size_t i = 0; i < ink.size(); ++i) {
    const double middle = static_cast<double>(i) + 0.5;
    if (ink[i].a != 0 && middle > from && middle < to) return true;
  }
  return false;
}

TileEdge edgeOf(const std::vector<Shape>& shapes, CellSide side, PixelSize cell,
                const std::vector<Rgba>& ink) {
  TileEdge edge;
  const double across = placeOf(side, cell);
  std::vector<EdgeSpan> spans;
  for (const Shape& shape : shapes) {
    const std::vector<EdgeSpan> own = coveredBy(shape, side, across);
    spans.insert(spans.end(), own.begin(), own.end());
    const double past = pastOf(shape, side, across);
    if (past > kSame) edge.overhang = std::max(edge.overhang, past);
    const bool near = past < -kSame && past >= -kEdgeReach;
    if (near && inkBeside(shape, side, ink)) edge.gap = std::max(edge.gap, -past);
  }
  edge.covered = merged(std::move(spans));
  return edge;
}

std::vector<Rgba> inkAlong(const SheetArt& art, const PixelRect& rect, CellSide side) {
  const int count = isUpright(side) ? rect.h : rect.w;
  std::vector<Rgba> ink(static_cast<std::size_t>(count));
  for (int i = 0; i < count; ++i) {
    const int x = side == CellSide::Left    ? rect.x
                  : side == CellSide::Right ? rect.x + rect.w - 1
                                            : rect.x + i;
    const int y = side == CellSide::Top      ? rect.y
                  : side == CellSide::Bottom ? rect.y + rect.h - 1
                                             : rect.y + i;
    if (!art.firm.test(x, y)) continue;
    Rgba& pixel = ink[static_cast<std::size_t>(i)];
    pixel = art.image.at(x, y);
    pixel.a = 255;
  }
  return ink;
}

}  // namespace

std::vector<EdgeSpan> coveredBy(const Shape& shape, CellSide side, double across) {
  return merged(std::visit(Covered(side, across), shape));
}

double placeOf(CellSide side, PixelSize cell) {
  switch (side) {
    case CellSide::Right:
      return cell.w;
    case CellSide::Bottom:
      return cell.h;
    case CellSide::Left:
    case CellSide::Top:
      break;
  }
  return 0;
}

std::optional<Shape> endingAt(const Shape& shape, CellSide side, double across) {
  const bool upright = isUpright(side);
  const double outward = outwardOf(side);
  if (const auto* box = std::get_if<Box>(&shape)) {
    Box fitted = *box;
    double& low = upright ? fitted.x : fitted.y;
    double& length = upright ? fitted.w : fitted.h;
    if (outward > 0) {
      length = across - low;
    } else {
      length += low - across;
      low = across;
    }
    if (length <= 0) return std::nullopt;
    return fitted;
  }
  const auto* polygon = std::get_if<Polygon>(&shape);
  if (polygon == nullptr) return std::nullopt;
  Polygon fitted = *polygon;
  bool any = false;
  for (Vertex& point : fitted.points) {
    double& place = upright ? point.x : point.y;
    if ((place - across) * outward < -kEdgeReach || place == across) continue;
    place = across;
    any = true;
  }
  if (!any) return std::nullopt;
  return fitted;
}

std::optional<Shape> withEndMoved(const Shape& shape, CellSide side, double across, double from,
                                  double to) {
  const bool upright = isUpright(side);
  if (const auto* box = std::get_if<Box>(&shape)) {
    Box fitted = *box;
    double& low = upright ? fitted.y : fitted.x;
    double& length = upright ? fitted.h : fitted.w;
    if (std::abs(low - from) <= kSame) {
      length += low - to;
      low = to;
    } else if (std::abs(low + length - from) <= kSame) {
      length = to - low;
    } else {
      return std::nullopt;
    }
    if (length <= 0) return std::nullopt;
    return fitted;
  }
  const auto* polygon = std::get_if<Polygon>(&shape);
  if (polygon == nullptr) return std::nullopt;
  Polygon fitted = *polygon;
  bool any = false;
  for (Vertex& point : fitted.points) {
    const Seen at = seen(point.x, point.y, side);
    if (std::abs(at.across - across) > kEdgeReach || std::abs(at.along - from) > 0.5) continue;
    (upright ? point.y : point.x) = to;
    any = true;
  }
  if (!any) return std::nullopt;
  return fitted;
}

bool isTile(const Project& project, const Asset& asset) {
  const Kind* kind = findKind(project, asset.kind);
  return kind != nullptr && kind->tiles;
}

std::vector<const Role*> stoppingRoles(const Project& project, const Asset& asset) {
  std::vector<const Role*> stopping;
  for (const Role& role : project.roles) {
    if (participantOf(project, asset, role).settings.duty == Duty::Stops) stopping.push_back(&role);
  }
  return stopping;
}

namespace {

std::optional<Tile> tileWith(const Asset& asset, const Frame& frame, const HeldShapes& held,
                             const std::vector<const Role*>& stopping, const ArtSource& art) {
  const auto sheet = frame.lost ? nullptr : art(frame.sheet);
  if (sheet == nullptr || !within(frame.rect, sheet->image.rect())) return std::nullopt;
  Tile tile;
  tile.asset = &asset;
  tile.frame = &frame;
  std::vector<Shape> shapes;
  for (const Role* role : stopping) {
    const ShapePlace* place = held.find(frame.id, role->name);
    if (place != nullptr) shapes.push_back(place->shape());
  }
  tile.shaped = !shapes.empty();
  for (const CellSide side : kCellSides) {
    const auto at = static_cast<std::size_t>(side);
    tile.ink[at] = inkAlong(*sheet, frame.rect, side);
    tile.edges[at] = edgeOf(shapes, side, frame.rect.size(), tile.ink[at]);
  }
  return tile;
}

}  // namespace

std::optional<Tile> tileOf(const Project& project, const Asset& asset, const Frame& frame,
                           const ArtSource& art) {
  return tileWith(asset, frame, HeldShapes(asset), stoppingRoles(project, asset), art);
}

std::vector<Tile> tilesOf(const Project& project, const ArtSource& art) {
  std::vector<Tile> tiles;
  for (const auto& asset : project.assets) {
    if (!isTile(project, *asset)) continue;
    const std::vector<const Role*> stopping = stoppingRoles(project, *asset);
    const HeldShapes held(*asset);
    for (const Frame& frame : asset->frames) {
      if (auto tile = tileWith(*asset, frame, held, stopping, art)) {
        tiles.push_back(std::move(*tile));
      }
    }
  }
  return tiles;
}

}  // namespace amber

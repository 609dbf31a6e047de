#include "core/geometry/contact/posed_piece.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <utility>
#include <vector>

#include "core/geometry/tolerances.h"
#include "core/geometry/vertex_math.h"

namespace amber {
namespace {

// What rounding can take from a distance of places within a million px, and more than a touch, px.
constexpr double kNotSure = 1e-6;

// Four sides, clockwise: the outward direction of each, of length 1, and how far along that it lies
// from (0,0). Where there are fewer the last is repeated.
constexpr std::size_t kSides = 4;
struct Sides {
  double outX[kSides];
  double outY[kSides];
  double at[kSides];
};

// The width of a vector register that every processor of this architecture has.
using Two = double __attribute__((vector_size(2 * sizeof(double))));

// Two sides as seen from a piece; `place` is the position of their points.
struct SeenSides {
  Two outX;
  Two outY;
  Two at;

  SeenSides(const Sides& sides, std::size_t first, const PiecePlace& place) {
    const Two x = Two{sides.outX[first], sides.outX[first + 1]};
    const Two y = Two{sides.outY[first], sides.outY[first + 1]};
    outX = x * place.cosine + y * place.sine;
    outY = y * place.cosine - x * place.sine;
    at = Two{sides.at[first], sides.at[first + 1]} - x * place.x - y * place.y;
  }
};

// Whether one of the sides has all the points beyond it, as they stand. The sides are turned,
// once for all points.
bool partedBy(const std::vector<Sides>& all, const std::vector<Vertex>& points,
              const PiecePlace& place) {
  for (const Sides& sides : all) {
    const SeenSides first(sides, 0, place);
    const SeenSides second(sides, 2, place);
    Two ofFirst = Two{kEndless, kEndless};
    Two ofSecond = ofFirst;
    for (const Vertex& p : points) {
      const Two atFirst = first.outX * p.x + first.outY * p.y;
      const Two atSecond = second.outX * p.x + second.outY * p.y;
      ofFirst = atFirst < ofFirst ? atFirst : ofFirst;
      ofSecond = atSecond < ofSecond ? atSecond : ofSecond;
    }
    ofFirst -= first.at;
    ofSecond -= second.at;
    const Two most = ofFirst < ofSecond ? ofSecond : ofFirst;
    if (std::max(most[0], most[1]) >= -kTouching) return true;
  }
  return false;
}

// Whether a circle meets a polygon without radius. Of all sides the one that it lies farthest
// beyond has the point that is nearest to its middle: the direction there lies between those of
// the two sides that meet at that point, and no other is as near to it.
bool circleMeets(const std::vector<Sides>& all, const std::vector<Vertex>& points, Vertex middle,
                 double radius) {
  double most = -kEndless;
  std::size_t side = 0;
  for (std::size_t i = 0; i < all.size(); ++i) {
    for (std::size_t k = 0; k < kSides; ++k) {
      const double out = all[i].outX[k] * middle.x + all[i].outY[k] * middle.y - all[i].at[k];
      const bool farther = out > most;
      most = farther ? out : most;
      side = farther ? i * kSides + k : side;
    }
  }
  const double reach = radius - kTouching;
  if (most <= 0) return reach > 0;
  side = std::min(side, points.size() - 1);
  const Vertex& from = points[side];
  const Vertex& to = points[side + 1 == points.size() ? 0 : side + 1];
  const Vertex along = to - from;
  const double length = dot(along, along);
  // How far past one of its ends, px, by the side's length.
  const double share = dot(middle - from, along);
  const double past = share - std::clamp(share, 0.0, length);
  return reach > 0 && (most * most) * length + (past * past) < reach * reach * length;
}

ConvexPiece stood(ConvexPiece piece, const PiecePlace& place) {
  for (Vertex& point : piece.points) point = place.of(point);
  return piece;
}

}  // namespace

struct PosedPiece::Outline {
  ConvexPiece piece;         // As seen from the middle.
  Vertex middle;             // Of both circles.
  std::vector<Sides> sides;  // Of a polygon; none of a circle or a capsule.

  bool isPlainPolygon() const { return !sides.empty() && piece.radius == 0; }
  bool isCircle() const { return piece.points.size() == 1; }
};

PosedPiece::PosedPiece(ConvexPiece piece, const PiecePlace& place) {
  auto outline = std::make_shared<Outline>();
  outline->piece = std::move(piece);
  std::vector<Vertex>& points = outline->piece.points;
  Vertex& middle = outline->middle;
  for (const Vertex& point : points) middle = middle + point;
  middle = middle * (1 / static_cast<double>(points.size()));
  double around = 0;
  for (Vertex& point : points) {
    point = point - middle;
    around = std::max(around, lengthOf(point));
  }
  const std::size_t count = points.size() > 2 ? points.size() : 0;
  outline->sides.resize((count + kSides - 1) / kSides);
  double within = count == 0 ? 0 : kEndless;
  for (std::size_t i = 0; i < outline->sides.size() * kSides; ++i) {
    const std::size_t from = std::min(i, count - 1);
    const Vertex along = points[from + 1 == count ? 0 : from + 1] - points[from];
    const Vertex outward = Vertex{along.y, -along.x} * (1 / lengthOf(along));
    Sides& sides = outline->sides[i / kSides];
    sides.outX[i % kSides] = outward.x;
    sides.outY[i % kSides] = outward.y;
    sides.at[i % kSides] = dot(points[from], outward);
    within = std::min(within, sides.at[i % kSides]);
  }
  within_ = std::max(0.0, within + outline->piece.radius - kNotSure);
  around_ = around + outline->piece.radius + kNotSure;
  outline_ = std::move(outline);
  moveTo(place);
}

void PosedPiece::moveTo(const PiecePlace& place) {
  const Vertex middle = place.of(outline_->middle);
  x_ = middle.x;
  y_ = middle.y;
  cosine_ = place.cosine;
  sine_ = place.sine;
}

// As seen by a piece at (0,0) without rotation.
PiecePlace PosedPiece::seenFrom(const PosedPiece& viewer) const {
  const double dx = x_ - viewer.x_;
  const double dy = y_ - viewer.y_;
  const double c = viewer.cosine_;
  const double s = viewer.sine_;
  return {c * dx + s * dy, c * dy - s * dx, c * cosine_ + s * sine_, c * sine_ - s * cosine_};
}

bool PosedPiece::meetsByOutline(const PosedPiece& other) const {
  const Outline& a = *outline_;
  const Outline& b = *other.outline_;
  if (a.isPlainPolygon() && b.isPlainPolygon()) {
    return !partedBy(a.sides, b.piece.points, other.seenFrom(*this)) &&
           !partedBy(b.sides, a.piece.points, seenFrom(other));
  }
  if (a.isPlainPolygon() && b.isCircle()) {
    const PiecePlace seen = other.seenFrom(*this);
    return circleMeets(a.sides, a.piece.points, {seen.x, seen.y}, b.piece.radius);
  }
  if (b.isPlainPolygon() && a.isCircle()) return other.meetsByOutline(*this);
  return contactOf(a.piece, stood(b.piece, other.seenFrom(*this))).meet();
}

}  // namespace amber

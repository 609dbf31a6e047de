#include "core/trial/course/moving/obstacle.h"

#include <algorithm>
#include <cmath>

#include "core/geometry/contact/parting.h"
#include "core/geometry/tolerances.h"
#include "core/geometry/vertex_math.h"

namespace amber {
namespace {

// When a move comes into a circle: entering it less kTouching, and touching it.
struct Entry {
  double enters = kEndless;
  double touches = kEndless;
};

Entry circleEntry(Vertex from, Vertex move, Vertex middle, double radius) {
  const double inner = radius - kTouching;
  const Vertex off = from - middle;
  const double along = dot(off, move);
  const double squared = dot(move, move);
  if (inner <= 0 || along >= 0 || squared <= 0) return {};
  const double inside = along * along - squared * (dot(off, off) - inner * inner);
  if (inside <= 0) return {};
  const double enters = (-along - std::sqrt(inside)) / squared;
  const double touching = along * along - squared * (dot(off, off) - radius * radius);
  return {enters, (-along - std::sqrt(std::max(0.0, touching))) / squared};
}

}  // namespace

Obstacle::Obstacle(const ConvexPiece& standing, const ConvexPiece& moving) {
  ConvexPiece area = differenceOf(standing, moving);
  corners_ = std::move(area.points);
  radius_ = area.radius;
  bounds_ = {kEndless, kEndless, -kEndless, -kEndless};
  for (std::size_t i = 0; i < corners_.size(); ++i) {
    const Vertex& from = corners_[i];
    bounds_.left = std::min(bounds_.left, from.x - radius_);
    bounds_.top = std::min(bounds_.top, from.y - radius_);
    bounds_.right = std::max(bounds_.right, from.x + radius_);
    bounds_.bottom = std::max(bounds_.bottom, from.y + radius_);
    const Vertex to = corners_[i + 1 == corners_.size() ? 0 : i + 1];
    const double length = lengthOf(to - from);
    if (length <= 0) continue;
    const Vertex along = (to - from) * (1 / length);
    sides_.push_back({from, along, {along.y, -along.x}, length});
  }
}

// Whether the place lies in the polygon, no nearer to its sides than the margin.
bool Obstacle::inCore(Vertex place, double margin) const {
  return sides_.size() > 2 && std::all_of(sides_.begin(), sides_.end(), [&](const Side& side) {
           return dot(place - side.from, side.outward) < -margin;
         });
}

bool Obstacle::holds(Vertex place) const {
  if (radius_ <= 0) return inCore(place, kTouching);
  return surfaceAt(place).distance < -kTouching;
}

Obstacle::Surface Obstacle::surfaceAt(Vertex place) const {
  const Side* outermost = nullptr;
  double apart = -kEndless;
  for (const Side& side : sides_) {
    const double out = dot(place - side.from, side.outward);
    if (out > apart) {
      apart = out;
      outermost = &side;
    }
  }
  if (sides_.size() > 2 && apart <= 0) return {apart - radius_, outermost->outward};
  Vertex nearest = corners_.front();
  double distance = kEndless;
  const auto look = [&](Vertex point) {
    const double away = lengthOf(place - point);
    if (away >= distance) return;
    distance = away;
    nearest = point;
  };
  look(nearest);
  for (const Side& side : sides_) {
    look(side.from + side.along * std::clamp(dot(place - side.from, side.along), 0.0, side.length));
  }
  // Upon a core without area any way out is as short: the side's, or up.
  if (distance <= kTouching) {
    return {distance - radius_, outermost == nullptr ? Vertex{0, -1} : outermost->outward};
  }
  return {distance - radius_, (place - nearest) * (1 / distance)};
}

std::optional<Obstacle::Hit> Obstacle::hitBy(Vertex from, Vertex move) const {
  if (move.x == 0 && move.y == 0) return std::nullopt;
  if (holds(from)) {
    const Vertex out = surfaceAt(from).normal;
    // What leads along the surface, but for rounding, does not lead in.
    const bool leadsIn = dot(out, move) < -kTouching * lengthOf(move);
    return leadsIn ? std::optional(Hit{0, out}) : std::nullopt;
  }
  return radius_ > 0 ? roundHit(from, move) : sharpHit(from, move);
}

// The move clipped by the half-planes of the sides. Reference: M. Cyrus, J. Beck, "Generalized Two-
// and Three-Dimensional Clipping", Computers and Graphics 3, 1978.
std::optional<Obstacle::Hit> Obstacle::sharpHit(Vertex from, Vertex move) const {
  if (sides_.size() < 3) return std::nullopt;
  double enters = -kEndless;
  double leaves = kEndless;
  Hit hit;
  for (const Side& side : sides_) {
    const double out = dot(from - side.from, side.outward);
    const double speed = dot(move, side.outward);
    if (speed == 0) {
      if (out >= -kTouching) return std::nullopt;
      continue;
    }
    const double at = (-kTouching - out) / speed;
    if (speed > 0) {
      leaves = std::min(leaves, at);
    } else if (at > enters) {
      enters = at;
      hit = {-out / speed, side.outward};
    }
  }
  if (enters >= leaves || enters >= 1 || leaves <= 0) return std::nullopt;
  hit.share = std::clamp(hit.share, 0.0, 1.0);
  return hit;
}

// The nearest of the straight sides moved out, and of the circles around the corners.
std::optional<Obstacle::Hit> Obstacle::roundHit(Vertex from, Vertex move) const {
  Entry first;
  Hit hit;
  for (const Side& side : sides_) {
    const double speed = dot(move, side.outward);
    if (speed >= 0) continue;
    const double out = dot(from - side.from, side.outward);
    const Entry entry{(radius_ - kTouching - out) / speed, (radius_ - out) / speed};
    if (entry.enters < 0 || entry.enters >= first.enters) continue;
    const double share = dot(from + move * entry.enters - side.from, side.along);
    if (share < 0 || share > side.length) continue;
    first = entry;
    hit.normal = side.outward;
  }
  for (const Vertex& corner : corners_) {
    const Entry entry = circleEntry(from, move, corner, radius_);
    if (entry.enters < 0 || entry.enters >= first.enters) continue;
    first = entry;
    const Vertex out = from + move * std::max(0.0, entry.touches) - corner;
    hit.normal = out * (1 / lengthOf(out));
  }
  if (first.enters >= 1) return std::nullopt;
  hit.share = std::clamp(first.touches, 0.0, 1.0);
  return hit;
}

}  // namespace amber

#include "core/trial/course/moving/piece_store.h"

#include <algorithm>
#include <limits>

namespace amber {
namespace {

Obstacle::Bounds boundsOf(const std::vector<ConvexPiece>& pieces) {
  constexpr double kBeyond = std::numeric_limits<double>::infinity();
  Obstacle::Bounds bounds{kBeyond, kBeyond, -kBeyond, -kBeyond};
  for (const ConvexPiece& piece : pieces) {
    for (const Vertex& point : piece.points) {
      bounds = {std::min(bounds.left, point.x - piece.radius),
                std::min(bounds.top, point.y - piece.radius),
                std::max(bounds.right, point.x + piece.radius),
                std::max(bounds.bottom, point.y + piece.radius)};
    }
  }
  return bounds;
}

}  // namespace

PieceStore::Id PieceStore::add(std::vector<ConvexPiece> pieces) {
  const auto known = std::find(shapes_.begin(), shapes_.end(), pieces);
  if (known != shapes_.end()) return static_cast<Id>(known - shapes_.begin());
  bounds_.push_back(boundsOf(pieces));
  shapes_.push_back(std::move(pieces));
  return shapes_.size() - 1;
}

const ObstacleSet& PieceStore::between(Id standing, Id moving) {
  std::unique_ptr<ObstacleSet>& set = sets_[{standing, moving}];
  if (set) return *set;
  constexpr double kBeyond = std::numeric_limits<double>::infinity();
  set = std::make_unique<ObstacleSet>();
  set->bounds = {kBeyond, kBeyond, -kBeyond, -kBeyond};
  for (const ConvexPiece& p : shapes_[standing]) {
    for (const ConvexPiece& q : shapes_[moving]) {
      const Obstacle::Bounds& one = set->obstacles.emplace_back(p, q).bounds();
      set->bounds = {std::min(set->bounds.left, one.left), std::min(set->bounds.top, one.top),
                     std::max(set->bounds.right, one.right),
                     std::max(set->bounds.bottom, one.bottom)};
    }
  }
  return *set;
}

bool holds(const ObstacleSet& set, Vertex place) {
  const Obstacle::Bounds& all = set.bounds;
  if (place.x <= all.left || place.x >= all.right || place.y <= all.top || place.y >= all.bottom) {
    return false;
  }
  return std::any_of(set.obstacles.begin(), set.obstacles.end(),
                     [&](const Obstacle& one) { return one.holds(place); });
}

}  // namespace amber

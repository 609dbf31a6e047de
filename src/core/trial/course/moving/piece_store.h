#pragma once

#include <map>
#include <memory>
#include <vector>

#include "core/trial/course/moving/obstacle.h"

namespace amber {

/// Every place at which a moving shape overlaps a standing one, one obstacle for each two pieces.
struct ObstacleSet {
  std::vector<Obstacle> obstacles;
  Obstacle::Bounds bounds;  ///< Of all of them; of none, nothing lies within.
};

/// The shapes on a course as convex pieces, equal ones once, and the obstacles that they are to
/// each other, each made when it is first asked for.
class PieceStore {
 public:
  using Id = std::size_t;

  Id add(std::vector<ConvexPiece> pieces);
  const std::vector<ConvexPiece>& pieces(Id shape) const { return shapes_[shape]; }
  const Obstacle::Bounds& bounds(Id shape) const { return bounds_[shape]; }
  /// Cost: the product of the pieces and of their points, the first time.
  const ObstacleSet& between(Id standing, Id moving);

 private:
  std::vector<std::vector<ConvexPiece>> shapes_;
  std::vector<Obstacle::Bounds> bounds_;
  std::map<std::pair<Id, Id>, std::unique_ptr<ObstacleSet>> sets_;
};

/// Whether a place lies in any of them.
bool holds(const ObstacleSet& set, Vertex place);

}  // namespace amber

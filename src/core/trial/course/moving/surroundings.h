#pragma once

#include <optional>
#include <vector>

#include "core/trial/course/moving/piece_store.h"

namespace amber {

/// An obstacle near what moves, where it stands.
struct NearObstacle {
  const Obstacle* obstacle = nullptr;
  Vertex at;              ///< Where the standing shape has its (0,0).
  std::size_t whose = 0;  ///< The index of the obstacle, as its owner counts.
  std::size_t part = 0;   ///< Which of the moving asset's shapes it stops.
};

/// What lies in reach of one tick's move.
class Surroundings {
 public:
  void clear() { near_.clear(); }
  /// Takes in what of the set lies within the area.
  void gather(const ObstacleSet& set, Vertex at, const Obstacle::Bounds& area, std::size_t whose,
              std::size_t part);

  const std::vector<NearObstacle>& near() const { return near_; }

  /// What the place overlaps, the first gathered first; null for nothing.
  const NearObstacle* holder(Vertex place) const;
  bool holds(Vertex place) const { return holder(place) != nullptr; }

  /// What a straight move from a place comes up against first; of two as soon, the first gathered.
  struct Hit {
    double share = 0;  ///< Of the move.
    Vertex normal;
    const NearObstacle* by = nullptr;
  };
  std::optional<Hit> firstHit(Vertex from, Vertex move) const;

  /// The deepest overlap at a place: how deep, and the way out of that obstacle.
  struct Overlap {
    double depth = 0;
    Vertex normal;
    const NearObstacle* by = nullptr;
  };
  Overlap deepest(Vertex place) const;

 private:
  std::vector<NearObstacle> near_;
};

}  // namespace amber

#pragma once

#include <optional>
#include <vector>

#include "core/geometry/contact/convex_contact.h"

namespace amber {

/// All places at which a moving piece overlaps a standing one: their difference, in which the
/// moving one is a point. So one routine sweeps every pair of convex kinds. Reference: T.
/// Lozano-Perez, "Spatial Planning: A Configuration Space Approach", IEEE Transactions on Computers
/// C-32, 1983.
///
/// What lies no deeper than kTouching only touches.
class Obstacle {
 public:
  /// Requires: both finite, of a point or more.
  Obstacle(const ConvexPiece& standing, const ConvexPiece& moving);

  /// Whether the moving piece overlaps the standing one with its own (0,0) there.
  bool holds(Vertex place) const;

  /// Where a straight move from a place first touches it, if it then goes in: the share of the
  /// move, 0 to 1, and the direction out of it there, of length 1. A move that starts within it
  /// and leads farther in is stopped at once. Cost: linear in the points.
  struct Hit {
    double share = 0;
    Vertex normal;
  };
  std::optional<Hit> hitBy(Vertex from, Vertex move) const;

  /// How far a place lies from its surface, px, below 0 within, and the direction out of it.
  struct Surface {
    double distance = 0;
    Vertex normal;
  };
  Surface surfaceAt(Vertex place) const;

  struct Bounds {
    double left = 0;
    double top = 0;
    double right = 0;
    double bottom = 0;
  };
  const Bounds& bounds() const { return bounds_; }

 private:
  // From its corner along the next side; both directions of length 1.
  struct Side {
    Vertex from;
    Vertex along;
    Vertex outward;
    double length = 0;
  };

  bool inCore(Vertex place, double margin) const;
  std::optional<Hit> sharpHit(Vertex from, Vertex move) const;
  std::optional<Hit> roundHit(Vertex from, Vertex move) const;

  std::vector<Side> sides_;  // None of a circle, two of a capsule.
  std::vector<Vertex> corners_;
  double radius_ = 0;
  Bounds bounds_;
};

}  // namespace amber

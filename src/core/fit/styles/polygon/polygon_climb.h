#pragma once

#include <array>
#include <vector>

#include "core/fit/styles/polygon/polygon_sums.h"
#include "core/project/values/recipe.h"

namespace amber {

/// What a polygon is to be good at.
struct PolygonGoal {
  FitStyle style = FitStyle::Balanced;
  long long wanted = 0;  ///< Ink that a trimmed polygon must hold.
  bool convex = false;
  int depth = 1;  ///< Of the ink.

  Cuts cuts() const { return style == FitStyle::Snug ? Cuts::Counted : Cuts::NotCounted; }
  /// What is wrong with it, in pixels: bare or cut ink, air, or ink that is missing; 0 for none.
  long long wrong(const PolygonSums& sums, long long allInk) const;
  /// What it is worth where nothing is wrong; higher is better.
  double worth(const PolygonSums& sums, long long allInk) const;
};

/// A polygon that is improved by moving its corners and edges, and by moving single corners to
/// where they help more. It never has a fault, and it is convex if the goal requires that.
class PolygonClimb {
 public:
  /// Requires: points without a fault, clockwise, convex if the goal requires that.
  PolygonClimb(const InkCounts& ink, const PolygonGoal& goal, std::vector<Vertex> points);

  /// Moves by steps of `step` px, then half of it and so on down to `least`, for as long as worth
  /// less `price` for every pixel of wrong gets higher.
  void climb(double step, double least, double price);

  /// Puts corners in, each at the best of `places` for the edge nearest to it, and climbs, while
  /// there are fewer than `most` and it gets better; then takes the one that matters least out
  /// first, up to `rounds` times.
  void relocate(const std::vector<Vertex>& places, std::size_t most, int rounds, double step,
                double least, double price);

  const std::vector<Vertex>& points() const { return points_; }
  long long wrong() const { return goal_.wrong(sum_, ink_.total()); }
  /// Whether a corner of what is to be full lies more than a pixel past the ink: it was put there,
  /// on a bridge between islands, and no step led back. Of other styles, whether one lies too far
  /// away for a shape (kFarthestReach).
  bool reachesPast() const;
  double worth() const { return goal_.worth(sum_, ink_.total()); }
  /// Its worth less what is wrong with it, at the price of the last climb.
  double score() const { return score_; }

 private:
  std::size_t after(std::size_t i) const { return i + 1 == points_.size() ? 0 : i + 1; }
  std::size_t before(std::size_t i) const { return i == 0 ? points_.size() - 1 : i - 1; }
  double scoreOf(const PolygonSums& sums) const;
  template <std::size_t N>
  bool tryMove(std::size_t first, std::array<Vertex, N> to);
  bool leavesInk(const Vertex& p) const;
  double awayFromInk(const Vertex& p) const;
  bool strays(const Vertex& from, const Vertex& to) const;
  bool moveCorner(std::size_t i, double step);
  bool moveEdge(std::size_t i, double step);
  bool legalAround(std::size_t first, std::size_t count) const;
  bool takeSpareOut();
  void sumUp();

  const InkCounts& ink_;
  PolygonGoal goal_;
  std::vector<Vertex> points_;
  std::vector<PolygonSums> edges_;  // of the edge that starts at the point
  std::vector<int> cutRows_;        // where the last try to move the edge was found to cut ink
  PolygonSums sum_;
  double price_ = 0;
  double score_ = 0;
};

}  // namespace amber

#pragma once

#include <vector>

#include "core/geometry/polygon.h"

namespace amber {

/// The least convex polygon around rows of pixels, which are added from the top down.
class RowHull {
 public:
  /// Requires: room for so many rows.
  explicit RowHull(int rows);
  /// Pixels [x0, x1) of row y. Requires: a row below those before; x0 < x1.
  void add(int y, int x0, int x1);
  /// See hullOf. Nothing can be added after that.
  std::vector<Vertex> corners();

 private:
  struct Corner {
    int x;
    int y;
  };
  template <int kWay>
  static void addToSide(std::vector<Corner>& side, Corner next);

  std::vector<Corner> right_;
  std::vector<Corner> left_;
  // The last row.
  int y_ = 0;
  int x0_ = 0;
  int x1_ = 0;
};

}  // namespace amber

#include "core/image/row_hull.h"

#include <cstddef>

namespace amber {

RowHull::RowHull(int rows) {
  right_.reserve(static_cast<std::size_t>(rows) + 2);
  left_.reserve(static_cast<std::size_t>(rows) + 2);
}

// The next corner of a side that goes down; the right one (way 1) turns right.
template <int kWay>
void RowHull::addToSide(std::vector<Corner>& side, Corner next) {
  while (side.size() >= 2) {
    const Corner& a = side[side.size() - 2];
    const Corner& b = side.back();
    // Images are small enough for int, see kLongestImageSide.
    const int turn = (b.x - a.x) * (next.y - a.y) - (b.y - a.y) * (next.x - a.x);
    if (kWay * turn > 0) break;
    side.pop_back();
  }
  side.push_back(next);
}

// Of a row that goes outward from the one above the upper corner counts, of one that is followed by
// a row that goes inward the lower corner.
void RowHull::add(int y, int x0, int x1) {
  const bool joined = !right_.empty() && y == y_ + 1;
  if (!joined && !right_.empty()) {
    addToSide<1>(right_, {x1_, y_ + 1});
    addToSide<-1>(left_, {x0_, y_ + 1});
  }
  if (!joined || x1 > x1_) {
    addToSide<1>(right_, {x1, y});
  } else if (x1 < x1_) {
    addToSide<1>(right_, {x1_, y});
  }
  if (!joined || x0 < x0_) {
    addToSide<-1>(left_, {x0, y});
  } else if (x0 > x0_) {
    addToSide<-1>(left_, {x0_, y});
  }
  y_ = y;
  x0_ = x0;
  x1_ = x1;
}

std::vector<Vertex> RowHull::corners() {
  std::vector<Vertex> hull;
  if (right_.empty()) return hull;
  addToSide<1>(right_, {x1_, y_ + 1});
  addToSide<-1>(left_, {x0_, y_ + 1});
  hull.reserve(right_.size() + left_.size());
  for (const Corner& corner : right_) hull.push_back({1.0 * corner.x, 1.0 * corner.y});
  // The left side goes up again; the level edges at the top and the bottom join the two.
  for (auto corner = left_.rbegin(); corner != left_.rend(); ++corner) {
    hull.push_back({1.0 * corner->x, 1.0 * corner->y});
  }
  return hull;
}

}  // namespace amber

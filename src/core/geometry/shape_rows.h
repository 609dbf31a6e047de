#pragma once

#include <algorithm>
#include <vector>

#include "core/geometry/round_rows.h"
#include "core/geometry/shape.h"

namespace amber {

/// A polygon's edges, ready to be asked where they pass a row.
class PolygonRows {
 public:
  /// Requires: a polygon that outlives it, of at least 3 points.
  explicit PolygonRows(const Polygon& polygon) {
    const std::size_t n = polygon.points.size();
    edges_.reserve(n);
    for (std::size_t i = 0; i < n; ++i) {
      const Vertex& p = polygon.points[i];
      const Vertex& q = polygon.points[i + 1 == n ? 0 : i + 1];
      if (p.y != q.y) edges_.push_back({std::min(p.y, q.y), std::max(p.y, q.y), EdgeLine(p, q)});
    }
  }

  /// Calls visit(span) for what is between an odd crossing and the next, left to right.
  template <class Visit>
  void visitRow(int y, const Visit& visit) {
    const double at = y + 0.5;
    columns_.clear();
    for (const Edge& edge : edges_) {
      if (edge.top <= at && at < edge.bottom) columns_.push_back(firstPixelFrom(edge.line.at(at)));
    }
    std::sort(columns_.begin(), columns_.end());
    for (std::size_t i = 0; i + 1 < columns_.size(); i += 2) {
      if (columns_[i] < columns_[i + 1]) visit(PixelSpan{columns_[i], columns_[i + 1]});
    }
  }

 private:
  struct Edge {
    double top;
    double bottom;
    EdgeLine line;
  };
  std::vector<Edge> edges_;
  std::vector<int> columns_;
};

/// Calls visit(y, span) for the pixels of a shape in rows [top, end), from the top, and in each
/// from the left. Requires: a valid shape. Cost: linear in the rows, for a polygon times its edges.
template <class Visit>
void visitRows(const Shape& shape, int top, int end, const Visit& visit) {
  const auto single = [&](const auto& rowOf) {
    for (int y = top; y < end; ++y) {
      const PixelSpan span = rowOf(y);
      if (!span.empty()) visit(y, span);
    }
  };
  if (const auto* circle = std::get_if<Circle>(&shape)) {
    const CircleRows rows(*circle);
    single([&](int y) { return rows.row(y); });
  } else if (const auto* capsule = std::get_if<Capsule>(&shape)) {
    const CapsuleRows rows(*capsule);
    single([&](int y) { return rows.row(y); });
  } else if (const auto* box = std::get_if<Box>(&shape)) {
    single([&](int y) { return rowOf(*box, y); });
  } else if (const auto* polygon = std::get_if<Polygon>(&shape)) {
    PolygonRows rows(*polygon);
    for (int y = top; y < end; ++y) {
      rows.visitRow(y, [&](const PixelSpan& span) { visit(y, span); });
    }
  } else if (const auto* mask = std::get_if<MaskShape>(&shape)) {
    // Pixels whose centres fall into the mask's.
    const int down = firstPixelFrom(mask->y);
    const int across = firstPixelFrom(mask->x);
    for (const MaskRun& run : mask->runs) {
      const int y = run.y + down;
      if (y >= top && y < end) visit(y, PixelSpan{run.x0 + across, run.x1 + across});
    }
  }
}

}  // namespace amber

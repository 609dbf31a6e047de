#include "core/geometry/convex_parts.h"

#include <algorithm>
#include <cstdint>
#include <optional>

namespace amber {
namespace {

using Ring = std::vector<std::uint16_t>;  // indices of corners, clockwise

struct Cut {
  std::size_t from = 0;  // places in the ring
  std::size_t to = 0;
  int mends = -1;
  double squaredLength = 0;

  bool better(const Cut& other) const {
    return mends != other.mends ? mends > other.mends : squaredLength < other.squaredLength;
  }
};

class Partition {
 public:
  explicit Partition(const std::vector<Vertex>& points) : points_(points) {}

  std::vector<Ring> run() {
    Ring all(points_.size());
    for (std::size_t i = 0; i < all.size(); ++i) all[i] = static_cast<std::uint16_t>(i);
    std::vector<Ring> open{std::move(all)};
    std::vector<Ring> parts;
    while (!open.empty()) {
      Ring ring = std::move(open.back());
      open.pop_back();
      const auto cut = bestCut(ring);
      if (!cut) {
        parts.push_back(std::move(ring));
        continue;
      }
      const auto [a, b] = std::minmax(cut->from, cut->to);
      if (cut->mends == 0) needless_ = true;
      const auto at = [&](std::size_t i) { return ring.begin() + static_cast<std::ptrdiff_t>(i); };
      Ring one(at(a), at(b) + 1);
      Ring other(at(b), ring.end());
      other.insert(other.end(), at(0), at(a) + 1);
      open.push_back(std::move(one));
      open.push_back(std::move(other));
    }
    if (needless_) merge(parts);
    return parts;
  }

 private:
  const Vertex& at(const Ring& ring, std::size_t i) const { return points_[ring[i]]; }

  // Whether the cut from corner i leaves no inward corner there.
  bool mends(const Ring& ring, std::size_t i, Vertex to) const {
    const std::size_t n = ring.size();
    const Vertex& v = at(ring, i);
    return turn(at(ring, (i + n - 1) % n), v, to) >= 0 && turn(to, v, at(ring, (i + 1) % n)) >= 0;
  }

  // Whether the way from corner i to `to` starts inside.
  bool startsInside(const Ring& ring, std::size_t i, Vertex to) const {
    const std::size_t n = ring.size();
    const Vertex& v = at(ring, i);
    const Vertex& p = at(ring, (i + n - 1) % n);
    const Vertex& q = at(ring, (i + 1) % n);
    const bool rightOfIn = turn(p, v, to) > 0;
    const bool rightOfOut = turn(v, q, to) > 0;
    return turn(p, v, q) > 0 ? rightOfIn && rightOfOut : rightOfIn || rightOfOut;
  }

  bool seen(const Ring& ring, std::size_t i, std::size_t j) const {
    const std::size_t n = ring.size();
    const Vertex& a = at(ring, i);
    const Vertex& b = at(ring, j);
    for (std::size_t k = 0; k < n; ++k) {
      const std::size_t next = k + 1 == n ? 0 : k + 1;
      if (k == i || k == j || next == i || next == j) continue;
      if (segmentsTouch(a, b, at(ring, k), at(ring, next))) return false;
    }
    return true;
  }

  // Nothing where the ring is convex.
  std::optional<Cut> bestCut(const Ring& ring) const {
    const std::size_t n = ring.size();
    std::vector<std::size_t> inward;
    for (std::size_t i = 0; i < n; ++i) {
      const Vertex& p = at(ring, i == 0 ? n - 1 : i - 1);
      if (turn(p, at(ring, i), at(ring, i + 1 == n ? 0 : i + 1)) < 0) inward.push_back(i);
    }
    if (inward.empty()) return std::nullopt;
    Cut best;
    const auto consider = [&](std::size_t i, std::size_t j, bool bothInward) {
      const std::size_t gap = i > j ? i - j : j - i;
      if (gap < 2 || gap == n - 1) return;
      const Vertex& a = at(ring, i);
      const Vertex& b = at(ring, j);
      const double dx = a.x - b.x;
      const double dy = a.y - b.y;
      Cut cut{i, j, 0, dx * dx + dy * dy};
      cut.mends = (mends(ring, i, b) ? 1 : 0) + (bothInward && mends(ring, j, a) ? 1 : 0);
      if (!cut.better(best) || !startsInside(ring, i, b) || !startsInside(ring, j, a)) return;
      if (seen(ring, i, j)) best = cut;
    };
    for (std::size_t k = 0; k < inward.size(); ++k) {
      for (std::size_t m = k + 1; m < inward.size(); ++m) consider(inward[k], inward[m], true);
    }
    if (best.mends == 2) return best;
    std::size_t next = 0;
    for (std::size_t j = 0; j < n; ++j) {
      if (next < inward.size() && inward[next] == j) {
        ++next;
        continue;
      }
      for (const std::size_t i : inward) consider(i, j, false);
    }
    return best;
  }

  bool isConvexRing(const Ring& ring) const {
    const std::size_t n = ring.size();
    for (std::size_t i = 0; i < n; ++i) {
      if (turn(at(ring, i), at(ring, (i + 1) % n), at(ring, (i + 2) % n)) < 0) return false;
    }
    return true;
  }

  // The two rings joined along an edge that one has the one way and the other the other way.
  static std::optional<Ring> joined(const Ring& a, const Ring& b) {
    for (std::size_t i = 0; i < a.size(); ++i) {
      const std::uint16_t p = a[i];
      const std::uint16_t q = a[(i + 1) % a.size()];
      for (std::size_t j = 0; j < b.size(); ++j) {
        if (b[j] != q || b[(j + 1) % b.size()] != p) continue;
        Ring ring;
        for (std::size_t k = 0; k < a.size(); ++k) ring.push_back(a[(i + 1 + k) % a.size()]);
        for (std::size_t k = 2; k < b.size(); ++k) ring.push_back(b[(j + k) % b.size()]);
        return ring;
      }
    }
    return std::nullopt;
  }

  void merge(std::vector<Ring>& parts) const {
    for (std::size_t i = 0; i < parts.size(); ++i) {
      for (std::size_t j = i + 1; j < parts.size();) {
        auto ring = joined(parts[i], parts[j]);
        if (!ring || !isConvexRing(*ring)) {
          ++j;
          continue;
        }
        parts[i] = std::move(*ring);
        parts.erase(parts.begin() + static_cast<std::ptrdiff_t>(j));
        j = i + 1;
      }
    }
  }

  const std::vector<Vertex>& points_;
  bool needless_ = false;
};

}  // namespace

std::vector<Polygon> convexParts(const Polygon& polygon, int mostPoints) {
  std::vector<Polygon> parts;
  if (faultOf(polygon) != PolygonFault::None) return parts;
  const auto most = static_cast<std::size_t>(mostPoints);
  for (const Ring& ring : Partition(polygon.points).run()) {
    // Fans of the first corner; each takes as many as it may.
    for (std::size_t from = 1; from + 1 < ring.size(); from += most - 2) {
      Polygon part{{polygon.points[ring[0]]}};
      const std::size_t end = std::min(from + most - 1, ring.size());
      for (std::size_t i = from; i < end; ++i) part.points.push_back(polygon.points[ring[i]]);
      parts.push_back(std::move(part));
    }
  }
  return parts;
}

}  // namespace amber

#include "core/geometry/convex_parts.h"

#include <algorithm>
#include <cstddef>
#include <utility>

#include "core/geometry/line_sides.h"
#include "core/geometry/segments_near.h"

namespace amber {
namespace {

// A polygon being cut: at every corner, what it is joined to, in the order of the directions
// through the inside, from the next corner of the polygon round to the one before. Two that follow
// each other are the sides of a sector, which is inward where it is wider than half a turn.
class Partition {
 public:
  explicit Partition(const std::vector<Vertex>& points)
      : p_(points),
        sides_(2 * points.size()),
        inwardAt_(points.size()),
        fromSides_(points),
        toSides_(points),
        segments_(points, points.size()) {
    // A polygon falls into two parts less than it has corners.
    sides_.reserve(4 * n());
    for (std::size_t i = 0; i < n(); ++i) {
      const std::size_t next = i + 1 == n() ? 0 : i + 1;
      const std::size_t last = i == 0 ? n() - 1 : i - 1;
      sides_[first(i)] = {next, kNone, first(i) + 1, first(next) + 1};
      sides_[first(i) + 1] = {last, first(i), kNone, first(last)};
    }
    for (std::size_t i = 0; i < n(); ++i) {
      findInward(i);
      farther_ = std::max(farther_, 5 * squaredLength(0, i));
    }
  }

  /// Cuts until every part is convex. Corners that no cut between inward corners resolves are cut
  /// in order, from the first corner or from the last.
  void run(bool fromLast) {
    cutBetweenInward();
    // One at a time: a corner resolved by the first cut does not need the next.
    for (std::size_t k = 0; k < n(); ++k) {
      const std::size_t i = fromLast ? n() - 1 - k : k;
      while (hasInward(i) && cutFrom(i)) {
      }
    }
    takeNeedlessOut();
  }

  /// There is one part more than there are cuts.
  std::size_t cutCount() const { return cuts_.size(); }

  /// The corners of the parts, one part after the other, as visit(corners). Walked round with the
  /// inside to the right: from each side on to the one next to it there.
  template <class Visit>
  void visitParts(const Visit& visit) const {
    std::vector<char> walked(sides_.size());
    std::vector<Vertex> part;
    for (std::size_t i = 0; i < n(); ++i) {
      // The last side leads back along the polygon's own edge, which has no inside to its right.
      for (std::size_t k = first(i); sides_[k].after != kNone; k = sides_[k].after) {
        if (walked[k]) continue;
        part.clear();
        std::size_t from = i;
        for (std::size_t side = k; !walked[side]; side = sides_[sides_[side].twin].before) {
          walked[side] = true;
          part.push_back(p_[from]);
          from = sides_[side].to;
        }
        visit(part);
      }
    }
  }

 private:
  static constexpr std::size_t kNone = static_cast<std::size_t>(-1);

  // What a corner is joined to, and the places of the sides before and after it at the corner, and
  // of the same one as the other corner has it.
  struct Side {
    std::size_t to = 0;
    std::size_t before = kNone;
    std::size_t after = kNone;
    std::size_t twin = kNone;
  };

  struct Cut {
    std::size_t a;
    std::size_t b;
    std::size_t side;  // the place of a's side; b's is the next
  };

  struct Pair {
    std::size_t a;
    std::size_t b;
    double squaredLength;
  };

  // A cut that resolves a corner; the lowest rank is the best.
  struct Way {
    double rank;
    std::size_t to;
  };

  std::size_t n() const { return p_.size(); }

  // The place of a corner's first side.
  static std::size_t first(std::size_t corner) { return 2 * corner; }

  double squaredLength(std::size_t i, std::size_t j) const {
    const double dx = p_[i].x - p_[j].x;
    const double dy = p_[i].y - p_[j].y;
    return dx * dx + dy * dy;
  }

  // Whether the sector at corner v from one corner to the other, clockwise, is wider than half a
  // turn.
  bool inward(std::size_t v, std::size_t from, std::size_t to) const {
    return turn(p_[to], p_[v], p_[from]) < 0;
  }

  // Whether a direction lies inside a sector, its sides excluded.
  bool within(std::size_t v, std::size_t from, std::size_t to, std::size_t other) const {
    const bool afterFrom = turn(p_[v], p_[from], p_[other]) > 0;
    const bool beforeTo = turn(p_[v], p_[other], p_[to]) > 0;
    return inward(v, from, to) ? afterFrom || beforeTo : afterFrom && beforeTo;
  }

  // Of the sector at v that a way to `other` lies in, the place of its first side; none where the
  // way lies along one.
  std::size_t sectorOf(std::size_t v, std::size_t other) const {
    std::size_t k = first(v);
    for (std::size_t next = sides_[k].after; next != kNone; next = sides_[k].after) {
      if (within(v, sides_[k].to, sides_[next].to, other)) return k;
      k = next;
    }
    return kNone;
  }

  // A corner has one inward sector at most: all its sectors are less than a whole turn together.
  void findInward(std::size_t v) {
    inwardAt_[v] = kNone;
    std::size_t k = first(v);
    for (std::size_t next = sides_[k].after; next != kNone; next = sides_[k].after) {
      if (inward(v, sides_[k].to, sides_[next].to)) {
        inwardAt_[v] = k;
        return;
      }
      k = next;
    }
  }
  bool hasInward(std::size_t v) const { return inwardAt_[v] != kNone; }
  std::size_t inwardFrom(std::size_t v) const { return sides_[inwardAt_[v]].to; }
  std::size_t inwardTo(std::size_t v) const { return sides_[sides_[inwardAt_[v]].after].to; }

  // Whether a cut to `other` leaves the inward sector of v without any: it lies on the inner side
  // of both of its sides.
  bool mends(std::size_t v, std::size_t other) const {
    if (!hasInward(v)) return false;
    const bool afterFrom = turn(p_[v], p_[inwardFrom(v)], p_[other]) >= 0;
    const bool beforeTo = turn(p_[v], p_[other], p_[inwardTo(v)]) >= 0;
    // Both are asked, which takes less than to guess whether the second is needed.
    return static_cast<int>(afterFrom) + static_cast<int>(beforeTo) == 2;
  }

  // Whether no edge and no cut lies between two corners.
  bool nothingBetween(std::size_t i, std::size_t j) const {
    return !segments_.anyNear(p_[i], p_[j], [&](std::size_t number) {
      std::size_t k = number;
      std::size_t m = k + 1 == n() ? 0 : k + 1;
      if (number >= n()) {
        k = cuts_[number - n()].a;
        m = cuts_[number - n()].b;
      }
      return k != i && k != j && m != i && m != j && segmentsTouch(p_[i], p_[j], p_[k], p_[m]);
    });
  }

  void cut(std::size_t i, std::size_t j) {
    const std::size_t added = sides_.size();
    const auto join = [&](std::size_t v, std::size_t other, std::size_t place, std::size_t twin) {
      const std::size_t before = sectorOf(v, other);
      const std::size_t after = sides_[before].after;
      sides_.push_back({other, before, after, twin});
      sides_[before].after = sides_[after].before = place;
      findInward(v);
    };
    join(i, j, added, added + 1);
    join(j, i, added + 1, added);
    cuts_.push_back({i, j, added});
    segments_.add(p_[i], p_[j]);
  }

  // Every cut between two inward corners that resolves both, the shortest first.
  void cutBetweenInward() {
    std::vector<Pair> pairs;
    std::vector<std::size_t> corners;
    for (std::size_t i = 0; i < n(); ++i) {
      if (hasInward(i)) corners.push_back(i);
    }
    for (std::size_t k = 0; k < corners.size(); ++k) {
      for (std::size_t m = k + 1; m < corners.size(); ++m) {
        const std::size_t a = corners[k];
        const std::size_t b = corners[m];
        if (mends(a, b) && mends(b, a)) pairs.push_back({a, b, squaredLength(a, b)});
      }
    }
    std::sort(pairs.begin(), pairs.end(), [](const Pair& a, const Pair& b) {
      return a.squaredLength != b.squaredLength ? a.squaredLength < b.squaredLength
                                                : std::pair(a.a, a.b) < std::pair(b.a, b.b);
    });
    for (const Pair& pair : pairs) {
      if (mends(pair.a, pair.b) && mends(pair.b, pair.a) && nothingBetween(pair.a, pair.b)) {
        cut(pair.a, pair.b);
      }
    }
  }

  // The shortest cut through an inward sector of the corner that resolves it, and the other end too
  // if one does; if none resolves the corner, the shortest.
  bool cutFrom(std::size_t i) {
    const std::vector<double>& sidesOfFrom = fromSides_.of(p_[i], p_[inwardFrom(i)]);
    const std::vector<double>& sidesOfTo = toSides_.of(p_[i], p_[inwardTo(i)]);
    // Those on the inner side of both sides of the sector, which is wider than half a turn. Without
    // a branch, which a processor would guess wrong.
    ways_.resize(n());
    std::size_t count = 0;
    for (std::size_t j = 0; j < n(); ++j) {
      ways_[count].to = j;
      count +=
          std::size_t{sidesOfFrom[j] >= 0} & std::size_t{sidesOfTo[j] <= 0} & std::size_t{j != i};
    }
    ways_.resize(count);
    for (Way& way : ways_) {
      // An unresolved end costs more than any length.
      way.rank = squaredLength(i, way.to) + (mends(way.to, i) ? 0 : farther_);
    }
    if (cutByBest(i)) return true;
    // Inside the sector, by one of them.
    ways_.clear();
    for (std::size_t j = 0; j < n(); ++j) {
      if ((sidesOfFrom[j] > 0) == (sidesOfTo[j] < 0)) continue;
      ways_.push_back({squaredLength(i, j), j});
    }
    return cutByBest(i);
  }

  // Most often one of the first is seen; to put all in order would take longer.
  bool cutByBest(std::size_t i) {
    while (!ways_.empty()) {
      std::size_t best = 0;
      for (std::size_t k = 1; k < ways_.size(); ++k) {
        if (ways_[k].rank < ways_[best].rank) best = k;
      }
      const std::size_t other = ways_[best].to;
      ways_.erase(ways_.begin() + static_cast<std::ptrdiff_t>(best));
      if (sectorOf(other, i) == kNone || !nothingBetween(i, other)) continue;
      cut(i, other);
      return true;
    }
    return false;
  }

  // Whether a corner stays convex if one of its cuts is removed.
  bool needless(std::size_t v, const Side& side) const {
    return !inward(v, sides_[side.before].to, sides_[side.after].to);
  }

  void takeNeedlessOut() {
    const auto unlink = [&](const Side& side) {
      sides_[side.before].after = side.after;
      sides_[side.after].before = side.before;
    };
    for (std::size_t k = cuts_.size(); k-- > 0;) {
      const auto [a, b, at] = cuts_[k];
      if (!needless(a, sides_[at]) || !needless(b, sides_[at + 1])) continue;
      unlink(sides_[at]);
      unlink(sides_[at + 1]);
      cuts_.erase(cuts_.begin() + static_cast<std::ptrdiff_t>(k));
    }
  }

  const std::vector<Vertex>& p_;
  std::vector<Side> sides_;            // two for every corner, then two for every cut
  std::vector<std::size_t> inwardAt_;  // the place of the inward sector's first side
  LineSides fromSides_;
  LineSides toSides_;
  SegmentsNear segments_;
  std::vector<Cut> cuts_;
  std::vector<Way> ways_;  // kept for its room
  double farther_ = 0;     // than any two corners are from each other, squared
};

// Of more cuts than this above one for every inward corner it is likely that another order of them
// takes fewer.
constexpr std::size_t kManyMore = 4;

Partition bestPartition(const std::vector<Vertex>& points) {
  std::size_t inward = 0;
  for (std::size_t i = 0; i < points.size(); ++i) {
    const Vertex& last = points[i == 0 ? points.size() - 1 : i - 1];
    const Vertex& next = points[i + 1 == points.size() ? 0 : i + 1];
    inward += turn(last, points[i], next) < 0 ? 1U : 0U;
  }
  Partition first(points);
  first.run(false);
  if (first.cutCount() <= inward + kManyMore) return first;
  Partition second(points);
  second.run(true);
  return second.cutCount() < first.cutCount() ? second : first;
}

}  // namespace

std::vector<Polygon> convexParts(const Polygon& polygon, int mostPoints) {
  std::vector<Polygon> parts;
  if (faultOf(polygon) != PolygonFault::None) return parts;
  const auto most = static_cast<std::size_t>(mostPoints);
  const Partition partition = bestPartition(polygon.points);
  parts.reserve(partition.cutCount() + 1);
  partition.visitParts([&](const std::vector<Vertex>& ring) {
    // Fans of the first corner; each takes as many as it may.
    for (std::size_t from = 1; from + 1 < ring.size(); from += most - 2) {
      const std::size_t end = std::min(from + most - 1, ring.size());
      Polygon& part = parts.emplace_back();
      part.points.reserve(end - from + 1);
      part.points.push_back(ring[0]);
      for (std::size_t i = from; i < end; ++i) part.points.push_back(ring[i]);
    }
  });
  return parts;
}

}  // namespace amber

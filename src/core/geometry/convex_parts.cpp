#include "core/geometry/convex_parts.h"

#include <algorithm>
#include <cstddef>
#include <utility>

#include "core/geometry/line_sides.h"

namespace amber {
namespace {

// A polygon being cut: at every corner, what it is joined to, in the order of the directions
// through the inside, from the next corner of the polygon round to the one before. Two that follow
// each other are the sides of a sector, which is inward where it is wider than half a turn.
class Partition {
 public:
  explicit Partition(const std::vector<Vertex>& points)
      : p_(points),
        joined_(points.size()),
        inwardAt_(points.size()),
        sides_(points),
        otherSides_(points) {
    for (std::size_t i = 0; i < n(); ++i) {
      joined_[i] = {i + 1 == n() ? 0 : i + 1, i == 0 ? n() - 1 : i - 1};
      findInward(i);
    }
  }

  /// Cuts until every part is convex; what no cut between inward corners mends, from the first
  /// corner on or from the last.
  void run(bool fromLast) {
    cutBetweenInward();
    // One at a time: what the first cut mends, the next need not.
    for (std::size_t k = 0; k < n(); ++k) {
      const std::size_t i = fromLast ? n() - 1 - k : k;
      while (hasInward(i) && cutFrom(i)) {
      }
    }
    takeNeedlessOut();
  }

  /// There is one part more than there are cuts.
  std::size_t cutCount() const { return cuts_.size(); }

  /// The rings of the parts, each by the corners of the polygon. Walked round with the inside to
  /// the right: from each edge on to the one next to it there.
  std::vector<std::vector<std::size_t>> parts() const {
    std::vector<std::vector<std::size_t>> parts;
    // By corner and side, one corner after the other.
    std::vector<std::size_t> first(n() + 1);
    for (std::size_t i = 0; i < n(); ++i) first[i + 1] = first[i] + joined_[i].size();
    std::vector<char> walked(first.back());
    for (std::size_t i = 0; i < n(); ++i) {
      // The last side leads back along the polygon's own edge, which has no inside to its right.
      for (std::size_t k = 0; k + 1 < joined_[i].size(); ++k) {
        if (walked[first[i] + k]) continue;
        std::vector<std::size_t>& part = parts.emplace_back();
        std::size_t v = i;
        std::size_t side = k;
        while (!walked[first[v] + side]) {
          walked[first[v] + side] = true;
          part.push_back(v);
          const std::size_t next = joined_[v][side];
          const auto& sides = joined_[next];
          side =
              static_cast<std::size_t>(std::find(sides.begin(), sides.end(), v) - sides.begin()) -
              1;
          v = next;
        }
      }
    }
    return parts;
  }

 private:
  struct Cut {
    std::size_t a;
    std::size_t b;
    double squaredLength;
  };

  // A cut that a corner may be mended by, and how many of its ends that mends.
  struct Way {
    std::size_t to;
    int mended;
    double squaredLength;
  };

  static constexpr std::size_t kNone = static_cast<std::size_t>(-1);

  std::size_t n() const { return p_.size(); }

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

  // Of the sector at v that a way to `other` lies in, the place of its first side; as many as there
  // are sides for none, as where the way lies along one.
  std::size_t sectorOf(std::size_t v, std::size_t other) const {
    const std::vector<std::size_t>& sides = joined_[v];
    for (std::size_t k = 0; k + 1 < sides.size(); ++k) {
      if (within(v, sides[k], sides[k + 1], other)) return k;
    }
    return sides.size();
  }

  // A corner has one inward sector at most: all its sectors are less than a whole turn together.
  void findInward(std::size_t v) {
    const std::vector<std::size_t>& sides = joined_[v];
    inwardAt_[v] = kNone;
    for (std::size_t k = 0; k + 1 < sides.size() && inwardAt_[v] == kNone; ++k) {
      if (inward(v, sides[k], sides[k + 1])) inwardAt_[v] = k;
    }
  }
  bool hasInward(std::size_t v) const { return inwardAt_[v] != kNone; }

  // Whether a cut to `other` leaves the inward sector of v without any: it lies on the inner side
  // of both of its sides.
  bool mends(std::size_t v, std::size_t other) const {
    if (!hasInward(v)) return false;
    const std::size_t from = joined_[v][inwardAt_[v]];
    const std::size_t to = joined_[v][inwardAt_[v] + 1];
    return turn(p_[v], p_[from], p_[other]) >= 0 && turn(p_[v], p_[other], p_[to]) >= 0;
  }

  // Whether no edge and no cut lies between two corners. Most edges have both ends on one side of
  // the way, which is all that is looked at of them.
  bool nothingBetween(std::size_t i, std::size_t j) {
    const Vertex a = p_[i];
    const Vertex b = p_[j];
    const auto apart = [&](std::size_t k, std::size_t m) {
      return k == i || k == j || m == i || m == j || !segmentsTouch(a, b, p_[k], p_[m]);
    };
    const std::vector<double>& side = sides_.of(a, b);
    for (const std::size_t k : sides_.changes(1)) {
      if (!apart(k - 1, k)) return false;
    }
    if (side[n() - 1] * side[0] <= 0 && !apart(n() - 1, 0)) return false;
    return std::all_of(cuts_.begin(), cuts_.end(), [&](const Cut& cut) {
      return side[cut.a] * side[cut.b] > 0 || apart(cut.a, cut.b);
    });
  }

  void cut(std::size_t i, std::size_t j) {
    const auto join = [&](std::size_t v, std::size_t other) {
      const auto after = static_cast<std::ptrdiff_t>(sectorOf(v, other)) + 1;
      joined_[v].insert(joined_[v].begin() + after, other);
      findInward(v);
    };
    join(i, j);
    join(j, i);
    cuts_.push_back({i, j, 0});
  }

  // The shortest first, every cut from one inward corner to another that mends both.
  void cutBetweenInward() {
    std::vector<Cut> pairs;
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
    std::sort(pairs.begin(), pairs.end(), [](const Cut& a, const Cut& b) {
      return a.squaredLength != b.squaredLength ? a.squaredLength < b.squaredLength
                                                : std::pair(a.a, a.b) < std::pair(b.a, b.b);
    });
    for (const Cut& pair : pairs) {
      if (mends(pair.a, pair.b) && mends(pair.b, pair.a) && nothingBetween(pair.a, pair.b)) {
        cut(pair.a, pair.b);
      }
    }
  }

  // The shortest cut through an inward sector of the corner that mends it, and the other end too if
  // any does; where none mends it, the shortest.
  bool cutFrom(std::size_t i) {
    const std::size_t from = joined_[i][inwardAt_[i]];
    const std::size_t to = joined_[i][inwardAt_[i] + 1];
    std::vector<Way>& ways = ways_;
    ways.clear();
    const std::vector<double>& sidesOfFrom = sides_.of(p_[i], p_[from]);
    const std::vector<double>& sidesOfTo = otherSides_.of(p_[i], p_[to]);
    for (std::size_t j = 0; j < n(); ++j) {
      if (j == i) continue;
      const double afterFrom = sidesOfFrom[j];
      const double beforeTo = -sidesOfTo[j];
      // Inside the sector, which is wider than half a turn, by either; mended by both.
      if (afterFrom <= 0 && beforeTo <= 0) continue;
      const int mended = afterFrom >= 0 && beforeTo >= 0 ? 1 : 0;
      ways.push_back({j, mended == 1 && mends(j, i) ? 2 : mended, squaredLength(i, j)});
    }
    const auto worse = [](const Way& a, const Way& b) {
      if (a.mended != b.mended) return a.mended < b.mended;
      return a.squaredLength != b.squaredLength ? a.squaredLength > b.squaredLength : a.to > b.to;
    };
    // Most often one of the first is seen; to put all in order would take longer.
    while (!ways.empty()) {
      std::iter_swap(std::max_element(ways.begin(), ways.end(), worse), ways.end() - 1);
      const std::size_t other = ways.back().to;
      ways.pop_back();
      if (sectorOf(other, i) == joined_[other].size() || !nothingBetween(i, other)) continue;
      cut(i, other);
      return true;
    }
    return false;
  }

  // Whether corner v has no inward sector where its cut to `other` is taken out.
  bool needless(std::size_t v, std::size_t other) const {
    const std::vector<std::size_t>& sides = joined_[v];
    const auto at = std::find(sides.begin(), sides.end(), other);
    return !inward(v, *(at - 1), *(at + 1));
  }

  void takeNeedlessOut() {
    for (std::size_t k = cuts_.size(); k-- > 0;) {
      const auto [a, b, length] = cuts_[k];
      if (!needless(a, b) || !needless(b, a)) continue;
      std::erase(joined_[a], b);
      std::erase(joined_[b], a);
      findInward(a);
      findInward(b);
      cuts_.erase(cuts_.begin() + static_cast<std::ptrdiff_t>(k));
    }
  }

  const std::vector<Vertex>& p_;
  std::vector<std::vector<std::size_t>> joined_;
  std::vector<std::size_t> inwardAt_;  // the place of the inward sector's first side
  LineSides sides_;
  LineSides otherSides_;
  std::vector<Cut> cuts_;
  std::vector<Way> ways_;  // kept for its room
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
  for (const std::vector<std::size_t>& ring : bestPartition(polygon.points).parts()) {
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

#include "core/fit/styles/polygon/polygon_start.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <optional>
#include <queue>

#include "core/fit/styles/polygon/polygon_sums.h"

namespace amber {
namespace {

// Directions in which a triangle's sides are tried beside those of the polygon's own edges.
constexpr int kTangents = 24;

// A doubly linked ring over indices, from which corners are taken.
class Ring {
 public:
  explicit Ring(std::size_t size) : before_(size), after_(size), left_(size) {
    for (std::size_t i = 0; i < size; ++i) {
      before_[i] = (i + size - 1) % size;
      after_[i] = (i + 1) % size;
    }
  }
  std::size_t before(std::size_t i) const { return before_[i]; }
  std::size_t after(std::size_t i) const { return after_[i]; }
  std::size_t left() const { return left_; }
  bool holds(std::size_t i) const { return after_[before_[i]] == i; }
  void take(std::size_t i) {
    after_[before_[i]] = after_[i];
    before_[after_[i]] = before_[i];
    --left_;
  }

 private:
  std::vector<std::size_t> before_;
  std::vector<std::size_t> after_;
  std::size_t left_;
};

// Chains of edges through a ring's corners from one of them round to it again.
class ChainSearch {
 public:
  ChainSearch(const InkCounts& ink, const std::vector<Vertex>& ring)
      : all_(ink.total()), n_(ring.size()), sums_(n_ * n_) {
    for (std::size_t i = 0; i < n_; ++i) {
      for (std::size_t j = i + 1; j < n_; ++j) {
        const PolygonSums sums = sumsOf(ink, ring[i], ring[j], Cuts::NotCounted);
        sums_[i * n_ + j] = {static_cast<double>(sums.pixels), static_cast<double>(sums.ink)};
        sums_[j * n_ + i] = {-sums_[i * n_ + j].pixels, -sums_[i * n_ + j].ink};
      }
    }
  }

  // The corners, from `start`, of the best chain of up to `points` edges, by the worth
  // ink - share x either, and what it holds.
  std::vector<std::size_t> best(std::size_t start, std::size_t points, double share) const {
    // What the edge from the corner i places on to that j places on is worth, at [j][i].
    const std::size_t width = n_ + 1;
    std::vector<double> worth(width * width);
    for (std::size_t j = 1; j <= n_; ++j) {
      const std::size_t to = (start + j) % n_;
      for (std::size_t i = 0; i < j; ++i) {
        const Holds& holds = sums_[(start + i) % n_ * n_ + to];
        worth[j * width + i] = holds.ink * (1 + share) - holds.pixels * share;
      }
    }
    // most[k][j]: of chains of k edges from the start to the corner j places on; of none where
    // there are fewer corners between.
    std::vector<double> most((points + 1) * width, -1e300);
    std::vector<std::size_t> from((points + 1) * width, 0);
    most[0] = 0;
    for (std::size_t k = 1; k <= points; ++k) {
      const double* last = &most[(k - 1) * width];
      const std::size_t first = k - 1;
      const std::size_t beyond = k == 1 ? 1 : n_;
      for (std::size_t j = k; j <= n_; ++j) {
        const double* edges = &worth[j * width];
        double best = -1e300;
        std::size_t bestFrom = first;
        for (std::size_t i = first; i < std::min(j, beyond); ++i) {
          const double there = last[i] + edges[i];
          if (there <= best) continue;
          best = there;
          bestFrom = i;
        }
        most[k * width + j] = best;
        from[k * width + j] = bestFrom;
      }
    }
    std::size_t edges = 3;
    for (std::size_t k = 4; k <= points; ++k) {
      if (most[k * width + n_] > most[edges * width + n_] + 1e-9) edges = k;
    }
    std::vector<std::size_t> corners(edges);
    std::size_t at = n_;
    for (std::size_t k = edges; k > 0; --k) {
      at = from[k * width + at];
      corners[k - 1] = (start + at) % n_;
    }
    return corners;
  }

  double overlap(const std::vector<std::size_t>& corners) const {
    double pixels = 0;
    double ink = 0;
    for (std::size_t i = 0; i < corners.size(); ++i) {
      const Holds& holds = sums_[corners[i] * n_ + corners[(i + 1) % corners.size()]];
      pixels += holds.pixels;
      ink += holds.ink;
    }
    const double either = pixels + static_cast<double>(all_) - ink;
    return either <= 0 || ink <= 0 ? 0 : ink / either;
  }

 private:
  struct Holds {
    double pixels = 0;
    double ink = 0;
  };

  long long all_;
  std::size_t n_;
  std::vector<Holds> sums_;
};

// Where the line through a and b meets the one through c and d, beyond b and before c.
std::optional<Vertex> meetingBeyond(Vertex a, Vertex b, Vertex c, Vertex d) {
  const double ux = b.x - a.x;
  const double uy = b.y - a.y;
  const double vx = c.x - d.x;
  const double vy = c.y - d.y;
  const double across = vx * uy - vy * ux;
  if (across <= 1e-9) return std::nullopt;
  const double along = (vx * (c.y - b.y) - vy * (c.x - b.x)) / across;
  return Vertex{b.x + ux * along, b.y + uy * along};
}

// A line with the whole polygon to its right.
struct Side {
  Vertex at;
  Vertex way;  // of length 1
};

Side tangent(const std::vector<Vertex>& hull, Vertex way) {
  const auto outer = std::min_element(hull.begin(), hull.end(), [&](Vertex a, Vertex b) {
    return way.x * a.y - way.y * a.x < way.x * b.y - way.y * b.x;
  });
  return {*outer, way};
}

// Where one side meets the next, which turns right from it by less than half a turn.
std::optional<Vertex> meetingOf(const Side& a, const Side& b) {
  const double across = a.way.x * b.way.y - a.way.y * b.way.x;
  if (across <= 1e-9) return std::nullopt;
  const double along = ((b.at.x - a.at.x) * b.way.y - (b.at.y - a.at.y) * b.way.x) / across;
  return Vertex{a.at.x + a.way.x * along, a.at.y + a.way.y * along};
}

}  // namespace

std::vector<Vertex> thinned(const std::vector<Vertex>& ring, std::size_t most) {
  if (ring.size() <= most) return ring;
  // Those on a line between their neighbours go first, which is soon done.
  std::vector<Vertex> bent;
  bent.reserve(ring.size());
  for (std::size_t i = 0; i < ring.size(); ++i) {
    while (bent.size() >= 2 && bent.size() + ring.size() - i > most &&
           turn(bent[bent.size() - 2], bent.back(), ring[i]) == 0) {
      bent.pop_back();
    }
    bent.push_back(ring[i]);
  }
  const std::size_t n = bent.size();
  Ring links(n);
  struct Corner {
    double area;
    std::size_t at;
    bool operator<(const Corner& other) const {
      return area != other.area ? area > other.area : at > other.at;
    }
  };
  std::vector<double> areas(n);
  const auto areaAt = [&](std::size_t i) {
    return std::abs(turn(bent[links.before(i)], bent[i], bent[links.after(i)]));
  };
  std::vector<Corner> all;
  all.reserve(3 * n);
  for (std::size_t i = 0; i < n; ++i) all.push_back({areas[i] = areaAt(i), i});
  std::priority_queue<Corner> queue({}, std::move(all));
  while (links.left() > most) {
    const Corner corner = queue.top();
    queue.pop();
    if (!links.holds(corner.at) || corner.area != areas[corner.at]) continue;
    const std::size_t beside[] = {links.before(corner.at), links.after(corner.at)};
    links.take(corner.at);
    areas[corner.at] = -1;
    for (const std::size_t i : beside) {
      areas[i] = std::max(corner.area, areaAt(i));
      queue.push({areas[i], i});
    }
  }
  std::vector<Vertex> left;
  left.reserve(most);
  for (std::size_t i = 0; i < n; ++i) {
    if (areas[i] >= 0) left.push_back(bent[i]);
  }
  return left;
}

std::vector<Vertex> bestThrough(const InkCounts& ink, const std::vector<Vertex>& ring,
                                std::size_t points) {
  if (ring.size() < 3) return {};
  points = std::min(points, ring.size());
  const ChainSearch search(ink, ring);
  std::vector<std::size_t> best;
  double most = 0;
  std::size_t start = 0;
  for (int round = 0; round < 4; ++round) {
    const auto corners = search.best(start, points, std::max(most, 0.5));
    const double overlap = search.overlap(corners);
    if (overlap > most) {
      most = overlap;
      best = corners;
    } else if (round >= 1) {
      break;
    }
    start = corners[corners.size() / 2];
  }
  std::sort(best.begin(), best.end());
  std::vector<Vertex> polygon;
  polygon.reserve(best.size());
  for (const std::size_t corner : best) polygon.push_back(ring[corner]);
  return polygon;
}

std::vector<Vertex> circumscribed(std::vector<Vertex> hull, std::size_t points) {
  while (hull.size() > points) {
    const std::size_t n = hull.size();
    std::size_t best = n;
    double least = 1e300;
    Vertex corner;
    for (std::size_t i = 0; i < n; ++i) {
      const Vertex& b = hull[i];
      const Vertex& c = hull[(i + 1) % n];
      const auto meeting = meetingBeyond(hull[(i + n - 1) % n], b, c, hull[(i + 2) % n]);
      if (!meeting) continue;
      const double more = std::abs(turn(b, *meeting, c));
      if (more >= least) continue;
      least = more;
      best = i;
      corner = *meeting;
    }
    if (best == n) break;
    hull[best] = corner;
    hull.erase(hull.begin() + static_cast<std::ptrdiff_t>((best + 1) % n));
  }
  if (hull.size() <= points) return hull;
  // A parallelogram, of which no three edges enclose it: the least upright triangle around its box.
  double left = hull[0].x;
  double right = left;
  double top = hull[0].y;
  double bottom = top;
  for (const Vertex& point : hull) {
    left = std::min(left, point.x);
    right = std::max(right, point.x);
    top = std::min(top, point.y);
    bottom = std::max(bottom, point.y);
  }
  const double half = (right - left) / 2;
  return {{left + half, top - (bottom - top)}, {right + half, bottom}, {left - half, bottom}};
}

std::optional<std::vector<Vertex>> leastTriangle(const std::vector<Vertex>& hull) {
  const std::vector<Vertex> around = circumscribed(hull, 16);
  std::vector<Side> sides;
  for (std::size_t i = 0; i < around.size(); ++i) {
    const Vertex& p = around[i];
    const Vertex& q = around[(i + 1) % around.size()];
    const double length = std::hypot(q.x - p.x, q.y - p.y);
    if (length > 0) sides.push_back({p, {(q.x - p.x) / length, (q.y - p.y) / length}});
  }
  for (int i = 0; i < kTangents; ++i) {
    const double angle = 2 * std::numbers::pi * (i + 0.5) / kTangents;
    sides.push_back(tangent(around, {std::cos(angle), std::sin(angle)}));
  }
  std::sort(sides.begin(), sides.end(), [](const Side& a, const Side& b) {
    return std::atan2(a.way.y, a.way.x) < std::atan2(b.way.y, b.way.x);
  });
  std::optional<std::vector<Vertex>> best;
  const std::size_t n = sides.size();
  for (std::size_t i = 0; i < n; ++i) {
    for (std::size_t j = i + 1; j < n; ++j) {
      const auto a = meetingOf(sides[i], sides[j]);
      if (!a) continue;
      for (std::size_t k = j + 1; k < n; ++k) {
        const auto b = meetingOf(sides[j], sides[k]);
        const auto c = b ? meetingOf(sides[k], sides[i]) : std::nullopt;
        if (!c) continue;
        std::vector<Vertex> triangle{*a, *b, *c};
        if (!best || twiceArea(triangle) < twiceArea(*best)) best = std::move(triangle);
      }
    }
  }
  return best;
}

}  // namespace amber

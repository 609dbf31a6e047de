#include "core/image/ink/bridges.h"

#include <algorithm>
#include <cstdint>
#include <cstdlib>
#include <map>
#include <numeric>
#include <vector>

namespace amber {
namespace {

constexpr int kNone = -1;

// A pixel of the bounds, as its place in reading order.
struct Pixel {
  int x = 0;
  int y = 0;
};

// The way between two islands: its ends.
struct Way {
  long long squared = 0;
  int from = 0;
  int to = 0;
};

class Bridging {
 public:
  explicit Bridging(const PixelMask& mask)
      : mask_(mask), bounds_(boundsOf(mask).value_or(PixelRect{})) {
    label();
  }

  int islands() const { return islands_; }

  PixelMask joined() {
    spread();
    PixelMask all = mask_;
    for (const Way& way : ways()) draw(way, all);
    return all;
  }

 private:
  Pixel at(int place) const { return {place % bounds_.w, place / bounds_.w}; }
  bool inside(int x, int y) const { return x >= 0 && y >= 0 && x < bounds_.w && y < bounds_.h; }
  int placeOf(int x, int y) const { return y * bounds_.w + x; }

  long long squaredTo(int from, int x, int y) const {
    const Pixel p = at(from);
    const long long dx = p.x - x;
    const long long dy = p.y - y;
    return dx * dx + dy * dy;
  }

  void label() {
    const auto size = static_cast<std::size_t>(bounds_.w) * static_cast<std::size_t>(bounds_.h);
    island_.assign(size, kNone);
    source_.assign(size, kNone);
    std::vector<int> open;
    for (int start = 0; start < static_cast<int>(size); ++start) {
      const Pixel p = at(start);
      if (!mask_.test(bounds_.x + p.x, bounds_.y + p.y) ||
          island_[static_cast<std::size_t>(start)] != kNone)
        continue;
      island_[static_cast<std::size_t>(start)] = islands_;
      open.assign(1, start);
      while (!open.empty()) {
        const int place = open.back();
        open.pop_back();
        source_[static_cast<std::size_t>(place)] = place;
        const Pixel q = at(place);
        for (int dy = -1; dy <= 1; ++dy) {
          for (int dx = -1; dx <= 1; ++dx) {
            const int x = q.x + dx;
            const int y = q.y + dy;
            if (!inside(x, y) || !mask_.test(bounds_.x + x, bounds_.y + y)) continue;
            const auto next = static_cast<std::size_t>(placeOf(x, y));
            if (island_[next] != kNone) continue;
            island_[next] = islands_;
            open.push_back(static_cast<int>(next));
          }
        }
      }
      ++islands_;
    }
  }

  // Gives every pixel the nearest set one, near enough: two sweeps, each there and back in a row.
  void spread() {
    const auto take = [&](int x, int y, int fromX, int fromY) {
      if (!inside(fromX, fromY)) return;
      const int from = source_[static_cast<std::size_t>(placeOf(fromX, fromY))];
      if (from == kNone) return;
      int& own = source_[static_cast<std::size_t>(placeOf(x, y))];
      if (own == kNone || squaredTo(from, x, y) < squaredTo(own, x, y)) own = from;
    };
    const auto sweep = [&](int y, int dy) {
      for (int x = 0; x < bounds_.w; ++x) {
        for (int dx = -1; dx <= 1; ++dx) take(x, y, x + dx, y - dy);
        take(x, y, x - 1, y);
      }
      for (int x = bounds_.w - 1; x >= 0; --x) take(x, y, x + 1, y);
    };
    for (int y = 0; y < bounds_.h; ++y) sweep(y, 1);
    for (int y = bounds_.h - 1; y >= 0; --y) sweep(y, -1);
  }

  // The shortest ways that join all islands.
  std::vector<Way> ways() const {
    std::map<std::pair<int, int>, Way> shortest;
    for (int y = 0; y < bounds_.h; ++y) {
      for (int x = 0; x < bounds_.w; ++x) {
        const int a = source_[static_cast<std::size_t>(placeOf(x, y))];
        for (const auto& [nx, ny] :
             {std::pair(x + 1, y), {x, y + 1}, {x + 1, y + 1}, {x - 1, y + 1}}) {
          if (inside(nx, ny)) meet(a, source_[static_cast<std::size_t>(placeOf(nx, ny))], shortest);
        }
      }
    }
    std::vector<Way> all;
    for (const auto& [islands, way] : shortest) all.push_back(way);
    std::stable_sort(all.begin(), all.end(),
                     [](const Way& a, const Way& b) { return a.squared < b.squared; });
    std::vector<int> root(static_cast<std::size_t>(islands_));
    std::iota(root.begin(), root.end(), 0);
    const auto rootOf = [&](int i) {
      while (root[static_cast<std::size_t>(i)] != i) {
        const int up = root[static_cast<std::size_t>(i)];
        root[static_cast<std::size_t>(i)] = root[static_cast<std::size_t>(up)];
        i = up;
      }
      return i;
    };
    std::erase_if(all, [&](const Way& way) {
      const int a = rootOf(island_[static_cast<std::size_t>(way.from)]);
      const int b = rootOf(island_[static_cast<std::size_t>(way.to)]);
      root[static_cast<std::size_t>(a)] = b;
      return a == b;
    });
    return all;
  }

  void meet(int a, int b, std::map<std::pair<int, int>, Way>& shortest) const {
    const int from = island_[static_cast<std::size_t>(a)];
    const int to = island_[static_cast<std::size_t>(b)];
    if (from == to) return;
    const Pixel end = at(b);
    const Way way{squaredTo(a, end.x, end.y), a, b};
    const auto [place, isNew] = shortest.try_emplace(std::minmax(from, to), way);
    if (!isNew && way.squared < place->second.squared) place->second = way;
  }

  // A line of pixels that touch. Reference: J. E. Bresenham, "Algorithm for Computer Control of a
  // Digital Plotter", 1965.
  void draw(const Way& way, PixelMask& all) const {
    Pixel p = at(way.from);
    const Pixel q = at(way.to);
    const int dx = std::abs(q.x - p.x);
    const int dy = -std::abs(q.y - p.y);
    int off = dx + dy;
    while (true) {
      all.set(bounds_.x + p.x, bounds_.y + p.y);
      if (p.x == q.x && p.y == q.y) return;
      const int twice = 2 * off;
      if (twice >= dy) {
        off += dy;
        p.x += p.x < q.x ? 1 : -1;
      }
      if (twice <= dx) {
        off += dx;
        p.y += p.y < q.y ? 1 : -1;
      }
    }
  }

  const PixelMask& mask_;
  PixelRect bounds_;
  int islands_ = 0;
  std::vector<int> island_;  // By pixel of the bounds; kNone for one that is not set.
  std::vector<int> source_;  // The nearest set pixel.
};

}  // namespace

PixelMask bridged(const PixelMask& mask) {
  Bridging bridging(mask);
  return bridging.islands() < 2 ? mask : bridging.joined();
}

}  // namespace amber

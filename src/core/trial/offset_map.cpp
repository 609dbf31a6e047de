#include "core/trial/offset_map.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <optional>

#include "core/geometry/parting.h"
#include "core/geometry/shape.h"
#include "core/geometry/tolerances.h"
#include "core/image/ink_runs.h"

namespace amber {
namespace {

constexpr double kFar = std::numeric_limits<double>::infinity();

// A piece that is a box, as most are.
std::optional<Box> boxOf(const ConvexPiece& piece) {
  if (piece.points.size() != 4 || piece.radius != 0) return std::nullopt;
  const Vertex& p = piece.points[0];
  const Vertex& q = piece.points[2];
  const Box box{std::min(p.x, q.x), std::min(p.y, q.y), std::abs(q.x - p.x), std::abs(q.y - p.y)};
  const auto corner = [&](const Vertex& v) {
    return (v.x == box.x || v.x == box.x + box.w) && (v.y == box.y || v.y == box.y + box.h);
  };
  const bool all = std::all_of(piece.points.begin(), piece.points.end(), corner);
  return all ? std::optional(box) : std::nullopt;
}

Box boundsOf(const ConvexPiece& piece) {
  double left = kFar;
  double top = kFar;
  double right = -kFar;
  double bottom = -kFar;
  for (const Vertex& point : piece.points) {
    left = std::min(left, point.x - piece.radius);
    top = std::min(top, point.y - piece.radius);
    right = std::max(right, point.x + piece.radius);
    bottom = std::max(bottom, point.y + piece.radius);
  }
  return {left, top, right - left, bottom - top};
}

Box boundsOf(const std::vector<ConvexPiece>& pieces) {
  Box all = boundsOf(pieces.front());
  for (const ConvexPiece& piece : pieces) {
    const Box box = boundsOf(piece);
    const double right = std::max(all.x + all.w, box.x + box.w);
    const double bottom = std::max(all.y + all.h, box.y + box.h);
    all.x = std::min(all.x, box.x);
    all.y = std::min(all.y, box.y);
    all.w = right - all.x;
    all.h = bottom - all.y;
  }
  return all;
}

// Whole numbers strictly between, but for what only touches: first, and one past the last.
PixelSpan wholeBetween(double low, double high) {
  return {static_cast<int>(std::floor(low + kTouching)) + 1,
          static_cast<int>(std::ceil(high - kTouching))};
}

PixelRect wholeWithin(const Box& box) {
  const PixelSpan across = wholeBetween(box.x, box.x + box.w);
  const PixelSpan down = wholeBetween(box.y, box.y + box.h);
  if (across.empty() || down.empty()) return {};
  return {across.x0, down.x0, across.size(), down.size()};
}

// The part of a row of a convex area that lies deeper than a touch.
PixelSpan rowOf(const ConvexPiece& area, int y) {
  double low = kFar;
  double high = -kFar;
  const auto reach = [&](double x) {
    low = std::min(low, x);
    high = std::max(high, x);
  };
  const std::size_t n = area.points.size();
  for (std::size_t i = 0; i < n; ++i) {
    const Vertex& p = area.points[i];
    const Vertex& q = area.points[i + 1 == n ? 0 : i + 1];
    const double up = y - p.y;
    if (std::abs(up) <= area.radius) {
      const double half = std::sqrt(area.radius * area.radius - up * up);
      reach(p.x - half);
      reach(p.x + half);
    }
    const double length = std::hypot(q.x - p.x, q.y - p.y);
    if (length <= 0) continue;
    const double outX = (q.y - p.y) / length * area.radius;
    const double outY = -(q.x - p.x) / length * area.radius;
    const double from = p.y + outY;
    const double to = q.y + outY;
    if (std::min(from, to) > y || std::max(from, to) < y) continue;
    if (from == to) {
      reach(p.x + outX);
      reach(q.x + outX);
    } else {
      reach(p.x + outX + (q.x - p.x) * (y - from) / (to - from));
    }
  }
  if (low > high) return {};
  PixelSpan span{static_cast<int>(std::floor(low)) + 1, static_cast<int>(std::ceil(high))};
  const auto inside = [&](int x) {
    return depthAt(area, {static_cast<double>(x), static_cast<double>(y)}) > kTouching;
  };
  // What rounding put on the wrong side of an end.
  while (!span.empty() && !inside(span.x0)) ++span.x0;
  while (!span.empty() && !inside(span.x1 - 1)) --span.x1;
  return span;
}

void setRow(OffsetMap& map, int y, PixelSpan span) {
  const int row = y - map.y;
  if (row < 0 || row >= map.met.height()) return;
  const int x0 = std::max(0, span.x0 - map.x);
  const int x1 = std::min(map.met.width(), span.x1 - map.x);
  if (x0 < x1) setRun(map.met, row, x0, x1);
}

OffsetMap emptyMap(PixelRect rect) {
  rect.w = std::clamp(rect.w, 0, kMostOffsets);
  rect.h = std::clamp(rect.h, 0, kMostOffsets);
  return {rect.x, rect.y, PixelMask(rect.w, rect.h)};
}

// Rows of a mask, each also grown to the right by powers of two.
class GrownRows {
 public:
  explicit GrownRows(const PixelMask& mask, int room) : words_((mask.width() + room + 63) / 64) {
    for (int y = 0; y < mask.height(); ++y) {
      std::vector<std::uint64_t> row(static_cast<std::size_t>(words_));
      std::copy_n(mask.row(y), mask.wordsPerRow(), row.begin());
      rows_.push_back({std::move(row)});
    }
  }

  int words() const { return words_; }

  // Into `out`: row y, grown to the right by `length` px and moved right by `by`.
  void add(int y, int length, int by, std::uint64_t* out) {
    std::vector<std::vector<std::uint64_t>>& grown = rows_[static_cast<std::size_t>(y)];
    std::size_t power = 0;
    while ((2 << power) <= length) {
      ++power;
      if (grown.size() > power) continue;
      std::vector<std::uint64_t> wider = grown.back();
      orMoved(grown.back(), 1 << (power - 1), wider.data());
      grown.push_back(std::move(wider));
    }
    orMoved(grown[power], by, out);
    if (length > 1 << power) orMoved(grown[power], by + length - (1 << power), out);
  }

 private:
  void orMoved(const std::vector<std::uint64_t>& row, int by, std::uint64_t* out) const {
    const int skip = by / 64;
    const int bits = by % 64;
    for (int i = words_ - 1; i >= skip; --i) {
      std::uint64_t word = row[static_cast<std::size_t>(i - skip)] << bits;
      if (bits > 0 && i > skip) word |= row[static_cast<std::size_t>(i - skip - 1)] >> (64 - bits);
      out[i] |= word;
    }
  }

  int words_;
  std::vector<std::vector<std::vector<std::uint64_t>>> rows_;
};

// Where pixels meet, by whole shifts of the second's corner from the first's.
OffsetMap meetingShifts(const PixelMask& a, const PixelMask& b) {
  std::vector<std::vector<PixelSpan>> runsB(static_cast<std::size_t>(b.height()));
  const InkRuns runs(b);
  for (std::size_t i = 0; i < runs.count(); ++i) {
    runsB[static_cast<std::size_t>(runs[i].y)].push_back({runs[i].x0, runs[i].x1});
  }
  OffsetMap map = emptyMap(
      {1 - b.width(), 1 - b.height(), a.width() + b.width() - 1, a.height() + b.height() - 1});
  if (a.width() == 0 || b.width() == 0) return map;
  GrownRows rows(a, b.width());
  std::vector<std::uint64_t> wide(static_cast<std::size_t>(rows.words()));
  for (int dy = map.y; dy < map.y + map.met.height(); ++dy) {
    std::fill(wide.begin(), wide.end(), 0);
    for (int y = std::max(0, dy); y < std::min(a.height(), dy + b.height()); ++y) {
      for (const PixelSpan& run : runsB[static_cast<std::size_t>(y - dy)]) {
        // Shifts from x - x1 + 1 to x - x0 for each pixel x of the first's row.
        rows.add(y, run.size(), b.width() - run.x1, wide.data());
      }
    }
    std::copy_n(wide.begin(), map.met.wordsPerRow(), map.met.row(dy - map.y));
  }
  return map;
}

}  // namespace

bool OffsetMap::meetsAt(int dx, int dy) const {
  return rect().contains(dx, dy) && met.test(dx - x, dy - y);
}

OffsetMap meetingOffsets(const std::vector<ConvexPiece>& a, const std::vector<ConvexPiece>& b) {
  if (a.empty() || b.empty()) return {};
  const Box boundsA = boundsOf(a);
  const Box boundsB = boundsOf(b);
  OffsetMap map =
      emptyMap(wholeWithin({boundsA.x - boundsB.x - boundsB.w, boundsA.y - boundsB.y - boundsB.h,
                            boundsA.w + boundsB.w, boundsA.h + boundsB.h}));
  std::vector<std::optional<Box>> boxesB;
  for (const ConvexPiece& piece : b) boxesB.push_back(boxOf(piece));
  for (const ConvexPiece& p : a) {
    const std::optional<Box> box = boxOf(p);
    for (std::size_t k = 0; k < b.size(); ++k) {
      if (box && boxesB[k]) {
        const Box& other = *boxesB[k];
        const PixelRect both = wholeWithin({box->x - other.x - other.w, box->y - other.y - other.h,
                                            box->w + other.w, box->h + other.h});
        for (int y = both.y; y < both.bottom(); ++y) setRow(map, y, {both.x, both.right()});
        continue;
      }
      const ConvexPiece area = differenceOf(p, b[k]);
      const PixelRect rows = wholeWithin(boundsOf(area));
      for (int y = rows.y; y < rows.bottom(); ++y) setRow(map, y, rowOf(area, y));
    }
  }
  return map;
}

OffsetMap meetingOffsets(const PixelMask& a, const PixelMask& b, double shiftX, double shiftY) {
  const OffsetMap shifts = meetingShifts(a, b);
  const auto floorX = static_cast<int>(std::floor(shiftX));
  const auto floorY = static_cast<int>(std::floor(shiftY));
  OffsetMap map = shifts;
  map.x -= floorX;
  map.y -= floorY;
  // Between two whole shifts squares overlap as they do at either.
  if (shiftX != floorX) {
    OffsetMap other = map;
    other.x -= 1;
    map = united(map, other);
  }
  if (shiftY != floorY) {
    OffsetMap other = map;
    other.y -= 1;
    map = united(map, other);
  }
  return map;
}

OffsetMap united(const OffsetMap& a, const OffsetMap& b) {
  if (a.met.width() == 0) return b;
  if (b.met.width() == 0) return a;
  const PixelRect rect = united(a.rect(), b.rect());
  const OffsetMap first = within(a, rect);
  const OffsetMap second = within(b, rect);
  return {first.x, first.y, unitedMask({first.met, second.met})};
}

OffsetMap within(const OffsetMap& map, const PixelRect& rect) {
  return {rect.x, rect.y, cropped(map.met, {rect.x - map.x, rect.y - map.y, rect.w, rect.h})};
}

WholeOffset shortestParting(const OffsetMap& map) {
  WholeOffset best;
  long long least = std::numeric_limits<long long>::max();
  double leastAngle = 0;
  for (int y = map.y - 1; y <= map.y + map.met.height(); ++y) {
    for (int x = map.x - 1; x <= map.x + map.met.width(); ++x) {
      const long long squared = 1LL * x * x + 1LL * y * y;
      if (squared > least || map.meetsAt(x, y)) continue;
      double angle = std::atan2(y, x);
      if (angle < 0) angle += 7;
      if (squared == least && angle >= leastAngle) continue;
      least = squared;
      leastAngle = angle;
      best = {x, y};
    }
  }
  return best;
}

PixelMask mirrored(const PixelMask& mask) {
  PixelMask other(mask.width(), mask.height());
  const InkRuns runs(mask);
  for (std::size_t i = 0; i < runs.count(); ++i) {
    setRun(other, runs[i].y, mask.width() - runs[i].x1, mask.width() - runs[i].x0);
  }
  return other;
}

}  // namespace amber

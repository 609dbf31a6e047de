#include "core/trial/offset_map.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <optional>
#include <span>
#include <utility>

#include "core/geometry/contact/parting.h"
#include "core/geometry/shape.h"
#include "core/geometry/tolerances.h"
#include "core/geometry/vertex_math.h"
#include "core/image/ink/ink_runs.h"
#include "core/trial/mask_correlation.h"
#include "core/trial/row_runs.h"

namespace amber {
namespace {

// So many pairs of runs of two rows are asked one by one.
constexpr std::size_t kFewPairs = 16;
// This many rows are processed at once.
constexpr int kBlock = 8;

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
  double left = kEndless;
  double top = kEndless;
  double right = -kEndless;
  double bottom = -kEndless;
  for (const Vertex& point : piece.points) {
    left = std::min(left, point.x - piece.radius);
    top = std::min(top, point.y - piece.radius);
    right = std::max(right, point.x + piece.radius);
    bottom = std::max(bottom, point.y + piece.radius);
  }
  return {left, top, right - left, bottom - top};
}

Box boundsOf(std::span<const ConvexPiece> pieces) {
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

// Rows of a convex area: how far each reaches at the height of its whole number.
class AreaRows {
 public:
  AreaRows(const ConvexPiece& area, const PixelRect& rows)
      : area_(area), top_(rows.y), reach_(static_cast<std::size_t>(rows.h)) {
    const std::size_t n = area.points.size();
    for (std::size_t i = 0; i < n; ++i) {
      const Vertex& p = area.points[i];
      const Vertex& q = area.points[i + 1 == n ? 0 : i + 1];
      if (area.radius > 0) addCircle(p);
      addSide(p, q);
    }
  }

  // What lies deeper than a touch.
  PixelSpan operator[](int y) const {
    const Reach& reach = reach_[static_cast<std::size_t>(y - top_)];
    if (reach.low > reach.high) return {};
    PixelSpan span{static_cast<int>(std::floor(reach.low)) + 1,
                   static_cast<int>(std::ceil(reach.high))};
    // Near an end, the distance from the edge decides, not the distance in the row.
    while (!span.empty() && span.x0 - reach.low < kNear && !isDeep(span.x0, y)) ++span.x0;
    while (!span.empty() && reach.high - (span.x1 - 1) < kNear && !isDeep(span.x1 - 1, y)) {
      --span.x1;
    }
    return span;
  }

 private:
  struct Reach {
    double low = kEndless;
    double high = -kEndless;
  };
  static constexpr double kNear = 1.0 / 64;

  bool isDeep(int x, int y) const {
    return depthAt(area_, {static_cast<double>(x), static_cast<double>(y)}) > kTouching;
  }
  void add(int y, double x) {
    Reach& reach = reach_[static_cast<std::size_t>(y - top_)];
    reach.low = std::min(reach.low, x);
    reach.high = std::max(reach.high, x);
  }
  PixelSpan rowsBetween(double from, double to) const {
    const int bottom = top_ + static_cast<int>(reach_.size());
    return {std::max(top_, static_cast<int>(std::ceil(from))),
            std::min(bottom, static_cast<int>(std::floor(to)) + 1)};
  }
  void addCircle(const Vertex& p) {
    const PixelSpan rows = rowsBetween(p.y - area_.radius, p.y + area_.radius);
    for (int y = rows.x0; y < rows.x1; ++y) {
      const double up = y - p.y;
      const double half = std::sqrt(std::max(0.0, area_.radius * area_.radius - up * up));
      add(y, p.x - half);
      add(y, p.x + half);
    }
  }
  void addSide(Vertex p, Vertex q) {
    if (area_.radius > 0) {
      const double length = std::hypot(q.x - p.x, q.y - p.y);
      if (length <= 0) return;
      const double outX = (q.y - p.y) / length * area_.radius;
      const double outY = -(q.x - p.x) / length * area_.radius;
      p = {p.x + outX, p.y + outY};
      q = {q.x + outX, q.y + outY};
    }
    if (p.y == q.y) return;  // Its ends are those of other sides.
    const double slope = (q.x - p.x) / (q.y - p.y);
    const PixelSpan rows = rowsBetween(std::min(p.y, q.y), std::max(p.y, q.y));
    for (int y = rows.x0; y < rows.x1; ++y) add(y, p.x + (y - p.y) * slope);
  }

  const ConvexPiece& area_;
  int top_;
  std::vector<Reach> reach_;
};

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
  // Requires: the mask lives as long. Rows are made when they are asked for: of most masks none is.
  GrownRows(const PixelMask& mask, int room)
      : mask_(mask),
        words_((mask.width() + room + 63) / 64),
        rows_(static_cast<std::size_t>(mask.height())) {}

  int words() const { return words_; }

  // Into `out`: row y, grown to the right by `length` px and moved right by `by`.
  void add(int y, int length, int by, std::uint64_t* out) {
    std::vector<std::vector<std::uint64_t>>& grown = rows_[static_cast<std::size_t>(y)];
    if (grown.empty()) {
      std::vector<std::uint64_t> row(static_cast<std::size_t>(words_));
      std::copy_n(mask_.row(y), mask_.wordsPerRow(), row.begin());
      grown.push_back(std::move(row));
    }
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

  const PixelMask& mask_;
  int words_;
  std::vector<std::vector<std::vector<std::uint64_t>>> rows_;
};

// Shifts of one row of the map: nearly always one stretch, and little beside it.
class ShiftRow {
 public:
  ShiftRow(const RowRuns& a, const RowRuns& b, GrownRows grown, int widthB)
      : a_(a),
        b_(b),
        grown_(std::move(grown)),
        widthB_(widthB),
        wide_(static_cast<std::size_t>(grown_.words())) {}

  // Row `at` of the mask: the shifts at which rows meet that lie `dy` from each other.
  void find(int dy, PixelMask& mask, int at) {
    stretch_ = {};
    grew_ = false;
    const int top = std::max(0, dy);
    const int bottom = std::min(a_.rows(), dy + b_.rows());
    // What reached farthest left and right a row of shifts ago holds most of the others.
    for (const int y : {left_, right_}) {
      if (y >= top && y < bottom) addRow(y, dy, mask, at);
    }
    int y = top;
    for (; y + kBlock <= bottom; y += kBlock) {
      if (reachesOut(y, y - dy)) addRows(y, y + kBlock, dy, mask, at);
    }
    addRows(y, bottom, dy, mask, at);
    if (!stretch_.empty()) setRun(mask, at, stretch_.x0, stretch_.x1);
    if (!grew_) return;
    for (int i = 0; i < mask.wordsPerRow(); ++i) {
      std::uint64_t& word = wide_[static_cast<std::size_t>(i)];
      mask.row(at)[i] |= word;
      word = 0;
    }
  }

 private:
  // From p.x0 - q.x1 + 1 to p.x1 - q.x0 for runs p, q, as places in the map.
  PixelSpan shiftsOf(const PixelSpan& p, const PixelSpan& q) const {
    return {p.x0 - q.x1 + widthB_, p.x1 - q.x0 + widthB_ - 1};
  }
  // All that two rows can add: nothing, and far from all, where one of them has no ink.
  PixelSpan reachOf(int y, int yOfB) const {
    const auto i = static_cast<std::size_t>(y);
    const auto k = static_cast<std::size_t>(yOfB);
    return shiftsOf({a_.begins()[i], a_.ends()[i]}, {b_.begins()[k], b_.ends()[k]});
  }
  // Whether one of these rows can extend the stretch; without branches, so that several are
  // processed at once.
  bool reachesOut(int y, int yOfB) const {
    const int* beginsA = &a_.begins()[static_cast<std::size_t>(y)];
    const int* endsA = &a_.ends()[static_cast<std::size_t>(y)];
    const int* beginsB = &b_.begins()[static_cast<std::size_t>(yOfB)];
    const int* endsB = &b_.ends()[static_cast<std::size_t>(yOfB)];
    const int least = stretch_.x0 - widthB_;
    const int most = stretch_.x1 - widthB_ + 1;
    int out = 0;
    for (int i = 0; i < kBlock; ++i) {
      out |= static_cast<int>(beginsA[i] - endsB[i] < least) |
             static_cast<int>(endsA[i] - beginsB[i] > most);
    }
    return out != 0;
  }
  void addRows(int from, int to, int dy, PixelMask& mask, int at) {
    for (int y = from; y < to; ++y) {
      const PixelSpan reach = reachOf(y, y - dy);
      if (reach.empty() || (reach.x0 >= stretch_.x0 && reach.x1 <= stretch_.x1)) continue;
      if (reach.x0 < stretch_.x0) left_ = y;
      if (reach.x1 > stretch_.x1) right_ = y;
      addRow(y, dy, mask, at);
    }
  }
  void addRow(int y, int dy, PixelMask& mask, int at) {
    const std::span<const PixelSpan> ofA = a_[y];
    const std::span<const PixelSpan> ofB = b_[y - dy];
    if (ofA.size() * ofB.size() <= kFewPairs) {
      for (const PixelSpan& p : ofA) {
        for (const PixelSpan& q : ofB) add(shiftsOf(p, q), mask, at);
      }
      return;
    }
    grew_ = true;
    for (const PixelSpan& run : ofB) grown_.add(y, run.size(), widthB_ - run.x1, wide_.data());
  }
  void add(PixelSpan span, PixelMask& mask, int at) {
    if (span.x0 >= stretch_.x0 && span.x1 <= stretch_.x1) return;
    if (stretch_.empty() || span.x0 > stretch_.x1 || span.x1 < stretch_.x0) {
      // Apart: the longer one is kept at hand.
      if (span.size() > stretch_.size()) std::swap(span, stretch_);
      if (!span.empty()) setRun(mask, at, span.x0, span.x1);
      return;
    }
    stretch_ = {std::min(stretch_.x0, span.x0), std::max(stretch_.x1, span.x1)};
  }

  const RowRuns& a_;
  const RowRuns& b_;
  GrownRows grown_;
  int widthB_;
  std::vector<std::uint64_t> wide_;
  PixelSpan stretch_;
  bool grew_ = false;
  int left_ = -1;
  int right_ = -1;
};

// Whether rows have so many runs that correlating the masks is faster than going through them.
bool isDithered(const PixelMask& a, const RowRuns& runsA, const PixelMask& b,
                const RowRuns& runsB) {
  if (!MaskCorrelation::fits(a.size(), b.size())) return false;
  double rowsA = 0;
  double runs = 0;
  const auto many = [](const RowRuns& rows, int y) {
    return rows[y].size() * rows[y].size() > kFewPairs;
  };
  for (int y = 0; y < runsA.rows(); ++y) rowsA += many(runsA, y) ? 1 : 0;
  for (int y = 0; y < runsB.rows(); ++y) {
    if (many(runsB, y)) runs += static_cast<double>(runsB[y].size());
  }
  const double words = (a.width() + b.width()) / 64.0;
  return rowsA * runs * words > MaskCorrelation::cost(a.size(), b.size());
}

}  // namespace

bool OffsetMap::meetsAt(int dx, int dy) const {
  return rect().contains(dx, dy) && met.test(dx - x, dy - y);
}

OffsetMap meetingOffsets(std::span<const ConvexPiece> a, std::span<const ConvexPiece> b) {
  if (a.empty() || b.empty()) return {};
  const Box boundsA = boundsOf(a);
  const Box boundsB = boundsOf(b);
  OffsetMap map =
      emptyMap(wholeWithin({boundsA.x - boundsB.x - boundsB.w, boundsA.y - boundsB.y - boundsB.h,
                            boundsA.w + boundsB.w, boundsA.h + boundsB.h}));
  std::vector<std::optional<Box>> boxesB;
  boxesB.reserve(b.size());
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
      const AreaRows reach(area, rows);
      for (int y = rows.y; y < rows.bottom(); ++y) setRow(map, y, reach[y]);
    }
  }
  return map;
}

OffsetMap meetingShifts(const PixelMask& a, const RowRuns& runsA, const PixelMask& b,
                        const RowRuns& runsB) {
  OffsetMap map = emptyMap(
      {1 - b.width(), 1 - b.height(), a.width() + b.width() - 1, a.height() + b.height() - 1});
  if (a.width() == 0 || b.width() == 0) return map;
  if (isDithered(a, runsA, b, runsB)) {
    const MaskCorrelation common(a, b);
    for (int y = 0; y < map.met.height(); ++y) {
      const std::uint32_t* counts = common.row(map.y + y);
      for (int x = 0; x < map.met.width(); ++x) {
        if (counts[x] > 0) map.met.set(x, y);
      }
    }
    return map;
  }
  ShiftRow row(runsA, runsB, GrownRows(a, b.width()), b.width());
  for (int dy = map.y; dy < map.y + map.met.height(); ++dy) row.find(dy, map.met, dy - map.y);
  return map;
}

OffsetMap meetingOffsets(const PixelMask& a, const PixelMask& b, double shiftX, double shiftY) {
  return offsetsFrom(meetingShifts(a, RowRuns(a), b, RowRuns(b)), shiftX, shiftY);
}

OffsetMap offsetsFrom(const OffsetMap& shifts, double shiftX, double shiftY) {
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

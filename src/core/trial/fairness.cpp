#include "core/trial/fairness.h"

#include <algorithm>
#include <bit>
#include <cmath>
#include <cstdint>
#include <limits>
#include <utility>

#include "core/geometry/contact/parting.h"
#include "core/geometry/tolerances.h"
#include "core/layers/participants.h"
#include "core/trial/common_pixels.h"

namespace amber {
namespace {

double shareOf(long long part, long long whole) {
  return whole == 0 ? 0 : static_cast<double>(part) / static_cast<double>(whole);
}

// The distance between two inks at whole offsets of the second.
// The squares of two pixels at positions that differ by k are max(0, |n + f - k| - 1) apart along
// an axis, where n + f is the offset with the shift between the corners of the inks, and n its
// whole part. So only the set of differences k matters: the offsets at which the inks meet without
// a shift.
class GapField {
 public:
  // `differences`: as meetingShifts gives them; they live as long. `shiftX`, `shiftY`: from the
  // first ink's corner to the second's at offset 0, px.
  GapField(const OffsetMap& differences, double shiftX, double shiftY)
      : differences_(differences),
        wholeX_(static_cast<int>(std::floor(shiftX))),
        wholeY_(static_cast<int>(std::floor(shiftY))),
        partX_(shiftX - wholeX_),
        partY_(shiftY - wholeY_) {}

  // The squared gap at an offset, px^2, or some value of at most `enough` once it is known to be no
  // larger. Cost: the rows within the gap.
  double squaredAt(int x, int y, double enough) const {
    const int column = x + wholeX_ - differences_.x;
    const int row = y + wholeY_ - differences_.y;
    double least = kFar;
    for (int away = 0;; ++away) {
      const double up = std::max(0.0, away + partY_ - 1);
      const double down = std::max(0.0, away - partY_);
      const double nearer = std::min(up, down);
      const int above = row - away;
      const int below = row + 1 + away;
      const bool done = above < 0 && below >= differences_.met.height();
      if (done || nearer * nearer >= least) return least;
      least = std::min({least, squaredInRow(above, column, up), squaredInRow(below, column, down)});
      if (least <= enough) return least;
    }
  }

 private:
  static constexpr double kFar = 1e18;

  // To the nearest difference of a row that lies so far away.
  double squaredInRow(int row, int column, double away) const {
    if (row < 0 || row >= differences_.met.height()) return kFar;
    const int before = lastUpTo(row, column);
    const int after = firstFrom(row, column + 1);
    double across = kFar;
    if (before >= 0) across = std::max(0.0, column + partX_ - before - 1);
    if (after >= 0) across = std::min(across, std::max(0.0, after - column - partX_ - 1));
    return across == kFar ? kFar : away * away + across * across;
  }

  // The last set pixel of a row at or before a column, and the first at or after it; -1 for none.
  int lastUpTo(int row, int column) const {
    column = std::min(column, differences_.met.width() - 1);
    if (column < 0) return -1;
    const std::uint64_t* words = differences_.met.row(row);
    int i = column / 64;
    std::uint64_t word = words[i] & (~std::uint64_t{0} >> (63 - column % 64));
    while (word == 0 && i > 0) word = words[--i];
    return word == 0 ? -1 : 64 * i + 63 - std::countl_zero(word);
  }
  int firstFrom(int row, int column) const {
    column = std::max(column, 0);
    if (column >= differences_.met.width()) return -1;
    const std::uint64_t* words = differences_.met.row(row);
    int i = column / 64;
    std::uint64_t word = words[i] & (~std::uint64_t{0} << (column % 64));
    while (word == 0 && i + 1 < differences_.met.wordsPerRow()) word = words[++i];
    return word == 0 ? -1 : 64 * i + std::countr_zero(word);
  }

  const OffsetMap& differences_;
  int wholeX_;
  int wholeY_;
  double partX_;
  double partY_;
};

// Calls visit(x) for every set pixel of a row, from left to right.
template <class Visit>
void visitPixels(const PixelMask& mask, int y, const Visit& visit) {
  const std::uint64_t* words = mask.row(y);
  for (int i = 0; i < mask.wordsPerRow(); ++i) {
    for (std::uint64_t word = words[i]; word != 0; word &= word - 1) {
      visit(64 * i + std::countr_zero(word));
    }
  }
}

// The phantom offset with the largest gap, if it is larger than `known`; of equal ones the topmost,
// then leftmost.
std::optional<WorstPhantom> worstPhantomOf(const PixelMask& phantom, const PixelRect& offsets,
                                           const GapField& gaps, double known) {
  std::optional<WorstPhantom> worst;
  double most = known < 0 ? -1 : known * known;  // Its squared gap, px^2.
  for (int y = 0; y < phantom.height(); ++y) {
    // No gap is more than 1 px larger than the one a px to the left.
    double bound = std::numeric_limits<double>::infinity();
    int last = 0;
    visitPixels(phantom, y, [&](int x) {
      bound += x - last;
      last = x;
      if (bound * bound <= most) return;
      const double squared = gaps.squaredAt(offsets.x + x, offsets.y + y, most);
      bound = std::sqrt(squared);
      if (squared <= most) return;
      most = squared;
      worst = {offsets.x + x, offsets.y + y, bound};
    });
  }
  return worst;
}

// What two lists of counts can share at most, the second moved by so many places.
int sharedAtMost(std::span<const std::int16_t> a, std::span<const std::int16_t> b, int by) {
  const int begin = std::max(0, by);
  const int end = std::min(static_cast<int>(a.size()), static_cast<int>(b.size()) + by);
  if (begin >= end) return 0;
  const std::int16_t* p = a.data() + begin;
  const std::int16_t* q = b.data() + (begin - by);
  int shared = 0;
  for (int i = 0; i < end - begin; ++i) shared += std::min(p[i], q[i]);
  return shared;
}

// No side is longer than kLongestImageSide, so a count fits.
PixelCounts pixelCounts(const PixelMask& mask) {
  const auto narrow = [](const std::vector<int>& counts) {
    return std::vector<std::int16_t>(counts.begin(), counts.end());
  };
  return {narrow(rowCounts(mask)), narrow(columnCounts(mask))};
}

// Rows or columns.
using Axis = std::vector<std::int16_t> PixelCounts::*;

// What lies outside a shape of either frame.
struct OutsideShapes {
  const PixelCounts* a;
  const PixelCounts* b;
};

// The missed offset with most common pixels, if they are more than `known`; of equal ones the
// topmost, then leftmost. Between whole shifts: the most that the inks share at those beside.
class WorstMissedSearch {
 public:
  WorstMissedSearch(const PixelMask& missed, const PixelRect& offsets, const StandingInk& a,
                    const StandingInk& b, const std::vector<ShapePair>& pairs)
      : missed_(missed),
        offsets_(offsets),
        a_(a),
        b_(b),
        shiftX_(b.x() - a.x()),
        shiftY_(b.y() - a.y()),
        left_(static_cast<int>(std::floor(shiftX_)) + offsets.x),
        between_(std::floor(shiftX_) != shiftX_) {
    if (between_ || std::floor(shiftY_) != shiftY_) return;
    for (const ShapePair& pair : pairs) {
      const OutsideShapes outside{a.outside(pair.a), b.outside(pair.b)};
      if (outside.a != nullptr && outside.b != nullptr) outside_.push_back(outside);
    }
  }

  std::optional<WorstMissed> find(long long known) {
    std::optional<WorstMissed> worst;
    // Rows that may hold most come first; those that cannot are never counted.
    std::vector<std::pair<int, int>> rows = boundedRows(known);
    std::sort(rows.begin(), rows.end(), [](const auto& p, const auto& q) {
      return std::pair(-p.first, p.second) < std::pair(-q.first, q.second);
    });
    std::optional<CommonPixelRows> common;
    for (const auto& [bound, y] : rows) {
      if (bound < (worst ? worst->count : known + 1)) break;
      if (!common) common.emplace(a_.mask(), a_.runs(), b_.mask(), b_.runs());
      search(*common, y, known, worst);
    }
    return worst;
  }

 private:
  // The rows of offsets that may have more than `known`, with a bound of each.
  std::vector<std::pair<int, int>> boundedRows(long long known) const {
    std::vector<int> columns(static_cast<std::size_t>(missed_.width()));
    for (int x = 0; x < missed_.width(); ++x) {
      int& bound = columns[static_cast<std::size_t>(x)];
      bound = missedAtMost(&PixelCounts::columns, left_ + x, known);
      if (between_)
        bound = std::max(bound, missedAtMost(&PixelCounts::columns, left_ + x + 1, known));
    }
    std::vector<std::pair<int, int>> rows;
    for (int y = 0; y < missed_.height(); ++y) {
      int across = -1;
      visitPixels(missed_, y,
                  [&](int x) { across = std::max(across, columns[static_cast<std::size_t>(x)]); });
      if (across <= known) continue;
      const auto [first, last] = shiftsOf(y);
      int down = 0;
      for (int v = first; v <= last; ++v) {
        down = std::max(down, missedAtMost(&PixelCounts::rows, v, known));
      }
      if (down > known) rows.emplace_back(std::min(across, down), y);
    }
    return rows;
  }

  // What the inks share at most at such a shift along an axis where no shapes meet. A common pixel
  // whose centre lay in a shape of both would be a place where these meet, so it lies outside one.
  // Sharp where that is more than `known`.
  int missedAtMost(Axis axis, int by, long long known) const {
    int most = sharedAtMost(a_.counts().*axis, b_.counts().*axis, by);
    for (const OutsideShapes& outside : outside_) {
      if (most <= known) break;
      most = std::min(most, sharedAtMost((*outside.a).*axis, b_.counts().*axis, by) +
                                sharedAtMost(a_.counts().*axis, (*outside.b).*axis, by));
    }
    return most;
  }

  // The whole shifts down beside a row of offsets, one or two.
  std::pair<int, int> shiftsOf(int y) const {
    const double shift = shiftY_ + offsets_.y + y;
    return {static_cast<int>(std::floor(shift)), static_cast<int>(std::ceil(shift))};
  }

  void search(CommonPixelRows& common, int y, long long known,
              std::optional<WorstMissed>& worst) const {
    const auto [first, last] = shiftsOf(y);
    for (int v = first; v <= last; ++v) {
      const std::vector<int>& counts = common.row(v);
      const auto countAt = [&](int i) {
        const bool there = i >= 0 && i < static_cast<int>(counts.size());
        return there ? counts[static_cast<std::size_t>(i)] : 0;
      };
      visitPixels(missed_, y, [&](int x) {
        const int i = left_ + x - common.first();
        const int count = std::max(countAt(i), between_ ? countAt(i + 1) : 0);
        const std::pair place(offsets_.y + y, offsets_.x + x);
        const bool worse = worst ? count > worst->count || (count == worst->count &&
                                                            place < std::pair(worst->y, worst->x))
                                 : count > known;
        if (worse) worst = {place.second, place.first, count};
      });
    }
  }

  const PixelMask& missed_;
  PixelRect offsets_;
  const StandingInk& a_;
  const StandingInk& b_;
  double shiftX_;
  double shiftY_;
  int left_;
  bool between_;
  std::vector<OutsideShapes> outside_;
};

}  // namespace

StandingInk::StandingInk(const FairFrame& fair) {
  const TrialFrame& trial = *fair.frame;
  if (const auto ink = boundsOf(trial.ink)) {
    mask_ = cropped(trial.ink, *ink);
    x_ = ink->x - trial.origin.x;
    y_ = ink->y - trial.origin.y;
    if (fair.mirrored) {
      mask_ = mirrored(mask_);
      x_ = -(x_ + ink->w);
    }
  }
  runs_ = RowRuns(mask_);
  counts_ = pixelCounts(mask_);
}

void StandingInk::countOutside(const TrialFrame& trial) {
  for (const RoleShape& shape : trial.shapes) {
    if (shape.pieces.empty()) continue;
    PixelMask outside(mask_.width(), mask_.height());
    for (int y = 0; y < mask_.height(); ++y) {
      visitPixels(mask_, y, [&](int x) {
        const Vertex centre{x_ + x + 0.5, y_ + y + 0.5};
        const bool inside = std::any_of(
            shape.pieces.begin(), shape.pieces.end(),
            [&](const ConvexPiece& piece) { return depthAt(piece, centre) > kTouching; });
        if (!inside) outside.set(x, y);
      });
    }
    outside_.emplace_back(shape.pieces.data(), pixelCounts(outside));
  }
}

const PixelCounts* StandingInk::outside(std::span<const ConvexPiece> pieces) const {
  const auto found = std::find_if(outside_.begin(), outside_.end(),
                                  [&](const auto& one) { return one.first == pieces.data(); });
  return found == outside_.end() ? nullptr : &found->second;
}

namespace {

// Calls visit(p, q, meet) for every two shapes of these roles, and whether they meet by the layers.
template <class Visit>
void eachPair(const Project& project, const TrialFrame& a, const TrialFrame& b,
              std::string_view roleA, std::string_view roleB, const Visit& visit) {
  const MeetingRule rule = ruleOf(project);
  for (const RoleShape& p : a.shapes) {
    if (!roleA.empty() && p.role->name != roleA) continue;
    const ParticipantSettings settings = participantOf(project, *p.asset, *p.role).settings;
    for (const RoleShape& q : b.shapes) {
      if (!roleB.empty() && q.role->name != roleB) continue;
      const Answer answer =
          answerFor(settings, participantOf(project, *q.asset, *q.role).settings, rule);
      visit(p, q, answer.outcome != Outcome::Passes);
    }
  }
}

}  // namespace

std::vector<ShapePair> countingPairs(const Project& project, const TrialFrame& a,
                                     const TrialFrame& b, std::string_view roleA,
                                     std::string_view roleB) {
  std::vector<ShapePair> pairs;
  eachPair(project, a, b, roleA, roleB, [&](const RoleShape& p, const RoleShape& q, bool meet) {
    if (meet) pairs.push_back({p.pieces, q.pieces});
  });
  return pairs;
}

bool keptApart(const Project& project, const TrialFrame& a, const TrialFrame& b,
               std::string_view roleA, std::string_view roleB) {
  bool any = false;
  bool meeting = false;
  eachPair(project, a, b, roleA, roleB, [&](const RoleShape&, const RoleShape&, bool meet) {
    any = true;
    meeting |= meet;
  });
  return any && !meeting;
}

double FairnessMap::phantomShare() const {
  return shareOf(phantom, shapesMeet);
}

double FairnessMap::missedShare() const {
  return shareOf(missed, pixelsMeet);
}

FairnessMap fairnessMap(const FairFrame& a, const FairFrame& b,
                        const std::vector<ShapePair>& pairs) {
  // The pieces as they stand.
  std::vector<std::vector<ConvexPiece>> standing;
  standing.reserve(2 * pairs.size());
  const auto stand = [&](std::span<const ConvexPiece> pieces, bool mirror) {
    if (!mirror) return pieces;
    return std::span<const ConvexPiece>(
        standing.emplace_back(mirrored(std::vector(pieces.begin(), pieces.end()))));
  };
  std::vector<ShapePair> stood;
  for (const ShapePair& pair : pairs) {
    stood.push_back({stand(pair.a, a.mirrored), stand(pair.b, b.mirrored)});
  }
  return fairnessMap(StandingInk(a), StandingInk(b), stood);
}

FairnessMap fairnessMap(const StandingInk& a, const StandingInk& b,
                        const std::vector<ShapePair>& pairs, const KnownWorst& known) {
  const double shiftX = b.x() - a.x();
  const double shiftY = b.y() - a.y();
  const OffsetMap shifts = meetingShifts(a.mask(), a.runs(), b.mask(), b.runs());
  FairnessMap map;
  map.pixels = offsetsFrom(shifts, shiftX, shiftY);
  for (const ShapePair& pair : pairs) {
    map.shapes = united(map.shapes, meetingOffsets(pair.a, pair.b));
  }
  const PixelRect offsets = united(map.pixels.rect(), map.shapes.rect());
  map.pixels = within(map.pixels, offsets);
  map.shapes = within(map.shapes, offsets);
  map.pixelsMeet = countOf(map.pixels.met);
  map.shapesMeet = countOf(map.shapes.met);
  const PixelMask phantom = difference(map.shapes.met, map.pixels.met);
  const PixelMask missed = difference(map.pixels.met, map.shapes.met);
  map.phantom = countOf(phantom);
  map.missed = countOf(missed);
  if (map.phantom > 0 && !a.empty() && !b.empty()) {
    map.worstPhantom =
        worstPhantomOf(phantom, offsets, GapField(shifts, shiftX, shiftY), known.gap);
  }
  if (map.missed > 0) {
    map.worstMissed = WorstMissedSearch(missed, offsets, a, b, pairs).find(known.count);
  }
  return map;
}

void FairnessTotal::add(const FairnessMap& map) {
  pixelsMeet += map.pixelsMeet;
  shapesMeet += map.shapesMeet;
  phantom += map.phantom;
  missed += map.missed;
  if (map.worstPhantom && (!worstPhantom || map.worstPhantom->gap > worstPhantom->gap)) {
    worstPhantom = map.worstPhantom;
    phantomOf = maps;
  }
  if (map.worstMissed && (!worstMissed || map.worstMissed->count > worstMissed->count)) {
    worstMissed = map.worstMissed;
    missedOf = maps;
  }
  ++maps;
}

double FairnessTotal::phantomShare() const {
  return shareOf(phantom, shapesMeet);
}

double FairnessTotal::missedShare() const {
  return shareOf(missed, pixelsMeet);
}

}  // namespace amber

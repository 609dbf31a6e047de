#include "core/trial/fairness.h"

#include <algorithm>
#include <cmath>
#include <cstdint>

#include "core/geometry/contact/parting.h"
#include "core/layers/parties.h"
#include "core/trial/common_pixels.h"

namespace amber {
namespace {

double shareOf(long long part, long long whole) {
  return whole == 0 ? 0 : static_cast<double>(part) / static_cast<double>(whole);
}

// A frame's ink as it stands: its corner from the origin, px.
struct StandingInk {
  PixelMask mask;
  double x = 0;
  double y = 0;
};

// Only what holds ink, so that maps are no larger than needed.
StandingInk standingInk(const FairFrame& fair) {
  const TrialFrame& trial = *fair.frame;
  const auto ink = boundsOf(trial.ink);
  if (!ink) return {};
  StandingInk standing{cropped(trial.ink, *ink), ink->x - trial.frame->origin.x,
                       ink->y - trial.frame->origin.y};
  if (fair.mirrored) {
    standing.mask = mirrored(standing.mask);
    standing.x = -(standing.x + ink->w);
  }
  return standing;
}

// How far two inks lie apart at whole offsets of the second.
//
// The squares of two pixels whose places differ by k lie max(0, |n + f - k| - 1) from each other
// along an axis, where n + f is the offset with the shift between the inks' corners, n its whole
// part. So all that counts of the inks is the set of differences k: where they meet without a
// shift.
class GapRows {
 public:
  // `shiftX`, `shiftY`: from the first ink's corner to the second's at offset 0, px.
  GapRows(const StandingInk& a, const StandingInk& b, const PixelRect& offsets)
      : differences_(meetingOffsets(a.mask, b.mask, 0, 0)),
        offsets_(offsets),
        wholeX_(static_cast<int>(std::floor(b.x - a.x))),
        wholeY_(static_cast<int>(std::floor(b.y - a.y))),
        partX_(b.x - a.x - wholeX_),
        partY_(b.y - a.y - wholeY_),
        above_(static_cast<std::size_t>(differences_.met.width()), kNone),
        below_(static_cast<std::size_t>(offsets.h)) {
    // From the bottom up: the next row of differences below each row of offsets.
    std::vector<int> next(above_.size(), kNone);
    const int lowest = offsets.bottom() - 1 + wholeY_;
    for (int row = differences_.rect().bottom() - 1; row > lowest; --row) note(row, next);
    for (int y = offsets.h - 1; y >= 0; --y) {
      below_[static_cast<std::size_t>(y)] = next;
      note(offsets.y + y + wholeY_, next);
    }
    for (int row = differences_.y; row < offsets.y + wholeY_; ++row) note(row, above_);
  }

  // To be called for every row of offsets, from the first to the last.
  void goTo(int y) {
    row_ = y + wholeY_;
    note(row_, above_);
    next_ = below_[static_cast<std::size_t>(y - offsets_.y)].data();
  }

  // The squared gap at (x, the row), or some value of at most `enough`, px^2, once it is known to
  // be no larger.
  double squaredAt(int x, double enough) const {
    const int column = x + wholeX_ - differences_.x;
    const int columns = static_cast<int>(above_.size());
    double least = kFar;
    for (int away = 0;; ++away) {
      const double left = std::max(0.0, away + partX_ - 1);
      const double right = std::max(0.0, away - partX_);
      const double nearer = std::min(left, right);
      if (nearer * nearer >= least || least <= enough) return least;
      const int before = column - away;
      const int after = column + 1 + away;
      if (before < 0 && after >= columns) return least;
      if (before >= 0 && before < columns) least = std::min(least, left * left + down(before));
      if (after >= 0 && after < columns) least = std::min(least, right * right + down(after));
    }
  }

 private:
  static constexpr int kNone = 1 << 29;
  static constexpr double kFar = 1e18;

  // Notes a row of differences as the nearest so far, in each column that has one there.
  void note(int row, std::vector<int>& nearest) const {
    const int at = row - differences_.y;
    if (at < 0 || at >= differences_.met.height()) return;
    const std::uint64_t* words = differences_.met.row(at);
    for (std::size_t i = 0; i < nearest.size(); ++i) {
      if ((words[i / 64] >> (i % 64) & 1) != 0) nearest[i] = row;
    }
  }

  // The squared distance down a column of differences.
  double down(int column) const {
    const auto i = static_cast<std::size_t>(column);
    double least = kFar;
    if (above_[i] != kNone) {
      const double gap = std::max(0.0, row_ - above_[i] + partY_ - 1);
      least = gap * gap;
    }
    if (next_[i] != kNone) {
      const double gap = std::max(0.0, next_[i] - row_ - partY_ - 1);
      least = std::min(least, gap * gap);
    }
    return least;
  }

  OffsetMap differences_;
  PixelRect offsets_;
  int wholeX_;
  int wholeY_;
  double partX_;
  double partY_;
  std::vector<int> above_;               // By column: the nearest row at or above the current one,
  std::vector<std::vector<int>> below_;  // and by rows of offsets, the nearest below.
  const int* next_ = nullptr;
  int row_ = 0;
};

// The phantom offset with the largest gap; of equal ones the topmost, then leftmost.
std::optional<WorstPhantom> worstPhantomOf(const PixelMask& phantom, const PixelRect& offsets,
                                           const StandingInk& a, const StandingInk& b) {
  GapRows gaps(a, b, offsets);
  std::optional<WorstPhantom> worst;
  double most = -1;  // Its squared gap, px^2.
  for (int y = 0; y < phantom.height(); ++y) {
    gaps.goTo(offsets.y + y);
    // No gap is more than 1 px larger than the one a px to the left.
    double bound = 0;
    bool bounded = false;
    for (int x = 0; x < phantom.width(); ++x) {
      bound += 1;
      if (!phantom.test(x, y) || (bounded && bound * bound <= most)) continue;
      const double squared = gaps.squaredAt(offsets.x + x, most);
      bound = std::sqrt(squared);
      bounded = true;
      if (squared <= most) continue;
      most = squared;
      worst = {offsets.x + x, offsets.y + y, bound};
    }
  }
  return worst;
}

// Between whole shifts: the most that they share at those beside.
std::optional<WorstMissed> worstMissedOf(const PixelMask& missed, const PixelRect& offsets,
                                         const StandingInk& a, const StandingInk& b) {
  CommonPixelRows common(a.mask, b.mask);
  const int left = static_cast<int>(std::floor(b.x - a.x)) + offsets.x - common.first();
  const bool between = std::floor(b.x - a.x) != b.x - a.x;
  std::optional<WorstMissed> worst;
  for (int y = 0; y < missed.height(); ++y) {
    if (countWithin(missed, {0, y, missed.width(), 1}) == 0) continue;
    const double shiftY = b.y - a.y + offsets.y + y;
    for (int v = static_cast<int>(std::floor(shiftY)); v <= std::ceil(shiftY); ++v) {
      const std::vector<int>& counts = common.row(v);
      const auto countAt = [&](int i) {
        return i < 0 || i >= static_cast<int>(counts.size()) ? 0
                                                             : counts[static_cast<std::size_t>(i)];
      };
      for (int x = 0; x < missed.width(); ++x) {
        if (!missed.test(x, y)) continue;
        const int count = std::max(countAt(left + x), between ? countAt(left + x + 1) : 0);
        if (!worst || count > worst->count) worst = {offsets.x + x, offsets.y + y, count};
      }
    }
  }
  return worst;
}

}  // namespace

std::vector<ShapePair> countingPairs(const Project& project, const TrialFrame& a,
                                     const TrialFrame& b, std::string_view roleA,
                                     std::string_view roleB) {
  const bool byLayers = roleA.empty() && roleB.empty();
  const MeetingRule rule = ruleOf(project);
  std::vector<ShapePair> pairs;
  for (const RoleShape& p : a.shapes) {
    if (!roleA.empty() && p.role->name != roleA) continue;
    const PartySettings settings = partyOf(project, *a.asset, *p.role).settings;
    for (const RoleShape& q : b.shapes) {
      if (!roleB.empty() && q.role->name != roleB) continue;
      const Answer answer = answerFor(settings, partyOf(project, *b.asset, *q.role).settings, rule);
      if (!byLayers || answer.outcome != Outcome::Passes) pairs.push_back({p.pieces, q.pieces});
    }
  }
  return pairs;
}

double FairnessMap::phantomShare() const {
  return shareOf(phantom, shapesMeet);
}

double FairnessMap::missedShare() const {
  return shareOf(missed, pixelsMeet);
}

FairnessMap fairnessMap(const FairFrame& a, const FairFrame& b,
                        const std::vector<ShapePair>& pairs) {
  const StandingInk inkA = standingInk(a);
  const StandingInk inkB = standingInk(b);
  FairnessMap map;
  map.pixels = meetingOffsets(inkA.mask, inkB.mask, inkB.x - inkA.x, inkB.y - inkA.y);
  for (const ShapePair& pair : pairs) {
    map.shapes = united(map.shapes, meetingOffsets(a.mirrored ? mirrored(pair.a) : pair.a,
                                                   b.mirrored ? mirrored(pair.b) : pair.b));
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
  if (map.phantom > 0 && !inkA.mask.rect().empty() && !inkB.mask.rect().empty()) {
    map.worstPhantom = worstPhantomOf(phantom, offsets, inkA, inkB);
  }
  if (map.missed > 0) map.worstMissed = worstMissedOf(missed, offsets, inkA, inkB);
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

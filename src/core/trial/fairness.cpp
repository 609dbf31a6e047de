#include "core/trial/fairness.h"

#include <algorithm>
#include <cmath>
#include <queue>

#include "core/geometry/contact/parting.h"
#include "core/image/ink/ink_runs.h"
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

PixelMask grownByOne(const PixelMask& mask) {
  PixelMask grown(mask.width() + 2, mask.height() + 2);
  for (int y = 0; y < mask.height(); ++y) {
    for (int x = 0; x < mask.width(); ++x) {
      if (!mask.test(x, y)) continue;
      for (int v = y; v <= y + 2; ++v) setRun(grown, v, x, x + 3);
    }
  }
  return grown;
}

// The pixels of a mask beside which one is missing: others are never nearest to what lies outside.
std::vector<PixelRect> edgePixels(const PixelMask& mask) {
  std::vector<PixelRect> edge;
  const auto inked = [&](int x, int y) { return mask.rect().contains(x, y) && mask.test(x, y); };
  for (int y = 0; y < mask.height(); ++y) {
    for (int x = 0; x < mask.width(); ++x) {
      if (!mask.test(x, y)) continue;
      const bool enclosed =
          inked(x - 1, y) && inked(x + 1, y) && inked(x, y - 1) && inked(x, y + 1);
      if (!enclosed) edge.push_back({x, y, 1, 1});
    }
  }
  return edge;
}

// How far the inks lie apart at any offset.
class GapField {
 public:
  // `offsets`: for which it is asked; `near`: of the first, null for none.
  GapField(const FairFrame& fairA, const StandingInk& a, const StandingInk& b,
           const PixelRect& offsets, const InkField* near)
      : shiftX_(b.x - a.x), shiftY_(b.y - a.y) {
    if (shiftX_ == std::floor(shiftX_) && shiftY_ == std::floor(shiftY_)) {
      wholeX_ = static_cast<int>(shiftX_);
      wholeY_ = static_cast<int>(shiftY_);
      const PixelRect room{offsets.x + wholeX_, offsets.y + wholeY_, offsets.w + b.mask.width(),
                           offsets.h + b.mask.height()};
      near_ = near;
      if (near_ == nullptr || !near_->covers(room)) {
        const int margin = std::max(
            {-room.x, -room.y, room.right() - a.mask.width(), room.bottom() - a.mask.height(), 0});
        near_ = &own_.emplace(fairA, margin);
      }
      edge_ = edgePixels(b.mask);
    } else {
      runsA_ = InkRuns(a.mask);
      runsB_ = InkRuns(b.mask);
    }
  }

  // Requires: one of the offsets.
  double at(int x, int y) const {
    return near_ != nullptr ? onTheGrid(x + wholeX_, y + wholeY_)
                            : between(x + shiftX_, y + shiftY_);
  }

 private:
  double onTheGrid(int x, int y) const {
    double least = DistanceField::kNone;
    for (const PixelRect& pixel : edge_) {
      least = std::min(least, near_->squaredAt(x + pixel.x, y + pixel.y));
    }
    return std::sqrt(least);
  }

  // Between whole shifts no field tells it; every run is asked.
  double between(double x, double y) const {
    double least = DistanceField::kNone;
    for (std::size_t i = 0; i < runsA_->count(); ++i) {
      const InkRun& p = (*runsA_)[i];
      for (std::size_t k = 0; k < runsB_->count(); ++k) {
        const InkRun& q = (*runsB_)[k];
        const double across = std::max({0.0, x + q.x0 - p.x1, p.x0 - x - q.x1});
        const double down = std::max(0.0, std::abs(y + q.y - p.y) - 1);
        least = std::min(least, across * across + down * down);
      }
    }
    return std::sqrt(least);
  }

  double shiftX_;
  double shiftY_;
  int wholeX_ = 0;
  int wholeY_ = 0;
  std::optional<InkField> own_;
  const InkField* near_ = nullptr;
  std::vector<PixelRect> edge_;
  std::optional<InkRuns> runsA_;
  std::optional<InkRuns> runsB_;
};

// The phantom offset with the largest gap: squares of offsets are halved, those first that may hold
// the largest, until none may hold a larger one.
std::optional<WorstPhantom> worstPhantomOf(const PixelMask& phantom, const PixelRect& offsets,
                                           const GapField& gaps) {
  struct Square {
    double most;
    PixelRect rect;
    bool operator<(const Square& other) const { return most < other.most; }
  };
  std::optional<WorstPhantom> worst;
  std::priority_queue<Square> squares;
  const auto add = [&](const PixelRect& rect) {
    if (rect.empty() || countWithin(phantom, rect) == 0) return;
    const int x = rect.x + rect.w / 2;
    const int y = rect.y + rect.h / 2;
    const double gap = gaps.at(offsets.x + x, offsets.y + y);
    const bool isPhantom = phantom.test(x, y);
    const WorstPhantom here{offsets.x + x, offsets.y + y, gap};
    // Of equally bad ones the topmost, then leftmost, however they are come by.
    const bool worse =
        !worst || gap > worst->gap ||
        (gap == worst->gap && std::pair(here.y, here.x) < std::pair(worst->y, worst->x));
    if (isPhantom && worse) worst = here;
    squares.push({gap + std::hypot(rect.w / 2 + 1, rect.h / 2 + 1), rect});
  };
  add({0, 0, phantom.width(), phantom.height()});
  while (!squares.empty()) {
    const Square square = squares.top();
    squares.pop();
    if (worst && square.most < worst->gap) break;
    const PixelRect& r = square.rect;
    if (r.w == 1 && r.h == 1) continue;
    const int w = std::max(1, r.w / 2);
    const int h = std::max(1, r.h / 2);
    add({r.x, r.y, w, h});
    add({r.x + w, r.y, r.w - w, h});
    add({r.x, r.y + h, w, r.h - h});
    add({r.x + w, r.y + h, r.w - w, r.h - h});
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

// Squares whose sides are dx, dy from each other have centres one px farther each way: their
// distance is that of centres to the ink grown by one px.
InkField::InkField(const FairFrame& frame, int margin) {
  const StandingInk ink = standingInk(frame);
  const PixelMask grown = grownByOne(ink.mask);
  window_ = {-margin, -margin, ink.mask.width() + 2 * margin, ink.mask.height() + 2 * margin};
  field_.emplace(
      grown, PixelRect{-margin, -margin, grown.width() + 2 * margin, grown.height() + 2 * margin});
}

FairnessMap fairnessMap(const FairFrame& a, const FairFrame& b, const std::vector<ShapePair>& pairs,
                        const InkField* near) {
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
    map.worstPhantom = worstPhantomOf(phantom, offsets, GapField(a, inkA, inkB, offsets, near));
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

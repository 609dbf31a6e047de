#include "core/fit/capsule_fit.h"

#include <array>
#include <cmath>
#include <numbers>
#include <vector>

#include "core/fit/box_fit.h"
#include "core/fit/circle_fit.h"
#include "core/fit/coarse_ink.h"
#include "core/fit/pattern_search.h"
#include "core/fit/tally.h"
#include "core/geometry/tolerances.h"

namespace amber {
namespace {

constexpr double kPi = std::numbers::pi;
// A capsule's ends; its radius follows from what it is to hold.
using Ends4 = std::array<double, 4>;

Capsule capsuleOf(const Ends4& ends, double radius) {
  return {ends[0], ends[1], ends[2], ends[3], std::max(radius, kLeastRadius)};
}

Ends4 endsOf(const Capsule& c) {
  return {c.ax, c.ay, c.bx, c.by};
}

Ends4 endsAt(double cx, double cy, double angle, double half) {
  const double dx = std::cos(angle) * half;
  const double dy = std::sin(angle) * half;
  return {cx - dx, cy - dy, cx + dx, cy + dy};
}

// Ends as they may lie: both at the mean of what is to be the same.
Ends4 lying(Ends4 ends, CapsuleLie lie) {
  if (lie == CapsuleLie::Upright) ends[0] = ends[2] = (ends[0] + ends[2]) / 2;
  if (lie == CapsuleLie::Lying) ends[1] = ends[3] = (ends[1] + ends[3]) / 2;
  return ends;
}

// How finely a search ends, px: that of a shape to be kept, and that of one on coarse ink, which
// only says where to look.
struct Fineness {
  double ends;
  double radius;
};
constexpr Fineness kToKeep{kFinestFit * 4, kFinestFit};
constexpr Fineness kToStart{0.5, 0.25};

// The best ends of several climbs in steps of `step` and less, by a score of ends.
template <class Score>
Ends4 bestClimb(const std::vector<Ends4>& starts, CapsuleLie lie, double step, double least,
                const Score& score) {
  const auto scored = [&](const Ends4& ends) { return score(lying(ends, lie)); };
  Ends4 best = starts.front();
  double most = scored(best);
  for (const Ends4& start : starts) {
    const Ends4 found = climbed(start, {step, step, step, step}, least, scored);
    const double there = scored(found);
    if (there > most) {
      most = there;
      best = found;
    }
  }
  return lying(best, lie);
}

// Finds the radius at which a growing capsule begins to hold something. One asked for after another
// is looked for about it, for the ends have moved little.
class TurningRadius {
 public:
  TurningRadius(double most, double fineness)
      : most_(most), last_(most / 2), reach_(most / 2), fineness_(fineness) {}

  // `holds` is false below the radius and true above it, or true nowhere up to the most.
  template <class Holds>
  double operator()(const Holds& holds) {
    double low = std::max(0.0, last_ - reach_);
    double high = std::min(most_, last_ + reach_);
    while (low > 0 && holds(low)) {
      high = low;
      low = std::max(0.0, low - 2 * reach_);
    }
    while (high < most_ && !holds(high)) {
      low = high;
      high = std::min(most_, high + 2 * reach_);
    }
    while (high - low > fineness_) {
      const double middle = (low + high) / 2;
      (holds(middle) ? high : low) = middle;
    }
    last_ = high;
    reach_ = 0.5;
    return high;
  }

 private:
  double most_;
  double last_;
  double reach_;
  double fineness_;
};

double sizeOf(const InkCounts& ink) {
  return std::min(ink.bounds().w, ink.bounds().h) / 2.0 + 0.5;
}

// The ends of a capsule that was fitted to coarse ink.
Ends4 scaledUp(const Capsule& c, const CoarseInk& squares) {
  const double k = squares.side;
  return {squares.x + c.ax * k, squares.y + c.ay * k, squares.x + c.bx * k, squares.y + c.by * k};
}

// Ends about the middle of the ink each way, and the centre of a circle.
std::vector<Ends4> usualEnds(const InkCounts& ink, const Circle& circle, CapsuleLie lie) {
  std::vector<Ends4> starts;
  const PixelRect& b = ink.bounds();
  const double long2 = std::max(b.w, b.h) / 2.0;
  const std::vector<double> ways =
      lie == CapsuleLie::Any ? std::vector<double>{0, kPi / 4, kPi / 2, 3 * kPi / 4}
                             : std::vector<double>{lie == CapsuleLie::Upright ? kPi / 2 : 0};
  for (const double angle : ways) {
    starts.push_back(endsAt(b.x + b.w / 2.0, b.y + b.h / 2.0, angle, 0.4 * long2));
  }
  starts.push_back(endsAt(circle.cx, circle.cy, ways.front(), 0));
  return starts;
}

// A capsule that leaves no ink bare: the snug one, or, to find out where to look, the snug circle.
std::optional<Capsule> coverOf(const InkCounts& ink, CapsuleLie lie, Fineness fine) {
  if (fine.ends < kToStart.ends) return snugCapsule(ink, lie);
  const auto circle = snugCircle(ink);
  if (!circle) return std::nullopt;
  return Capsule{circle->cx, circle->cy, circle->cx, circle->cy, circle->r};
}

std::optional<Capsule> trimmed(const InkCounts& ink, CapsuleLie lie, double loss, Fineness fine) {
  const auto snug = coverOf(ink, lie, fine);
  if (!snug) return std::nullopt;
  const auto spare = static_cast<long long>(std::floor(loss * static_cast<double>(ink.total())));
  const long long wanted = std::max(1LL, ink.total() - spare);
  const double enough = std::hypot(ink.bounds().w, ink.bounds().h);
  TurningRadius turning(enough, fine.radius);
  const auto capsuleFor = [&](const Ends4& ends) {
    return capsuleOf(ends, turning([&](double radius) {
                       return tallyOf(capsuleOf(ends, radius), ink).ink >= wanted;
                     }));
  };
  const auto score = [&](const Ends4& ends) {
    const Capsule capsule = capsuleFor(ends);
    return tallyOf(capsule, ink).ink >= wanted ? -areaOf(capsule) : -1e18;
  };
  std::vector<Ends4> starts;
  double step = std::max(0.5, sizeOf(ink) / 2);
  if (const auto squares = coarse(ink)) {
    starts.push_back(scaledUp(*trimmed(squares->ink, lie, loss, kToStart), *squares));
    step = squares->side / 2.0;
  } else {
    starts.push_back(endsOf(*snug));
    const std::vector<Ends4> more = usualEnds(ink, *trimmedCircle(ink, loss), lie);
    starts.insert(starts.end(), more.begin(), more.end());
  }
  const Capsule best = capsuleFor(bestClimb(starts, lie, step, fine.ends, score));
  return score(endsOf(best)) > -areaOf(*snug) ? best : *snug;
}

std::optional<Capsule> balanced(const InkCounts& ink, CapsuleLie lie, Fineness fine) {
  const auto snug = coverOf(ink, lie, fine);
  if (!snug) return std::nullopt;
  const auto agreement = [&](const Capsule& capsule) {
    return tallyOf(capsule, ink).agreement(ink.total());
  };
  const Circle circle = *balancedCircle(ink);
  Capsule best{circle.cx, circle.cy, circle.cx, circle.cy, circle.r};
  const auto consider = [&](const Capsule& capsule) {
    if (agreement(capsule) > agreement(best)) best = capsule;
  };
  consider(*snug);
  const auto climb = [&](const Ends4& ends, double radius, double step) {
    const auto found =
        climbed(std::array{ends[0], ends[1], ends[2], ends[3], radius},
                {step, step, step, step, step}, fine.ends, [&](const auto& n) {
                  return agreement(capsuleOf(lying({n[0], n[1], n[2], n[3]}, lie), n[4]));
                });
    consider(capsuleOf(lying({found[0], found[1], found[2], found[3]}, lie), found[4]));
  };
  if (const auto squares = coarse(ink)) {
    const Capsule start = *balanced(squares->ink, lie, kToStart);
    climb(scaledUp(start, *squares), start.r * squares->side, squares->side / 2.0);
    return best;
  }
  const double step = std::max(0.5, sizeOf(ink) / 2);
  for (const Ends4& ends : usualEnds(ink, circle, lie)) {
    // As many pixels as there is ink.
    const double length = std::hypot(ends[2] - ends[0], ends[3] - ends[1]);
    const double ink2 = kPi * static_cast<double>(ink.total());
    climb(ends, (std::sqrt(length * length + ink2) - length) / kPi, step);
  }
  climb(endsOf(*snug), snug->r, step);
  // A trunk that limbs stand out from.
  const Circle trunk = *innerCircle(ink);
  for (const Ends4& ends : usualEnds(ink, trunk, lie)) {
    const double dx = trunk.cx - (ends[0] + ends[2]) / 2;
    const double dy = trunk.cy - (ends[1] + ends[3]) / 2;
    climb({ends[0] + dx, ends[1] + dy, ends[2] + dx, ends[3] + dy}, trunk.r, step);
  }
  return best;
}

std::optional<Capsule> inner(const InkCounts& ink, CapsuleLie lie, Fineness fine) {
  const auto circle = innerCircle(ink);
  if (!circle) return std::nullopt;
  const double most = sizeOf(ink);
  TurningRadius turning(most, fine.radius);
  const auto capsuleFor = [&](const Ends4& ends) {
    const double filled = turning([&](double radius) {
      return tallyOf(Capsule{ends[0], ends[1], ends[2], ends[3], radius}, ink).air() > 0;
    });
    return Capsule{ends[0], ends[1], ends[2], ends[3], filled - fine.radius};
  };
  // Of capsules that hold as many pixels, the larger one lets the search go on.
  const auto score = [&](const Ends4& ends) {
    const Capsule capsule = capsuleFor(ends);
    const Box around = bounds(Shape(capsule));
    const PixelRect& b = ink.bounds();
    // What slips between the rows of pixels without holding any is no capsule of the ink.
    if (capsule.r < kLeastRadius || around.x < b.x - 1 || around.y < b.y - 1 ||
        around.x + around.w > b.right() + 1 || around.y + around.h > b.bottom() + 1) {
      return -1.0;
    }
    const Tally tally = tallyOf(capsule, ink);
    return tally.air() > 0 ? -1.0 : static_cast<double>(tally.shape) + areaOf(capsule) * 1e-6;
  };
  const Box box = *innerBox(ink);
  const double half = std::abs(box.w - box.h) / 2;
  std::vector<Ends4> starts{
      endsAt(circle->cx, circle->cy, 0, 0),
      endsAt(box.x + box.w / 2, box.y + box.h / 2, box.h > box.w ? kPi / 2 : 0, half)};
  double step = std::max(0.5, most / 2);
  if (const auto squares = coarse(ink)) {
    starts.push_back(scaledUp(*inner(squares->ink, lie, kToStart), *squares));
    step = squares->side / 2.0;
  } else {
    const std::vector<Ends4> more = usualEnds(ink, *circle, lie);
    starts.insert(starts.end(), more.begin(), more.end());
  }
  const Ends4 ends = bestClimb(starts, lie, step, fine.ends, score);
  const Capsule round{circle->cx, circle->cy, circle->cx, circle->cy, circle->r};
  // The radius is looked for about the last one, so it is found once and judged as it is.
  const Capsule found = capsuleFor(ends);
  if (found.r < kLeastRadius) return round;
  const Tally tally = tallyOf(found, ink);
  return tally.air() == 0 && tally.shape >= tallyOf(round, ink).shape ? found : round;
}

}  // namespace

std::optional<Capsule> trimmedCapsule(const InkCounts& ink, CapsuleLie lie, double loss) {
  return trimmed(ink, lie, loss, kToKeep);
}

std::optional<Capsule> balancedCapsule(const InkCounts& ink, CapsuleLie lie) {
  return balanced(ink, lie, kToKeep);
}

std::optional<Capsule> innerCapsule(const InkCounts& ink, CapsuleLie lie) {
  return inner(ink, lie, kToKeep);
}

}  // namespace amber

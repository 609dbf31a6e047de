#include "core/fit/styles/capsule_fit.h"

#include <array>
#include <cmath>
#include <numbers>
#include <utility>
#include <vector>

#include "core/fit/search/coarse_ink.h"
#include "core/fit/search/pattern_search.h"
#include "core/fit/search/tally.h"
#include "core/fit/search/turning_radius.h"
#include "core/fit/styles/box_fit.h"
#include "core/fit/styles/circle_fit.h"
#include "core/geometry/tolerances.h"

namespace amber {
namespace {

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

// Ends as they may axis: both at the mean of what is to be the same.
Ends4 lying(Ends4 ends, CapsuleAxis axis) {
  if (axis == CapsuleAxis::Vertical) ends[0] = ends[2] = (ends[0] + ends[2]) / 2;
  if (axis == CapsuleAxis::Horizontal) ends[1] = ends[3] = (ends[1] + ends[3]) / 2;
  return ends;
}

// The final step of a search, px: for the resulting shape, and for a shape on coarse ink, which
// only gives a starting place.
struct Fineness {
  double ends;
  double radius;
  std::size_t starts;  // how many of the best are climbed from
};
constexpr Fineness kToKeep{kFinestFit * 4, kFinestFit, 100};
constexpr Fineness kToStart{0.5, 0.25, 4};

// Keeps only the entries with the highest scores, this many.
template <class Score>
void keepBest(std::vector<Capsule>& capsules, std::size_t most, const Score& score) {
  if (capsules.size() <= most) return;
  std::vector<std::pair<double, Capsule>> scored;
  scored.reserve(capsules.size());
  for (const Capsule& capsule : capsules) scored.emplace_back(score(capsule), capsule);
  std::stable_sort(scored.begin(), scored.end(),
                   [](const auto& a, const auto& b) { return a.first > b.first; });
  capsules.clear();
  for (std::size_t i = 0; i < most; ++i) capsules.push_back(scored[i].second);
}

double lengthOf(const Ends4& ends) {
  return std::hypot(ends[2] - ends[0], ends[3] - ends[1]);
}

// The radius of the capsule of this length and area.
double radiusFor(double length, double area) {
  return (std::sqrt(length * length + std::numbers::pi * area) - length) / std::numbers::pi;
}

double sizeOf(const InkCounts& ink) {
  return std::min(ink.bounds().w, ink.bounds().h) / 2.0 + 0.5;
}

// The ends of a capsule that was fitted to coarse ink.
Ends4 scaledUp(const Capsule& c, const CoarseInk& squares) {
  const double k = squares.side;
  return {squares.x + c.ax * k, squares.y + c.ay * k, squares.x + c.bx * k, squares.y + c.by * k};
}

// Ends about the middle of the ink each way, and the centre of a circle.
std::vector<Ends4> usualEnds(const InkCounts& ink, const Circle& circle, CapsuleAxis axis) {
  std::vector<Ends4> starts;
  const PixelRect& b = ink.bounds();
  const double long2 = std::max(b.w, b.h) / 2.0;
  const std::vector<double> ways =
      axis == CapsuleAxis::Any
          ? std::vector<double>{0, std::numbers::pi / 4, std::numbers::pi / 2,
                                3 * std::numbers::pi / 4}
          : std::vector<double>{axis == CapsuleAxis::Vertical ? std::numbers::pi / 2 : 0};
  starts.reserve(ways.size() + 1);
  for (const double angle : ways) {
    starts.push_back(endsAt(b.x + b.w / 2.0, b.y + b.h / 2.0, angle, 0.4 * long2));
  }
  starts.push_back(endsAt(circle.cx, circle.cy, ways.front(), 0));
  return starts;
}

// A capsule that leaves no ink bare: the snug one, or, to find out where to look, the snug circle.
std::optional<Capsule> coverOf(const InkStudy& ink, CapsuleAxis axis, Fineness fine) {
  if (fine.ends < kToStart.ends) return snugCapsule(ink, axis);
  const auto circle = snugCircle(ink);
  if (!circle) return std::nullopt;
  return Capsule{circle->cx, circle->cy, circle->cx, circle->cy, circle->r};
}

std::optional<Capsule> trimmed(const InkStudy& study, CapsuleAxis axis, double loss,
                               Fineness fine) {
  const InkCounts& ink = study.counts();
  const auto snug = coverOf(study, axis, fine);
  if (!snug) return std::nullopt;
  const long long spare = ink.spare(loss);
  Capsule best = *snug;
  // Whether a capsule with these ends is smaller than the best one. One count of pixels rules out
  // most ends; the smallest radius is searched only for the others.
  const auto improves = [&](const Ends4& free) {
    const Ends4 ends = lying(free, axis);
    const auto holds = [&](double radius) { return !misses(capsuleOf(ends, radius), ink, spare); };
    const double radius = radiusFor(lengthOf(ends), areaOf(best)) - fine.radius / 4;
    if (radius < kLeastRadius || !holds(radius)) return false;
    best = capsuleOf(ends, leastRadiusBelow(radius, fine.radius, holds));
    return true;
  };
  const auto climb = [&](double step) {
    climbedWhere(endsOf(best), {step, step, step, step}, fine.ends, improves);
  };
  if (const CoarseInk* squares = study.coarse()) {
    improves(scaledUp(*trimmed(squares->ink, axis, loss, kToStart), *squares));
    climb(squares->side / 2.0);
    return best;
  }
  const double step = std::max(0.5, sizeOf(ink) / 2);
  climb(step);
  Capsule most = best;
  std::vector<Capsule> starts;
  for (const Ends4& ends : usualEnds(ink, *trimmedCircle(study, loss), axis)) {
    best = *snug;
    if (improves(ends)) starts.push_back(best);
  }
  keepBest(starts, fine.starts, [](const Capsule& capsule) { return -areaOf(capsule); });
  for (const Capsule& start : starts) {
    best = start;
    climb(step);
    if (areaOf(best) < areaOf(most)) most = best;
  }
  return most;
}

std::optional<Capsule> balanced(const InkStudy& study, CapsuleAxis axis, Fineness fine) {
  const InkCounts& ink = study.counts();
  const auto snug = coverOf(study, axis, fine);
  if (!snug) return std::nullopt;
  const auto overlap = [&](const Capsule& capsule) {
    return tallyOf(capsule, ink).overlap(ink.total());
  };
  const Circle circle = *(fine.ends < kToStart.ends ? balancedCircle(study) : roughCircle(study));
  Capsule best{circle.cx, circle.cy, circle.cx, circle.cy, circle.r};
  const auto consider = [&](const Capsule& capsule) {
    if (overlap(capsule) > overlap(best)) best = capsule;
  };
  consider(*snug);
  const auto climb = [&](const Ends4& ends, double radius, double step) {
    const auto found =
        climbed(std::array{ends[0], ends[1], ends[2], ends[3], radius},
                {step, step, step, step, step}, fine.ends, [&](const auto& n) {
                  return overlap(capsuleOf(lying({n[0], n[1], n[2], n[3]}, axis), n[4]));
                });
    consider(capsuleOf(lying({found[0], found[1], found[2], found[3]}, axis), found[4]));
  };
  if (const CoarseInk* squares = study.coarse()) {
    const Capsule start = *balanced(squares->ink, axis, kToStart);
    climb(scaledUp(start, *squares), start.r * squares->side, squares->side / 2.0);
    return best;
  }
  std::vector<Capsule> starts{*snug};
  for (const Ends4& ends : usualEnds(ink, circle, axis)) {
    starts.push_back(capsuleOf(ends, radiusFor(lengthOf(ends), static_cast<double>(ink.total()))));
  }
  // A trunk that limbs stand out from.
  const Circle trunk = *innerCircle(study);
  for (const Ends4& ends : usualEnds(ink, trunk, axis)) {
    const double dx = trunk.cx - (ends[0] + ends[2]) / 2;
    const double dy = trunk.cy - (ends[1] + ends[3]) / 2;
    starts.push_back(capsuleOf({ends[0] + dx, ends[1] + dy, ends[2] + dx, ends[3] + dy}, trunk.r));
  }
  keepBest(starts, fine.starts, overlap);
  const double step = std::max(0.5, sizeOf(ink) / 2);
  for (const Capsule& start : starts) climb(endsOf(start), start.r, step);
  return best;
}

std::optional<Capsule> inner(const InkStudy& study, CapsuleAxis axis, Fineness fine) {
  const InkCounts& ink = study.counts();
  const auto circle = innerCircle(study);
  if (!circle) return std::nullopt;
  const double widest = sizeOf(ink);
  const Capsule round{circle->cx, circle->cy, circle->cx, circle->cy, circle->r};
  Capsule best = round;
  // Whether a capsule with these ends is larger than the best one and contains no air. One test for
  // air rules out most ends; the largest radius is searched only for the others. A capsule between
  // the rows of pixels, without any pixel centre, is not accepted.
  const auto improves = [&](const Ends4& free) {
    const Ends4 ends = lying(free, axis);
    const auto air = [&](double radius) { return holdsAir(capsuleOf(ends, radius), ink); };
    const double radius =
        std::max(kLeastRadius, radiusFor(lengthOf(ends), areaOf(best)) + fine.radius / 4);
    if (radius > widest || air(radius)) return false;
    const Capsule there = capsuleOf(ends, mostRadiusAbove(radius, widest, fine.radius, air));
    const Box around = bounds(Shape(there));
    const PixelRect& b = ink.bounds();
    if (around.x < b.x - 1 || around.y < b.y - 1 || around.x + around.w > b.right() + 1 ||
        around.y + around.h > b.bottom() + 1) {
      return false;
    }
    best = there;
    return true;
  };
  Capsule most = best;
  const auto climb = [&](const Ends4& start, double step) {
    const Ends4 ends = lying(start, axis);
    best = capsuleOf(ends, 0);
    best.r = 0;
    if (!improves(ends)) best = round;
    climbedWhere(endsOf(best), {step, step, step, step}, fine.ends, improves);
    if (tallyOf(best, ink).shape > tallyOf(most, ink).shape) most = best;
  };
  const CoarseInk* squares = study.coarse();
  const double step = squares ? squares->side / 2.0 : std::max(0.5, widest / 2);
  const Box box = *foundOnce(study.finds().innerBox, [&] { return innerBox(ink); });
  // On large ink the coarse squares give a better start than the round capsule.
  if (!squares) climb(endsOf(round), std::max(0.5, widest / 2));
  climb(endsAt(box.x + box.w / 2, box.y + box.h / 2, box.h > box.w ? std::numbers::pi / 2 : 0,
               std::abs(box.w - box.h) / 2),
        step);
  if (squares) {
    climb(scaledUp(*inner(squares->ink, axis, kToStart), *squares), step);
    return most;
  }
  for (const Ends4& ends : usualEnds(ink, *circle, axis)) climb(ends, step);
  return most;
}

}  // namespace

std::optional<Capsule> trimmedCapsule(const InkStudy& ink, CapsuleAxis axis, double loss) {
  return trimmed(ink, axis, loss, kToKeep);
}

std::optional<Capsule> balancedCapsule(const InkStudy& ink, CapsuleAxis axis) {
  return balanced(ink, axis, kToKeep);
}

std::optional<Capsule> innerCapsule(const InkStudy& ink, CapsuleAxis axis) {
  return inner(ink, axis, kToKeep);
}

}  // namespace amber

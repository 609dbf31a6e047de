#include "core/trial/ink_meeting.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/geometry/tolerances.h"

namespace amber {
namespace {

// How far two stretches overlap; below 0: how far apart they lie.
double overlapOf(double from, double to, double otherFrom, double otherTo) {
  return std::min(to, otherTo) - std::max(from, otherFrom);
}

bool isWhole(double value) {
  return value == std::floor(value);
}

// The columns of a run as they are drawn: the leftmost pixel that reaches past `left`.
FramePixel leftmostPast(const InkBox& run, double left, const Pose& pose) {
  const double into = std::max(0.0, left - run.left) / pose.scale;
  const int skipped = static_cast<int>(std::floor(into + kTouching));
  return {pose.mirrored ? run.x1 - 1 - skipped : run.x0 + skipped, run.y};
}

// Where two stretches lie apart, the ends that face each other; else the middle of what they share.
std::pair<double, double> facing(double from, double to, double otherFrom, double otherTo) {
  if (to <= otherFrom) return {to, otherFrom};
  if (otherTo <= from) return {from, otherTo};
  const double middle = (std::max(from, otherFrom) + std::min(to, otherTo)) / 2;
  return {middle, middle};
}

}  // namespace

InkMeeting inkMeeting(const TrialFrame& a, const Pose& poseA, const TrialFrame& b,
                      const Pose& poseB) {
  const std::vector<InkBox> boxesA = inkBoxes(a, poseA);
  const std::vector<InkBox> boxesB = inkBoxes(b, poseB);
  InkMeeting meeting;
  meeting.gap = std::numeric_limits<double>::infinity();
  const bool grid = poseA.scale == 1 && poseB.scale == 1 && !boxesA.empty() && !boxesB.empty() &&
                    isWhole(boxesA.front().left - boxesB.front().left) &&
                    isWhole(boxesA.front().top - boxesB.front().top);
  double common = 0;
  double firstLeft = 0;
  for (const InkBox& p : boxesA) {
    for (const InkBox& q : boxesB) {
      const double across = overlapOf(p.left, p.right, q.left, q.right);
      const double down = overlapOf(p.top, p.bottom, q.top, q.bottom);
      if (across > kTouching && down > kTouching) {
        const double left = std::max(p.left, q.left);
        // Runs come from top to bottom: a later row is never higher.
        const bool earlier = !meeting.first || (meeting.first->y == p.y && left < firstLeft);
        if (earlier) {
          meeting.first = leftmostPast(p, q.left, poseA);
          firstLeft = left;
        }
        meeting.meet = true;
        common += across;
        continue;
      }
      if (meeting.meet) continue;
      const double gap = std::hypot(std::max(0.0, -across), std::max(0.0, -down));
      if (gap >= meeting.gap) continue;
      meeting.gap = gap;
      const auto [ax, bx] = facing(p.left, p.right, q.left, q.right);
      const auto [ay, by] = facing(p.top, p.bottom, q.top, q.bottom);
      meeting.gapFrom = {ax, ay};
      meeting.gapTo = {bx, by};
    }
  }
  if (meeting.meet) meeting.gap = 0;
  if (grid) meeting.count = std::llround(common);
  return meeting;
}

bool inkBoundsMeet(const std::vector<InkBox>& a, const std::vector<InkBox>& b) {
  if (a.empty() || b.empty()) return false;
  const auto around = [](const std::vector<InkBox>& boxes) {
    InkBox all = boxes.front();
    for (const InkBox& box : boxes) {
      all.left = std::min(all.left, box.left);
      all.right = std::max(all.right, box.right);
      all.top = std::min(all.top, box.top);
      all.bottom = std::max(all.bottom, box.bottom);
    }
    return all;
  };
  const InkBox p = around(a);
  const InkBox q = around(b);
  return overlapOf(p.left, p.right, q.left, q.right) > kTouching &&
         overlapOf(p.top, p.bottom, q.top, q.bottom) > kTouching;
}

}  // namespace amber

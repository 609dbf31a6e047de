#pragma once

#include <optional>
#include <vector>

#include "core/trial/trial_frame.h"

namespace amber {

/// A pixel of a frame.
struct FramePixel {
  int x = 0;
  int y = 0;

  bool operator==(const FramePixel&) const = default;
};

/// Overlap or distance of two inks, with pixels as squares at their scale.
struct InkMeeting {
  bool meet = false;
  /// Common pixels, where both scales are 1 and the pixels of both lie on one grid.
  std::optional<long long> count;
  /// The topmost, then leftmost common pixel as drawn, in the first one's frame px.
  std::optional<FramePixel> first;
  /// The least distance between the inks, game px; 0 where they meet or touch. Infinite where one
  /// has no ink.
  double gap = 0;
  /// Between which points it lies, where they do not meet.
  GamePoint gapFrom = {};
  GamePoint gapTo = {};
};

/// Neither pose is turned. Cost: linear in the runs of rows at one height; where the inks do not
/// meet, n log n, and for runs that may be nearest the rows within that gap. Two figures of 128 px:
/// 20 us.
InkMeeting inkMeeting(const TrialFrame& a, const Pose& poseA, const TrialFrame& b,
                      const Pose& poseB);

/// Whether the bounds of the inks overlap.
bool inkBoundsMeet(const std::vector<InkBox>& a, const std::vector<InkBox>& b);

}  // namespace amber

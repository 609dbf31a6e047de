#pragma once

#include <optional>
#include <vector>

#include "core/cut/packing/frame_candidates.h"

namespace amber {

/// A sheet as frames without gaps, and how unlikely that is (see FrameCandidate::cost), over all
/// frames and all room that none takes.
struct Packing {
  std::vector<PixelRect> frames;
  double cost = 0;
};

/// How hard is sought: how many ways are followed side by side.
/// `narrowFirst`: the next place is not the lowest but a narrow one (see Skyline::narrowest), which
/// shows sooner where something is wrong, and now and then leads where the other does not.
struct PackingEffort {
  std::size_t kept = 30;
  bool narrowFirst = false;
};

/// The likeliest packing that is found: the sheet is filled from the top, always in the lowest
/// place, the leftmost of equal ones. Into its left corner goes one of the candidates, or it stays
/// empty, or a few columns of it do. Of ways that have filled as much of the sheet only the
/// likeliest are followed (a beam search), and of those that lead to one skyline the likelier.
/// Nothing where more steps were needed than are allowed. Cost: as kMostSteps, and less the fewer
/// frames there are; about 1 ms a frame.
/// Reference: E. Hopper, B. Turton, "A review of the application of meta-heuristic algorithms to 2D
/// strip packing problems", Artificial Intelligence Review 16, 2001 (placing into the lowest
/// leftmost place, here undone instead of done).
std::optional<Packing> likeliestPacking(const PackingInk& ink, FrameCandidates& candidates,
                                        PackingEffort effort);

/// How unlikely a packing would be, judged by the room of its first so many frames alone: its cost,
/// as if the rest of the sheet were like them. A fraction of the cost of likeliestPacking.
std::optional<double> costByTheFirst(const PackingInk& ink, FrameCandidates& candidates,
                                     PackingEffort effort, double frames);

}  // namespace amber

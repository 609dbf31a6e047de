#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/progress.h"
#include "core/image/image.h"
#include "core/trial/fairness.h"

namespace amber {

/// Frames as they are tried: each, and where that is asked for, its mirrored copy after it.
std::vector<FairFrame> fairFrames(const std::vector<TrialFrame>& frames, bool mirroredToo);

/// What two frames of two animations come to.
struct FairPair {
  std::size_t a = 0;  ///< Of the frames given.
  std::size_t b = 0;
  double phantomShare = 0;
  double missedShare = 0;
};

/// Fairness over all pairs of frames.
struct FairnessSum {
  FairnessTotal total;
  std::vector<FairPair> pairs;     ///< Each frame of the first with all of the second, in order.
  std::vector<FairnessTotal> ofA;  ///< By frame of the first.
  OffsetMap fair;                  ///< Offsets at which in some pair both shapes and pixels meet.
  OffsetMap phantom;               ///< In some pair only the shapes.
  OffsetMap missed;                ///< In some pair only the pixels.

  PixelRect offsets() const;
  /// Adds one more pair.
  void add(const FairPair& pair, const FairnessMap& map);
};

/// Cost: the pairs, each as fairnessMap. Ends early, with what it has, when it is asked to.
FairnessSum fairnessSum(const Project& project, const std::vector<FairFrame>& a,
                        const std::vector<FairFrame>& b, std::string_view roleA,
                        std::string_view roleB, const Progress& progress = {});

/// The sum as a picture, a px for each offset, clear where nothing meets. What is phantom or missed
/// has two shades in stripes, one kind rising, one falling, so that they are told apart without
/// colour.
Image fairnessPicture(const FairnessSum& sum);

/// What a px of that picture stands for.
enum class FairnessMark { Nothing, Fair, Phantom, Missed };
FairnessMark fairnessMark(const Rgba& colour);

}  // namespace amber

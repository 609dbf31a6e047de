#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/progress.h"
#include "core/image/image.h"
#include "core/trial/fairness.h"

namespace amber {

/// The frames to compare: each frame, followed by its mirrored copy if requested.
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

/// The sum as a picture, one px for each offset, transparent where nothing meets. Phantom and
/// missed hits have two shades in stripes, one type rising and one falling, so that they can be
/// distinguished without colour.
Image fairnessPicture(const FairnessSum& sum);

/// The meaning of a px of that picture.
enum class FairnessMark { Nothing, Fair, Phantom, Missed };
FairnessMark fairnessMark(const Rgba& colour);

}  // namespace amber

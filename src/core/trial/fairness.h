#pragma once

#include <optional>
#include <stop_token>
#include <string_view>
#include <vector>

#include "core/image/distance.h"
#include "core/trial/offset_map.h"
#include "core/trial/trial_frame.h"

namespace amber {

/// Two shapes that count when it is asked whether the shapes of two frames meet: their pieces, told
/// from their origins, not mirrored, at scale 1.
struct ShapePair {
  std::vector<ConvexPiece> a;
  std::vector<ConvexPiece> b;
};

/// The pairs of two frames that count: of the roles named (any where none is), and where no role is
/// named at either side, those that meet by the layers.
std::vector<ShapePair> countingPairs(const Project& project, const TrialFrame& a,
                                     const TrialFrame& b, std::string_view roleA,
                                     std::string_view roleB);

/// A frame of a fairness map, and whether it stands mirrored.
struct FairFrame {
  const TrialFrame* frame = nullptr;
  bool mirrored = false;
};

/// An offset at which something is at its worst.
struct WorstPhantom {
  int x = 0;
  int y = 0;
  double gap = 0;  ///< Between the inks' pixel squares, px.
};
struct WorstMissed {
  int x = 0;
  int y = 0;
  long long count = 0;  ///< Common pixels; between whole px, the most at those beside.
};

/// Where shapes and pixels of two frames agree, over all whole offsets of the second's origin from
/// the first's at which either can meet, scales 1. A phantom offset is one at which the shapes meet
/// and the pixels do not; a missed one is the other way.
struct FairnessMap {
  OffsetMap pixels;  ///< Both cover the same offsets.
  OffsetMap shapes;
  long long pixelsMeet = 0;
  long long shapesMeet = 0;
  long long phantom = 0;
  long long missed = 0;
  std::optional<WorstPhantom> worstPhantom;
  std::optional<WorstMissed> worstMissed;

  PixelRect offsets() const { return pixels.rect(); }
  /// Of the offsets at which shapes meet, and of those at which pixels do; 0 of none.
  double phantomShare() const;
  double missedShare() const;
};

/// How far any px around a frame lies from its ink: worked out once for several maps of it.
class InkField {
 public:
  /// Up to `margin` px around the ink. Cost: linear in these pixels.
  InkField(const FairFrame& frame, int margin);

  /// Whether it tells of all of this, px from the ink's corner.
  bool covers(const PixelRect& area) const { return amber::within(area, window_); }
  /// The squared distance between the square of a px and the nearest of the ink's. Requires: it
  /// is covered.
  double squaredAt(int x, int y) const { return field_->squaredAt(x + 1, y + 1); }

 private:
  PixelRect window_;
  std::optional<DistanceField> field_;
};

/// The map of two frames by these pairs of shapes. `near`: of the first frame, as it stands; where
/// it does not reach far enough, or is null, another is made.
/// Cost: as meetingOffsets; the worst by halving squares of offsets, for the distance of inks
/// changes no faster than the offset. Two figures of 128 px with polygons: some ms.
FairnessMap fairnessMap(const FairFrame& a, const FairFrame& b, const std::vector<ShapePair>& pairs,
                        const InkField* near = nullptr);

/// The sums and the worst of several maps.
struct FairnessTotal {
  long long pixelsMeet = 0;
  long long shapesMeet = 0;
  long long phantom = 0;
  long long missed = 0;
  std::optional<WorstPhantom> worstPhantom;
  std::optional<WorstMissed> worstMissed;
  std::size_t phantomOf = 0;  ///< Which of the maps added holds the worst of each.
  std::size_t missedOf = 0;
  std::size_t maps = 0;

  void add(const FairnessMap& map);
  double phantomShare() const;
  double missedShare() const;
};

}  // namespace amber

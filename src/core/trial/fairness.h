#pragma once

#include <cstdint>
#include <optional>
#include <span>
#include <string_view>
#include <utility>
#include <vector>

#include "core/trial/offset_map.h"
#include "core/trial/trial_frame.h"

namespace amber {

/// Two shapes that are compared for two frames: their pieces, relative to their origins, not
/// mirrored, at scale 1.
struct ShapePair {
  std::span<const ConvexPiece> a;  ///< Refer to pieces that live as long as the pair is used.
  std::span<const ConvexPiece> b;
};

/// The pairs of two frames that count: of the roles named (any where none is), those that meet by
/// the layers. They refer to the frames' pieces.
std::vector<ShapePair> countingPairs(const Project& project, const TrialFrame& a,
                                     const TrialFrame& b, std::string_view roleA,
                                     std::string_view roleB);

/// Whether both frames have shapes of these roles and the layers let none of them meet: then there
/// is nothing to be fair or unfair.
bool keptApart(const Project& project, const TrialFrame& a, const TrialFrame& b,
               std::string_view roleA, std::string_view roleB);

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

/// Pixels of every row and column of an ink, small enough that a processor compares many at once.
struct PixelCounts {
  std::vector<std::int16_t> rows;
  std::vector<std::int16_t> columns;
};

/// A frame's ink as it stands, prepared once for many maps.
class StandingInk {
 public:
  /// Only the part with ink, so that maps are no larger than needed. Cost: linear in the pixels.
  explicit StandingInk(const FairFrame& fair);

  bool empty() const { return mask_.rect().empty(); }
  const PixelMask& mask() const { return mask_; }
  const RowRuns& runs() const { return runs_; }
  /// The corner of the mask relative to the origin of the frame, px.
  double x() const { return x_; }
  double y() const { return y_; }
  const PixelCounts& counts() const { return counts_; }

  /// Counts what of the ink lies outside each shape of the frame, which makes the worst missed hit
  /// of every map faster to find. Cost: the pixels by the sides of the shapes.
  void countOutside(const TrialFrame& trial);
  /// The pixels whose centres lie in none of these pieces; nothing where they were not counted.
  const PixelCounts* outside(std::span<const ConvexPiece> pieces) const;

 private:
  PixelMask mask_;
  RowRuns runs_{PixelMask()};
  double x_ = 0;
  double y_ = 0;
  PixelCounts counts_;
  std::vector<std::pair<const ConvexPiece*, PixelCounts>> outside_;  // By the first piece.
};

/// The worst values of other maps: a map does not report a worst value below them.
struct KnownWorst {
  double gap = -1;
  long long count = -1;
};

/// The map of two frames by these pairs of shapes.
/// Cost: as meetingOffsets, and linear in the offsets; the worst phantom hit also in its gap. Two
/// figures of 128 px with polygons: some ms.
FairnessMap fairnessMap(const FairFrame& a, const FairFrame& b,
                        const std::vector<ShapePair>& pairs);
/// The same of inks that are prepared. `pairs`: as the frames stand.
FairnessMap fairnessMap(const StandingInk& a, const StandingInk& b,
                        const std::vector<ShapePair>& pairs, const KnownWorst& known = {});

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

  KnownWorst known() const {
    return {worstPhantom ? worstPhantom->gap : -1, worstMissed ? worstMissed->count : -1};
  }
  void add(const FairnessMap& map);
  double phantomShare() const;
  double missedShare() const;
};

}  // namespace amber

#pragma once

#include <optional>
#include <vector>

#include "core/origin/landmarks.h"
#include "core/project/art_source.h"
#include "core/project/project.h"

namespace amber {

/// Where a frame's landmarks lie, seen from its origin, px.
struct MarksFromOrigin {
  OriginPoint feet;
  OriginPoint centroid;
  double left = 0;  ///< The ink's edges.
  double top = 0;
  double right = 0;
  double bottom = 0;

  /// How far the ink moves to the right when the frame is mirrored about its origin, px.
  double mirrorJump() const { return -(left + right); }
};

MarksFromOrigin marksFromOrigin(const Landmarks& marks, FramePoint origin);

/// One step of an animation; without marks where the frame has no firm ink, or its art is not here.
struct DriftRow {
  FrameId frame;
  std::optional<MarksFromOrigin> marks;
};

/// How far a landmark moves relative to the origin, px: the largest difference of x, and of y,
/// between any two steps.
struct Drift {
  double x = 0;
  double y = 0;

  double most() const { return x > y ? x : y; }
};

/// What landmarks do through an animation, relative to the origin.
struct DriftTable {
  std::vector<DriftRow> rows;  ///< By step.
  Drift feet;
  Drift centroid;
  OriginPoint usualFeet;  ///< Their median x and median y.
  /// The steps whose feet are nearest to and farthest from the usual ones, the first of equals.
  /// Nothing where no step has marks; no worst one where no feet move.
  std::optional<std::size_t> steadiest;
  std::optional<std::size_t> worst;

  /// How far the feet of a step are from the usual ones, px; 0 without marks.
  double offUsual(std::size_t step) const;
};

/// Cost: linear in the frames' pixels, plus n log n of the steps.
DriftTable driftOf(const Asset& asset, const Animation& animation, const ArtSource& art);

}  // namespace amber

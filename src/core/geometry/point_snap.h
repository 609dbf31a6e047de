#pragma once

#include <cmath>

#include "core/geometry/point.h"

namespace amber {

/// What a point that is set snaps to.
enum class PointSnap { PixelCorner, PixelCentre, Free };

/// The point as snapping leaves it; Free keeps it exactly. A point in the middle goes right and
/// down, so that what lies n px further on snaps n px further on.
inline FramePoint snapped(FramePoint point, PointSnap snap) {
  switch (snap) {
    case PointSnap::PixelCorner:
      return {std::floor(point.x + 0.5), std::floor(point.y + 0.5)};
    case PointSnap::PixelCentre:
      return {std::floor(point.x) + 0.5, std::floor(point.y) + 0.5};
    case PointSnap::Free:
      break;
  }
  return point;
}

/// To hundredths of a px: what a pointer gives and a person can read.
inline FramePoint readable(FramePoint point) {
  return {std::floor(point.x * 100 + 0.5) / 100, std::floor(point.y * 100 + 0.5) / 100};
}

}  // namespace amber

#pragma once

#include <cstddef>
#include <vector>

#include "core/geometry/point.h"

namespace amber {

/// The point turned about the origin, clockwise on screen, `angle` in radians. Quarter turns are
/// exact.
FramePoint spun(FramePoint point, FramePoint origin, double angle);

/// The point on the other side of the upright line through the origin.
constexpr FramePoint mirroredAbout(FramePoint point, FramePoint origin) {
  return {2 * origin.x - point.x, point.y};
}

/// Where the game draws a point of a frame whose asset stands at `position`, drawn at `scale` game
/// px per art px, turned by `angle` radians.
GamePoint inGame(FramePoint point, FramePoint origin, double scale, GamePoint position,
                 double angle = 0);

/// The order in which a game that sorts by origin draws what stands at these heights (y down): what
/// is lower is drawn later, so in front; at the same height, the first is in front.
/// Gives indices into `heights`, back to front.
std::vector<std::size_t> depthOrder(const std::vector<double>& heights);

}  // namespace amber

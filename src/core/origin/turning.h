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

/// Where the game draws a point of a frame if its asset is at `position`, with `scale` game px per
/// art px, rotated by `angle` radians.
GamePoint inGame(FramePoint point, FramePoint origin, double scale, GamePoint position,
                 double angle = 0);

/// The order in which a game that sorts by origin draws things at these heights (y down): lower
/// things are drawn later, so in front; at equal heights the first one is in front. Indices into
/// `heights`, back to front.
std::vector<std::size_t> depthOrder(const std::vector<double>& heights);

}  // namespace amber

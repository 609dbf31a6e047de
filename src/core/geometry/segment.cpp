#include "core/geometry/segment.h"

#include <algorithm>
#include <cmath>

namespace amber {

double distanceToSegment(Vertex point, Vertex a, Vertex b) {
  const double dx = b.x - a.x;
  const double dy = b.y - a.y;
  const double squared = dx * dx + dy * dy;
  const double along =
      squared == 0 ? 0
                   : std::clamp(((point.x - a.x) * dx + (point.y - a.y) * dy) / squared, 0.0, 1.0);
  const double offX = point.x - a.x - along * dx;
  const double offY = point.y - a.y - along * dy;
  // Of px: nothing overflows that hypot would guard against.
  return std::sqrt(offX * offX + offY * offY);
}

}  // namespace amber

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
  return std::hypot(point.x - a.x - along * dx, point.y - a.y - along * dy);
}

}  // namespace amber

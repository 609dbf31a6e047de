#pragma once

#include "core/geometry/polygon.h"

namespace amber {

/// The distance, px, from a point to the nearest point of the segment from a to b, ends included.
double distanceToSegment(Vertex point, Vertex a, Vertex b);

}  // namespace amber

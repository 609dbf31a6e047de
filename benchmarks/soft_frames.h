#pragma once

#include <vector>

#include "core/image/image.h"

namespace amber::bench {

/// Generated frames for the comparisons: figures of a wobbly outline with soft edges, holes and
/// specks, no two alike, `side` px a side. The same arguments give the same frames.
std::vector<Image> softFrames(int count, int side);

/// Frames of four such figures that do not touch, as a body, a head and what is held are drawn:
/// each in a quarter of the frame.
std::vector<Image> manyPartFrames(int count, int side);

}  // namespace amber::bench

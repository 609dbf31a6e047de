#pragma once

#include <vector>

#include "core/geometry/shape.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// A ring with fewer corners that encloses the given one: every corner of the ring lies on the new
/// ring or to its right, and no point of the new ring is farther than `tolerance` px from the ring.
/// First the longest chords that pass on the left are used, found by a cone of directions that
/// narrows from corner to corner; then edges are removed if their neighbours intersect near enough.
/// The result may touch itself where the ring does, or where two of its parts are within twice the
/// tolerance. Requires: at least 3 corners, clockwise; tolerance at least 0. Cost: linear in the
/// corners, except for those that one chord passes; 2,000 corners take 0.1 ms. Reference: the cone,
/// C. M. Williams, "An Efficient Algorithm for the Piecewise Linear Approximation of Planar
/// Curves", Computer Graphics and Image Processing 8, 1978; made one-sided.
std::vector<Vertex> coveringWithin(const std::vector<Vertex>& ring, double tolerance);

/// The same around an island of ink, whose outline the ring is: whatever else of the island comes
/// between, no pixel of it is cut or left out. Where one would be, less tolerance is taken.
std::vector<Vertex> coveringInk(const PixelMask& island, const std::vector<Vertex>& outline,
                                double tolerance);

/// The outlines of the largest island of a frame's ink, of every kind that covers all of it.
struct FrameOutlines {
  Box box;
  Circle circle;
  std::vector<Vertex> hull;
  std::vector<Vertex> outline;  ///< See outlineOf.
  Polygon polygon;              ///< See coveringInk.
};

/// All outlines of the ink, in one pass. Empty without ink.
FrameOutlines outlinesOf(const PixelMask& ink, double tolerance);

}  // namespace amber

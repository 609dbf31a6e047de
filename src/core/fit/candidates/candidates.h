#pragma once

#include <stop_token>
#include <vector>

#include "core/fit/measures/measures.h"
#include "core/image/pixel_mask.h"
#include "core/project/project.h"

namespace amber {

/// One way to fit a frame, with what it comes to.
struct Candidate {
  Recipe recipe;
  Shape shape;
  Measures measures;
};

/// A candidate of each recipe that makes a valid shape of the frame's firm ink, the best for the
/// duty first: for a shape that stops, by overlap, and among equals by cost; for one that
/// notices, those that leave least ink bare, and among equals those with least air. Ends early,
/// with what it has, when it is asked to.
std::vector<Candidate> candidatesFor(const PixelMask& firmInk, const std::vector<Recipe>& recipes,
                                     Duty duty, const std::stop_token& stop = {});

}  // namespace amber

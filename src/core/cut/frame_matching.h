#pragma once

#include <optional>
#include <vector>

#include "core/project/project.h"

namespace amber {

/// What is known of a rectangle that a cut found.
struct CutPlace {
  PixelRect rect;
  std::uint64_t look = 0;  ///< See lookOf.
};

/// For each place, which of the old frames it is: an index into `old`, each at most once, or
/// nothing. In this order, each step among what the steps before left over:
/// 1. The same rectangle with the same look. 2. The same look, where as many frames as places have
/// it; those in order. 3. The same rectangle: it was repainted. 4. The rectangle that overlaps
/// most, of at least a third of what both cover: it moved and was repainted. 5. Where there are as
/// many frames as places in all, those that are left, in order. A lost frame, whose rectangle says
/// nothing, takes part in step 2 alone.
/// Cost: linear, times the frames that reach step 4.
std::vector<std::optional<std::size_t>> matchedFrames(const std::vector<Frame>& old,
                                                      const std::vector<CutPlace>& places);

}  // namespace amber

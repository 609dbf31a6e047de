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

/// For each place, which old frame it is: an index into `old`, each at most once, or nothing. The
/// steps, each for the frames that remain from the steps before:
/// 1. The same rectangle with the same look.
/// 2. The same look, if as many frames as places have it; in order.
/// 3. The same rectangle: it was repainted.
/// 4. The rectangle with the largest overlap, of at least a third of the union: it moved and was
///    repainted.
/// 5. If there are as many frames as places in all, the remaining ones in order.
/// A lost frame, whose rectangle has no meaning, takes part in step 2 only. Cost: linear, times the
/// frames that reach step 4.
std::vector<std::optional<std::size_t>> matchedFrames(const std::vector<Frame>& old,
                                                      const std::vector<CutPlace>& places);

}  // namespace amber

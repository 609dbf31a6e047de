#pragma once

#include <optional>

#include "core/fit/search/ink_counts.h"
#include "core/geometry/shape.h"
#include "core/project/values/recipe.h"

namespace amber {

/// Boxes fitted to a frame's ink, on whole pixels, frame px. Nothing for a frame without ink. Of
/// boxes that are equally good, the topmost, then leftmost, then lowest, then narrowest is given.

/// The snug box.
/// Laws:
///   1. Every ink pixel's square lies inside.
///   2. No box of less area does so.
/// Cost: none beyond the counts.
std::optional<Box> snugBox(const InkCounts& ink);
std::optional<Box> snugBox(const PixelMask& ink);

/// The trimmed box: of those that leave at most `loss` of the ink bare, the one of least area.
/// Requires: loss 0 up to, but not including, 1.
/// Law 3: no box of less area leaves so little bare.
/// Cost: rows squared times columns of the ink's bounds, pruned.
std::optional<Box> trimmedBox(const InkCounts& ink, double loss);

/// The balanced box: the one of highest overlap.
/// Law 4: no box agrees better.
/// Cost: some times rows squared times columns of the ink's bounds.
/// Reference: the fraction is maximised by W. Dinkelbach, "On Nonlinear Fractional Programming",
/// Management Science 13, 1967; each step is the rectangle of largest sum, by J. Bentley,
/// "Programming Pearls: Algorithm Design Techniques", Communications of the ACM 27, 1984.
std::optional<Box> balancedBox(const InkCounts& ink, const BoxOptions& wish = {});

/// The inner box: the largest that holds no air.
/// Law 5: no box of more area is all ink.
/// Cost: linear in the pixels of the ink's bounds.
std::optional<Box> innerBox(const InkCounts& ink);

}  // namespace amber

#pragma once

#include <string>
#include <vector>

#include "core/base/progress.h"
#include "core/fit/measures/measures.h"
#include "core/origin/origin_edits.h"
#include "core/project/art_source.h"
#include "core/project/edit.h"
#include "core/project/selection.h"

namespace amber {

/// Whether the shape was fitted to other ink than the frame has now, or, together with others, at
/// another origin. Never for one set by hand, nor where it is not known what it was fitted to.
bool isStale(const FrameShape& shape, const PixelMask& firmInk, FramePoint origin);

/// How one shape changes by being fitted again.
struct Refitted {
  FrameRef frame;
  std::string role;
  Measures before;  ///< On the current ink.
  Measures after;
  double farthest = 0;  ///< How far the side of its bounds that goes farthest goes, px.
};

struct Refit {
  std::vector<Edit> edits;
  std::vector<Refitted> changes;  ///< Only what changes in geometry, in the order of the frames.
};

/// Which shapes are fitted again.
enum class RefitWhat {
  Stale,  ///< Shapes for which isStale is true.
  All,    ///< All that have a recipe.
};

/// Fits the shapes keyed on these frames again, each by its recipe; with HandSet::Replaced those
/// set by hand too, by their role's. A frame whose sheet has no art, or of which the recipe makes
/// no shape, keeps what it has. Shapes that were fitted together are fitted again together, over
/// all frames of the asset that have that recipe in that role, once any of them is.
/// Stops, with what it has, when asked to.
Refit refitted(const Project& project, const std::vector<FrameRef>& frames, RefitWhat what,
               HandSet handSet, const ArtSource& art, const Progress& progress = {});

}  // namespace amber

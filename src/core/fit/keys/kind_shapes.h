#pragma once

#include <vector>

#include "core/base/progress.h"
#include "core/origin/origin_edits.h"
#include "core/project/art_source.h"
#include "core/project/edit.h"
#include "core/project/selection.h"

namespace amber {

/// The edits that give these frames the shapes of their kind, by its recipes, at their current
/// origins. Where a recipe is for the core and the cells of a sheet are as large as the ink of all
/// frames in them, the sheet was drawn to the size of the figure: all ink is the region. Shapes set
/// by hand are kept unless `hand` says otherwise.
std::vector<Edit> shapesByKind(const Project& project, const std::vector<FrameRef>& frames,
                               HandSet handSet, const ArtSource& art,
                               const Progress& progress = {});

/// The same with the origins first, by the kind's rule.
std::vector<Edit> byKindRules(const Project& project, const std::vector<FrameRef>& frames,
                              HandSet handSet, const ArtSource& art, const Progress& progress = {});

/// The edits, and with them shapes by its kind's recipes for every frame that they add. Errors of
/// `edits` are left for who applies them.
std::vector<Edit> withNewFramesFitted(const Project& project, std::vector<Edit> edits,
                                      const ArtSource& art);

}  // namespace amber

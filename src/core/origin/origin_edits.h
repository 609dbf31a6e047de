#pragma once

#include <vector>

#include "core/project/art_source.h"
#include "core/project/edit.h"
#include "core/project/selection.h"

namespace amber {

/// The edits that set these frames' origins by a rule of cell or ink. Frames whose sheet has no art
/// get an edit only for a rule of the cell. Requires: a rule that is not by hand.
std::vector<Edit> originsByRule(const Project& project, const std::vector<FrameRef>& frames,
                                const OriginRule& rule, const ArtSource& art);

/// The edits that put these frames' origins at one typed or dragged point, in frame px.
std::vector<Edit> originsByHand(const Project& project, const std::vector<FrameRef>& frames,
                                FramePoint point);

}  // namespace amber

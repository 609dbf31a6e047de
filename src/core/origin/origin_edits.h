#pragma once

#include <vector>

#include "core/project/art_source.h"
#include "core/project/edit.h"
#include "core/project/selection.h"

namespace amber {

/// What a rule does to origins that were set by hand.
enum class HandSet { Kept, Replaced };

/// The edits that set the origins of these frames by a rule. There is no edit for a frame whose
/// sheet has no art if the rule needs it, for the frame that the rule refers to, for a frame that
/// already has this origin and rule, and, with HandSet::Kept, for origins set by hand. A rule that
/// refers to a frame means, in other assets, the frame with the same number; assets with fewer
/// frames get no edits. Requires: a rule that is not by hand. Cost: linear in the frames and their
/// pixels.
std::vector<Edit> originsByRule(const Project& project, const std::vector<FrameRef>& frames,
                                const OriginRule& rule, const ArtSource& art,
                                HandSet handSet = HandSet::Replaced);

/// The edits that put these frames' origins at one typed point, in frame px.
std::vector<Edit> originsByHand(const Project& project, const std::vector<FrameRef>& frames,
                                FramePoint point);

/// The edits that move these frames' origins by (dx, dy) px, each from where it is.
std::vector<Edit> originsMoved(const Project& project, const std::vector<FrameRef>& frames,
                               double dx, double dy);

/// The edits that find these frames' origins again by their own rules. As originsByRule.
std::vector<Edit> originsAgain(const Project& project, const std::vector<FrameRef>& frames,
                               const ArtSource& art);

/// What edits of origins do, before they are made.
struct OriginChange {
  int moved = 0;        ///< Frames whose origin goes elsewhere.
  double farthest = 0;  ///< How far the one that goes farthest goes, px.
};
OriginChange changeBy(const Project& project, const std::vector<Edit>& edits);

}  // namespace amber

#pragma once

#include <string>
#include <vector>

#include "core/layers/alike.h"

namespace amber {

/// Names for layers by who is on them, all different: the first ones keep the names of the old
/// layers `kept` (by bit); of the others one that has most of an old layer's participants keeps its
/// name, and the rest are called after the kinds and roles on them.
std::vector<std::string> layerNames(const ParticipantClasses& alike,
                                    const std::vector<ParticipantSet>& on,
                                    const std::vector<std::size_t>& kept);

/// What has come together or apart: "pests and shots share the layer pests: nothing treats them
/// differently", one sentence each.
std::vector<std::string> layerNotes(const ParticipantClasses& alike,
                                    const std::vector<ParticipantSet>& on,
                                    const std::vector<std::string>& names);

}  // namespace amber

#pragma once

#include <vector>

#include "core/checks/finding.h"

namespace amber {

/// frame.empty: a frame without faint ink; its fix leaves it out. frame.noShape: the frames of an
/// asset without any shape, told once; its fix gives each the snug box. Frames whose sheet has no
/// art are passed over: the sheet's own finding says so.
std::vector<Finding> checkFrames(const Asset& asset, const Project& project, const ArtSource& art);

/// variant.behind: a variant is not as its first one's rules are now, told once; its fix gives it
/// them.
std::vector<Finding> checkVariant(const Asset& asset, const Project& project);

/// merge.conflict: something that two people changed in different ways, told once each. Nothing but
/// a person's choice mends it.
std::vector<Finding> checkConflicts(const Project& project);

}  // namespace amber

#pragma once

#include <vector>

#include "core/checks/finding.h"

namespace amber {

/// frame.empty: a frame without visible ink; its fix removes the frame. frame.noShape: frames of an
/// asset without any shape, one finding per asset; its fix fits a snug box to each. Frames whose
/// sheet has no art are skipped, because the sheet has its own finding.
std::vector<Finding> checkFrames(const Asset& asset, const Project& project, const ArtSource& art);

/// variant.behind: the settings of a variant differ from its first asset, one finding per variant;
/// its fix applies them.
std::vector<Finding> checkVariant(const Asset& asset, const Project& project);

/// merge.conflict: two people changed the same thing in different ways, one finding for each thing.
/// A person must choose.
std::vector<Finding> checkConflicts(const Project& project);

}  // namespace amber

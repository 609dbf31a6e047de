#pragma once

#include "core/project/project.h"

namespace amber {

/// One whole run of an animation in ms; back and forth counts both ways, with the ends once each.
/// 0 for an animation without steps.
long long runLength(const Animation& animation);

/// Which step shows after `elapsedMs` of playing (at least 0). Once: the last step stays.
/// Requires: at least one step. Cost: linear in the steps.
std::size_t stepAt(const Animation& animation, long long elapsedMs);

}  // namespace amber

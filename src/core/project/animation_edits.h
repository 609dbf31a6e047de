#pragma once

#include <string>
#include <vector>

#include "core/project/edit.h"

namespace amber {

/// Changes of an asset's animations. Each function takes an asset and returns the changed one, for
/// PutAsset. Steps are identified by their index in the animation. Requires: the animation belongs
/// to the asset, and indices are in range.

/// With a new animation of these frames, in this order, of 100 ms each. Its name is made unique in
/// the asset. Requires: at least one frame, all of the asset.
Asset withAnimation(Asset asset, AnimationId id, const std::string& name,
                    const std::vector<FrameId>& frames);

/// The asset with a copy of the animation after it, with a unique name.
Asset withCopy(Asset asset, AnimationId animation, AnimationId id);

/// Without the animation; its frames stay.
Asset withoutAnimation(Asset asset, AnimationId animation);

/// The animation stands first, and is the default.
Asset withDefault(Asset asset, AnimationId animation);

/// The chosen steps lie together, in their order, before the step that now has index `before` (the
/// number of steps: at the end). Gives also where the first of them came to lie.
struct MovedSteps {
  Asset asset;
  std::size_t first;
};
MovedSteps withStepsMoved(Asset asset, AnimationId animation, std::vector<std::size_t> chosen,
                          std::size_t before);

/// Each chosen step shows once more, right after itself.
Asset withStepsRepeated(Asset asset, AnimationId animation, std::vector<std::size_t> chosen);

/// Without the chosen steps. An animation that loses all goes, unless it is the asset's only one:
/// then it keeps the first of them.
Asset withoutSteps(Asset asset, AnimationId animation, std::vector<std::size_t> chosen);

/// The chosen steps, all when none is chosen, last this long. Requires: 1 to 60,000 ms.
Asset withDurations(Asset asset, AnimationId animation, const std::vector<std::size_t>& chosen,
                    int durationMs);

/// `name`, or `name` with a number if the asset has an animation of that name.
std::string freeAnimationName(const Asset& asset, const std::string& name);

}  // namespace amber

#pragma once

#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/project/edit.h"
#include "core/project/selection.h"

namespace amber {

/// The edits that key the mount on each of these frames at one place relative to its origin.
/// Errors (BadValue): isMountName says no.
Result<std::vector<Edit>> mountKeys(const Project& project, const std::vector<FrameRef>& frames,
                                    const std::string& name, OriginPoint offset);

/// The edits that take the keys of the mount from these frames, where they have one.
std::vector<Edit> mountKeysDropped(const Project& project, const std::vector<FrameRef>& frames,
                                   const std::string& name);

/// The edits that hold the mount through all of an animation at one place relative to the origin:
/// keyed on its first frame and on no other. Nothing where the project has no such animation.
std::vector<Edit> mountHeld(const Project& project, AssetId asset, AnimationId animation,
                            const std::string& name, OriginPoint offset);

/// The edits that call the asset's mount by another name, key by key.
/// Errors (BadValue): isMountName says no, or the asset has a mount of that name already.
Result<std::vector<Edit>> mountRenamed(const Asset& asset, const std::string& name,
                                       const std::string& next);

/// The edits that key the mount `mirrored` wherever `name` is keyed, on the other side of the
/// origin; with one name for both, the mount itself goes there. Errors (BadValue): isMountName says
/// no.
Result<std::vector<Edit>> mountMirrored(const Asset& asset, const std::string& name,
                                        const std::string& mirrored);

}  // namespace amber

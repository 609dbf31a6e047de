#pragma once

#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/project/edit.h"
#include "core/project/selection.h"

namespace amber {

/// The edits that set a keyframe of the mount on each of these frames, at one position relative to
/// the origin. Errors (BadValue): isMountName is false.
Result<std::vector<Edit>> mountKeys(const Project& project, const std::vector<FrameRef>& frames,
                                    const std::string& name, OriginPoint offset);

/// The edits that take the keys of the mount from these frames, where they have one.
std::vector<Edit> mountKeysDropped(const Project& project, const std::vector<FrameRef>& frames,
                                   const std::string& name);

/// The edits that hold the mount through all of an animation at one place relative to the origin:
/// keyed on its first frame and on no other. Nothing where the project has no such animation.
std::vector<Edit> mountHeld(const Project& project, AssetId asset, AnimationId animation,
                            const std::string& name, OriginPoint offset);

/// The edits that rename the mount of the asset, keyframe by keyframe. Errors (BadValue):
/// isMountName is false, or the asset already has a mount of that name.
Result<std::vector<Edit>> mountRenamed(const Asset& asset, const std::string& name,
                                       const std::string& next);

/// The edits that set a keyframe of the mount `mirrored` wherever `name` has one, on the other side
/// of the origin. If both are the same name, the mount itself is moved there. Errors (BadValue):
/// isMountName is false.
Result<std::vector<Edit>> mountMirrored(const Asset& asset, const std::string& name,
                                        const std::string& mirrored);

}  // namespace amber

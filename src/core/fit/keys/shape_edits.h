#pragma once

#include <string>
#include <vector>

#include "core/project/edit.h"
#include "core/project/selection.h"

namespace amber {

/// The edits that take the keys of a role from these frames, where they have one.
std::vector<Edit> shapeKeysDropped(const Project& project, const std::vector<FrameRef>& frames,
                                   const std::string& role);

/// The edits that key the shape of a role on each of these frames where it is only held, as set by
/// hand and where it is. Frames that have a key, or no shape of the role, get none.
std::vector<Edit> shapesKeyed(const Project& project, const std::vector<FrameRef>& frames,
                              const std::string& role);

/// The edits that hold one shape through all of an animation, at the place relative to the origin
/// that it has on the frame `from` refers to: keyed on the animation's first frame and on no other.
/// Nothing where the project has no such animation, or the shape would not be valid there.
std::vector<Edit> shapeHeld(const Project& project, AssetId asset, AnimationId animation,
                            const FrameShape& shape, FrameRef from);

/// The edits that put the shapes of a role on these frames on the other side of the origin, as set
/// by hand. Frames without one get none.
std::vector<Edit> shapesMirrored(const Project& project, const std::vector<FrameRef>& frames,
                                 const std::string& role);

/// The edits that give these frames their shape of the role `from` in the role `to` too, with its
/// recipe. Frames without one get none.
std::vector<Edit> shapesCopied(const Project& project, const std::vector<FrameRef>& frames,
                               const std::string& from, const std::string& to);

}  // namespace amber

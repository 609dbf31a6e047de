#pragma once

#include "core/project/selection.h"

namespace amber {

/// The frame that a reference means; null where the project holds no such asset or frame.
/// Cost: linear in the assets and the asset's frames.
inline const Frame* findFrame(const Project& project, const FrameRef& ref) {
  const Asset* asset = findAsset(project, ref.asset);
  return asset == nullptr ? nullptr : findFrame(*asset, ref.frame);
}

}  // namespace amber

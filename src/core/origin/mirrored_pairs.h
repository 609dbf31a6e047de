#pragma once

#include <string>
#include <utility>
#include <vector>

#include "core/project/art_source.h"
#include "core/project/project.h"

namespace amber {

/// A frame with a mirrored drawing of another frame, but without the mirrored origin.
struct MirrorMiss {
  AssetId asset;
  FrameId frame;        ///< Of the right one of the pair.
  FramePoint expected;  ///< Where its origin would be the mirror of the left one's.
};

/// Two animations that are one movement to both sides, and where their origins differ.
struct MirroredPair {
  const Asset* leftAsset = nullptr;
  const Animation* left = nullptr;
  const Asset* rightAsset = nullptr;
  const Animation* right = nullptr;
  std::vector<std::pair<const Frame*, const Frame*>> mirrors;  ///< Left and right, whose ink is.
  std::vector<MirrorMiss> misses;                              ///< Each frame once.
  double farthest = 0;  ///< The largest distance to where an origin is expected, px.
};

/// The pairs of the project: animations of one asset whose names differ only in the side they name
/// (walk_left, walk_right), and animations of the same name of two assets whose names do. Steps
/// are compared in order as far as both go, and only where the ink of the one is the ink of the
/// other mirrored, but for a tenth of its pixels. Pointers are into `project`.
/// Cost: linear in the pixels of the frames compared.
std::vector<MirroredPair> mirroredPairs(const Project& project, const ArtSource& art);

}  // namespace amber

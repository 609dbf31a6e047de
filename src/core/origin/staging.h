#pragma once

#include <vector>

#include "core/origin/turning.h"
#include "core/project/project.h"
#include "core/project/selection.h"

namespace amber {

/// A frame drawn at its origin on a stage. Lengths on the stage are art px of the current asset; y
/// down.
struct StagedFrame {
  FrameRef ref;
  GamePoint at;           ///< Where its origin stands.
  double scale = 1;       ///< Stage px per art px: by how much its asset is drawn larger.
  double angle = 0;       ///< Turned about the origin, radians, clockwise on screen.
  bool mirrored = false;  ///< About the origin, before it is turned.
  double opacity = 1;     ///< 0 to 1.

  bool operator==(const StagedFrame&) const = default;
};

/// The position on the stage of a point of the frame, for its origin.
GamePoint onStage(const StagedFrame& staged, FramePoint origin, FramePoint point);

/// All frames of these animations on one origin, in order, each frame once, except `shown`. Assets
/// drawn at another scale than `scale` are larger or smaller by it. At most `most` of them.
struct StackedAnimation {
  const Asset* asset;
  const Animation* animation;
};
std::vector<StagedFrame> ghostStack(const std::vector<StackedAnimation>& animations, FrameId shown,
                                    double scale, std::size_t most);

/// The opacity of each of this many ghosts, so that many together are as visible as few.
double ghostOpacity(std::size_t ghosts);

/// A frame and its mirror over each other, at half strength.
std::vector<StagedFrame> mirrorPair(FrameRef ref);

/// A frame over `ghosts` fainter ones, each turned by an equal part of a whole turn, the frame
/// itself turned by `angle`.
std::vector<StagedFrame> spinFan(FrameRef ref, double angle, int ghosts);

/// A frame at (0,0) and another asset's at `at`, back to front as a game that sorts by origin draws
/// them. Requires: the frames are the assets'.
std::vector<StagedFrame> depthPair(const Asset& asset, FrameId frame, const Asset& other,
                                   FrameId otherFrame, GamePoint at);

}  // namespace amber

#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "core/origin/staging.h"
#include "core/project/edit.h"
#include "core/project/project.h"

namespace amber {

/// What an asset plays, and for how long it has.
struct Moment {
  const Animation* animation = nullptr;  ///< Null for a frame outside of any animation.
  long long elapsedMs = 0;               ///< At least 0.
};

/// When the first animation that shows the frame does so for the first time.
Moment momentOf(const Asset& asset, FrameId frame);

/// What an asset plays as this rider; null for one without animations.
const Animation* playedBy(const Asset& asset, const Rider& rider);

/// A frame that rides on another one, the bearer, or on one that rides on it.
struct RiddenFrame {
  const Asset* asset = nullptr;
  const Frame* frame = nullptr;
  GamePoint at;         ///< Of its origin from the bearer's origin, in px of the bearer, which is
                        ///< not mirrored.
  double scale = 1;     ///< Px of the bearer per px of it.
  bool behind = false;  ///< Whether it is drawn before the bearer.
};

/// All that rides on a frame, back to front. A rider plays from the moment at which its mount
/// appears; where the mount is not placed, it is absent.
/// Requires: the frame is the asset's, and the project is valid. Cost: linear in the frames, steps
/// and mounts of the asset and of all riders; nothing for an asset without riders.
std::vector<RiddenFrame> ridersOn(const Project& project, const Asset& asset, FrameId frame,
                                  const Moment& moment);

/// The same at momentOf the frame.
std::vector<RiddenFrame> ridersOn(const Project& project, const Asset& asset, FrameId frame);

/// A staged frame with all that rides on it, back to front.
std::vector<StagedFrame> withRiders(const Project& project, const StagedFrame& bearer);
std::vector<StagedFrame> withRiders(const Project& project, const StagedFrame& bearer,
                                    const Moment& moment);
/// The same of several.
std::vector<StagedFrame> withRiders(const Project& project, const std::vector<StagedFrame>& frames);

/// The edit that lets an asset ride on a mount, in place of that asset's earlier ride on it; or the
/// one that ends the ride. Errors (UnknownTarget): the asset has no such mount, or the other asset
/// no such animation (empty: its first); nothing rides there.
Result<Edit> putRider(const Asset& bearer, const std::string& mount, const Asset& rider,
                      std::string_view animation, bool behind);
Result<Edit> withoutRider(const Asset& bearer, const std::string& mount, AssetId rider);

}  // namespace amber

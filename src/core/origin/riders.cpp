#include "core/origin/riders.h"

#include <algorithm>

#include "core/origin/mounts.h"
#include "core/project/playback.h"

namespace amber {
namespace {

// The steps of one whole run, in the order in which they show.
std::vector<std::size_t> runOf(const Animation& animation) {
  std::vector<std::size_t> run;
  for (std::size_t i = 0; i < animation.steps.size(); ++i) run.push_back(i);
  if (animation.loop != LoopMode::BackAndForth) return run;
  for (std::size_t i = animation.steps.size(); i-- > 2;) run.push_back(i - 1);
  return run;
}

// For how long a mount has been in its place without a break, at a moment at which it is, ms.
long long placedFor(const Moment& moment, const Mounts& mounts, std::string_view mount) {
  if (moment.animation == nullptr) return 0;
  const Animation& animation = *moment.animation;
  const std::vector<std::size_t> run = runOf(animation);
  const auto lasts = [&](std::size_t i) {
    return static_cast<long long>(animation.steps[run[i]].durationMs);
  };
  long long into = moment.elapsedMs;
  std::size_t now = 0;
  bool again = false;
  if (animation.loop != LoopMode::Once) {
    again = into >= runLength(animation);
    into %= runLength(animation);
  }
  while (now + 1 < run.size() && into >= lasts(now)) into -= lasts(now++);
  long long placed = into;
  for (std::size_t back = 1; back < run.size(); ++back) {
    if (now == 0 && !again) return placed;
    now = now == 0 ? run.size() - 1 : now - 1;
    if (mounts.find(animation.steps[run[now]].frame, mount) == nullptr) return placed;
    placed += lasts(now);
  }
  return moment.elapsedMs;
}

class Gathering {
 public:
  Gathering(const Project& project, std::vector<RiddenFrame>& out) : project_(project), out_(out) {}

  // What rides on a frame that itself stands there, before and after it.
  void add(const Asset& asset, const Frame& frame, const Moment& moment, GamePoint at, double scale,
           bool behind, bool isBearer) {
    const Mounts mounts(asset);
    addSide(asset, frame, mounts, moment, {at, scale, behind || isBearer}, true);
    if (!isBearer) out_.push_back({&asset, &frame, at, scale, behind});
    addSide(asset, frame, mounts, moment, {at, scale, behind}, false);
  }

 private:
  struct Stand {
    GamePoint at;
    double scale;
    bool behind;
  };

  void addSide(const Asset& asset, const Frame& frame, const Mounts& mounts, const Moment& moment,
               const Stand& stand, bool behind) {
    for (const Rider& rider : asset.riders) {
      if (rider.behind != behind) continue;
      const MountPlace* mount = mounts.find(frame.id, rider.mount);
      const Asset* other = mount == nullptr ? nullptr : findAsset(project_, rider.asset);
      if (other == nullptr || other->frames.empty()) continue;
      const Animation* animation = playedBy(*other, rider);
      const Moment its{animation, placedFor(moment, mounts, rider.mount)};
      const Frame* shown =
          animation == nullptr
              ? &other->frames.front()
              : findFrame(*other, animation->steps[stepAt(*animation, its.elapsedMs)].frame);
      const GamePoint at{stand.at.x + (mount->at.x - frame.origin.x) * stand.scale,
                         stand.at.y + (mount->at.y - frame.origin.y) * stand.scale};
      add(*other, *shown, its, at, stand.scale * other->scale, stand.behind, false);
    }
  }

  const Project& project_;
  std::vector<RiddenFrame>& out_;
};

}  // namespace

Moment momentOf(const Asset& asset, FrameId frame) {
  for (const Animation& animation : asset.animations) {
    long long elapsed = 0;
    for (const Step& step : animation.steps) {
      if (step.frame == frame) return {&animation, elapsed};
      elapsed += step.durationMs;
    }
  }
  return {};
}

const Animation* playedBy(const Asset& asset, const Rider& rider) {
  const Animation* animation = findAnimation(asset, rider.animation);
  if (animation != nullptr || asset.animations.empty()) return animation;
  return &asset.animations.front();
}

std::vector<RiddenFrame> ridersOn(const Project& project, const Asset& asset, FrameId frame,
                                  const Moment& moment) {
  std::vector<RiddenFrame> ridden;
  if (!asset.riders.empty()) {
    Gathering(project, ridden).add(asset, *findFrame(asset, frame), moment, {}, 1, false, true);
  }
  return ridden;
}

std::vector<RiddenFrame> ridersOn(const Project& project, const Asset& asset, FrameId frame) {
  return ridersOn(project, asset, frame, momentOf(asset, frame));
}

std::vector<StagedFrame> withRiders(const Project& project, const StagedFrame& bearer,
                                    const Moment& moment) {
  const Asset* asset = findAsset(project, bearer.ref.asset);
  const Frame* frame = asset == nullptr ? nullptr : findFrame(*asset, bearer.ref.frame);
  if (frame == nullptr || asset->riders.empty()) return {bearer};
  std::vector<StagedFrame> staged;
  bool bearerIn = false;
  for (const RiddenFrame& ridden : ridersOn(project, *asset, frame->id, moment)) {
    if (!ridden.behind && !bearerIn) {
      staged.push_back(bearer);
      bearerIn = true;
    }
    StagedFrame& one = staged.emplace_back(bearer);
    one.ref = {ridden.asset->id, ridden.frame->id};
    const FramePoint point{frame->origin.x + ridden.at.x, frame->origin.y + ridden.at.y};
    one.at = onStage(bearer, frame->origin, point);
    one.scale = bearer.scale * ridden.scale;
  }
  if (!bearerIn) staged.push_back(bearer);
  return staged;
}

std::vector<StagedFrame> withRiders(const Project& project, const StagedFrame& bearer) {
  const Asset* asset = findAsset(project, bearer.ref.asset);
  if (asset == nullptr) return {bearer};
  return withRiders(project, bearer, momentOf(*asset, bearer.ref.frame));
}

std::vector<StagedFrame> withRiders(const Project& project,
                                    const std::vector<StagedFrame>& frames) {
  std::vector<StagedFrame> all;
  for (const StagedFrame& frame : frames) {
    for (StagedFrame& one : withRiders(project, frame)) all.push_back(one);
  }
  return all;
}

Result<Edit> putRider(const Asset& bearer, const std::string& mount, const Asset& rider,
                      std::string_view animation, bool behind) {
  const std::vector<std::string> mounts = Mounts(bearer).names();
  if (std::find(mounts.begin(), mounts.end(), mount) == mounts.end()) {
    return failure(ErrorCode::UnknownTarget, "\"" + bearer.name + "\" has no mount \"" + mount +
                                                 "\"; place it first, at Origin or with mount");
  }
  AnimationId played;
  if (!animation.empty()) {
    const auto found = std::find_if(rider.animations.begin(), rider.animations.end(),
                                    [&](const Animation& one) { return one.name == animation; });
    if (found == rider.animations.end()) {
      return failure(ErrorCode::UnknownTarget,
                     "\"" + rider.name + "\" has no animation \"" + std::string(animation) + "\"");
    }
    played = found->id;
  }
  Asset changed = bearer;
  const Rider wanted{mount, rider.id, played, behind};
  const auto known =
      std::find_if(changed.riders.begin(), changed.riders.end(),
                   [&](const Rider& one) { return one.mount == mount && one.asset == rider.id; });
  if (known == changed.riders.end()) {
    changed.riders.push_back(wanted);
  } else {
    *known = wanted;
  }
  return PutAsset{std::move(changed)};
}

Result<Edit> withoutRider(const Asset& bearer, const std::string& mount, AssetId rider) {
  Asset changed = bearer;
  const auto gone = std::erase_if(
      changed.riders, [&](const Rider& one) { return one.mount == mount && one.asset == rider; });
  if (gone == 0) {
    return failure(ErrorCode::UnknownTarget, "this asset does not ride on the mount \"" + mount +
                                                 "\" of \"" + bearer.name + "\"");
  }
  return PutAsset{std::move(changed)};
}

}  // namespace amber

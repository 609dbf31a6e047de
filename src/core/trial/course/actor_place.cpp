#include "core/trial/course/actor_place.h"

#include <algorithm>
#include <cmath>

#include "core/project/playback.h"

namespace amber {

ActorPlace placeOf(const CourseActor& actor, double seconds) {
  if (!actor.to) return {actor.at, false};
  const double dx = actor.to->x - actor.at.x;
  const double dy = actor.to->y - actor.at.y;
  const double length = std::sqrt(dx * dx + dy * dy);
  if (length <= 0) return {actor.at, false};
  const double gone = std::fmod(actor.speed * seconds, 2 * length);
  const bool back = gone > length;
  const double share = (back ? 2 * length - gone : gone) / length;
  return {{actor.at.x + dx * share, actor.at.y + dy * share}, (dx < 0) != back};
}

std::size_t frameShown(const Asset& asset, double seconds) {
  if (asset.animations.empty() || asset.animations.front().steps.empty()) return 0;
  const Animation& animation = asset.animations.front();
  const FrameId shown =
      animation.steps[stepAt(animation, static_cast<long long>(seconds * 1000))].frame;
  const auto frame = std::find_if(asset.frames.begin(), asset.frames.end(),
                                  [&](const Frame& one) { return one.id == shown; });
  return static_cast<std::size_t>(frame - asset.frames.begin());
}

}  // namespace amber

#include "core/project/sound/sound_asset.h"

#include "core/project/sound/sound.h"
#include "core/project/sound/sound_recipe.h"
#include "core/project/sound/sound_settings.h"
#include "core/project/sound/valid_project.h"

namespace amber {

using namespace sound;

namespace {

class AssetValidation {
 public:
  explicit AssetValidation(const KnownNames& known) : known_(known) {}

  Sound run(const Asset& asset) const {
    if (auto sound = firstOf({soundText(asset.name, "name"), soundText(asset.kind, "kind"),
                              soundCount(asset.frames.size(), kMostThings, "frames"),
                              soundCount(asset.animations.size(), kMostThings, "animations")});
        !sound) {
      return sound;
    }
    if (known_.kinds.count(asset.kind) == 0) {
      return wrong("kind", "the project has no kind of the name " + asset.kind);
    }
    if (!(asset.scale > 0 && asset.scale <= kLargestScale)) {
      return wrong("scale", "must be above 0 and at most 1000");
    }
    if (auto sound = soundRoleSettings(asset.settings, known_.roles); !sound) return sound;
    std::unordered_set<FrameId> frames;
    for (const Frame& frame : asset.frames) frames.insert(frame.id);
    for (std::size_t i = 0; i < asset.frames.size(); ++i) {
      const Frame& frame = asset.frames[i];
      if (auto sound = of(frame.name, in("frames", i, soundFrame(frame, frames))); !sound) {
        return sound;
      }
    }
    for (std::size_t i = 0; i < asset.animations.size(); ++i) {
      const Animation& one = asset.animations[i];
      if (auto sound = of(one.name, in("animations", i, soundAnimation(one, frames))); !sound) {
        return sound;
      }
    }
    return {};
  }

 private:
  Sound soundFrame(const Frame& frame, const std::unordered_set<FrameId>& frames) const {
    if (auto sound = firstOf({soundText(frame.name, "name"), soundPlace(frame),
                              soundPoint(frame.origin, "origin"),
                              soundCount(frame.mounts.size(), kMostMounts, "mounts"),
                              soundCount(frame.shapes.size(), kMostRoles, "shapes")});
        !sound) {
      return sound;
    }
    if (frame.originRule.hasFrame() && frames.count(frame.originRule.frame) == 0) {
      return wrong("originRule", "the origin rule looks at a frame that the asset does not have");
    }
    if (auto sound = soundMounts(frame); !sound) return sound;
    std::unordered_set<std::string_view> roles;
    for (std::size_t i = 0; i < frame.shapes.size(); ++i) {
      const FrameShape& shape = frame.shapes[i];
      Sound sound = soundShape(shape, frame);
      if (sound && !roles.insert(shape.role).second) {
        sound = wrong("role", "the frame has two shapes of the role " + shape.role);
      }
      if (!sound) return in("shapes", i, std::move(sound));
    }
    return {};
  }

  static Sound soundMounts(const Frame& frame) {
    std::unordered_set<std::string_view> names;
    for (const Mount& mount : frame.mounts) {
      if (!isMountName(mount.name)) {
        return wrong("mounts", "\"" + mount.name + "\" is no name for a mount");
      }
      if (auto sound = in("mounts", soundPoint(mount.at, mount.name.c_str())); !sound) return sound;
      if (!names.insert(mount.name).second) {
        return wrong("mounts", "the frame has two mounts called " + mount.name);
      }
    }
    return {};
  }

  Sound soundPlace(const Frame& frame) const {
    const auto sheet = known_.sheets.find(frame.sheet);
    if (sheet == known_.sheets.end()) return wrong("sheet", "the project has no sheet of this id");
    const PixelRect& rect = frame.rect;
    if (!kSideRange.holds(rect.x) || !kSideRange.holds(rect.y) || !kFrameSideRange.holds(rect.w) ||
        !kFrameSideRange.holds(rect.h)) {
      return wrong("rect", "is empty, or no rectangle of a sheet");
    }
    const PixelSize size = sheet->second->size;
    if (!frame.lost && !within(rect, {0, 0, size.w, size.h})) {
      return wrong("rect", "leaves its sheet");
    }
    return {};
  }

  Sound soundShape(const FrameShape& shape, const Frame& frame) const {
    if (known_.roles.count(shape.role) == 0) {
      return wrong("role", "the project has no role of the name " + shape.role);
    }
    if (auto sound = in("geometry", validated(shape.geometry, frame.rect.size())); !sound) {
      return sound;
    }
    return shape.recipe ? in("recipe", validated(*shape.recipe)) : Sound{};
  }

  static Sound soundAnimation(const Animation& animation,
                              const std::unordered_set<FrameId>& frames) {
    if (auto sound = firstOf({soundText(animation.name, "name"),
                              soundCount(animation.steps.size(), kMostThings, "frames")});
        !sound) {
      return sound;
    }
    if (animation.steps.empty()) return wrong("frames", "an animation needs at least one frame");
    for (std::size_t i = 0; i < animation.steps.size(); ++i) {
      const Step& step = animation.steps[i];
      if (frames.count(step.frame) == 0) {
        return in("frames", i, wrong("", "the asset has no frame of this id"));
      }
      if (!kDurationRange.holds(step.durationMs)) {
        return in("durationsMs", i, held(kDurationRange, step.durationMs, ""));
      }
    }
    return {};
  }

  const KnownNames& known_;
};

}  // namespace

Result<void> soundAsset(const Asset& asset, const KnownNames& known) {
  return AssetValidation(known).run(asset);
}

}  // namespace amber

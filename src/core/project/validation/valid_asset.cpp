#include "core/project/validation/valid_asset.h"

#include <set>
#include <tuple>

#include "core/project/validation/valid_project.h"
#include "core/project/validation/valid_recipe.h"
#include "core/project/validation/valid_settings.h"
#include "core/project/validation/validation.h"

namespace amber {

using namespace validation;

namespace {

class AssetValidation {
 public:
  explicit AssetValidation(const KnownNames& known) : known_(known) {}

  Validity run(const Asset& asset) const {
    if (auto valid =
            firstOf({validText(asset.name, "name"), validText(asset.kind, "kind"),
                     validCount(asset.frames.size(), kMostThings, "frames"),
                     validCount(asset.animations.size(), kMostThings, "animations"),
                     validCount(asset.riders.size(), kMostRidden, "riders"),
                     validCount(asset.tileDecisions.size(), kMostTileDecisions, "tileDecisions")});
        !valid) {
      return valid;
    }
    if (known_.kinds.count(asset.kind) == 0) {
      return wrong("kind", "the project has no kind named " + asset.kind);
    }
    if (!(asset.scale > 0 && asset.scale <= kLargestScale)) {
      return wrong("scale", "must be above 0 and at most 1000");
    }
    if (auto valid = firstOf({validRoleSettings(asset.settings, known_.roles), validRiders(asset),
                              validTileDecisions(asset)});
        !valid) {
      return valid;
    }
    std::unordered_set<FrameId> frames;
    for (const Frame& frame : asset.frames) frames.insert(frame.id);
    for (std::size_t i = 0; i < asset.frames.size(); ++i) {
      const Frame& frame = asset.frames[i];
      if (auto valid = of(frame.name, in("frames", i, validFrame(frame, frames))); !valid) {
        return valid;
      }
    }
    for (std::size_t i = 0; i < asset.animations.size(); ++i) {
      const Animation& one = asset.animations[i];
      if (auto valid = of(one.name, in("animations", i, validAnimation(one, frames))); !valid) {
        return valid;
      }
    }
    return {};
  }

 private:
  Validity validFrame(const Frame& frame, const std::unordered_set<FrameId>& frames) const {
    if (auto valid = firstOf({validText(frame.name, "name"), validPlace(frame),
                              validPoint(frame.origin, "origin"),
                              validCount(frame.mounts.size(), kMostMounts, "mounts"),
                              validCount(frame.shapes.size(), kMostRoles, "shapes")});
        !valid) {
      return valid;
    }
    if (frame.originRule.hasFrame() && frames.count(frame.originRule.frame) == 0) {
      return wrong("originRule", "the origin rule looks at a frame that the asset does not have");
    }
    if (auto valid = validMounts(frame); !valid) return valid;
    std::unordered_set<std::string_view> roles;
    for (std::size_t i = 0; i < frame.shapes.size(); ++i) {
      const FrameShape& shape = frame.shapes[i];
      Validity valid = validShape(shape, frame);
      if (valid && !roles.insert(shape.role).second) {
        valid = wrong("role", "the frame has two shapes of the role " + shape.role);
      }
      if (!valid) return in("shapes", i, std::move(valid));
    }
    return {};
  }

  static Validity validMounts(const Frame& frame) {
    std::unordered_set<std::string_view> names;
    for (const Mount& mount : frame.mounts) {
      if (!isMountName(mount.name)) {
        return wrong("mounts", "\"" + mount.name + "\" is not a valid mount name");
      }
      if (auto valid = in("mounts", validPoint(mount.at, mount.name.c_str())); !valid) return valid;
      if (!names.insert(mount.name).second) {
        return wrong("mounts", "the frame has two mounts called " + mount.name);
      }
    }
    return {};
  }

  static Validity validRiders(const Asset& asset) {
    std::set<std::pair<std::string_view, AssetId>> places;
    for (std::size_t i = 0; i < asset.riders.size(); ++i) {
      const Rider& rider = asset.riders[i];
      Validity valid;
      if (!isMountName(rider.mount)) {
        valid = wrong("mount", "\"" + rider.mount + "\" is not a valid mount name");
      } else if (!places.insert({rider.mount, rider.asset}).second) {
        valid = wrong("asset", "the same asset rides twice on the mount " + rider.mount);
      }
      if (!valid) return in("riders", i, std::move(valid));
    }
    return {};
  }

  static Validity validTileDecisions(const Asset& asset) {
    std::set<std::tuple<FrameId, TileSide, FrameId>> sides;
    for (std::size_t i = 0; i < asset.tileDecisions.size(); ++i) {
      const TileDecision& one = asset.tileDecisions[i];
      if (sides.insert({one.tile, one.side, one.neighbour}).second) continue;
      return in("tileDecisions", i, wrong("", "two decisions about the same tiles"));
    }
    return {};
  }

  Validity validPlace(const Frame& frame) const {
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

  Validity validShape(const FrameShape& shape, const Frame& frame) const {
    if (known_.roles.count(shape.role) == 0) {
      return wrong("role", "the project has no role of the name " + shape.role);
    }
    if (auto valid = in("geometry", validated(shape.geometry, frame.rect.size())); !valid) {
      return valid;
    }
    return shape.recipe ? in("recipe", validated(*shape.recipe)) : Validity{};
  }

  static Validity validAnimation(const Animation& animation,
                                 const std::unordered_set<FrameId>& frames) {
    if (auto valid = firstOf({validText(animation.name, "name"),
                              validCount(animation.steps.size(), kMostThings, "frames")});
        !valid) {
      return valid;
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

Result<void> validAsset(const Asset& asset, const KnownNames& known) {
  return AssetValidation(known).run(asset);
}

}  // namespace amber

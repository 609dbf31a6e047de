#include "core/project/edit.h"

#include <algorithm>
#include <unordered_map>
#include <unordered_set>
#include <utility>

#include "core/project/changed_parts.h"
#include "core/project/frame_index.h"
#include "core/project/layer_edits.h"
#include "core/project/validation/valid_course.h"
#include "core/project/validation/valid_project.h"

namespace amber {
namespace {

// A rule that looks at a frame that is gone cannot be followed any more.
void releaseRules(Asset& asset) {
  const auto looks = [](const Frame& frame) { return frame.originRule.hasFrame(); };
  if (std::none_of(asset.frames.begin(), asset.frames.end(), looks)) return;
  std::unordered_set<FrameId> held;
  for (const Frame& frame : asset.frames) held.insert(frame.id);
  for (Frame& frame : asset.frames) {
    if (looks(frame) && held.count(frame.originRule.frame) == 0) frame.originRule = kByHand;
  }
}

// Applies edits in order. An asset is opened (copied) once however many edits touch it.
class Application {
 public:
  explicit Application(const Project& project) : project_(project) {}

  Result<void> operator()(const PutSheet& edit) {
    project_.nextId = std::max(project_.nextId, edit.sheet.id.value + 1);
    put(project_.sheets, edit.sheet);
    return {};
  }

  Result<void> operator()(const RemoveSheet& edit) {
    close();
    if (findSheet(project_, edit.sheet) == nullptr) return unknown("sheet");
    erase(project_.sheets, edit.sheet);
    const std::vector<SharedValue<Asset>> assets = project_.assets;
    for (const auto& asset : assets) {
      std::vector<FrameId> frames;
      for (const Frame& frame : asset->frames) {
        if (frame.sheet == edit.sheet) frames.push_back(frame.id);
      }
      if (frames.empty()) continue;
      if (auto done = (*this)(RemoveFrames{asset->id, frames}); !done) return done;
    }
    return {};
  }

  Result<void> operator()(const PutAsset& edit) {
    close();
    std::uint32_t last = edit.asset.id.value;
    for (const Frame& frame : edit.asset.frames) last = std::max(last, frame.id.value);
    for (const Animation& animation : edit.asset.animations) {
      last = std::max(last, animation.id.value);
    }
    project_.nextId = std::max(project_.nextId, last + 1);
    Asset asset = edit.asset;
    releaseRules(asset);
    put(project_.assets, std::move(asset));
    return {};
  }

  Result<void> operator()(const RemoveAsset& edit) {
    close();
    if (findAsset(project_, edit.asset) == nullptr) return unknown("asset");
    erase(project_.assets, edit.asset);
    releaseVariants(edit.asset);
    return {};
  }

  Result<void> operator()(const RemoveFrames& edit) {
    if (open(edit.asset) == nullptr) return unknown("asset");
    Asset& asset = *opened_;
    const std::unordered_set<FrameId> frames(edit.frames.begin(), edit.frames.end());
    const auto gone = [&](FrameId id) { return frames.count(id) != 0; };
    std::erase_if(asset.frames, [&](const Frame& frame) { return gone(frame.id); });
    for (Animation& animation : asset.animations) {
      std::erase_if(animation.steps, [&](const Step& step) { return gone(step.frame); });
    }
    std::erase_if(asset.animations, [](const Animation& a) { return a.steps.empty(); });
    releaseRules(asset);
    const bool empty = asset.frames.empty();
    close();
    if (!empty) return {};
    erase(project_.assets, edit.asset);
    releaseVariants(edit.asset);
    return {};
  }

  Result<void> operator()(const SetOrigin& edit) {
    Frame* frame = openFrame(edit.asset, edit.frame);
    if (frame == nullptr) return unknown("frame");
    frame->origin = edit.origin;
    frame->originRule = edit.rule;
    return {};
  }

  Result<void> operator()(const PutMount& edit) {
    Frame* frame = openFrame(edit.asset, edit.frame);
    if (frame == nullptr) return unknown("frame");
    for (Mount& mount : frame->mounts) {
      if (mount.name == edit.mount.name) {
        mount = edit.mount;
        return {};
      }
    }
    frame->mounts.push_back(edit.mount);
    return {};
  }

  Result<void> operator()(const RenameMount& edit) {
    Asset* asset = open(edit.asset);
    if (asset == nullptr) return unknown("asset");
    for (Frame& frame : asset->frames) {
      const auto named = [&](const std::string& name) {
        return std::find_if(frame.mounts.begin(), frame.mounts.end(),
                            [&](const Mount& mount) { return mount.name == name; });
      };
      const auto mount = named(edit.from);
      if (mount == frame.mounts.end() || edit.from == edit.to) continue;
      if (named(edit.to) != frame.mounts.end()) {
        return failure(ErrorCode::BadValue,
                       "there is a mount \"" + edit.to + "\" already; choose another name");
      }
      mount->name = edit.to;
    }
    for (Rider& rider : asset->riders) {
      if (rider.mount == edit.from) rider.mount = edit.to;
    }
    return {};
  }

  Result<void> operator()(const DropMount& edit) {
    Frame* frame = openFrame(edit.asset, edit.frame);
    if (frame == nullptr) return unknown("frame");
    std::erase_if(frame->mounts, [&](const Mount& mount) { return mount.name == edit.name; });
    return {};
  }

  Result<void> operator()(const SetShape& edit) {
    Frame* frame = openFrame(edit.asset, edit.frame);
    if (frame == nullptr) return unknown("frame");
    for (FrameShape& shape : frame->shapes) {
      if (shape.role == edit.shape.role) {
        shape = edit.shape;
        return {};
      }
    }
    frame->shapes.push_back(edit.shape);
    return {};
  }

  Result<void> operator()(const DropShape& edit) {
    Frame* frame = openFrame(edit.asset, edit.frame);
    if (frame == nullptr) return unknown("frame");
    std::erase_if(frame->shapes, [&](const FrameShape& shape) { return shape.role == edit.role; });
    return {};
  }

  Result<void> operator()(const SetScale& edit) {
    Asset* asset = open(edit.asset);
    if (asset == nullptr) return unknown("asset");
    asset->scale = edit.scale;
    return {};
  }

  Result<void> operator()(const Rename& edit) {
    Asset* asset = open(edit.asset);
    if (asset == nullptr) return unknown("asset");
    if (edit.frame) {
      Frame* frame = openFrame(edit.asset, edit.frame);
      if (frame == nullptr) return unknown("frame");
      frame->name = edit.name;
      return {};
    }
    if (!edit.animation) {
      const std::string before = std::exchange(asset->name, edit.name);
      close();
      // Where another has the old name, the expectations and courses speak of that.
      if (findAsset(project_, before) == nullptr) {
        renameInExpectations(project_, PhraseOf::Asset, before, edit.name);
        renameInCourses(project_.courses, before, edit.name);
      }
      return {};
    }
    for (Animation& animation : asset->animations) {
      if (animation.id != edit.animation) continue;
      animation.name = edit.name;
      return {};
    }
    return unknown("animation");
  }

  Result<void> operator()(const SetNaming& edit) {
    project_.naming = edit.naming;
    return {};
  }
  Result<void> operator()(const SetProfiles& edit) {
    project_.profiles = edit.profiles;
    return {};
  }
  Result<void> operator()(const SetOriginLimits& edit) {
    project_.origins = edit.wishes;
    return {};
  }
  Result<void> operator()(const SetKinds& edit) {
    project_.kinds = edit.kinds;
    return {};
  }

  Result<void> operator()(const SetRoles& edit) {
    project_.roles = edit.roles;
    const auto gone = [&](const auto& one) { return findRole(project_, one.role) == nullptr; };
    close();
    for (SharedValue<Asset>& held : project_.assets) {
      Asset asset = *held;
      bool changed = std::erase_if(asset.settings, gone) > 0;
      for (Frame& frame : asset.frames) changed |= std::erase_if(frame.shapes, gone) > 0;
      if (changed) held = SharedValue<Asset>(std::move(asset));
    }
    for (Kind& kind : project_.kinds) {
      std::erase_if(kind.shapes, gone);
      std::erase_if(kind.settings, gone);
    }
    return {};
  }

  Result<void> operator()(const SetMotion& edit) {
    Asset* asset = open(edit.asset);
    if (asset == nullptr) return unknown("asset");
    asset->motion = edit.motion;
    return {};
  }

  Result<void> operator()(const SetCopies& edit) {
    Asset* asset = open(edit.asset);
    if (asset == nullptr) return unknown("asset");
    asset->copies = edit.copies;
    return {};
  }

  Result<void> operator()(const SetSetting& edit) {
    if (edit.asset) {
      Asset* asset = open(edit.asset);
      if (asset == nullptr) return unknown("asset");
      putSetting(asset->settings, edit.setting);
      return {};
    }
    if (!edit.kind.empty()) {
      for (Kind& kind : project_.kinds) {
        if (kind.name != edit.kind) continue;
        putSetting(kind.settings, edit.setting);
        return {};
      }
      return unknown("kind");
    }
    for (Role& role : project_.roles) {
      if (role.name != edit.setting.role) continue;
      role.duty = edit.setting.duty.value_or(role.duty);
      role.on = edit.setting.on.value_or(role.on);
      role.seeks = edit.setting.seeks.value_or(role.seeks);
      return {};
    }
    return unknown("role");
  }

  Result<void> operator()(const SetMergedTiles& edit) {
    project_.mergedTiles = edit.merged;
    return {};
  }

  Result<void> operator()(const SetMeetingRule& edit) {
    project_.pairing = edit.pairing;
    project_.wakes = edit.wakes;
    return {};
  }

  Result<void> operator()(const SetLayers& edit) {
    project_.layers = edit.layers;
    return {};
  }

  Result<void> operator()(const SetExpectations& edit) {
    project_.expectations = edit.expectations;
    return {};
  }

  Result<void> operator()(const SetFairnessLimits& edit) {
    project_.trial = edit.wishes;
    return {};
  }

  Result<void> operator()(const SetCourses& edit) {
    project_.courses = edit.courses;
    return {};
  }

  Result<void> operator()(const SetCodeFolders& edit) {
    project_.code = edit.code;
    return {};
  }

  Result<void> operator()(const Become& edit) {
    close();
    project_ = *edit.project;
    return {};
  }

  Result<void> operator()(const RenameRole& edit) { return applyClosed(edit); }
  Result<void> operator()(const RenameKind& edit) { return applyClosed(edit); }
  Result<void> operator()(const AddLayer& edit) { return applyClosed(edit); }
  Result<void> operator()(const RenameLayer& edit) { return applyClosed(edit); }
  Result<void> operator()(const RemoveLayer& edit) { return applyClosed(edit); }
  Result<void> operator()(const MoveLayer& edit) { return applyClosed(edit); }

  Project finished() {
    close();
    return std::move(project_);
  }

 private:
  static Result<void> unknown(const char* what) {
    return failure(ErrorCode::UnknownTarget,
                   std::string("the ") + what + " is no longer in the project");
  }

  template <class T>
  static void put(std::vector<SharedValue<T>>& values, T value) {
    for (SharedValue<T>& held : values) {
      if (held->id == value.id) {
        held = SharedValue<T>(std::move(value));
        return;
      }
    }
    values.emplace_back(std::move(value));
  }

  template <class T, class Key>
  static void erase(std::vector<SharedValue<T>>& values, Key id) {
    std::erase_if(values, [&](const SharedValue<T>& value) { return value->id == id; });
  }

  // Variants of a removed asset are released. Requires: no asset is open.
  void releaseVariants(AssetId gone) {
    for (SharedValue<Asset>& held : project_.assets) {
      if (held->variantOf != gone) continue;
      Asset asset = *held;
      asset.variantOf = {};
      held = SharedValue<Asset>(std::move(asset));
    }
  }

  Asset* open(AssetId id) {
    if (opened_ && opened_->id == id) return &*opened_;
    close();
    const Asset* asset = findAsset(project_, id);
    if (asset == nullptr) return nullptr;
    opened_ = *asset;
    index_.emplace(opened_->frames);
    return &*opened_;
  }

  Frame* openFrame(AssetId assetId, FrameId frameId) {
    Asset* asset = open(assetId);
    if (asset == nullptr) return nullptr;
    const auto place = index_->place(frameId);
    return place ? &asset->frames[*place] : nullptr;
  }

  // Applies what may change any asset.
  template <class Change>
  Result<void> applyClosed(const Change& edit) {
    close();
    return apply(edit, project_);
  }

  void close() {
    if (!opened_) return;
    put(project_.assets, std::move(*opened_));
    opened_.reset();
  }

  Project project_;
  std::optional<Asset> opened_;
  std::optional<FrameIndex> index_;  // Of the asset that is open.
};

// The ids of values that one list holds and the other does not, or holds in another version.
template <class T, class Key>
std::vector<Key> changedIds(const std::vector<SharedValue<T>>& before,
                            const std::vector<SharedValue<T>>& after) {
  const ChangedParts<T> parts = changedParts(before, after);
  std::vector<Key> changed;
  std::unordered_set<Key> come;
  for (const std::size_t place : parts.come) {
    changed.push_back(after[place]->id);
    come.insert(after[place]->id);
  }
  for (const SharedValue<T>* value : parts.gone) {
    if (come.count((*value)->id) == 0) changed.push_back((*value)->id);
  }
  return changed;
}

}  // namespace

Result<Applied> withEdits(const Project& project, const std::vector<Edit>& edits) {
  Application application(project);
  for (const Edit& edit : edits) {
    if (auto done = std::visit(application, edit); !done) return tl::unexpected(done.error());
  }
  Applied applied{application.finished(), {}};
  if (auto valid = validatedAfter(project, applied.project); !valid) {
    // The place is one of the project's file; the sentence names the thing itself.
    return failure(valid.error().code, valid.error().sentence + "; nothing was changed");
  }
  applied.touched = difference(project, applied.project);
  return applied;
}

Touched difference(const Project& before, const Project& after) {
  return {changedIds<Sheet, SheetId>(before.sheets, after.sheets),
          changedIds<Asset, AssetId>(before.assets, after.assets),
          before.settings() != after.settings()};
}

}  // namespace amber

#include "core/origin/mount_edits.h"

#include <algorithm>

#include "core/origin/mounts.h"
#include "core/origin/turning.h"
#include "core/project/frame_ref.h"

namespace amber {
namespace {

Result<void> goodName(const std::string& name) {
  if (isMountName(name)) return {};
  return failure(ErrorCode::BadValue,
                 "\"" + name +
                     "\" is not a valid mount name. Use lower-case letters, digits and "
                     "underscores, at most 64, such as spout or hand_left");
}

PutMount keyAt(AssetId asset, const Frame& frame, const std::string& name, OriginPoint offset) {
  return {asset, frame.id, {name, {frame.origin.x + offset.x, frame.origin.y + offset.y}}};
}

}  // namespace

Result<std::vector<Edit>> mountKeys(const Project& project, const std::vector<FrameRef>& frames,
                                    const std::string& name, OriginPoint offset) {
  if (auto good = goodName(name); !good) return tl::unexpected(good.error());
  std::vector<Edit> edits;
  for (const FrameRef& ref : frames) {
    if (const Frame* frame = findFrame(project, ref)) {
      edits.emplace_back(keyAt(ref.asset, *frame, name, offset));
    }
  }
  return edits;
}

std::vector<Edit> mountKeysDropped(const Project& project, const std::vector<FrameRef>& frames,
                                   const std::string& name) {
  std::vector<Edit> edits;
  for (const FrameRef& ref : frames) {
    const Frame* frame = findFrame(project, ref);
    if (frame != nullptr && findMount(*frame, name) != nullptr) {
      edits.emplace_back(DropMount{ref.asset, ref.frame, name});
    }
  }
  return edits;
}

std::vector<Edit> mountHeld(const Project& project, AssetId assetId, AnimationId animationId,
                            const std::string& name, OriginPoint offset) {
  const Asset* asset = findAsset(project, assetId);
  const Animation* animation = asset == nullptr ? nullptr : findAnimation(*asset, animationId);
  if (animation == nullptr) return {};
  Selection all;
  all.asset = assetId;
  all.animation = animationId;
  std::vector<Edit> edits =
      mountKeysDropped(project, framesIn(project, all, Scope::Animation), name);
  const Frame& first = *findFrame(*asset, animation->steps.front().frame);
  edits.emplace_back(keyAt(assetId, first, name, offset));
  return edits;
}

Result<std::vector<Edit>> mountRenamed(const Asset& asset, const std::string& name,
                                       const std::string& next) {
  if (auto good = goodName(next); !good) return tl::unexpected(good.error());
  bool any = false;
  for (const Frame& frame : asset.frames) {
    if (findMount(frame, next) != nullptr) {
      return failure(ErrorCode::BadValue,
                     asset.name + " has a mount \"" + next + "\" already; choose another name");
    }
    any = any || findMount(frame, name) != nullptr;
  }
  if (!any) return std::vector<Edit>{};
  return std::vector<Edit>{RenameMount{asset.id, name, next}};
}

Result<std::vector<Edit>> mountMirrored(const Asset& asset, const std::string& name,
                                        const std::string& mirrored) {
  if (auto good = goodName(mirrored); !good) return tl::unexpected(good.error());
  std::vector<Edit> edits;
  for (const Frame& frame : asset.frames) {
    if (const Mount* mount = findMount(frame, name)) {
      edits.emplace_back(
          PutMount{asset.id, frame.id, {mirrored, mirroredAbout(mount->at, frame.origin)}});
    }
  }
  return edits;
}

}  // namespace amber

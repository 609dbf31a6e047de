// The command mount.
#include <CLI/CLI.hpp>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "cli/frame_choice.h"
#include "core/checks/wording.h"
#include "core/origin/mount_edits.h"
#include "core/origin/mounts.h"
#include "files/json/json_text.h"
#include "files/project/geometry_json.h"
#include "work/project/project_change.h"

namespace amber {
namespace {

// Sets mounts, or lists their positions.
struct MountArguments {
  std::string project;
  Saving saving = Saving::Written;
  FrameChoice frames;
  std::string name;
  std::optional<FramePoint> at;       // On the frame.
  std::optional<OriginPoint> offset;  // From each frame's origin.
  bool hold = false;                  // Keyed on the animation's first frame alone.
  bool unkey = false;
  bool remove = false;
  std::string newName;
  std::string mirrored;  // The name of the mirrored one.
};

Result<void> oneAsset(const std::vector<const Asset*>& assets, const char* what) {
  if (assets.size() == 1) return {};
  return failure(ErrorCode::BadValue, std::string(what) + " is for one asset at a time");
}

// Keys at a place on the frame, or at one seen from the origins.
Result<std::vector<Edit>> placed(const Project& project, const std::vector<const Asset*>& assets,
                                 const MountArguments& arguments) {
  const auto frames = chosenFrames(project, arguments.frames);
  if (!frames) return tl::unexpected(frames.error());
  if (frames->empty()) return failure(ErrorCode::BadValue, "select a frame to place the mount on");
  if (!arguments.hold && arguments.offset) {
    return mountKeys(project, *frames, arguments.name, *arguments.offset);
  }
  if (!arguments.hold) {
    std::vector<Edit> edits;
    for (const FrameRef& ref : *frames) {
      const Frame& frame = *findFrame(*findAsset(project, ref.asset), ref.frame);
      auto key = mountKeys(project, {ref}, arguments.name, relativeTo(*arguments.at, frame.origin));
      if (!key) return key;
      edits.insert(edits.end(), key->begin(), key->end());
    }
    return edits;
  }
  if (auto one = oneAsset(assets, "--hold"); !one) return tl::unexpected(one.error());
  const auto animation = animationOf(*assets.front(), arguments.frames.animation);
  if (!animation) return tl::unexpected(animation.error());
  const Frame& first = *findFrame(*assets.front(), (*animation)->steps.front().frame);
  const OriginPoint offset =
      arguments.offset ? *arguments.offset : relativeTo(*arguments.at, first.origin);
  if (auto good = mountKeys(project, {}, arguments.name, offset); !good) return good;
  return mountHeld(project, assets.front()->id, (*animation)->id, arguments.name, offset);
}

Result<std::vector<Edit>> mountEdits(const Project& project,
                                     const std::vector<const Asset*>& assets,
                                     const MountArguments& arguments) {
  const bool renames = !arguments.newName.empty();
  const bool mirrors = !arguments.mirrored.empty();
  const int ways = (arguments.at || arguments.offset ? 1 : 0) + (arguments.unkey ? 1 : 0) +
                   (arguments.remove ? 1 : 0) + (renames ? 1 : 0) + (mirrors ? 1 : 0);
  if (ways == 0) return std::vector<Edit>{};
  if (ways > 1 || arguments.name.empty()) {
    return failure(ErrorCode::BadValue,
                   "give --name, and one of --at, --offset, --unkey, --remove, --rename, --mirror");
  }
  if (arguments.at || arguments.offset) return placed(project, assets, arguments);
  std::vector<Edit> edits;
  if (arguments.unkey) {
    const auto frames = chosenFrames(project, arguments.frames);
    if (!frames) return tl::unexpected(frames.error());
    edits = mountKeysDropped(project, *frames, arguments.name);
  } else {
    for (const Asset* asset : assets) {
      FrameChoice all;
      all.assets = {asset->name};
      auto some = renames ? mountRenamed(*asset, arguments.name, arguments.newName)
                  : mirrors
                      ? mountMirrored(*asset, arguments.name, arguments.mirrored)
                      : mountKeysDropped(project, *chosenFrames(project, all), arguments.name);
      if (!some) return some;
      edits.insert(edits.end(), some->begin(), some->end());
    }
  }
  if (edits.empty()) {
    return failure(ErrorCode::UnknownTarget,
                   "no mount \"" + arguments.name + "\" has a keyframe there");
  }
  return edits;
}

Result<Exit> runMount(const MountArguments& arguments, bool json) {
  auto change = ProjectChange::open(arguments.project, arguments.saving);
  if (!change) return tl::unexpected(change.error());
  const Project before = change->project();
  const auto assets = chosenAssets(before, arguments.frames);
  if (!assets) return tl::unexpected(assets.error());
  const auto edits = mountEdits(before, *assets, arguments);
  if (!edits) return tl::unexpected(edits.error());
  if (auto done = change->apply(*edits); !done) {
    return tl::unexpected(done.error());
  }
  Json list = Json::array();
  for (const Asset* chosen : *assets) {
    const Asset& asset = *findAsset(change->project(), chosen->id);
    const Mounts mounts(asset);
    for (const Frame& frame : asset.frames) {
      for (const MountPlace& place : mounts.on(frame.id)) {
        const bool keyed = place.keyedOn == frame.id;
        const OriginPoint offset = relativeTo(place.at, frame.origin);
        resultText() << frame.name << ": " << place.name << " at " << signedNumber(offset.x) << ", "
                     << signedNumber(offset.y) << " from the origin, "
                     << (keyed ? "keyed" : "held from " + findFrame(asset, place.keyedOn)->name)
                     << "\n";
        list.push_back(
            Json{{"asset", asset.name},
                 {"frame", frame.name},
                 {"mount", place.name},
                 {"at", jsonOf(place.at)},
                 {"offset", Json::array({offset.x, offset.y})},
                 {"offsetInGame", Json::array({offset.x * asset.scale, offset.y * asset.scale})},
                 {"keyed", keyed}});
      }
    }
  }
  if (json) {
    std::cout << jsonText(Json{{"project", arguments.project}, {"mounts", std::move(list)}});
  }
  return Exit::Done;
}

class MountCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"mount",
            "Set or list mounts (named points of an asset)",
            {"mount glasshouse_night.amber --asset chr_keeper",
             "mount glasshouse_night.amber --asset chr_keeper --name hand --animation walk "
             "--offset 15,-21.5 --hold"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, arguments_.project);
    addFrames(app, arguments_.frames);
    app.add_option("--name", arguments_.name, "The name of the mount, such as spout");
    auto* at = app.add_option("--at", at_, "Its position on the frame, in px")->check(pointForm());
    app.add_option("--offset", offset_, "Its position relative to each origin, in px")
        ->check(pointForm())
        ->excludes(at);
    app.add_flag("--hold", arguments_.hold,
                 "Set a keyframe on the first frame of the animation and hold it on the others");
    app.add_flag("--unkey", arguments_.unkey, "Remove its keyframes from the frames");
    app.add_flag("--remove", arguments_.remove, "Remove the mount from the asset");
    app.add_option("--rename", arguments_.newName, "The new name");
    app.add_option("--mirror", arguments_.mirrored,
                   "Add a mirrored mount with this name on the other side of the origin");
    addTry(app, arguments_.saving);
  }
  Result<Exit> run(bool json) override {
    if (!at_.empty()) arguments_.at = pointIn(at_);
    if (!offset_.empty()) arguments_.offset = relativeTo(*pointIn(offset_), {});
    return runMount(arguments_, json);
  }

 private:
  MountArguments arguments_;
  std::string at_;
  std::string offset_;
};

}  // namespace

std::unique_ptr<Command> makeMountCommand() {
  return std::make_unique<MountCommand>();
}

}  // namespace amber

// The commands that change a project: refresh, turn, recut, animation.
#include <QFileInfo>
#include <algorithm>
#include <iostream>

#include "cli/commands.h"
#include "cli/frame_choice.h"
#include "core/cut/cut_rects.h"
#include "core/cut/sheet_edits.h"
#include "core/fit/refit.h"
#include "core/project/animation_edits.h"
#include "files/json_text.h"
#include "files/project_file.h"
#include "files/words.h"
#include "work/art_store.h"
#include "work/mend.h"
#include "work/new_project.h"

namespace amber {
namespace {

std::shared_ptr<ArtStore> storeFor(const std::string& project) {
  return std::make_shared<ArtStore>(
      QFileInfo(QString::fromStdString(project)).absolutePath().toStdString());
}

Result<const Sheet*> sheetOf(const Project& project, const std::string& path) {
  const Sheet* sheet = findSheet(project, path);
  if (sheet != nullptr) return sheet;
  return failure(ErrorCode::UnknownTarget, "the project has no sheet \"" + path + "\"");
}

// The asset's frames that these numbers, from 1, stand for.
Result<std::vector<FrameId>> framesBy(const Asset& asset, const std::vector<int>& numbers) {
  std::vector<FrameId> frames;
  for (const int number : numbers) {
    const auto frame = frameOf(asset, number);
    if (!frame) return tl::unexpected(frame.error());
    frames.push_back((*frame)->id);
  }
  return frames;
}

const Animation* byName(const Asset& asset, const std::string& name) {
  const auto found = std::find_if(asset.animations.begin(), asset.animations.end(),
                                  [&](const Animation& one) { return one.name == name; });
  return found == asset.animations.end() ? nullptr : &*found;
}

Result<void> setTimes(Animation& animation, const std::vector<int>& timesMs) {
  if (timesMs.empty()) return {};
  if (timesMs.size() != 1 && timesMs.size() != animation.steps.size()) {
    return failure(ErrorCode::BadValue, "give one time, or one for each of the " +
                                            std::to_string(animation.steps.size()) + " steps");
  }
  for (std::size_t i = 0; i < animation.steps.size(); ++i) {
    animation.steps[i].durationMs = timesMs.size() == 1 ? timesMs.front() : timesMs[i];
  }
  return {};
}

// The asset with the animation made or changed.
Result<Asset> changed(Asset asset, const AnimationArguments& arguments, std::uint32_t nextId) {
  auto frames = framesBy(asset, arguments.frames);
  if (!frames) return tl::unexpected(frames.error());
  const Animation* found = byName(asset, arguments.animation);
  if (found == nullptr && frames->empty()) {
    return failure(ErrorCode::UnknownTarget, asset.name + " has no animation \"" +
                                                 arguments.animation +
                                                 "\"; say its --frames to make it");
  }
  const AnimationId id = found == nullptr ? AnimationId{nextId} : found->id;
  if (found == nullptr) asset = withAnimation(std::move(asset), id, arguments.animation, *frames);
  auto place = std::find_if(asset.animations.begin(), asset.animations.end(),
                            [&](const Animation& one) { return one.id == id; });
  if (found != nullptr && !frames->empty()) {
    const int usual = place->steps.front().durationMs;
    place->steps.clear();
    for (const FrameId frame : *frames) place->steps.push_back({frame, usual});
  }
  if (auto timed = setTimes(*place, arguments.timesMs); !timed)
    return tl::unexpected(timed.error());
  if (arguments.loop) place->loop = *arguments.loop;
  if (!arguments.newName.empty()) place->name = arguments.newName;
  if (!arguments.copyName.empty()) {
    asset = withCopy(std::move(asset), id, {nextId + 1});
    for (Animation& one : asset.animations) {
      if (one.id == AnimationId{nextId + 1}) one.name = arguments.copyName;
    }
  }
  if (arguments.makeDefault) asset = withDefault(std::move(asset), id);
  if (arguments.remove) {
    if (asset.animations.size() == 1) {
      return failure(ErrorCode::BadValue, "an asset keeps at least one animation");
    }
    asset = withoutAnimation(std::move(asset), id);
  }
  return asset;
}

}  // namespace

Result<Outcome> runRefresh(const RefreshArguments& arguments, bool json) {
  auto project = readProject(arguments.project);
  if (!project) return tl::unexpected(project.error());
  auto result = refreshed(*project, storeFor(arguments.project));
  if (!result) return tl::unexpected(result.error());
  if (!result->sheets.empty()) {
    if (auto written = writeProject(arguments.project, result->project); !written) {
      return tl::unexpected(written.error());
    }
  }
  Json sheets = Json::array();
  bool anyLost = false;
  for (const Refreshed& sheet : result->sheets) {
    sheets.push_back(Json{
        {"sheet", sheet.path}, {"kept", sheet.kept}, {"added", sheet.added}, {"lost", sheet.lost}});
    anyLost = anyLost || sheet.lost > 0;
    std::cerr << sheet.path << ": " << refreshText(sheet) << "\n";
  }
  if (result->sheets.empty()) std::cerr << arguments.project << ": no sheet was repainted\n";
  if (json) {
    std::cout << jsonText(Json{{"project", arguments.project}, {"sheets", std::move(sheets)}});
  }
  return anyLost ? Outcome::Findings : Outcome::Done;
}

Result<Outcome> runTurn(const TurnArguments& arguments, bool json) {
  auto project = readProject(arguments.project);
  if (!project) return tl::unexpected(project.error());
  const auto sheet = sheetOf(*project, arguments.sheet);
  if (!sheet) return tl::unexpected(sheet.error());
  const SheetId id = (*sheet)->id;
  for (const SheetTurn turn : arguments.turns) {
    auto edits = turnEdits(*project, id, turn);
    if (!edits) return tl::unexpected(edits.error());
    auto applied = withEdits(*project, *edits);
    if (!applied) return tl::unexpected(applied.error());
    project = std::move(applied->project);
  }
  if (auto written = writeProject(arguments.project, *project); !written) {
    return tl::unexpected(written.error());
  }
  const Sheet& turned = *findSheet(*project, id);
  if (json) {
    std::cout << jsonText(Json{{"project", arguments.project},
                               {"sheet", turned.path},
                               {"size", Json::array({turned.size.w, turned.size.h})}});
  }
  std::cerr << turned.path << ": " << turned.size.w << " x " << turned.size.h << " px\n";
  return Outcome::Done;
}

Result<Outcome> runRecut(const RecutArguments& arguments, bool json) {
  auto project = readProject(arguments.project);
  if (!project) return tl::unexpected(project.error());
  const auto sheet = sheetOf(*project, arguments.sheet);
  if (!sheet) return tl::unexpected(sheet.error());
  if (arguments.cutting.orientation != Orientation{}) {
    return failure(ErrorCode::BadValue, "a sheet that is cut is turned by the command turn");
  }
  const auto art = storeFor(arguments.project)->load(**sheet);
  if (!art) return tl::unexpected(art.error());
  auto cut = cutFor(arguments.cutting.cut, **art, (*sheet)->pictures);
  if (!cut) return tl::unexpected(cut.error());
  auto edits = recutEdits(*project, (*sheet)->id, *cut, **art);
  if (!edits) return tl::unexpected(edits.error());
  const auto fitted =
      withNewFramesFitted(*project, std::move(*edits), [&](SheetId) { return *art; });
  auto after = savedWith(arguments.project, *project, fitted);
  if (!after) return tl::unexpected(after.error());
  const Asset& asset = *assetCutFrom(*after, (*sheet)->id);
  const auto frames =
      std::count_if(asset.frames.begin(), asset.frames.end(),
                    [&](const Frame& frame) { return frame.sheet == (*sheet)->id; });
  if (json) {
    std::cout << jsonText(
        Json{{"project", arguments.project}, {"sheet", (*sheet)->path}, {"frames", frames}});
  }
  std::cerr << (*sheet)->path << ": " << frames << " frames by "
            << wayName(cut->way, (*sheet)->size) << "\n";
  return Outcome::Done;
}

Result<Outcome> runAnimation(const AnimationArguments& arguments, bool json) {
  auto project = readProject(arguments.project);
  if (!project) return tl::unexpected(project.error());
  const Asset* asset = findAsset(*project, arguments.asset);
  if (asset == nullptr) {
    return failure(ErrorCode::UnknownTarget,
                   "the project has no asset \"" + arguments.asset + "\"");
  }
  auto after = changed(*asset, arguments, project->nextId);
  if (!after) return tl::unexpected(after.error());
  const auto done = savedWith(arguments.project, *project, {PutAsset{*after}});
  if (!done) return tl::unexpected(done.error());
  Json list = Json::array();
  for (const Animation& animation : after->animations) {
    Json steps = Json::array();
    std::cerr << animation.name << ": " << animation.steps.size() << " steps, "
              << wordOf(kLoopWords, animation.loop) << "\n";
    for (const Step& step : animation.steps) {
      const auto frame = std::find_if(after->frames.begin(), after->frames.end(),
                                      [&](const Frame& one) { return one.id == step.frame; });
      steps.push_back(
          Json{{"frame", frame - after->frames.begin() + 1}, {"durationMs", step.durationMs}});
    }
    list.push_back(Json{{"name", animation.name},
                        {"loop", wordOf(kLoopWords, animation.loop)},
                        {"steps", std::move(steps)}});
  }
  if (json) {
    std::cout << jsonText(Json{{"asset", after->name}, {"animations", std::move(list)}});
  }
  return Outcome::Done;
}

}  // namespace amber

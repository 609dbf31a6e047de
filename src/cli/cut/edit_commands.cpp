// The commands that change a project: refresh, turn, recut, animation.
#include <CLI/CLI.hpp>
#include <QFileInfo>
#include <algorithm>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "cli/cut/cutting_options.h"
#include "cli/frame_choice.h"
#include "core/cut/cut_rects.h"
#include "core/cut/sheet_edits.h"
#include "core/fit/keys/kind_shapes.h"
#include "core/project/animation_edits.h"
#include "core/project/words.h"
#include "files/json/json_text.h"
#include "work/art/art_store.h"
#include "work/project/mend.h"
#include "work/project/new_project.h"
#include "work/project/project_change.h"

namespace amber {
namespace {

struct ChangeArguments {
  std::string project;
  Saving saving = Saving::Written;
};

struct TurnArguments : ChangeArguments {
  std::string sheet;
  std::vector<SheetTurn> turns;
};

// Cuts a sheet that is in a project another way.
struct RecutArguments : ChangeArguments {
  std::string sheet;
  CuttingArguments cutting;
};

// Adds or changes one animation. Empty members are not changed.
struct AnimationArguments : ChangeArguments {
  std::string asset;
  std::string animation;
  std::vector<int> frames;   // Numbers of the asset's frames, from 1.
  std::vector<int> timesMs;  // One for each step, or one for all.
  std::optional<LoopMode> loop;
  bool makeDefault = false;
  bool remove = false;
  std::string newName;
  std::string copyName;
};

std::shared_ptr<ArtStore> storeFor(const std::string& project) {
  return std::make_shared<ArtStore>(
      QFileInfo(QString::fromStdString(project)).absolutePath().toStdString());
}

Result<const Sheet*> sheetOf(const Project& project, const std::string& path) {
  const Sheet* sheet = findSheet(project, path);
  if (sheet != nullptr) return sheet;
  return failure(ErrorCode::UnknownTarget, "the project has no sheet \"" + path + "\"");
}

// The frames of the asset with these numbers, from 1.
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
                                                 "\"; give its --frames to create it");
  }
  for (const std::string& wanted : {arguments.newName, arguments.copyName}) {
    if (wanted.empty() || wanted == arguments.animation || byName(asset, wanted) == nullptr)
      continue;
    return failure(ErrorCode::BadValue,
                   asset.name + " has an animation \"" + wanted + "\" already");
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
      return failure(ErrorCode::BadValue, "an asset needs at least one animation");
    }
    asset = withoutAnimation(std::move(asset), id);
  }
  return asset;
}

Result<Exit> runRefresh(const ChangeArguments& arguments, bool json) {
  auto change = ProjectChange::open(arguments.project, arguments.saving);
  if (!change) return tl::unexpected(change.error());
  auto result = refreshed(change->project(), *storeFor(arguments.project));
  if (!result) return tl::unexpected(result.error());
  if (!result->sheets.empty()) {
    if (auto saved = change->save(std::move(result->project)); !saved) {
      return tl::unexpected(saved.error());
    }
  }
  Json sheets = Json::array();
  bool anyLost = false;
  for (const Refreshed& sheet : result->sheets) {
    sheets.push_back(Json{
        {"sheet", sheet.path}, {"kept", sheet.kept}, {"added", sheet.added}, {"lost", sheet.lost}});
    anyLost = anyLost || sheet.lost > 0;
    resultText() << sheet.path << ": " << refreshText(sheet) << "\n";
  }
  if (result->sheets.empty()) resultText() << arguments.project << ": no sheet was repainted\n";
  if (json) {
    std::cout << jsonText(Json{{"project", arguments.project}, {"sheets", std::move(sheets)}});
  }
  return anyLost ? Exit::Findings : Exit::Done;
}

Result<Exit> runTurn(const TurnArguments& arguments, bool json) {
  auto change = ProjectChange::open(arguments.project, arguments.saving);
  if (!change) return tl::unexpected(change.error());
  const auto sheet = sheetOf(change->project(), arguments.sheet);
  if (!sheet) return tl::unexpected(sheet.error());
  const SheetId id = (*sheet)->id;
  Project project = change->project();
  for (const SheetTurn turn : arguments.turns) {
    auto edits = turnEdits(project, id, turn);
    if (!edits) return tl::unexpected(edits.error());
    auto applied = withEdits(project, *edits);
    if (!applied) return tl::unexpected(applied.error());
    project = std::move(applied->project);
  }
  if (auto saved = change->save(project); !saved) return tl::unexpected(saved.error());
  const Sheet& turned = *findSheet(project, id);
  if (json) {
    std::cout << jsonText(Json{{"project", arguments.project},
                               {"sheet", turned.path},
                               {"size", Json::array({turned.size.w, turned.size.h})}});
  }
  resultText() << turned.path << ": " << turned.size.w << " x " << turned.size.h << " px\n";
  return Exit::Done;
}

Result<Exit> runRecut(const RecutArguments& arguments, bool json) {
  auto change = ProjectChange::open(arguments.project, arguments.saving);
  if (!change) return tl::unexpected(change.error());
  const auto found = sheetOf(change->project(), arguments.sheet);
  if (!found) return tl::unexpected(found.error());
  // A copy, because the project that holds it is about to be replaced.
  const Sheet sheet = **found;
  if (arguments.cutting.orientation != Orientation{}) {
    return failure(ErrorCode::BadValue,
                   "to turn a sheet that is already cut, use the command turn");
  }
  const auto art = storeFor(arguments.project)->load(sheet);
  if (!art) return tl::unexpected(art.error());
  auto cut =
      cutFor(arguments.cutting.cut, **art, sheet.pictures, hintsFor(change->project(), sheet));
  if (!cut) return tl::unexpected(cut.error());
  auto edits = recutEdits(change->project(), sheet.id, *cut, **art);
  if (!edits) return tl::unexpected(edits.error());
  const auto fitted =
      withNewFramesFitted(change->project(), std::move(*edits), [&](SheetId) { return *art; });
  if (auto done = change->apply(fitted); !done) {
    return tl::unexpected(done.error());
  }
  const Asset& asset = *assetCutFrom(change->project(), sheet.id);
  const auto frames = std::count_if(asset.frames.begin(), asset.frames.end(),
                                    [&](const Frame& frame) { return frame.sheet == sheet.id; });
  if (json) {
    std::cout << jsonText(
        Json{{"project", arguments.project}, {"sheet", sheet.path}, {"frames", frames}});
  }
  resultText() << sheet.path << ": " << frames << " frames by " << wayName(cut->way, sheet.size)
               << "\n";
  return Exit::Done;
}

Result<Exit> runAnimation(const AnimationArguments& arguments, bool json) {
  auto change = ProjectChange::open(arguments.project, arguments.saving);
  if (!change) return tl::unexpected(change.error());
  const Asset* asset = findAsset(change->project(), arguments.asset);
  if (asset == nullptr) {
    return failure(ErrorCode::UnknownTarget,
                   "the project has no asset \"" + arguments.asset + "\"");
  }
  const auto after = changed(*asset, arguments, change->project().nextId);
  if (!after) return tl::unexpected(after.error());
  if (auto done = change->apply({PutAsset{*after}}); !done) {
    return tl::unexpected(done.error());
  }
  Json list = Json::array();
  for (const Animation& animation : after->animations) {
    Json steps = Json::array();
    resultText() << animation.name << ": " << animation.steps.size() << " steps, "
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
  return Exit::Done;
}

class RefreshCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"refresh",
            "Update from repainted sheets, with the same cut",
            {"refresh glasshouse_night.amber", "refresh glasshouse_night.amber --try"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, arguments_.project);
    addTry(app, arguments_.saving);
  }
  Result<Exit> run(bool json) override { return runRefresh(arguments_, json); }

 private:
  ChangeArguments arguments_;
};

class TurnCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"turn",
            "Turn or mirror a sheet and everything that was cut from it",
            {"turn glasshouse_night.amber --sheet sheets/snail_crawl.png --by mirrorX",
             "turn glasshouse_night.amber --sheet sheets/moth_flutter.png --by right right --try"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, arguments_.project);
    app.add_option("--sheet", arguments_.sheet, "The path of the sheet in the project")->required();
    app.add_option("--by", turns_, "The turns and mirrors, applied in this order")
        ->required()
        ->check(oneOf(kTurnWords));
    addTry(app, arguments_.saving);
  }
  Result<Exit> run(bool json) override {
    for (const std::string& word : turns_) {
      arguments_.turns.push_back(*enumFrom<SheetTurn>(kTurnWords, word));
    }
    return runTurn(arguments_, json);
  }

 private:
  TurnArguments arguments_;
  std::vector<std::string> turns_;
};

class RecutCommand : public Command {
 public:
  CommandTitle title() const override {
    return {
        "recut",
        "Cut a sheet of a project again, by another method",
        {"recut glasshouse_night.amber --sheet sheets/keeper_walk.png --count 8x1",
         "recut glasshouse_night.amber --sheet sheets/garden_tools.png --islands --join 3 --try"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, arguments_.project);
    app.add_option("--sheet", arguments_.sheet, "The path of the sheet in the project")->required();
    addCutting(app, cutting_);
    addCutRegions(app, cutting_);
    addTry(app, arguments_.saving);
  }
  Result<Exit> run(bool json) override {
    arguments_.cutting = cuttingFrom(cutting_);
    return runRecut(arguments_, json);
  }

 private:
  RecutArguments arguments_;
  CuttingText cutting_;
};

class AnimationCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"animation",
            "Make or change an animation",
            {"animation glasshouse_night.amber --asset chr_keeper --animation wave --frames 1 2 3 "
             "2 --rate 8",
             "animation glasshouse_night.amber --asset chr_keeper --animation walk --loop repeat "
             "--default"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, arguments_.project);
    app.add_option("--asset", arguments_.asset, "The name of the asset")->required();
    app.add_option("--animation", arguments_.animation, "The name of the animation")->required();
    app.add_option("--frames", arguments_.frames,
                   "Its frames in order, by their number in the asset; a frame may be repeated")
        ->delimiter(',')
        ->check(CLI::Range(1, static_cast<int>(kMostThings)));
    auto* times = app.add_option("--times", arguments_.timesMs, "The duration of each step, in ms")
                      ->delimiter(',')
                      ->check(inRange(kDurationRange));
    app.add_option("--rate", rate_, "The number of frames per second")
        ->check(CLI::Range(0.1, 1000.0))
        ->excludes(times);
    app.add_option("--loop", loop_, "What happens after the last step")->check(oneOf(kLoopWords));
    app.add_flag("--default", arguments_.makeDefault, "Use this animation as the default");
    app.add_option("--rename", arguments_.newName, "The new name");
    app.add_option("--copy", arguments_.copyName, "Duplicate the animation under this name");
    app.add_flag("--remove", arguments_.remove, "Remove the animation; its frames are kept");
    addTry(app, arguments_.saving);
  }
  Result<Exit> run(bool json) override {
    if (rate_ > 0) arguments_.timesMs = {durationAt(rate_)};
    arguments_.loop = enumFrom<LoopMode>(kLoopWords, loop_);
    return runAnimation(arguments_, json);
  }

 private:
  AnimationArguments arguments_;
  double rate_ = 0;
  std::string loop_;
};

}  // namespace

std::unique_ptr<Command> makeRefreshCommand() {
  return std::make_unique<RefreshCommand>();
}

std::unique_ptr<Command> makeTurnCommand() {
  return std::make_unique<TurnCommand>();
}

std::unique_ptr<Command> makeRecutCommand() {
  return std::make_unique<RecutCommand>();
}

std::unique_ptr<Command> makeAnimationCommand() {
  return std::make_unique<AnimationCommand>();
}

}  // namespace amber

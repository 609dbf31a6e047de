// The commands layers and asset.
#include <CLI/CLI.hpp>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "cli/frame_choice.h"
#include "cli/layers/layer_json.h"
#include "core/layers/outcome_words.h"
#include "core/layers/reasons.h"
#include "core/project/words.h"
#include "files/csv_table.h"
#include "files/file_bytes.h"
#include "files/json/json_text.h"
#include "work/project/project_change.h"
#include "work/report/layer_tables.h"

namespace amber {
namespace {

constexpr long long kLargestTable = 16LL << 20;

struct LayersArguments {
  std::string project;
  Saving saving = Saving::Written;
  std::string add;
  std::string rename;  // A=B
  std::string remove;
  std::string move;
  int place = 0;  // From 1; 0 for none.
  std::optional<Pairing> pairing;
  std::optional<Wakes> wakes;
  std::string target;
  std::optional<std::string> on;
  std::optional<std::string> seeks;
  std::optional<Duty> duty;
  bool inherit = false;
  std::string table;
  bool csv = false;
};

std::vector<std::string> partsOf(const std::string& list) {
  std::vector<std::string> parts;
  std::size_t begin = 0;
  while (begin <= list.size()) {
    const std::size_t end = std::min(list.find(',', begin), list.size());
    parts.push_back(list.substr(begin, end - begin));
    begin = end + 1;
  }
  return parts;
}

Result<Edit> settingEdit(const Project& project, const LayersArguments& arguments) {
  const auto target = settingTargetFrom(project, arguments.target);
  if (!target) return tl::unexpected(target.error());
  SetSetting edit{target->asset, target->kind, {target->role}};
  if (arguments.inherit) {
    if (!target->asset && target->kind.empty()) {
      return failure(ErrorCode::BadValue,
                     "a role has nothing to inherit from; --inherit is for assets and kinds");
    }
    return edit;
  }
  edit.setting = settingAt(project, *target);
  if (arguments.on) {
    const auto set = layerSetFrom(project, partsOf(*arguments.on));
    if (!set) return tl::unexpected(set.error());
    edit.setting.on = *set;
  }
  if (arguments.seeks) {
    const auto set = layerSetFrom(project, partsOf(*arguments.seeks));
    if (!set) return tl::unexpected(set.error());
    edit.setting.seeks = *set;
  }
  if (arguments.duty) edit.setting.duty = arguments.duty;
  return edit;
}

// The edits of names and order, then of the rule, then the table, then the setting.
Result<void> change(ProjectChange& project, const LayersArguments& arguments) {
  std::vector<Edit> edits;
  if (!arguments.add.empty()) edits.emplace_back(AddLayer{arguments.add});
  if (!arguments.rename.empty()) {
    const std::size_t equals = arguments.rename.find('=');
    if (equals == std::string::npos) {
      return failure(ErrorCode::BadValue, "--rename takes OLD=NEW");
    }
    edits.emplace_back(
        RenameLayer{arguments.rename.substr(0, equals), arguments.rename.substr(equals + 1)});
  }
  if (!arguments.remove.empty()) edits.emplace_back(RemoveLayer{arguments.remove});
  if (!arguments.move.empty()) {
    const std::size_t layers = project.project().layers.size();
    if (arguments.place < 1 || static_cast<std::size_t>(arguments.place) > layers) {
      return failure(ErrorCode::BadValue,
                     "--move goes with --to N, from 1 to " + std::to_string(layers));
    }
    edits.emplace_back(MoveLayer{arguments.move, static_cast<std::size_t>(arguments.place - 1)});
  }
  if (arguments.pairing || arguments.wakes) {
    edits.emplace_back(SetMeetingRule{arguments.pairing.value_or(project.project().pairing),
                                      arguments.wakes.value_or(project.project().wakes)});
  }
  if (!arguments.table.empty()) {
    const auto text = readFile(arguments.table, kLargestTable);
    if (!text) return tl::unexpected(text.error());
    const auto rows = csvFrom(*text, arguments.table);
    if (!rows) return tl::unexpected(rows.error());
    auto more = editsFromTable(project.project(), *rows, arguments.table);
    if (!more) return tl::unexpected(more.error());
    edits.insert(edits.end(), more->begin(), more->end());
  }
  if (!arguments.target.empty()) {
    const auto named = withEdits(project.project(), edits);
    if (!named) return tl::unexpected(named.error());
    auto edit = settingEdit(named->project, arguments);
    if (!edit) return tl::unexpected(edit.error());
    edits.push_back(std::move(*edit));
  }
  return project.apply(edits);
}

Result<Exit> runLayers(const LayersArguments& arguments, bool json) {
  auto open = ProjectChange::open(arguments.project, arguments.saving);
  if (!open) return tl::unexpected(open.error());
  if (auto done = change(*open, arguments); !done) return tl::unexpected(done.error());
  const Project& project = open->project();
  for (const Participant& participant : participantsOf(project)) {
    resultText() << participantName(participant) << " "
                 << wordOf(kDutyWords, participant.settings.duty) << ", on "
                 << layersText(project, participant.settings.on) << ", seeks "
                 << layersText(project, participant.settings.seeks) << "\n";
  }
  if (arguments.csv) {
    std::cout << csvText(settingsTable(project));
  } else if (json) {
    std::cout << jsonText(layersJson(project));
  }
  return Exit::Done;
}

class LayersCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"layers",
            "Set or list the layers, and which shapes are on them and seek them",
            {"layers glasshouse_night.amber",
             "layers glasshouse_night.amber --set chr_snail:body --on pests --seeks ground,shots",
             "layers glasshouse_night.amber --csv"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, arguments_.project);
    app.add_option("--add", arguments_.add, "Add a layer with this name");
    app.add_option("--rename", arguments_.rename, "Rename a layer: OLD=NEW");
    app.add_option("--remove", arguments_.remove, "Remove a layer");
    app.add_option("--move", arguments_.move, "Move a layer to another position");
    app.add_option("--to", arguments_.place, "The position of the moved layer, from 1")
        ->check(CLI::Range(1, 32));
    app.add_option("--pairing", pairing_,
                   "When two shapes meet: one or both must seek a layer of the other")
        ->check(oneOf(kPairingWords));
    app.add_option("--wakes", wakes_, "Which pairs the game checks")->check(oneOf(kWakesWords));
    auto* set = app.add_option("--set", arguments_.target,
                               "Whose layers to set: ASSET:ROLE, kind:KIND:ROLE or role:ROLE");
    app.add_option("--on", arguments_.on,
                   "The layers it is on, separated by commas; empty for none")
        ->needs(set);
    app.add_option("--seeks", arguments_.seeks,
                   "The layers it seeks, separated by commas; empty for none")
        ->needs(set);
    app.add_option("--duty", duty_, "The duty of the shapes")->check(oneOf(kDutyWords))->needs(set);
    app.add_flag("--inherit", arguments_.inherit,
                 "Remove these settings, so that those of the kind or role apply")
        ->needs(set);
    app.add_option("--from", arguments_.table, "Import a table in the format of --csv");
    app.add_flag("--csv", arguments_.csv, "Write a table of all settings to standard output");
    addTry(app, arguments_.saving);
  }
  Result<Exit> run(bool json) override {
    arguments_.pairing = enumFrom<Pairing>(kPairingWords, pairing_);
    arguments_.wakes = enumFrom<Wakes>(kWakesWords, wakes_);
    arguments_.duty = enumFrom<Duty>(kDutyWords, duty_);
    return runLayers(arguments_, json);
  }

 private:
  LayersArguments arguments_;
  std::string pairing_;
  std::string wakes_;
  std::string duty_;
};

class AssetCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"asset",
            "Set or list the motion, copies and scale of assets",
            {"asset glasshouse_night.amber",
             "asset glasshouse_night.amber --asset chr_snail --motion kinematic --copies many"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    addFrames(app, choice_);
    app.add_option("--motion", motion_, "The motion of the assets")->check(oneOf(kMotionWords));
    app.add_option("--copies", copies_, "The number of copies that the game has at the same time")
        ->check(oneOf(kCopiesWords));
    app.add_option("--scale", scale_, "The number of game pixels per art pixel")
        ->check(CLI::PositiveNumber & CLI::Range(0.0, kLargestScale));
    addTry(app, saving_);
  }
  Result<Exit> run(bool json) override {
    auto change = ProjectChange::open(project_, saving_);
    if (!change) return tl::unexpected(change.error());
    if (!choice_.any()) {
      for (const auto& asset : change->project().assets) choice_.assets.push_back(asset->name);
      if (!motion_.empty() || !copies_.empty() || scale_) {
        return failure(ErrorCode::BadValue, "select assets with --asset or --kind");
      }
    }
    const auto assets = chosenAssets(change->project(), choice_);
    if (!assets && !choice_.assets.empty()) return tl::unexpected(assets.error());
    std::vector<Edit> edits;
    std::vector<AssetId> ids;
    for (const Asset* asset : assets.value_or(std::vector<const Asset*>())) {
      ids.push_back(asset->id);
      if (const auto motion = enumFrom<Motion>(kMotionWords, motion_)) {
        edits.emplace_back(SetMotion{asset->id, *motion});
      }
      if (const auto copies = enumFrom<Copies>(kCopiesWords, copies_)) {
        edits.emplace_back(SetCopies{asset->id, *copies});
      }
      if (scale_) edits.emplace_back(SetScale{asset->id, *scale_});
    }
    if (auto done = change->apply(edits); !done) return tl::unexpected(done.error());
    Json list = Json::array();
    for (const AssetId id : ids) {
      const Asset& asset = *findAsset(change->project(), id);
      resultText() << asset.name << ": " << wordOf(kMotionWords, asset.motion) << ", "
                   << wordOf(kCopiesWords, asset.copies) << "\n";
      list.push_back(Json{{"name", asset.name},
                          {"kind", asset.kind},
                          {"motion", wordOf(kMotionWords, asset.motion)},
                          {"copies", wordOf(kCopiesWords, asset.copies)},
                          {"scale", asset.scale}});
    }
    if (json) std::cout << jsonText(Json{{"project", project_}, {"assets", std::move(list)}});
    return Exit::Done;
  }

 private:
  std::string project_;
  FrameChoice choice_;
  std::string motion_;
  std::string copies_;
  std::optional<double> scale_;
  Saving saving_ = Saving::Written;
};

}  // namespace

std::unique_ptr<Command> makeLayersCommand() {
  return std::make_unique<LayersCommand>();
}

std::unique_ptr<Command> makeAssetCommand() {
  return std::make_unique<AssetCommand>();
}

}  // namespace amber

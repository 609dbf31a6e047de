// The command seams.
#include <CLI/CLI.hpp>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "cli/frame_choice.h"
#include "core/base/exact_number.h"
#include "core/fit/tiles/tile_decisions.h"
#include "core/fit/tiles/tile_seams.h"
#include "core/project/words.h"
#include "files/json/json_text.h"
#include "work/project/open_project.h"
#include "work/project/project_change.h"

namespace amber {
namespace {

// "tile_floor", or of an asset with several frames "tile_floor 3": counted from 1.
std::string nameOf(const Tile& tile) {
  const auto& frames = tile.asset->frames;
  if (frames.size() == 1) return tile.asset->name;
  return tile.asset->name + " " + std::to_string(tile.frame - frames.data() + 1);
}

class SeamsCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"seams",
            "Compare the shapes of tiles where they meet, or set how tiles are used",
            {"seams glasshouse_night.amber",
             "seams glasshouse_night.amber --asset tile_glasshouse --with tile_glasshouse",
             "seams glasshouse_night.amber --merged-tiles yes"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    addTry(app, saving_);
    auto* asset = app.add_option("--asset", asset_, "Only pairs with a tile of this asset");
    auto* with = app.add_option("--with", with_, "and a tile of this one")->needs(asset);
    app.add_option("--step", step_, "The greatest difference of heights that is a mistake, px")
        ->check(CLI::Range(1.0, 1024.0));
    auto* side = app.add_option("--side", side_, "Where the second tile lies, for --together")
                     ->check(CLI::IsMember(kTileSideWords));
    auto* together =
        app.add_option("--together", together_,
                       "Decide whether two tiles belong side by side (auto: by their pixels)")
            ->check(CLI::IsMember({"yes", "no", "auto"}))
            ->needs(with)
            ->needs(side);
    side->needs(together);
    app.add_option("--frame", frame_, "The tile of the first asset, from 1")->needs(together);
    app.add_option("--with-frame", withFrame_, "The tile of the second asset, from 1")
        ->needs(together);
    auto* kind = app.add_option("--kind", kind_, "A kind, for --tiles");
    kind->needs(app.add_option("--tiles", tiles_, "Whether assets of the kind are tiles")
                    ->check(CLI::IsMember({"yes", "no"}))
                    ->needs(kind));
    app.add_option("--merged-tiles", merged_, "Whether the game makes one floor of fitting tiles")
        ->check(CLI::IsMember({"yes", "no"}));
  }
  Result<Exit> run(bool json) override {
    if (!merged_.empty() || !together_.empty() || !kind_.empty()) {
      if (auto changed = change(); !changed) return tl::unexpected(changed.error());
    }
    const auto open = openProject(project_);
    if (!open) return tl::unexpected(open.error());
    SeamChoice choice;
    choice.step = step_;
    for (auto [name, target] : {std::pair(&asset_, &choice.asset), {&with_, &choice.with}}) {
      if (name->empty()) continue;
      const auto found = assetNamed(open->project, *name);
      if (!found) return tl::unexpected(found.error());
      *target = *found;
      if (!isTile(open->project, **found)) {
        return failure(ErrorCode::BadValue, *name + " is not a tile: mark its kind with --kind " +
                                                (*found)->kind + " --tiles yes");
      }
    }
    const std::vector<Tile> tiles = tilesOf(open->project, open->art);
    const std::vector<TileSeam> seams = tileSeams(open->project, tiles, choice);
    tell(tiles, seams);
    if (json) std::cout << jsonText(Json{{"pairs", pairsJson(tiles, seams)}});
    return Exit::Done;
  }

 private:
  Result<void> change() const {
    auto change = ProjectChange::open(project_, saving_);
    if (!change) return tl::unexpected(change.error());
    std::vector<Edit> edits;
    if (!merged_.empty()) edits.emplace_back(SetMergedTiles{merged_ == "yes"});
    if (!kind_.empty()) {
      const auto edit = markTiles(change->project(), kind_, tiles_ == "yes");
      if (!edit) return tl::unexpected(edit.error());
      edits.push_back(*edit);
    }
    if (!together_.empty()) {
      const auto edit = decision(change->project());
      if (!edit) return tl::unexpected(edit.error());
      edits.push_back(*edit);
    }
    return change->apply(edits);
  }

  Result<Edit> decision(const Project& project) const {
    const auto a = tileNamed(project, asset_, frame_);
    if (!a) return tl::unexpected(a.error());
    const auto b = tileNamed(project, with_, withFrame_);
    if (!b) return tl::unexpected(b.error());
    std::optional<bool> together;
    if (together_ != "auto") together = together_ == "yes";
    return decideTiles(project, *a, *b, side_ == "right" ? TileSide::Right : TileSide::Below,
                       together);
  }

  static Result<FrameRef> tileNamed(const Project& project, const std::string& name, int number) {
    const auto asset = assetNamed(project, name);
    if (!asset) return tl::unexpected(asset.error());
    const auto frame = frameOf(**asset, number);
    if (!frame) return tl::unexpected(frame.error());
    return FrameRef{(*asset)->id, (*frame)->id};
  }

  static void tell(const std::vector<Tile>& tiles, const std::vector<TileSeam>& seams) {
    std::size_t faults = 0;
    for (const TileSeam& seam : seams) {
      if (!seam.fault) continue;
      ++faults;
      resultText() << nameOf(tiles[seam.a]) << ", " << wordOf(kTileSideWords, seam.side) << " "
                   << nameOf(tiles[seam.b]) << ": " << wordOf(kSeamFaultWords, *seam.fault) << ", "
                   << exactNumber(seam.px) << " px\n";
    }
    resultText() << seams.size() << " pairs of tiles belong together, " << faults
                 << " with a fault\n";
  }

  static Json pairsJson(const std::vector<Tile>& tiles, const std::vector<TileSeam>& seams) {
    Json pairs = Json::array();
    for (const TileSeam& seam : seams) {
      pairs.push_back(
          Json{{"a", nameOf(tiles[seam.a])},
               {"b", nameOf(tiles[seam.b])},
               {"side", wordOf(kTileSideWords, seam.side)},
               {"fault", seam.fault ? Json(wordOf(kSeamFaultWords, *seam.fault)) : Json(nullptr)},
               {"px", seam.px}});
    }
    return pairs;
  }

  std::string project_;
  Saving saving_ = Saving::Written;
  std::string asset_;
  std::string with_;
  double step_ = kSeamStep;
  std::string side_;
  std::string together_;
  int frame_ = 1;
  int withFrame_ = 1;
  std::string merged_;
  std::string kind_;
  std::string tiles_;
};

}  // namespace

std::unique_ptr<Command> makeSeamsCommand() {
  return std::make_unique<SeamsCommand>();
}

}  // namespace amber

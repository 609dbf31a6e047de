#include "glasshouse_project.h"

#include <QDir>
#include <string>
#include <utility>
#include <vector>

#include "core/fit/keys/fit_edits.h"
#include "core/layers/sentences/sentence.h"
#include "core/origin/riders.h"
#include "drawn_file.h"
#include "files/file_bytes.h"
#include "sheets.h"
#include "work/art/art_store.h"
#include "work/art/import_sheet.h"
#include "work/project/blocks.h"
#include "work/project/new_project.h"

namespace glasshouse {
namespace {

using namespace amber;

struct Plan {
  std::vector<std::string> sheets;
  const char* kind;
  const char* asset;
  CutChoice cut;
  int framesPerSecond;  // 0: the image's own times
  LoopMode loop = LoopMode::Repeat;
  bool boxes = true;
  InkChoice::Key key = InkChoice::Key::None;
  Orientation orientation = {};
};

CutChoice cells(int w, int h, PixelSize margin = {}, PixelSize gutter = {}) {
  return {CutChoice::Way::Cells, {w, h}, margin, gutter};
}

CutChoice columns(int count) {
  return {CutChoice::Way::Count, {count, 1}};
}

CutChoice islands(int join) {
  CutChoice choice{CutChoice::Way::Islands};
  choice.islands.join = join;
  return choice;
}

std::vector<std::string> numbered(const std::string& name, int count) {
  std::vector<std::string> names;
  for (int i = 1; i <= count; ++i) names.push_back(name + "_" + std::to_string(i) + ".png");
  return names;
}

std::vector<Plan> plans() {
  const CutChoice best{CutChoice::Way::Best};
  return {
      {{"keeper_idle.png"}, "character", "keeper", cells(48, 48), 4, LoopMode::BackAndForth},
      {{"keeper_walk.png"}, "character", "keeper", cells(48, 48), 12},
      {{"keeper_water.png"}, "character", "keeper", cells(48, 48), 8, LoopMode::Once},
      {{"snail_crawl.png"}, "character", "snail", columns(6), 6},
      {{"moth_flutter.png"}, "character", "moth", columns(6), 12, LoopMode::Repeat, false},
      {{"clay_pot.png"}, "prop", "clay_pot", cells(32, 32), 1},
      {{"seed_pod_spin.png"}, "pickup", "seed_pod", cells(16, 16), 10},
      {{"water_drop_drip.png"}, "shot", "water_drop", cells(12, 16), 10, LoopMode::Once},
      {{"glasshouse_tiles.png"}, "tile", "glasshouse", cells(32, 32, {4, 4}, {2, 2}), 1},
      {{"garden_tools.png"}, "prop", "garden_tools", islands(3), 1},
      {{"fern_sway.png"},
       "prop",
       "fern",
       columns(6),
       8,
       LoopMode::BackAndForth,
       true,
       InkChoice::Key::Auto},
      {{"mouse_run.png"},
       "character",
       "mouse",
       columns(6),
       12,
       LoopMode::Repeat,
       true,
       InkChoice::Key::None,
       {0, true, false}},
      {numbered("firefly_glow", 6), "character", "firefly", best, 8, LoopMode::BackAndForth},
      {{"lantern_flicker.webp"}, "prop", "lantern", best, 0},
  };
}

// Where the keeper's can pours, keyed by animation and step; on the walk it is held.
Result<Project> withSpout(const Project& project) {
  struct Key {
    const char* animation;
    std::size_t step;
    FramePoint at;
  };
  const Key keys[] = {{"idle", 0, {45.5, 25.5}},  {"walk", 0, {45.5, 25.5}},
                      {"water", 0, {45.5, 25.5}}, {"water", 1, {45.5, 27.5}},
                      {"water", 2, {45.5, 31.5}}, {"water", 3, {45.5, 31.5}},
                      {"water", 4, {45.5, 31.5}}, {"water", 5, {45.5, 27.5}}};
  const Asset* keeper = findAsset(project, "chr_keeper");
  std::vector<Edit> edits;
  for (const Key& key : keys) {
    for (const Animation& animation : keeper->animations) {
      if (animation.name != key.animation) continue;
      edits.emplace_back(PutMount{keeper->id, animation.steps[key.step].frame, {"spout", key.at}});
    }
  }
  auto applied = withEdits(project, edits);
  if (!applied) return tl::unexpected(applied.error());
  return std::move(applied->project);
}

// A sensor for standing: a strip at the feet that extends below the body. It is fitted to every
// frame of the walk and held on the other frames.
Result<Project> withFeet(const Project& project, const std::string& folder) {
  Role feet;
  feet.name = "feet";
  feet.duty = Duty::Notices;
  feet.recipe.region.part = Region::Part::Bottom;
  feet.recipe.region.size = 4;
  feet.recipe.inset.bottom = -2;
  feet.mostBareInk = 1;
  std::vector<Role> roles = project.roles;
  roles.push_back(feet);
  auto withRole = withEdits(project, {SetRoles{roles}});
  if (!withRole) return tl::unexpected(withRole.error());
  const ArtSource art = ArtStore::loading(std::make_shared<ArtStore>(folder), withRole->project);
  const Asset* keeper = findAsset(withRole->project, "chr_keeper");
  std::vector<Edit> edits;
  for (const Animation& animation : keeper->animations) {
    std::vector<FrameRef> frames;
    for (const Step& step : animation.steps) frames.push_back({keeper->id, step.frame});
    const auto fit = animation.name == "walk" ? fittedShapes : fittedAndHeld;
    for (Edit& edit : fit(withRole->project, frames, feet.name, feet.recipe, art, {})) {
      edits.push_back(std::move(edit));
    }
  }
  auto fitted = withEdits(withRole->project, edits);
  if (!fitted) return tl::unexpected(fitted.error());
  return std::move(fitted->project);
}

// How far the keeper can take hold of things.
Result<Project> withReach(const Project& project, const std::string& folder) {
  Role reach;
  reach.name = "reach";
  reach.duty = Duty::Notices;
  reach.recipe.inset = {-5, -3, -5, -3};
  reach.mostAir = 1;
  std::vector<Role> roles = project.roles;
  roles.push_back(reach);
  auto withRole = withEdits(project, {SetRoles{roles}});
  if (!withRole) return tl::unexpected(withRole.error());
  const ArtSource art = ArtStore::loading(std::make_shared<ArtStore>(folder), withRole->project);
  const Asset* keeper = findAsset(withRole->project, "chr_keeper");
  std::vector<FrameRef> frames;
  for (const Frame& frame : keeper->frames) frames.push_back({keeper->id, frame.id});
  auto fitted = withEdits(withRole->project, fittedShapes(withRole->project, frames, reach.name,
                                                          reach.recipe, art, {}));
  if (!fitted) return tl::unexpected(fitted.error());
  return std::move(fitted->project);
}

// Layers of all shapes, and the expectations. Two mistakes are left in on purpose, for the user to
// find: the snail does not seek the ground, so it falls through it; and a pot seeks shots, which no
// expectation covers.
Result<Project> withLayers(const Project& project) {
  const char* names[] = {"ground", "keepers", "pests", "shots", "pickups", "props"};
  enum : LayerSet { kGround = 1, kKeepers = 2, kPests = 4, kShots = 8, kPickups = 16, kProps = 32 };
  std::vector<Edit> edits;
  for (const char* name : names) edits.emplace_back(AddLayer{name});
  edits.emplace_back(RemoveLayer{"all"});
  const auto kind = [&](const char* name, LayerSet on, LayerSet seeks,
                        std::optional<Duty> duty = {}) {
    edits.emplace_back(SetSetting{{}, name, {"body", duty, on, seeks}});
  };
  kind("character", kPests, kGround);
  kind("tile", kGround, 0);
  kind("prop", kProps, 0);
  kind("pickup", kPickups, 0, Duty::Notices);
  kind("shot", kShots, kPests, Duty::Notices);
  edits.emplace_back(SetSetting{{}, {}, {"feet", {}, 0, kGround}});
  edits.emplace_back(SetSetting{{}, {}, {"reach", {}, 0, kPickups}});
  const auto id = [&](const char* name) { return findAsset(project, name)->id; };
  edits.emplace_back(
      SetSetting{id("chr_keeper"), {}, {"body", {}, kKeepers, kGround | kPests | kProps}});
  edits.emplace_back(SetSetting{id("chr_snail"), {}, {"body", {}, kPests, kShots}});
  edits.emplace_back(SetSetting{id("prop_clay_pot"), {}, {"body", {}, kProps, kShots}});
  for (const char* name : {"chr_snail", "chr_moth", "chr_mouse", "chr_firefly"}) {
    edits.emplace_back(SetCopies{id(name), Copies::Many});
  }
  auto applied = withEdits(project, edits);
  if (!applied) return tl::unexpected(applied.error());
  const char* sentences[] = {"every character body stops at every tile",
                             "chr_keeper feet notices every tile only",
                             "chr_keeper body stops at everything on pests",
                             "chr_keeper body stops at every prop",
                             "chr_keeper reach notices every pickup only",
                             "every shot notices everything on pests only",
                             "every shot passes chr_keeper",
                             "everything on pests passes every pickup",
                             "everything on pests passes everything on pests",
                             "every pickup passes every prop"};
  std::vector<Expectation> expectations;
  const Vocabulary vocabulary = vocabularyOf(applied->project);
  for (const char* sentence : sentences) {
    const auto read = expectationFrom(sentence, vocabulary);
    if (!read) return failure(ErrorCode::BadValue, describe(read.error()));
    expectations.push_back(*read);
  }
  applied = withEdits(applied->project, {SetExpectations{std::move(expectations)}});
  if (!applied) return tl::unexpected(applied.error());
  return std::move(applied->project);
}

// A plank whose shape begins 2 px too low: a third mistake that is left in on purpose.
Result<Project> withTileStep(const Project& project) {
  constexpr std::size_t kPlank = 5;
  const Asset* tiles = findAsset(project, "tile_glasshouse");
  const Frame& plank = tiles->frames[kPlank];
  FrameShape low = plank.shapes.front();
  low.geometry = Box{0, 2, 32, 30};
  low.recipe.reset();
  auto applied = withEdits(project, {SetShape{tiles->id, plank.id, low}});
  if (!applied) return tl::unexpected(applied.error());
  return std::move(applied->project);
}

// The keeper carries a lantern behind its can, where it stays within the keeper's own body.
Result<Project> withLantern(const Project& project) {
  const Asset* keeper = findAsset(project, "chr_keeper");
  const Asset* lantern = findAsset(project, "prop_lantern");
  std::vector<Edit> edits;
  for (const Animation& animation : keeper->animations) {
    edits.emplace_back(PutMount{keeper->id, animation.steps.front().frame, {"lamp", {38, 45}}});
  }
  auto with = withEdits(project, edits);
  if (!with) return tl::unexpected(with.error());
  const auto ride = putRider(*findAsset(with->project, keeper->id), "lamp", *lantern, {}, true);
  if (!ride) return tl::unexpected(ride.error());
  auto applied = withEdits(with->project, {*ride});
  if (!applied) return tl::unexpected(applied.error());
  return std::move(applied->project);
}

// Where the night ends: an area without a picture that notices the keeper.
Result<Project> withNightEnd(const Project& project) {
  std::vector<Kind> kinds = project.kinds;
  kinds.push_back({"zone", "zone", Motion::Static, {OriginBasis::Cell, Anchor::Bottom}});
  auto with = withEdits(project, {SetKinds{kinds}});
  if (!with) return tl::unexpected(with.error());
  const auto made = newBlock(with->project, {"night_end", "zone", {32, 160}, {}});
  if (!made) return tl::unexpected(made.error());
  auto applied = withEdits(with->project, *made);
  if (!applied) return tl::unexpected(applied.error());
  const Asset& zone = *applied->project.assets.back();
  std::vector<Expectation> expectations = project.expectations;
  const auto read =
      expectationFrom("every zone notices chr_keeper body only", vocabularyOf(applied->project));
  if (!read) return failure(ErrorCode::BadValue, describe(read.error()));
  expectations.push_back(*read);
  constexpr LayerSet kKeepers = 2;
  applied =
      withEdits(applied->project,
                {SetShape{zone.id, zone.frames.front().id, FrameShape{"body", Box{0, 0, 32, 160}}},
                 SetSetting{zone.id, {}, {"body", Duty::Notices, 0, kKeepers}},
                 SetExpectations{std::move(expectations)}});
  if (!applied) return tl::unexpected(applied.error());
  return std::move(applied->project);
}

// This game sets origins by the ink of each frame and fits bodies that reach down to the feet.
std::vector<Kind> glasshouseKinds(std::vector<Kind> kinds) {
  for (Kind& kind : kinds) {
    if (kind.origin.basis == OriginBasis::Ground) kind.origin.basis = OriginBasis::Ink;
    if (kind.name == "pickup") kind.origin.anchor = Anchor::Center;
    for (RoleRecipe& body : kind.shapes) {
      body.recipe = Recipe{};
      body.recipe.style = FitStyle::Balanced;
      body.recipe.box = {1.5, true};
      body.recipe.together = true;
    }
  }
  return kinds;
}

}  // namespace

Result<Project> makeProject(const std::string& folder) {
  QDir().mkpath(QString::fromStdString(folder + "/sheets"));
  for (const DrawnSheet& sheet : allSheets()) {
    auto written = writeFileAtomically(folder + "/sheets/" + sheet.name, fileBytes(sheet));
    if (!written) return tl::unexpected(written.error());
  }
  Project project = newProject("Glasshouse Night");
  project.kinds = glasshouseKinds(std::move(project.kinds));
  // What was made before the kinds had standing recipes.
  const std::vector<Kind> standing = std::exchange(project.kinds, [&] {
    std::vector<Kind> bare = project.kinds;
    for (Kind& kind : bare) kind.shapes.clear();
    return bare;
  }());
  for (const Plan& plan : plans()) {
    std::vector<ImportedSheet> imported;
    for (const std::string& sheet : plan.sheets) {
      auto one = importSheet(folder, folder + "/sheets/" + sheet);
      if (!one) return tl::unexpected(one.error());
      imported.push_back(std::move(*one));
    }
    SheetChoices choices;
    choices.ink.key = plan.key;
    choices.cut = plan.cut;
    choices.orientation = plan.orientation;
    choices.asset.kind = plan.kind;
    choices.asset.name = plan.asset;
    if (plan.framesPerSecond > 0) choices.asset.durationMs = durationAt(plan.framesPerSecond);
    choices.asset.loop = plan.loop;
    if (plan.boxes) choices.asset.shape = Recipe{};
    auto next = withSheets(project, std::move(imported), choices);
    if (!next) return next;
    project = std::move(*next);
  }
  const auto with = withEdits(project, {SetKinds{standing}});
  if (!with) return tl::unexpected(with.error());
  return withSpout(with->project)
      .and_then([&](const Project& made) { return withFeet(made, folder); })
      .and_then([&](const Project& made) { return withReach(made, folder); })
      .and_then([&](const Project& made) { return withLayers(made); })
      .and_then([&](const Project& made) { return withTileStep(made); })
      .and_then([&](const Project& made) { return withLantern(made); })
      .and_then([&](const Project& made) { return withNightEnd(made); });
}

}  // namespace glasshouse

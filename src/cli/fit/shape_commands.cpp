// The commands shape and refit.
#include <CLI/CLI.hpp>
#include <algorithm>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "cli/fit/recipe_options.h"
#include "cli/frame_choice.h"
#include "core/checks/wording.h"
#include "core/fit/keys/fit_edits.h"
#include "core/fit/keys/held_shapes.h"
#include "core/fit/keys/kind_shapes.h"
#include "core/fit/keys/refit.h"
#include "core/fit/keys/shape_edits.h"
#include "core/fit/keys/steadiness.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/project/frame_ref.h"
#include "core/project/words.h"
#include "files/json/json_text.h"
#include "files/project/geometry_json.h"
#include "files/project/recipe_json.h"
#include "work/project/open_project.h"
#include "work/project/project_change.h"
#include "work/report/report.h"

namespace amber {
namespace {

// Sets the shapes of frames, or lists them.
struct ShapeArguments {
  enum class Act { Tell, Fit, Key, Unkey, Hold, Mirror, Copy, KindRules };
  enum class Way { Each, Held, Together };
  std::string project;
  Saving saving = Saving::Written;
  FrameChoice frames;
  std::string role;  // Empty: the first.
  Act act = Act::Tell;
  RecipeOptions recipe;  // Over the role's.
  Way way = Way::Each;
  std::string copyTo;
  bool handToo = false;
};
constexpr std::array<std::string_view, 8> kActWords = {"tell", "fit",    "key",  "unkey",
                                                       "hold", "mirror", "copy", "kind-rules"};
constexpr std::array<std::string_view, 3> kFitWayWords = {"each", "held", "together"};

// Fits shapes again.
struct RefitArguments {
  std::string project;
  Saving saving = Saving::Written;
  FrameChoice frames;
  bool all = false;      // Not only what is stale.
  bool handToo = false;  // Those set by hand as well, by their role's recipe.
};

Result<const Role*> roleOf(const Project& project, const std::string& name) {
  if (name.empty() && !project.roles.empty()) return &project.roles.front();
  if (const Role* role = findRole(project, name)) return role;
  return failure(ErrorCode::UnknownTarget,
                 "the project has no role named \"" + name + "\"; add it with the command role");
}

// The shape of the first chosen frame, held through its animation.
Result<std::vector<Edit>> heldThrough(const Project& project, const ShapeArguments& arguments,
                                      const Role& role, const FrameRef& first) {
  const Asset& asset = *findAsset(project, first.asset);
  const auto animation = animationOf(asset, arguments.frames.animation);
  if (!animation) return tl::unexpected(animation.error());
  const HeldShapes held(asset);
  const ShapePlace* place = held.find(first.frame, role.name);
  if (place == nullptr) {
    return failure(ErrorCode::BadValue, "the frame has no shape of the role " + role.name);
  }
  FrameShape shape = *place->key;
  shape.geometry = place->shape();
  return shapeHeld(project, asset.id, (*animation)->id, shape, first);
}

Result<std::vector<Edit>> shapeEdits(const OpenProject& open, const ShapeArguments& arguments,
                                     const Role& role, const std::vector<FrameRef>& frames) {
  const Project& project = open.project;
  using Act = ShapeArguments::Act;
  switch (arguments.act) {
    case Act::Tell:
      break;
    case Act::Fit: {
      if (auto read = loadArtOf(open, frames); !read) return tl::unexpected(read.error());
      Recipe recipe = arguments.recipe.over(role.recipe);
      recipe.together = arguments.way == ShapeArguments::Way::Together;
      return arguments.way == ShapeArguments::Way::Held
                 ? fittedAndHeld(project, frames, role.name, recipe, open.art)
                 : fittedShapes(project, frames, role.name, recipe, open.art);
    }
    case Act::Key:
      return shapesKeyed(project, frames, role.name);
    case Act::Unkey:
      return shapeKeysDropped(project, frames, role.name);
    case Act::Hold:
      return heldThrough(project, arguments, role, frames.front());
    case Act::Mirror:
      return shapesMirrored(project, frames, role.name);
    case Act::Copy: {
      const auto to = roleOf(project, arguments.copyTo);
      if (!to) return tl::unexpected(to.error());
      return shapesCopied(project, frames, role.name, (*to)->name);
    }
    case Act::KindRules:
      if (auto read = loadArtOf(open, frames); !read) return tl::unexpected(read.error());
      return shapesByKind(project, frames, arguments.handToo ? HandSet::Replaced : HandSet::Kept,
                          open.art);
  }
  return std::vector<Edit>{};
}

// By the animations that show the frame, in which it may come more than once.
Json steadinessJson(const Asset& asset, const HeldShapes& held, FrameId frame,
                    const std::string& role) {
  Json list = Json::array();
  for (const Animation& animation : asset.animations) {
    for (std::size_t step = 0; step < animation.steps.size(); ++step) {
      if (animation.steps[step].frame != frame) continue;
      const auto steady = steadinessAt(asset, animation, held, role, step);
      list.push_back(Json{{"animation", animation.name},
                          {"step", step + 1},
                          {"steadiness", steady ? Json(*steady) : Json(nullptr)}});
    }
  }
  return list;
}

Json shapesJson(const Project& project, const std::vector<FrameRef>& frames, const Role& role,
                const ArtSource& art) {
  Json list = Json::array();
  for (const FrameRef& ref : frames) {
    const Asset& asset = *findAsset(project, ref.asset);
    const Frame& frame = *findFrame(asset, ref.frame);
    const HeldShapes held(asset);
    const ShapePlace* place = held.find(ref.frame, role.name);
    Json json{{"asset", asset.name}, {"frame", frame.name}, {"geometry", nullptr}};
    if (place != nullptr) {
      json["geometry"] = jsonOf(place->shape());
      json["keyedOn"] = findFrame(asset, place->keyedOn)->name;
      json["recipe"] = place->key->recipe ? jsonOf(*place->key->recipe) : Json(nullptr);
      if (const auto sheet = art(frame.sheet)) {
        const Recipe recipe = place->key->recipe.value_or(Recipe{});
        json["measures"] =
            measuresJson(measured(place->shape(), cropped(sheet->firm, frame.rect), recipe.region));
      }
      json["steadiness"] = steadinessJson(asset, held, ref.frame, role.name);
    }
    list.push_back(std::move(json));
  }
  return list;
}

Json changesJson(const Project& project, const std::vector<Refitted>& changes) {
  Json list = Json::array();
  for (const Refitted& change : changes) {
    list.push_back(Json{{"asset", findAsset(project, change.frame.asset)->name},
                        {"frame", findFrame(project, change.frame)->name},
                        {"role", change.role},
                        {"farthestPx", change.farthest},
                        {"before", measuresJson(change.before)},
                        {"after", measuresJson(change.after)}});
  }
  return list;
}

Result<Exit> runShape(const ShapeArguments& arguments, bool json) {
  auto change = ProjectChange::open(arguments.project, arguments.saving);
  if (!change) return tl::unexpected(change.error());
  const OpenProject open = withArt(change->path(), change->project());
  const auto role = roleOf(open.project, arguments.role);
  if (!role) return tl::unexpected(role.error());
  const auto frames = chosenFrames(open.project, arguments.frames);
  if (!frames) return tl::unexpected(frames.error());
  if (frames->empty()) return failure(ErrorCode::BadValue, "the frame does not exist");
  const auto edits = shapeEdits(open, arguments, **role, *frames);
  if (!edits) return tl::unexpected(edits.error());
  if (auto done = change->apply(*edits); !done) {
    return tl::unexpected(done.error());
  }
  if (json) {
    std::cout << jsonText(
        Json{{"project", arguments.project},
             {"role", (*role)->name},
             {"changed", edits->size()},
             {"shapes", shapesJson(change->project(), *frames, **role, open.art)}});
  }
  resultText() << (*role)->name << ": " << edits->size() << " edits on "
               << framesText(frames->size()) << "\n";
  return Exit::Done;
}

Result<Exit> runRefit(const RefitArguments& arguments, bool json) {
  auto change = ProjectChange::open(arguments.project, arguments.saving);
  if (!change) return tl::unexpected(change.error());
  const OpenProject open = withArt(change->path(), change->project());
  std::vector<FrameRef> frames;
  if (arguments.frames.any()) {
    auto some = chosenFrames(open.project, arguments.frames);
    if (!some) return tl::unexpected(some.error());
    frames = std::move(*some);
  } else {
    for (const auto& asset : open.project.assets) {
      for (const Frame& frame : asset->frames) frames.push_back({asset->id, frame.id});
    }
  }
  if (auto read = loadArtOf(open, frames); !read) return tl::unexpected(read.error());
  const Refit refit =
      refitted(open.project, frames, arguments.all ? RefitWhat::All : RefitWhat::Stale,
               arguments.handToo ? HandSet::Replaced : HandSet::Kept, open.art);
  if (auto done = change->apply(refit.edits); !done) {
    return tl::unexpected(done.error());
  }
  if (json) {
    std::cout << jsonText(Json{{"project", arguments.project},
                               {"fitted", refit.edits.size()},
                               {"changes", changesJson(open.project, refit.changes)}});
  }
  for (const Refitted& one : refit.changes) {
    resultText() << findFrame(open.project, one.frame)->name << ": " << one.role << " by "
                 << px(one.farthest) << "\n";
  }
  resultText() << "fitted again: " << refit.edits.size() << ", of which " << refit.changes.size()
               << (arguments.saving == Saving::Tried ? " would change\n" : " have changed\n");
  return Exit::Done;
}

class ShapeCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"shape",
            "Set or list the shapes of frames",
            {"shape glasshouse_night.amber --asset chr_keeper",
             "shape glasshouse_night.amber --asset chr_keeper --role feet --do fit --way held",
             "shape glasshouse_night.amber --kind character --do fit --shape polygon:balanced "
             "--points 8"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, arguments_.project);
    addFrames(app, arguments_.frames);
    app.add_option("--role", arguments_.role, "The role of the shapes (default: the first role)");
    app.add_option("--do", act_, "The change to make")->check(oneOf(kActWords));
    app.add_option("--way", way_, "How the frames get the shape")->check(oneOf(kFitWayWords));
    app.add_option("--copy-to", arguments_.copyTo, "The role that gets the copies");
    app.add_flag("--hand-too", arguments_.handToo, "Also replace shapes that were set by hand");
    arguments_.recipe.addTo(app);
    addTry(app, arguments_.saving);
  }
  Result<Exit> run(bool json) override {
    arguments_.act = *enumFrom<ShapeArguments::Act>(kActWords, act_);
    arguments_.way = *enumFrom<ShapeArguments::Way>(kFitWayWords, way_);
    return runShape(arguments_, json);
  }

 private:
  ShapeArguments arguments_;
  std::string act_ = "tell";
  std::string way_ = "each";
};

class RefitCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"refit",
            "Refit the shapes of frames whose art has changed",
            {"refit glasshouse_night.amber --try",
             "refit glasshouse_night.amber --asset chr_keeper --all"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, arguments_.project);
    addFrames(app, arguments_.frames);
    app.add_flag("--all", arguments_.all, "Refit all shapes that have a recipe");
    app.add_flag("--hand-too", arguments_.handToo,
                 "Also refit shapes that were set by hand, with the recipe of their role");
    addTry(app, arguments_.saving);
  }
  Result<Exit> run(bool json) override { return runRefit(arguments_, json); }

 private:
  RefitArguments arguments_;
};

}  // namespace

std::unique_ptr<Command> makeShapeCommand() {
  return std::make_unique<ShapeCommand>();
}

std::unique_ptr<Command> makeRefitCommand() {
  return std::make_unique<RefitCommand>();
}

}  // namespace amber

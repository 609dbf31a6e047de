// The commands shape, refit and role.
#include <algorithm>
#include <iostream>

#include "cli/commands.h"
#include "cli/frame_choice.h"
#include "core/checks/wording.h"
#include "core/fit/fit_edits.h"
#include "core/fit/held_shapes.h"
#include "core/fit/recipe_fit.h"
#include "core/fit/refit.h"
#include "core/fit/shape_edits.h"
#include "core/fit/steadiness.h"
#include "core/naming/snake_case.h"
#include "core/project/frame_ref.h"
#include "files/geometry_json.h"
#include "files/json_text.h"
#include "files/recipe_json.h"
#include "files/words.h"
#include "work/report.h"

namespace amber {
namespace {

Result<const Role*> roleOf(const Project& project, const std::string& name) {
  if (name.empty() && !project.roles.empty()) return &project.roles.front();
  if (const Role* role = findRole(project, name)) return role;
  return failure(ErrorCode::UnknownTarget,
                 "the project has no role named \"" + name + "\"; make it by the command role");
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
      Recipe recipe = arguments.recipe.value_or(role.recipe);
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
      return byKindRules(project, frames, arguments.handToo ? HandSet::Replaced : HandSet::Kept,
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

Json roleJson(const Role& role) {
  return Json{{"name", role.name},
              {"duty", wordOf(kDutyWords, role.duty)},
              {"recipe", jsonOf(role.recipe)},
              {"mostAir", role.mostAir},
              {"mostBareInk", role.mostBareInk}};
}

void setStanding(std::vector<Kind>& kinds, const Role& role, const RoleArguments& arguments) {
  for (Kind& kind : kinds) {
    if (kind.name != arguments.forKind && kind.name != arguments.notForKind) continue;
    std::erase_if(kind.shapes, [&](const RoleRecipe& one) { return one.role == role.name; });
    if (kind.name == arguments.forKind) kind.shapes.push_back({role.name, role.recipe});
  }
}

Result<std::vector<Edit>> roleEdits(const Project& project, const RoleArguments& arguments) {
  std::vector<Role> roles = project.roles;
  const auto same = [&](const Role& role) { return role.name == arguments.name; };
  auto role = std::find_if(roles.begin(), roles.end(), same);
  if (arguments.remove) {
    if (role == roles.end() || roles.size() == 1) {
      return failure(ErrorCode::BadValue, "there is no such role, or it is the only one");
    }
    roles.erase(role);
    return std::vector<Edit>{SetRoles{roles}};
  }
  const std::string& name = arguments.newName.empty() ? arguments.name : arguments.newName;
  if (!isSnakeCase(name)) {
    return failure(ErrorCode::BadValue,
                   "\"" + name +
                       "\" is no name for a role; use small letters, digits and "
                       "underscores, such as body or stomp_strip");
  }
  for (const std::string& kind : {arguments.forKind, arguments.notForKind}) {
    if (!kind.empty() && findKind(project, kind) == nullptr) {
      return failure(ErrorCode::UnknownTarget, "the project has no kind named \"" + kind + "\"");
    }
  }
  if (role == roles.end()) {
    if (!arguments.newName.empty()) {
      return failure(ErrorCode::UnknownTarget, "there is no role \"" + arguments.name + "\"");
    }
    role = roles.insert(roles.end(), Role{arguments.name});
  }
  if (arguments.duty) role->duty = *arguments.duty;
  if (arguments.recipe) role->recipe = *arguments.recipe;
  if (arguments.mostAir) role->mostAir = *arguments.mostAir;
  if (arguments.mostBareInk) role->mostBareInk = *arguments.mostBareInk;
  std::vector<Edit> edits{SetRoles{roles}};
  if (!arguments.forKind.empty() || !arguments.notForKind.empty()) {
    std::vector<Kind> kinds = project.kinds;
    setStanding(kinds, *role, arguments);
    edits.emplace_back(SetKinds{kinds});
  }
  if (!arguments.newName.empty()) edits.emplace_back(RenameRole{arguments.name, arguments.newName});
  return edits;
}

}  // namespace

Result<Outcome> runShape(const ShapeArguments& arguments, bool json) {
  auto open = openProject(arguments.project);
  if (!open) return tl::unexpected(open.error());
  const auto role = roleOf(open->project, arguments.role);
  if (!role) return tl::unexpected(role.error());
  const auto frames = chosenFrames(open->project, arguments.frames);
  if (!frames) return tl::unexpected(frames.error());
  if (frames->empty()) return failure(ErrorCode::BadValue, "there is no such frame");
  const auto edits = shapeEdits(*open, arguments, **role, *frames);
  if (!edits) return tl::unexpected(edits.error());
  const auto after = savedWith(arguments.project, open->project, *edits);
  if (!after) return tl::unexpected(after.error());
  if (json) {
    std::cout << jsonText(Json{{"project", arguments.project},
                               {"role", (*role)->name},
                               {"changed", edits->size()},
                               {"shapes", shapesJson(*after, *frames, **role, open->art)}});
  }
  std::cerr << (*role)->name << ": " << edits->size() << " edits on " << framesText(frames->size())
            << "\n";
  return Outcome::Done;
}

Result<Outcome> runRefit(const RefitArguments& arguments, bool json) {
  auto open = openProject(arguments.project);
  if (!open) return tl::unexpected(open.error());
  std::vector<FrameRef> frames;
  const bool chosen = !arguments.frames.assets.empty() || !arguments.frames.kind.empty();
  if (chosen) {
    auto some = chosenFrames(open->project, arguments.frames);
    if (!some) return tl::unexpected(some.error());
    frames = std::move(*some);
  } else {
    for (const auto& asset : open->project.assets) {
      for (const Frame& frame : asset->frames) frames.push_back({asset->id, frame.id});
    }
  }
  const Refit refit =
      refitted(open->project, frames, arguments.all ? RefitWhat::All : RefitWhat::Stale,
               arguments.handToo ? HandSet::Replaced : HandSet::Kept, open->art);
  if (!arguments.tryOnly) {
    const auto after = savedWith(arguments.project, open->project, refit.edits);
    if (!after) return tl::unexpected(after.error());
  }
  if (json) {
    std::cout << jsonText(Json{{"project", arguments.project},
                               {"fitted", refit.edits.size()},
                               {"changes", changesJson(open->project, refit.changes)}});
  }
  for (const Refitted& change : refit.changes) {
    std::cerr << findFrame(open->project, change.frame)->name << ": " << change.role << " by "
              << px(change.farthest) << "\n";
  }
  std::cerr << "fitted again: " << refit.edits.size() << ", of which " << refit.changes.size()
            << (arguments.tryOnly ? " would change\n" : " have changed\n");
  return Outcome::Done;
}

Result<Outcome> runRole(const RoleArguments& arguments, bool json) {
  auto open = openProject(arguments.project);
  if (!open) return tl::unexpected(open.error());
  Project project = open->project;
  if (!arguments.name.empty()) {
    const auto edits = roleEdits(project, arguments);
    if (!edits) return tl::unexpected(edits.error());
    auto after = savedWith(arguments.project, project, *edits);
    if (!after) return tl::unexpected(after.error());
    project = std::move(*after);
  }
  Json roles = Json::array();
  for (const Role& role : project.roles) roles.push_back(roleJson(role));
  if (json) std::cout << jsonText(Json{{"project", arguments.project}, {"roles", roles}});
  for (const Role& role : project.roles) {
    std::cerr << role.name << " " << wordOf(kDutyWords, role.duty) << ", " << inWords(role.recipe)
              << "\n";
  }
  return Outcome::Done;
}

}  // namespace amber

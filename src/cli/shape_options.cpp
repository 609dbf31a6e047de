#include "cli/shape_options.h"

#include <CLI/CLI.hpp>
#include <algorithm>

#include "files/words.h"

namespace amber {
namespace {

// By ShapeArguments::Act and ::Way.
const std::vector<std::string> kActs = {"tell", "fit",    "key",  "unkey",
                                        "hold", "mirror", "copy", "kind-rules"};
const std::vector<std::string> kFitWays = {"each", "held", "together"};

template <class Enum>
Enum at(const std::vector<std::string>& words, const std::string& word) {
  return static_cast<Enum>(std::find(words.begin(), words.end(), word) - words.begin());
}

}  // namespace

void ShapeOptions::add(CLI::App& program) {
  addShape(program);
  addRefit(program);
  addRole(program);
}

void ShapeOptions::addFrames(CLI::App& command) {
  command.add_option("PROJECT", project_, "The project file")->required();
  command.add_option("--asset", frames_.assets, "The asset's name, or several");
  command.add_option("--of-kind", frames_.kind, "All assets of this kind");
  command.add_option("--animation", frames_.animation, "Only the frames of this animation");
  command.add_option("--frame", frames_.frame, "Only the asset's frame of this number, from 1")
      ->check(CLI::Range(1, 100000));
}

void ShapeOptions::addShape(CLI::App& program) {
  shape_ = program.add_subcommand("shape", "Give frames of a project their shapes, or tell them");
  addFrames(*shape_);
  shape_->add_option("--role", shaping_.role, "Whose shapes; the first role if not said");
  shape_->add_option("--do", act_, "What to do with them")->check(CLI::IsMember(kActs));
  shape_->add_option("--way", way_, "How a fit goes to the frames")->check(CLI::IsMember(kFitWays));
  shape_->add_option("--copy-to", shaping_.copyTo, "The role that copies go to");
  shape_->add_flag("--hand-too", shaping_.handToo, "The kind's rules also replace what is by hand");
  addRecipe(*shape_, recipeText_);
}

void ShapeOptions::addRefit(CLI::App& program) {
  refit_ = program.add_subcommand("refit", "Fit again what the art has left behind");
  addFrames(*refit_);
  refit_->add_flag("--all", refitting_.all, "All that have a recipe, stale or not");
  refit_->add_flag("--hand-too", refitting_.handToo,
                   "Also those set by hand, by their role's recipe");
  refit_->add_flag("--try", refitting_.tryOnly, "Say what would change; change nothing");
}

void ShapeOptions::addRole(CLI::App& program) {
  role_ = program.add_subcommand("role", "Make or change a role of a project, or tell of all");
  role_->add_option("PROJECT", project_, "The project file")->required();
  role_->add_option("--name", roleOf_.name, "The role; it is made where there is none");
  role_->add_option("--duty", duty_, "What its shapes do")
      ->check(CLI::IsMember(std::vector<std::string>(kDutyWords.begin(), kDutyWords.end())));
  role_->add_option("--most-air", mostAir_, "Share of air that checks allow")
      ->check(CLI::Range(0.0, 1.0));
  role_->add_option("--most-bare-ink", mostBare_, "Share of bare ink that checks allow")
      ->check(CLI::Range(0.0, 1.0));
  role_->add_option("--rename", roleOf_.newName, "Its new name");
  role_->add_flag("--remove", roleOf_.remove, "Take it out, with all its shapes");
  role_->add_option("--for-kind", roleOf_.forKind, "New frames of this kind get its shape");
  role_->add_option("--not-for-kind", roleOf_.notForKind, "They get it no more");
  addRecipe(*role_, recipeText_);
}

std::optional<Recipe> ShapeOptions::recipe(const CLI::App& command) const {
  for (const char* option :
       {"--kind", "--style", "--region", "--inset", "--loss", "--lie", "--grow", "--holes",
        "--least-speck", "--points", "--tolerance", "--convex", "--around"}) {
    if (command.count(option) > 0) return recipesFrom(recipeText_).front();
  }
  return std::nullopt;
}

std::optional<std::variant<ShapeArguments, RefitArguments, RoleArguments>> ShapeOptions::command()
    const {
  if (shape_->parsed()) {
    ShapeArguments shape = shaping_;
    shape.project = project_;
    shape.frames = frames_;
    shape.act = at<ShapeArguments::Act>(kActs, act_);
    shape.way = at<ShapeArguments::Way>(kFitWays, way_);
    shape.recipe = recipe(*shape_);
    return shape;
  }
  if (refit_->parsed()) {
    RefitArguments refit = refitting_;
    refit.project = project_;
    refit.frames = frames_;
    return refit;
  }
  if (!role_->parsed()) return std::nullopt;
  RoleArguments role = roleOf_;
  role.project = project_;
  if (!duty_.empty()) role.duty = duty_ == kDutyWords[0] ? Duty::Stops : Duty::Notices;
  if (mostAir_ >= 0) role.mostAir = mostAir_;
  if (mostBare_ >= 0) role.mostBareInk = mostBare_;
  role.recipe = recipe(*role_);
  return role;
}

}  // namespace amber

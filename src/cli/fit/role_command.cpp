// The command role.
#include <CLI/CLI.hpp>
#include <algorithm>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "cli/fit/recipe_options.h"
#include "core/base/snake_case.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/project/words.h"
#include "files/json/json_text.h"
#include "files/project/recipe_json.h"
#include "work/project/open_project.h"
#include "work/project/project_change.h"

namespace amber {
namespace {

// Adds or changes a role, or lists all roles.
struct RoleArguments {
  std::string project;
  Saving saving = Saving::Written;
  std::string name;
  std::optional<Duty> duty;
  RecipeOptions recipe;  // Over what it has.
  std::optional<double> mostAir;
  std::optional<double> mostBareInk;
  std::string newName;
  bool remove = false;
  std::string forKind;  // New frames of this kind get the role's shape.
  std::string notForKind;
};

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
      return failure(ErrorCode::BadValue, "the role does not exist, or it is the only one");
    }
    roles.erase(role);
    return std::vector<Edit>{SetRoles{roles}};
  }
  const std::string& name = arguments.newName.empty() ? arguments.name : arguments.newName;
  if (!isSnakeCase(name)) {
    return failure(ErrorCode::BadValue, "\"" + name +
                                            "\" is not a valid role name; use lower-case letters, "
                                            "digits and underscores, such as body or stomp_strip");
  }
  for (const std::string& kind : {arguments.forKind, arguments.notForKind}) {
    if (!kind.empty() && findKind(project, kind) == nullptr) {
      return failure(ErrorCode::UnknownTarget, "the project has no kind named \"" + kind + "\"");
    }
  }
  if (role == roles.end()) {
    if (!arguments.newName.empty()) {
      return failure(ErrorCode::UnknownTarget,
                     "the project has no role named \"" + arguments.name + "\"");
    }
    role = roles.insert(roles.end(), Role{arguments.name});
  }
  if (arguments.duty) role->duty = *arguments.duty;
  role->recipe = arguments.recipe.over(role->recipe);
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

Result<Exit> runRole(const RoleArguments& arguments, bool json) {
  auto change = ProjectChange::open(arguments.project, arguments.saving);
  if (!change) return tl::unexpected(change.error());
  if (!arguments.name.empty()) {
    const auto edits = roleEdits(change->project(), arguments);
    if (!edits) return tl::unexpected(edits.error());
    if (auto done = change->apply(*edits); !done) {
      return tl::unexpected(done.error());
    }
  }
  Json roles = Json::array();
  for (const Role& role : change->project().roles) {
    roles.push_back(roleJson(role));
    resultText() << role.name << " " << wordOf(kDutyWords, role.duty) << ", "
                 << inWords(role.recipe) << "\n";
  }
  if (json) std::cout << jsonText(Json{{"project", arguments.project}, {"roles", roles}});
  return Exit::Done;
}

class RoleCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"role",
            "Add or change a role of a project, or list all roles",
            {"role glasshouse_night.amber",
             "role glasshouse_night.amber --name feet --duty notices --region bottom:4px --inset "
             "0,0,0,-2"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, arguments_.project);
    app.add_option("--role,--name", arguments_.name, "The role; it is added if it does not exist");
    app.add_option("--duty", duty_, "The duty of the shapes")->check(oneOf(kDutyWords));
    app.add_option("--most-air", mostAir_, "The largest share of air without a finding")
        ->check(inRange(kShareRange));
    app.add_option("--most-bare-ink", mostBare_, "The largest share of bare ink without a finding")
        ->check(inRange(kShareRange));
    app.add_option("--rename", arguments_.newName, "The new name");
    app.add_flag("--remove", arguments_.remove, "Remove the role with all its shapes");
    app.add_option("--for-kind", arguments_.forKind, "Fit the role to new frames of this kind");
    app.add_option("--not-for-kind", arguments_.notForKind,
                   "Stop fitting the role to new frames of this kind");
    arguments_.recipe.addTo(app);
    addTry(app, arguments_.saving);
  }
  Result<Exit> run(bool json) override {
    arguments_.duty = enumFrom<Duty>(kDutyWords, duty_);
    if (mostAir_ >= 0) arguments_.mostAir = mostAir_;
    if (mostBare_ >= 0) arguments_.mostBareInk = mostBare_;
    return runRole(arguments_, json);
  }

 private:
  RoleArguments arguments_;
  std::string duty_;
  double mostAir_ = -1;
  double mostBare_ = -1;
};

}  // namespace

std::unique_ptr<Command> makeRoleCommand() {
  return std::make_unique<RoleCommand>();
}

}  // namespace amber

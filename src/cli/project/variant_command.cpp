// The command variant.
#include <CLI/CLI.hpp>
#include <filesystem>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "core/variant/follow.h"
#include "files/json/json_text.h"
#include "work/project/make_variant.h"
#include "work/project/open_project.h"
#include "work/project/project_change.h"

namespace amber {
namespace {

class VariantCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"variant",
            "Create a variant of an asset from other art, or update a variant",
            {"variant glasshouse_night.amber --of prop_clay_pot --name prop_pot_two --sheet "
             "art/pot_two.png"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    addTry(app, saving_);
    auto* of = app.add_option("--of", of_, "The first asset, whose settings the variant gets");
    auto* name = app.add_option("--name", name_, "The name of the variant")->needs(of);
    auto* sheets =
        app.add_option("--sheet", images_,
                       "The images that replace the sheets of the first asset, in the same order")
            ->needs(of);
    of->needs(name)->needs(sheets);
    app.add_option("--follow", follow_,
                   "Apply the current settings of the first asset to this variant")
        ->excludes(of);
    app.add_option("--release", release_, "Release this variant from its first asset")
        ->excludes(of);
  }
  Result<Exit> run(bool json) override {
    auto change = ProjectChange::open(project_, saving_);
    if (!change) return tl::unexpected(change.error());
    auto plan = planFor(change->project());
    if (!plan) return tl::unexpected(plan.error());
    if (auto applied = change->apply(plan->edits); !applied) {
      return tl::unexpected(applied.error());
    }
    for (const std::string& sentence : plan->told) resultText() << sentence << "\n";
    Json list = Json::array();
    for (const auto& asset : change->project().assets) {
      const Asset* first = findAsset(change->project(), asset->variantOf);
      if (first == nullptr) continue;
      list.push_back(Json{{"asset", asset->name},
                          {"of", first->name},
                          {"frames", asset->frames.size()},
                          {"behind", behindIn(*asset, *first)}});
      resultText() << asset->name << " is a variant of " << first->name << "\n";
    }
    if (json) std::cout << jsonText(Json{{"variants", std::move(list)}, {"told", plan->told}});
    return Exit::Done;
  }

 private:
  // Without any option, the variants are only listed.
  Result<VariantPlan> planFor(const Project& project) const {
    if (!of_.empty()) {
      const auto of = named(project, of_);
      if (!of) return tl::unexpected(of.error());
      const std::string folder = std::filesystem::absolute(project_).parent_path().string();
      return makeVariant(project, folder, (*of)->id, name_, images_);
    }
    VariantPlan plan;
    if (!follow_.empty()) {
      const auto variant = named(project, follow_);
      if (!variant) return tl::unexpected(variant.error());
      auto edits = followEdits(project, (*variant)->id, withArt(project_, project).art);
      if (!edits) return tl::unexpected(edits.error());
      plan.edits = std::move(*edits);
    }
    if (!release_.empty()) {
      const auto variant = named(project, release_);
      if (!variant) return tl::unexpected(variant.error());
      Asset asset = **variant;
      asset.variantOf = {};
      plan.edits.push_back(PutAsset{std::move(asset)});
    }
    return plan;
  }

  static Result<const Asset*> named(const Project& project, const std::string& name) {
    if (const Asset* asset = findAsset(project, name)) return asset;
    return failure(ErrorCode::UnknownTarget, "the project has no asset named \"" + name + "\"");
  }

  std::string project_;
  Saving saving_ = Saving::Written;
  std::string of_;
  std::string name_;
  std::vector<std::string> images_;
  std::string follow_;
  std::string release_;
};

}  // namespace

std::unique_ptr<Command> makeVariantCommand() {
  return std::make_unique<VariantCommand>();
}

}  // namespace amber

// The command variant.
#include <CLI/CLI.hpp>
#include <filesystem>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "core/variant/follow.h"
#include "files/json_text.h"
#include "work/make_variant.h"
#include "work/open_project.h"
#include "work/project_change.h"

namespace amber {
namespace {

class VariantCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"variant", "Make an asset after another one, of other art; or let one follow its first",
            "variant keeper.amber --of chr_keeper --name keeper_two --sheet two_walk.png "
            "two_idle.png"};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    addTry(app, saving_);
    auto* of = app.add_option("--of", of_, "The asset whose rules it takes");
    auto* name = app.add_option("--name", name_, "The variant's name")->needs(of);
    auto* sheets = app.add_option("--sheet", images_,
                                  "Images in place of the first one's sheets, in their order")
                       ->needs(of);
    of->needs(name)->needs(sheets);
    app.add_option("--follow", follow_, "Give this variant its first one's rules as they are now")
        ->excludes(of);
    app.add_option("--release", release_, "Let this variant follow nobody any more")->excludes(of);
  }
  Result<Exit> run(bool json) override {
    auto change = ProjectChange::open(project_, saving_);
    if (!change) return tl::unexpected(change.error());
    auto plan = planFor(change->project());
    if (!plan) return tl::unexpected(plan.error());
    if (auto applied = change->apply(plan->edits); !applied) {
      return tl::unexpected(applied.error());
    }
    for (const std::string& sentence : plan->told) std::cerr << sentence << "\n";
    Json list = Json::array();
    for (const auto& asset : change->project().assets) {
      const Asset* first = findAsset(change->project(), asset->variantOf);
      if (first == nullptr) continue;
      list.push_back(Json{{"asset", asset->name},
                          {"of", first->name},
                          {"frames", asset->frames.size()},
                          {"behind", behindIn(*asset, *first)}});
      std::cerr << asset->name << " is a variant of " << first->name << "\n";
    }
    if (json) std::cout << jsonText(Json{{"variants", std::move(list)}, {"told", plan->told}});
    return Exit::Done;
  }

 private:
  // Without any wish, only the list is told.
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

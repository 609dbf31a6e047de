// The command ride.
#include <CLI/CLI.hpp>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "cli/frame_choice.h"
#include "core/origin/riders.h"
#include "files/json/json_text.h"
#include "work/project/project_change.h"

namespace amber {
namespace {

Json ridersJson(const Project& project, const Asset& bearer) {
  Json list = Json::array();
  for (const Rider& rider : bearer.riders) {
    const Asset* asset = findAsset(project, rider.asset);
    const Animation* animation =
        asset == nullptr ? nullptr : findAnimation(*asset, rider.animation);
    list.push_back(Json{{"mount", rider.mount},
                        {"asset", asset == nullptr ? Json(nullptr) : Json(asset->name)},
                        {"animation", animation == nullptr ? "" : animation->name},
                        {"behind", rider.behind}});
  }
  return Json{{"asset", bearer.name}, {"riders", std::move(list)}};
}

void tellRiders(const Project& project, const Asset& bearer) {
  if (bearer.riders.empty()) resultText() << "nothing rides on " << bearer.name << "\n";
  for (const Rider& rider : bearer.riders) {
    const Asset* asset = findAsset(project, rider.asset);
    resultText() << bearer.name << " " << rider.mount << ": "
                 << (asset == nullptr ? "an asset that is gone" : asset->name)
                 << (rider.behind ? ", behind" : "") << "\n";
  }
}

// Everything that rides, by its bearers.
void tellAll(const Project& project, bool json) {
  Json list = Json::array();
  for (const auto& asset : project.assets) {
    if (asset->riders.empty()) continue;
    list.push_back(ridersJson(project, *asset));
    tellRiders(project, *asset);
  }
  if (list.empty()) resultText() << "no asset rides on another one\n";
  if (json) std::cout << jsonText(Json{{"bearers", std::move(list)}});
}

class RideCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"ride",
            "Let an asset ride on a mount of another one, or list what rides",
            {"ride glasshouse_night.amber",
             "ride glasshouse_night.amber --asset chr_keeper --mount spout --with pick_seed_pod "
             "--behind"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    addTry(app, saving_);
    auto* bearer = app.add_option("--asset", bearer_, "The asset that carries (default: list all)");
    auto* with = app.add_option("--with", rider_, "The asset that rides")->needs(bearer);
    auto* mount = app.add_option("--mount", mount_, "The mount that it rides on")->needs(with);
    with->needs(mount);
    app.add_option("--animation", animation_, "What it plays (default: its first animation)")
        ->needs(with);
    app.add_flag("--behind", behind_, "Draw it behind the asset that carries it")->needs(with);
    app.add_flag("--off", off_, "End the ride")->needs(with);
  }
  Result<Exit> run(bool json) override {
    auto change = ProjectChange::open(project_, saving_);
    if (!change) return tl::unexpected(change.error());
    if (bearer_.empty()) {
      tellAll(change->project(), json);
      return Exit::Done;
    }
    const auto bearer = assetNamed(change->project(), bearer_);
    if (!bearer) return tl::unexpected(bearer.error());
    const AssetId id = (*bearer)->id;
    if (!rider_.empty()) {
      const auto rider = assetNamed(change->project(), rider_);
      if (!rider) return tl::unexpected(rider.error());
      const auto edit = off_ ? withoutRider(**bearer, mount_, (*rider)->id)
                             : putRider(**bearer, mount_, **rider, animation_, behind_);
      if (!edit) return tl::unexpected(edit.error());
      if (auto applied = change->apply({*edit}); !applied) return tl::unexpected(applied.error());
    }
    const Asset& now = *findAsset(change->project(), id);
    if (json) std::cout << jsonText(ridersJson(change->project(), now));
    tellRiders(change->project(), now);
    return Exit::Done;
  }

 private:
  std::string project_;
  Saving saving_ = Saving::Written;
  std::string bearer_;
  std::string mount_;
  std::string rider_;
  std::string animation_;
  bool behind_ = false;
  bool off_ = false;
};

}  // namespace

std::unique_ptr<Command> makeRideCommand() {
  return std::make_unique<RideCommand>();
}

}  // namespace amber

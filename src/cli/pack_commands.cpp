// The commands pack and verify.
#include <CLI/CLI.hpp>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "core/base/words.h"
#include "files/json_text.h"
#include "work/open_project.h"
#include "work/pack_plan.h"
#include "work/pack_project.h"

namespace amber {
namespace {

Exit reportVerified(const std::string& folder, const std::vector<std::string>& differences,
                    bool json) {
  if (json) {
    std::cout << jsonText(Json{{"parcel", folder}, {"differences", differences}});
  }
  for (const std::string& difference : differences) std::cerr << difference << "\n";
  std::cerr << folder << ": "
            << (differences.empty() ? "read back and found right" : "does not agree") << "\n";
  return differences.empty() ? Exit::Done : Exit::Findings;
}

Result<Exit> runPack(const std::string& path, const std::string& name, const std::string& folder,
                     bool json) {
  auto opened = openProject(path);
  if (!opened) return tl::unexpected(opened.error());
  const auto profile = chosenProfile(opened->project, name);
  if (!profile) return tl::unexpected(profile.error());
  auto packed = packProject(opened->project, **profile, opened->store, folder, {});
  if (!packed) return tl::unexpected(packed.error());
  if (packed->differences.empty()) {
    std::cerr << folder << ": " << packed->assets << " assets, " << packed->frames << " frames on "
              << packed->pages << " pages\n";
  } else {
    std::cerr << folder << ": not replaced, the parcel does not read back as it was meant\n";
  }
  return reportVerified(folder, packed->differences, json);
}

// What would be written, and what of it differs from the parcel that lies there.
Result<Exit> runPlan(const std::string& path, const std::string& name, const std::string& folder,
                     bool json) {
  auto opened = openProject(path);
  if (!opened) return tl::unexpected(opened.error());
  const auto profile = chosenProfile(opened->project, name);
  if (!profile) return tl::unexpected(profile.error());
  const auto plan = plannedParcel(opened->project, **profile, folder, opened->store, {});
  if (!plan) return tl::unexpected(plan.error());
  Json files = Json::array();
  for (const auto* some : {&plan->pages, &plan->others}) {
    for (const PlannedFile& file : *some) {
      files.push_back(Json{{"file", file.name}, {"bytes", file.bytes}});
      std::cerr << file.name << "  " << file.bytes << " bytes\n";
    }
  }
  Json report{{"files", std::move(files)}, {"bytes", plan->bytes()}, {"changes", nullptr}};
  if (plan->changes) {
    Json changes = Json::array();
    for (const ParcelChange& change : *plan->changes) {
      Json one{{"change", wordOf(kParcelChangeWords, change.kind)}, {"asset", change.asset}};
      if (!change.frame.empty()) one["frame"] = change.frame;
      if (!change.text.empty()) one["text"] = change.text;
      std::cerr << wordOf(kParcelChangeWords, change.kind) << "  "
                << (change.frame.empty() ? change.asset : change.frame)
                << (change.text.empty() ? "" : ": " + change.text) << "\n";
      changes.push_back(std::move(one));
    }
    report["changes"] = std::move(changes);
  }
  if (json) std::cout << jsonText(report);
  return Exit::Done;
}

// Without a project, the parcel alone.
Result<Exit> runVerify(const std::string& folder, const std::string& path, bool json) {
  if (path.empty()) {
    const auto problems = verifyParcelAlone(folder);
    if (!problems) return tl::unexpected(problems.error());
    return reportVerified(folder, *problems, json);
  }
  auto opened = openProject(path);
  if (!opened) return tl::unexpected(opened.error());
  auto differences = verifyParcel(folder, opened->project, opened->store);
  if (!differences) return tl::unexpected(differences.error());
  return reportVerified(folder, *differences, json);
}

class PackCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"pack", "Write a project's parcel, read back before it takes its place",
            "pack keeper.amber --out parcel"};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    app.add_option("--out", folder_, "The parcel's folder")->required();
    addProfile(app, profile_);
    addTry(app, saving_);
  }
  Result<Exit> run(bool json) override {
    return saving_ == Saving::Tried ? runPlan(project_, profile_, folder_, json)
                                    : runPack(project_, profile_, folder_, json);
  }

 private:
  std::string project_;
  std::string profile_;
  Saving saving_ = Saving::Written;
  std::string folder_;
};

class VerifyCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"verify", "Read a parcel back and check it", "verify parcel --project keeper.amber"};
  }
  void addOptions(CLI::App& app) override {
    app.add_option("DIR", folder_, "The parcel's folder")->required();
    app.add_option("--project", project_, "Compare it with this project's art and numbers");
  }
  Result<Exit> run(bool json) override { return runVerify(folder_, project_, json); }

 private:
  std::string folder_;
  std::string project_;
};

}  // namespace

std::unique_ptr<Command> makePackCommand() {
  return std::make_unique<PackCommand>();
}

std::unique_ptr<Command> makeVerifyCommand() {
  return std::make_unique<VerifyCommand>();
}

}  // namespace amber

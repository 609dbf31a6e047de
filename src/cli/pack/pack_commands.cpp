// The commands pack and verify.
#include <CLI/CLI.hpp>
#include <filesystem>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "core/base/words.h"
#include "files/file_bytes.h"
#include "files/json/json_text.h"
#include "work/pack/pack_plan.h"
#include "work/pack/pack_project.h"
#include "work/project/open_project.h"

namespace amber {
namespace {

Exit reportVerified(const std::string& folder, const std::vector<std::string>& differences,
                    bool json) {
  if (json) {
    std::cout << jsonText(Json{{"parcel", folder}, {"differences", differences}});
  }
  for (const std::string& difference : differences) resultText() << difference << "\n";
  resultText() << folder << ": " << (differences.empty() ? "verified" : "does not match") << "\n";
  return differences.empty() ? Exit::Done : Exit::Findings;
}

// A path in the syntax of make.
std::string makePath(const std::string& path) {
  std::string text;
  for (const char c : path) {
    if (c == ' ' || c == '#' || c == '\\' || c == ':') text += '\\';
    if (c == '$') text += '$';
    text += c;
  }
  return text;
}

// The rule of make that says which files the parcel depends on: the project and its sheets.
Result<void> writeDependencies(const std::string& file, const std::string& folder,
                               const std::string& path, const Project& project) {
  const auto slash = path.find_last_of('/');
  const std::string base = slash == std::string::npos ? "" : path.substr(0, slash + 1);
  std::string text = makePath(folder + "/parcel.json") + ": " + makePath(path);
  for (const auto& sheet : project.sheets) {
    if (sheet->isFile()) text += " \\\n  " + makePath(base + sheet->path);
  }
  return writeFileAtomically(file, text + "\n");
}

Result<Exit> runPack(const std::string& path, const std::string& name, const std::string& folder,
                     const std::string& depfile, bool json) {
  auto opened = openProject(path);
  if (!opened) return tl::unexpected(opened.error());
  const auto profile = chosenProfile(opened->project, name);
  if (!profile) return tl::unexpected(profile.error());
  std::error_code unknown;
  if (!depfile.empty() && std::filesystem::weakly_canonical(depfile, unknown).parent_path() ==
                              std::filesystem::weakly_canonical(folder, unknown)) {
    return failure(ErrorCode::BadValue,
                   "--depfile: a parcel holds only its own files; choose another folder");
  }
  auto packed = packProject(opened->project, **profile, opened->store, folder, {});
  if (!packed) return tl::unexpected(packed.error());
  if (packed->differences.empty()) {
    resultText() << folder << ": " << packed->assets << " assets, " << packed->frames
                 << " frames on " << packed->pages << " pages\n";
  } else {
    resultText() << folder
                 << ": the old parcel was kept, because the new one could not be verified\n";
  }
  if (!depfile.empty()) {
    const auto written = writeDependencies(depfile, folder, path, opened->project);
    if (!written) return tl::unexpected(written.error());
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
      resultText() << file.name << "  " << file.bytes << " bytes\n";
    }
  }
  Json report{{"files", std::move(files)}, {"bytes", plan->bytes()}, {"changes", nullptr}};
  if (plan->changes) {
    Json changes = Json::array();
    for (const ParcelChange& change : *plan->changes) {
      Json one{{"change", wordOf(kParcelChangeWords, change.kind)}, {"asset", change.asset}};
      if (!change.frame.empty()) one["frame"] = change.frame;
      if (!change.text.empty()) one["text"] = change.text;
      resultText() << wordOf(kParcelChangeWords, change.kind) << "  "
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
    return {"pack", "Pack a project into a parcel, and verify it before it replaces the old one",
            "pack keeper.amber --out parcel"};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    app.add_option("--out", folder_, "The folder of the parcel")->required();
    addProfile(app, profile_);
    app.add_option("--depfile", depfile_,
                   "Write the files that the parcel depends on to this file, in make syntax");
    addTry(app, saving_);
  }
  Result<Exit> run(bool json) override {
    return saving_ == Saving::Tried ? runPlan(project_, profile_, folder_, json)
                                    : runPack(project_, profile_, folder_, depfile_, json);
  }

 private:
  std::string project_;
  std::string profile_;
  Saving saving_ = Saving::Written;
  std::string folder_;
  std::string depfile_;
};

class VerifyCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"verify", "Verify a parcel", "verify parcel --project keeper.amber"};
  }
  void addOptions(CLI::App& app) override {
    app.add_option("DIR", folder_, "The folder of the parcel")->required();
    app.add_option("--project", project_,
                   "Compare the parcel with the art and numbers of this project");
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

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
#include "work/pack/pack_record.h"
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
                               const std::string& path, const std::vector<std::string>& sheets) {
  const auto slash = path.find_last_of('/');
  const std::string base = slash == std::string::npos ? "" : path.substr(0, slash + 1);
  std::string text = makePath(folder + "/parcel.json") + ": " + makePath(path);
  for (const std::string& sheet : sheets) text += " \\\n  " + makePath(base + sheet);
  return writeFileAtomically(file, text + "\n");
}

// What pack was asked for.
struct PackArguments {
  std::string project;
  std::string profile;
  std::string folder;
  std::string depfile;
  bool again = false;  // Also if nothing changed.
};

struct Packed {
  PackOutcome outcome;
  std::vector<std::string> sheets;
};

Result<Packed> packedAnew(const PackArguments& arguments) {
  // Of the bytes before they are read: if the file changes meanwhile, the record does not hold.
  const auto hash = fileHash(arguments.project);
  auto opened = openProject(arguments.project);
  if (!opened) return tl::unexpected(opened.error());
  const auto profile = chosenProfile(opened->project, arguments.profile);
  if (!profile) return tl::unexpected(profile.error());
  auto outcome = packProject(opened->project, **profile, opened->store, arguments.folder, {});
  if (!outcome) return tl::unexpected(outcome.error());
  Packed packed{std::move(*outcome), {}};
  for (const auto& sheet : opened->project.sheets) {
    if (sheet->isFile()) packed.sheets.push_back(sheet->path);
  }
  if (!hash || !packed.outcome.differences.empty()) return packed;
  // Without a record the next time only takes longer.
  (void)recordPacking(arguments.project, *hash, opened->project, arguments.profile, packed.outcome,
                      arguments.folder);
  return packed;
}

// From the record of the last time where nothing changed since.
Result<Packed> packedNow(const PackArguments& arguments) {
  if (!arguments.again) {
    const auto known = recordedPacking(arguments.project, arguments.profile, arguments.folder);
    if (known) {
      resultText() << "nothing changed since it was packed\n";
      return Packed{{known->pages, known->frames, known->assets, {}}, known->sheets};
    }
  }
  return packedAnew(arguments);
}

Result<Exit> runPack(const PackArguments& arguments, bool json) {
  const std::string& folder = arguments.folder;
  std::error_code unknown;
  if (!arguments.depfile.empty() &&
      std::filesystem::weakly_canonical(arguments.depfile, unknown).parent_path() ==
          std::filesystem::weakly_canonical(folder, unknown)) {
    return failure(ErrorCode::BadValue,
                   "--depfile: a parcel holds only its own files; choose another folder");
  }
  const auto packed = packedNow(arguments);
  if (!packed) return tl::unexpected(packed.error());
  const PackOutcome& outcome = packed->outcome;
  if (outcome.differences.empty()) {
    resultText() << folder << ": " << outcome.assets << " assets, " << outcome.frames
                 << " frames on " << outcome.pages << " pages\n";
  } else {
    resultText() << folder
                 << ": the old parcel was kept, because the new one could not be verified\n";
  }
  if (!arguments.depfile.empty()) {
    const auto written =
        writeDependencies(arguments.depfile, folder, arguments.project, packed->sheets);
    if (!written) return tl::unexpected(written.error());
  }
  return reportVerified(folder, outcome.differences, json);
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
    return {"pack",
            "Pack a project into a parcel, and verify it before it replaces the old one",
            {"pack glasshouse_night.amber --out packed",
             "pack glasshouse_night.amber --out packed --depfile packed.d"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, arguments_.project);
    app.add_option("--out", arguments_.folder, "The folder of the parcel")->required();
    addProfile(app, arguments_.profile);
    app.add_option("--depfile", arguments_.depfile,
                   "Write the files that the parcel depends on to this file, in make syntax");
    app.add_flag("--again", arguments_.again, "Pack even if nothing changed since the last time");
    addTry(app, saving_);
  }
  Result<Exit> run(bool json) override {
    if (saving_ != Saving::Tried) return runPack(arguments_, json);
    return runPlan(arguments_.project, arguments_.profile, arguments_.folder, json);
  }

 private:
  PackArguments arguments_;
  Saving saving_ = Saving::Written;
};

class VerifyCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"verify",
            "Verify a parcel",
            {"verify parcel", "verify parcel --project glasshouse_night.amber"}};
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

// The commands that work on a project or a parcel: new, add, check, pack, verify.
#include <QFileInfo>
#include <algorithm>
#include <iostream>

#include "cli/commands.h"
#include "core/checks/check_project.h"
#include "core/origin/anchor.h"
#include "files/parcel_file.h"
#include "files/project_file.h"
#include "files/words.h"
#include "work/pack_project.h"
#include "work/report.h"

namespace amber {
namespace {

struct SheetOptions {
  std::string project;
  std::string image;
  CuttingOptions cutting;
  std::string kind;
  std::string asset;
  std::string animation;
  double rate = 10;
  std::string loop = "repeat";
  std::string origin;
  std::string shape;
};

std::string folderOf(const std::string& path) {
  return QFileInfo(QString::fromStdString(path)).absolutePath().toStdString();
}

void addSheetOptions(CLI::App& command, SheetOptions& options) {
  command.add_option("PROJECT", options.project, "The project file, ending in .amber")->required();
  command.add_option("--sheet", options.image, "The sheet; copied beside the project if need be")
      ->required();
  addCuttingOptions(command, options.cutting);
  command.add_option("--kind", options.kind, "The asset's kind, such as character")->required();
  command.add_option("--asset", options.asset, "The asset's name; else from the file's name");
  command.add_option("--animation", options.animation,
                     "The animation's name; else from the file's name");
  command.add_option("--rate", options.rate, "Frames a second")->check(CLI::Range(0.1, 1000.0));
  command.add_option("--loop", options.loop, "How the animation goes on")
      ->check(CLI::IsMember(std::vector<std::string>(kLoopWords.begin(), kLoopWords.end())));
  command.add_option("--origin", options.origin, "cell:ANCHOR or ink:ANCHOR; else the kind's rule");
  command.add_option("--shape", options.shape, "The shape to fit to every frame")
      ->check(CLI::IsMember(std::vector<std::string>{"box:snug"}));
}

Result<AssetChoice> assetChoice(const SheetOptions& options) {
  AssetChoice choice{options.kind,
                     options.asset,
                     options.animation,
                     durationAt(options.rate),
                     static_cast<LoopMode>(std::find(kLoopWords.begin(), kLoopWords.end(),
                                                     options.loop) -
                                           kLoopWords.begin()),
                     {},
                     !options.shape.empty()};
  if (!options.origin.empty()) {
    auto rule = originRuleFrom(options.origin);
    if (!rule) return tl::unexpected(rule.error());
    if (rule->basis == OriginBasis::Hand) {
      return failure(ErrorCode::BadValue, "an origin by hand needs a hand; use cell:ANCHOR or "
                                          "ink:ANCHOR");
    }
    choice.origin = *rule;
  }
  return choice;
}

Result<Outcome> addSheet(const Project& before, const SheetOptions& options, bool json) {
  auto choice = assetChoice(options);
  if (!choice) return tl::unexpected(choice.error());
  if (findKind(before, options.kind) == nullptr) {
    std::string kinds;
    for (const Kind& kind : before.kinds) kinds += (kinds.empty() ? "" : ", ") + kind.name;
    return failure(ErrorCode::UnknownTarget,
                   "the project has no kind \"" + options.kind + "\"; it has " + kinds);
  }
  if (!options.cutting.namesAWay()) {
    return failure(ErrorCode::BadValue, "say how to cut: --cells WxH, --count CxR or --whole");
  }
  auto imported = importSheet(folderOf(options.project), options.image);
  if (!imported) return tl::unexpected(imported.error());
  if (findSheet(before, imported->sheet.path) != nullptr) {
    return failure(ErrorCode::BadValue, "the project holds this sheet already; choose another",
                   options.image);
  }
  const InkRule ink = inkRule(options.cutting, imported->image);
  auto project =
      withSheet(before, std::move(*imported), ink, cutChoice(options.cutting), *choice);
  if (!project) return tl::unexpected(project.error());
  if (auto written = writeProject(options.project, *project); !written) {
    return tl::unexpected(written.error());
  }
  const Asset& asset = *project->assets.back();
  if (json) {
    std::cout << jsonText(Json{{"project", options.project},
                               {"asset", asset.name},
                               {"frames", asset.frames.size()}});
  }
  std::cerr << options.project << ": " << project->sheets.size() << " sheets, "
            << project->assets.size() << " assets\n";
  return Outcome::Done;
}

Result<Outcome> runNew(const SheetOptions& options, bool json) {
  const QFileInfo file(QString::fromStdString(options.project));
  if (!options.project.ends_with(kProjectEnding)) {
    return failure(ErrorCode::BadValue, "a project's name ends in " + std::string(kProjectEnding) +
                                            "; \"" + options.project + "\" does not");
  }
  if (file.exists()) {
    return failure(ErrorCode::FileUnwritable,
                   "exists already and is not overwritten; choose another name, or use add",
                   options.project);
  }
  return addSheet(newProject(file.completeBaseName().toStdString()), options, json);
}

Result<Outcome> runAdd(const SheetOptions& options, bool json) {
  auto project = readProject(options.project);
  if (!project) return tl::unexpected(project.error());
  return addSheet(*project, options, json);
}

// A project with the store of its art.
struct Opened {
  Project project;
  std::shared_ptr<ArtStore> store;
};

Result<Opened> open(const std::string& path) {
  auto project = readProject(path);
  if (!project) return tl::unexpected(project.error());
  return Opened{std::move(*project), std::make_shared<ArtStore>(folderOf(path))};
}

Result<Outcome> runCheck(const std::string& path, bool json) {
  auto opened = open(path);
  if (!opened) return tl::unexpected(opened.error());
  const std::vector<Finding> findings = checkAll(opened->project, opened->store);
  if (json) {
    std::cout << jsonText(
        Json{{"project", path}, {"findings", findingsJson(findings, opened->project)}});
  }
  for (const Finding& finding : findings) {
    std::cerr << findingLine(finding, opened->project) << "\n";
  }
  std::cerr << path << ": " << findings.size() << " findings\n";
  return hasErrors(findings) ? Outcome::Findings : Outcome::Done;
}

Outcome reportVerified(const std::string& folder, const std::vector<std::string>& differences,
                       bool json) {
  if (json) {
    std::cout << jsonText(Json{{"parcel", folder}, {"differences", differences}});
  }
  for (const std::string& difference : differences) std::cerr << difference << "\n";
  std::cerr << folder << ": "
            << (differences.empty() ? "read back and found right" : "does not agree") << "\n";
  return differences.empty() ? Outcome::Done : Outcome::Findings;
}

Result<Outcome> runPack(const std::string& path, const std::string& folder, bool json) {
  auto opened = open(path);
  if (!opened) return tl::unexpected(opened.error());
  auto packed = packProject(opened->project, opened->store, folder, {});
  if (!packed) return tl::unexpected(packed.error());
  std::cerr << folder << ": " << packed->assets << " assets, " << packed->frames << " frames on "
            << packed->pages << " pages\n";
  return reportVerified(folder, packed->differences, json);
}

Result<Outcome> runVerify(const std::string& folder, const std::string& projectPath, bool json) {
  if (projectPath.empty()) {
    auto loaded = readParcel(folder);
    if (!loaded) return tl::unexpected(loaded.error());
    return reportVerified(folder, inconsistenciesOf(loaded->parcel), json);
  }
  auto opened = open(projectPath);
  if (!opened) return tl::unexpected(opened.error());
  auto differences = verifyParcel(folder, opened->project, opened->store);
  if (!differences) return tl::unexpected(differences.error());
  return reportVerified(folder, *differences, json);
}

}  // namespace

Command addNewCommand(CLI::App& program) {
  auto* command = program.add_subcommand("new", "Make a project from a sheet");
  auto options = std::make_shared<SheetOptions>();
  addSheetOptions(*command, *options);
  return {command, [options](bool json) { return runNew(*options, json); }};
}

Command addAddCommand(CLI::App& program) {
  auto* command = program.add_subcommand("add", "Add a sheet to a project");
  auto options = std::make_shared<SheetOptions>();
  addSheetOptions(*command, *options);
  return {command, [options](bool json) { return runAdd(*options, json); }};
}

Command addCheckCommand(CLI::App& program) {
  auto* command = program.add_subcommand("check", "Say what is wrong in a project");
  auto project = std::make_shared<std::string>();
  command->add_option("PROJECT", *project, "The project file")->required();
  return {command, [project](bool json) { return runCheck(*project, json); }};
}

Command addPackCommand(CLI::App& program) {
  auto* command = program.add_subcommand("pack", "Write a project's parcel and read it back");
  auto project = std::make_shared<std::string>();
  auto folder = std::make_shared<std::string>();
  command->add_option("PROJECT", *project, "The project file")->required();
  command->add_option("--out", *folder, "The parcel's folder")->required();
  return {command, [project, folder](bool json) { return runPack(*project, *folder, json); }};
}

Command addVerifyCommand(CLI::App& program) {
  auto* command = program.add_subcommand("verify", "Read a parcel back and check it");
  auto project = std::make_shared<std::string>();
  auto folder = std::make_shared<std::string>();
  command->add_option("DIR", *folder, "The parcel's folder")->required();
  command->add_option("--project", *project, "Compare it with this project's art and numbers");
  return {command, [project, folder](bool json) { return runVerify(*folder, *project, json); }};
}

}  // namespace amber

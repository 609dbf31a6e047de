// The commands that make, check and pack a project.
#include <QFileInfo>
#include <iostream>

#include "cli/commands.h"
#include "core/checks/check_project.h"
#include "files/image_file.h"
#include "files/parcel_file.h"
#include "files/project_file.h"
#include "work/image_search.h"
#include "work/pack_project.h"
#include "work/report.h"

namespace amber {
namespace {

std::string folderOf(const std::string& path) {
  return QFileInfo(QString::fromStdString(path)).absolutePath().toStdString();
}

Result<Project> added(const Project& before, std::vector<ImportedSheet> imported,
                      const SheetArguments& arguments) {
  const SheetChoices choices{arguments.cutting.ink, arguments.cutting.cut, arguments.asset,
                             arguments.cutting.orientation};
  if (!arguments.separate) return withSheets(before, std::move(imported), choices);
  Result<Project> project = before;
  for (ImportedSheet& one : imported) {
    project = withSheet(*project, std::move(one), choices);
    if (!project) return project;
  }
  return project;
}

Result<Outcome> addSheet(const Project& before, const SheetArguments& arguments, bool json) {
  if (findKind(before, arguments.asset.kind) == nullptr) {
    std::string kinds;
    for (const Kind& kind : before.kinds) kinds += (kinds.empty() ? "" : ", ") + kind.name;
    return failure(ErrorCode::UnknownTarget,
                   "the project has no kind \"" + arguments.asset.kind + "\"; it has " + kinds);
  }
  std::vector<ImportedSheet> imported;
  for (const std::string& image : imageFilesIn(arguments.images)) {
    auto one = importSheet(folderOf(arguments.project), image);
    if (!one) return tl::unexpected(one.error());
    if (findSheet(before, one->sheet.path) != nullptr) {
      return failure(ErrorCode::BadValue, "the project holds this sheet already; choose another",
                     image);
    }
    if (one->unread > 0) std::cerr << image << ": " << unreadText(one->unread) << "\n";
    imported.push_back(std::move(*one));
  }
  if (imported.empty()) {
    return failure(ErrorCode::FileMissing, "no image is there that can be read; see formats",
                   arguments.images.front());
  }
  auto project = added(before, std::move(imported), arguments);
  if (!project) return tl::unexpected(project.error());
  if (auto written = writeProject(arguments.project, *project); !written) {
    return tl::unexpected(written.error());
  }
  const Asset& asset = *project->assets.back();
  if (json) {
    std::cout << jsonText(Json{
        {"project", arguments.project}, {"asset", asset.name}, {"frames", asset.frames.size()}});
  }
  std::cerr << arguments.project << ": " << project->sheets.size() << " sheets, "
            << project->assets.size() << " assets\n";
  return Outcome::Done;
}

Result<Outcome> startProject(const SheetArguments& arguments, bool json) {
  const QFileInfo file(QString::fromStdString(arguments.project));
  if (!arguments.project.ends_with(kProjectEnding)) {
    return failure(ErrorCode::BadValue, "a project's name ends in " + std::string(kProjectEnding) +
                                            "; \"" + arguments.project + "\" does not");
  }
  if (file.exists()) {
    return failure(ErrorCode::FileUnwritable,
                   "exists already and is not overwritten; choose another name, or use add",
                   arguments.project);
  }
  return addSheet(newProject(file.completeBaseName().toStdString()), arguments, json);
}

Result<Outcome> extendProject(const SheetArguments& arguments, bool json) {
  auto project = readProject(arguments.project);
  if (!project) return tl::unexpected(project.error());
  return addSheet(*project, arguments, json);
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

}  // namespace

Result<Outcome> runSheet(const SheetArguments& arguments, bool json) {
  return arguments.newProject ? startProject(arguments, json) : extendProject(arguments, json);
}

Result<Outcome> runCheck(const CheckArguments& arguments, bool json) {
  const std::string& path = arguments.project;
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

Result<Outcome> runPack(const PackArguments& arguments, bool json) {
  const std::string& folder = arguments.folder;
  auto opened = open(arguments.project);
  if (!opened) return tl::unexpected(opened.error());
  auto packed = packProject(opened->project, opened->store, folder, {});
  if (!packed) return tl::unexpected(packed.error());
  std::cerr << folder << ": " << packed->assets << " assets, " << packed->frames << " frames on "
            << packed->pages << " pages\n";
  return reportVerified(folder, packed->differences, json);
}

Result<Outcome> runVerify(const VerifyArguments& arguments, bool json) {
  const std::string& folder = arguments.folder;
  if (arguments.project.empty()) {
    auto loaded = readParcel(folder);
    if (!loaded) return tl::unexpected(loaded.error());
    return reportVerified(folder, inconsistenciesOf(loaded->parcel), json);
  }
  auto opened = open(arguments.project);
  if (!opened) return tl::unexpected(opened.error());
  auto differences = verifyParcel(folder, opened->project, opened->store);
  if (!differences) return tl::unexpected(differences.error());
  return reportVerified(folder, *differences, json);
}

Result<Outcome> runFormats(const FormatsArguments& /*nothing*/, bool json) {
  Json list = Json::array();
  for (const ImageFormat& format : imageFormats()) {
    list.push_back(Json{{"format", format.name}, {"animated", format.animated}});
    std::cerr << format.name << (format.animated ? "  with its animations" : "") << "\n";
  }
  if (json) std::cout << jsonText(Json{{"formats", std::move(list)}});
  return Outcome::Done;
}

}  // namespace amber

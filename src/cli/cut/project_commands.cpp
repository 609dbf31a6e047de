// The commands new and add.
#include <CLI/CLI.hpp>
#include <QFileInfo>
#include <algorithm>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "cli/cut/cutting_options.h"
#include "cli/fit/recipe_options.h"
#include "core/origin/anchor.h"
#include "core/project/words.h"
#include "files/json/json_text.h"
#include "work/art/image_search.h"
#include "work/art/sure_cuts.h"
#include "work/project/open_project.h"
#include "work/project/project_change.h"

namespace amber {
namespace {

// What images may hold together while they are added, 4 GiB of memory.
constexpr long long kMostPixelsAtOnce = 1LL << 30;

std::string folderOf(const std::string& path) {
  return QFileInfo(QString::fromStdString(path)).absolutePath().toStdString();
}

// The options of new and add, as typed.
struct SheetArguments {
  std::string project;
  std::vector<std::string> images;  // Files, and folders of files.
  bool separate = false;            // Numbered images are no animation.
  bool sure = false;                // Only what needs no look is cut.
  CuttingArguments cutting;
  AssetChoice asset;
};

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

// The images as sheets that are not cut yet.
Result<Project> addedUncut(const Project& before, std::vector<ImportedSheet> imported,
                           const SheetArguments& arguments) {
  std::vector<Edit> edits;
  std::uint32_t next = before.nextId;
  for (ImportedSheet& one : imported) {
    Sheet sheet = std::move(one.sheet);
    sheet.id = {next++};
    sheet.orientation = arguments.cutting.orientation;
    const Image image = oriented(std::move(one.image), sheet.orientation);
    sheet.size = image.size();
    sheet.ink = arguments.cutting.ink.ruleFor(image);
    edits.emplace_back(PutSheet{std::move(sheet)});
  }
  auto after = withEdits(before, edits);
  if (!after) return tl::unexpected(after.error());
  return std::move(after->project);
}

Json sheetsJson(const Project& project, const std::vector<SheetId>& sheets) {
  Json list = Json::array();
  for (const SheetId id : sheets) list.push_back(findSheet(project, id)->path);
  return list;
}

// Cuts the clear sheets, and lists the others with their proposals.
Result<Exit> addSure(ProjectChange& change, std::vector<ImportedSheet> imported,
                     const SheetArguments& arguments, bool json) {
  auto project = addedUncut(change.project(), std::move(imported), arguments);
  if (!project) return tl::unexpected(project.error());
  ArtStore store(folderOf(arguments.project));
  auto sure = sureCuts(*project, arguments.asset.kind, store, {});
  if (!sure) return tl::unexpected(sure.error());
  auto cut = withEdits(*project, sure->edits);
  if (!cut) return tl::unexpected(cut.error());
  if (auto saved = change.save(std::move(cut->project)); !saved) {
    return tl::unexpected(saved.error());
  }
  const Project& after = change.project();
  Json left = Json::array();
  for (const SheetToSee& one : sure->left) {
    const std::string& path = findSheet(after, one.sheet)->path;
    left.push_back(Json{{"sheet", path}, {"reason", one.reason}});
    resultText() << path << ": not cut yet; " << one.reason << "\n";
  }
  if (json) {
    std::cout << jsonText(Json{{"project", arguments.project},
                               {"cut", sheetsJson(after, sure->cut)},
                               {"left", std::move(left)}});
  }
  resultText() << arguments.project << ": " << after.sheets.size() << " sheets, "
               << sure->cut.size() << " cut now, " << sure->left.size() << " to review\n";
  return Exit::Done;
}

Result<Exit> addSheets(ProjectChange& change, const SheetArguments& arguments, bool json) {
  const Project& before = change.project();
  if (findKind(before, arguments.asset.kind) == nullptr) {
    std::string kinds;
    for (const Kind& kind : before.kinds) kinds += (kinds.empty() ? "" : ", ") + kind.name;
    return failure(ErrorCode::UnknownTarget, "the project has no kind \"" + arguments.asset.kind +
                                                 "\"; it has " + kinds +
                                                 "; select one with --kind");
  }
  if (!arguments.asset.role.empty() && findRole(before, arguments.asset.role) == nullptr) {
    return failure(ErrorCode::UnknownTarget, "the project has no role \"" + arguments.asset.role +
                                                 "\"; add it with the command role");
  }
  std::vector<ImportedSheet> imported;
  long long pixels = 0;
  for (const std::string& image : imageFilesIn(arguments.images)) {
    auto one = importSheet(folderOf(arguments.project), image);
    if (!one) return tl::unexpected(one.error());
    if (findSheet(before, one->sheet.path) != nullptr) {
      return failure(ErrorCode::BadValue, "the project holds this sheet already; choose another",
                     image);
    }
    pixels += 1LL * one->image.width() * one->image.height();
    if (pixels > kMostPixelsAtOnce) {
      return failure(ErrorCode::ImageTooLarge,
                     "these images have more than 1024 megapixels in all; add them in parts",
                     image);
    }
    imported.push_back(std::move(*one));
  }
  if (imported.empty()) {
    return failure(ErrorCode::FileMissing,
                   "there is no image that can be read; see the command formats",
                   arguments.images.front());
  }
  if (arguments.sure) return addSure(change, std::move(imported), arguments, json);
  auto project = added(before, std::move(imported), arguments);
  if (!project) return tl::unexpected(project.error());
  if (auto saved = change.save(std::move(*project)); !saved) {
    return tl::unexpected(saved.error());
  }
  const Project& after = change.project();
  const Asset& asset = *after.assets.back();
  if (json) {
    std::cout << jsonText(Json{
        {"project", arguments.project}, {"asset", asset.name}, {"frames", asset.frames.size()}});
  }
  resultText() << arguments.project << ": " << after.sheets.size() << " sheets, "
               << after.assets.size() << " assets\n";
  return Exit::Done;
}

// new and add: the same options, on a project that is made or one that is there.
class SheetCommand : public Command {
 public:
  void addOptions(CLI::App& app) override {
    addProject(app, arguments_.project);
    app.add_option(
           "--sheet", arguments_.images,
           "One or more sheets, or a folder; copied into the folder of the project if needed")
        ->required();
    app.add_flag("--separate", arguments_.separate,
                 "Do not combine numbered images into an animation");
    app.add_flag("--clear-only", arguments_.sure,
                 "Cut only the clear sheets, each by its best proposal; list the others");
    addCutting(app, cutting_);
    app.add_option("--cut-region", cutting_.regions,
                   "A region of the sheet that is cut by another method; may be repeated")
        ->check(cutRegionForm());
    app.add_option("--kind", arguments_.asset.kind, "The kind of the asset, such as character");
    app.add_option("--asset", arguments_.asset.name,
                   "The name of the asset (default: from the file name)");
    app.add_option("--animation", arguments_.asset.animation,
                   "The name of the animation (default: from the file name)");
    app.add_option("--rate", rate_, "The number of frames per second")
        ->check(CLI::Range(0.1, 1000.0));
    app.add_option("--loop", loop_, "What happens after the last step")->check(oneOf(kLoopWords));
    app.add_option("--rows-are", rows_,
                   "Whether each row of a grid is an animation (default: likely, by the pixels)")
        ->check(oneOf(kRowsAreWords));
    app.add_option(
           "--origin", origin_,
           "The origin rule: ground, feet, centroid, cell:ANCHOR or ink:ANCHOR (default: the rule "
           "of the kind)")
        ->check(CLI::Validator(originRefusal, "RULE"));
    app.add_option("--role", arguments_.asset.role,
                   "The role of the fitted shapes (default: the first role)");
    recipe_.addTo(app);
  }

  Result<Exit> run(bool json) override {
    arguments_.cutting = cuttingFrom(cutting_);
    AssetChoice& asset = arguments_.asset;
    if (asset.kind.empty() && !arguments_.sure) {
      return failure(ErrorCode::BadValue,
                     "give the kind of the asset with --kind, such as character");
    }
    if (rate_ > 0) asset.durationMs = durationAt(rate_);
    asset.loop = *enumFrom<LoopMode>(kLoopWords, loop_);
    asset.rows = *enumFrom<RowsAre>(kRowsAreWords, rows_);
    if (!origin_.empty()) asset.origin = *originRuleFrom(origin_);
    if (recipe_.any()) asset.shape = recipe_.over({});
    if (arguments_.sure && (arguments_.cutting.named || !asset.name.empty() || asset.shape ||
                            asset.origin || !asset.animation.empty())) {
      return failure(ErrorCode::BadValue,
                     "--clear-only uses the best cut and the names of each sheet, and the origins "
                     "and shapes of the kind. Do not combine it with other options");
    }
    auto change = opened(arguments_.project);
    if (!change) return tl::unexpected(change.error());
    if (asset.kind.empty() && !change->project().kinds.empty()) {
      asset.kind = change->project().kinds.front().name;
    }
    return addSheets(*change, arguments_, json);
  }

 protected:
  virtual Result<ProjectChange> opened(const std::string& path) const = 0;

 private:
  static std::string originRefusal(const std::string& rule) {
    const auto read = originRuleFrom(rule);
    if (!read) return read.error().sentence;
    if (read->basis != OriginBasis::Hand && !read->hasFrame()) return {};
    return "new frames need a rule that uses no other frame: feet, centroid, cell:ANCHOR or "
           "ink:ANCHOR";
  }

  SheetArguments arguments_;
  CuttingText cutting_;
  RecipeOptions recipe_;
  double rate_ = 0;
  std::string loop_ = "repeat";
  std::string rows_ = "likely";
  std::string origin_;
};

class NewCommand : public SheetCommand {
 public:
  CommandTitle title() const override {
    return {"new",
            "Create a project from sheets",
            {"new keeper.amber --sheet sheets/keeper_walk.png --cells 48x48 --kind character "
             "--rate 12 --shape box:trimmed",
             "new night.amber --sheet sheets --clear-only"}};
  }

 protected:
  Result<ProjectChange> opened(const std::string& path) const override {
    return ProjectChange::begin(path);
  }
};

class AddCommand : public SheetCommand {
 public:
  CommandTitle title() const override {
    return {"add",
            "Add sheets to a project",
            {"add glasshouse_night.amber --sheet art/pot_two.png --whole --kind prop",
             "add glasshouse_night.amber --sheet art --kind prop"}};
  }

 protected:
  Result<ProjectChange> opened(const std::string& path) const override {
    return ProjectChange::open(path);
  }
};

}  // namespace

std::unique_ptr<Command> makeNewCommand() {
  return std::make_unique<NewCommand>();
}

std::unique_ptr<Command> makeAddCommand() {
  return std::make_unique<AddCommand>();
}

}  // namespace amber

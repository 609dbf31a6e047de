#include "glasshouse_project.h"

#include <QDir>

#include "files/file_bytes.h"
#include "files/image_file.h"
#include "sheets.h"
#include "work/import_sheet.h"
#include "work/new_project.h"

namespace glasshouse {
namespace {

using namespace amber;

struct Plan {
  const char* sheet;
  const char* kind;
  const char* asset;
  CutChoice cut;
  int framesPerSecond;
  LoopMode loop = LoopMode::Repeat;
  bool boxes = true;
};

const CutChoice kKeeperCells{CutChoice::Way::Cells, {48, 48}, {}, {}};

const Plan kPlans[] = {
    {"keeper_idle.png", "character", "keeper", kKeeperCells, 4, LoopMode::BackAndForth},
    {"keeper_walk.png", "character", "keeper", kKeeperCells, 12},
    {"keeper_water.png", "character", "keeper", kKeeperCells, 8, LoopMode::Once},
    {"snail_crawl.png", "character", "snail", {CutChoice::Way::Count, {6, 1}, {}, {}}, 6},
    {"moth_flutter.png",
     "character",
     "moth",
     {CutChoice::Way::Count, {6, 1}, {}, {}},
     12,
     LoopMode::Repeat,
     false},
    {"clay_pot.png", "prop", "clay_pot", {CutChoice::Way::Cells, {32, 32}, {}, {}}, 1},
    {"seed_pod_spin.png", "pickup", "seed_pod", {CutChoice::Way::Cells, {16, 16}, {}, {}}, 10},
    {"water_drop_drip.png",
     "shot",
     "water_drop",
     {CutChoice::Way::Cells, {12, 16}, {}, {}},
     10,
     LoopMode::Once},
    {"glasshouse_tiles.png",
     "tile",
     "glasshouse",
     {CutChoice::Way::Cells, {32, 32}, {4, 4}, {2, 2}},
     1},
};

}  // namespace

Result<Project> makeProject(const std::string& folder) {
  QDir().mkpath(QString::fromStdString(folder + "/sheets"));
  for (const DrawnSheet& sheet : allSheets()) {
    auto written = writeFileAtomically(folder + "/sheets/" + sheet.name, pngBytes(sheet.image));
    if (!written) return tl::unexpected(written.error());
  }
  Project project = newProject("Glasshouse Night");
  for (const Plan& plan : kPlans) {
    auto imported = importSheet(folder, folder + "/sheets/" + plan.sheet);
    if (!imported) return tl::unexpected(imported.error());
    AssetChoice choice;
    choice.kind = plan.kind;
    choice.name = plan.asset;
    choice.durationMs = durationAt(plan.framesPerSecond);
    choice.loop = plan.loop;
    choice.snugBoxes = plan.boxes;
    auto next = withSheet(project, std::move(*imported), {}, plan.cut, choice);
    if (!next) return next;
    project = std::move(*next);
  }
  return project;
}

}  // namespace glasshouse

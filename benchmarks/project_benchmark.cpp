// What the core and the files cost on a project of 200 sheets and 5,000 frames of 64 x 64 px.
#include <benchmark/benchmark.h>

#include <QCoreApplication>
#include <QTemporaryDir>

#include "big_project.h"
#include "core/checks/check_project.h"
#include "core/fit/keys/fit_edits.h"
#include "core/fit/measures/measures.h"
#include "core/image/distance.h"
#include "core/naming/name_table.h"
#include "core/origin/origin_edits.h"
#include "core/pack/build_parcel.h"
#include "core/project/validation/valid_project.h"
#include "files/file_bytes.h"
#include "files/project/project_file.h"
#include "work/art/art_store.h"

namespace {

using namespace amber;

// Made once; every benchmark reads it.
struct Big {
  QTemporaryDir folder;
  std::string path = bench::makeBigProject(folder.path().toStdString(), 200);
  Project project = *readProject(path);
  std::shared_ptr<ArtStore> store = std::make_shared<ArtStore>(folder.path().toStdString());
  ArtSource art = ArtStore::loading(store, project);
  std::vector<FrameRef> frames;

  Big() {
    for (const auto& sheet : project.sheets) art(sheet->id);
    for (const auto& asset : project.assets) {
      for (const Frame& frame : asset->frames) frames.push_back({asset->id, frame.id});
    }
  }
};

Big& big() {
  static Big made;
  return made;
}

void readTheProjectFile(benchmark::State& state) {
  for (auto _ : state) benchmark::DoNotOptimize(readProject(big().path));
  const auto bytes = static_cast<std::int64_t>(readFile(big().path, 1LL << 30)->size());
  state.SetBytesProcessed(static_cast<std::int64_t>(state.iterations()) * bytes);
}
BENCHMARK(readTheProjectFile)->Unit(benchmark::kMillisecond);

// What every edit asks: the whole project, and what one edit of one frame leaves to be looked at.
void validateTheProject(benchmark::State& state) {
  for (auto _ : state) benchmark::DoNotOptimize(validated(big().project));
}
BENCHMARK(validateTheProject)->Unit(benchmark::kMicrosecond);

void saveTheProjectFile(benchmark::State& state) {
  const std::string path = big().path + ".copy";
  for (auto _ : state) benchmark::DoNotOptimize(writeProject(path, big().project));
}
BENCHMARK(saveTheProjectFile)->Unit(benchmark::kMillisecond);

void readAllSheets(benchmark::State& state) {
  for (auto _ : state) {
    const auto store = std::make_shared<ArtStore>(big().folder.path().toStdString());
    for (const auto& sheet : big().project.sheets) benchmark::DoNotOptimize(store->load(*sheet));
  }
}
BENCHMARK(readAllSheets)->Unit(benchmark::kMillisecond);

void checkTheWholeProject(benchmark::State& state) {
  for (auto _ : state) benchmark::DoNotOptimize(checkProject(big().project, big().art));
}
BENCHMARK(checkTheWholeProject)->Unit(benchmark::kMillisecond);

void nameEverything(benchmark::State& state) {
  for (auto _ : state) benchmark::DoNotOptimize(nameTable(big().project));
}
BENCHMARK(nameEverything)->Unit(benchmark::kMillisecond);

void renameOneAsset(benchmark::State& state) {
  const std::vector<Edit> edits{Rename{big().project.assets[100]->id, {}, {}, "other"}};
  for (auto _ : state) benchmark::DoNotOptimize(withEdits(big().project, edits));
}
BENCHMARK(renameOneAsset)->Unit(benchmark::kMicrosecond);

void setAllOriginsByInk(benchmark::State& state) {
  for (auto _ : state) {
    const auto edits =
        originsByRule(big().project, big().frames, {OriginBasis::Ink, Anchor::Bottom}, big().art);
    benchmark::DoNotOptimize(withEdits(big().project, edits));
  }
}
BENCHMARK(setAllOriginsByInk)->Unit(benchmark::kMillisecond);

void fitAllSnugBoxes(benchmark::State& state) {
  for (auto _ : state) {
    const auto edits = fittedShapes(big().project, big().frames, "body", Recipe{}, big().art);
    benchmark::DoNotOptimize(withEdits(big().project, edits));
  }
}
BENCHMARK(fitAllSnugBoxes)->Unit(benchmark::kMillisecond);

void measureOneFrame(benchmark::State& state) {
  const Frame& frame = big().project.assets[0]->frames[0];
  const PixelMask ink = cropped(big().art(frame.sheet)->firm, frame.rect);
  for (auto _ : state) {
    benchmark::DoNotOptimize(measured(frame.shapes.front().geometry, ink));
  }
}
BENCHMARK(measureOneFrame)->Unit(benchmark::kMicrosecond);

void buildTheParcel(benchmark::State& state) {
  for (auto _ : state)
    benchmark::DoNotOptimize(
        buildParcel(big().project, defaultProfile(big().project), big().art, {}));
}
BENCHMARK(buildTheParcel)->Unit(benchmark::kMillisecond);

}  // namespace

int main(int argc, char** argv) {
  const QCoreApplication application(argc, argv);
  big();  // made before the first clock starts
  benchmark::Initialize(&argc, argv);
  benchmark::RunSpecifiedBenchmarks();
}

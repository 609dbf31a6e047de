// What cutting costs on sheets of 2048 x 2048 px, each tiled from a made-up sheet of its kind.
#include <benchmark/benchmark.h>

#include "core/cut/cut_frames.h"
#include "core/cut/grids/cut_evidence.h"
#include "core/cut/island_guess.h"
#include "core/cut/proposals.h"
#include "support/sheet_generator.h"

namespace {

using namespace amber;

constexpr int kSide = 2048;

const SheetArt& art(const char* kind, unsigned seed) {
  static std::map<std::string, SheetArt> made;
  const auto found = made.find(kind);
  if (found != made.end()) return found->second;
  const Image one = test::generatedSheet(kind, seed).image;
  Image sheet(kSide, kSide);
  for (int y = 0; y < kSide; ++y) {
    for (int x = 0; x < kSide; ++x) sheet.at(x, y) = one.at(x % one.width(), y % one.height());
  }
  return made[kind] = artOf(std::move(sheet), {});
}

void propose(benchmark::State& state, const char* kind, unsigned seed) {
  const SheetArt& sheet = art(kind, seed);
  for (auto _ : state) benchmark::DoNotOptimize(proposeCuts(sheet));
}
BENCHMARK_CAPTURE(propose, rowsOfAnimations, "rows of animations", 3)
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(propose, gutterWithGuideLines, "gutter with guide lines", 2)
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(propose, solidTiles, "solid tiles", 3)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(propose, scattered, "scattered", 3)->Unit(benchmark::kMillisecond);

void inkOfTheSheet(benchmark::State& state) {
  const Image& image = art("scattered", 3).image;
  for (auto _ : state) benchmark::DoNotOptimize(inkOf(image, 1, {}));
}
BENCHMARK(inkOfTheSheet)->Unit(benchmark::kMillisecond);

void evidenceOfIslands(benchmark::State& state) {
  const SheetArt& sheet = art("scattered", 3);
  const Cut cut{IslandRule{3, 4, 0}, {}};
  for (auto _ : state) benchmark::DoNotOptimize(evidenceOf(cut, sheet, {}));
}
BENCHMARK(evidenceOfIslands)->Unit(benchmark::kMillisecond);

void cutIntoFrames(benchmark::State& state) {
  const SheetArt& sheet = art("scattered", 3);
  Project project = newProject("bench");
  Sheet one;
  one.id = {1};
  one.path = "sheet.png";
  one.size = sheet.image.size();
  project = withEdits(project, {PutSheet{one}})->project;
  CutRequest request;
  request.sheet = {1};
  request.cut = {IslandRule{3, 4, 0}, {}};
  request.asset = "things";
  request.kind = "prop";
  request.animation = "still";
  for (auto _ : state) benchmark::DoNotOptimize(cutEdits(project, request, sheet));
}
BENCHMARK(cutIntoFrames)->Unit(benchmark::kMillisecond);

}  // namespace

BENCHMARK_MAIN();

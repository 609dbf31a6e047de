// What a course costs: ticks of the tour, a tick among many solids, every input tried.
#include <benchmark/benchmark.h>

#include "core/trial/course/course_setup.h"
#include "core/trial/course/try_everything.h"

namespace {

using namespace amber;

// A body of 8 points.
Project projectOfOne() {
  Project project = newProject("bench");
  Asset asset;
  asset.id = AssetId{1};
  asset.name = "chr_keeper";
  asset.kind = "character";
  asset.motion = Motion::Dynamic;
  Frame frame;
  frame.id = FrameId{2};
  frame.shapes.push_back(
      {"body",
       Polygon{
           {{-6, -40}, {6, -40}, {12, -32}, {12, -8}, {6, 0}, {-6, 0}, {-12, -8}, {-12, -32}}}});
  asset.frames.push_back(std::move(frame));
  project.assets.emplace_back(std::move(asset));
  return project;
}

CourseSetup setupOf(const Project& project, Moves moves) {
  CourseChoice choice;
  choice.moves = moves;
  choice.script = "jump";
  return *courseSetup(project, *project.assets.front(), choice);
}

// 100,000 ticks of the tour, to and fro; wanted: under 1 s.
void tour(benchmark::State& state) {
  const Project project = projectOfOne();
  const CourseSetup setup = setupOf(project, static_cast<Moves>(state.range(0)));
  constexpr int kTicks = 100000;
  for (auto _ : state) {
    const auto world = *CourseWorld::make(project, *project.assets.front(), setup.course, {});
    CourseRunner runner(world, setup.rules);
    for (int tick = 0; tick < kTicks; ++tick) {
      const bool back = tick / 1500 % 2 == 1;
      runner.tick({back, !back, false, false, tick % 40 < 5});
    }
    benchmark::DoNotOptimize(runner.run().ticks.back());
  }
  state.SetItemsProcessed(state.iterations() * kTicks);
  state.SetLabel(std::string(kMovesWords[static_cast<std::size_t>(state.range(0))]));
}
BENCHMARK(tour)->DenseRange(0, 3)->Unit(benchmark::kMillisecond);

// A tick with 200 solids all around; wanted: under 2 ms.
void tickAmong200(benchmark::State& state) {
  const Project project = projectOfOne();
  CourseSetup setup = setupOf(project, static_cast<Moves>(state.range(0)));
  setup.course.solids.clear();
  for (int i = 0; i < 200; ++i) {
    setup.course.solids.emplace_back(Box{i % 20 * 24.0 - 240, i / 20 * 60.0, 20, 12});
  }
  const auto world = *CourseWorld::make(project, *project.assets.front(), setup.course, {});
  CourseRunner runner(world, setup.rules);
  int tick = 0;
  for (auto _ : state) {
    const bool back = tick / 60 % 2 == 1;
    runner.tick({back, !back, false, false, tick % 40 < 5});
    ++tick;
  }
  state.SetLabel(std::string(kMovesWords[static_cast<std::size_t>(state.range(0))]));
}
BENCHMARK(tickAmong200)->DenseRange(0, 3)->Unit(benchmark::kMicrosecond)->Iterations(20000);

// Wanted: under 3 s.
void everything(benchmark::State& state) {
  const Project project = projectOfOne();
  const CourseSetup setup = setupOf(project, Moves::Slide);
  for (auto _ : state) {
    benchmark::DoNotOptimize(tryEverything(project, *project.assets.front(), setup));
  }
}
BENCHMARK(everything)->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace

BENCHMARK_MAIN();

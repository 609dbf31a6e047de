// What fitting costs on one frame of 128 x 128 px with soft edges and holes, kind by kind and all
// together with their measures; and what an overlap test of each kind costs.
#include <benchmark/benchmark.h>

#include <algorithm>
#include <cmath>
#include <cstdint>
#include <cstdio>
#include <numbers>
#include <string>
#include <vector>

#include "core/fit/candidates/candidates.h"
#include "core/fit/measures/measures.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/geometry/contact/overlap.h"
#include "core/image/ink/ink.h"

namespace {

using namespace amber;

// A figure of a body, a head, an arm held out and two legs, of the given height; with a hole.
PixelMask figure(int side) {
  PixelMask mask(side, side);
  const double s = side / 128.0;
  const auto disc = [&](double cx, double cy, double rx, double ry, bool ink) {
    for (int y = 0; y < side; ++y) {
      for (int x = 0; x < side; ++x) {
        const double dx = (x + 0.5 - cx * s) / (rx * s);
        const double dy = (y + 0.5 - cy * s) / (ry * s);
        if (dx * dx + dy * dy <= 1) ink ? mask.set(x, y) : mask.reset(x, y);
      }
    }
  };
  disc(60, 30, 18, 20, true);
  disc(60, 70, 24, 32, true);
  disc(92, 62, 22, 5, true);
  disc(50, 108, 9, 18, true);
  disc(72, 108, 9, 18, true);
  disc(58, 72, 5, 6, false);
  return mask;
}

void fitOne(benchmark::State& state, ShapeKind kind, FitStyle style) {
  const PixelMask ink = figure(128);
  Recipe recipe;
  recipe.kind = kind;
  recipe.style = style;
  for (auto _ : state) benchmark::DoNotOptimize(fitted(ink, recipe));
}

void measureOne(benchmark::State& state, ShapeKind kind) {
  const PixelMask ink = figure(128);
  Recipe recipe;
  recipe.kind = kind;
  recipe.style = FitStyle::Balanced;
  const Shape shape = *fitted(ink, recipe);
  for (auto _ : state) benchmark::DoNotOptimize(measured(shape, ink));
}

void allCandidatesWithMeasures(benchmark::State& state) {
  const PixelMask ink = figure(128);
  const std::vector<Recipe> recipes = everyRecipe({});
  for (auto _ : state) benchmark::DoNotOptimize(candidatesFor(ink, recipes, Duty::Stops));
  state.SetLabel(std::to_string(recipes.size()) + " candidates");
}
// Other work on the machine makes a repetition slower, never faster, so the fastest one is the best
// estimate.
BENCHMARK(allCandidatesWithMeasures)
    ->Unit(benchmark::kMillisecond)
    ->MinTime(0.05)
    ->Repetitions(40)
    ->ReportAggregatesOnly()
    ->ComputeStatistics("fastest", [](const std::vector<double>& times) {
      return *std::min_element(times.begin(), times.end());
    });

// Pairs that meet and pairs that do not, alternately, as in a game.
template <class T, class Test>
void overlapTests(benchmark::State& state, const T& shape, const Test& meet) {
  std::vector<T> others;
  for (int i = 0; i < 64; ++i) {
    others.push_back(std::get<T>(moved(Shape(shape), (i % 8) * 16 - 56, (i / 8) * 16 - 56)));
  }
  std::size_t next = 0;
  for (auto _ : state) {
    benchmark::DoNotOptimize(meet(shape, others[next]));
    next = (next + 1) % others.size();
  }
}

}  // namespace

int main(int argc, char** argv) {
  benchmark::Initialize(&argc, argv);
  for (const Recipe& recipe : everyRecipe({})) {
    benchmark::RegisterBenchmark(("fit " + inWords(recipe)).c_str(), fitOne, recipe.kind,
                                 recipe.style)
        ->Unit(benchmark::kMicrosecond);
  }
  for (const ShapeKind kind : {ShapeKind::Box, ShapeKind::Circle, ShapeKind::Capsule,
                               ShapeKind::Polygon, ShapeKind::Mask}) {
    benchmark::RegisterBenchmark(("measure " + std::string(kindName(kind))).c_str(), measureOne,
                                 kind)
        ->Unit(benchmark::kMicrosecond);
  }
  Recipe mask;
  mask.kind = ShapeKind::Mask;
  PixelMask round(64, 64);
  for (int y = 0; y < 64; ++y) {
    for (int x = 0; x < 64; ++x) {
      if (std::hypot(x - 31.5, y - 31.5) < 32) round.set(x, y);
    }
  }
  const auto test = [](const std::string& name, const auto& shape, const auto& meet) {
    benchmark::RegisterBenchmark(
        name.c_str(), [shape, meet](benchmark::State& state) { overlapTests(state, shape, meet); });
  };
  const auto meet = [](const auto& a, const auto& b) { return overlap(a, b); };
  test("overlap of boxes", Box{0, 0, 64, 64}, meet);
  test("overlap of circles", Circle{32, 32, 32}, meet);
  test("overlap of capsules", Capsule{32, 16, 32, 48, 16}, meet);
  test("overlap of masks", std::get<MaskShape>(*fitted(round, mask)), meet);
  for (const int points : {4, 8, 16}) {
    Polygon polygon;
    for (int i = 0; i < points; ++i) {
      const double angle = 2 * std::numbers::pi * i / points;
      polygon.points.push_back({32 + 32 * std::cos(angle), 32 + 32 * std::sin(angle)});
    }
    test("overlap of convex polygons of " + std::to_string(points), polygon, overlapConvex);
  }
  benchmark::RunSpecifiedBenchmarks();
}

// What judging a large game's layers costs: 1,000 assets with three roles each, set in 40 ways on 8
// layers and 200 sentences, or in 128 ways on 32 layers and 500 sentences; weaving of as many;
// painting of a loom of 300 participants.
#include <benchmark/benchmark.h>

#include <QApplication>
#include <QImage>
#include <QPainter>
#include <random>

#include "core/checks/check_project.h"
#include "core/layers/sentences/unasked.h"
#include "core/layers/weaving/weave.h"
#include "desktop/benches/layers/layer_facts.h"
#include "desktop/benches/layers/loom.h"

namespace {

using namespace amber;

// How large a game is.
struct Scale {
  int kinds = 10;
  int layers = 8;
  int sentences = 200;
};
constexpr Scale kUsual;
constexpr Scale kLarge{32, 32, 500};
constexpr const char* kRoles[] = {"body", "feet", "reach"};

// A game: kinds of which some walk on others, some shoot, some are taken. Kinds of one group are
// set alike, assets of a kind in four ways.
Project game(int assets, Scale scale, int brokenOfHundred) {
  std::mt19937_64 random(11);
  Project project = newProject("large");
  project.layers.clear();
  for (int i = 0; i < scale.layers; ++i) project.layers.push_back("layer" + std::to_string(i));
  project.roles = {
      {"body", Duty::Stops, 1, 1}, {"feet", Duty::Notices, 0, 1}, {"reach", Duty::Notices, 0, 16}};
  project.kinds.clear();
  for (int k = 0; k < scale.kinds; ++k) {
    Kind kind;
    kind.name = "kind" + std::to_string(k);
    kind.settings.push_back(
        {"body", {}, LayerSet{1} << (k % scale.layers), LayerSet{1} << ((k + 1) % scale.layers)});
    project.kinds.push_back(kind);
  }
  Sheet sheet;
  sheet.id = {project.nextId++};
  sheet.path = "sheet.png";
  sheet.size = {64, 64};
  project.sheets.emplace_back(sheet);
  for (int i = 0; i < assets; ++i) {
    Asset asset;
    asset.id = {project.nextId++};
    asset.name = "asset" + std::to_string(i);
    const int k = i % scale.kinds;
    asset.kind = "kind" + std::to_string(k);
    asset.motion = k % 3 == 0 ? Motion::Static : Motion::Dynamic;
    asset.copies = k % 2 == 0 ? Copies::Many : Copies::One;
    const int way = (i / scale.kinds) % 4;
    if (way > 0) {
      asset.settings.push_back({"body",
                                {},
                                LayerSet{1} << (k % scale.layers),
                                (LayerSet{1} << ((k + 1) % scale.layers)) |
                                    (LayerSet{1} << ((k + 2 + way) % scale.layers))});
    }
    Frame frame;
    frame.id = {project.nextId++};
    frame.sheet = sheet.id;
    frame.rect = {0, 0, 16, 16};
    for (const char* role : kRoles) frame.shapes.push_back({role, Box{0, 0, 8, 8}});
    asset.frames.push_back(frame);
    project.assets.emplace_back(std::move(asset));
  }
  // Expectations that hold, about kinds and about some assets by name. A few of every hundred do
  // not hold.
  const auto alike = ParticipantClasses::of(project);
  const Meetings meetings(*alike);
  while (static_cast<int>(project.expectations.size()) < scale.sentences) {
    const auto phrase = [&](bool named) -> Phrase {
      if (named)
        return {PhraseOf::Asset, "asset" + std::to_string(random() % 100), kRoles[random() % 3]};
      return {PhraseOf::Kind,
              "kind" + std::to_string(random() % static_cast<unsigned>(scale.kinds)),
              kRoles[random() % 3]};
    };
    Expectation one{phrase(random() % 4 == 0), static_cast<Verb>(random() % 3), phrase(false),
                    false};
    const bool wantBroken = static_cast<int>(random() % 100) < brokenOfHundred;
    const Verdict verdict = judged(one, meetings).verdict;
    if (verdict != (wantBroken ? Verdict::Broken : Verdict::Holds)) continue;
    project.expectations.push_back(std::move(one));
  }
  return project;
}

void judgeAll(benchmark::State& state) {
  const Project project = game(1000, kUsual, static_cast<int>(state.range(0)));
  std::size_t broken = 0;
  std::size_t unasked = 0;
  for (auto _ : state) {
    const LayerFacts facts = layerFactsOf(project);
    broken = 0;
    for (const SentenceFacts& one : facts.sentences)
      broken += one.verdict == Verdict::Broken ? 1U : 0U;
    unasked = facts.unasked.size();
  }
  state.counters["broken"] = static_cast<double>(broken);
  state.counters["unasked"] = static_cast<double>(unasked);
}

// Verdicts and unasked meetings alone.
void judgeOnly(benchmark::State& state, Scale scale) {
  const Project project = game(1000, scale, 5);
  for (auto _ : state) {
    const auto alike = ParticipantClasses::of(project);
    const Meetings meetings(*alike);
    for (const Expectation& one : project.expectations) {
      benchmark::DoNotOptimize(judged(one, meetings));
    }
    benchmark::DoNotOptimize(unaskedPairs(project.expectations, meetings));
  }
}

void weaveAll(benchmark::State& state, Scale scale) {
  const Project project = game(1000, scale, 0);
  std::size_t layers = 0;
  for (auto _ : state) {
    const auto result = woven(project);
    if (!result) {
      state.SkipWithError(result.error().text.c_str());
      return;
    }
    layers = result->layering.layers.size();
  }
  state.counters["layers"] = static_cast<double>(layers);
}

void paintLoom(benchmark::State& state) {
  Project project = game(static_cast<int>(state.range(0)) / 3, {.sentences = 0}, 0);
  // Each shape has different settings, so that none are grouped.
  int i = 0;
  for (SharedValue<Asset>& held : project.assets) {
    Asset asset = *held;
    asset.settings.clear();
    for (const char* role : kRoles) {
      ++i;
      asset.settings.push_back(
          {role, {}, static_cast<LayerSet>(i & 255), static_cast<LayerSet>(i * 7 & 255)});
    }
    held = SharedValue<Asset>(std::move(asset));
  }
  Loom loom(nullptr);
  loom.resize(760, 460);
  loom.show(project);
  QImage image(loom.size(), QImage::Format_ARGB32_Premultiplied);
  for (auto _ : state) loom.viewport()->render(&image);
  state.counters["rows"] = static_cast<double>(loom.rows().size());
}

// All findings of the project, as `check` lists them.
void checkAll(benchmark::State& state, Scale scale) {
  const Project project = game(1000, scale, 5);
  for (auto _ : state)
    benchmark::DoNotOptimize(checkProject(project, [](SheetId) { return nullptr; }));
}

}  // namespace

BENCHMARK_CAPTURE(judgeOnly, usual, kUsual)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(judgeOnly, large, kLarge)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(checkAll, large, kLarge)->Unit(benchmark::kMillisecond);
BENCHMARK(judgeAll)->Arg(0)->Arg(2)->Arg(5)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(weaveAll, usual, kUsual)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(weaveAll, large, kLarge)->Unit(benchmark::kMillisecond);
BENCHMARK(paintLoom)->Arg(12)->Arg(300)->Unit(benchmark::kMillisecond);

int main(int argc, char** argv) {
  const QApplication application(argc, argv);
  benchmark::Initialize(&argc, argv);
  benchmark::RunSpecifiedBenchmarks();
  return 0;
}

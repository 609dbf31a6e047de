// What the origin bench costs: a rule for 5,000 frames of 64 x 64 px, as edits and as a step of the
// session; the stage with 64 ghosts of 256 x 256 px, drawn again as it was and with a frame that
// moved; and how many drawn slips are found in made-up animations.
#include <benchmark/benchmark.h>

#include <QApplication>
#include <QImage>
#include <QTemporaryDir>
#include <algorithm>
#include <cmath>
#include <cstdio>
#include <map>

#include "big_project.h"
#include "core/cut/cut_frames.h"
#include "core/cut/grid.h"
#include "core/origin/origin_edits.h"
#include "core/origin/slips.h"
#include "desktop/benches/origin/origin_stage.h"
#include "files/file_bytes.h"
#include "files/image/image_file.h"
#include "files/project/project_file.h"
#include "support/figure_generator.h"
#include "work/art/import_sheet.h"
#include "work/project/new_project.h"

namespace {

using namespace amber;

std::vector<FrameRef> framesOf(const Project& project) {
  std::vector<FrameRef> frames;
  for (const auto& asset : project.assets) {
    for (const Frame& frame : asset->frames) frames.push_back({asset->id, frame.id});
  }
  return frames;
}

// A session with the project open and its art read.
class Opened {
 public:
  explicit Opened(const std::string& path) {
    if (!session.open(QString::fromStdString(path))) std::abort();
    session.settle();
  }
  ProjectSession session;
};

struct Big {
  QTemporaryDir folder;
  Opened opened{bench::makeBigProject(folder.path().toStdString(), 200)};
  std::vector<FrameRef> frames = framesOf(opened.session.project());
};

Big& big() {
  static Big made;
  return made;
}

void ruleFor5000Frames(benchmark::State& state, OriginRule rule) {
  ProjectSession& session = big().opened.session;
  rule.frame = big().frames.front().frame;
  for (auto _ : state) {
    const auto edits = originsByRule(session.project(), big().frames, rule, session.art());
    benchmark::DoNotOptimize(withEdits(session.project(), edits));
  }
  state.SetLabel(std::to_string(big().frames.size()) + " frames");
}
BENCHMARK_CAPTURE(ruleFor5000Frames, inkBottom, OriginRule{OriginBasis::Ink, Anchor::Bottom})
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(ruleFor5000Frames, feet, OriginRule{OriginBasis::Feet, Anchor::Bottom})
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(ruleFor5000Frames, feetOf, OriginRule{OriginBasis::FeetOf, Anchor::Bottom})
    ->Unit(benchmark::kMillisecond);

void ruleFor5000FramesAsOneStepAndBack(benchmark::State& state) {
  ProjectSession& session = big().opened.session;
  for (auto _ : state) {
    session.perform("Set origins",
                    originsByRule(session.committed(), big().frames,
                                  {OriginBasis::Centroid, Anchor::Bottom}, session.art()));
    session.history().undo();
  }
}
BENCHMARK(ruleFor5000FramesAsOneStepAndBack)->Unit(benchmark::kMillisecond);

// One animation of 64 frames of 256 x 256 px, half of them ink.
std::string makeStack(const std::string& folder) {
  Image image(2048, 2048);
  for (int y = 0; y < image.height(); ++y) {
    for (int x = 0; x < image.width(); ++x) {
      const double dx = x % 256 - 128;
      const double dy = y % 256 - 128;
      if (std::hypot(dx, dy) < 100 + (x / 256 + y / 256) % 5) {
        image.at(x, y) = {static_cast<std::uint8_t>(x), static_cast<std::uint8_t>(y), 90, 255};
      }
    }
  }
  const std::string sheet = folder + "/stack.png";
  if (!writeFileAtomically(sheet, pngBytes(image))) std::abort();
  auto imported = importSheet(folder, sheet);
  SheetChoices choices;
  choices.cut = {CutChoice::Way::Cells, {256, 256}};
  choices.asset.kind = "character";
  auto project = withSheet(newProject("stack"), std::move(*imported), choices);
  const std::string path = folder + "/stack.amber";
  if (!project || !writeProject(path, *project)) std::abort();
  return path;
}

struct Stack {
  QTemporaryDir folder;
  Opened opened{makeStack(folder.path().toStdString())};
  Pictures pictures{opened.session};
  OriginStage stage{opened.session, pictures, nullptr};
  std::vector<StagedFrame> ghosts;

  Stack() {
    stage.resize(793, 512);
    const Asset& asset = *opened.session.currentAsset();
    ghosts = ghostStack({{&asset, &asset.animations.front()}}, {}, 1, 64);
    for (StagedFrame& ghost : ghosts) ghost.opacity = ghostOpacity(ghosts.size());
    stage.setGhosts(ghosts);
  }
};

Stack& stack() {
  static Stack made;
  return made;
}

void redraw(QImage& onto) {
  stack().stage.render(&onto);
}

void redrawOf64Ghosts(benchmark::State& state) {
  QImage onto(stack().stage.size(), QImage::Format_ARGB32_Premultiplied);
  for (auto _ : state) redraw(onto);
  state.SetLabel(std::to_string(stack().ghosts.size()) + " ghosts");
}
BENCHMARK(redrawOf64Ghosts)->Unit(benchmark::kMillisecond);

// As while one frame's origin is dragged by whole pixels: every picture is another.
void redrawOf64GhostsOneOfThemMoved(benchmark::State& state) {
  QImage onto(stack().stage.size(), QImage::Format_ARGB32_Premultiplied);
  ProjectSession& session = stack().opened.session;
  const Asset& asset = *session.currentAsset();
  const FrameRef moved{asset.id, asset.frames[5].id};
  double by = 0;
  for (auto _ : state) {
    state.PauseTiming();
    by = by == 3 ? -3 : 3;
    session.preview(originsMoved(session.committed(), {moved}, by, 0));
    state.ResumeTiming();
    redraw(onto);
  }
  session.endPreview();
}
BENCHMARK(redrawOf64GhostsOneOfThemMoved)->Unit(benchmark::kMillisecond);

void slipsOfAnAnimation(benchmark::State& state) {
  const test::MadeFigure figure = test::madeFigure(12, test::Movement::Wave, true);
  const auto art = std::make_shared<const SheetArt>(figure.art);
  for (auto _ : state) {
    benchmark::DoNotOptimize(
        slipsOf(figure.asset, figure.asset.animations.front(), [&](SheetId) { return art; }));
  }
  state.SetLabel(std::to_string(figure.asset.frames.size()) + " frames of " +
                 std::to_string(figure.asset.frames.front().rect.w) + " x " +
                 std::to_string(figure.asset.frames.front().rect.h));
}
BENCHMARK(slipsOfAnAnimation)->Unit(benchmark::kMicrosecond);

// How often what was drawn off is found, and what was not is not, in animations by the thousand.
void tellHowManySlipsAreFound() {
  constexpr int kRounds = 1000;
  int drawn = 0;
  int found = 0;
  int animations = 0;
  int clean = 0;
  int falseAlarms = 0;
  std::map<std::string, int> missed;
  std::uint32_t seed = 1000000;
  for (int round = 0; round < kRounds; ++round) {
    for (int i = 0; i < 9; ++i) {
      const auto movement = static_cast<test::Movement>(i);
      for (const bool slips : {true, false}) {
        if (slips && !test::feetArePlanted(movement)) continue;
        const test::MadeFigure figure = test::madeFigure(++seed, movement, slips);
        const auto art = std::make_shared<const SheetArt>(figure.art);
        const auto told =
            slipsOf(figure.asset, figure.asset.animations.front(), [&](SheetId) { return art; });
        int right = 0;
        for (const auto& slip : figure.slips) {
          right += std::any_of(told.begin(), told.end(), [&](const Slip& one) {
            return one.step == slip.step && one.by == OriginPoint{1.0 * slip.dx, 1.0 * slip.dy};
          });
        }
        drawn += static_cast<int>(figure.slips.size());
        found += right;
        if (right < static_cast<int>(figure.slips.size())) {
          missed[test::nameOf(movement)] += static_cast<int>(figure.slips.size()) - right;
        }
        (slips ? animations : clean) += 1;
        falseAlarms += static_cast<int>(told.size()) > right ? 1 : 0;
      }
    }
  }
  std::printf("slips drawn: %d in %d animations; found exactly: %d (%.2f %%)\n", drawn, animations,
              found, 100.0 * found / drawn);
  for (const auto& [name, count] : missed) std::printf("missed: %d of %s\n", count, name.c_str());
  std::printf("animations with a false alarm: %d of %d, %d of them without a slip\n", falseAlarms,
              animations + clean, clean);
}

}  // namespace

int main(int argc, char** argv) {
  qputenv("QT_QPA_PLATFORM", "offscreen");
  const QApplication application(argc, argv);
  tellHowManySlipsAreFound();
  big();  // made before the first clock starts
  stack();
  benchmark::Initialize(&argc, argv);
  benchmark::RunSpecifiedBenchmarks();
}

#include "core/trial/course/try_everything.h"

#include <algorithm>
#include <atomic>
#include <random>

#include "core/base/parallel.h"

namespace amber {
namespace {

constexpr std::size_t kRuns = 64;
constexpr int kTicks = 1200;
// So many ticks after an event an input is kept, to be looked at.
constexpr int kTicksAfter = 30;

// Keys held for a twentieth to one and a half seconds. Drawn without the standard distributions,
// whose numbers differ between libraries.
CourseScript madeUp(std::size_t seed, int ticks, double rate) {
  std::mt19937 random(static_cast<std::mt19937::result_type>(seed));
  CourseScript script{ticks, {}};
  for (double at = 0; at < ticks;) {
    const auto draw = random() >> 8;
    CourseKeys keys;
    keys.right = draw % 8 < 5;
    keys.left = draw % 8 == 5;
    keys.jump = draw / 8 % 3 == 0;
    keys.up = draw / 32 % 4 == 0;
    keys.down = draw / 128 % 4 == 0;
    script.keys.push_back({static_cast<int>(at), keys});
    at += std::max(1.0, rate * (0.05 + static_cast<double>(draw / 512 % 30) / 20));
  }
  return script;
}

Result<CourseScript> scriptOf(std::size_t index, int ticks, double rate) {
  if (index < kScriptNames.size()) return builtInScript(kScriptNames[index], ticks, rate);
  return madeUp(index, ticks, rate);
}

CourseScript upTo(CourseScript script, int tick) {
  script.ticks = std::min(script.ticks, tick);
  std::erase_if(script.keys, [&](const KeyChange& change) { return change.from >= script.ticks; });
  return script;
}

}  // namespace

Result<TryOut> tryEverything(const Project& project, const Asset& asset, const CourseSetup& setup,
                             const Progress& progress) {
  if (const auto world = CourseWorld::make(project, asset, setup.course, setup.role); !world) {
    return tl::unexpected(world.error());
  }
  const int ticks = std::clamp(ticksFor(setup.course, setup.rules), 60, kTicks);
  std::vector<CourseRun> runs(kRuns);
  std::vector<CourseScript> scripts(kRuns);
  std::atomic<int> done{0};
  forEachIndex(kRuns, [&](std::size_t i) {
    if (progress.cancelled()) return;
    const auto world = CourseWorld::make(project, asset, setup.course, setup.role);
    const auto script = scriptOf(i, ticks, setup.rules.rate);
    if (!world || !script) return;
    scripts[i] = *script;
    runs[i] = courseRun(*world, setup.rules, *script, {{}, progress.stop});
    progress.at(++done, static_cast<int>(kRuns));
  });
  if (progress.cancelled()) return TryOut{};
  TryOut out;
  for (std::size_t kind = 0; kind < kCourseEventKinds; ++kind) {
    const auto wanted = static_cast<CourseEventKind>(kind);
    if (!isFault(wanted) || wanted == CourseEventKind::Deaf) continue;
    std::optional<WorstEvent> worst;
    int with = 0;
    for (std::size_t i = 0; i < kRuns; ++i) {
      if (runs[i].count(wanted) > 0) ++with;
      for (const CourseEvent& event : runs[i].events) {
        if (event.kind != wanted || (worst && event.px <= worst->event.px)) continue;
        worst = WorstEvent{event, upTo(scripts[i], event.tick + kTicksAfter), 0};
      }
    }
    if (!worst) continue;
    worst->runs = with;
    out.worst.push_back(std::move(*worst));
  }
  out.runs = static_cast<int>(kRuns);
  out.ticks = static_cast<long long>(kRuns) * ticks;
  return out;
}

}  // namespace amber

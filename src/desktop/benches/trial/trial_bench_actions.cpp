// What can be done at this bench, of trial_bench.h.
#include "desktop/benches/bench_actions.h"
#include "desktop/benches/trial/trial_bench.h"

namespace amber {

void TrialBench::addActions(ActionTable& table, ProjectSession& session,
                            const BenchAccess& access) {
  BenchActions<TrialBench> actions(table, session, access);
  actions.add(
      "trial.map", tr("Show the fairness of all offsets"), {},
      [](TrialBench& bench) {
        emit bench.wanted();
        bench.toggleMap();
      },
      [](const TrialBench& bench) { return bench.refusal(); });
  actions.add(
      "trial.worst", tr("Stand the other one where it is least fair"), "Ctrl+Shift+U",
      [](TrialBench& bench) {
        emit bench.wanted();
        bench.standAtWorst();
      },
      [](const TrialBench& bench) { return bench.worstRefusal(); });
  actions.add(
      "trial.mount", tr("Stand the other one at a mount of the first"), {},
      [](TrialBench& bench) {
        emit bench.wanted();
        bench.standAtMount();
      },
      [](const TrialBench& bench) { return bench.mountRefusal(); });
  actions.add(
      "trial.play", tr("Play both where they stand"), {},
      [](TrialBench& bench) {
        emit bench.wanted();
        bench.togglePlaying();
      },
      [](const TrialBench& bench) { return bench.refusal(); });
  actions.add(
      "trial.take", tr("Take the fairer shape for the asset"), {},
      [](TrialBench& bench) { bench.takeCandidate(); },
      [](const TrialBench& bench) { return bench.takeRefusal(); });
}

void TrialBench::placeActions(ActionTable& actions) {
  bindButtons(
      actions,
      {{"worst", "trial.worst"}, {"standAtMount", "trial.mount"}, {"takeFair", "trial.take"}});
}

}  // namespace amber

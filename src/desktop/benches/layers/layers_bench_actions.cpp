// What can be done at this bench, of layers_bench.h.
#include "desktop/benches/bench_actions.h"
#include "desktop/benches/layers/layers_bench.h"

namespace amber {

void LayersBench::addActions(ActionTable& table, ProjectSession& session,
                             const BenchAccess& access) {
  BenchActions<LayersBench> actions(table, session, access);
  const auto shown = [](LayersBench& bench) { emit bench.wanted(); };
  actions.add("layers.sentence", tr("Add an expectation"), "Ctrl+E",
              [shown](LayersBench& bench) {
                shown(bench);
                bench.typeSentence();
              },
              {});
  actions.add(
      "layers.expect", tr("Expect what the two selected shapes do"), {},
      [](LayersBench& bench) { bench.expectChosen(); },
      [](const LayersBench& bench) { return bench.pairRefusal(); });
  actions.add("layers.add", tr("Add a layer"), {},
              [shown](LayersBench& bench) {
                shown(bench);
                bench.addLayer();
              },
              {});
  actions.add("layers.tableOut", tr("Export who meets whom as a table"), {},
              [](LayersBench& bench) { bench.writeTable(); }, {});
  actions.add("layers.tableIn", tr("Import layers from a table"), {},
              [](LayersBench& bench) { bench.readTable(); }, {});
  actions.add(
      "layers.weave", tr("Weave layers from the expectations"), "Ctrl+Shift+W",
      [shown](LayersBench& bench) {
        shown(bench);
        bench.weave();
      },
      [](const LayersBench& bench) { return bench.weaveRefusal(); });
}

void LayersBench::placeActions(ActionTable& actions) {
  bindButtons(actions, {{"addLayer", "layers.add"}, {"weave", "layers.weave"}});
}

}  // namespace amber

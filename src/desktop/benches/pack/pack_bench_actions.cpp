// What can be done at this bench, of pack_bench.h.
#include "desktop/benches/bench_actions.h"
#include "desktop/benches/pack/pack_bench.h"

namespace amber {

void PackBench::addActions(ActionTable& table, ProjectSession& session, const BenchAccess& access) {
  BenchActions<PackBench> actions(table, session, access);
  actions.add(
      "pack.pack", tr("Pack"), "Ctrl+P",
      [](PackBench& pack) {
        emit pack.wanted();
        pack.pack();
      },
      [](const PackBench& pack) { return pack.packRefusal(); });
  actions.add("pack.report", tr("Write a report"), {}, [](PackBench& pack) { pack.writeReport(); },
              {});
}

void PackBench::placeActions(ActionTable& actions) {
  bindButtons(actions, {{"packButton", "pack.pack"}, {"writeReport", "pack.report"}});
}

}  // namespace amber

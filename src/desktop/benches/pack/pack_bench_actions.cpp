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
  actions.add(
      "pack.verify", tr("Verify the parcel against the project, pixel by pixel"), {},
      [](PackBench& pack) {
        emit pack.wanted();
        pack.verify();
      },
      [](const PackBench& pack) { return pack.verifyRefusal(); });
  actions.add("pack.pages", tr("Show the packed pages"), {},
              [](PackBench& pack) { pack.showAs(Shows::Pages); }, {});
  actions.add("pack.frame", tr("Show the frame as a loader draws it"), {},
              [](PackBench& pack) { pack.showAs(Shows::Frame); }, {});
  actions.add("pack.changes", tr("Show what changed since the last pack"), {},
              [](PackBench& pack) { pack.showAs(Shows::Changes); }, {});
  actions.add("pack.compare", tr("Compare with another project file"), {},
              [](PackBench& pack) { pack.compare(); }, {});
  actions.add("pack.merge", tr("Merge a project"), {}, [](PackBench& pack) { pack.merge(); }, {});
  actions.add("pack.report", tr("Export a report"), {}, [](PackBench& pack) { pack.writeReport(); },
              {});
}

void PackBench::placeActions(ActionTable& actions) {
  for (Canvas* canvas : findChildren<Canvas*>()) {
    actions.place(canvas, {"view.fit", "view.larger", "view.smaller"});
  }
  bindButtons(actions, {{"packButton", "pack.pack"},
                        {"verifyButton", "pack.verify"},
                        {"writeReport", "pack.report"},
                        {"compareProject", "pack.compare"},
                        {"mergeProject", "pack.merge"}});
}

}  // namespace amber

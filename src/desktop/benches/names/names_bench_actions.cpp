// What can be done at this bench, of names_bench.h.
#include "desktop/benches/bench_actions.h"
#include "desktop/benches/names/names_bench.h"

namespace amber {

void NamesBench::addActions(ActionTable& table, ProjectSession& session,
                            const BenchAccess& access) {
  BenchActions<NamesBench> actions(table, session, access);
  actions.add(
      "names.renameAll", tr("Rename all by the rule"), "Ctrl+R",
      [](NamesBench& names) { names.renameAll(); },
      [](const NamesBench& names) { return names.renameRefusal(); });
}

void NamesBench::placeActions(ActionTable& actions) {
  bindButtons(actions, {{"renameAll", "names.renameAll"}});
}

}  // namespace amber

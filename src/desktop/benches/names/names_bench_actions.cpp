// What can be done at this bench, of names_bench.h.
#include "desktop/benches/bench_actions.h"
#include "desktop/benches/names/names_bench.h"

namespace amber {

void NamesBench::addActions(ActionTable& table, ProjectSession& session,
                            const BenchAccess& access) {
  BenchActions<NamesBench> actions(table, session, access);
  actions.add(
      "names.renameAll", tr("Rename all by the convention"), "Ctrl+R",
      [](NamesBench& names) { names.renameAll(); },
      [](const NamesBench& names) { return names.renameRefusal(); });
  actions.add(
      "names.renameChosen", tr("Rename the selected names by the convention"), {},
      [](NamesBench& names) { names.renameChosen(); },
      [](const NamesBench& names) { return names.chosenRefusal(); });
  actions.add(
      "names.number", tr("Renumber the selected frames"), {},
      [](NamesBench& names) { names.numberChosen(); },
      [](const NamesBench& names) { return names.chosenRefusal(); });
  actions.add("names.learn", tr("Learn the convention from the names"), {},
              [](NamesBench& names) { names.learn(); }, {});
  actions.add("names.filter", tr("Filter names"), {}, [](NamesBench& names) { names.filter(); },
              {});
  actions.add("names.replace", tr("Replace text in names"), {},
              [](NamesBench& names) { names.openReplacing(); }, {});
  actions.add("names.addCode", tr("Add a folder of source code"), {},
              [](NamesBench& names) { names.addCodeFolder(); }, {});
  actions.add(
      "names.diff", tr("Export a diff for the code"), {},
      [](NamesBench& names) { names.writeDiff(); },
      [](const NamesBench& names) { return names.diffRefusal(); });
}

void NamesBench::placeActions(ActionTable& actions) {
  bindButtons(actions, {{"renameAll", "names.renameAll"},
                        {"renameChosen", "names.renameChosen"},
                        {"learnNames", "names.learn"},
                        {"openReplacing", "names.replace"},
                        {"writeCodeDiff", "names.diff"}});
}

}  // namespace amber

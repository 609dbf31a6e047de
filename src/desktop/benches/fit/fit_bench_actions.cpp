// What can be done at this bench, of fit_bench.h.
#include "desktop/benches/bench_actions.h"
#include "desktop/benches/fit/fit_bench.h"

namespace amber {

void FitBench::addActions(ActionTable& table, ProjectSession& session, const BenchAccess& access) {
  BenchActions<FitBench> actions(table, session, access);
  const auto asset = [&session](const FitBench&) {
    return session.currentAsset() != nullptr ? QString() : tr("Cut a sheet first");
  };
  actions.add(
      "fit.take", tr("Fit a snug box to each frame in the scope"), "Ctrl+F",
      [](FitBench& fit) { fit.fitSnugBoxes(); }, asset);
  const auto shapes = [&](const QString& id, const QString& text, const QString& key,
                          void (FitBench::*verb)()) {
    actions.add(
        id, text, key, [verb](FitBench& fit) { (fit.*verb)(); },
        [](const FitBench& fit) { return fit.shapeRefusal(); }, ActionPlace::Given);
  };
  shapes("fit.key", tr("Set keyframes in the scope"), "K", &FitBench::keyShapes);
  shapes("fit.unkey", tr("Remove keyframes in the scope"), "U", &FitBench::unkeyShapes);
  shapes("fit.hold", tr("Hold the shape through the animation"), "H", &FitBench::holdShape);
  shapes("fit.mirror", tr("Mirror the shape about the origin"), "M", &FitBench::mirrorShapes);
  shapes("fit.copy", tr("Copy the shape"), "Ctrl+C", &FitBench::copyShape);
  actions.add(
      "fit.paste", tr("Paste the shape on the frames in the scope"), "Ctrl+V",
      [](FitBench& fit) { fit.pasteShape(); }, asset, ActionPlace::Given);
  actions.add(
      "fit.again", tr("Refit outdated shapes"), {}, [](FitBench& fit) { fit.fitAgain(); }, asset);
  actions.add(
      "fit.kindRules", tr("Apply the rules of the kind to the scope"), {},
      [](FitBench& fit) { fit.applyKindRules(); }, asset);
  actions.add(
      "fit.tiles", tr("Check the kind as tiles, or no longer"), {},
      [](FitBench& fit) { fit.toggleTiles(); }, asset);
  actions.add(
      "fit.mergedTiles", tr("Merge fitting tiles on courses, or no longer"), {},
      [](FitBench& fit) { fit.toggleMergedTiles(); }, asset);
  actions.add(
      "fit.apart", tr("Do not compare this tile with the marked neighbours"), {},
      [](FitBench& fit) { fit.decideTilesApart(); },
      [](const FitBench& fit) { return fit.tilesRefusal(); });
  actions.add(
      "fit.roles", tr("Roles of this project"), {}, [](FitBench& fit) { fit.showRoles(); }, asset);
}

void FitBench::placeActions(ActionTable& actions) {
  actions.place(stage(),
                {"fit.key", "fit.unkey", "fit.hold", "fit.mirror", "fit.copy", "fit.paste"});
  bindButtons(actions, {{"keyShape", "fit.key"},
                        {"unkeyShape", "fit.unkey"},
                        {"holdShape", "fit.hold"},
                        {"fitAgain", "fit.again"},
                        {"fitButton", "fit.take"},
                        {"rolesButton", "fit.roles"}});
  for (const char* id : {"fit.copy", "fit.paste", "fit.mirror", "fit.kindRules", "fit.tiles",
                         "fit.mergedTiles", "fit.apart"}) {
    more_->addAction(actions.action(id));
  }
}

}  // namespace amber

// What can be done at this bench, of cut_bench.h.
#include "desktop/benches/bench_actions.h"
#include "desktop/benches/cut/animation_panel.h"
#include "desktop/benches/cut/cut_bench.h"
#include "desktop/benches/cut/cut_stage.h"
#include "desktop/parts/ribbon.h"

namespace amber {

namespace {

using Actions = BenchActions<CutBench>;

void addSheetActions(Actions& actions) {
  actions.add(
      "cut.cut", CutBench::tr("Cut the sheet"), "Ctrl+Shift+C", [](CutBench& cut) { cut.cut(); },
      [](const CutBench& cut) { return cut.cutRefusal(); });
  actions.add(
      "cut.sure", CutBench::tr("Cut all clear sheets"), "Ctrl+Alt+C",
      [](CutBench& cut) { cut.cutSure(); }, [](const CutBench& cut) { return cut.sureRefusal(); });
  const auto turner = [&](const QString& id, const QString& text, SheetTurn turn) {
    actions.add(
        id, text, {}, [turn](CutBench& cut) { cut.turn(turn); },
        [](const CutBench& cut) { return cut.turnRefusal(); });
  };
  turner("cut.turnLeft", CutBench::tr("Turn the sheet left"), SheetTurn::Left);
  turner("cut.turnRight", CutBench::tr("Turn the sheet right"), SheetTurn::Right);
  turner("cut.mirrorX", CutBench::tr("Mirror the sheet horizontally"), SheetTurn::MirrorX);
  turner("cut.mirrorY", CutBench::tr("Mirror the sheet vertically"), SheetTurn::MirrorY);
  const auto byHand = [&](const QString& id, const QString& text, const QString& key,
                          void (CutBench::*verb)()) {
    actions.add(
        id, text, key, [verb](CutBench& cut) { (cut.*verb)(); },
        [](const CutBench& cut) { return cut.handRefusal(); }, ActionPlace::Given);
  };
  byHand("cut.deleteChosen", CutBench::tr("Delete the selected frames"), "Del",
         &CutBench::deleteChosen);
  byHand("cut.mergeChosen", CutBench::tr("Merge the selected frames"), "M", &CutBench::mergeChosen);
  byHand("cut.snapChosen", CutBench::tr("Snap the selected frames to their ink"), "S",
         &CutBench::snapChosen);
}

void addAnimationActions(Actions& actions) {
  const auto animation = [&](const QString& id, const QString& text, const QString& key,
                             void (AnimationPanel::*verb)()) {
    actions.add(
        id, text, key, [verb](CutBench& cut) { (cut.animations()->*verb)(); },
        [](const CutBench& cut) { return cut.animations()->refusal(); });
  };
  animation("animation.new", CutBench::tr("New animation of the selected frames"), "Ctrl+Shift+A",
            &AnimationPanel::makeFromSelected);
  animation("animation.copy", CutBench::tr("Duplicate the animation"), {},
            &AnimationPanel::duplicate);
  animation("animation.default", CutBench::tr("Use the animation as the default"), {},
            &AnimationPanel::makeDefault);
  animation("animation.remove", CutBench::tr("Remove the animation"), {}, &AnimationPanel::remove);
  animation("animation.rename", CutBench::tr("Rename the animation"), {}, &AnimationPanel::rename);
  const auto steps = [&](const QString& id, const QString& text, const QString& key,
                         std::function<void(AnimationPanel&)> run) {
    actions.add(
        id, text, key, [run = std::move(run)](CutBench& cut) { run(*cut.animations()); },
        [](const CutBench& cut) { return cut.animations()->stepRefusal(); }, ActionPlace::Given);
  };
  steps("step.repeat", CutBench::tr("Duplicate the selected steps"), "R",
        [](AnimationPanel& panel) { panel.repeatSteps(); });
  steps("step.remove", CutBench::tr("Remove the selected steps"), "Del",
        [](AnimationPanel& panel) { panel.removeSteps(); });
  steps("step.earlier", CutBench::tr("Move the selected steps earlier"), "Alt+Left",
        [](AnimationPanel& panel) { panel.moveSteps(-1); });
  steps("step.later", CutBench::tr("Move the selected steps later"), "Alt+Right",
        [](AnimationPanel& panel) { panel.moveSteps(1); });
}

}  // namespace

void CutBench::addActions(ActionTable& table, ProjectSession& session, const BenchAccess& access) {
  Actions actions(table, session, access);
  addSheetActions(actions);
  addAnimationActions(actions);
}

void CutBench::placeActions(ActionTable& actions) {
  actions.place(stage_, {"cut.deleteChosen", "cut.mergeChosen", "cut.snapChosen"});
  actions.place(ribbon(), {"step.repeat", "step.remove", "step.earlier", "step.later"});
  bindButtons(actions, {{"cutButton", "cut.cut"},
                        {"sureButton", "cut.sure"},
                        {"turnLeft", "cut.turnLeft"},
                        {"turnRight", "cut.turnRight"},
                        {"mirrorX", "cut.mirrorX"},
                        {"mirrorY", "cut.mirrorY"},
                        {"snapChosen", "cut.snapChosen"},
                        {"mergeChosen", "cut.mergeChosen"},
                        {"deleteChosen", "cut.deleteChosen"},
                        {"newAnimation", "animation.new"},
                        {"copyAnimation", "animation.copy"},
                        {"defaultAnimation", "animation.default"},
                        {"removeAnimation", "animation.remove"}});
}

}  // namespace amber

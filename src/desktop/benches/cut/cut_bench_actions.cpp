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
      "cut.sure", CutBench::tr("Cut the sheets that are sure"), "Ctrl+Alt+C",
      [](CutBench& cut) { cut.cutSure(); }, [](const CutBench& cut) { return cut.sureRefusal(); });
  const auto turner = [&](const QString& id, const QString& text, SheetTurn turn) {
    actions.add(
        id, text, {}, [turn](CutBench& cut) { cut.turn(turn); },
        [](const CutBench& cut) { return cut.turnRefusal(); });
  };
  turner("cut.turnLeft", CutBench::tr("Turn the sheet to the left"), SheetTurn::Left);
  turner("cut.turnRight", CutBench::tr("Turn the sheet to the right"), SheetTurn::Right);
  turner("cut.mirrorX", CutBench::tr("Mirror the sheet, left and right"), SheetTurn::MirrorX);
  turner("cut.mirrorY", CutBench::tr("Mirror the sheet, top and bottom"), SheetTurn::MirrorY);
  const auto byHand = [&](const QString& id, const QString& text, const QString& key,
                          void (CutBench::*verb)()) {
    actions.add(
        id, text, key, [verb](CutBench& cut) { (cut.*verb)(); },
        [](const CutBench& cut) { return cut.handRefusal(); }, ActionPlace::Given);
  };
  byHand("cut.deleteChosen", CutBench::tr("Delete the chosen frames"), "Del",
         &CutBench::deleteChosen);
  byHand("cut.mergeChosen", CutBench::tr("Merge the chosen frames"), "M", &CutBench::mergeChosen);
  byHand("cut.snapChosen", CutBench::tr("Snap the chosen frames to their ink"), "S",
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
  animation("animation.default", CutBench::tr("Make the animation the default"), {},
            &AnimationPanel::makeDefault);
  animation("animation.remove", CutBench::tr("Take the animation out"), {},
            &AnimationPanel::remove);
  animation("animation.rename", CutBench::tr("Rename the animation"), {}, &AnimationPanel::rename);
  const auto steps = [&](const QString& id, const QString& text, const QString& key,
                         std::function<void(AnimationPanel&)> run) {
    actions.add(
        id, text, key, [run = std::move(run)](CutBench& cut) { run(*cut.animations()); },
        [](const CutBench& cut) { return cut.animations()->stepRefusal(); }, ActionPlace::Given);
  };
  steps("step.repeat", CutBench::tr("Show the chosen steps once more"), "R",
        [](AnimationPanel& panel) { panel.repeatSteps(); });
  steps("step.remove", CutBench::tr("Take the chosen steps out"), "Del",
        [](AnimationPanel& panel) { panel.removeSteps(); });
  steps("step.earlier", CutBench::tr("Move the chosen steps earlier"), "Alt+Left",
        [](AnimationPanel& panel) { panel.moveSteps(-1); });
  steps("step.later", CutBench::tr("Move the chosen steps later"), "Alt+Right",
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

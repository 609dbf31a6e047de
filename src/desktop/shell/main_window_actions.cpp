// The table of everything that can be done, of main_window.h.
#include <QKeySequence>
#include <QStackedWidget>

#include "desktop/benches/cut/animation_panel.h"
#include "desktop/benches/cut/cut_bench.h"
#include "desktop/benches/fit/fit_bench.h"
#include "desktop/benches/names/names_bench.h"
#include "desktop/benches/origin/origin_bench.h"
#include "desktop/benches/pack/pack_bench.h"
#include "desktop/parts/wording.h"
#include "desktop/shell/findings_line.h"
#include "desktop/shell/main_window.h"
#include "desktop/shell/route_line.h"
#include "files/image_file.h"

namespace amber {

void MainWindow::add(const QString& id, const QString& text, const QString& shortcut,
                     std::function<void()> run, std::function<QString()> refusal,
                     const QList<QWidget*>& places) {
  actions_->add({id, text, QKeySequence(shortcut), std::move(run), std::move(refusal), places});
}

QList<QWidget*> MainWindow::stages() const {
  QList<QWidget*> all;
  for (int i = 0; i < benches_->count(); ++i) {
    if (auto* stage = static_cast<BenchView*>(benches_->widget(i))->stage()) all << stage;
  }
  return all;
}

QString MainWindow::needsProject() const {
  return session_.hasProject() ? QString() : tr("Open a project first");
}

void MainWindow::tellFormats() {
  QStringList moving;
  QStringList still;
  for (const ImageFormat& format : imageFormats()) {
    (format.animated ? moving : still) << QString::fromStdString(format.name);
  }
  notice(tr("Read with all their pictures: %1. Read as one picture: %2.")
             .arg(moving.join(", "), still.join(", ")),
         false);
}

void MainWindow::addAnimationActions() {
  AnimationPanel* panel = cut_->animations();
  const auto animation = [this, panel](const QString& id, const QString& text, const QString& key,
                                       void (AnimationPanel::*verb)()) {
    add(
        id, text, key, [panel, verb] { (panel->*verb)(); }, [panel] { return panel->refusal(); });
  };
  animation("animation.new", tr("New animation of the selected frames"), "Ctrl+Shift+A",
            &AnimationPanel::makeFromSelected);
  animation("animation.copy", tr("Duplicate the animation"), {}, &AnimationPanel::duplicate);
  animation("animation.default", tr("Make the animation the default"), {},
            &AnimationPanel::makeDefault);
  animation("animation.remove", tr("Take the animation out"), {}, &AnimationPanel::remove);
  animation("animation.rename", tr("Rename the animation"), {}, &AnimationPanel::rename);
  const auto steps = [this, panel](const QString& id, const QString& text, const QString& key,
                                   std::function<void()> run) {
    add(id, text, key, std::move(run), [panel] { return panel->stepRefusal(); }, {cut_->ribbon()});
  };
  steps("step.repeat", tr("Show the chosen steps once more"), "R",
        [panel] { panel->repeatSteps(); });
  steps("step.remove", tr("Take the chosen steps out"), "Del", [panel] { panel->removeSteps(); });
  steps("step.earlier", tr("Move the chosen steps earlier"), "Alt+Left",
        [panel] { panel->moveSteps(-1); });
  steps("step.later", tr("Move the chosen steps later"), "Alt+Right",
        [panel] { panel->moveSteps(1); });
}

void MainWindow::addOriginActions() {
  const auto mount = [this](const QString& id, const QString& text, const QString& key,
                            void (OriginBench::*verb)()) {
    add(
        id, text, key, [bench = origin_, verb] { (bench->*verb)(); },
        [this] { return origin_->mountRefusal(); }, {origin_->stage()});
  };
  mount("mount.key", tr("Key the mount here, or take its key away"), "K", &OriginBench::toggleKey);
  mount("mount.hold", tr("Hold the mount through the animation"), "Shift+K",
        &OriginBench::holdMount);
  mount("mount.mirror", tr("Mirror the mount"), {}, &OriginBench::mirrorMount);
  mount("mount.copy", tr("Copy the mount's offset"), "Ctrl+Shift+K", &OriginBench::copyOffset);
  mount("mount.remove", tr("Remove the mount"), {}, &OriginBench::removeMount);
  const auto needs = [this] { return needsProject(); };
  add(
      "origin.steadiest", tr("Select the steadiest frame"), {},
      [this] { origin_->selectSteadiest(); }, needs);
  add(
      "origin.worst", tr("Select the frame whose feet are farthest off"), {},
      [this] { origin_->selectWorst(); }, needs);
  add(
      "origin.kindRule", tr("Make this frame's origin rule the kind's"), {},
      [this] { origin_->makeKindRule(); }, [this] { return origin_->kindRuleRefusal(); });
}

void MainWindow::makeActions() {
  actions_ = new ActionTable(this);
  const auto needs = [this] { return needsProject(); };
  const auto needsStage = [this] {
    return benchView() != nullptr && benchView()->stage() != nullptr ? QString()
                                                                     : tr("There is no stage here");
  };
  add("project.new", tr("New project"), "Ctrl+N", [this] { askNew(); });
  add("project.open", tr("Open a project"), "Ctrl+O", [this] { askOpen(); });
  add(
      "project.save", tr("Save"), "Ctrl+S", [this] { session_.save(); }, needs);
  add(
      "project.saveAs", tr("Save under another name"), "Ctrl+Shift+S", [this] { askSaveAs(); },
      needs);
  add("sheets.add", tr("Add sheets"), "Ctrl+I", [this] { askImages(); });
  add("sheets.formats", tr("Say which images can be read"), {}, [this] { tellFormats(); });
  add(
      "edit.undo", tr("Undo"), "Ctrl+Z", [this] { session_.history().undo(); },
      [this] { return session_.history().canUndo() ? QString() : tr("Nothing to undo"); });
  add(
      "edit.redo", tr("Redo"), "Ctrl+Shift+Z", [this] { session_.history().redo(); },
      [this] { return session_.history().canRedo() ? QString() : tr("Nothing to redo"); });
  add("find", tr("Find or do anything"), "Ctrl+K", [this] { find(); });
  for (std::size_t i = 0; i < kBenchCount; ++i) {
    const auto bench = static_cast<Bench>(i);
    add(
        "bench." + benchName(bench).toLower(), tr("Go to %1").arg(benchName(bench)),
        QString("Ctrl+%1").arg(i + 1), [this, bench] { goToBench(bench); }, needs);
  }
  add(
      "finding.fix", tr("Mend the shown finding"), "Ctrl+Return", [this] { findings_->fix(); },
      [this] { return findings_->fixRefusal(); });
  add(
      "finding.next", tr("Show the next finding"), "Ctrl+.", [this] { findings_->next(); },
      [this] { return session_.findings().empty() ? tr("There are no findings") : QString(); });
  add(
      "finding.list", tr("Open or close the list of findings"), "Ctrl+L",
      [this] { findings_->toggleList(); }, needs);
  add(
      "sheet.remove", tr("Take the sheet out of the project"), {},
      [this] {
        const Sheet* sheet = findSheet(session_.project(), session_.selection().sheet);
        if (sheet != nullptr) session_.perform(tr("Take a sheet out"), {RemoveSheet{sheet->id}});
      },
      [this] { return session_.selection().sheet ? QString() : tr("No sheet is selected"); });
  add(
      "asset.remove", tr("Remove the selected assets"), {},
      [this] {
        std::vector<Edit> edits;
        for (const AssetId id : session_.selection().assets) edits.emplace_back(RemoveAsset{id});
        session_.perform(tr("Remove %1").arg(countedAssets(edits.size())), edits);
      },
      [this] {
        return session_.currentAsset() != nullptr ? QString() : tr("No asset is selected");
      });
  add(
      "frame.next", tr("Next frame"), "Ctrl+Right", [this] { stepFrame(session_, 1); }, needs);
  add(
      "frame.previous", tr("Previous frame"), "Ctrl+Left", [this] { stepFrame(session_, -1); },
      needs);
  add(
      "animation.play", tr("Play or pause"), "P", [this] { benchView()->player()->toggle(); },
      [this] {
        return benchView() != nullptr && benchView()->player() != nullptr
                   ? QString()
                   : tr("Nothing plays here");
      },
      stages());
  add(
      "cut.cut", tr("Cut the sheet"), "Ctrl+Shift+C", [this] { cut_->cut(); },
      [this] { return cut_->cutRefusal(); });
  const auto turner = [this](const QString& id, const QString& text, SheetTurn turn) {
    add(
        id, text, {}, [this, turn] { cut_->turn(turn); }, [this] { return cut_->turnRefusal(); });
  };
  turner("cut.turnLeft", tr("Turn the sheet to the left"), SheetTurn::Left);
  turner("cut.turnRight", tr("Turn the sheet to the right"), SheetTurn::Right);
  turner("cut.mirrorX", tr("Mirror the sheet, left and right"), SheetTurn::MirrorX);
  turner("cut.mirrorY", tr("Mirror the sheet, top and bottom"), SheetTurn::MirrorY);
  const auto byHand = [this](const QString& id, const QString& text, const QString& key,
                             void (CutBench::*verb)()) {
    add(
        id, text, key, [cut = cut_, verb] { (cut->*verb)(); },
        [this] { return cut_->handRefusal(); }, {cut_->stage()});
  };
  byHand("cut.deleteChosen", tr("Delete the chosen frames"), "Del", &CutBench::deleteChosen);
  byHand("cut.mergeChosen", tr("Merge the chosen frames"), "M", &CutBench::mergeChosen);
  byHand("cut.snapChosen", tr("Snap the chosen frames to their ink"), "S", &CutBench::snapChosen);
  addAnimationActions();
  addOriginActions();
  add(
      "fit.take", tr("Fit a snug box to each frame of the scope"), "Ctrl+F",
      [this] { fit_->fitSnugBoxes(); },
      [this] { return session_.currentAsset() != nullptr ? QString() : tr("Cut a sheet first"); });
  const auto shapes = [this](const QString& id, const QString& text, const QString& key,
                             void (FitBench::*verb)()) {
    add(
        id, text, key, [fit = fit_, verb] { (fit->*verb)(); },
        [this] { return fit_->shapeRefusal(); }, {fit_->stage()});
  };
  shapes("fit.key", tr("Key the shape on the scope"), "K", &FitBench::keyShapes);
  shapes("fit.unkey", tr("Unkey the shape on the scope"), "U", &FitBench::unkeyShapes);
  shapes("fit.hold", tr("Hold the shape through the animation"), "H", &FitBench::holdShape);
  shapes("fit.mirror", tr("Mirror the shape about the origin"), "M", &FitBench::mirrorShapes);
  shapes("fit.copy", tr("Copy the shape"), "Ctrl+C", &FitBench::copyShape);
  const auto asset = [this] {
    return session_.currentAsset() != nullptr ? QString() : tr("Cut a sheet first");
  };
  add("fit.paste", tr("Paste the shape on the scope"), "Ctrl+V", [this] { fit_->pasteShape(); },
      asset, {fit_->stage()});
  add(
      "fit.again", tr("Fit what is stale again"), {}, [this] { fit_->fitAgain(); }, asset);
  add(
      "fit.kindRules", tr("Apply the kind's rules to the scope"), {},
      [this] { fit_->applyKindRules(); }, asset);
  add(
      "fit.roles", tr("Roles of this project"), {}, [this] { fit_->showRoles(); }, asset);
  add(
      "names.renameAll", tr("Rename all by the rule"), "Ctrl+R", [this] { names_->renameAll(); },
      [this] { return names_->renameRefusal(); });
  add(
      "pack.pack", tr("Pack"), "Ctrl+P",
      [this] {
        goToBench(Bench::Pack);
        pack_->pack();
      },
      [this] { return pack_->packRefusal(); });
  add(
      "view.backdrop", tr("Next backdrop: kraft, dark, light"), "B",
      [this] { benchView()->stage()->nextBackdrop(); }, needsStage, stages());
  add(
      "view.fit", tr("Show all of it"), "0", [this] { benchView()->stage()->fit(); }, needsStage,
      stages());
  add(
      "view.larger", tr("Zoom in"), "+", [this] { benchView()->stage()->zoom(true); }, needsStage,
      stages());
  add(
      "view.smaller", tr("Zoom out"), "-", [this] { benchView()->stage()->zoom(false); },
      needsStage, stages());
  add("view.theme", tr("Change between Paper and Lamp"), "Ctrl+T", [this] { toggleTheme(); });
  add("quit", tr("Quit"), "Ctrl+Q", [this] { close(); });
  actions_->refresh();
}

}  // namespace amber

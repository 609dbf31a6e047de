// The table of everything that can be done, of main_window.h; what belongs to a bench is added by
// it.
#include <QApplication>
#include <QBuffer>
#include <QClipboard>
#include <QDesktopServices>
#include <QDir>
#include <QFileInfo>
#include <QImage>
#include <QKeySequence>
#include <QListView>
#include <QListWidget>
#include <QMimeData>
#include <QProcess>
#include <QUrl>
#include <array>

#include "desktop/parts/explaining.h"
#include "desktop/parts/wording.h"
#include "desktop/preferences.h"
#include "desktop/shell/about_dialog.h"
#include "desktop/shell/bench_stack.h"
#include "desktop/shell/findings_line.h"
#include "desktop/shell/main_window.h"
#include "desktop/shell/manual_window.h"
#include "desktop/shell/menus.h"
#include "desktop/shell/notice_bar.h"
#include "desktop/shell/preferences_dialog.h"
#include "desktop/shell/shelf.h"
#include "desktop/shell/shortcuts_dialog.h"
#include "desktop/shell/window_memory.h"
#include "desktop/stage/frame_picture.h"
#include "desktop/stage/stage_view.h"
#include "desktop/theme.h"
#include "files/file_bytes.h"
#include "files/image/image_file.h"
#include "work/project/blocks.h"

namespace amber {
namespace {

QString pageOf(Bench bench) {
  static constexpr std::array<const char*, kBenchCount> kPages = {
      "cut.md", "origin.md", "fitting.md", "names.md", "layers.md", "trial.md", "pack.md"};
  return kPages[static_cast<std::size_t>(bench)];
}

}  // namespace

QString MainWindow::needsProject() const {
  return session_.hasProject() ? QString() : tr("Open a project first");
}

void MainWindow::tellFormats() {
  QStringList moving;
  QStringList still;
  for (const ImageFormat& format : imageFormats()) {
    (format.animated ? moving : still) << QString::fromStdString(format.name);
  }
  notices_->tell(tr("With all their pictures: %1. As one picture: %2.")
                     .arg(moving.join(", "), still.join(", ")));
}

void MainWindow::addProjectActions() {
  const auto needs = [this] { return needsProject(); };
  actions_->add({"project.new", tr("New project"), QKeySequence::New, [this] { askNew(); }});
  actions_->add({"project.open", tr("Open a project"), QKeySequence::Open, [this] { askOpen(); }});
  actions_->add({"project.example", tr("Open the example"), {}, [this] { openExample(); }});
  actions_->add(
      {"project.save", tr("Save"), QKeySequence::Save, [this] { session_.save(); }, needs});
  actions_->add({"project.saveAs", tr("Save As"), QKeySequence("Ctrl+Shift+S"),
                 [this] { askSaveAs(); }, needs});
  actions_->add({"sheets.add", tr("Add sheets"), QKeySequence("Ctrl+I"), [this] { askImages(); }});
  actions_->add({"sheets.paste", tr("Paste an image as a sheet"), QKeySequence("Ctrl+Shift+V"),
                 [this] { pasteSheet(); }, needs});
  actions_->add({"sheets.formats", tr("Supported image formats"), {}, [this] { tellFormats(); }});
}

void MainWindow::addEditActions() {
  const auto named = [](const QString& what, const QString& step) {
    return step.isEmpty() ? what : what + ": " + step;
  };
  actions_->add(
      {"edit.undo", tr("Undo"), QKeySequence("Ctrl+Z"), [this] { undo(false); },
       [this] { return session_.history().canUndo() ? QString() : tr("Nothing to undo"); },
       ActionPlace::Window,
       [this, named] { return named(tr("Undo"), session_.history().undoText()); }});
  actions_->add(
      {"edit.redo", tr("Redo"), QKeySequence("Ctrl+Shift+Z"), [this] { undo(true); },
       [this] { return session_.history().canRedo() ? QString() : tr("Nothing to redo"); },
       ActionPlace::Window,
       [this, named] { return named(tr("Redo"), session_.history().redoText()); }});
  actions_->add({"find", tr("Find or do anything"), QKeySequence("Ctrl+K"), [this] { find(); }});
}

void MainWindow::addAssetActions() {
  actions_->add(
      {"sheet.remove",
       tr("Remove the sheet from the project"),
       {},
       [this] {
         session_.perform(tr("Remove a sheet"), {RemoveSheet{session_.selection().sheet}});
       },
       [this] { return session_.selection().sheet ? QString() : tr("No sheet is selected"); }});
  actions_->add({"asset.variant",
                 tr("Make a variant of the asset"),
                 {},
                 [this] { askVariant(); },
                 [this] {
                   return session_.currentAsset() != nullptr ? QString()
                                                             : tr("No asset is selected");
                 }});
  actions_->add({"asset.release",
                 tr("Release the variant from its first asset"),
                 {},
                 [this] {
                   Asset asset = *session_.currentAsset();
                   asset.variantOf = {};
                   session_.perform(tr("Release a variant"), {PutAsset{asset}});
                 },
                 [this] {
                   const Asset* asset = session_.currentAsset();
                   return asset != nullptr && asset->variantOf ? QString()
                                                               : tr("This asset is not a variant");
                 }});
  actions_->add({"asset.remove",
                 tr("Remove the selected assets"),
                 {},
                 [this] {
                   std::vector<Edit> edits;
                   for (const AssetId id : session_.selection().assets) {
                     edits.emplace_back(RemoveAsset{id});
                   }
                   session_.perform(tr("Remove %1").arg(countedAssets(edits.size())), edits);
                 },
                 [this] {
                   return session_.currentAsset() != nullptr ? QString()
                                                             : tr("No asset is selected");
                 }});
}

void MainWindow::addBlockActions() {
  actions_->add({"asset.newBlock",
                 tr("New block or zone"),
                 {},
                 [this] { askBlock(); },
                 [this] { return needsProject(); }});
  const auto needsBlock = [this] {
    const Asset* asset = session_.currentAsset();
    return asset != nullptr && rectangleOf(session_.project(), *asset) != nullptr
               ? QString()
               : tr("This asset is not a block or zone");
  };
  actions_->add({"asset.changeBlock",
                 tr("Change the size or colour of the block"),
                 {},
                 [this] { askBlockChange(); },
                 needsBlock});
  actions_->add({"asset.replaceBlock",
                 tr("Replace the block by sheets"),
                 {},
                 [this] { askBlockArt(); },
                 needsBlock});
}

void MainWindow::addFindingActions() {
  actions_->add({"finding.fix", tr("Fix the shown finding"), QKeySequence("Ctrl+Return"),
                 [this] { findings_->fix(); }, [this] { return findings_->fixRefusal(); }});
  actions_->add(
      {"finding.next", tr("Show the next finding"), QKeySequence("Ctrl+."),
       [this] { findings_->next(); },
       [this] { return session_.findings().empty() ? tr("There are no findings") : QString(); }});
  actions_->add({"finding.list", tr("Open or close the list of findings"), QKeySequence("Ctrl+L"),
                 [this] { findings_->toggleList(); }, [this] { return needsProject(); }});
}

void MainWindow::addFrameActions() {
  const auto needs = [this] { return needsProject(); };
  actions_->add({"frame.next", tr("Next frame"), QKeySequence("Ctrl+Right"),
                 [this] { stepFrame(session_, 1); }, needs});
  actions_->add({"frame.previous", tr("Previous frame"), QKeySequence("Ctrl+Left"),
                 [this] { stepFrame(session_, -1); }, needs});
  actions_->add({"frame.copyImage",
                 tr("Copy the frame as an image"),
                 {},
                 [this] {
                   auto copy = mimeOf(pictures_, {session_.currentFrame()});
                   if (copy != nullptr) QGuiApplication::clipboard()->setMimeData(copy.release());
                 },
                 [this] {
                   return session_.currentFrame() != nullptr ? QString()
                                                             : tr("No frame is selected");
                 }});
  actions_->add({"animation.play", tr("Play or pause"), QKeySequence("P"),
                 [this] { inFront()->player()->toggle(); },
                 [this] {
                   const bool plays = inFront() != nullptr && inFront()->player() != nullptr;
                   return plays ? QString() : tr("This view has no animation");
                 },
                 ActionPlace::Given});
}

void MainWindow::addViewActions() {
  const auto hasStage = [this] { return inFront() != nullptr && inFront()->stage() != nullptr; };
  const auto onStage = [this, hasStage](const QString& id, const QString& text, const QString& key,
                                        std::function<void(Canvas&)> run) {
    actions_->add({id, text, QKeySequence(key),
                   [this, run = std::move(run)] { run(*inFront()->stage()); },
                   [hasStage] { return hasStage() ? QString() : tr("This view has no stage"); },
                   ActionPlace::Given});
  };
  const auto artStage = [this] {
    return inFront() == nullptr ? nullptr : qobject_cast<StageView*>(inFront()->stage());
  };
  actions_->add(
      {"view.backdrop", tr("Next backdrop (kraft, dark, light)"), QKeySequence("B"),
       [artStage] { artStage()->nextBackdrop(); },
       [artStage] { return artStage() == nullptr ? tr("This view shows no art") : QString(); },
       ActionPlace::Given});
  onStage("view.fit", tr("Fit to window"), "0", [](Canvas& stage) { stage.fit(); });
  onStage("view.larger", tr("Zoom in"), "+", [](Canvas& stage) { stage.zoom(true); });
  onStage("view.smaller", tr("Zoom out"), "-", [](Canvas& stage) { stage.zoom(false); });
  actions_->add({"view.hand",
                 tr("Move the view by dragging"),
                 {},
                 [this] {
                   Canvas& stage = *inFront()->stage();
                   stage.setHand(!stage.hasHand());
                   showState();
                 },
                 [hasStage] { return hasStage() ? QString() : tr("This view has no stage"); },
                 ActionPlace::Window,
                 [this, hasStage] {
                   return hasStage() && inFront()->stage()->hasHand()
                              ? tr("Work on the stage again when dragging")
                              : tr("Move the view by dragging");
                 }});
  actions_->add({"view.menuBar", tr("Show or hide the menu bar"), QKeySequence("Ctrl+M"),
                 [this] { showMenuBar(menuWidget() == nullptr || menuWidget()->isHidden()); }});
  actions_->add({"view.theme", tr("Switch between the themes Paper and Lamp"),
                 QKeySequence("Ctrl+T"), [this] { toggleTheme(); }});
  addHelpActions();
  actions_->add({"quit", tr("Quit"), QKeySequence("Ctrl+Q"), [this] { close(); }});
}

void MainWindow::addHelpActions() {
  actions_->add({"preferences", tr("Preferences"), QKeySequence("Ctrl+,"),
                 [this] { PreferencesDialog(this).exec(); }});
  actions_->add({"shortcuts", tr("Keyboard Shortcuts"), {}, [this] {
                   ShortcutsDialog(*actions_, this).exec();
                 }});
  actions_->add({"help", tr("Help"), QKeySequence(Qt::Key_F1),
                 [this] { showManual(manualPageOf(QApplication::focusWidget())); }});
  actions_->add({"explain", tr("What is this?"), QKeySequence("Shift+F1"),
                 [] { showExplanation(QApplication::focusWidget()); }});
  actions_->add({"about", tr("About Amber Parcel"), {}, [this] { AboutDialog(this).exec(); }});
  actions_->add(
      {"sheet.openFolder",
       tr("Open the folder of the sheet"),
       {},
       [this] {
         QDesktopServices::openUrl(QUrl::fromLocalFile(QFileInfo(sheetFile()).absolutePath()));
       },
       [this] { return sheetFile().isEmpty() ? tr("No sheet is selected") : QString(); }});
  actions_->add(
      {"sheet.openEditor",
       tr("Open the sheet in its editor"),
       {},
       [this] { editSheet(); },
       [this] { return sheetFile().isEmpty() ? tr("No sheet is selected") : QString(); }});
  actions_->add(
      {"sheet.copyPath",
       tr("Copy the path of the sheet"),
       {},
       [this] { QGuiApplication::clipboard()->setText(sheetFile()); },
       [this] { return sheetFile().isEmpty() ? tr("No sheet is selected") : QString(); }});
}

// Writes the clipboard's image beside the other sheets, and adds it.
void MainWindow::pasteSheet() {
  const QImage image = QGuiApplication::clipboard()->image();
  QByteArray png;
  QBuffer buffer(&png);
  buffer.open(QIODevice::WriteOnly);
  if (image.isNull() || !image.save(&buffer, "png")) {
    notices_->warn(tr("The clipboard contains no image. Copy one in another program first."));
    return;
  }
  QDir folder(QFileInfo(session_.path()).absolutePath());
  for (const auto& sheet : session_.project().sheets) {
    if (!sheet->isFile()) continue;
    folder.setPath(QFileInfo(folder.filePath(QString::fromStdString(sheet->path))).path());
    break;
  }
  QString path = folder.filePath("pasted.png");
  for (int number = 2; QFileInfo::exists(path); ++number) {
    path = folder.filePath(QString("pasted_%1.png").arg(number));
  }
  const auto written = writeFileAtomically(path.toStdString(), png.toStdString());
  if (!written) {
    notices_->warn(QString::fromStdString(describe(written.error())));
    return;
  }
  session_.importImages({path});
}

// Opens the selected sheet in the preferred program for painting, or in the desktop's.
void MainWindow::editSheet() {
  const QString command = preferences().value(preference::kSheetEditor).toString();
  QStringList words = QProcess::splitCommand(command);
  const QString program = words.isEmpty() ? QString() : words.takeFirst();
  const bool started = program.isEmpty()
                           ? QDesktopServices::openUrl(QUrl::fromLocalFile(sheetFile()))
                           : QProcess::startDetached(program, words << sheetFile(),
                                                     QFileInfo(sheetFile()).absolutePath());
  if (started) return;
  notices_->warn(
      command.isEmpty()
          ? tr("The desktop has no program for this sheet. Choose one in Preferences.")
          : tr("\"%1\" could not be started. Choose another editor in Preferences.").arg(command));
}

// The file of the selected sheet; empty without one.
QString MainWindow::sheetFile() const {
  const Sheet* sheet =
      session_.hasProject() ? findSheet(session_.project(), session_.selection().sheet) : nullptr;
  if (sheet == nullptr || !sheet->isFile()) return {};
  return QFileInfo(session_.path()).absolutePath() + "/" + QString::fromStdString(sheet->path);
}

void MainWindow::showManual(QString page) {
  if (page.isEmpty()) page = session_.hasProject() ? pageOf(bench()) : "index.md";
  if (manual_ == nullptr) manual_ = new ManualWindow(this);
  manual_->showPage(page);
}

void MainWindow::makeActions() {
  actions_ = new ActionTable(this);
  addProjectActions();
  addEditActions();
  addAssetActions();
  addBlockActions();
  for (const BenchEntry& entry : benchTable()) {
    const auto index = static_cast<int>(entry.bench);
    actions_->add({"bench." + entry.name.toLower(), tr("Go to %1").arg(entry.name),
                   QKeySequence(QString("Ctrl+%1").arg(index + 1)),
                   [this, bench = entry.bench] { goToBench(bench); },
                   [this] { return needsProject(); }});
  }
  addFindingActions();
  addFrameActions();
  for (const BenchEntry& entry : benchTable()) {
    entry.addActions(*actions_, session_, benches_->access(entry.bench));
  }
  addViewActions();
  offerMenu(*shelf_->list(), *actions_, [this] {
    return shelf_->content() == ShelfContent::Sheets ? QStringList{"sheet"} : QStringList{"asset"};
  });
  offerMenu(*findings_->list(), *actions_, [this] {
    findings_->bringUpCurrent();
    return QStringList{"finding"};
  });
  actions_->bind(shelf_->variantButton(), "asset.variant");
  actions_->bind(shelf_->blockButton(), "asset.newBlock");
  actions_->refresh();
}

}  // namespace amber

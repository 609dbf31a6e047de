// What the user is asked, and what is dropped on the window, of main_window.h.
#include <QDragEnterEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QLatin1String>
#include <QMimeData>
#include <QUrl>

#include "core/cut/cut_frames.h"
#include "desktop/benches/bench_table.h"
#include "desktop/session/project_keeper.h"
#include "desktop/shell/block_dialog.h"
#include "desktop/shell/main_window.h"
#include "desktop/shell/notice_bar.h"
#include "desktop/shell/question.h"
#include "desktop/shell/window_memory.h"
#include "files/image/image_file.h"
#include "files/project/project_file.h"
#include "work/project/make_variant.h"

namespace amber {
namespace {

const QString kProjectFilter = QStringLiteral("Amber Parcel projects (*.amber)");

QString withEnding(const QString& path) {
  const QLatin1String ending(kProjectEnding.data());
  return path.endsWith(ending) ? path : path + ending;
}

QString imageFilter() {
  QStringList endings;
  for (const ImageFormat& format : imageFormats()) {
    endings << "*." + QString::fromStdString(format.name);
  }
  return MainWindow::tr("Images (%1);;All files (*)").arg(endings.join(' '));
}

}  // namespace

void MainWindow::askOpen() {
  const QString path = QFileDialog::getOpenFileName(this, tr("Open a project"),
                                                    lastFolder("project"), kProjectFilter);
  if (path.isEmpty()) return;
  rememberFolder("project", path);
  openProject(path);
}

void MainWindow::askNew() {
  const QString path =
      QFileDialog::getSaveFileName(this, tr("New project"), lastFolder("project"), kProjectFilter,
                                   nullptr, QFileDialog::DontConfirmOverwrite);
  if (path.isEmpty()) return;
  rememberFolder("project", path);
  if (const auto begun = session_.begin(withEnding(path)); !begun) {
    notices_->warn(QString::fromStdString(describe(begun.error())));
  }
}

void MainWindow::askSaveAs() {
  const QString path = QFileDialog::getSaveFileName(
      this, tr("Save As"), QFileInfo(session_.path()).absolutePath(), kProjectFilter);
  if (!path.isEmpty()) session_.saveAs(path);
}

void MainWindow::askImages() {
  const QStringList paths =
      QFileDialog::getOpenFileNames(this, tr("Choose sheets"), lastFolder("images"), imageFilter());
  if (paths.isEmpty()) return;
  rememberFolder("images", paths.front());
  session_.importImages(paths);
}

// A variant of the current asset, of images that are asked for; called after the first of them.
void MainWindow::askVariant() {
  const Asset* asset = session_.currentAsset();
  const QString first = QString::fromStdString(asset->name);
  const QStringList paths = QFileDialog::getOpenFileNames(
      this, tr("Sheets of the variant, in the same order as the sheets of %1").arg(first),
      lastFolder("images"), imageFilter());
  if (paths.isEmpty()) return;
  rememberFolder("images", paths.front());
  std::vector<std::string> images;
  for (const QString& path : paths) images.push_back(path.toStdString());
  const auto told = std::make_shared<std::vector<std::string>>();
  const std::string folder = QFileInfo(session_.path()).absolutePath().toStdString();
  session_.performBeside(
      tr("Make a variant of %1").arg(first),
      [told, folder, images, of = asset->id](const Project& project, ArtStore&,
                                             const Progress&) -> Result<std::vector<Edit>> {
        auto plan = makeVariant(project, folder, of, titleFrom(images.front()).asset, images);
        if (!plan) return tl::unexpected(plan.error());
        *told = std::move(plan->told);
        return std::move(plan->edits);
      },
      this,
      [this, told, first](bool made) {
        if (!made) return;
        QStringList sentences;
        for (const std::string& one : *told) sentences << QString::fromStdString(one);
        const Asset& variant = *session_.project().assets.back();
        session_.selectFrame(variant.id, {}, {});
        notices_->tell(tr("%1 was made as a variant of %2. %3")
                           .arg(QString::fromStdString(variant.name), first, sentences.join("; ")));
      });
}

// A new block or zone, whose size, colour and name are asked for.
void MainWindow::askBlock() {
  BlockDialog dialog(session_.project().kinds, this);
  if (dialog.exec() != QDialog::Accepted) return;
  const BlockRequest request = dialog.request();
  const auto edits = newBlock(session_.project(), request);
  if (!edits) {
    notices_->warn(QString::fromStdString(describe(edits.error())));
    return;
  }
  if (!session_.perform(request.colour ? tr("Make a block") : tr("Make a zone"), *edits)) return;
  goToBench(Bench::Fit);
  session_.selectFrame(session_.project().assets.back()->id, {}, {});
}

void MainWindow::askBlockChange() {
  const Asset& asset = *session_.currentAsset();
  BlockDialog dialog(asset, *rectangleOf(session_.project(), asset), this);
  if (dialog.exec() != QDialog::Accepted) return;
  const BlockRequest request = dialog.request();
  const auto edits = resizedBlock(session_.project(), asset.id, request.size, request.colour);
  if (edits) {
    session_.perform(tr("Change %1").arg(QString::fromStdString(asset.name)), *edits);
  } else {
    notices_->warn(QString::fromStdString(describe(edits.error())));
  }
}

// Sheets in place of the current block, which are asked for.
void MainWindow::askBlockArt() {
  const Asset& asset = *session_.currentAsset();
  const QString name = QString::fromStdString(asset.name);
  const QStringList paths = QFileDialog::getOpenFileNames(this, tr("Sheets for %1").arg(name),
                                                          lastFolder("images"), imageFilter());
  if (paths.isEmpty()) return;
  rememberFolder("images", paths.front());
  const std::string folder = QFileInfo(session_.path()).absolutePath().toStdString();
  session_.performBeside(
      tr("Replace %1 by sheets").arg(name),
      [folder, paths, id = asset.id](const Project& project, ArtStore&,
                                     const Progress&) -> Result<std::vector<Edit>> {
        std::vector<ImportedSheet> sheets;
        for (const QString& path : paths) {
          auto one = importSheet(folder, path.toStdString());
          if (!one) return tl::unexpected(one.error());
          sheets.push_back(std::move(*one));
        }
        auto with =
            withArtForBlock(project, id, std::move(sheets), std::make_shared<ArtStore>(folder));
        if (!with) return tl::unexpected(with.error());
        return std::vector<Edit>{Become{std::make_shared<const Project>(std::move(*with))}};
      },
      this, {});
}

void MainWindow::askOverwrite(const QString& sentence) {
  ask(this, sentence,
      {{tr("Reload from disk"), "openDisk", [this] { openProject(session_.path()); }},
       {tr("Overwrite"), "saveOver", [this] { session_.keeper().saveOver(); }},
       {tr("Cancel"), "doNothing", {}}});
}

void MainWindow::takeFiles(const QStringList& paths) {
  QStringList images;
  for (const QString& path : paths) {
    const QFileInfo info(path);
    if (path.endsWith(QLatin1String(kProjectEnding.data()))) {
      openProject(path);
    } else if (info.isDir() || looksLikeImage(path.toStdString())) {
      images << path;
    } else if (!info.exists()) {
      notices_->warn(tr("%1: this file does not exist. Check the name.").arg(path));
    } else {
      notices_->warn(
          tr("%1: this is not an image that can be read, a folder, or a project").arg(path));
    }
  }
  session_.importImages(images);
}

void MainWindow::dragEnterEvent(QDragEnterEvent* event) {
  if (event->mimeData()->hasUrls()) event->acceptProposedAction();
}

void MainWindow::dropEvent(QDropEvent* event) {
  QStringList paths;
  for (const QUrl& url : event->mimeData()->urls()) {
    if (url.isLocalFile()) paths << url.toLocalFile();
  }
  event->acceptProposedAction();
  takeFiles(paths);
}

void MainWindow::closeEvent(QCloseEvent* event) {
  // Where all goes well nothing is asked: what is not saved is kept, and comes back when the
  // project is opened again.
  const auto kept = session_.keepNow();
  if (!kept && !closeAnyway_) {
    event->ignore();
    ask(this,
        tr("Unsaved work could not be backed up. %1")
            .arg(QString::fromStdString(describe(kept.error()))),
        {{tr("Discard and close"), "closeAnyway",
          [this] {
            closeAnyway_ = true;
            close();
          }},
         {tr("Cancel"), "stay", {}}});
    return;
  }
  keepThumb();
  rememberWindow(*this);
  QMainWindow::closeEvent(event);
}

Result<void> MainWindow::keepForLogout() {
  rememberWindow(*this);
  return session_.keepNow();
}

QStringList MainWindow::restartArguments() const {
  if (!session_.hasProject()) return {};
  return {session_.path(), "--bench", benchName(bench()).toLower()};
}

}  // namespace amber

// What the session has done beside the interface, of session.h.
#include <QCoreApplication>
#include <QFileInfo>
#include <utility>

#include "core/checks/check_project.h"
#include "desktop/session.h"
#include "files/image_file.h"
#include "files/project_file.h"
#include "work/image_search.h"
#include "work/import_sheet.h"
#include "work/mend.h"
#include "work/recovery.h"

namespace amber {
namespace {

// How often work beside the interface says how far it is.
constexpr int kTellEveryMs = 100;

std::string folderOf(const QString& path) {
  return QFileInfo(path).absolutePath().toStdString();
}

}  // namespace

// Runs `work` on a pool; the function that it gives back then runs here, unless we are gone.
void ProjectSession::runBeside(QThreadPool& pool, std::function<std::function<void()>()> work) {
  ++running_;
  pool.start([this, work = std::move(work)] {
    std::function<void()> finish = work();
    QMetaObject::invokeMethod(
        this,
        [this, finish = std::move(finish)] {
          --running_;
          if (finish) finish();
        },
        Qt::QueuedConnection);
  });
}

void ProjectSession::settle() {
  while (running_ > 0 || checkTimer_.isActive()) {
    QCoreApplication::processEvents(QEventLoop::AllEvents | QEventLoop::WaitForMoreEvents, 20);
  }
}

void ProjectSession::readArt() {
  const int generation = artGeneration_;
  for (const auto& sheet : project_.sheets) {
    if (store_->cached(*sheet) != nullptr) continue;
    runBeside(readers_,
              [this, generation, sheet, store = store_,
               stop = stopping_.get_token()]() -> std::function<void()> {
                if (stop.stop_requested()) return {};
                store->load(*sheet);
                return [this, generation] {
                  if (generation != artGeneration_) return;
                  emit artArrived();
                  checkSoon();
                };
              });
  }
}

void ProjectSession::checkSoon() {
  if (!checkTimer_.isActive()) checkTimer_.start();
}

void ProjectSession::runChecks() {
  if (checking_) {
    checkAgain_ = true;
    return;
  }
  checking_ = true;
  runBeside(readers_, [this, store = store_, project = committed_] {
    auto findings = std::make_shared<std::vector<Finding>>(store->fileFindings(project));
    for (Finding& finding : checkProject(project, ArtStore::cachedOnly(store, project))) {
      findings->push_back(std::move(finding));
    }
    sortFindings(*findings);
    return std::function<void()>([this, store, findings] {
      checking_ = false;
      if (store == store_) {
        findings_ = std::move(*findings);
        emit findingsChanged();
      }
      if (checkAgain_) {
        checkAgain_ = false;
        checkSoon();
      }
    });
  });
}

void ProjectSession::performBeside(const QString& label, FindEdits find,
                                   std::function<void(bool)> done) {
  endPreview();
  if (workStop_.stop_requested()) workStop_ = std::stop_source();
  runBeside(readers_, [this, label, find = std::move(find), done = std::move(done), store = store_,
                       project = committed_, stop = workStop_.get_token()]() mutable {
    QElapsedTimer since;
    since.start();
    const Progress progress{[this, label, &since](int at, int total) {
                              // Work that ends soon says nothing.
                              if (since.elapsed() < kTellEveryMs) return;
                              since.restart();
                              QMetaObject::invokeMethod(this, [this, label, at, total] {
                                emit working(label, at, total);
                              });
                            },
                            stop};
    auto edits = std::make_shared<Result<std::vector<Edit>>>(find(project, *store, progress));
    const bool stopped = stop.stop_requested();
    return std::function<void()>([this, label, find = std::move(find), done = std::move(done),
                                  store, project = std::move(project), edits, stopped] {
      emit working(label, 0, 0);
      if (store != store_) return;
      if (stopped) {
        emit told(tr("Stopped: %1. Nothing has changed.").arg(label));
        if (done) done(false);
        return;
      }
      const Touched meanwhile = difference(project, committed_);
      if (!meanwhile.assets.empty() || !meanwhile.sheets.empty() || meanwhile.settings) {
        performBeside(label, find, done);
        return;
      }
      bool performed = false;
      if (!*edits) {
        emit failed(QString::fromStdString(describe(edits->error())));
      } else {
        performed = perform(label, **edits);
      }
      if (done) done(performed);
    });
  });
}

void ProjectSession::stopWorking() {
  workStop_.request_stop();
}

void ProjectSession::mend(const Finding& finding, const QString& label) {
  performBeside(label, [finding](const Project& project, ArtStore& store, const Progress&) {
    return mendingEdits(project, finding, [&](SheetId id) -> std::shared_ptr<const SheetArt> {
      const Sheet* sheet = findSheet(project, id);
      return sheet == nullptr ? nullptr : store.load(*sheet).value_or(nullptr);
    });
  });
}

// Files of sheets are watched by name; one that is replaced must be watched again.
void ProjectSession::watchSheets() {
  QStringList wanted;
  for (const auto& sheet : project_.sheets) {
    wanted << QString::fromStdString(folderOf(path_) + "/" + sheet->path);
  }
  const QStringList watched = watcher_.files();
  const QSet<QString> have(watched.begin(), watched.end());
  const QSet<QString> want(wanted.begin(), wanted.end());
  const QSet<QString> gone = have - want;
  const QSet<QString> fresh = want - have;
  if (!gone.isEmpty()) watcher_.removePaths(QStringList(gone.begin(), gone.end()));
  if (!fresh.isEmpty()) watcher_.addPaths(QStringList(fresh.begin(), fresh.end()));
}

void ProjectSession::sheetFileChanged(const QString& file) {
  repaintedFiles_.insert(file);
  repaintTimer_.start();
}

void ProjectSession::takeRepainted() {
  const QSet<QString> files = std::exchange(repaintedFiles_, {});
  watchSheets();
  for (const QString& file : files) {
    // A file that is being replaced can be gone for a moment, and a lost one may come back.
    if (!QFileInfo::exists(file)) sheetFileChanged(file);
  }
  for (const auto& sheet : committed_.sheets) {
    const QString file = QString::fromStdString(folderOf(path_) + "/" + sheet->path);
    if (!files.contains(file)) continue;
    const SheetId id = sheet->id;
    auto what = std::make_shared<Refreshed>();
    const auto find = [id, what](const Project& project, ArtStore& store,
                                 const Progress&) -> Result<std::vector<Edit>> {
      const Sheet* now = findSheet(project, id);
      if (now == nullptr) return std::vector<Edit>{};
      if (const auto art = store.reload(*now); !art) return tl::unexpected(art.error());
      auto refresh = refreshOf(project, *now, store);
      if (!refresh) return tl::unexpected(refresh.error());
      *what = refresh->what;
      return refresh->edits;
    };
    performBeside(tr("Take the repainted %1 in").arg(QFileInfo(file).fileName()), find,
                  [this, what](bool performed) {
                    emit artArrived();
                    checkSoon();
                    if (!performed) return;
                    emit told(tr("%1 was repainted: %2. Undo keeps the cut as it was.")
                                  .arg(QString::fromStdString(what->path),
                                       QString::fromStdString(refreshText(*what))));
                  });
  }
}

void ProjectSession::stopImporting() {
  importStop_.request_stop();
}

void ProjectSession::importImages(const QStringList& paths) {
  if (paths.isEmpty()) return;
  if (!hasProject()) {
    const QFileInfo first(paths.front());
    const QString folder = first.isDir() ? first.absoluteFilePath() : first.absolutePath();
    const QString path =
        folder + "/" + QFileInfo(folder).fileName() + QString::fromUtf8(kProjectEnding.data());
    const auto ready =
        QFileInfo::exists(path) ||
                QFileInfo::exists(QString::fromStdString(recoveryPath(path.toStdString())))
            ? open(path)
            : begin(path);
    if (!ready) {
      emit failed(QString::fromStdString(describe(ready.error())));
      return;
    }
  }
  const int generation = artGeneration_;
  importStop_ = std::stop_source();
  runBeside(readers_, [this, generation, paths, folder = folderOf(path_),
                       stop = importStop_.get_token()] {
    std::vector<std::string> given;
    for (const QString& path : paths) given.push_back(path.toStdString());
    const std::vector<std::string> files = imageFilesIn(given);
    const int total = static_cast<int>(files.size());
    auto imported = std::make_shared<std::vector<ImportedSheet>>();
    auto errors = std::make_shared<QStringList>();
    for (int i = 0; i < total && !stop.stop_requested(); ++i) {
      QMetaObject::invokeMethod(this, [this, i, total] { emit importing(i, total); });
      auto sheet = importSheet(folder, files[static_cast<std::size_t>(i)]);
      if (sheet) {
        sheet->image = {};  // It is read again when it is shown; a folder's would not all fit.
        imported->push_back(std::move(*sheet));
      } else {
        errors->push_back(QString::fromStdString(describe(sheet.error())));
      }
    }
    const bool stopped = stop.stop_requested();
    return std::function<void()>([this, generation, imported, errors, stopped, total] {
      emit importing(0, 0);
      for (const QString& error : *errors) emit failed(error);
      if (generation != artGeneration_) return;
      if (total == 0) emit failed(tr("There is no image among these that can be read."));
      addImported(*imported);
      if (stopped)
        emit told(tr("Stopped: %1 of %2 images added.").arg(imported->size()).arg(total));
    });
  });
}

void ProjectSession::addImported(const std::vector<ImportedSheet>& imported) {
  std::vector<Edit> edits;
  std::uint32_t id = committed_.nextId;
  Selection reveal = selection_;
  for (const ImportedSheet& one : imported) {
    if (findSheet(committed_, one.sheet.path) != nullptr) {
      emit told(tr("%1 is in the project already.").arg(QString::fromStdString(one.sheet.path)));
      continue;
    }
    if (one.unread > 0) {
      emit told(QString::fromStdString(one.sheet.path + " " + unreadText(one.unread) + "."));
    }
    Sheet sheet = one.sheet;
    sheet.id = {id++};
    // The first of several is where one begins.
    if (edits.empty()) reveal.sheet = sheet.id;
    edits.emplace_back(PutSheet{std::move(sheet)});
  }
  if (edits.empty()) return;
  perform(edits.size() == 1 ? tr("Add a sheet") : tr("Add %1 sheets").arg(edits.size()), edits,
          reveal);
}

}  // namespace amber

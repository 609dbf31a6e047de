// What the session has done beside the interface, of session.h.
#include <QCoreApplication>
#include <QFileInfo>

#include "core/checks/check_project.h"
#include "desktop/session.h"
#include "files/project_file.h"
#include "work/import_sheet.h"
#include "work/recovery.h"

namespace amber {
namespace {

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

void ProjectSession::importImages(const QStringList& paths) {
  if (paths.isEmpty()) return;
  if (!hasProject()) {
    const QFileInfo first(paths.front());
    const QString path = first.absolutePath() + "/" + QFileInfo(first.absolutePath()).fileName() +
                         QString::fromUtf8(kProjectEnding.data());
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
  runBeside(
      readers_, [this, generation, paths, folder = folderOf(path_), stop = stopping_.get_token()] {
        auto imported = std::make_shared<std::vector<ImportedSheet>>();
        auto errors = std::make_shared<QStringList>();
        for (const QString& path : paths) {
          if (stop.stop_requested()) break;
          auto sheet = importSheet(folder, path.toStdString());
          if (sheet) {
            imported->push_back(std::move(*sheet));
          } else {
            errors->push_back(QString::fromStdString(describe(sheet.error())));
          }
        }
        return std::function<void()>([this, generation, imported, errors] {
          for (const QString& error : *errors) emit failed(error);
          if (generation != artGeneration_) return;
          std::vector<Edit> edits;
          std::uint32_t id = committed_.nextId;
          Selection reveal = selection_;
          for (const ImportedSheet& one : *imported) {
            if (findSheet(committed_, one.sheet.path) != nullptr) {
              emit told(
                  tr("%1 is in the project already.").arg(QString::fromStdString(one.sheet.path)));
              continue;
            }
            Sheet sheet = one.sheet;
            sheet.id = {id++};
            reveal.sheet = sheet.id;
            edits.emplace_back(PutSheet{std::move(sheet)});
          }
          if (edits.empty()) return;
          perform(edits.size() == 1 ? tr("Add a sheet") : tr("Add %1 sheets").arg(edits.size()),
                  edits, reveal);
        });
      });
}

}  // namespace amber

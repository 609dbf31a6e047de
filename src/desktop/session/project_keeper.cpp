#include "desktop/session/project_keeper.h"

#include <QDir>
#include <QFileInfo>

#include "core/base/guarded.h"
#include "files/file_bytes.h"
#include "files/project/project_file.h"

namespace amber {
namespace {

// Unsaved work is kept this soon after a change, ms; well under the two seconds we promise.
constexpr int kKeepAfterMs = 400;
// What could not be kept is tried again this often, ms.
constexpr int kTryAgainMs = 5000;

std::string plain(const QString& text) {
  return text.toStdString();
}

}  // namespace

ProjectKeeper::ProjectKeeper(Background& background, const Project& project, QObject* parent)
    : QObject(parent), background_(background), project_(project) {
  keepTimer_.setSingleShot(true);
  connect(&keepTimer_, &QTimer::timeout, this, &ProjectKeeper::keep);
}

Result<ProjectKeeper::Opening> ProjectKeeper::open(const QString& path) const {
  Opening opening{QFileInfo(path).absoluteFilePath(), {}, {}};
  const std::string file = plain(opening.path);
  const bool there = QFileInfo::exists(opening.path) ||
                     QFileInfo::exists(QString::fromStdString(recoveryPath(file)));
  if (there && !(lock_ && lock_->covers(file))) {
    auto lock = ProjectLock::take(file);
    if (!lock) return tl::unexpected(lock.error());
    opening.lock = std::move(*lock);
  }
  auto reopened = reopen(file);
  if (!reopened) return tl::unexpected(reopened.error());
  opening.reopened = std::move(*reopened);
  return opening;
}

Result<ProjectKeeper::Opening> ProjectKeeper::begin(const QString& path) const {
  if (QFileInfo::exists(path)) {
    return failure(ErrorCode::FileUnwritable,
                   "exists already and is not overwritten; open it, or choose another name",
                   plain(path));
  }
  Opening opening{QFileInfo(path).absoluteFilePath(), {}, {}};
  auto lock = ProjectLock::take(plain(opening.path));
  if (!lock) return tl::unexpected(lock.error());
  opening.lock = std::move(*lock);
  opening.reopened.saved = newProject(plain(QFileInfo(path).completeBaseName()));
  return opening;
}

void ProjectKeeper::adopt(Opening opening) {
  keepTimer_.stop();
  // A pending save of another project has no meaning for this one.
  ++number_;
  saving_ = saveAgain_ = keeping_ = false;
  path_ = opening.path;
  if (opening.lock) lock_ = std::move(opening.lock);
  saved_ = opening.reopened.saved;
  savedHash_ = opening.reopened.hash;
  everSaved_ = opening.reopened.everSaved;
  kept_ = Kept::Nothing;
  compare();
}

void ProjectKeeper::compare() {
  unsaved_ = !(project_ == saved_);
  emit stateChanged();
}

void ProjectKeeper::changed() {
  compare();
  // Also when an undo has come back to what is saved: then nothing is to be brought back.
  keepSoon();
}

void ProjectKeeper::save() {
  if (path_.isEmpty()) return;
  // Saves do not queue up: one that is asked for during another follows it, with what is new then.
  if (saving_) {
    saveAgain_ = true;
    return;
  }
  write(path_, savedHash_, {});
}

void ProjectKeeper::saveOver() {
  if (path_.isEmpty() || saving_) return;
  write(path_, fileHash(plain(path_)).value_or(std::string()), {});
}

void ProjectKeeper::saveAs(const QString& path) {
  // Sheets are found relative to the project, so it stays in its folder.
  if (QFileInfo(path).absolutePath() != QFileInfo(path_).absolutePath()) {
    emit failed(tr("%1: a project file must be in the folder of its sheets. Choose a name in %2.")
                    .arg(path, QFileInfo(path_).absolutePath()));
    return;
  }
  if (saving_) {
    emit failed(tr("%1: the project is being saved. Try again in a moment.").arg(path));
    return;
  }
  QString target = QFileInfo(path).absoluteFilePath();
  const QString ending = QString::fromUtf8(kProjectEnding.data());
  if (!target.endsWith(ending)) {
    target += ending;
    if (QFileInfo::exists(target)) {
      emit failed(tr("%1: this file already exists. Choose another name.").arg(target));
      return;
    }
  }
  if (target == path_) {
    save();
    return;
  }
  auto lock = ProjectLock::take(plain(target));
  if (!lock) {
    emit failed(QString::fromStdString(describe(lock.error())));
    return;
  }
  // That a file of this name is replaced was asked where the name was.
  const auto there = fileHash(plain(target));
  write(target, there.value_or(std::string()), std::move(*lock));
}

void ProjectKeeper::write(const QString& path, const std::string& hash,
                          std::optional<ProjectLock> lock) {
  saving_ = true;
  auto held = std::make_shared<std::optional<ProjectLock>>(std::move(lock));
  background_.run(
      this, {},
      [this, path, hash, held, number = number_,
       project = project_](const Progress&) -> Background::Finish {
        auto written = guarded([&] { return writeProjectOver(plain(path), project, hash); });
        return [this, path, held, number, project, written = std::move(written)] {
          finishSave(number, path, project, written, std::move(*held));
        };
      },
      Background::Lane::Writer);
}

void ProjectKeeper::finishSave(int number, const QString& path, const Project& project,
                               const Result<std::string>& written,
                               std::optional<ProjectLock> lock) {
  if (number != number_) {
    // Another project is open by now: its path, lock and state are not this save's to change.
    if (!written) emit failed(QString::fromStdString(describe(written.error())));
    return;
  }
  saving_ = false;
  if (!written) {
    saveAgain_ = false;
    const QString sentence = QString::fromStdString(describe(written.error()));
    if (written.error().code == ErrorCode::ChangedOnDisk) {
      emit changedOnDisk(sentence);
    } else {
      emit failed(sentence);
    }
    return;
  }
  if (path != path_) {
    // Work under the old name is saved under the new one; the old file stays as it was saved.
    dropUnsaved(plain(path_));
    path_ = path;
    lock_ = std::move(lock);
  }
  everSaved_ = true;
  saved_ = project;
  savedHash_ = *written;
  compare();
  if (!unsaved_) {
    dropUnsaved(plain(path_));
    kept_ = Kept::Nothing;
    keepTimer_.stop();
  }
  emit saved();
  emit stateChanged();
  if (saveAgain_) {
    saveAgain_ = false;
    save();
  }
}

QString ProjectKeeper::stateText() const {
  if (path_.isEmpty()) return {};
  if (!unsaved_) return everSaved_ ? tr("saved") : tr("new");
  if (kept_ == Kept::Failed) return tr("edited, NOT backed up");
  if (kept_ != Kept::Done) return tr("edited");
  const qint64 seconds = sinceKept_.isValid() ? sinceKept_.elapsed() / 1000 : 0;
  return seconds < 60 ? tr("edited, backed up %1 s ago").arg(seconds)
                      : tr("edited, backed up %1 min ago").arg(seconds / 60);
}

void ProjectKeeper::keepSoon() {
  if (kept_ != Kept::Failed) kept_ = Kept::Waiting;
  // Not restarted by later edits: steady work is kept as often as work with pauses.
  if (!keepTimer_.isActive()) keepTimer_.start(kKeepAfterMs);
  emit stateChanged();
}

void ProjectKeeper::keep() {
  if (path_.isEmpty()) return;
  if (keeping_ || saving_) {
    keepTimer_.start(kKeepAfterMs);
    return;
  }
  keeping_ = true;
  background_.run(
      this, {},
      [this, path = path_, number = number_, project = project_,
       wanted = unsaved_](const Progress&) -> Background::Finish {
        Result<void> written;
        if (wanted) {
          written = guarded([&] { return keepUnsaved(plain(path), project); });
        } else {
          dropUnsaved(plain(path));
        }
        return [this, number, project, written = std::move(written)] {
          if (number == number_) finishKeep(project, written);
        };
      },
      Background::Lane::Writer);
}

void ProjectKeeper::finishKeep(const Project& project, const Result<void>& written) {
  keeping_ = false;
  if (!written) {
    // Reported once; the state keeps showing it until a backup succeeds.
    if (kept_ != Kept::Failed) {
      emit failed(tr("Unsaved work could not be backed up. %1")
                      .arg(QString::fromStdString(describe(written.error()))));
    }
    kept_ = Kept::Failed;
    keepTimer_.start(kTryAgainMs);
  } else {
    sinceKept_.start();
    kept_ = project == project_ ? Kept::Done : Kept::Waiting;
    if (kept_ == Kept::Waiting && !keepTimer_.isActive()) keepTimer_.start(kKeepAfterMs);
  }
  emit stateChanged();
}

Result<void> ProjectKeeper::keepNow() {
  keepTimer_.stop();
  // A save that was asked for during another one follows it.
  do {
    background_.waitFor(Background::Lane::Writer);
  } while (saving_);
  if (!unsaved() || kept_ == Kept::Done) return {};
  auto written = keepUnsaved(plain(path_), project_);
  kept_ = written ? Kept::Done : Kept::Failed;
  if (written) {
    sinceKept_.start();
  } else {
    keepTimer_.start(kTryAgainMs);
  }
  emit stateChanged();
  return written;
}

void ProjectKeeper::dropKept() {
  background_.waitFor(Background::Lane::Writer);
  if (!path_.isEmpty()) dropUnsaved(plain(path_));
}

}  // namespace amber

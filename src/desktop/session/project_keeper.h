#pragma once

#include <QElapsedTimer>
#include <QObject>
#include <QString>
#include <QTimer>
#include <optional>

#include "core/project/project.h"
#include "desktop/session/background.h"
#include "work/project/project_lock.h"
#include "work/project/recovery.h"

namespace amber {

/// Protects the project from loss: holds its lock, saves it, and keeps a backup of unsaved work
/// beside it. Whether it is saved is decided by comparing values, not by counting undo steps.
class ProjectKeeper : public QObject {
  Q_OBJECT

 public:
  /// `project`: what is to be kept, as history holds it; read whenever it is saved or kept.
  ProjectKeeper(Background& background, const Project& project, QObject* parent);

  const QString& path() const { return path_; }

  /// Takes the project's lock and reads it with its unsaved work; nothing is adopted yet.
  /// Errors: as reopen; Locked.
  struct Opening {
    QString path;
    Reopened reopened;
    std::optional<ProjectLock> lock;  ///< Nothing where this already holds it.
  };
  Result<Opening> open(const QString& path) const;
  /// The same for a project that no file holds. Errors: Locked; there is such a file.
  Result<Opening> begin(const QString& path) const;
  /// From now on this project is kept. Its saved state is what history holds now, before unsaved
  /// work was brought back.
  void adopt(Opening opening);

  /// Writes the project in the background; `saved`, `failed` or `changedOnDisk` follows.
  void save();
  /// The same over a file that another program has changed.
  void saveOver();
  /// Under another name in the same folder, to which .amber is added; this name is the project's
  /// once it was written.
  void saveAs(const QString& path);

  /// To be called when history holds another project.
  void changed();
  /// Whether there is work that the project's file does not hold.
  bool unsaved() const { return !path_.isEmpty() && unsaved_; }
  /// "saved", "edited, kept 2 s ago", ...
  QString stateText() const;
  /// Keeps unsaved work now and waits for it. Errors: as keepUnsaved; the work is only in memory.
  Result<void> keepNow();
  /// Deletes the backup of unsaved work, which is no longer needed.
  void dropKept();

 signals:
  void stateChanged();
  void saved();
  void failed(const QString& sentence);
  /// The file is not what it was when it was read or last saved; nothing was written.
  void changedOnDisk(const QString& sentence);

 private:
  enum class Kept { Nothing, Waiting, Done, Failed };

  void write(const QString& path, const std::string& hash, std::optional<ProjectLock> lock);
  void finishSave(int number, const QString& path, const Project& project,
                  const Result<std::string>& written, std::optional<ProjectLock> lock);
  void keepSoon();
  void keep();
  void finishKeep(const Project& project, const Result<void>& written);
  void compare();

  Background& background_;
  const Project& project_;
  int number_ = 0;  // Of the projects that were adopted, this one; ties late results to it.
  QString path_;
  std::optional<ProjectLock> lock_;
  Project saved_;          // What the file holds; a new project's where there is none.
  std::string savedHash_;  // Of that file; empty for none.
  bool everSaved_ = false;
  bool unsaved_ = false;
  Kept kept_ = Kept::Nothing;
  bool keeping_ = false;
  bool saving_ = false;
  bool saveAgain_ = false;
  QTimer keepTimer_;
  QElapsedTimer sinceKept_;
};

}  // namespace amber

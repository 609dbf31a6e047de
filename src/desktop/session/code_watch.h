#pragma once

#include <QFileSystemWatcher>
#include <QObject>
#include <QString>
#include <QTime>
#include <QTimer>
#include <memory>

#include "desktop/session/background.h"
#include "work/names/code_sources.h"

namespace amber {

class ProjectSession;

/// How the source code in the folders of the project uses names.
struct CodeState {
  std::shared_ptr<const CodeSources> sources;
  CodeReport report;
  QTime readAt;  ///< When the sources were.
};

/// Reads the folders of source code in the background, again when files in them change, and
/// compares the names they use with the project, again when names change. Without folders it does
/// nothing.
class CodeWatch : public QObject {
  Q_OBJECT

 public:
  explicit CodeWatch(ProjectSession& session);

  /// Null without folders, and until they were read.
  std::shared_ptr<const CodeState> state() const { return state_; }
  bool reading() const { return reading_; }
  /// Reads all of it again now.
  void readAgain();
  /// Forgets what was read: another project is open, or none.
  void forget();
  /// The project has changed: folders, or names.
  void follow();

 signals:
  /// What was read or found is new, or reading began.
  void codeChanged();

 private:
  void take(std::shared_ptr<CodeState> state);
  void ask(bool readFiles);
  void watch();

  ProjectSession& session_;
  Newest<std::shared_ptr<CodeState>> newest_;
  std::shared_ptr<CodeState> state_;
  CodeFolders folders_;             // As they were read, or are being read,
  std::vector<std::string> names_;  // and the names that they were compared with.
  bool reading_ = false;
  QFileSystemWatcher watcher_;
  QTimer rest_;
};

}  // namespace amber

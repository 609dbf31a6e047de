#pragma once

#include <QFrame>
#include <QString>
#include <map>
#include <memory>

#include "core/naming/code/code_uses.h"
#include "core/project/project.h"

class QLabel;
class QLineEdit;
class QPushButton;
class QTreeWidget;
class QVBoxLayout;

namespace amber {

class ProjectSession;
struct CodeState;

/// The panel "In code": folders of source code, read in the background; names in code that are not
/// in the project, each with the nearest name, which can be accepted; and assets that no file uses.
/// Renames since the project was opened, and accepted corrections, are exported as a diff.
class CodePanel : public QFrame {
  Q_OBJECT

 public:
  CodePanel(ProjectSession& session, QWidget* parent);

  void refresh();
  void addFolder();
  /// Asks for a file and writes the diff there.
  void writeDiff();
  /// Empty when there is something to write; else why not.
  QString diffRefusal() const;

 signals:
  /// What can be written has changed.
  void changed();

 private:
  void build();
  void addUses(QVBoxLayout* form);
  void begin();
  void showFolders();
  void showUses();
  void showUnknown(const CodeReport& report);
  void showUnused(const CodeReport& report);
  void setFolders(const CodeFolders& code, const QString& label);
  void take(const QString& used, bool taken);
  Renames corrections() const;

  ProjectSession& session_;
  Project before_;  // As the code knows it: when it was opened, or the last diff was written.
  std::map<QString, QString> nearest_;  // Of what the code says and nothing is called.
  std::map<QString, QString> taken_;    // What of it is to be written in the code.
  CodeFolders shownFolders_;
  std::shared_ptr<const CodeState> shown_;  // Whose lists stand here.
  Project compared_;                        // With what was renamed since.
  QWidget* folders_ = nullptr;
  QLineEdit* ignored_ = nullptr;
  QLabel* state_ = nullptr;
  QLabel* unknownTitle_ = nullptr;
  QTreeWidget* unknown_ = nullptr;
  QLabel* unusedTitle_ = nullptr;
  QTreeWidget* unused_ = nullptr;
  QPushButton* diff_ = nullptr;
  bool renamed_ = false;  // Something is called otherwise than before.
  bool showing_ = false;
};

}  // namespace amber

#pragma once

#include <QString>
#include <QWidget>
#include <optional>

#include "core/checks/finding.h"

class QLabel;
class QListWidget;
class QPushButton;

namespace amber {

class FindingText;
class ProgressStrip;
class ProjectSession;

/// The line at the bottom: the worst finding for what is selected, in a sentence, with its fix on a
/// key. It opens upward into the list of all. What runs in the background is shown in it too.
class FindingsLine : public QWidget {
  Q_OBJECT

 public:
  FindingsLine(ProjectSession& session, QWidget* parent);

  /// Findings of this bench come first.
  void setBench(Bench bench);
  /// The finding shown; nothing when there is none.
  const Finding* shown() const;
  /// Empty if the shown finding has a fix; otherwise the reason.
  QString fixRefusal() const;
  void fix();
  void next();
  void toggleList();
  QListWidget* list() const { return list_; }
  /// Shows the finding of the list's current row.
  void bringUpCurrent();

 signals:
  /// A finding was selected; go to the bench where it is fixed.
  void goTo(const amber::Finding& finding);

 private:
  void rank();
  void bringUp(std::size_t place);
  void refresh();
  void fillList();

  ProjectSession& session_;
  Bench bench_ = Bench::Cut;
  std::vector<std::size_t> order_;  // indices into the session's findings, the shown one first
  std::size_t at_ = 0;
  QLabel* mark_ = nullptr;
  FindingText* text_ = nullptr;
  QPushButton* fix_ = nullptr;
  QPushButton* next_ = nullptr;
  QPushButton* count_ = nullptr;
  ProgressStrip* progress_ = nullptr;
  QListWidget* list_ = nullptr;
};

}  // namespace amber

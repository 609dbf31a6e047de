#pragma once

#include <QString>
#include <QWidget>

#include "core/project/project.h"
#include "desktop/benches/bench_table.h"
#include "desktop/benches/bench_view.h"

class QLabel;
class QPushButton;
class QTableView;

namespace amber {

class NameModel;
class NumberField;

/// The naming rule and the live table of every name; renames all, or what is selected, in one step.
class NamesBench : public BenchView {
  Q_OBJECT

 public:
  NamesBench(ProjectSession& session, Pictures& pictures, QWidget* parent);

  /// Adds what can be done here to the table of all actions.
  static void addActions(ActionTable& actions, ProjectSession& session, const BenchAccess& access);
  void placeActions(ActionTable& actions) override;

  /// Empty when something can be renamed; else the reason.
  QString renameRefusal() const;
  void renameAll();

 private:
  QWidget* makeStrip();
  QWidget* makeSideColumn();
  void renameSelected();
  void changeRule();
  void changePrefix(int kind, const QString& prefix);
  void refresh() override;
  void showKinds();

  ProjectSession& session_;
  NameModel* model_ = nullptr;
  QTableView* table_ = nullptr;
  QLabel* summary_ = nullptr;
  QLabel* example_ = nullptr;
  QPushButton* all_ = nullptr;
  QPushButton* selected_ = nullptr;
  NumberField* digits_ = nullptr;
  NumberField* first_ = nullptr;
  QWidget* kinds_ = nullptr;
  std::vector<Kind> shownKinds_;
};

}  // namespace amber

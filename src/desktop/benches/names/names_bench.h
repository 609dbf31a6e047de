#pragma once

#include <QString>
#include <QWidget>

#include "core/naming/renames.h"
#include "desktop/benches/bench_table.h"
#include "desktop/benches/bench_view.h"

class QLabel;
class QLineEdit;
class QPushButton;

namespace amber {

class CodePanel;
class ConventionBand;
class FamilyModel;
class FamilyView;

/// Every name beside what it names: the convention across, the family of names below it, what is
/// wrong first, and at the side what the code calls things.
class NamesBench : public BenchView {
  Q_OBJECT

 public:
  NamesBench(ProjectSession& session, Pictures& pictures, QWidget* parent);

  /// Adds what can be done here to the table of all actions.
  static void addActions(ActionTable& actions, ProjectSession& session, const BenchAccess& access);
  void placeActions(ActionTable& actions) override;

  /// Empty when it can be done; else the reason.
  QString renameRefusal() const;
  QString chosenRefusal() const;
  QString diffRefusal() const;
  void renameAll();
  /// What is chosen, by the convention; frames of chosen assets and animations by their numbers.
  void renameChosen();
  void numberChosen();
  void learn();
  void filter();
  void openReplacing();
  void addCodeFolder();
  void writeDiff();

 private:
  QWidget* makeStrip();
  QWidget* makeReplacing();
  void connectAll();
  void refresh() override;
  void showSummary();
  void showReplacing();
  void replaceAll();
  void fix(NameFault fault);
  void rename(const QString& label, const std::vector<ThingRename>& renames);
  void selectChosen();

  ProjectSession& session_;
  ConventionBand* band_ = nullptr;
  FamilyModel* model_ = nullptr;
  FamilyView* view_ = nullptr;
  CodePanel* code_ = nullptr;
  QLabel* summary_ = nullptr;
  QLineEdit* filter_ = nullptr;
  QPushButton* all_ = nullptr;
  QPushButton* chosen_ = nullptr;
  QWidget* replacing_ = nullptr;
  QLineEdit* find_ = nullptr;
  QLineEdit* with_ = nullptr;
  QPushButton* regex_ = nullptr;
  QPushButton* replace_ = nullptr;
  QLabel* replaceState_ = nullptr;
};

}  // namespace amber

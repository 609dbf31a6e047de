#pragma once

#include <QDialog>
#include <QWidget>
#include <vector>

#include "core/project/project.h"

class QLabel;
class QTableWidget;

namespace amber {

class ProjectSession;

/// The roles of the project as a table: name, duty, how their shapes are fitted, and how much air
/// and bare ink is allowed; and of the shown asset's kind, which roles its new frames get. Every
/// change is a step of history.
class RolesDialog : public QDialog {
  Q_OBJECT

 public:
  RolesDialog(ProjectSession& session, QWidget* parent);

 private:
  void fillWhat(std::size_t i);
  void fillLimits(std::size_t i);
  void fillStanding(std::size_t i);
  void fill();
  void addRole();
  void removeRole();
  void rename(std::size_t row, const QString& name);
  void change(std::size_t row, const Role& role);
  void setStanding(const Role& role, bool standing);

  ProjectSession& session_;
  QTableWidget* table_ = nullptr;
  QLabel* refusal_ = nullptr;
};

}  // namespace amber

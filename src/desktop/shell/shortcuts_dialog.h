#pragma once

#include <QDialog>

class QKeySequenceEdit;
class QLabel;
class QLineEdit;
class QPushButton;
class QTreeWidget;

namespace amber {

class ActionTable;

/// All actions with their shortcuts: searched, changed, and reset. A shortcut that another action
/// has is refused with the name of that action.
class ShortcutsDialog : public QDialog {
  Q_OBJECT

 public:
  ShortcutsDialog(ActionTable& actions, QWidget* parent);

 private:
  void fill();
  void filter(const QString& text);
  void showSelected();
  void apply(const QKeySequence& shortcut);
  QString selected() const;

  ActionTable& actions_;
  QLineEdit* filter_ = nullptr;
  QTreeWidget* list_ = nullptr;
  QKeySequenceEdit* edit_ = nullptr;
  QPushButton* reset_ = nullptr;
  QLabel* refusal_ = nullptr;
};

}  // namespace amber

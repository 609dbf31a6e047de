#pragma once

#include <QAction>
#include <QKeySequence>
#include <QList>
#include <QObject>
#include <QString>
#include <QWidget>
#include <functional>
#include <vector>

namespace amber {

/// One thing that can be done. Menus, the command finder and the help on shortcuts read it here.
struct ActionEntry {
  QString id;
  QString text;
  QKeySequence shortcut;
  std::function<void()> run;
  /// Empty when it can be done now; else the reason, which becomes the tooltip.
  std::function<QString()> refusal;
  /// Where its shortcut counts; empty: in the whole window. A shortcut without a modifier must not
  /// take letters from fields and lists.
  QList<QWidget*> places;
};

/// Every action, made once.
class ActionTable : public QObject {
  Q_OBJECT

 public:
  explicit ActionTable(QWidget* window);

  void add(ActionEntry entry);
  const std::vector<ActionEntry>& entries() const { return entries_; }
  QAction* action(const QString& id) const;
  /// Enables what can be done and says why of what cannot.
  void refresh();

 private:
  QWidget* window_;
  std::vector<ActionEntry> entries_;
  std::vector<QAction*> actions_;
};

}  // namespace amber

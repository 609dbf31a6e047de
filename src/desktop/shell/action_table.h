#pragma once

#include <QAbstractButton>
#include <QAction>
#include <QKeySequence>
#include <QList>
#include <QObject>
#include <QString>
#include <QWidget>
#include <functional>
#include <vector>

namespace amber {

/// Where the shortcut of an action counts. One without a modifier must not take letters from fields
/// and lists.
enum class ActionPlace {
  Window,  ///< Everywhere.
  Given,   ///< In the widgets that it was given to (see ActionTable::place).
};

/// One thing that can be done. Menus, buttons, the command finder and the help on shortcuts read it
/// here.
struct ActionEntry {
  QString id;
  QString text;
  QKeySequence shortcut;
  std::function<void()> run;
  /// Empty when it can be done now; else the reason, which becomes the tooltip.
  std::function<QString()> refusal = {};
  ActionPlace place = ActionPlace::Window;
  /// What it is called now, where that changes, such as what would be undone.
  std::function<QString()> textNow = {};
};

/// Every action, made once.
class ActionTable : public QObject {
  Q_OBJECT

 public:
  explicit ActionTable(QWidget* window);

  void add(ActionEntry entry);
  const std::vector<ActionEntry>& entries() const { return entries_; }
  QAction* action(const QString& id) const;
  /// From now on the shortcuts of these actions count in that widget too.
  void place(QWidget* widget, std::initializer_list<const char*> ids);
  /// The button does the action from now on: it can be pressed when that can be done, and its tip
  /// says what it does, by which key, or why not. What stands on it is its own.
  void bind(QAbstractButton* button, const char* id);
  /// Enables what can be done and says why of what cannot.
  void refresh();
  /// Does it, or tells by `refused` why not: what is asked for may have changed since the last
  /// refresh.
  void run(const ActionEntry& entry);

 signals:
  void refused(const QString& reason);

 private:
  QWidget* window_;
  std::vector<ActionEntry> entries_;
  std::vector<QAction*> actions_;
};

}  // namespace amber

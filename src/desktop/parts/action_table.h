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
  /// Changes a shortcut for now and for later starts; the original one is remembered as `entries`
  /// have it.
  void setShortcut(const QString& id, const QKeySequence& shortcut);
  /// The actions with that shortcut that could be enabled at the same time, besides `id`.
  QStringList conflicts(const QString& id, const QKeySequence& shortcut) const;
  /// From now on the shortcuts of these actions count in that widget too.
  void place(QWidget* widget, std::initializer_list<const char*> ids);
  /// Connects a button to the action: it is enabled while the action is, and its tooltip contains
  /// the action's text and shortcut, or the reason why it is disabled. The text of the button is
  /// not changed.
  void bind(QAbstractButton* button, const char* id);
  /// Enables and disables actions, with reasons.
  void refresh();
  /// Runs the action, or emits `refused` with the reason, because the state may have changed since
  /// the last refresh.
  void run(const ActionEntry& entry);

 signals:
  void refused(const QString& reason);

 private:
  QWidget* window_;
  std::vector<ActionEntry> entries_;
  std::vector<QAction*> actions_;
};

}  // namespace amber

#include "desktop/parts/action_table.h"

#include <QSettings>
#include <QWidget>

namespace amber {

ActionTable::ActionTable(QWidget* window) : QObject(window), window_(window) {}

void ActionTable::add(ActionEntry entry) {
  auto* action = new QAction(entry.text, this);
  action->setObjectName(entry.id);
  const QVariant kept = QSettings().value("shortcuts/" + entry.id);
  action->setShortcut(kept.isValid() ? QKeySequence(kept.toString()) : entry.shortcut);
  const std::size_t index = entries_.size();
  connect(action, &QAction::triggered, this, [this, index] { run(entries_[index]); });
  if (entry.place == ActionPlace::Window) {
    window_->addAction(action);
  } else {
    action->setShortcutContext(Qt::WidgetShortcut);
  }
  actions_.push_back(action);
  entries_.push_back(std::move(entry));
}

QAction* ActionTable::action(const QString& id) const {
  for (std::size_t i = 0; i < entries_.size(); ++i) {
    if (entries_[i].id == id) return actions_[i];
  }
  return nullptr;
}

void ActionTable::setShortcut(const QString& id, const QKeySequence& shortcut) {
  for (std::size_t i = 0; i < entries_.size(); ++i) {
    if (entries_[i].id != id) continue;
    actions_[i]->setShortcut(shortcut);
    const QString key = "shortcuts/" + id;
    if (shortcut == entries_[i].shortcut) {
      QSettings().remove(key);
    } else {
      QSettings().setValue(key, shortcut.toString());
    }
  }
}

// Actions of different benches may share a key, for they are never given to the same widget.
QStringList ActionTable::conflicts(const QString& id, const QKeySequence& shortcut) const {
  QStringList found;
  if (shortcut.isEmpty()) return found;
  const auto group = [](const QString& of) { return of.section('.', 0, 0); };
  for (std::size_t i = 0; i < entries_.size(); ++i) {
    const ActionEntry& other = entries_[i];
    if (other.id == id || actions_[i]->shortcut() != shortcut) continue;
    if (other.place == ActionPlace::Window || group(other.id) == group(id)) found << other.text;
  }
  return found;
}

void ActionTable::place(QWidget* widget, std::initializer_list<const char*> ids) {
  for (const char* id : ids) {
    QAction* one = action(id);
    Q_ASSERT(one != nullptr);
    widget->addAction(one);
  }
}

void ActionTable::bind(QAbstractButton* button, const char* id) {
  QAction* one = action(id);
  Q_ASSERT(button != nullptr && one != nullptr);
  const auto show = [button, one] {
    const QString key = one->shortcut().toString(QKeySequence::NativeText);
    button->setEnabled(one->isEnabled());
    const bool sayKey = one->isEnabled() && !key.isEmpty();
    button->setToolTip(sayKey ? one->toolTip() + " (" + key + ")" : one->toolTip());
  };
  connect(button, &QAbstractButton::clicked, one, &QAction::trigger);
  connect(one, &QAction::changed, button, show);
  show();
}

void ActionTable::run(const ActionEntry& entry) {
  const QString refusal = entry.refusal ? entry.refusal() : QString();
  if (refusal.isEmpty()) {
    entry.run();
  } else {
    emit refused(refusal);
  }
}

void ActionTable::refresh() {
  for (std::size_t i = 0; i < entries_.size(); ++i) {
    const ActionEntry& entry = entries_[i];
    const QString refusal = entry.refusal ? entry.refusal() : QString();
    const QString text = entry.textNow ? entry.textNow() : entry.text;
    actions_[i]->setText(text);
    actions_[i]->setEnabled(refusal.isEmpty());
    actions_[i]->setToolTip(refusal.isEmpty() ? text : refusal);
  }
}

}  // namespace amber

#include "desktop/shell/action_table.h"

#include <QWidget>

namespace amber {

ActionTable::ActionTable(QWidget* window) : QObject(window), window_(window) {}

void ActionTable::add(ActionEntry entry) {
  auto* action = new QAction(entry.text, this);
  action->setObjectName(entry.id);
  action->setShortcut(entry.shortcut);
  connect(action, &QAction::triggered, this, [run = entry.run] { run(); });
  if (entry.places.isEmpty()) {
    window_->addAction(action);
  } else {
    action->setShortcutContext(Qt::WidgetShortcut);
    for (QWidget* place : entry.places) place->addAction(action);
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

void ActionTable::refresh() {
  for (std::size_t i = 0; i < entries_.size(); ++i) {
    const QString refusal = entries_[i].refusal ? entries_[i].refusal() : QString();
    actions_[i]->setEnabled(refusal.isEmpty());
    actions_[i]->setToolTip(refusal.isEmpty() ? entries_[i].text : refusal);
  }
}

}  // namespace amber

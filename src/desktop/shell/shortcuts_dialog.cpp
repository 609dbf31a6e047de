#include "desktop/shell/shortcuts_dialog.h"

#include <QHeaderView>
#include <QKeySequenceEdit>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

#include "desktop/parts/action_table.h"
#include "desktop/parts/building.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kIdRole = Qt::UserRole;

}  // namespace

ShortcutsDialog::ShortcutsDialog(ActionTable& actions, QWidget* parent)
    : QDialog(parent), actions_(actions) {
  setObjectName("shortcutsDialog");
  setWindowTitle(tr("Keyboard Shortcuts"));
  resize(Scaled(560), Scaled(560));
  auto* column = new QVBoxLayout(this);
  filter_ = new QLineEdit(this);
  filter_->setObjectName("shortcutFilter");
  filter_->setPlaceholderText(tr("Search actions and keys"));
  filter_->setAccessibleName(filter_->placeholderText());
  column->addWidget(filter_);
  list_ = new QTreeWidget(this);
  list_->setObjectName("shortcuts");
  list_->setAccessibleName(tr("Actions and their shortcuts"));
  list_->setHeaderLabels({tr("Action"), tr("Shortcut")});
  list_->setRootIsDecorated(false);
  list_->header()->setSectionResizeMode(0, QHeaderView::Stretch);
  list_->header()->setStretchLastSection(false);
  list_->header()->resizeSection(1, Scaled(150));
  column->addWidget(list_, 1);
  auto* row = new QHBoxLayout;
  edit_ = new QKeySequenceEdit(this);
  edit_->setObjectName("shortcutEdit");
  edit_->setAccessibleName(tr("New shortcut"));
  edit_->setToolTip(tr("Press the keys of the new shortcut for the selected action."));
  row->addWidget(edit_, 1);
  QPushButton* clear = makeButton(tr("Remove"), tr("Removes the shortcut of the action."), this);
  clear->setObjectName("removeShortcut");
  row->addWidget(clear);
  reset_ = makeButton(tr("Reset"), tr("Restores the original shortcut of the action."), this);
  reset_->setObjectName("resetShortcut");
  row->addWidget(reset_);
  QPushButton* close = makeButton(tr("Close"), tr("All changes have been applied."), this);
  row->addWidget(close);
  column->addLayout(row);
  refusal_ = makeLabel({}, "error", this);
  refusal_->setObjectName("shortcutRefusal");
  column->addWidget(refusal_);
  for (QPushButton* button : findChildren<QPushButton*>()) button->setAutoDefault(false);
  connect(filter_, &QLineEdit::textChanged, this, &ShortcutsDialog::filter);
  connect(list_, &QTreeWidget::currentItemChanged, this, &ShortcutsDialog::showSelected);
  connect(edit_, &QKeySequenceEdit::editingFinished, this, [this] { apply(edit_->keySequence()); });
  connect(clear, &QPushButton::clicked, this, [this] { apply({}); });
  connect(reset_, &QPushButton::clicked, this, [this] {
    for (const ActionEntry& entry : actions_.entries()) {
      if (entry.id == selected()) return apply(entry.shortcut);
    }
  });
  connect(close, &QPushButton::clicked, this, &QDialog::close);
  fill();
}

void ShortcutsDialog::fill() {
  for (const ActionEntry& entry : actions_.entries()) {
    const QKeySequence shortcut = actions_.action(entry.id)->shortcut();
    auto* item = new QTreeWidgetItem({entry.text, shortcut.toString(QKeySequence::NativeText)});
    item->setData(0, kIdRole, entry.id);
    list_->addTopLevelItem(item);
  }
  list_->setCurrentItem(list_->topLevelItem(0));
}

void ShortcutsDialog::filter(const QString& text) {
  for (int i = 0; i < list_->topLevelItemCount(); ++i) {
    QTreeWidgetItem* item = list_->topLevelItem(i);
    item->setHidden(!item->text(0).contains(text, Qt::CaseInsensitive) &&
                    !item->text(1).contains(text, Qt::CaseInsensitive));
  }
}

QString ShortcutsDialog::selected() const {
  const QTreeWidgetItem* item = list_->currentItem();
  return item == nullptr ? QString() : item->data(0, kIdRole).toString();
}

void ShortcutsDialog::showSelected() {
  refusal_->clear();
  const QAction* action = actions_.action(selected());
  if (action != nullptr) edit_->setKeySequence(action->shortcut());
}

void ShortcutsDialog::apply(const QKeySequence& shortcut) {
  const QString id = selected();
  if (id.isEmpty()) return;
  const QStringList taken = actions_.conflicts(id, shortcut);
  if (!taken.isEmpty()) {
    refusal_->setText(tr("This shortcut belongs to \"%1\".").arg(taken.first()));
    return;
  }
  refusal_->clear();
  actions_.setShortcut(id, shortcut);
  edit_->setKeySequence(shortcut);
  list_->currentItem()->setText(1, shortcut.toString(QKeySequence::NativeText));
}

}  // namespace amber

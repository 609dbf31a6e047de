#include "desktop/shell/preferences_dialog.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>

#include "desktop/parts/building.h"
#include "desktop/preferences.h"

namespace amber {
namespace {

QComboBox* makeChoices(const Preference& of, QWidget* parent) {
  auto* box = new QComboBox(parent);
  for (const Preference::Choice& choice : of.choices) box->addItem(choice.text, choice.value);
  box->setCurrentIndex(std::max(0, box->findData(preferences().value(of.key))));
  QObject::connect(box, &QComboBox::activated, box,
                   [box, key = of.key] { preferences().set(key, box->currentData()); });
  return box;
}

QLineEdit* makeText(const Preference& of, QWidget* parent) {
  auto* line = new QLineEdit(preferences().value(of.key).toString(), parent);
  QObject::connect(line, &QLineEdit::editingFinished, line,
                   [line, key = of.key] { preferences().set(key, line->text().trimmed()); });
  return line;
}

// The line with a button that chooses a program for it.
QWidget* withChooser(QLineEdit* line, QWidget* parent) {
  auto* both = new QWidget(parent);
  auto* row = new QHBoxLayout(both);
  row->setContentsMargins(0, 0, 0, 0);
  row->addWidget(line, 1);
  QPushButton* choose = makeButton(PreferencesDialog::tr("Choose..."),
                                   PreferencesDialog::tr("Choose a program."), both);
  row->addWidget(choose);
  QObject::connect(choose, &QPushButton::clicked, line, [line, parent] {
    const QString program =
        QFileDialog::getOpenFileName(parent, PreferencesDialog::tr("Choose a program"), "/usr/bin");
    if (program.isEmpty()) return;
    line->setText(program.contains(' ') ? '"' + program + '"' : program);
    emit line->editingFinished();
  });
  return both;
}

}  // namespace

PreferencesDialog::PreferencesDialog(QWidget* parent) : QDialog(parent) {
  setObjectName("preferencesDialog");
  setWindowTitle(tr("Preferences"));
  auto* form = new QFormLayout;
  QString group;
  for (const Preference& one : preferenceTable()) {
    if (one.group != group) form->addRow(makeLabel(one.group, "title", this));
    group = one.group;
    QWidget* input = nullptr;
    if (one.choices.empty()) {
      input = makeText(one, this);
      form->addRow(one.label, withChooser(static_cast<QLineEdit*>(input), this));
    } else {
      input = makeChoices(one, this);
      form->addRow(one.label, input);
    }
    input->setObjectName(one.key);
    input->setToolTip(one.tip);
    QString name = one.label;
    input->setAccessibleName(name.remove('&'));
  }
  auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
  auto* column = new QVBoxLayout(this);
  column->addLayout(form);
  column->addWidget(buttons);
  connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::close);
}

}  // namespace amber

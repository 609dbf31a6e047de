#include "desktop/shell/preferences_dialog.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QSettings>
#include <QVBoxLayout>

#include "desktop/parts/building.h"
#include "desktop/theme.h"

namespace amber {

PreferencesDialog::PreferencesDialog(QWidget* parent) : QDialog(parent) {
  setObjectName("preferencesDialog");
  setWindowTitle(tr("Preferences"));
  auto* form = new QFormLayout;
  theme_ = new QComboBox(this);
  theme_->setObjectName("preferredTheme");
  theme_->addItem(tr("Same as the desktop"), QString());
  for (const Theme* one : {&paperTheme(), &lampTheme()}) theme_->addItem(one->name, one->name);
  theme_->setCurrentIndex(std::max(0, theme_->findData(QSettings().value("theme").toString())));
  theme_->setToolTip(tr("Colours of the window: Paper is light, Lamp is dark."));
  form->addRow(tr("&Theme"), theme_);
  textSize_ = new QComboBox(this);
  textSize_->setObjectName("preferredTextSize");
  textSize_->addItem(tr("Same as the desktop"), 0);
  for (int points = 9; points <= 18; ++points) textSize_->addItem(tr("%1 pt").arg(points), points);
  textSize_->setCurrentIndex(std::max(0, textSize_->findData(preferredTextSize())));
  textSize_->setToolTip(tr("Size of all text in the window."));
  form->addRow(tr("Text &size"), textSize_);
  auto* note = makeLabel(tr("A new text size is used after the next start."), "quiet", this);
  auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close, this);
  auto* column = new QVBoxLayout(this);
  column->addLayout(form);
  column->addWidget(note);
  column->addWidget(buttons);
  connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::close);
  connect(theme_, &QComboBox::activated, this, [this] {
    const QString name = theme_->currentData().toString();
    if (name.isEmpty()) {
      QSettings().remove("theme");
    } else {
      QSettings().setValue("theme", name);
    }
    emit themeChosen();
  });
  connect(textSize_, &QComboBox::activated, this,
          [this] { QSettings().setValue("textSize", textSize_->currentData().toInt()); });
}

}  // namespace amber

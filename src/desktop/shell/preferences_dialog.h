#pragma once

#include <QDialog>

class QComboBox;

namespace amber {

/// What the user prefers of the window itself: theme and text size.
class PreferencesDialog : public QDialog {
  Q_OBJECT

 public:
  explicit PreferencesDialog(QWidget* parent);

 signals:
  void themeChosen();

 private:
  QComboBox* theme_ = nullptr;
  QComboBox* textSize_ = nullptr;
};

}  // namespace amber

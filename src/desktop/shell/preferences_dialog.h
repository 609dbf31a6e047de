#pragma once

#include <QDialog>

namespace amber {

/// Shows and changes what the user prefers: the fields of preferenceTable. Each change applies at
/// once.
class PreferencesDialog : public QDialog {
  Q_OBJECT

 public:
  explicit PreferencesDialog(QWidget* parent);
};

}  // namespace amber

#pragma once

#include <QDialog>

namespace amber {

/// What the program is, its version and licence, and the libraries in it with theirs.
class AboutDialog : public QDialog {
  Q_OBJECT

 public:
  explicit AboutDialog(QWidget* parent);
};

}  // namespace amber

#pragma once

#include <QColor>
#include <QDialog>

#include "work/project/blocks.h"

class QComboBox;
class QLineEdit;
class QPushButton;
class QSpinBox;

namespace amber {

/// Asks for a block or zone: name, kind, size and colour. A zone has no colour.
class BlockDialog : public QDialog {
  Q_OBJECT

 public:
  /// For a new one of these kinds.
  BlockDialog(const std::vector<Kind>& kinds, QWidget* parent);
  /// For one that exists: its name and kind stay.
  BlockDialog(const Asset& asset, const Sheet& rectangle, QWidget* parent);

  BlockRequest request() const;

 private:
  void build(const QString& title, const std::vector<std::string>& kinds);
  void showColour();
  void chooseColour();

  QLineEdit* name_ = nullptr;
  QComboBox* kind_ = nullptr;
  QComboBox* what_ = nullptr;
  QSpinBox* width_ = nullptr;
  QSpinBox* height_ = nullptr;
  QPushButton* colourButton_ = nullptr;
  QPushButton* done_ = nullptr;
  QColor colour_{200, 60, 50};
};

}  // namespace amber

#pragma once

#include <QKeyEvent>
#include <QLineEdit>
#include <QSize>
#include <QWidget>

namespace amber {

/// A number that can be typed, stepped with the arrow keys (Shift: by 8), and is told when done.
/// Not a QDoubleSpinBox: that rounds the value itself to the decimals that it shows, so that a
/// fitted shape of 3.3333 px would be another one as soon as its number is looked at and Enter
/// pressed; and its step buttons take half of a field that has to show four digits in 34 px.
class NumberField : public QLineEdit {
  Q_OBJECT

 public:
  /// Values from `least` to `most` px or whatever the label says; `decimals` 0 for whole ones.
  NumberField(double least, double most, int decimals, QWidget* parent = nullptr);

  double value() const { return value_; }
  /// Shows a value without telling it; a number that is being typed stays until it is done.
  void setValue(double value);

 signals:
  /// A new value was typed or stepped to.
  void committed(double value);

 protected:
  void keyPressEvent(QKeyEvent* event) override;
  QSize sizeHint() const override;

 private:
  void commit();

  double least_;
  double most_;
  int decimals_;
  double value_ = 0;
};

}  // namespace amber

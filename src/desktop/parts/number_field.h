#pragma once

#include <QKeyEvent>
#include <QLineEdit>
#include <QSize>
#include <QWidget>

namespace amber {

/// A number that can be typed or stepped with the arrow keys (Shift: by 8); it is committed with
/// Enter or when the focus leaves. Not a QDoubleSpinBox, because that rounds the value itself to
/// the displayed decimals, so that a fitted shape of 3.3333 px would change as soon as its number
/// is visited and Enter pressed; and because its buttons need half of a field that must show four
/// digits in 34 px.
class NumberField : public QLineEdit {
  Q_OBJECT

 public:
  /// Values from `least` to `most` in the unit of the label; `decimals` 0 for whole numbers.
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

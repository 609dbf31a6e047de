#include "desktop/parts/number_field.h"

#include <QFontMetrics>
#include <QKeyEvent>
#include <QSizePolicy>
#include <QString>
#include <algorithm>
#include <cmath>

#include "core/base/exact_number.h"
#include "desktop/parts/typed_text.h"

namespace amber {

NumberField::NumberField(double least, double most, int decimals, QWidget* parent)
    : QLineEdit(parent), least_(least), most_(most), decimals_(decimals) {
  setProperty("kind", "number");
  setAlignment(Qt::AlignRight);
  setMaximumWidth(64);
  setSizePolicy(QSizePolicy::Maximum, QSizePolicy::Fixed);
  connect(this, &QLineEdit::editingFinished, this, &NumberField::commit);
}

void NumberField::setValue(double value) {
  value_ = value;
  const double scale = std::pow(10, decimals_);
  showText(*this, QString::fromStdString(exactNumber(std::round(value * scale) / scale)));
}

void NumberField::commit() {
  setModified(false);
  bool isNumber = false;
  const double typed = text().trimmed().replace(',', '.').toDouble(&isNumber);
  if (!isNumber || !std::isfinite(typed)) {
    setValue(value_);
    return;
  }
  const double scale = std::pow(10, decimals_);
  const double wished = std::round(std::clamp(typed, least_, most_) * scale) / scale;
  const double shown = std::round(value_ * scale) / scale;
  if (wished == shown) {
    setValue(value_);
    return;
  }
  setValue(wished);
  emit committed(wished);
}

void NumberField::keyPressEvent(QKeyEvent* event) {
  const int direction = event->key() == Qt::Key_Up ? 1 : event->key() == Qt::Key_Down ? -1 : 0;
  if (direction != 0) {
    const double step = event->modifiers() & Qt::ShiftModifier ? 8 : 1;
    setText(QString::fromStdString(exactNumber(value_ + direction * step)));
    commit();
    return;
  }
  if (event->key() == Qt::Key_Escape) {
    setModified(false);
    setValue(value_);
    return;
  }
  QLineEdit::keyPressEvent(event);
}

QSize NumberField::sizeHint() const {
  return {fontMetrics().horizontalAdvance("0000.00") + 8, fontMetrics().height() + 6};
}

}  // namespace amber

#pragma once

#include <QLabel>
#include <QPaintEvent>
#include <QSize>
#include <QString>
#include <QWidget>

namespace amber {

/// An explanatory label that disappears where there is no room: no cut-off words, and never a wider
/// window.
class YieldingLabel : public QLabel {
 public:
  YieldingLabel(const QString& text, QWidget* parent) : QLabel(text, parent) {
    setProperty("rank", "quiet");
  }
  QSize minimumSizeHint() const override { return {0, QLabel::minimumSizeHint().height()}; }

 protected:
  void paintEvent(QPaintEvent* event) override {
    if (width() >= sizeHint().width()) QLabel::paintEvent(event);
  }
};

}  // namespace amber

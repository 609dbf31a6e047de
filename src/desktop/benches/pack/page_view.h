#pragma once

#include <QImage>
#include <QPaintEvent>
#include <QWidget>

#include "core/geometry/pixel_rect.h"

namespace amber {

/// One packed page, as large as whole pixels allow, with some of its frames marked.
class PageView : public QWidget {
  Q_OBJECT

 public:
  using QWidget::QWidget;

  void show(const QImage& page, const std::vector<PixelRect>& marked);

 protected:
  void paintEvent(QPaintEvent* event) override;

 private:
  QImage page_;
  std::vector<PixelRect> marked_;
};

}  // namespace amber

#include "desktop/benches/pack/page_view.h"

#include <QPainter>
#include <QPen>
#include <QPointF>
#include <QRectF>
#include <QSizeF>

#include "desktop/stage/pictures.h"
#include "desktop/stage/view_transform.h"
#include "desktop/theme.h"

namespace amber {

void PageView::show(const QImage& page, const std::vector<PixelRect>& marked) {
  page_ = page;
  marked_ = marked;
  update();
}

void PageView::paintEvent(QPaintEvent*) {
  QPainter painter(this);
  painter.fillRect(rect(), theme().card);
  if (page_.isNull()) return;
  ViewTransform view =
      fitted(QRectF(QPointF(), QSizeF(page_.size())), QSizeF(width() - 32, height() - 32));
  view.offset += QPointF(16, 16);
  const QRectF place = view.toStage(QRectF(QPointF(), QSizeF(page_.size())));
  paintBackdrop(painter, place, Backdrop::Kraft);
  painter.setRenderHint(QPainter::SmoothPixmapTransform, view.scale < 1);
  painter.drawImage(place, page_);
  painter.setPen(theme().line);
  painter.drawRect(place);
  painter.setPen(QPen(theme().amber, 2));
  for (const PixelRect& mark : marked_) {
    painter.drawRect(view.toStage(QRectF(mark.x, mark.y, mark.w, mark.h)));
  }
}

}  // namespace amber

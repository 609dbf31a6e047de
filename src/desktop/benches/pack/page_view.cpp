#include "desktop/benches/pack/page_view.h"

#include <QPainter>
#include <QPen>

#include "desktop/parts/accessible.h"
#include "desktop/parts/explaining.h"
#include "desktop/stage/pictures.h"
#include "desktop/stage/stage_view.h"
#include "desktop/theme.h"

namespace amber {

PageView::PageView(QWidget* parent) : Canvas(parent) {
  setMouseTracking(true);
  setAccessibleName(tr("Packed page"));
  explain(*this,
          tr("A page of the parcel as it is packed. Point at a frame to read its name; click it to "
             "select it. Frames of the selected asset are framed."),
          "pack.md");
  describeParts(*this, {QAccessible::Graphic, [this] { return static_cast<int>(parts_.size()); },
                        [this](int index) {
                          const auto part = static_cast<std::size_t>(index);
                          return PaintedPart{parts_[part].name, onStage(parts_[part].rect),
                                             parts_[part].marked,
                                             [this, part] { emit chosen(part); }};
                        }});
}

void PageView::show(const QImage& page, std::vector<PagePart> parts) {
  page_ = page;
  parts_ = std::move(parts);
  under_.reset();
  contentChanged();
  update();
}

std::optional<std::size_t> PageView::partAt(QPointF art) const {
  const auto x = static_cast<int>(std::floor(art.x()));
  const auto y = static_cast<int>(std::floor(art.y()));
  for (std::size_t i = 0; i < parts_.size(); ++i) {
    if (parts_[i].rect.contains(x, y)) return i;
  }
  return std::nullopt;
}

void PageView::artPress(QPointF art, Qt::KeyboardModifiers) {
  if (const auto part = partAt(art)) emit chosen(*part);
}

void PageView::artMove(QPointF art, Qt::KeyboardModifiers) {
  const auto under = partAt(art);
  if (under == under_) return;
  under_ = under;
  update();
}

void PageView::leaveEvent(QEvent* event) {
  under_.reset();
  update();
  Canvas::leaveEvent(event);
}

void PageView::paintStage(QPainter& painter) {
  if (page_.isNull()) return;
  const QRectF place = view().toStage(content());
  paintBackdrop(painter, place, Backdrop::Kraft);
  painter.setRenderHint(QPainter::SmoothPixmapTransform, view().scale < 1);
  painter.drawImage(place, page_);
  painter.setPen(theme().line);
  painter.drawRect(place);
  const auto frame = [&](const PagePart& part, const QPen& pen) {
    painter.setPen(pen);
    painter.drawRect(view().toStage(QRectF(part.rect.x, part.rect.y, part.rect.w, part.rect.h)));
  };
  for (const PagePart& part : parts_) {
    if (!part.marked) continue;
    // A light line beneath, so that the amber one is seen on dark and on amber art.
    frame(part, QPen(theme().halo, 3));
    frame(part, QPen(theme().amber, 1.5));
  }
  if (!under_) return;
  const PagePart& part = parts_[*under_];
  frame(part, QPen(theme().text, 1, Qt::DashLine));
  const QPointF corner = view().toStage(QPointF(part.rect.x, part.rect.y));
  paintStageText(painter, {std::max(4.0, corner.x()), std::max(16.0, corner.y() - 5)}, part.name,
                 theme().text);
}

}  // namespace amber

#include "desktop/shell/example_picture.h"

#include <QPainter>
#include <QPen>
#include <algorithm>
#include <cmath>

#include "desktop/stage/shape_painting.h"
#include "desktop/stage/stage_view.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kPanel = 176;
constexpr int kPanelHeight = 118;
constexpr int kArrow = 34;
constexpr int kCell = 48;  // Of the keeper's sheet, px.

// The part of the art, as large as whole pixels allow in the middle of the area.
QRectF drawLarge(QPainter& painter, const QImage& art, const QRect& part, const QRectF& area) {
  const double scale = std::max(
      1.0, std::floor(std::min(area.width() / part.width(), area.height() / part.height())));
  QRectF target(QPointF(0, 0), QSizeF(part.size()) * scale);
  target.moveCenter(area.center());
  target.moveTopLeft(QPointF(std::round(target.left()), std::round(target.top())));
  painter.drawImage(target, art, part);
  return target;
}

void paintArrow(QPainter& painter, QPointF from) {
  const QPointF to = from + QPointF(kArrow - 14, 0);
  painter.setPen(QPen(theme().amber, 2));
  painter.drawLine(from, to);
  painter.drawLine(to, to + QPointF(-6, -5));
  painter.drawLine(to, to + QPointF(-6, 5));
}

}  // namespace

ExamplePicture::ExamplePicture(QWidget* parent)
    : QWidget(parent),
      sheet_(":/example/sheets/keeper_walk.png"),
      tools_(":/example/sheets/garden_tools.png"),
      moth_(":/example/sheets/snail_crawl.png") {
  setFixedSize(3 * kPanel + 2 * kArrow, kPanelHeight);
  setAccessibleName(
      tr("A sheet is cut into frames, the frames get origins and shapes, and everything is packed "
         "on a page"));
}

void ExamplePicture::paintEvent(QPaintEvent*) {
  QPainter painter(this);
  painter.setRenderHint(QPainter::Antialiasing);
  QRectF panel(0, 0, kPanel, kPanelHeight);
  for (const auto paint :
       {&ExamplePicture::paintSheet, &ExamplePicture::paintFrame, &ExamplePicture::paintPage}) {
    painter.save();
    painter.setClipRect(panel);
    paintBackdrop(painter, panel, Backdrop::Kraft);
    (this->*paint)(painter, panel.adjusted(8, 8, -8, -8));
    painter.restore();
    if (panel.right() < width() - 1) paintArrow(painter, {panel.right() + 7, panel.center().y()});
    panel.translate(kPanel + kArrow, 0);
  }
}

// Two rows of the strip's frames with the lines between them.
void ExamplePicture::paintSheet(QPainter& painter, const QRectF& panel) const {
  const int columns = 3;
  const QSizeF size(kCell * columns, kCell * 2);
  QRectF target(panel.center() - QPointF(size.width(), size.height()) / 2, size);
  for (int i = 0; i < 2 * columns; ++i) {
    const QRectF cell(target.left() + i % columns * kCell, target.top() + i / columns * kCell,
                      kCell, kCell);
    painter.drawImage(cell, sheet_, QRect(i * kCell, 0, kCell, kCell));
    painter.setPen(QPen(theme().cut, 1.2, Qt::DashLine));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(cell);
  }
}

void ExamplePicture::paintFrame(QPainter& painter, const QRectF& panel) const {
  const QRectF target = drawLarge(painter, sheet_, QRect(kCell, 0, kCell, kCell), panel);
  const double scale = target.width() / kCell;
  ViewTransform view;
  view.scale = scale;
  view.offset = target.topLeft();
  const ShapeLook look{theme().shapes[0], Duty::Stops, false, true};
  paintShape(painter, Box{15, 6, 18, 40}, view, look);
  paintOrigin(painter, view.toStage(QPointF(24, 46)));
}

// The art of three sheets close together, as on a page.
void ExamplePicture::paintPage(QPainter& painter, const QRectF& panel) const {
  painter.fillRect(panel, theme().stageDark);
  double x = panel.left() + 3;
  for (int i = 0; i < 3; ++i) {
    painter.drawImage(QRectF(x, panel.top() + 2, kCell, kCell), sheet_,
                      QRect(i * kCell, 0, kCell, kCell));
    x += kCell + 2;
  }
  const double top = panel.top() + kCell + 4;
  painter.drawImage(QRectF(panel.left() + 3, top, 80, 48), tools_, QRect(0, 0, 80, 48));
  painter.drawImage(QRectF(panel.left() + 88, top, 64, 44), moth_, QRect(0, 0, 64, 44));
}

}  // namespace amber

#include "desktop/stage/shape_painting.h"

#include <QBrush>
#include <QColor>
#include <QImage>
#include <QPainter>
#include <QPen>
#include <QPointF>
#include <QRgb>

#include "desktop/theme.h"

namespace amber {
namespace {

const QColor& shapeColour() {
  return theme().shapes[0];
}

}  // namespace

void paintShapeOutline(QPainter& painter, const QRectF& stage, double width) {
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(shapeColour(), width));
  painter.drawRect(stage);
}

void paintStoppingBox(QPainter& painter, const QRectF& stage, bool handles) {
  painter.save();
  QColor hatch = shapeColour();
  hatch.setAlpha(90);
  painter.setPen(Qt::NoPen);
  painter.setBrush(QBrush(hatch, Qt::BDiagPattern));
  painter.drawRect(stage);
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(theme().halo, 4));
  painter.drawRect(stage);
  painter.setPen(QPen(shapeColour(), 2));
  painter.drawRect(stage);
  if (handles) {
    painter.setBrush(theme().card);
    const QPointF middle = stage.center();
    for (const double x : {stage.left(), middle.x(), stage.right()}) {
      for (const double y : {stage.top(), middle.y(), stage.bottom()}) {
        if (QPointF(x, y) == middle) continue;
        const double half = metrics::kHandle / 2.0;
        painter.drawRect(QRectF(x - half, y - half, metrics::kHandle, metrics::kHandle));
      }
    }
  }
  painter.restore();
}

void paintAirAndBareInk(QPainter& painter, const Shape& shape, const PixelMask& ink,
                        const ViewTransform& view, bool air, bool bareInk) {
  QColor airColour = theme().error;
  airColour.setAlpha(95);
  QColor bareColour = theme().shapes[3];
  bareColour.setAlpha(170);
  // One picture of one pixel a pixel, enlarged in one go.
  const PixelRect area = united(pixelBounds(shape), ink.rect());
  QImage marks(area.w, area.h, QImage::Format_ARGB32);
  marks.fill(Qt::transparent);
  for (int y = area.y; y < area.bottom(); ++y) {
    auto* row = reinterpret_cast<QRgb*>(marks.scanLine(y - area.y));
    for (int x = area.x; x < area.right(); ++x) {
      const bool inked = ink.rect().contains(x, y) && ink.test(x, y);
      const bool inShape = holdsPixel(shape, x, y);
      if (air && inShape && !inked) row[x - area.x] = airColour.rgba();
      if (bareInk && inked && !inShape) row[x - area.x] = bareColour.rgba();
    }
  }
  painter.setRenderHint(QPainter::SmoothPixmapTransform, false);
  painter.drawImage(view.toStage(QRectF(area.x, area.y, area.w, area.h)), marks);
}

}  // namespace amber

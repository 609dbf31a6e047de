#include "desktop/stage/shape_painting.h"

#include <QPainter>

#include "desktop/theme.h"

namespace amber {
namespace {

const QColor& shapeColour() {
  return theme().shapes[0];
}

// Fills a pixel's square.
void fillPixel(QPainter& painter, const ViewTransform& view, int x, int y, const QColor& colour) {
  painter.fillRect(view.toStage(QRectF(x, y, 1, 1)), colour);
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
  const PixelRect area = pixelBounds(shape);
  for (int y = area.y; air && y < area.bottom(); ++y) {
    for (int x = area.x; x < area.right(); ++x) {
      const bool inked = ink.rect().contains(x, y) && ink.test(x, y);
      if (!inked && holdsPixel(shape, x, y)) fillPixel(painter, view, x, y, airColour);
    }
  }
  for (int y = 0; bareInk && y < ink.height(); ++y) {
    for (int x = 0; x < ink.width(); ++x) {
      if (ink.test(x, y) && !holdsPixel(shape, x, y)) fillPixel(painter, view, x, y, bareColour);
    }
  }
}

}  // namespace amber

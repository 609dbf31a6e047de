#pragma once

#include <QPointF>
#include <QRectF>
#include <QSizeF>
#include <QString>
#include <algorithm>
#include <cmath>

namespace amber {

/// Where the art lies on the stage: stage = offset + scale * art. Plain numbers, no widget.
struct ViewTransform {
  double scale = 1;  ///< Stage px per art px.
  QPointF offset;    ///< Of the art's (0,0) on the stage.

  QPointF toStage(QPointF art) const { return offset + art * scale; }
  QPointF toArt(QPointF stage) const { return (stage - offset) / scale; }
  QRectF toStage(const QRectF& art) const { return {toStage(art.topLeft()), art.size() * scale}; }
};

/// Of art, stage px per art px.
inline constexpr double kLargestZoom = 64;

/// The scales that art is shown at: whole multiples, so that every pixel is as large as the next;
/// below those, one or two of a whole number of parts.
inline double nearestScale(double wished) {
  if (wished >= 1) return std::min(kLargestZoom, std::floor(wished));
  return std::max(1.0 / 32, 2 / std::ceil(2 / wished));
}

/// "4x", or below one "1/3", "2/5".
inline QString scaleText(double scale) {
  if (scale >= 1) return QString("%1x").arg(scale);
  const int parts = static_cast<int>(std::lround(2 / scale));
  return parts % 2 == 0 ? QString("1/%1").arg(parts / 2) : QString("2/%1").arg(parts);
}

/// `art` in the middle of `stage`, as large as whole pixels allow, at most at scale `most`.
inline ViewTransform fitted(const QRectF& art, const QSizeF& stage, double most = kLargestZoom) {
  ViewTransform view;
  if (art.isEmpty() || stage.isEmpty()) return view;
  view.scale =
      nearestScale(std::min({stage.width() / art.width(), stage.height() / art.height(), most}));
  const QPointF middle(stage.width() / 2, stage.height() / 2);
  const QPointF offset = middle - art.center() * view.scale;
  view.offset = {std::round(offset.x()), std::round(offset.y())};
  return view;
}

/// One step larger or smaller, with the art under `anchor` (stage) staying where it is.
inline ViewTransform zoomed(const ViewTransform& view, bool larger, QPointF anchor) {
  const double factor = view.scale >= 8 ? 1.25 : view.scale >= 3 ? 1.34 : 2;
  const double next = larger ? nearestScale(std::max(view.scale * factor, view.scale + 1))
                             : nearestScale(std::min(view.scale / factor, view.scale - 0.01));
  ViewTransform result = view;
  result.scale = view.scale < 1 && larger ? std::min(1.0, view.scale * 2) : next;
  result.offset = anchor - view.toArt(anchor) * result.scale;
  return result;
}

}  // namespace amber

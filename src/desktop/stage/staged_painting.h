#pragma once

#include <QPainter>
#include <QTransform>
#include <vector>

#include "core/origin/staging.h"
#include "desktop/stage/pictures.h"
#include "desktop/stage/view_transform.h"

namespace amber {

/// From a stage with such a view to the painter.
inline QTransform transformOf(const ViewTransform& view) {
  return QTransform::fromScale(view.scale, view.scale) *
         QTransform::fromTranslate(view.offset.x(), view.offset.y());
}

/// Draws the art of staged frames, in order; `view` goes from the stage to the painter. Frames that
/// are gone are left out.
void drawStaged(QPainter& painter, Pictures& pictures, const Project& project,
                const std::vector<StagedFrame>& frames, const QTransform& view);

/// Calls `paint(local)` so that what it paints of the frame, in frame px by the view `local`,
/// stands as the staged frame does. `stage`: from the stage to the painter. Requires: it is not
/// turned.
template <class Paint>
void paintAsStaged(QPainter& painter, const StagedFrame& staged, FramePoint origin,
                   const ViewTransform& stage, const Paint& paint) {
  const QPointF at = stage.toStage(QPointF(staged.at.x, staged.at.y));
  ViewTransform local;
  local.scale = stage.scale * staged.scale;
  local.offset = at - QPointF(origin.x, origin.y) * local.scale;
  painter.save();
  if (staged.mirrored) {
    painter.setTransform(QTransform::fromTranslate(-at.x(), 0) * QTransform::fromScale(-1, 1) *
                             QTransform::fromTranslate(at.x(), 0),
                         true);
  }
  paint(local);
  painter.restore();
}

}  // namespace amber

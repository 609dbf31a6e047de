#pragma once

#include <QPainter>
#include <QPointF>
#include <QRectF>
#include <QString>
#include <QWidget>

#include "desktop/stage/point_tool.h"
#include "desktop/stage/stage_view.h"

namespace amber {

/// The current frame over the ghosts of its animation, all standing on their origins. The origin
/// can be dragged and nudged.
class OriginStage : public StageView {
  Q_OBJECT

 public:
  OriginStage(ProjectSession& session, Pictures& pictures, QWidget* parent);

  void setSnap(PointSnap snap) { snap_ = snap; }
  void setGhosts(bool ghosts);

 signals:
  /// The origin of the current frame as it would be, frame px, while it is dragged.
  void originDragged(amber::FramePoint point);
  /// As it is to be.
  void originDropped(amber::FramePoint point);
  void dragCancelled();

 protected:
  QRectF content() const override;
  QString emptyText() const override;
  void paintStage(QPainter& painter) override;
  void artPress(QPointF at, Qt::KeyboardModifiers) override;
  void artMove(QPointF at, Qt::KeyboardModifiers) override;
  void artRelease(QPointF at, Qt::KeyboardModifiers) override;
  void artCancel() override;
  void artNudge(double dx, double dy) override;

 private:
  PointTool tool_;
  PointSnap snap_ = PointSnap::PixelCorner;
  bool ghosts_ = true;
  QRectF contentBeforeDrag_;
};

}  // namespace amber

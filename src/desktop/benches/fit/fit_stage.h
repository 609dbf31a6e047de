#pragma once

#include <QPainter>
#include <QPointF>
#include <QRectF>
#include <QString>
#include <QWidget>

#include "core/fit/measures.h"
#include "desktop/stage/box_tool.h"
#include "desktop/stage/stage_view.h"

namespace amber {

/// The current frame with its shape: air and bare ink painted pixel by pixel, the farthest phantom
/// marked; a box has handles to move and resize by, other kinds are moved. A frame without a shape
/// takes one by drawing it.
class FitStage : public StageView {
  Q_OBJECT

 public:
  FitStage(ProjectSession& session, Pictures& pictures, QWidget* parent);

  void setShowAir(bool show);
  void setShowBareInk(bool show);
  void setShowOrigin(bool show);
  /// A shape to show in place of the frame's own, as while its candidate is pointed at.
  void setTrial(const std::optional<Shape>& trial);

 signals:
  void shapeDragged(const amber::Shape& shape);
  void shapeDropped(const amber::Shape& shape);
  void dragCancelled();

 protected:
  QRectF content() const override;
  QString emptyText() const override;
  void paintStage(QPainter& painter) override;
  void artPress(QPointF at, Qt::KeyboardModifiers) override;
  void artMove(QPointF at, Qt::KeyboardModifiers modifiers) override;
  void artRelease(QPointF at, Qt::KeyboardModifiers modifiers) override;
  void artCancel() override;
  void artNudge(double dx, double dy) override;

 private:
  const FrameShape* shape() const;
  void paintPhantom(QPainter& painter, const Shape& shape, const PixelMask& ink);

  Shape movedTo(QPointF at, Qt::KeyboardModifiers modifiers) const;

  BoxTool tool_;
  std::optional<Shape> moving_;  // a shape that is no box, as it was when it was pressed
  QPointF pressedAt_;
  QRectF contentBeforeDrag_;
  std::optional<Shape> trial_;
  bool air_ = true;
  bool bareInk_ = true;
  bool origin_ = true;
};

}  // namespace amber

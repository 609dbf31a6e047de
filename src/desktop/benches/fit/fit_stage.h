#pragma once

#include <QHash>
#include <QKeyEvent>
#include <QPainter>
#include <QPointF>
#include <QRectF>
#include <QString>
#include <QWidget>
#include <optional>

#include "core/fit/measures/measures.h"
#include "core/image/mask_paint.h"
#include "desktop/benches/fit/tile_surroundings.h"
#include "desktop/parts/accessible.h"
#include "desktop/stage/shape_tool.h"
#include "desktop/stage/stage_snap.h"
#include "desktop/stage/stage_view.h"

namespace amber {

/// How a mask is painted.
enum class MaskTool { Move, Brush, Line, Fill };

/// The current frame with its shapes: air and bare ink of the role that is worked on painted pixel
/// by pixel, its farthest phantom marked; its shape is moved, resized and bent by its handles, a
/// mask is painted. A frame without a shape takes one by drawing it.
class FitStage : public StageView {
  Q_OBJECT

 public:
  FitStage(ProjectSession& session, Pictures& pictures, QWidget* parent);

  void setShowAir(bool show);
  void setShowBareInk(bool show);
  void setShowOrigin(bool show);
  void setSnap(StageSnap snap);
  /// Whether both sides of the origin are kept alike by hand.
  void setSymmetric(bool symmetric);
  void setMaskTool(MaskTool tool);
  void setErase(bool erase);
  void setBrush(int size);
  /// A shape to show in place of the frame's own, as while its candidate is pointed at.
  void setTrial(const std::optional<Shape>& trial);
  /// The corner of a polygon that was taken hold of last.
  std::optional<std::size_t> corner() const;
  /// Puts that corner at a typed place.
  void putCorner(Vertex at);
  const TileSurroundings& around() const { return around_; }

 signals:
  void shapeDragged(const amber::Shape& shape);
  void shapeDropped(const amber::Shape& shape);
  void dragCancelled();
  void cornerChosen();

 protected:
  QRectF content() const override;
  QString emptyText() const override;
  void paintStage(QPainter& painter) override;
  void artPress(QPointF at, Qt::KeyboardModifiers modifiers) override;
  void artMove(QPointF at, Qt::KeyboardModifiers modifiers) override;
  void artRelease(QPointF at, Qt::KeyboardModifiers modifiers) override;
  void artCancel() override;
  void artNudge(double dx, double dy) override;
  void keyPressEvent(QKeyEvent* event) override;

 private:
  std::optional<Shape> shape() const;
  PaintedPart partAt(int index) const;
  void lookAround();
  void paintRiders(QPainter& painter, const Frame& frame, bool behind);
  void paintOthers(QPainter& painter, const Frame& frame);
  void paintPhantom(QPainter& painter, const Shape& shape, const PixelMask& ink);
  ShapeSnap snapFor(Qt::KeyboardModifiers modifiers) const;
  bool paints() const;
  PixelRect room() const;
  void paintMask(QPointF at);
  bool busy() const { return tool_.dragging() || painting_.has_value(); }
  double reach() const;
  void chooseCorner(std::optional<std::size_t> corner);

  TileSurroundings around_;
  ShapeTool tool_;
  std::optional<MaskShape> painting_;  // the mask as the stroke has made it
  MaskShape before_;                   // as it was when the stroke began
  QPointF strokeStart_;
  QPointF strokeAt_;
  std::optional<std::size_t> corner_;
  QRectF contentBeforeDrag_;
  std::optional<Shape> trial_;
  StageSnap snap_ = StageSnap::Pixel;
  MaskTool maskTool_ = MaskTool::Brush;
  bool erase_ = false;
  int brush_ = 2;
  bool symmetric_ = false;
  bool air_ = true;
  bool bareInk_ = true;
  bool origin_ = true;
};

}  // namespace amber

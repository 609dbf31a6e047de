#pragma once

#include <QEvent>
#include <QFocusEvent>
#include <QHideEvent>
#include <QKeyEvent>
#include <QMarginsF>
#include <QMouseEvent>
#include <QPaintEvent>
#include <QPainter>
#include <QPointF>
#include <QRectF>
#include <QResizeEvent>
#include <QString>
#include <QWheelEvent>
#include <QWidget>
#include <optional>

#include "core/geometry/pixel_rect.h"
#include "desktop/stage/view_transform.h"

namespace amber {

class ProjectSession;

/// A place where something is shown large and worked on by hand: zoom by the wheel or + and -, pan
/// by the middle button, or by the left one while Space is held or the hand is chosen, fit by 0,
/// nudged by the arrow keys. What is shown and edited is up to the subclass, which speaks the units
/// of what it shows ("art": art px, or game px on a course); it need not be a sheet, nor have a
/// project.
class Canvas : public QWidget {
  Q_OBJECT

 public:
  explicit Canvas(QWidget* parent);

  const ViewTransform& view() const { return view_; }
  /// Where a rectangle of the art lies, in px of this widget.
  QRect onStage(const PixelRect& art) const {
    return view_.toStage(QRectF(art.x, art.y, art.w, art.h)).toAlignedRect();
  }
  /// Where a handle at that point of the art lies, in px of this widget.
  QRect handleAt(QPointF art) const;
  /// Shows all of the content as large as possible; also whenever the content's extent changes.
  void fit();
  void zoom(bool larger);
  /// Whether the left button moves the view and does nothing else.
  bool hasHand() const { return hand_; }
  void setHand(bool hand);

 signals:
  /// The scale, or where the content lies, is another.
  void viewChanged();
  /// Where the pointer is, in art px; nothing when it has left.
  void pointed(std::optional<QPointF> art);
  /// Between these an arrow key is held down, and all that it does is one step.
  void runStarted();
  void runEnded();

 protected:
  /// The extent of what is shown, art px; empty for nothing.
  virtual QRectF content() const = 0;
  /// Paints what lies under everything; by default the theme's paper.
  virtual void paintGround(QPainter& painter);
  /// Paints over the ground.
  virtual void paintStage(QPainter& painter) = 0;
  /// The text of an empty canvas.
  virtual QString emptyText() const { return {}; }
  /// Room kept free around the content, stage px: left, top, right, bottom.
  virtual QMarginsF surround() const { return {24, 24, 24, 24}; }

  /// The left button is pressed, the pointer moves (pressed or not), the button is released.
  /// A press is followed by exactly one of artRelease and artCancel.
  virtual void artPress(QPointF, Qt::KeyboardModifiers) {}
  virtual void artMove(QPointF, Qt::KeyboardModifiers) {}
  virtual void artRelease(QPointF, Qt::KeyboardModifiers) {}
  /// The press ends without a change: see cancelDrag.
  virtual void artCancel() {}
  /// Escape while nothing is pressed.
  virtual void artEscape() {}
  /// An arrow key while nothing is pressed, as px to move by.
  virtual void artNudge(double, double) {}

  /// Ends a press without a change. A release would otherwise be applied to something else than
  /// what was pressed. Called on Escape, when the canvas is hidden, and when the session that the
  /// canvas watches has another project, history or selection.
  void cancelDrag();
  /// From now on every change of this session cancels a drag on this canvas.
  void cancelDragsOnChangesOf(const ProjectSession& session);

  /// To be called when the content may have changed; fits again if its extent has.
  void contentChanged();

  bool event(QEvent* event) override;
  void paintEvent(QPaintEvent* event) override;
  void resizeEvent(QResizeEvent* event) override;
  void wheelEvent(QWheelEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;
  void keyReleaseEvent(QKeyEvent* event) override;
  void focusOutEvent(QFocusEvent* event) override;
  void leaveEvent(QEvent* event) override;
  void hideEvent(QHideEvent* event) override;

 private:
  // Whole steps of zoom about a point on the stage; parts of a step add up.
  void zoomBy(double steps, QPointF at);
  void panBy(QPointF by);
  void holdSpace(bool held);

  ViewTransform view_;
  double zooming_ = 0;    // Steps begun by a touchpad or a fine wheel, between -1 and 1.
  bool pressed_ = false;  // The left button is held and its press was not cancelled.
  QRectF fittedTo_;
  bool fitted_ = true;  // follow the widget's size until the user zooms or pans
  bool hand_ = false;
  bool space_ = false;  // Held down.
  std::optional<QPointF> panning_;
};

}  // namespace amber

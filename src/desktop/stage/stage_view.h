#pragma once

#include <QColor>
#include <QEvent>
#include <QFocusEvent>
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

#include "desktop/stage/pictures.h"
#include "desktop/stage/view_transform.h"

namespace amber {

/// A place where art is shown large: backdrop, zoom by the wheel or + and -, pan by the middle
/// button, fit by 0, next backdrop by B. What is shown and edited is up to the subclass, which
/// speaks art pixels.
class StageView : public QWidget {
  Q_OBJECT

 public:
  StageView(ProjectSession& session, Pictures& pictures, QWidget* parent);

  const ViewTransform& view() const { return view_; }
  Backdrop backdrop() const { return backdrop_; }
  void nextBackdrop();
  /// Shows all of the content as large as possible; also whenever the content's extent changes.
  void fit();
  void zoom(bool larger);

 signals:
  /// The scale, or where the art lies, is another.
  void viewChanged();
  /// Where the pointer is, in art px; nothing when it has left.
  void pointed(std::optional<QPointF> art);

 protected:
  /// The extent of what is shown, art px; empty for nothing.
  virtual QRectF content() const = 0;
  /// Paints what lies under everything; by default the backdrop all over.
  virtual void paintGround(QPainter& painter);
  /// Paints over the backdrop.
  virtual void paintStage(QPainter& painter) = 0;
  /// What is said on an empty stage.
  virtual QString emptyText() const { return {}; }
  /// Room kept free around the content, stage px: left, top, right, bottom.
  virtual QMarginsF surround() const { return {24, 24, 24, 24}; }

  virtual void artPress(QPointF, Qt::KeyboardModifiers) {}
  virtual void artMove(QPointF, Qt::KeyboardModifiers) {}
  virtual void artRelease(QPointF, Qt::KeyboardModifiers) {}
  /// Escape, or anything else that ends a drag without a change.
  virtual void artCancel() {}
  /// An arrow key, as px to move by.
  virtual void artNudge(double, double) {}

  /// To be called when the content may have changed; fits again if its extent has.
  void contentChanged();

  ProjectSession& session_;
  Pictures& pictures_;

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

 private:
  ViewTransform view_;
  QRectF fittedTo_;
  bool fitted_ = true;  // follow the widget's size until the user zooms or pans
  std::optional<QPointF> panning_;
  Backdrop backdrop_ = Backdrop::Kraft;
};

/// Text on the stage, on a strip of its own so that it reads on any art.
void paintStageText(QPainter& painter, QPointF baseline, const QString& text, const QColor& colour);

/// The plumb bob: a diamond with a line down to the ground line.
void paintOrigin(QPainter& painter, QPointF at);

/// A pennant with its name: filled where it is keyed, in outline where it is held, larger when it
/// is being set.
void paintMount(QPainter& painter, QPointF at, const QString& name, bool keyed, bool active);

}  // namespace amber

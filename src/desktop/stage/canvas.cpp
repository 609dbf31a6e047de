#include "desktop/stage/canvas.h"

#include <QAccessible>
#include <QNativeGestureEvent>

#include <algorithm>
#include <array>
#include <cmath>
#include <utility>

#include "desktop/preferences.h"
#include "desktop/session.h"
#include "desktop/theme.h"

namespace amber {

Canvas::Canvas(QWidget* parent) : QWidget(parent) {
  setFocusPolicy(Qt::StrongFocus);
  setProperty("accessibleRole", static_cast<int>(QAccessible::Graphic));
  setAccessibleName(tr("Stage"));
  setMouseTracking(true);
  setMinimumSize(200, 160);
  connect(&preferences(), &Preferences::changed, this, [this](const QString& key) {
    if (key == preference::kLargestFit && fitted_) fit();
  });
}

void Canvas::fit() {
  fitted_ = true;
  fittedTo_ = content();
  const QMarginsF around = surround();
  const int most = preferences().value(preference::kLargestFit).toInt();
  view_ =
      fitted(fittedTo_,
             {width() - around.left() - around.right(), height() - around.top() - around.bottom()},
             most == 0 ? kLargestZoom : most);
  view_.offset += QPointF(around.left(), around.top());
  emit viewChanged();
  update();
}

QRect Canvas::handleAt(QPointF art) const {
  const QSize half(metrics::kHandle, metrics::kHandle);
  return {view_.toStage(art).toPoint() - QPoint(half.width(), half.height()), 2 * half};
}

void Canvas::zoom(bool larger) {
  fitted_ = false;
  view_ = zoomed(view_, larger, rect().center());
  emit viewChanged();
  update();
}

void Canvas::contentChanged() {
  if (content() != fittedTo_) {
    fit();
  } else {
    update();
  }
}

void Canvas::paintEvent(QPaintEvent*) {
  QPainter painter(this);
  paintGround(painter);
  if (content().isEmpty()) {
    painter.setFont(textFont());
    painter.setPen(theme().text);
    painter.drawText(rect().adjusted(20, 20, -20, -20), Qt::AlignCenter | Qt::TextWordWrap,
                     emptyText());
  } else {
    paintStage(painter);
  }
  painter.resetTransform();
  paintFocus(painter, *this);
}

void Canvas::paintGround(QPainter& painter) {
  painter.fillRect(rect(), theme().paper);
}

void Canvas::resizeEvent(QResizeEvent*) {
  if (fitted_) fit();
}

bool Canvas::event(QEvent* event) {
  if (event->type() == QEvent::NativeGesture) {
    const auto* gesture = static_cast<const QNativeGestureEvent*>(event);
    // Tells by which part two fingers moved apart; a third is a step.
    if (gesture->gestureType() == Qt::ZoomNativeGesture) {
      zoomBy(gesture->value() * 3, gesture->position());
      return true;
    }
  }
  return QWidget::event(event);
}

void Canvas::wheelEvent(QWheelEvent* event) {
  // Two fingers on a touchpad tell px; a wheel tells steps of 120, or parts of them.
  const bool zooms = (event->modifiers() & Qt::ControlModifier) != 0;
  if (!event->pixelDelta().isNull() && !zooms) {
    panBy(event->pixelDelta());
  } else {
    zoomBy(event->angleDelta().y() / 120.0, event->position());
  }
}

void Canvas::zoomBy(double steps, QPointF at) {
  if (steps * zooming_ < 0) zooming_ = 0;
  zooming_ += steps;
  if (std::abs(zooming_) < 1) return;
  fitted_ = false;
  for (; std::abs(zooming_) >= 1; zooming_ -= std::copysign(1.0, zooming_)) {
    view_ = zoomed(view_, zooming_ > 0, at);
  }
  emit viewChanged();
  update();
}

void Canvas::panBy(QPointF by) {
  fitted_ = false;
  view_.offset += by;
  emit viewChanged();
  update();
}

void Canvas::setHand(bool hand) {
  cancelDrag();
  hand_ = hand;
  hand_ ? setCursor(Qt::OpenHandCursor) : unsetCursor();
}

void Canvas::holdSpace(bool held) {
  if (space_ == held) return;
  space_ = held;
  if (!hand_) held ? setCursor(Qt::OpenHandCursor) : unsetCursor();
}

void Canvas::mousePressEvent(QMouseEvent* event) {
  const bool left = event->button() == Qt::LeftButton;
  const bool grabs = left && (hand_ || space_) && !pressed_;
  if (event->button() == Qt::MiddleButton || grabs) {
    panning_ = event->position();
  } else if (left) {
    pressed_ = true;
    artPress(view_.toArt(event->position()), event->modifiers());
  }
}

void Canvas::mouseMoveEvent(QMouseEvent* event) {
  if (panning_) {
    panBy(event->position() - *panning_);
    panning_ = event->position();
    return;
  }
  if (hand_ || (space_ && !pressed_)) return;
  const QPointF art = view_.toArt(event->position());
  artMove(art, event->modifiers());
  emit pointed(art);
}

void Canvas::mouseReleaseEvent(QMouseEvent* event) {
  if (event->button() == Qt::LeftButton && std::exchange(pressed_, false)) {
    artRelease(view_.toArt(event->position()), event->modifiers());
  } else if (event->button() == Qt::MiddleButton || event->button() == Qt::LeftButton) {
    panning_.reset();
  }
}

void Canvas::cancelDrag() {
  if (!std::exchange(pressed_, false)) return;
  artCancel();
  contentChanged();
}

void Canvas::cancelDragsOnChangesOf(const ProjectSession& session) {
  connect(&session, &ProjectSession::changed, this, &Canvas::cancelDrag);
  connect(&session, &ProjectSession::selectionChanged, this, &Canvas::cancelDrag);
  connect(&session, &ProjectSession::projectReplaced, this, &Canvas::cancelDrag);
}

void Canvas::hideEvent(QHideEvent* event) {
  panning_.reset();
  holdSpace(false);
  cancelDrag();
  QWidget::hideEvent(event);
}

void Canvas::keyPressEvent(QKeyEvent* event) {
  const double step = event->modifiers() & Qt::ShiftModifier ? 8
                      : event->modifiers() & Qt::AltModifier ? 0.5
                                                             : 1;
  const auto nudge = [&](double dx, double dy) {
    if (pressed_) return;
    // Held down, a key repeats, and all that it does is one step of history.
    if (!event->isAutoRepeat()) emit runStarted();
    artNudge(dx, dy);
  };
  switch (event->key()) {
    case Qt::Key_Space:
      return holdSpace(true);
    case Qt::Key_Escape:
      return pressed_ ? cancelDrag() : artEscape();
    case Qt::Key_Left:
      return nudge(-step, 0);
    case Qt::Key_Right:
      return nudge(step, 0);
    case Qt::Key_Up:
      return nudge(0, -step);
    case Qt::Key_Down:
      return nudge(0, step);
    default:
      QWidget::keyPressEvent(event);
  }
}

void Canvas::keyReleaseEvent(QKeyEvent* event) {
  // Shift may be let go of while an arrow is held down.
  constexpr std::array kArrows{Qt::Key_Left, Qt::Key_Right, Qt::Key_Up, Qt::Key_Down};
  const bool arrow = std::find(kArrows.begin(), kArrows.end(), event->key()) != kArrows.end();
  if (arrow && !event->isAutoRepeat()) emit runEnded();
  if (event->key() == Qt::Key_Space && !event->isAutoRepeat()) holdSpace(false);
  QWidget::keyReleaseEvent(event);
}

void Canvas::focusOutEvent(QFocusEvent* event) {
  // The release of a key that is still held will go to another widget.
  emit runEnded();
  holdSpace(false);
  QWidget::focusOutEvent(event);
}

void Canvas::leaveEvent(QEvent*) {
  emit pointed(std::nullopt);
}

}  // namespace amber

#include "desktop/stage/canvas.h"

#include <QAccessible>

#include <algorithm>
#include <array>
#include <utility>

#include "desktop/session.h"
#include "desktop/theme.h"

namespace amber {

Canvas::Canvas(QWidget* parent) : QWidget(parent) {
  setFocusPolicy(Qt::StrongFocus);
  setProperty("accessibleRole", static_cast<int>(QAccessible::Graphic));
  setAccessibleName(tr("Stage"));
  setMouseTracking(true);
  setMinimumSize(200, 160);
}

void Canvas::fit() {
  fitted_ = true;
  fittedTo_ = content();
  const QMarginsF around = surround();
  view_ = fitted(fittedTo_, {width() - around.left() - around.right(),
                             height() - around.top() - around.bottom()});
  view_.offset += QPointF(around.left(), around.top());
  emit viewChanged();
  update();
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
    return;
  }
  paintStage(painter);
}

void Canvas::paintGround(QPainter& painter) {
  painter.fillRect(rect(), theme().paper);
}

void Canvas::resizeEvent(QResizeEvent*) {
  if (fitted_) fit();
}

void Canvas::wheelEvent(QWheelEvent* event) {
  if (event->angleDelta().y() == 0) return;
  fitted_ = false;
  view_ = zoomed(view_, event->angleDelta().y() > 0, event->position());
  emit viewChanged();
  update();
}

void Canvas::mousePressEvent(QMouseEvent* event) {
  if (event->button() == Qt::MiddleButton) panning_ = event->position();
  if (event->button() == Qt::LeftButton) {
    pressed_ = true;
    artPress(view_.toArt(event->position()), event->modifiers());
  }
}

void Canvas::mouseMoveEvent(QMouseEvent* event) {
  if (panning_) {
    fitted_ = false;
    view_.offset += event->position() - *panning_;
    panning_ = event->position();
    emit viewChanged();
    update();
    return;
  }
  const QPointF art = view_.toArt(event->position());
  artMove(art, event->modifiers());
  emit pointed(art);
}

void Canvas::mouseReleaseEvent(QMouseEvent* event) {
  if (event->button() == Qt::MiddleButton) panning_.reset();
  if (event->button() == Qt::LeftButton && std::exchange(pressed_, false)) {
    artRelease(view_.toArt(event->position()), event->modifiers());
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
  QWidget::keyReleaseEvent(event);
}

void Canvas::focusOutEvent(QFocusEvent* event) {
  // The release of a key that is still held will go to another widget.
  emit runEnded();
  QWidget::focusOutEvent(event);
}

void Canvas::leaveEvent(QEvent*) {
  emit pointed(std::nullopt);
}

}  // namespace amber

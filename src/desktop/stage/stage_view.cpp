#include "desktop/stage/stage_view.h"

#include <QFontMetricsF>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPen>
#include <QPolygonF>
#include <QWheelEvent>

#include "desktop/theme.h"

namespace amber {

StageView::StageView(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : QWidget(parent), session_(session), pictures_(pictures) {
  setFocusPolicy(Qt::StrongFocus);
  setMouseTracking(true);
  setMinimumSize(200, 160);
  connect(&session_, &ProjectSession::artArrived, this, [this] { update(); });
}

void StageView::nextBackdrop() {
  backdrop_ = static_cast<Backdrop>((static_cast<int>(backdrop_) + 1) % 3);
  update();
}

void StageView::fit() {
  fitted_ = true;
  fittedTo_ = content();
  const QMarginsF around = surround();
  view_ = fitted(fittedTo_, {width() - around.left() - around.right(),
                             height() - around.top() - around.bottom()});
  view_.offset += QPointF(around.left(), around.top());
  emit viewChanged();
  update();
}

void StageView::zoom(bool larger) {
  fitted_ = false;
  view_ = zoomed(view_, larger, rect().center());
  emit viewChanged();
  update();
}

void StageView::contentChanged() {
  if (content() != fittedTo_) {
    fit();
  } else {
    update();
  }
}

void StageView::paintEvent(QPaintEvent*) {
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

void StageView::paintGround(QPainter& painter) {
  paintBackdrop(painter, rect(), backdrop_);
}

void StageView::resizeEvent(QResizeEvent*) {
  if (fitted_) fit();
}

void StageView::wheelEvent(QWheelEvent* event) {
  if (event->angleDelta().y() == 0) return;
  fitted_ = false;
  view_ = zoomed(view_, event->angleDelta().y() > 0, event->position());
  emit viewChanged();
  update();
}

void StageView::mousePressEvent(QMouseEvent* event) {
  if (event->button() == Qt::MiddleButton) panning_ = event->position();
  if (event->button() == Qt::LeftButton) {
    artPress(view_.toArt(event->position()), event->modifiers());
  }
}

void StageView::mouseMoveEvent(QMouseEvent* event) {
  if (panning_) {
    fitted_ = false;
    view_.offset += event->position() - *panning_;
    panning_ = event->position();
    update();
    return;
  }
  const QPointF art = view_.toArt(event->position());
  artMove(art, event->modifiers());
  emit pointed(art);
}

void StageView::mouseReleaseEvent(QMouseEvent* event) {
  if (event->button() == Qt::MiddleButton) panning_.reset();
  if (event->button() == Qt::LeftButton) {
    artRelease(view_.toArt(event->position()), event->modifiers());
  }
}

void StageView::keyPressEvent(QKeyEvent* event) {
  const double step = event->modifiers() & Qt::ShiftModifier ? 8
                      : event->modifiers() & Qt::AltModifier ? 0.5
                                                             : 1;
  const auto nudge = [&](double dx, double dy) {
    // Held down, a key repeats, and all that it does is one step of history.
    if (!event->isAutoRepeat()) session_.startRun();
    artNudge(dx, dy);
  };
  switch (event->key()) {
    case Qt::Key_Escape:
      return artCancel();
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

void StageView::keyReleaseEvent(QKeyEvent* event) {
  if (!event->isAutoRepeat()) session_.endRun();
  QWidget::keyReleaseEvent(event);
}

void StageView::focusOutEvent(QFocusEvent* event) {
  // The release of a key that is held down is then another widget's to hear.
  session_.endRun();
  QWidget::focusOutEvent(event);
}

void StageView::leaveEvent(QEvent*) {
  emit pointed(std::nullopt);
}

void paintStageText(QPainter& painter, QPointF baseline, const QString& text,
                    const QColor& colour) {
  painter.save();
  painter.setFont(smallFont(true));
  const QFontMetricsF metrics(painter.font());
  const QRectF ground(baseline.x() - 3, baseline.y() - metrics.ascent() - 1,
                      metrics.horizontalAdvance(text) + 6, metrics.height() + 2);
  painter.fillRect(ground, theme().halo);
  painter.setPen(colour);
  painter.drawText(baseline, text);
  painter.restore();
}

void paintMount(QPainter& painter, QPointF at, const QString& name, bool keyed, bool active) {
  const double size = active ? 1.3 : 1;
  const QPointF top = at + QPointF(0, -18 * size);
  const QPolygonF flag{top, top + QPointF(14, 5) * size, top + QPointF(0, 10) * size};
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing);
  painter.setPen(QPen(theme().halo, 4));
  painter.setBrush(Qt::NoBrush);
  painter.drawLine(at, top);
  painter.drawPolygon(flag);
  painter.setPen(QPen(theme().text, active ? 2 : 1.2));
  painter.drawLine(at, top);
  painter.setBrush(keyed ? theme().amber : theme().card);
  painter.drawPolygon(flag);
  painter.setBrush(theme().text);
  painter.drawEllipse(at, 1.8, 1.8);
  painter.restore();
  paintStageText(painter, top + QPointF(18 * size, 9), name, keyed ? theme().text : theme().quiet);
}

void paintOrigin(QPainter& painter, QPointF at) {
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing);
  const QPolygonF diamond{at + QPointF(0, -7), at + QPointF(6, 0), at + QPointF(0, 7),
                          at + QPointF(-6, 0)};
  painter.setPen(QPen(theme().halo, 4));
  painter.drawPolygon(diamond);
  painter.setPen(QPen(theme().card, 1.5));
  painter.setBrush(theme().amber);
  painter.drawPolygon(diamond);
  painter.restore();
}

}  // namespace amber

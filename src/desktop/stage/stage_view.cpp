#include "desktop/stage/stage_view.h"

#include <QFontMetricsF>
#include <QPen>
#include <QPolygonF>

#include "desktop/preferences.h"
#include "desktop/theme.h"

namespace amber {

StageView::StageView(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : Canvas(parent), session_(session), pictures_(pictures) {
  cancelDragsOnChangesOf(session_);
  connect(&session_, &ProjectSession::artArrived, this, [this] { update(); });
  connect(&preferences(), &Preferences::changed, this, [this](const QString& key) {
    if (key != preference::kBackdrop) return;
    backdrop_.reset();
    update();
  });
  connect(this, &Canvas::runStarted, &session_, &ProjectSession::startRun);
  connect(this, &Canvas::runEnded, &session_, &ProjectSession::endRun);
}

Backdrop StageView::backdrop() const {
  return backdrop_.value_or(preferences().as<Backdrop>(preference::kBackdrop));
}

void StageView::nextBackdrop() {
  backdrop_ = static_cast<Backdrop>((static_cast<int>(backdrop()) + 1) % 3);
  update();
}

void StageView::paintGround(QPainter& painter) {
  paintBackdrop(painter, rect(), backdrop());
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

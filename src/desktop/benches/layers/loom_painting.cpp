// How the loom looks, of loom.h.
#include <QPainter>
#include <QPen>
#include <QPolygonF>

#include "desktop/benches/layers/loom.h"
#include "desktop/benches/layers/loom_metrics.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr double kFaded = 0.22;

void paintEnd(QPainter& painter, QPointF at, bool seeks, const QColor& colour, double size) {
  painter.setPen(Qt::NoPen);
  painter.setBrush(colour);
  if (seeks) {
    painter.drawPolygon(QPolygonF{at + QPointF(size + 1, 0), at + QPointF(-size, -size * 0.8),
                                  at + QPointF(-size, size * 0.8)});
  } else {
    painter.drawRect(QRectF(at.x() - size * 0.7, at.y() - size * 0.7, size * 1.4, size * 1.4));
  }
}

}  // namespace

QColor Loom::layerColour(std::size_t layer) const {
  return theme().shapes[layer % theme().shapes.size()];
}

QString Loom::layersText(LayerSet set, SettingFrom from) const {
  QStringList names;
  for (std::size_t bit = 0; bit < project_.layers.size(); ++bit) {
    if ((set >> bit & 1) != 0) names << QString::fromStdString(project_.layers[bit]);
  }
  const QString mark = from == SettingFrom::Asset  ? QString()
                       : from == SettingFrom::Kind ? tr(" (kind)")
                                                   : tr(" (role)");
  return (names.isEmpty() ? tr("nothing") : names.join(", ")) + mark;
}

void Loom::paintEvent(QPaintEvent*) {
  QPainter painter(viewport());
  painter.setRenderHint(QPainter::Antialiasing);
  painter.fillRect(viewport()->rect(), theme().paper);
  if (rows_.empty()) {
    painter.setPen(theme().text);
    painter.setFont(textFont());
    painter.drawText(
        viewport()->rect().adjusted(40, 20, -40, -20), Qt::AlignCenter | Qt::TextWordWrap,
        participants_.empty()
            ? tr("This view shows which shapes meet. No asset has a shape yet: fit shapes first.")
            : tr("No shape matches this filter."));
  }
  painter.save();
  painter.setClipRect(QRectF(0, loom::kTop - 4, viewport()->width(), viewport()->height()));
  for (const bool strong : {false, true}) {
    for (const Thread& thread : threads()) {
      if (fades(rows_[thread.row]) != strong) paintThread(painter, thread);
    }
  }
  paintMissing(painter);
  for (std::size_t i = 0; i < rows_.size(); ++i) {
    if (rowRect(i).intersects(QRectF(viewport()->rect()))) paintRow(painter, i);
  }
  painter.restore();
  for (std::size_t i = 0; i < project_.layers.size(); ++i) paintLayer(painter, i);
  painter.setFont(smallFont(true));
  painter.setPen(theme().quiet);
  painter.drawText(QPointF(loom::kLeft, 17), tr("Shapes, and the layers they are on"));
  painter.drawText(QPointF(viewport()->width() - loom::kLayerWidth - loom::kLeft, 17),
                   tr("Layers they seek"));
  if (pulled_) {
    const QPointF from = gripOf(pulled_->row, pulled_->seeks);
    painter.setPen(QPen(theme().amber, 2, pulled_->seeks ? Qt::SolidLine : Qt::DotLine));
    painter.drawLine(from, pulledTo_);
    paintEnd(painter, pulledTo_, pulled_->seeks, theme().amber, 5);
  }
  paintFocus(painter, *this);
}

void Loom::paintRow(QPainter& painter, std::size_t row) const {
  const QRectF rect = rowRect(row);
  const LoomRow& one = rows_[row];
  const Participant& participant = participants_[one.participants.front()];
  const bool chosen = std::find(chosen_.begin(), chosen_.end(), one.key) != chosen_.end();
  painter.save();
  if (fades(one) && !chosen) painter.setOpacity(0.5);
  painter.setPen(QPen(chosen ? theme().text : theme().line, chosen ? 1.5 : 1));
  painter.setBrush(chosen ? theme().amberSoft : theme().card);
  painter.drawRoundedRect(rect.adjusted(0.5, 0.5, -0.5, -0.5), metrics::kRadius, metrics::kRadius);
  // What it does: hatched where it stops, dots where it notices.
  const double side = std::min(12.0, rect.height() - 6);
  const QRectF box(rect.left() + 8, rect.center().y() - side / 2, side, side);
  const bool stops = participant.settings.duty == Duty::Stops;
  painter.setPen(QPen(theme().text, 1.3, stops ? Qt::SolidLine : Qt::DashLine));
  painter.setBrush(QBrush(theme().text, stops ? Qt::BDiagPattern : Qt::Dense6Pattern));
  painter.drawRect(box);
  const LoomTitle title = titleOf(one, participants_);
  painter.setPen(theme().text);
  const bool low = rect.height() < 20;
  painter.setFont(low ? smallFont(true) : textFont(true));
  QRectF text = rect.adjusted(28, 0, -8, 0);
  const QString who =
      QString::fromStdString(title.who) + (one.gathered ? (one.open ? "  −" : "  +") : "");
  const double width = painter.fontMetrics().horizontalAdvance(who) + 6;
  painter.drawText(text, Qt::AlignVCenter | Qt::AlignLeft, who);
  text.setLeft(text.left() + width);
  painter.setFont(low ? smallFont() : textFont());
  const QString role = QString::fromStdString(title.role);
  painter.drawText(text, Qt::AlignVCenter | Qt::AlignLeft, role);
  text.setLeft(text.left() + painter.fontMetrics().horizontalAdvance(role) + 8);
  painter.setFont(smallFont());
  painter.setPen(theme().quiet);
  const QString on = tr("on %1").arg(layersText(participant.settings.on, participant.onFrom));
  painter.drawText(
      text, Qt::AlignVCenter | Qt::AlignRight,
      painter.fontMetrics().elidedText(on, Qt::ElideRight, static_cast<int>(text.width())));
  painter.restore();
  if (one.open) return;
  for (const bool seeks : {false, true}) {
    paintEnd(painter, gripOf(row, seeks), seeks, chosen ? theme().text : theme().quiet, 3.2);
  }
}

void Loom::paintLayer(QPainter& painter, std::size_t layer) const {
  const QRectF rect = layerRect(layer);
  const bool chosen = layer_ == layer;
  painter.setPen(QPen(chosen ? theme().text : theme().line, chosen ? 1.5 : 1));
  painter.setBrush(chosen ? theme().amberSoft : theme().card);
  painter.drawRoundedRect(rect.adjusted(0.5, 0.5, -0.5, -0.5), metrics::kRadius, metrics::kRadius);
  painter.fillRect(QRectF(rect.left() + 8, rect.center().y() - 5, 10, 10), layerColour(layer));
  painter.setPen(theme().text);
  painter.setFont(rect.height() < 20 ? smallFont(true) : textFont(true));
  const QString number = QString::number(layer + 1);
  const QRectF text = rect.adjusted(26, 0, -8, 0);
  painter.drawText(
      text, Qt::AlignVCenter | Qt::AlignLeft,
      painter.fontMetrics().elidedText(QString::fromStdString(project_.layers[layer]),
                                       Qt::ElideRight, static_cast<int>(text.width()) - 18));
  painter.setFont(smallFont());
  painter.setPen(theme().quiet);
  painter.drawText(text, Qt::AlignVCenter | Qt::AlignRight, number);
}

void Loom::paintThread(QPainter& painter, const Thread& thread) const {
  const LoomRow& row = rows_[thread.row];
  const Participant& participant = participants_[row.participants.front()];
  const bool pointed = pointed_ == thread;
  const bool ofLayer = layer_ && chosen_.empty() && *layer_ != thread.layer;
  const bool isFresh = fresh_.count({participantName(participant), project_.layers[thread.layer],
                                     thread.seeks}) != 0;
  painter.save();
  const bool compares = before_.has_value();
  if ((fades(row) || ofLayer || (compares && !isFresh)) && !pointed) painter.setOpacity(kFaded);
  const QColor colour = layerColour(thread.layer);
  QPen pen(colour, pointed ? 3.5 : isFresh ? 3 : 1.8);
  if (!thread.seeks) {
    pen.setWidthF(pointed ? 6 : 4.5);
    QColor band = colour;
    band.setAlphaF(0.45F);
    pen.setColor(band);
  } else if (participant.settings.duty == Duty::Notices) {
    pen.setDashPattern({4, 3});
  }
  pen.setCapStyle(Qt::FlatCap);
  painter.setPen(pen);
  painter.setBrush(Qt::NoBrush);
  const QPainterPath path = pathOf(thread);
  painter.drawPath(path);
  paintEnd(painter, path.currentPosition(), thread.seeks, colour, 4.5);
  painter.restore();
}

void Loom::paintMissing(QPainter& painter) const {
  bool said = false;
  for (const LoomThread& missing : missing_) {
    const auto layer = std::find(project_.layers.begin(), project_.layers.end(), missing.layer);
    if (layer == project_.layers.end()) continue;
    for (std::size_t i = 0; i < rows_.size(); ++i) {
      const LoomRow& row = rows_[i];
      const bool holds =
          !row.open &&
          std::any_of(row.participants.begin(), row.participants.end(),
                      [&](std::size_t participant) {
                        return participantName(participants_[participant]) == missing.participant;
                      });
      if (!holds) continue;
      const QPainterPath path =
          pathOf({i, static_cast<std::size_t>(layer - project_.layers.begin()), missing.seeks});
      painter.setPen(QPen(theme().error, 2.4, Qt::DotLine));
      painter.setBrush(Qt::NoBrush);
      painter.drawPath(path);
      paintEnd(painter, path.currentPosition(), missing.seeks, theme().error, 5);
      if (said) continue;
      said = true;
      const QString text = missing.seeks ? tr("missing: seeks") : tr("missing: on");
      painter.setFont(smallFont(true));
      const QPointF at = path.pointAtPercent(0.5);
      const double width = painter.fontMetrics().horizontalAdvance(text) + 10;
      const QRectF ground(at.x() - width / 2, at.y() - 9, width, 18);
      painter.setPen(Qt::NoPen);
      painter.setBrush(theme().paper);
      painter.drawRect(ground);
      painter.setPen(theme().error);
      painter.drawText(ground, Qt::AlignCenter, text);
    }
  }
}

}  // namespace amber

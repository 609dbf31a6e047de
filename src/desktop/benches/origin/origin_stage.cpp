#include "desktop/benches/origin/origin_stage.h"

#include <QColor>
#include <QPainter>
#include <QPen>

#include "desktop/parts/wording.h"
#include "desktop/theme.h"

namespace amber {
namespace {

// A frame's extent in the px of `shown`, when both stand on their origins.
QRectF placed(const Frame& frame, const Frame& shown) {
  return {shown.origin.x - frame.origin.x, shown.origin.y - frame.origin.y,
          static_cast<double>(frame.rect.w), static_cast<double>(frame.rect.h)};
}

}  // namespace

OriginStage::OriginStage(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : StageView(session, pictures, parent) {
  setObjectName("originStage");
  for (auto signal : {&ProjectSession::selectionChanged, &ProjectSession::projectReplaced}) {
    connect(&session_, signal, this, [this] { contentChanged(); });
  }
  connect(&session_, &ProjectSession::changed, this, [this] { contentChanged(); });
}

void OriginStage::setGhosts(bool ghosts) {
  ghosts_ = ghosts;
  contentChanged();
}

// The stage must not rescale under a drag.
QRectF OriginStage::content() const {
  if (tool_.dragging()) return contentBeforeDrag_;
  const Asset* asset = session_.currentAsset();
  const Animation* animation = session_.currentAnimation();
  const Frame* shown = session_.currentFrame();
  if (shown == nullptr) return {};
  QRectF extent = placed(*shown, *shown);
  if (animation != nullptr) {
    for (const Step& step : animation->steps) {
      if (const Frame* frame = findFrame(*asset, step.frame)) {
        extent = extent.united(placed(*frame, *shown));
      }
    }
  }
  const QRectF aroundOrigin(shown->origin.x - 2, shown->origin.y - 2, 4, 4);
  return extent.united(aroundOrigin);
}

QString OriginStage::emptyText() const {
  return tr("Cut a sheet first; its frames stand here.");
}

void OriginStage::paintStage(QPainter& painter) {
  const Asset* asset = session_.currentAsset();
  const Frame* shown = session_.currentFrame();
  const Animation* animation = session_.currentAnimation();
  if (ghosts_ && animation != nullptr) {
    std::vector<Pictures::Placed> ghosts;
    QRectF extent;
    for (const Step& step : animation->steps) {
      const Frame* frame = findFrame(*asset, step.frame);
      if (frame == nullptr || frame == shown) continue;
      const QRectF place = placed(*frame, *shown);
      ghosts.push_back({frame, place.topLeft()});
      extent = extent.united(place);
    }
    if (!ghosts.empty()) {
      const double share = 0.9 / static_cast<double>(ghosts.size());
      painter.setRenderHint(QPainter::SmoothPixmapTransform, false);
      painter.drawImage(view().toStage(extent),
                        pictures_.composed(ghosts, extent, std::clamp(share, 0.08, 0.35)));
    }
  }
  pictures_.drawFrame(painter, *shown, view().toStage(placed(*shown, *shown)));

  const QPointF origin = view().toStage(QPointF(shown->origin.x, shown->origin.y));
  QPen ground(theme().text, 1, Qt::DashLine);
  painter.setPen(ground);
  painter.drawLine(QPointF(0, origin.y()), QPointF(width(), origin.y()));
  painter.setPen(QPen(theme().amber, 1, Qt::DotLine));
  painter.drawLine(QPointF(origin.x(), view().toStage(content()).top()), origin);
  QColor cell = theme().text;
  cell.setAlpha(70);
  painter.setPen(QPen(cell, 1, Qt::DotLine));
  painter.setBrush(Qt::NoBrush);
  painter.drawRect(view().toStage(placed(*shown, *shown)));
  paintOrigin(painter, origin);
  paintStageText(
      painter, QPointF(12, height() - 12),
      tr("%1, over %2, %3x")
          .arg(QString::fromStdString(shown->name),
               counted(animation == nullptr || !ghosts_ ? 0 : animation->steps.size() - 1,
                       tr("ghost"), tr("ghosts")))
          .arg(view().scale),
      theme().text);
}

void OriginStage::artPress(QPointF at, Qt::KeyboardModifiers) {
  const Frame* shown = session_.currentFrame();
  if (shown == nullptr) return;
  contentBeforeDrag_ = content();
  tool_.press(shown->origin);
  emit originDragged(snapped({at.x(), at.y()}, snap_));
}

void OriginStage::artMove(QPointF at, Qt::KeyboardModifiers) {
  if (tool_.dragging()) emit originDragged(snapped({at.x(), at.y()}, snap_));
}

void OriginStage::artRelease(QPointF at, Qt::KeyboardModifiers) {
  if (!tool_.dragging()) return;
  if (const auto point = tool_.release({at.x(), at.y()}, snap_)) {
    emit originDropped(*point);
  } else {
    emit dragCancelled();
  }
}

void OriginStage::artCancel() {
  if (!tool_.dragging()) return;
  tool_.cancel();
  emit dragCancelled();
}

void OriginStage::artNudge(double dx, double dy) {
  const Frame* shown = session_.currentFrame();
  if (shown != nullptr && !tool_.dragging()) {
    emit originDropped({shown->origin.x + dx, shown->origin.y + dy});
  }
}

}  // namespace amber

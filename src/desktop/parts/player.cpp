#include "desktop/parts/player.h"

#include <QPainter>
#include <QPointF>
#include <QPolygonF>
#include <QRectF>

#include "core/project/playback.h"
#include "desktop/stage/view_transform.h"
#include "desktop/theme.h"

namespace amber {
namespace {

// The least rectangle, relative to the origins, that holds every frame of the animation.
QRectF extentOf(const Asset& asset, const Animation& animation) {
  QRectF extent;
  for (const Step& step : animation.steps) {
    const Frame* frame = findFrame(asset, step.frame);
    if (frame == nullptr) continue;
    extent =
        extent.united(QRectF(-frame->origin.x, -frame->origin.y, frame->rect.w, frame->rect.h));
  }
  return extent;
}

}  // namespace

Player::Player(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : QWidget(parent), session_(session), pictures_(pictures) {
  setMinimumSize(96, 72);
  setToolTip(tr("Click, or press P, to play or pause"));
  timer_.setInterval(16);
  connect(&timer_, &QTimer::timeout, this, [this] {
    const std::size_t now = step();
    if (now != shown_) update();
  });
  connect(&session_, &ProjectSession::changed, this, [this] { update(); });
  connect(&session_, &ProjectSession::artArrived, this, [this] { update(); });
  connect(&session_, &ProjectSession::selectionChanged, this, [this] { update(); });
  setPlaying(true);
}

void Player::setPlaying(bool playing) {
  if (playing) {
    clock_.start();
    timer_.start();
  } else {
    timer_.stop();
  }
  update();
}

std::size_t Player::step() const {
  const Animation* animation = session_.currentAnimation();
  if (animation == nullptr || animation->steps.empty()) return 0;
  if (playing()) return stepAt(*animation, clock_.elapsed());
  for (std::size_t i = 0; i < animation->steps.size(); ++i) {
    if (animation->steps[i].frame == session_.selection().frame) return i;
  }
  return 0;
}

void Player::paintEvent(QPaintEvent*) {
  QPainter painter(this);
  paintBackdrop(painter, rect(), Backdrop::Kraft);
  const Asset* asset = session_.currentAsset();
  const Animation* animation = session_.currentAnimation();
  if (asset == nullptr || animation == nullptr) return;
  shown_ = step();
  const Frame* frame = findFrame(*asset, animation->steps[shown_].frame);
  if (frame == nullptr) return;
  const ViewTransform view = fitted(extentOf(*asset, *animation), size());
  pictures_.drawFrame(
      painter, *frame,
      view.toStage(QRectF(-frame->origin.x, -frame->origin.y, frame->rect.w, frame->rect.h)));
  if (!playing()) {
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setBrush(theme().card);
    painter.setPen(theme().amber);
    painter.drawPolygon(QPolygonF{QPointF(8, 8), QPointF(18, 13), QPointF(8, 18)});
  }
}

void Player::mousePressEvent(QMouseEvent*) {
  toggle();
}

void stepFrame(ProjectSession& session, int by) {
  const Animation* animation = session.currentAnimation();
  if (animation == nullptr) return;
  const int count = static_cast<int>(animation->steps.size());
  int at = 0;
  for (int i = 0; i < count; ++i) {
    if (animation->steps[static_cast<std::size_t>(i)].frame == session.selection().frame) at = i;
  }
  const int next = ((at + by) % count + count) % count;
  session.selectFrame(session.selection().asset, animation->id,
                      animation->steps[static_cast<std::size_t>(next)].frame);
}

}  // namespace amber

#include "desktop/parts/player.h"

#include <QHBoxLayout>
#include <QIcon>
#include <QPainter>
#include <QPointF>
#include <QPolygonF>
#include <QPushButton>
#include <QRectF>
#include <QSignalBlocker>
#include <QSlider>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>

#include "core/origin/riders.h"
#include "core/project/playback.h"
#include "desktop/parts/accessible.h"
#include "desktop/parts/building.h"
#include "desktop/parts/explaining.h"
#include "desktop/stage/staged_painting.h"
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
    : QWidget(parent), session_(session), pictures_(pictures), clock_(new PlayClock(this)) {
  setMinimumSize(96, 72);
  setToolTip(tr("Click or press P to play or pause"));
  describeTo(*this, QAccessible::Animation, tr("Animation"));
  explain(*this,
          tr("The animation with its durations, all frames standing on their origins. Click it or "
             "press P to play or pause."),
          "origin.md");
  describeParts(*this, {QAccessible::Button, [] { return 1; },
                        [this](int) {
                          return PaintedPart{playing() ? tr("Pause") : tr("Play"), rect(),
                                             playing(), [this] { toggle(); }};
                        }});
  connect(clock_, &PlayClock::ticked, this, [this] {
    const std::size_t now = step();
    if (now != shown_) update();
    emit advanced();
  });
  connect(&session_, &ProjectSession::shown, this, [this] { update(); });
  connect(&session_, &ProjectSession::artArrived, this, [this] { update(); });
  connect(&session_, &ProjectSession::selectionChanged, this, [this] {
    update();
    emit advanced();
  });
  setPlaying(true);
}

void Player::setPlaying(bool playing) {
  if (playing && !clock_->playing()) {
    // It goes on from the step that shows, with all of that step's time.
    const Animation* animation = session_.currentAnimation();
    const std::size_t from = step();
    long long before = 0;
    for (std::size_t i = 0; animation != nullptr && i < from; ++i) {
      before += animation->steps[i].durationMs;
    }
    clock_->setElapsedMs(before);
  }
  clock_->setPlaying(playing);
  update();
  emit advanced();
}

void Player::showEvent(QShowEvent* event) {
  QWidget::showEvent(event);
  clock_->addViewer();
}

void Player::hideEvent(QHideEvent* event) {
  QWidget::hideEvent(event);
  clock_->removeViewer();
}

double Player::place() const {
  const Animation* animation = session_.currentAnimation();
  const long long length = animation == nullptr ? 0 : runLength(*animation);
  if (length == 0) return 0;
  if (playing())
    return static_cast<double>(clock_->elapsedMs() % length) / static_cast<double>(length);
  return animation->steps.size() < 2
             ? 0
             : static_cast<double>(step()) / static_cast<double>(animation->steps.size() - 1);
}

void Player::setPlace(double place) {
  const Animation* animation = session_.currentAnimation();
  const Asset* asset = session_.currentAsset();
  if (animation == nullptr || asset == nullptr) return;
  setPlaying(false);
  const auto last = static_cast<double>(animation->steps.size() - 1);
  const auto step = static_cast<std::size_t>(std::lround(std::clamp(place, 0.0, 1.0) * last));
  session_.selectFrame(asset->id, animation->id, animation->steps[step].frame);
}

std::size_t Player::step() const {
  const Animation* animation = session_.currentAnimation();
  if (animation == nullptr || animation->steps.empty()) return 0;
  if (playing()) return stepAt(*animation, clock_->elapsedMs());
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
  StagedFrame own;
  own.ref = {asset->id, frame->id};
  const Moment moment =
      playing() ? Moment{animation, clock_->elapsedMs()} : momentOf(*asset, frame->id);
  drawStaged(painter, pictures_, session_.project(), withRiders(session_.project(), own, moment),
             transformOf(view));
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

PlayerPanel::PlayerPanel(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : QWidget(parent), player_(new Player(session, pictures, this)) {
  setFixedWidth(metrics::kPlayer);
  scrub_ = new QSlider(Qt::Horizontal, this);
  scrub_->setObjectName("scrub");
  scrub_->setRange(0, 1000);
  scrub_->setToolTip(tr("Drag through the animation"));
  const auto button = [this](const char* icon, const char* name, const QString& tip) {
    QPushButton* made = makeButton({}, tip, this);
    made->setObjectName(name);
    made->setIcon(QIcon(QString(":/icons/%1.svg").arg(icon)));
    made->setProperty("small", true);
    return made;
  };
  QPushButton* back = button("back", "stepBack", tr("Previous step (Ctrl+Left)"));
  play_ = button("pause", "playPause", tr("Play or pause (P)"));
  QPushButton* forward = button("forward", "stepForward", tr("Next step (Ctrl+Right)"));
  auto* speed = new NumberField(0.1, 4, 2, this);
  speed->setObjectName("speed");
  speed->setToolTip(tr("Playback speed, from 0.1 to 4 times"));
  speed->setValue(1);
  auto* row = new QHBoxLayout;
  row->setSpacing(2);
  for (QPushButton* one : {back, play_, forward}) row->addWidget(one);
  row->addStretch();
  row->addWidget(speed);
  row->addWidget(makeLabel("x", "quiet", this));
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(0, 0, 0, 2);
  column->setSpacing(1);
  row->setContentsMargins(metrics::kSmallGap, 0, metrics::kSmallGap, 0);
  column->addWidget(player_, 1);
  column->addWidget(scrub_);
  column->addLayout(row);
  connect(player_, &Player::advanced, this, [this] {
    const QSignalBlocker blocker(scrub_);
    if (!scrub_->isSliderDown()) scrub_->setValue(static_cast<int>(player_->place() * 1000));
    play_->setIcon(QIcon(player_->playing() ? ":/icons/pause.svg" : ":/icons/play.svg"));
  });
  connect(scrub_, &QSlider::valueChanged, this,
          [this](int value) { player_->setPlace(value / 1000.0); });
  connect(play_, &QPushButton::clicked, player_, &Player::toggle);
  connect(speed, &NumberField::committed, player_, &Player::setSpeed);
  const auto step = [this, &session](int by) {
    player_->setPlaying(false);
    stepFrame(session, by);
  };
  connect(back, &QPushButton::clicked, this, [step] { step(-1); });
  connect(forward, &QPushButton::clicked, this, [step] { step(1); });
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

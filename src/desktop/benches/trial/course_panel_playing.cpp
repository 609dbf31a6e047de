// Playing a course by keys, and showing again what was run, of course_panel.h.
#include <QComboBox>
#include <QKeyEvent>
#include <QPushButton>
#include <algorithm>

#include "desktop/benches/trial/course_panel.h"

namespace amber {
namespace {

constexpr int kFrameMs = 16;
constexpr double kSlow = 0.25;
// After a pause of the machine it goes on from where it was, rather than leap.
constexpr double kMostBehind = 0.25;

}  // namespace

void CoursePanel::setUpClock() {
  clock_.setInterval(kFrameMs);
  clock_.setTimerType(Qt::PreciseTimer);
}

void CoursePanel::togglePlaying() {
  live_->click();
}

void CoursePanel::toggleReplay() {
  replay_->click();
}

void CoursePanel::setRunning(Running running) {
  const bool wasLive = running_ == Running::Live;
  running_ = running;
  down_ = {};
  behind_ = 0;
  if (running == Running::Live) startLive();
  if (running_ == Running::Replay && facts_.run.ticks.empty()) running_ = Running::Still;
  live_->setChecked(running_ == Running::Live);
  replay_->setChecked(running_ == Running::Replay);
  stage_->setFollowing(running_ == Running::Live);
  if (running_ == Running::Still) {
    clock_.stop();
  } else {
    since_.start();
    clock_.start();
  }
  // What was played is what others are compared on.
  if (wasLive && running_ != Running::Live && !played_.empty()) {
    facts_.run = runner_->run();
    showRun();
    runner_.reset();
    scripts_->setCurrentIndex(static_cast<int>(kScriptNames.size()));
    ask();
  }
}

// From the tick that is shown on: what was pressed up to it is run again.
void CoursePanel::startLive() {
  // A copy of the current project, which must not change while it is played.
  playing_ = session_.project();
  const Asset* current = session_.currentAsset();
  const Asset* asset = current == nullptr ? nullptr : findAsset(playing_, current->id);
  if (!facts_.setup || asset == nullptr) {
    running_ = Running::Still;
    return;
  }
  const auto world = CourseWorld::make(playing_, *asset, facts_.setup->course, facts_.setup->role);
  if (!world) {
    running_ = Running::Still;
    return;
  }
  const int last = static_cast<int>(facts_.run.ticks.size()) - 1;
  const int upTo = timeline_->tick() >= last ? 0 : timeline_->tick() + 1;
  std::vector<CourseKeys> keys;
  for (int tick = 0; tick < upTo; ++tick) keys.push_back(keysAt(facts_.setup->script, tick));
  // A run that is still being worked out would replace the one that is played.
  asking_.forget();
  asked_.reset();
  runner_.emplace(*world, facts_.setup->rules);
  // Up to here a script was in control; a player may go anywhere.
  runner_->goOnAtStations(true);
  for (const CourseKeys& one : keys) runner_->tick(one);
  runner_->goOnAtStations(false);
  played_ = std::move(keys);
  shown_ = asset->id;
  facts_.run = runner_->run();
  showComparison({});
  comparing_.forget();
  showRun();
  goTo(upTo - 1);
  stage_->setFocus();
}

void CoursePanel::advance() {
  const double seconds = std::min(kMostBehind, static_cast<double>(since_.restart()) / 1000.0) *
                         (slow_->isChecked() ? kSlow : 1);
  if (!facts_.setup) return setRunning(Running::Still);
  if (running_ == Running::Live) return advanceLive(seconds);
  behind_ += seconds * facts_.setup->rules.rate;
  const int whole = static_cast<int>(behind_);
  behind_ -= whole;
  const int last = static_cast<int>(facts_.run.ticks.size()) - 1;
  if (timeline_->tick() >= last) return setRunning(Running::Still);
  goTo(timeline_->tick() + whole);
}

// Requires: facts_.setup and runner_ are there, as startLive made sure.
void CoursePanel::advanceLive(double seconds) {
  behind_ += seconds * facts_.setup->rules.rate;
  for (; behind_ >= 1; behind_ -= 1) {
    if (static_cast<int>(played_.size()) >= kMostTicks) return setRunning(Running::Still);
    runner_->tick(down_);
    played_.push_back(down_);
  }
  // The stage and the timeline look at the runner's own run while it goes on.
  stage_->setRun(shown_, &*facts_.setup, &runner_->run());
  timeline_->setRun(&runner_->run(), facts_.setup->rules.rate);
  const int last = static_cast<int>(played_.size()) - 1;
  timeline_->setTick(last);
  stage_->setTick(last);
}

bool CoursePanel::eventFilter(QObject* watched, QEvent* event) {
  const bool key = event->type() == QEvent::KeyPress || event->type() == QEvent::KeyRelease ||
                   event->type() == QEvent::ShortcutOverride;
  if (watched != stage_ || running_ != Running::Live || !key) {
    return QWidget::eventFilter(watched, event);
  }
  auto* pressed = static_cast<QKeyEvent*>(event);
  if (pressed->key() == Qt::Key_Escape && event->type() == QEvent::KeyPress) {
    setRunning(Running::Still);
    return true;
  }
  CourseKeys keys = down_;
  if (!keyMap_.apply(pressed->key(), event->type() != QEvent::KeyRelease, keys)) {
    return QWidget::eventFilter(watched, event);
  }
  event->accept();
  // These keys must not trigger shortcuts of the window.
  if (event->type() != QEvent::ShortcutOverride && !pressed->isAutoRepeat()) down_ = keys;
  return true;
}

void CoursePanel::hideEvent(QHideEvent* event) {
  QWidget::hideEvent(event);
  setRunning(Running::Still);
}

void CoursePanel::setKeys() {
  if (!askForCourseKeys(this)) return;
  keyMap_ = courseKeys();
  refresh();
}

}  // namespace amber

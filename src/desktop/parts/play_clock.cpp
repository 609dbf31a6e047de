#include "desktop/parts/play_clock.h"

#include <algorithm>

namespace amber {
namespace {

// 60 times a second, as screens do.
constexpr int kTickMs = 16;

}  // namespace

PlayClock::PlayClock(QObject* parent) : QObject(parent) {
  timer_.setInterval(kTickMs);
  connect(&timer_, &QTimer::timeout, this, &PlayClock::ticked);
}

void PlayClock::setPlaying(bool playing) {
  setElapsedMs(elapsedMs());
  playing_ = playing;
  tickIfSeen();
}

long long PlayClock::elapsedMs() const {
  if (!playing_) return before_;
  return before_ + static_cast<long long>(static_cast<double>(since_.elapsed()) * speed_);
}

void PlayClock::setElapsedMs(long long elapsed) {
  before_ = elapsed;
  since_.start();
}

void PlayClock::setSpeed(double speed) {
  setElapsedMs(elapsedMs());
  speed_ = std::clamp(speed, kLeastSpeed, kMostSpeed);
}

void PlayClock::addViewer() {
  ++viewers_;
  tickIfSeen();
}

void PlayClock::removeViewer() {
  --viewers_;
  tickIfSeen();
}

void PlayClock::tickIfSeen() {
  const bool ticks = playing_ && viewers_ > 0;
  if (ticks && !timer_.isActive()) timer_.start();
  if (!ticks) timer_.stop();
}

}  // namespace amber

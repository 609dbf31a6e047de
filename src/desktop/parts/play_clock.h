#pragma once

#include <QElapsedTimer>
#include <QObject>
#include <QTimer>

namespace amber {

/// Time as it passes for what plays: it runs at a speed, pauses, and is set. Any number of views
/// may follow it, each with what it shows, so that two actors play together. It ticks only while a
/// view that follows it can be seen.
class PlayClock : public QObject {
  Q_OBJECT

 public:
  explicit PlayClock(QObject* parent);

  bool playing() const { return playing_; }
  void setPlaying(bool playing);
  /// Since the start of what plays, ms; it stands while it is paused.
  long long elapsedMs() const;
  void setElapsedMs(long long elapsed);
  /// How many times as fast as time itself, kLeastSpeed to kMostSpeed.
  double speed() const { return speed_; }
  void setSpeed(double speed);

  static constexpr double kLeastSpeed = 0.1;
  static constexpr double kMostSpeed = 4;

  /// A view that follows the clock is seen, or is no more.
  void addViewer();
  void removeViewer();

 signals:
  void ticked();

 private:
  void tickIfSeen();

  QTimer timer_;
  QElapsedTimer since_;
  long long before_ = 0;  // what had passed when `since_` was started
  double speed_ = 1;
  int viewers_ = 0;
  bool playing_ = false;
};

}  // namespace amber

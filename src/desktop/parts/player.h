#pragma once

#include <QHideEvent>
#include <QMouseEvent>
#include <QPaintEvent>
#include <QShowEvent>
#include <QSize>
#include <QWidget>

#include "desktop/parts/play_clock.h"
#include "desktop/stage/pictures.h"

class QPushButton;
class QSlider;

namespace amber {

/// Plays the current animation with its durations and loop mode, all frames standing on their
/// origins.
class Player : public QWidget {
  Q_OBJECT

 public:
  Player(ProjectSession& session, Pictures& pictures, QWidget* parent);

  /// The time it plays by; other views may follow it too.
  PlayClock* clock() { return clock_; }
  bool playing() const { return clock_->playing(); }
  void setPlaying(bool playing);
  void toggle() { setPlaying(!playing()); }
  /// The step that shows.
  std::size_t step() const;
  /// The speed factor, 0.1 to 4.
  double speed() const { return clock_->speed(); }
  void setSpeed(double speed) { clock_->setSpeed(speed); }
  /// Where in a run of the animation it is, 0 to 1; playing stops when it is set.
  double place() const;
  void setPlace(double place);

 signals:
  /// It plays or pauses, or another step shows.
  void advanced();

 protected:
  void paintEvent(QPaintEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void showEvent(QShowEvent* event) override;
  void hideEvent(QHideEvent* event) override;
  QSize sizeHint() const override { return {120, 96}; }

 private:
  ProjectSession& session_;
  Pictures& pictures_;
  PlayClock* clock_;
  std::size_t shown_ = 0;
};

/// The player with what steers it: a bar to scrub, steps back and forth, and the speed.
class PlayerPanel : public QWidget {
  Q_OBJECT

 public:
  PlayerPanel(ProjectSession& session, Pictures& pictures, QWidget* parent);

  Player* player() { return player_; }

 private:
  Player* player_;
  QSlider* scrub_;
  QPushButton* play_;
};

/// Selects the frame `by` steps on in the current animation, going round.
void stepFrame(ProjectSession& session, int by);

}  // namespace amber

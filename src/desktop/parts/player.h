#pragma once

#include <QElapsedTimer>
#include <QMouseEvent>
#include <QPaintEvent>
#include <QSize>
#include <QTimer>
#include <QWidget>

#include "desktop/stage/pictures.h"

class QPushButton;

namespace amber {

/// Plays the current animation with its durations and loop mode, all frames standing on their
/// origins.
class Player : public QWidget {
  Q_OBJECT

 public:
  Player(ProjectSession& session, Pictures& pictures, QWidget* parent);

  bool playing() const { return timer_.isActive(); }
  void setPlaying(bool playing);
  void toggle() { setPlaying(!playing()); }
  /// The step that shows.
  std::size_t step() const;

 protected:
  void paintEvent(QPaintEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  QSize sizeHint() const override { return {120, 96}; }

 private:
  ProjectSession& session_;
  Pictures& pictures_;
  QTimer timer_;
  QElapsedTimer clock_;
  std::size_t shown_ = 0;
};

/// Selects the frame `by` steps on in the current animation, going round.
void stepFrame(ProjectSession& session, int by);

}  // namespace amber

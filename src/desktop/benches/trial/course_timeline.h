#pragma once

#include <QMouseEvent>
#include <QPaintEvent>
#include <QString>
#include <QWidget>

#include "core/trial/course/course_run.h"

namespace amber {

/// A run over its time: contact with the ground, what each role noticed, the events, and the events
/// with other shapes. Dragging the line goes to a tick.
class CourseTimeline : public QWidget {
  Q_OBJECT

 public:
  explicit CourseTimeline(QWidget* parent);

  /// Both must outlive it, or be replaced; null for nothing.
  void setRun(const CourseRun* run, double rate);
  void setOther(const CourseRun* run, const QString& name);
  void setTick(int tick);
  int tick() const { return tick_; }

 signals:
  void tickChosen(int tick);

 protected:
  void paintEvent(QPaintEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;
  QSize sizeHint() const override { return {400, 118}; }
  QSize minimumSizeHint() const override { return {200, 118}; }

 private:
  int ticks() const { return run_ == nullptr ? 0 : static_cast<int>(run_->ticks.size()); }
  double xOf(double tick) const;
  int tickAt(double x) const;
  void choose(int tick);
  void paintRow(QPainter& painter, int row, const QString& name) const;
  void paintGround(QPainter& painter, int row) const;
  void paintTold(QPainter& painter, int row) const;
  void paintEvents(QPainter& painter, int row, const CourseRun& run, const QColor& colour) const;

  const CourseRun* run_ = nullptr;
  const CourseRun* other_ = nullptr;
  QString otherName_;
  double rate_ = 60;
  int tick_ = 0;
};

}  // namespace amber

#include "desktop/benches/trial/course_timeline.h"
#include "desktop/parts/accessible.h"
#include "desktop/parts/explaining.h"

#include <QFontMetrics>
#include <QKeyEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>
#include <vector>

#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kNames = 118;
constexpr int kRow = 23;
constexpr int kTop = 6;
constexpr int kRightRoom = 16;

}  // namespace

CourseTimeline::CourseTimeline(QWidget* parent) : QWidget(parent) {
  setObjectName("courseTimeline");
  explain(*this,
          tr("The run in time, a tick a step: when the asset stood on the ground, what it noticed, "
             "and what went wrong. Drag the line to a moment, or use the arrow keys."),
          "trial.md");
  setFocusPolicy(Qt::StrongFocus);
  describeTo(*this, QAccessible::Slider, tr("Timeline of the run"));
  describeValue(*this, {[this] { return tick_; }, [this] { return std::max(0, ticks() - 1); },
                        [this](int tick) { choose(tick); }});
  describeParts(*this,
                {QAccessible::ListItem,
                 [this] { return run_ == nullptr ? 0 : static_cast<int>(run_->events.size()); },
                 [this](int index) {
                   const CourseEvent& event = run_->events[static_cast<std::size_t>(index)];
                   const int from = static_cast<int>(xOf(event.tick));
                   const int until = static_cast<int>(xOf(std::max(event.tick, event.until) + 1));
                   return PaintedPart{
                       tr("tick %1: %2").arg(event.tick).arg(QString::fromStdString(event.text)),
                       QRect(from, 0, until - from, height()), event.tick == tick_,
                       [this, tick = event.tick] { choose(tick); }};
                 }});
  setToolTip(tr("Drag the line to a tick. Left and Right go one tick, with Shift ten."));
}

void CourseTimeline::setRun(const CourseRun* run, double rate) {
  run_ = run;
  rate_ = rate;
  other_ = nullptr;
  update();
}

void CourseTimeline::setOther(const CourseRun* run, const QString& name) {
  other_ = run;
  otherName_ = name;
  update();
}

void CourseTimeline::setTick(int tick) {
  tick_ = tick;
  update();
}

double CourseTimeline::xOf(double tick) const {
  const double wide = width() - kNames - kRightRoom;
  return kNames + wide * tick / std::max(1, ticks());
}

int CourseTimeline::tickAt(double x) const {
  const double wide = width() - kNames - kRightRoom;
  const double tick = std::round((x - kNames) / wide * ticks());
  return static_cast<int>(std::clamp(tick, 0.0, std::max(0.0, ticks() - 1.0)));
}

void CourseTimeline::choose(int tick) {
  if (ticks() == 0) return;
  tick_ = std::clamp(tick, 0, ticks() - 1);
  update();
  emit tickChosen(tick_);
}

void CourseTimeline::paintRow(QPainter& painter, int row, const QString& name) const {
  const int middle = kTop + row * kRow + kRow / 2;
  painter.setPen(theme().text);
  const QFontMetrics measure(painter.font());
  painter.drawText(QRect(12, kTop + row * kRow, kNames - 18, kRow), Qt::AlignVCenter,
                   measure.elidedText(name, Qt::ElideRight, kNames - 18));
  painter.setPen(QPen(theme().line, 1));
  painter.drawLine(kNames, middle, width() - kRightRoom, middle);
}

void CourseTimeline::paintGround(QPainter& painter, int row) const {
  const double top = kTop + row * kRow + 6;
  for (int from = 0; from < ticks();) {
    int to = from;
    const auto grounded = [&](int tick) {
      return run_->ticks[static_cast<std::size_t>(tick)].grounded;
    };
    if (!grounded(from)) {
      ++from;
      continue;
    }
    while (to < ticks() && grounded(to)) ++to;
    painter.fillRect(QRectF(xOf(from), top, std::max(1.0, xOf(to) - xOf(from)), kRow - 12),
                     theme().shapes[2]);
    from = to;
  }
}

// Hatched, so that it differs from ground without its colour.
void CourseTimeline::paintTold(QPainter& painter, int row) const {
  const double top = kTop + row * kRow + 6;
  for (const CourseEvent& event : run_->events) {
    if (event.kind != CourseEventKind::Notice) continue;
    const QRectF bar(xOf(event.tick), top, std::max(2.0, xOf(event.until + 1) - xOf(event.tick)),
                     kRow - 12);
    painter.fillRect(bar, QBrush(theme().shapes[0], Qt::Dense3Pattern));
    painter.setPen(QPen(theme().shapes[0], 1));
    painter.drawRect(bar);
  }
}

void CourseTimeline::paintEvents(QPainter& painter, int row, const CourseRun& run,
                                 const QColor& colour) const {
  const double middle = kTop + row * kRow + kRow / 2.0;
  const QFontMetrics measure(painter.font());
  std::vector<const CourseEvent*> faults;
  for (const CourseEvent& event : run.events) {
    if (isFault(event.kind)) faults.push_back(&event);
  }
  for (std::size_t i = 0; i < faults.size(); ++i) {
    const CourseEvent& event = *faults[i];
    const double x = xOf(event.tick + 0.5);
    const double next = i + 1 < faults.size() ? xOf(faults[i + 1]->tick + 0.5) : width();
    QPolygonF mark({{x, middle - 5}, {x + 5, middle}, {x, middle + 5}, {x - 5, middle}});
    painter.setPen(Qt::NoPen);
    painter.setBrush(colour);
    painter.drawPolygon(mark);
    const QString word =
        QString::fromLatin1(kCourseEventWords[static_cast<std::size_t>(event.kind)].data());
    const double wide = measure.horizontalAdvance(word);
    // If the next mark would cover the text, the mark alone is enough.
    if (x + 14 + wide > next) continue;
    painter.setPen(colour);
    painter.drawText(QPointF(x + 8, middle + 4), word);
  }
}

void CourseTimeline::paintEvent(QPaintEvent*) {
  QPainter painter(this);
  painter.setRenderHint(QPainter::Antialiasing);
  painter.setFont(smallFont());
  if (run_ == nullptr) return;
  paintRow(painter, 0, tr("ground"));
  paintGround(painter, 0);
  paintRow(painter, 1, tr("events"));
  paintTold(painter, 1);
  paintRow(painter, 2, tr("current"));
  paintEvents(painter, 2, *run_, theme().error);
  if (other_ != nullptr) {
    paintRow(painter, 3, otherName_);
    paintEvents(painter, 3, *other_, theme().amber);
  }
  const int foot = kTop + 4 * kRow;
  painter.setPen(theme().quiet);
  const double seconds = ticks() / rate_;
  painter.drawText(QPointF(kNames, foot + 14), tr("0 s"));
  painter.drawText(QRectF(width() - 100, foot, 100 - kRightRoom, 18), Qt::AlignRight,
                   tr("%1 s").arg(seconds, 0, 'f', 1));
  const double line = xOf(tick_ + 0.5);
  painter.setPen(QPen(theme().text, 1.5));
  painter.drawLine(QPointF(line, 4), QPointF(line, foot));
  painter.setBrush(theme().text);
  painter.drawPolygon(QPolygonF({{line - 5, 0}, {line + 5, 0}, {line, 7}}));
  if (hasFocus()) {
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(theme().amber, 1, Qt::DotLine));
    painter.drawRect(rect().adjusted(0, 0, -1, -1));
  }
}

void CourseTimeline::mousePressEvent(QMouseEvent* event) {
  setFocus();
  choose(tickAt(event->position().x()));
}

void CourseTimeline::mouseMoveEvent(QMouseEvent* event) {
  if ((event->buttons() & Qt::LeftButton) != 0) choose(tickAt(event->position().x()));
}

void CourseTimeline::keyPressEvent(QKeyEvent* event) {
  const int by = (event->modifiers() & Qt::ShiftModifier) != 0 ? 10 : 1;
  switch (event->key()) {
    case Qt::Key_Left:
      return choose(tick_ - by);
    case Qt::Key_Right:
      return choose(tick_ + by);
    case Qt::Key_Home:
      return choose(0);
    case Qt::Key_End:
      return choose(ticks() - 1);
    default:
      QWidget::keyPressEvent(event);
  }
}

}  // namespace amber

#include "desktop/shell/route_line.h"
#include "desktop/parts/accessible.h"
#include "desktop/parts/explaining.h"
#include "desktop/parts/wording.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPen>
#include <QPointF>
#include <QPolygonF>
#include <QRectF>

#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kStep = 82;
constexpr int kLineY = 15;

}  // namespace

RouteLine::RouteLine(QWidget* parent) : QWidget(parent) {
  setFocusPolicy(Qt::TabFocus);
  describeTo(*this, QAccessible::PageTabList, tr("Benches"));
  setFixedHeight(metrics::kTopBar - 2);
  setMinimumWidth(kStep * static_cast<int>(kBenchCount));
  setObjectName("routeLine");
  explain(*this,
          tr("The benches in the order of the work. The filled one is open; a number counts its "
             "findings. Click a bench, or go to it with Ctrl+1 to Ctrl+7."),
          "index.md");
  describeParts(
      *this, {QAccessible::PageTab, [] { return static_cast<int>(kBenchCount); },
              [this](int index) {
                const auto bench = static_cast<Bench>(index);
                const int open = counts_[static_cast<std::size_t>(index)];
                const QString name = benchName(bench);
                return PaintedPart{
                    open == 0 ? name : name + ", " + counted(open, tr("finding"), tr("findings")),
                    QRect(centreOf(bench) - QPoint(kStep / 2, kLineY), QSize(kStep, height())),
                    bench == current_, [this, bench] { emit chosen(bench); }};
              }});
}

void RouteLine::setCurrent(Bench bench) {
  current_ = bench;
  update();
}

void RouteLine::setCounts(const std::array<int, kBenchCount>& counts) {
  counts_ = counts;
  update();
}

QPoint RouteLine::centreOf(Bench bench) const {
  const int left = (width() - kStep * (static_cast<int>(kBenchCount) - 1)) / 2;
  const int x = left + kStep * static_cast<int>(bench);
  return {isRightToLeft() ? width() - x : x, kLineY};
}

void RouteLine::paintEvent(QPaintEvent*) {
  QPainter painter(this);
  painter.setRenderHint(QPainter::Antialiasing);
  painter.setPen(QPen(theme().ink, 1.5));
  painter.drawLine(centreOf(benchTable().front().bench), centreOf(benchTable().back().bench));
  for (std::size_t i = 0; i < kBenchCount; ++i) {
    const auto bench = static_cast<Bench>(i);
    const bool here = bench == current_;
    const QPointF at = centreOf(bench);
    const double size = here ? 10 : 6.5;
    painter.setBrush(here ? theme().amber : theme().paper);
    painter.setPen(QPen(here ? theme().amber : theme().ink, 1.5));
    painter.drawPolygon(QPolygonF{at + QPointF(0, -size), at + QPointF(size, 0),
                                  at + QPointF(0, size), at + QPointF(-size, 0)});
    painter.setPen(here ? theme().text : theme().quiet);
    painter.setFont(textFont(here));
    const QRectF label(at.x() - kStep / 2.0, 27, kStep, 18);
    painter.drawText(label, Qt::AlignCenter, benchName(bench));
    if (here && hasFocus()) {
      painter.setPen(QPen(theme().amber, 1.5));
      painter.drawLine(QPointF(at.x() - 14, 46), QPointF(at.x() + 14, 46));
    }
    if (counts_[i] > 0) {
      painter.setFont(smallFont(true));
      painter.setPen(theme().error);
      painter.drawText(QPointF(at.x() + size + 3, kLineY - 3), QString::number(counts_[i]));
    }
  }
}

void RouteLine::mousePressEvent(QMouseEvent* event) {
  for (std::size_t i = 0; i < kBenchCount; ++i) {
    const auto bench = static_cast<Bench>(i);
    if (std::abs(event->pos().x() - centreOf(bench).x()) > kStep / 2) continue;
    // Half way between two, the earlier.
    emit chosen(bench);
    return;
  }
}

void RouteLine::keyPressEvent(QKeyEvent* event) {
  const int onward = isRightToLeft() ? Qt::Key_Left : Qt::Key_Right;
  const int back = isRightToLeft() ? Qt::Key_Right : Qt::Key_Left;
  const int by = event->key() == onward ? 1 : event->key() == back ? -1 : 0;
  const int next = static_cast<int>(current_) + by;
  if (by == 0 || next < 0 || next >= static_cast<int>(kBenchCount)) {
    QWidget::keyPressEvent(event);
    return;
  }
  emit chosen(static_cast<Bench>(next));
}

}  // namespace amber

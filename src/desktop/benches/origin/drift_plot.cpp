#include "desktop/benches/origin/drift_plot.h"

#include <QChart>
#include <QChartView>
#include <QEvent>
#include <QFontMetricsF>
#include <QGraphicsLayout>
#include <QGraphicsSimpleTextItem>
#include <QLineSeries>
#include <QMouseEvent>
#include <QPen>
#include <QVBoxLayout>
#include <QValueAxis>
#include <algorithm>
#include <cmath>

#include "desktop/parts/explaining.h"
#include "desktop/theme.h"

namespace amber {
namespace {

// Room at the right for the names of the lines, px.
constexpr int kNameRoom = 62;
constexpr double kNameStep = 14;
constexpr int kMostStepLabels = 14;

std::vector<std::optional<double>> valuesOf(const DriftTable& table,
                                            double (*value)(const MarksFromOrigin&)) {
  std::vector<std::optional<double>> values;
  for (const DriftRow& row : table.rows) {
    values.push_back(row.marks ? std::optional(value(*row.marks)) : std::nullopt);
  }
  return values;
}

// A round step, px, at which at most five lines cross a range: 1, 2, 5, 10, 20 and so on.
double roundStep(double range) {
  double decade = 1;
  while (range / (decade * 5) > 5) decade *= 10;
  for (const double step : {decade, decade * 2}) {
    if (range / step <= 5) return step;
  }
  return decade * 5;
}

}  // namespace

DriftPlot::DriftPlot(QWidget* parent)
    : QWidget(parent),
      chart_(new QChart),
      view_(new QChartView(chart_, this)),
      steps_(new QValueAxis(this)),
      lengths_(new QValueAxis(this)) {
  setObjectName("driftPlot");
  explain(*this,
          tr("Where the feet, the centroid and the edges of the ink lie in each frame of the "
             "animation, measured from the origin. A level line does not move; a step shows a "
             "frame that slips. Click a frame to select it.") +
              figure({220, 60},
                     [](QPainter& painter) {
                       painter.setPen(QPen(theme().shapes[2], 2));
                       painter.drawPolyline(QPolygonF{{10, 40}, {70, 40}, {130, 40}, {210, 40}});
                       painter.setPen(QPen(theme().error, 2));
                       painter.drawPolyline(QPolygonF{{10, 25}, {70, 25}, {130, 10}, {210, 25}});
                     }),
          "origin.md");
  setAccessibleName(tr("Position of feet, centroid and ink edges, step by step"));
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->addWidget(view_);
  view_->setFocusPolicy(Qt::NoFocus);
  view_->viewport()->setFocusPolicy(Qt::NoFocus);
  chart_->legend()->hide();
  chart_->setMargins({2, 2, kNameRoom, 2});
  chart_->layout()->setContentsMargins(0, 0, 0, 0);
  chart_->setBackgroundRoundness(0);
  chart_->addAxis(steps_, Qt::AlignBottom);
  chart_->addAxis(lengths_, Qt::AlignLeft);
  steps_->setLabelFormat("%d");
  lengths_->setLabelFormat("%g");
  steps_->setTickType(QValueAxis::TicksDynamic);
  lengths_->setTickType(QValueAxis::TicksDynamic);
  steps_->setGridLineVisible(false);
  addLine(4, Qt::SolidLine);
  addLine(0, Qt::DashLine);
  addLine(2, Qt::DotLine);
  addLine(2, Qt::DotLine);
  currentBand_ = new QGraphicsRectItem(chart_);
  pointedBand_ = new QGraphicsRectItem(chart_);
  view_->setRenderHint(QPainter::Antialiasing);
  view_->setFrameShape(QFrame::NoFrame);
  view_->setMinimumSize(60, 60);
  view_->viewport()->setMouseTracking(true);
  view_->viewport()->installEventFilter(this);
  connect(chart_, &QChart::plotAreaChanged, this, &DriftPlot::placeMarks);
  dress();
}

void DriftPlot::addLine(std::size_t colour, Qt::PenStyle style) {
  auto* series = new QLineSeries(this);
  chart_->addSeries(series);
  series->attachAxis(steps_);
  series->attachAxis(lengths_);
  series->setPointsVisible(true);
  lines_.push_back({series, new QGraphicsSimpleTextItem(chart_), colour, style});
}

void DriftPlot::dress() {
  chart_->setBackgroundBrush(theme().paper);
  view_->setBackgroundBrush(theme().paper);
  for (QValueAxis* axis : {steps_, lengths_}) {
    axis->setLabelsFont(smallFont());
    axis->setLabelsBrush(theme().quiet);
    axis->setLinePen(QPen(theme().line));
    axis->setGridLinePen(QPen(theme().line));
  }
  for (Line& line : lines_) {
    line.series->setPen(QPen(theme().shapes[line.colour], 1.6, line.style));
    line.name->setBrush(theme().shapes[line.colour]);
    line.name->setFont(smallFont(true));
    line.name->setZValue(11);
  }
  currentBand_->setPen(Qt::NoPen);
  currentBand_->setBrush(theme().amberSoft);
  pointedBand_->setPen(QPen(theme().amber, 1, Qt::DotLine));
  pointedBand_->setBrush(Qt::NoBrush);
  currentBand_->setZValue(-1);
}

void DriftPlot::fill(std::size_t line, const QString& name,
                     const std::vector<std::optional<double>>& values) {
  QList<QPointF> points;
  for (std::size_t i = 0; i < values.size(); ++i) {
    if (values[i]) points << QPointF(static_cast<double>(i + 1), *values[i]);
  }
  lines_[line].series->replace(points);
  lines_[line].name->setText(points.isEmpty() ? QString() : name);
}

void DriftPlot::show(const DriftTable& table, const std::vector<Slip>& slips, PlotAxis axis) {
  count_ = table.rows.size();
  slips_ = slips;
  const bool across = axis == PlotAxis::Across;
  using Marks = const MarksFromOrigin&;
  fill(0, tr("Feet"),
       valuesOf(
           table, across ? +[](Marks m) { return m.feet.x; } : +[](Marks m) { return m.feet.y; }));
  fill(1, tr("Centroid"),
       valuesOf(
           table,
           across ? +[](Marks m) { return m.centroid.x; } : +[](Marks m) { return m.centroid.y; }));
  fill(2, across ? tr("Left") : tr("Top"),
       valuesOf(
           table, across ? +[](Marks m) { return m.left; } : +[](Marks m) { return m.top; }));
  fill(3, across ? tr("Right") : tr("Bottom"),
       valuesOf(
           table, across ? +[](Marks m) { return m.right; } : +[](Marks m) { return m.bottom; }));
  double least = 0;
  double most = 0;
  for (const Line& line : lines_) {
    for (const QPointF& point : line.series->points()) {
      least = std::min(least, point.y());
      most = std::max(most, point.y());
    }
  }
  const double room = std::max(1.0, (most - least) * 0.08);
  // Up is up on screen though y grows downward.
  lengths_->setReverse(!across);
  // If steps slip, the top contains the text for them.
  const double words = slips.empty() ? 0 : (most - least) * 0.16;
  if (across) {
    lengths_->setRange(least - room, most + room + words);
  } else {
    lengths_->setRange(least - room - words, most + room);
  }
  lengths_->setTickInterval(roundStep(most - least + 2 * room));
  steps_->setRange(0.5, std::max(1.5, static_cast<double>(count_) + 0.5));
  steps_->setTickAnchor(1);
  steps_->setTickInterval(std::ceil(std::max(1.0, static_cast<double>(count_) / kMostStepLabels)));
  for (QGraphicsSimpleTextItem* text : slipTexts_) delete text;
  slipTexts_.clear();
  for (const Slip& slip : slips_) {
    const double by = across ? slip.by.x : slip.by.y;
    if (by == 0 || slipTexts_.size() > 8) continue;
    auto* text = new QGraphicsSimpleTextItem(
        tr("slips %1").arg(QString::number(std::round(std::abs(by) * 100) / 100)), chart_);
    text->setData(0, static_cast<int>(slip.step));
    text->setFont(smallFont(true));
    text->setBrush(theme().error);
    text->setZValue(12);
    slipTexts_.push_back(text);
  }
  placeMarks();
}

void DriftPlot::mark(std::optional<std::size_t> current, std::optional<std::size_t> pointed) {
  current_ = current;
  pointed_ = pointed;
  placeMarks();
}

void DriftPlot::placeBand(QGraphicsRectItem* band, const std::optional<std::size_t>& step) {
  band->setVisible(step.has_value() && *step < count_);
  if (!step || count_ == 0) return;
  const QRectF area = chart_->plotArea();
  const double width = area.width() / static_cast<double>(count_);
  band->setRect(area.left() + static_cast<double>(*step) * width, area.top(), width, area.height());
}

void DriftPlot::placeMarks() {
  placeBand(currentBand_, current_);
  placeBand(pointedBand_, pointed_);
  const QRectF area = chart_->plotArea();
  // The names are at the ends of their lines, moved apart where they would overlap.
  std::vector<std::pair<double, QGraphicsSimpleTextItem*>> names;
  for (const Line& line : lines_) {
    const QList<QPointF> points = line.series->points();
    if (!points.isEmpty()) {
      names.emplace_back(chart_->mapToPosition(points.last(), line.series).y(), line.name);
    }
  }
  std::sort(names.begin(), names.end());
  double from = area.top();
  for (std::size_t i = 0; i < names.size(); ++i) {
    const auto after = static_cast<double>(names.size() - 1 - i);
    const double top = std::clamp(names[i].first - kNameStep / 2, from,
                                  std::max(from, area.bottom() - kNameStep * (after + 1)));
    names[i].second->setPos(area.right() + 5, top);
    from = top + kNameStep;
  }
  for (QGraphicsSimpleTextItem* text : slipTexts_) {
    const auto step = static_cast<std::size_t>(text->data(0).toInt());
    const double x = chart_->mapToPosition({static_cast<double>(step + 1), 0}).x();
    const double width = text->boundingRect().width();
    text->setPos(std::clamp(x - width / 2, area.left(), area.right() - width), area.top());
  }
}

std::optional<std::size_t> DriftPlot::stepAt(QPointF position) const {
  const QRectF area = chart_->plotArea();
  if (count_ == 0 || position.x() < area.left() || position.x() >= area.right()) {
    return std::nullopt;
  }
  const auto step = static_cast<std::size_t>((position.x() - area.left()) / area.width() *
                                             static_cast<double>(count_));
  return std::min(step, count_ - 1);
}

QPoint DriftPlot::placeOf(std::size_t step) const {
  const QRectF area = chart_->plotArea();
  return {static_cast<int>(area.left() + (static_cast<double>(step) + 0.5) * area.width() /
                                             static_cast<double>(std::max<std::size_t>(1, count_))),
          static_cast<int>(area.center().y())};
}

bool DriftPlot::eventFilter(QObject* watched, QEvent* event) {
  if (event->type() == QEvent::MouseMove || event->type() == QEvent::MouseButtonPress) {
    const auto step = stepAt(static_cast<QMouseEvent*>(event)->position());
    if (event->type() == QEvent::MouseMove) {
      emit stepPointed(step);
    } else if (step) {
      emit stepChosen(*step);
    }
    return true;
  }
  if (event->type() == QEvent::Leave) emit stepPointed(std::nullopt);
  return QWidget::eventFilter(watched, event);
}

void DriftPlot::changeEvent(QEvent* event) {
  QWidget::changeEvent(event);
  if (event->type() == QEvent::PaletteChange || event->type() == QEvent::StyleChange) dress();
}

void DriftPlot::resizeEvent(QResizeEvent* event) {
  QWidget::resizeEvent(event);
  placeMarks();
}

}  // namespace amber

#pragma once

#include <QGraphicsRectItem>
#include <QWidget>
#include <optional>
#include <vector>

#include "core/origin/drift.h"
#include "core/origin/slips.h"

class QChart;
class QChartView;
class QLineSeries;
class QValueAxis;

namespace amber {

/// Which way distances are plotted.
enum class PlotAxis { Across, UpAndDown };

/// The position of feet, centroid and ink edges in an animation, relative to the origin. The step
/// under the pointer is described; a click selects it.
class DriftPlot : public QWidget {
  Q_OBJECT

 public:
  explicit DriftPlot(QWidget* parent = nullptr);

  void show(const DriftTable& table, const std::vector<Slip>& slips, PlotAxis axis);
  /// The step that is selected, and the one under the pointer here or elsewhere.
  void mark(std::optional<std::size_t> current, std::optional<std::size_t> pointed);
  /// Where a step is plotted, px of this widget.
  QPoint placeOf(std::size_t step) const;

 signals:
  void stepPointed(std::optional<std::size_t> step);
  void stepChosen(std::size_t step);

 protected:
  bool eventFilter(QObject* watched, QEvent* event) override;
  void changeEvent(QEvent* event) override;
  void resizeEvent(QResizeEvent* event) override;

 private:
  struct Line {
    QLineSeries* series;
    QGraphicsSimpleTextItem* name;
    std::size_t colour;
    Qt::PenStyle style;
  };
  void addLine(std::size_t colour, Qt::PenStyle style);
  void fill(std::size_t line, const QString& name,
            const std::vector<std::optional<double>>& values);
  void dress();
  void placeMarks();
  void placeBand(QGraphicsRectItem* band, const std::optional<std::size_t>& step);
  std::optional<std::size_t> stepAt(QPointF position) const;

  QChart* chart_;
  QChartView* view_;
  QValueAxis* steps_;
  QValueAxis* lengths_;
  std::vector<Line> lines_;
  std::vector<QGraphicsSimpleTextItem*> slipTexts_;
  std::vector<Slip> slips_;
  QGraphicsRectItem* currentBand_;
  QGraphicsRectItem* pointedBand_;
  std::size_t count_ = 0;
  std::optional<std::size_t> current_;
  std::optional<std::size_t> pointed_;
};

}  // namespace amber

#pragma once

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPaintEvent>
#include <QPoint>
#include <QSize>
#include <QString>
#include <QWidget>
#include <array>

#include "core/checks/docket.h"
#include "desktop/benches/bench_table.h"

namespace amber {

/// The benches in the order of the work, as stops on a line; each carries the count of its open
/// findings. A click, or the arrow keys, goes there.
class RouteLine : public QWidget {
  Q_OBJECT

 public:
  explicit RouteLine(QWidget* parent);

  Bench current() const { return current_; }
  void setCurrent(Bench bench);
  void setCounts(const std::array<int, kBenchCount>& counts);
  QPoint centreOf(Bench bench) const;

 signals:
  void chosen(amber::Bench bench);

 protected:
  void paintEvent(QPaintEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;
  QSize sizeHint() const override { return {420, 50}; }

 private:
  Bench current_ = Bench::Cut;
  std::array<int, kBenchCount> counts_{};
};

}  // namespace amber

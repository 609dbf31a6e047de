#pragma once

#include <QAbstractScrollArea>
#include <QEvent>
#include <QFocusEvent>
#include <QHash>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPaintEvent>
#include <QPainter>
#include <QRect>
#include <QResizeEvent>
#include <QSize>
#include <QWheelEvent>
#include <QWidget>
#include <memory>
#include <optional>
#include <vector>

#include "core/fit/measures/measures.h"
#include "desktop/parts/accessible.h"
#include "desktop/stage/pictures.h"
#include "desktop/theme.h"

namespace amber {

/// What the ribbon shows under each frame.
enum class RibbonFigures {
  None,
  Air,
  Shares,  ///< What is given by setShares.
  Times,   ///< How long each step shows. Steps can then be chosen and dragged to another place.
};

/// All frames of the current asset in a row, animation by animation; a click selects. With
/// measures, each shows its shape and a bar for air, and a line shows the steadiness of the shape
/// from frame to frame. Only visible frames are drawn and measured.
class Ribbon : public QAbstractScrollArea {
  Q_OBJECT

 public:
  Ribbon(ProjectSession& session, Pictures& pictures, RibbonFigures figures, QWidget* parent);

  /// Where a step of the current asset is shown, in the viewport; empty for none.
  QRect cellOf(AnimationId animation, std::size_t step) const;

  /// The chosen steps of the current animation, by index, in order.
  const std::vector<std::size_t>& chosenSteps() const { return chosen_; }
  void chooseSteps(std::vector<std::size_t> steps);

  /// Shapes to show on frames, by id, as while their candidate is pointed at.
  void setTrials(QHash<std::uint32_t, amber::Shape> trials);
  const QHash<std::uint32_t, amber::Shape>& trials() const { return trials_; }

  /// A share under each of these frames, by id, as a bar and a figure; of what, above them.
  void setShares(const QString& word, QHash<std::uint32_t, double> shares);

 signals:
  void chosenChanged();
  /// The chosen steps were dragged before the step with this index.
  void stepsDropped(std::size_t before);

 protected:
  bool viewportEvent(QEvent* event) override;
  void paintEvent(QPaintEvent* event) override;
  void resizeEvent(QResizeEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void mouseMoveEvent(QMouseEvent* event) override;
  void mouseReleaseEvent(QMouseEvent* event) override;
  void wheelEvent(QWheelEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;
  void focusInEvent(QFocusEvent*) override { viewport()->update(); }
  void focusOutEvent(QFocusEvent*) override { viewport()->update(); }
  QSize sizeHint() const override;

 private:
  static constexpr int kCellTop = 26;
  // Under the cells, the steadiness from frame to frame.
  static constexpr int kPlot = 20;
  static constexpr int kPlotTop = kCellTop + metrics::kRibbonCell + 24;

  struct Group {
    const Animation* animation;
    int left;
    int width;
  };
  // Measures of one frame, good as long as its asset's value is the same one.
  struct Measured {
    std::shared_ptr<const Asset> asset;
    std::string role;
    Measures measures;
  };

  struct Place {
    AnimationId animation;
    std::size_t step;
  };
  // The same of a step's steadiness.
  struct Steady {
    std::shared_ptr<const Asset> asset;
    std::string role;
    std::optional<double> value;
  };

  std::vector<Group> groups() const;
  PaintedPart partAt(int index);
  QString figuresOf(const Frame& frame, const Step& step);
  std::optional<Place> placeAt(int x) const;
  std::optional<std::size_t> gapAt(int x) const;
  void pick(const Place& place, Qt::KeyboardModifiers modifiers);
  void followSelection();
  void dragOut();
  void layOut();
  void reveal();
  void paintGroup(QPainter& painter, const Asset& asset, const Group& group);
  void paintCell(QPainter& painter, const Frame& frame, const QRect& cell, bool selected);
  void paintAir(QPainter& painter, const Frame& frame, const QRect& bar);
  void paintShare(QPainter& painter, const Frame& frame, const QRect& bar);
  void paintSteadiness(QPainter& painter, const Asset& asset, const Group& group, int first,
                       int end);
  const Measures* measuresOf(const Frame& frame);
  std::optional<double> steadinessOf(const Asset& asset, const Animation& animation,
                                     std::size_t step);
  std::shared_ptr<const Asset> currentValue() const;

  ProjectSession& session_;
  Pictures& pictures_;
  QHash<std::uint32_t, amber::Shape> trials_;
  QHash<std::uint32_t, double> shares_;
  QString shareWord_;
  RibbonFigures figures_;
  QHash<std::uint32_t, Measured> measured_;
  QHash<std::uint64_t, Steady> steady_;  // by animation and step
  std::vector<std::size_t> chosen_;
  AnimationId chosenOf_;
  std::optional<int> pressedAt_;        // viewport x
  std::optional<std::size_t> dropGap_;  // where the chosen steps would go
};

}  // namespace amber

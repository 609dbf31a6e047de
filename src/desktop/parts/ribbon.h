#pragma once

#include <QAbstractScrollArea>
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

#include "core/fit/measures.h"
#include "desktop/stage/pictures.h"

namespace amber {

/// What the ribbon shows under each frame.
enum class RibbonFigures { None, Air };

/// All frames of the current asset in a row, animation by animation; a click selects. With figures,
/// each carries its shape and an air bar. Only what is in view is drawn and measured.
class Ribbon : public QAbstractScrollArea {
  Q_OBJECT

 public:
  Ribbon(ProjectSession& session, Pictures& pictures, RibbonFigures figures, QWidget* parent);

  /// Where a step of the current asset is shown, in the viewport; empty for none.
  QRect cellOf(AnimationId animation, std::size_t step) const;

 protected:
  void paintEvent(QPaintEvent* event) override;
  void resizeEvent(QResizeEvent* event) override;
  void mousePressEvent(QMouseEvent* event) override;
  void wheelEvent(QWheelEvent* event) override;
  void keyPressEvent(QKeyEvent* event) override;
  QSize sizeHint() const override;

 private:
  struct Group {
    const Animation* animation;
    int left;
    int width;
  };
  // Measures of one frame, good as long as its asset's value is the same one.
  struct Measured {
    std::shared_ptr<const Asset> asset;
    Measures measures;
  };

  std::vector<Group> groups() const;
  void layOut();
  void reveal();
  void paintGroup(QPainter& painter, const Asset& asset, const Group& group);
  void paintCell(QPainter& painter, const Frame& frame, const QRect& cell, bool selected);
  void paintAir(QPainter& painter, const Frame& frame, const QRect& bar);
  const Measures* measuresOf(const Frame& frame);

  ProjectSession& session_;
  Pictures& pictures_;
  RibbonFigures figures_;
  QHash<std::uint32_t, Measured> measured_;
};

}  // namespace amber

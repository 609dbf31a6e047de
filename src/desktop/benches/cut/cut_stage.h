#pragma once

#include <QMarginsF>
#include <QPainter>
#include <QPointF>
#include <QRectF>
#include <QString>
#include <QWidget>
#include <optional>
#include <vector>

#include "core/cut/crossing.h"
#include "desktop/stage/line_tool.h"
#include "desktop/stage/stage_view.h"

namespace amber {

/// The sheet with its cuts: the ink profile along the top and left edge, cells without ink hatched,
/// crossings marked pixel by pixel. A cut line can be dragged.
class CutStage : public StageView {
  Q_OBJECT

 public:
  CutStage(ProjectSession& session, Pictures& pictures, QWidget* parent);

  /// The grid to show; nothing for none.
  void setGrid(const std::optional<Grid>& grid);

 signals:
  /// A cut line is being dragged; the grid as it would be.
  void gridDragged(const amber::Grid& grid);
  /// A cut line was let go; the grid as it is to be.
  void gridDropped(const amber::Grid& grid);
  /// The drag was given up.
  void dragCancelled();
  void cellClicked(const amber::PixelRect& cell);

 protected:
  QRectF content() const override;
  QString emptyText() const override;
  QMarginsF surround() const override { return {84, 84, 28, 36}; }
  void paintGround(QPainter& painter) override;
  void paintStage(QPainter& painter) override;
  void artPress(QPointF at, Qt::KeyboardModifiers) override;
  void artMove(QPointF at, Qt::KeyboardModifiers) override;
  void artRelease(QPointF at, Qt::KeyboardModifiers) override;
  void artCancel() override;

 private:
  const Sheet* sheet() const;
  void refreshEvidence();
  void paintProfiles(QPainter& painter) const;
  void paintCells(QPainter& painter) const;
  void paintCrossings(QPainter& painter) const;
  void paintLines(QPainter& painter) const;

  std::optional<Grid> grid_;
  LineTool tool_;
  // What the pixels say, for this art and grid.
  std::shared_ptr<const SheetArt> art_;
  std::optional<Grid> evidenceGrid_;
  std::vector<int> columns_;
  std::vector<int> rows_;
  std::vector<PixelRect> emptyCells_;
  std::vector<Crossing> crossings_;
};

}  // namespace amber

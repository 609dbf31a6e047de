#pragma once

#include <QImage>
#include <QMarginsF>
#include <QPainter>
#include <QPointF>
#include <QRectF>
#include <QString>
#include <QWidget>
#include <optional>
#include <vector>

#include "core/cut/grids/cut_evidence.h"
#include "desktop/session/background.h"
#include "desktop/stage/line_tool.h"
#include "desktop/stage/rects_tool.h"
#include "desktop/stage/stage_view.h"

namespace amber {

/// What a press on the cut stage does.
enum class CutTool {
  Arrange,  ///< Drags cut lines, chooses frames, draws and reshapes rectangles by hand.
  Split,    ///< Cuts the frame under the pointer in two.
  Region,   ///< Draws a region that is cut another way.
  Pick,     ///< Takes the colour under the pointer as background.
};

/// The sheet with its cuts: the ink profile along the top and left edge, empty cells hatched,
/// crossings marked pixel by pixel, cells with ink at their edge marked lightly. Evidence of large
/// sheets is computed in the background.
class CutStage : public StageView {
  Q_OBJECT

 public:
  CutStage(ProjectSession& session, Pictures& pictures, QWidget* parent);

  /// The cut to show, nothing for none, and which of its parts is worked on: a region, or -1 for
  /// the sheet's own way.
  void setCut(const std::optional<Cut>& cut, int part);
  void setTool(CutTool tool);
  CutTool tool() const { return mode_; }
  /// Shows what would be ink under a rule, over the art; nothing for the art alone.
  void showInk(const std::optional<InkRule>& rule);

  /// What is found for the cut that is shown; of an earlier one while it is still looked for.
  const CutEvidence& evidence() const { return evidence_; }
  /// Rectangles by hand that are chosen, as indices into the part's list.
  const std::vector<std::size_t>& chosen() const { return rects_.chosen(); }
  void choose(std::vector<std::size_t> chosen);

 signals:
  /// A cut line is being dragged; the part's grid as it would be.
  void gridDragged(const amber::Grid& grid);
  /// A cut line was dropped; this is the resulting grid.
  void gridDropped(const amber::Grid& grid);
  /// Rectangles were drawn or reshaped; all of the part's, in its own px.
  void rectsDragged(const std::vector<amber::PixelRect>& rects);
  void rectsDropped(const std::vector<amber::PixelRect>& rects);
  /// The drag was given up.
  void dragCancelled();
  /// Frames with these rectangles on the sheet were chosen; the last is the current one.
  void framesChosen(const std::vector<amber::PixelRect>& frames, bool adding);
  /// The frame with this rectangle on the sheet is to be cut in two.
  void splitAsked(const amber::PixelRect& frame, amber::GridLine::Across across, int position);
  void regionDrawn(const amber::PixelRect& area);
  void colourPicked(const amber::Rgba& colour);
  void toolEnded();
  void chosenChanged();
  void evidenceChanged();

 protected:
  QRectF content() const override;
  QString emptyText() const override;
  QMarginsF surround() const override { return {62, 66, 16, 16}; }
  void paintGround(QPainter& painter) override;
  void paintStage(QPainter& painter) override;
  void artPress(QPointF at, Qt::KeyboardModifiers) override;
  void artMove(QPointF at, Qt::KeyboardModifiers) override;
  void artRelease(QPointF at, Qt::KeyboardModifiers) override;
  void artCancel() override;
  void artEscape() override { emit toolEnded(); }
  void artNudge(double dx, double dy) override;

 private:
  struct SplitLine {
    PixelRect frame;
    GridLine::Across across;
    int position;
  };

  const Sheet* sheet() const;
  PixelRect partArea() const;
  const CutWay* partWay() const;
  const Grid* partGrid() const;
  std::vector<PixelRect> handRects() const;
  SheetPoint inPart(QPointF at) const;
  std::optional<SplitLine> splitLineAt(QPointF at) const;
  void releaseBand(QPointF at, bool adding);
  void showCursor(QPointF at);
  void refreshEvidence();

  void paintProfiles(QPainter& painter) const;
  void paintEvidence(QPainter& painter) const;
  void paintFrames(QPainter& painter) const;
  void paintRegions(QPainter& painter) const;
  void paintCrossings(QPainter& painter) const;
  void paintLines(QPainter& painter) const;
  void paintTools(QPainter& painter) const;

  std::optional<Cut> cut_;
  int part_ = -1;
  CutTool mode_ = CutTool::Arrange;
  LineTool lines_;
  RectsTool rects_;
  std::optional<QPointF> bandFrom_;  // a frame being chosen, or a region drawn, from here
  QPointF pointer_;
  // The evidence for this art and cut.
  std::shared_ptr<const SheetArt> art_;
  std::optional<Cut> evidenceCut_;
  CutEvidence evidence_;
  std::vector<int> columns_;
  std::vector<int> rows_;
  Newest<CutEvidence> looking_;
  std::optional<InkRule> inkRule_;
  QImage inkPicture_;
  Newest<QImage> inking_;
};

}  // namespace amber

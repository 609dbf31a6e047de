#pragma once

#include <QPainter>
#include <QPointF>
#include <QRectF>
#include <QString>
#include <QWidget>
#include <optional>
#include <string>
#include <vector>

#include "core/origin/drift.h"
#include "core/origin/mounts.h"
#include "core/origin/slips.h"
#include "core/origin/staging.h"
#include "desktop/parts/accessible.h"
#include "desktop/stage/ghost_layer.h"
#include "desktop/stage/point_tool.h"
#include "desktop/stage/stage_view.h"

namespace amber {

/// Ways to look at a frame on its origin.
enum class OriginLook {
  Stack,   ///< Over the ghosts of its animation, all on one origin.
  Mirror,  ///< Left and right over each other.
  Spin,    ///< Turned about the origin.
  Depth,   ///< With a second asset, in front or behind by their origins.
};

/// The current frame on its origin. The point that is being set, the origin or a mount, can be
/// dragged and nudged; a look of spin turns by dragging, one of depth moves the second asset. A
/// block or zone has handles at its right and upper side, by which it is resized.
class OriginStage : public StageView {
  Q_OBJECT

 public:
  OriginStage(ProjectSession& session, Pictures& pictures, QWidget* parent);

  void setSnap(PointSnap snap) { snap_ = snap; }
  PointSnap snap() const { return snap_; }
  void setLook(OriginLook look);
  OriginLook look() const { return look_; }
  void setGhosts(std::vector<StagedFrame> ghosts);
  /// What the current animation does, for the ground line and its marks.
  void setDrift(const DriftTable& table, const std::vector<Slip>& slips);
  /// The mounts of the current frame, and which of them is being set; empty for the origin.
  void setMounts(std::vector<MountPlace> mounts, const std::string& active);
  /// Another frame of the animation that is drawn over the ghosts, and why.
  void setPointed(std::optional<FrameId> frame);
  void setPlaying(std::optional<FrameId> frame);
  void setAngle(double radians);
  double angle() const { return angle_; }
  /// The second asset of a depth order, and where it stands, art px from the origin.
  void setBeside(AssetId asset);
  void setBesideAt(GamePoint at);
  GamePoint besideAt() const { return besideAt_; }
  /// "in front", "behind" or "level, so behind": where the second asset stands.
  QString depthText() const;

 signals:
  /// The point being set as it would be, frame px, while it is dragged.
  void pointDragged(amber::FramePoint point);
  /// The resulting position.
  void pointDropped(amber::FramePoint point);
  /// By so many px.
  void pointNudged(double dx, double dy);
  /// The block or zone is dragged to this size by a handle.
  void blockResized(amber::PixelSize size);
  void dragCancelled();
  /// The frame whose ink is under the pointer and not under the current frame's.
  void framePointed(std::optional<amber::FrameId> frame);
  void angleChanged(double radians);
  void besideMoved();

 protected:
  QRectF content() const override;
  QString emptyText() const override;
  void paintStage(QPainter& painter) override;
  void artPress(QPointF at, Qt::KeyboardModifiers) override;
  void artMove(QPointF at, Qt::KeyboardModifiers) override;
  void artRelease(QPointF at, Qt::KeyboardModifiers) override;
  void artCancel() override;
  void artNudge(double dx, double dy) override;

 private:
  const Frame* shown() const;
  PaintedPart partAt(int index) const;
  FramePoint activePoint() const;
  FramePoint snappedFor(QPointF at) const;
  std::vector<StagedFrame> staged() const;
  QRectF extentOf(const std::vector<StagedFrame>& frames) const;
  void drawStaged(QPainter& painter, const std::vector<StagedFrame>& frames);
  void paintGroundLine(QPainter& painter, QPointF origin);
  void paintFeet(QPainter& painter, QPointF origin, double ground);
  void paintMounts(QPainter& painter);
  void paintPointed(QPainter& painter);
  QString caption() const;
  std::optional<FrameId> frameUnder(QPointF at) const;
  /// A handle of a block: which sides it moves.
  struct Handle {
    bool right = false;
    bool top = false;
  };
  std::vector<std::pair<Handle, Vertex>> blockHandles() const;
  PixelSize sizeAt(QPointF at) const;
  void paintBlockHandles(QPainter& painter);
  bool holdsInk(const StagedFrame& staged, QPointF fromOrigin) const;

  GhostLayer layer_;
  PointTool tool_;
  PointSnap snap_ = PointSnap::PixelCorner;
  OriginLook look_ = OriginLook::Stack;
  std::vector<StagedFrame> ghosts_;
  DriftTable drift_;
  std::vector<Slip> slips_;
  std::vector<MountPlace> mounts_;
  std::string active_;
  std::optional<FrameId> pointed_;
  std::optional<FrameId> playing_;
  double angle_ = 0;
  AssetId beside_;
  GamePoint besideAt_{24, -4};
  bool draggingBeside_ = false;
  bool spinning_ = false;
  std::optional<Handle> resizing_;
  PixelSize resizedTo_;
  QPointF pressedAt_;
  GamePoint besideBefore_;
  double angleBefore_ = 0;
  QRectF contentBeforeDrag_;
};

}  // namespace amber

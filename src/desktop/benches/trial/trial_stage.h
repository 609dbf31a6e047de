#pragma once

#include <QImage>
#include <QPainter>
#include <QPointF>
#include <QRectF>
#include <QString>
#include <QWidget>
#include <optional>

#include "core/origin/staging.h"
#include "core/trial/fairness_sum.h"
#include "core/trial/meeting_report.h"
#include "desktop/stage/canvas.h"
#include "desktop/stage/pictures.h"

namespace amber {

/// One of the two that are tried, as it stands.
struct TrialActor {
  AssetId asset;
  FrameId frame;
  bool mirrored = false;

  bool operator==(const TrialActor&) const = default;
};

/// Two assets where they stand, game px: the first with its origin at (0,0), the second dragged
/// around it, with their shapes, what their overlap or gap is, and the map of all offsets where
/// that is asked for.
class TrialStage : public Canvas {
  Q_OBJECT

 public:
  TrialStage(ProjectSession& session, Pictures& pictures, QWidget* parent);

  void setActors(std::optional<TrialActor> a, std::optional<TrialActor> b);
  void setOffset(GamePoint offset);
  GamePoint offset() const { return offset_; }
  /// The report for their offset; drawn at its place.
  void setReport(const MeetingReport& report);
  /// The map of all offsets; nothing hides it.
  void setMap(const FairnessSum* sum);
  void setShowShapes(bool show);
  /// Frames of the first that are drawn faintly under it: those beside it in its animation.
  void setGhosts(std::vector<FrameId> ghosts);
  /// A shape shown instead of the one of a role of the first asset, frame px, while a candidate is
  /// under the pointer.
  void setTrial(const std::string& role, const std::optional<Shape>& shape);

 signals:
  /// The second is dragged or nudged to here.
  void offsetChanged(amber::GamePoint offset);

 protected:
  QRectF content() const override;
  QString emptyText() const override;
  void paintGround(QPainter& painter) override;
  void paintStage(QPainter& painter) override;
  void artPress(QPointF at, Qt::KeyboardModifiers) override;
  void artMove(QPointF at, Qt::KeyboardModifiers) override;
  void artRelease(QPointF at, Qt::KeyboardModifiers) override;
  void artCancel() override;
  void artNudge(double dx, double dy) override;

 private:
  struct Found {
    const Asset* asset = nullptr;
    const Frame* frame = nullptr;
  };
  Found find(const std::optional<TrialActor>& actor) const;
  std::vector<StagedFrame> staged(const TrialActor& actor, GamePoint at) const;
  QRectF extentOf(const Found& found, bool mirrored, GamePoint at) const;
  void paintActor(QPainter& painter, const TrialActor& actor, GamePoint at,
                  const ViewTransform& view);
  void paintFirstPixel(QPainter& painter, const ViewTransform& view);
  void paintLoupe(QPainter& painter);
  std::optional<QPointF> contactPoint() const;
  void paintShapes(QPainter& painter, const TrialActor& actor, GamePoint at, bool first);
  void paintContact(QPainter& painter);
  void paintMap(QPainter& painter);
  GamePoint wholeFrom(QPointF at) const;

  ProjectSession& session_;
  Pictures& pictures_;
  std::optional<TrialActor> a_;
  std::optional<TrialActor> b_;
  GamePoint offset_;
  MeetingReport report_;
  QImage map_;
  QPointF mapCorner_;
  bool showShapes_ = true;
  std::vector<FrameId> ghosts_;
  std::string trialRole_;
  std::optional<Shape> trial_;
  std::optional<QPointF> pressedAt_;
  GamePoint offsetBefore_;  // What the drag counts from.
  GamePoint cancelTo_;      // Where Escape takes it back to.
  QRectF contentBeforeDrag_;
};

}  // namespace amber

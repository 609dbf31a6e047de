#pragma once

#include <QPainter>
#include <QString>
#include <optional>

#include "core/origin/staging.h"
#include "core/trial/course/course_setup.h"
#include "desktop/parts/accessible.h"
#include "desktop/stage/canvas.h"
#include "desktop/stage/pictures.h"

namespace amber {

/// A course with what runs over it, game px: solids, the trail, flags where something happened, the
/// asset at a tick with its shapes. Pieces are dragged, snapped to px; Delete takes one away.
class CourseStage : public Canvas {
  Q_OBJECT

 public:
  CourseStage(ProjectSession& session, Pictures& pictures, QWidget* parent);

  /// What is shown; null for nothing. Setup and run must outlive it, or be replaced.
  void setRun(AssetId asset, const CourseSetup* setup, const CourseRun* run);
  /// A run with other shapes beside it; null for none.
  void setOther(const CourseRun* run);
  void setTick(int tick);
  void setShowShapes(bool show);
  void setShowTrail(bool show);
  /// The text shown while there is nothing to draw.
  void setRefusal(const QString& text);
  /// While it is played the view goes along.
  void setFollowing(bool following);

 signals:
  /// A piece (see moveThing) was dragged by so many px, or is to be taken away.
  void pieceMoved(std::size_t piece, double dx, double dy);
  void pieceRemoved(std::size_t piece);
  /// An actor was dragged with Shift: it goes to and fro by so many px.
  void pieceSentOn(std::size_t piece, double dx, double dy);
  /// A flag was clicked.
  void tickChosen(int tick);

 protected:
  QRectF content() const override;
  QString emptyText() const override { return refusal_; }
  void paintGround(QPainter& painter) override;
  void paintStage(QPainter& painter) override;
  void artPress(QPointF at, Qt::KeyboardModifiers) override;
  void artMove(QPointF at, Qt::KeyboardModifiers) override;
  void artRelease(QPointF at, Qt::KeyboardModifiers) override;
  void artCancel() override;
  void artNudge(double dx, double dy) override;
  void keyPressEvent(QKeyEvent* event) override;

 private:
  PaintedPart partAt(std::size_t piece);
  struct Pose {
    const Asset* asset = nullptr;
    std::size_t frame = 0;
    GamePoint at;
    bool mirrored = false;
  };
  void paintSolids(QPainter& painter);
  void paintActors(QPainter& painter);
  void paintTrail(QPainter& painter);
  void paintFlags(QPainter& painter);
  void paintChosen(QPainter& painter, const QRectF& extent);
  std::vector<StagedFrame> staged(const Pose& pose) const;  // With its riders.
  void paintAsset(QPainter& painter, const Pose& pose);
  enum class Look { Plain, Faint, Lit };  // Lit: what is told of something stands out.
  void paintShapesOf(QPainter& painter, const Pose& pose, Look look);
  void paintCaption(QPainter& painter);
  QPointF dragOf(std::size_t piece) const;
  std::optional<std::size_t> pieceAt(QPointF at) const;
  QRectF extentOf(const Asset& asset, std::size_t frame, GamePoint at) const;
  bool isTold(const std::string& role) const;
  bool showsTick() const;
  const Asset* asset() const { return findAsset(session_.project(), asset_); }

  ProjectSession& session_;
  Course grabbed_;  // The course at the last press.
  Pictures& pictures_;
  AssetId asset_;
  const CourseSetup* setup_ = nullptr;
  const CourseRun* run_ = nullptr;
  const CourseRun* other_ = nullptr;
  int tick_ = 0;
  bool showShapes_ = true;
  bool showTrail_ = true;
  bool following_ = false;
  QString refusal_;
  std::optional<std::size_t> chosen_;
  std::optional<QPointF> pressedAt_;
  bool sending_ = false;  // Where an actor turns round, rather than where it is.
  QPointF drag_;
  QRectF contentBeforeDrag_;
  std::vector<std::pair<QRectF, int>> flags_;  // Where they were painted, stage px, and their tick.
};

}  // namespace amber

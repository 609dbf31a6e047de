#pragma once

#include <QColor>
#include <QPainter>
#include <QPointF>
#include <QString>
#include <optional>

#include "desktop/stage/canvas.h"
#include "desktop/stage/pictures.h"

namespace amber {

/// A canvas for the art of a project, on a backdrop that makes transparent pixels visible; B
/// switches to the next one.
class StageView : public Canvas {
  Q_OBJECT

 public:
  StageView(ProjectSession& session, Pictures& pictures, QWidget* parent);

  /// The preferred one until another is asked for.
  Backdrop backdrop() const;
  void nextBackdrop();

 protected:
  void paintGround(QPainter& painter) override;

  ProjectSession& session_;
  Pictures& pictures_;

 private:
  std::optional<Backdrop> backdrop_;  // Asked for on this stage.
};

/// Text on the stage, on a strip that makes it readable on any art.
void paintStageText(QPainter& painter, QPointF baseline, const QString& text, const QColor& colour);

/// The plumb bob: a diamond with a line down to the ground line.
void paintOrigin(QPainter& painter, QPointF at);

/// A pennant with its name: filled where it is keyed, in outline where it is held, larger when it
/// is being set.
void paintMount(QPainter& painter, QPointF at, const QString& name, bool keyed, bool active);

}  // namespace amber

#pragma once

#include <QImage>
#include <QPainter>
#include <QRectF>
#include <vector>

#include "core/origin/staging.h"
#include "desktop/stage/pictures.h"

namespace amber {

/// Many faint frames at one origin as one picture. It is composed at the size of the art and scaled
/// once, which costs far less than drawing each frame scaled; and it is composed again only if a
/// frame, its place or its art has changed.
class GhostLayer {
 public:
  explicit GhostLayer(Pictures& pictures) : pictures_(pictures) {}

  /// Draws the ghosts with their origin at `origin` and `scale` px per art px.
  void paint(QPainter& painter, const Project& project, const std::vector<StagedFrame>& ghosts,
             QPointF origin, double scale);

 private:
  // What the picture was made of.
  struct Part {
    StagedFrame staged;
    PixelRect rect;
    FramePoint origin;
    qint64 picture;

    bool operator==(const Part&) const = default;
  };
  void compose(const Project& project, const std::vector<Part>& parts);

  Pictures& pictures_;
  std::vector<Part> parts_;
  QImage image_;
  QRectF extent_;  // of the image, art px from the origin
};

}  // namespace amber

#pragma once

#include <QCache>
#include <QImage>
#include <QPointF>
#include <QRectF>
#include <memory>
#include <vector>

#include "core/image/ink/ink.h"
#include "desktop/session.h"

class QPainter;

namespace amber {

/// Draws art. Keeps each sheet's picture in the form that painting is fastest with.
class Pictures {
 public:
  explicit Pictures(ProjectSession& session) : session_(session) {}

  /// Draws the frame's art to fill `target`, unsmoothed. False while the art is not there.
  bool drawFrame(QPainter& painter, const Frame& frame, const QRectF& target);
  /// Identifies a version of the picture of a sheet; 0 while its art is not loaded.
  qint64 versionOf(SheetId sheet);
  /// Draws all of a sheet to fill `target`.
  bool drawSheet(QPainter& painter, SheetId sheet, const QRectF& target);
  /// The sheet as in its file, including pixels that are not ink.
  bool drawFile(QPainter& painter, SheetId sheet, const QRectF& target);
  /// Draws the frame as large as whole pixels allow in the middle of `target`, on kraft.
  void drawThumb(QPainter& painter, const Frame& frame, const QRectF& target);

 private:
  struct Entry {
    std::shared_ptr<const SheetArt> art;
    QImage image;
  };
  const QImage* imageOf(SheetId sheet);

  ProjectSession& session_;
  // Pictures of this many bytes are kept, the least used going first.
  QCache<std::uint32_t, Entry> kept_{96 << 20};
};

/// The grounds that a stage may have under transparent art.
enum class Backdrop { Kraft, Dark, Light };

/// Fills `area` with the backdrop.
void paintBackdrop(QPainter& painter, const QRectF& area, Backdrop backdrop);

}  // namespace amber

#pragma once

#include <memory>
#include <optional>

#include "desktop/benches/pack/pack_preview.h"
#include "desktop/stage/canvas.h"

namespace amber {

/// One frame as a loader draws it: its picture from the page, at the position in the parcel, with
/// origin, mounts and shapes, and rulers in units of the game. Nothing is taken from the project.
class LoadedFrameView : public Canvas {
  Q_OBJECT

 public:
  explicit LoadedFrameView(QWidget* parent) : Canvas(parent) {}

  /// `scale`: 0 for scale 1, else the number of one of the parcel's scales. Requires: there are
  /// such an asset, frame and scale.
  void show(std::shared_ptr<const PackPreview> preview, std::size_t asset, std::size_t frame,
            std::size_t scale);
  void clear();

  /// A description: position and size of the drawing, in units of the game.
  QString facts() const;

 protected:
  QRectF content() const override;
  QMarginsF surround() const override { return {44, 20, 64, 34}; }
  QString emptyText() const override {
    return tr("This view shows a frame as a loader draws it. No frame is packed yet.");
  }
  void paintStage(QPainter& painter) override;

 private:
  const ParcelAsset& asset() const { return preview_->parcel.assets[asset_]; }
  const ParcelFrame& frame() const { return asset().frames[frame_]; }
  /// Art px around the origin, in which the stage is laid out; units for one of them.
  double unitsPerPx() const;
  bool yUp() const;
  QRectF pictureRect() const;
  void paintPicture(QPainter& painter);
  void paintShapes(QPainter& painter);
  void paintRulers(QPainter& painter);

  std::shared_ptr<const PackPreview> preview_;
  std::size_t asset_ = 0;
  std::size_t frame_ = 0;
  std::size_t scale_ = 0;
};

}  // namespace amber

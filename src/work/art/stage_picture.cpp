#include "work/art/stage_picture.h"

#include <QImage>
#include <QPainter>
#include <algorithm>
#include <cmath>

#include "core/geometry/tolerances.h"
#include "core/project/frame_ref.h"

namespace amber {

QImage inkPicture(const SheetArt& art, const Frame& frame) {
  QImage picture(frame.rect.w, frame.rect.h, QImage::Format_ARGB32_Premultiplied);
  picture.fill(Qt::transparent);
  for (int y = 0; y < frame.rect.h; ++y) {
    auto* row = reinterpret_cast<QRgb*>(picture.scanLine(y));
    for (int x = 0; x < frame.rect.w; ++x) {
      const int sheetX = frame.rect.x + x;
      const int sheetY = frame.rect.y + y;
      if (!art.faint.rect().contains(sheetX, sheetY) || !art.faint.test(sheetX, sheetY)) continue;
      const Rgba& pixel = art.image.at(sheetX, sheetY);
      row[x] = qPremultiply(qRgba(pixel.r, pixel.g, pixel.b, pixel.a));
    }
  }
  return picture;
}

namespace {

QRectF extentOf(const Project& project, const std::vector<StagedFrame>& frames) {
  QRectF extent;
  for (const StagedFrame& one : frames) {
    const Frame* frame = findFrame(project, one.ref);
    if (frame == nullptr) continue;
    extent |= transformOf(one, frame->origin).mapRect(QRectF(0, 0, frame->rect.w, frame->rect.h));
  }
  return extent;
}

}  // namespace

Image imageOf(const QImage& picture) {
  const QImage plain = picture.convertToFormat(QImage::Format_RGBA8888);
  Image image(plain.width(), plain.height());
  for (int y = 0; y < plain.height(); ++y) {
    const uchar* row = plain.constScanLine(y);
    for (int x = 0; x < plain.width(); ++x) {
      const uchar* pixel = row + static_cast<std::ptrdiff_t>(x) * 4;
      image.at(x, y) = {pixel[0], pixel[1], pixel[2], pixel[3]};
    }
  }
  return image;
}

QTransform transformOf(const StagedFrame& staged, FramePoint origin) {
  // Three points define the transform, so that painting cannot differ from the core.
  const GamePoint corner = onStage(staged, origin, {0, 0});
  const GamePoint right = onStage(staged, origin, {1, 0});
  const GamePoint below = onStage(staged, origin, {0, 1});
  return {right.x - corner.x, right.y - corner.y, below.x - corner.x,
          below.y - corner.y, corner.x,           corner.y};
}

Result<StagePicture> stagePicture(const Project& project, const std::vector<StagedFrame>& frames,
                                  double zoom, const ArtSource& art) {
  const QRectF extent = extentOf(project, frames);
  const QRectF scaled(extent.x() * zoom, extent.y() * zoom, extent.width() * zoom,
                      extent.height() * zoom);
  if (scaled.width() > kLongestImageSide || scaled.height() > kLongestImageSide ||
      scaled.width() * scaled.height() > static_cast<double>(kMostImagePixels)) {
    return failure(ErrorCode::ImageTooLarge, "the picture would be too large; choose a lower zoom");
  }
  const QRect whole = scaled.toAlignedRect();
  QImage picture(std::max(1, whole.width()), std::max(1, whole.height()),
                 QImage::Format_ARGB32_Premultiplied);
  picture.fill(Qt::transparent);
  QPainter painter(&picture);
  const QTransform view =
      QTransform::fromScale(zoom, zoom) * QTransform::fromTranslate(-whole.x(), -whole.y());
  for (const StagedFrame& one : frames) {
    const Frame* frame = findFrame(project, one.ref);
    const auto sheet = frame == nullptr ? nullptr : art(frame->sheet);
    if (sheet == nullptr) continue;
    painter.setTransform(transformOf(one, frame->origin) * view);
    painter.setOpacity(one.opacity);
    painter.drawImage(QRectF(0, 0, frame->rect.w, frame->rect.h), inkPicture(*sheet, *frame));
  }
  painter.end();
  return StagePicture{imageOf(picture),
                      {static_cast<double>(-whole.x()), static_cast<double>(-whole.y())}};
}

}  // namespace amber

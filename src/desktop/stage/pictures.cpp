#include "desktop/stage/pictures.h"

#include <QPainter>
#include <QPixmap>
#include <algorithm>
#include <cmath>

#include "desktop/theme.h"

namespace amber {
namespace {

// Kraft paper: threads crossing at a small, uneven step. Drawn once a theme, and in a large piece:
// it lies under every thumbnail, and a brush costs by the number of its repeats.
const QPixmap& weave(const Theme& theme) {
  static QPixmap piece;
  static const Theme* drawnFor = nullptr;
  if (drawnFor == &theme) return piece;
  drawnFor = &theme;
  constexpr int kStep = 12;
  piece = QPixmap(kStep * 40, kStep * 40);
  piece.fill(theme.kraft);
  QPainter painter(&piece);
  painter.setPen(theme.weave);
  for (int from = 0; from < piece.width(); from += kStep) {
    for (const int at : {1, 5, 8}) {
      painter.drawLine(0, from + at, piece.width(), from + at);
      painter.drawLine(from + at + 2, 0, from + at + 2, piece.height());
    }
  }
  return piece;
}

// Pixels that are not ink are not drawn: a key colour, or too transparent.
void clearWithoutInk(QImage& image, const PixelMask& faint) {
  for (int y = 0; y < image.height(); ++y) {
    auto* row = reinterpret_cast<QRgb*>(image.scanLine(y));
    const std::uint64_t* ink = faint.row(y);
    for (int x = 0; x < image.width(); ++x) {
      if ((ink[x >> 6] >> (x & 63) & 1U) == 0) row[x] = 0;
    }
  }
}

}  // namespace

void paintBackdrop(QPainter& painter, const QRectF& area, Backdrop backdrop) {
  switch (backdrop) {
    case Backdrop::Kraft:
      painter.drawTiledPixmap(area, weave(theme()));
      return;
    case Backdrop::Dark:
      painter.fillRect(area, theme().stageDark);
      return;
    case Backdrop::Light:
      painter.fillRect(area, theme().stageLight);
      return;
  }
}

namespace {

// A zone has no picture: its area is hatched, so that it can be seen and selected. The shade under
// the hatching keeps it visible in thumbnails, which are too small for the lines.
void drawZone(QImage& image) {
  const QColor line(20, 24, 40, 110);
  QPainter painter(&image);
  painter.fillRect(image.rect(), QColor(20, 24, 40, 50));
  painter.fillRect(image.rect(), QBrush(QColor(20, 24, 40, 70), Qt::BDiagPattern));
  painter.setPen(line);
  painter.drawRect(image.rect().adjusted(0, 0, -1, -1));
}

}  // namespace

const QImage* Pictures::imageOf(SheetId sheet) {
  const auto art = session_.artOf(sheet);
  if (art == nullptr) return nullptr;
  if (Entry* entry = kept_.object(sheet.value); entry != nullptr && entry->art == art) {
    return &entry->image;
  }
  const Image& image = art->image;
  const QImage view(reinterpret_cast<const uchar*>(image.row(0)), image.width(), image.height(),
                    static_cast<qsizetype>(image.width()) * 4, QImage::Format_RGBA8888);
  auto* entry = new Entry{art, view.convertToFormat(QImage::Format_ARGB32_Premultiplied)};
  const Sheet* of = findSheet(session_.project(), sheet);
  if (of != nullptr && of->rectangle && of->rectangle->isZone()) {
    drawZone(entry->image);
  } else {
    clearWithoutInk(entry->image, art->faint);
  }
  const auto bytes = static_cast<qsizetype>(entry->image.sizeInBytes());
  // A single sheet above the whole allowance is kept all the same while it is shown.
  kept_.insert(sheet.value, entry, std::min<qsizetype>(bytes, kept_.maxCost()));
  return &entry->image;
}

bool Pictures::drawFrame(QPainter& painter, const Frame& frame, const QRectF& target) {
  const QImage* image = imageOf(frame.sheet);
  if (image == nullptr) return false;
  painter.setRenderHint(QPainter::SmoothPixmapTransform, false);
  painter.drawImage(target, *image, QRectF(frame.rect.x, frame.rect.y, frame.rect.w, frame.rect.h));
  return true;
}

qint64 Pictures::versionOf(SheetId sheet) {
  const QImage* image = imageOf(sheet);
  return image == nullptr ? 0 : image->cacheKey();
}

bool Pictures::drawFile(QPainter& painter, SheetId sheet, const QRectF& target) {
  const auto art = session_.artOf(sheet);
  if (art == nullptr) return false;
  const Image& image = art->image;
  const QImage view(reinterpret_cast<const uchar*>(image.row(0)), image.width(), image.height(),
                    static_cast<qsizetype>(image.width()) * 4, QImage::Format_RGBA8888);
  painter.setRenderHint(QPainter::SmoothPixmapTransform, target.width() < image.width());
  painter.drawImage(target, view);
  return true;
}

bool Pictures::drawSheet(QPainter& painter, SheetId sheet, const QRectF& target) {
  const QImage* image = imageOf(sheet);
  if (image == nullptr) return false;
  painter.setRenderHint(QPainter::SmoothPixmapTransform, target.width() < image->width());
  painter.drawImage(target, *image);
  return true;
}

void Pictures::drawThumb(QPainter& painter, const Frame& frame, const QRectF& target) {
  paintBackdrop(painter, target, Backdrop::Kraft);
  const double room = std::min(target.width() / frame.rect.w, target.height() / frame.rect.h);
  const double scale = room >= 1 ? std::floor(room) : room;
  QRectF place(0, 0, frame.rect.w * scale, frame.rect.h * scale);
  place.moveCenter(target.center());
  place.moveTopLeft({std::round(place.x()), std::round(place.y())});
  drawFrame(painter, frame, place);
}

}  // namespace amber

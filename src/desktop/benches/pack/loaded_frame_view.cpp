#include "desktop/benches/pack/loaded_frame_view.h"

#include <QPainter>
#include <QPen>
#include <cmath>

#include "desktop/parts/wording.h"
#include "desktop/stage/pictures.h"
#include "desktop/stage/shape_painting.h"
#include "desktop/stage/stage_view.h"
#include "desktop/theme.h"

namespace amber {
namespace {

// The distance of ruler ticks: 1, 2 or 5 times a power of ten, at least so many stage px apart.
double tickStep(double stagePxPerUnit) {
  constexpr double kLeastApart = 44;
  const double least = kLeastApart / stagePxPerUnit;
  const double power = std::pow(10, std::floor(std::log10(least)));
  for (const double factor : {1.0, 2.0, 5.0}) {
    if (power * factor >= least) return power * factor;
  }
  return power * 10;
}

}  // namespace

void LoadedFrameView::show(std::shared_ptr<const PackPreview> preview, std::size_t asset,
                           std::size_t frame, std::size_t scale) {
  preview_ = std::move(preview);
  asset_ = asset;
  frame_ = frame;
  scale_ = scale;
  contentChanged();
  update();
}

void LoadedFrameView::clear() {
  preview_.reset();
  contentChanged();
  update();
}

double LoadedFrameView::unitsPerPx() const {
  const auto& units = preview_->parcel.units;
  return asset().scale / (units ? units->pxPerUnit : 1);
}

bool LoadedFrameView::yUp() const {
  const auto& units = preview_->parcel.units;
  return units && units->yAxis == YAxis::Up;
}

// Around the origin, art px.
QRectF LoadedFrameView::pictureRect() const {
  const ParcelFrame& one = frame();
  if (scale_ == 0) {
    return {one.trim.w - one.origin.x, one.trim.h - one.origin.y, double(one.rect.w),
            double(one.rect.h)};
  }
  const double k = preview_->parcel.scales[scale_ - 1].scale;
  const ScaledPicture& scaled = one.scaled[scale_ - 1];
  return {scaled.trim.w / k - one.origin.x, scaled.trim.h / k - one.origin.y, scaled.rect.w / k,
          scaled.rect.h / k};
}

QRectF LoadedFrameView::content() const {
  if (preview_ == nullptr) return {};
  // The whole of the untrimmed frame, so that frames of one animation stand still.
  const ParcelFrame& one = frame();
  return QRectF(-one.origin.x, -one.origin.y, one.size.w, one.size.h)
      .united(QRectF(-1, -1, 2, 2))
      .united(pictureRect());
}

QString LoadedFrameView::facts() const {
  if (preview_ == nullptr) return {};
  const QRectF at = pictureRect();
  const double u = unitsPerPx();
  const QString unit = preview_->parcel.units ? tr("units") : tr("px");
  const double y = yUp() ? -at.bottom() : at.top();
  return tr("Size %1 x %2 %3. The %4 corner is at %5, %6 from the position of the asset.")
      .arg(rounded(at.width() * u), rounded(at.height() * u), unit,
           yUp() ? tr("lower left") : tr("upper left"), rounded(at.left() * u), rounded(y * u));
}

void LoadedFrameView::paintPicture(QPainter& painter) {
  const ParcelFrame& one = frame();
  const PreviewPages& pages = preview_->pages[scale_];
  const int page = scale_ == 0 ? one.page : one.scaled[scale_ - 1].page;
  const PixelRect& rect = scale_ == 0 ? one.rect : one.scaled[scale_ - 1].rect;
  const bool mirrored = scale_ == 0 ? one.mirrored : one.scaled[scale_ - 1].mirrored;
  const QImage& image = pages.images[static_cast<std::size_t>(page)];
  const QRectF target = view().toStage(pictureRect());
  painter.save();
  painter.setRenderHint(QPainter::SmoothPixmapTransform,
                        preview_->parcel.filter == TextureFilter::Linear);
  if (mirrored) {
    painter.translate(target.left() + target.right(), 0);
    painter.scale(-1, 1);
  }
  painter.drawImage(target, image, QRectF(rect.x, rect.y, rect.w, rect.h));
  painter.restore();
}

void LoadedFrameView::paintShapes(QPainter& painter) {
  const std::vector<std::string>& layers = preview_->parcel.layers;
  for (const ParcelShape& shape : frame().shapes) {
    ShapeLook look;
    look.duty = shape.duty;
    const auto bit = shape.on == 0 ? 0 : static_cast<std::size_t>(std::countr_zero(shape.on));
    look.colour = theme().shapes[std::min(bit, layers.size()) % theme().shapes.size()];
    if (shape.picture) {
      // A mask whose px lie on a page of masks.
      const auto* mask = std::get_if<MaskShape>(&shape.geometry);
      const QImage& image =
          preview_->pages.back().images[static_cast<std::size_t>(shape.picture->page)];
      const PixelRect& rect = shape.picture->rect;
      painter.setOpacity(0.35);
      painter.drawImage(view().toStage(QRectF(mask->x, mask->y, mask->w, mask->h)), image,
                        QRectF(rect.x, rect.y, rect.w, rect.h));
      painter.setOpacity(1);
      continue;
    }
    paintShape(painter, shape.geometry, view(), look);
    for (const Polygon& part : shape.parts) {
      paintShapeOutline(painter, part, view(), 1, look);
    }
  }
}

void LoadedFrameView::paintRulers(QPainter& painter) {
  const double u = unitsPerPx();
  const double step = tickStep(view().scale / u);
  const QPointF origin = view().toStage(QPointF());
  painter.setFont(smallFont());
  painter.setPen(theme().quiet);
  const double foot = height() - 18;
  const auto tick = [&](double value) { return rounded(value); };
  for (double at = std::ceil((44 - origin.x()) * u / view().scale / step) * step;; at += step) {
    const double x = origin.x() + at / u * view().scale;
    if (x > width() - 8) break;
    painter.drawLine(QPointF(x, foot - 4), QPointF(x, foot));
    painter.drawText(QRectF(x - 30, foot, 60, 16), Qt::AlignHCenter | Qt::AlignTop, tick(at));
  }
  for (double at = std::ceil((8 - origin.y()) * u / view().scale / step) * step;; at += step) {
    const double y = origin.y() + at / u * view().scale;
    if (y > foot - 10) break;
    painter.drawLine(QPointF(36, y), QPointF(40, y));
    painter.drawText(QRectF(0, y - 8, 33, 16), Qt::AlignRight | Qt::AlignVCenter,
                     tick(yUp() ? -at : at));
  }
}

void LoadedFrameView::paintStage(QPainter& painter) {
  if (preview_ == nullptr) return;
  const ParcelFrame& one = frame();
  const QRectF whole = view().toStage(QRectF(-one.origin.x, -one.origin.y, one.size.w, one.size.h));
  paintBackdrop(painter, whole, Backdrop::Kraft);
  paintPicture(painter);
  painter.setPen(QPen(theme().quiet, 1, Qt::DotLine));
  painter.setBrush(Qt::NoBrush);
  painter.drawRect(whole);
  paintShapes(painter);
  for (const Mount& mount : one.mounts) {
    paintMount(painter,
               view().toStage(QPointF(mount.at.x - one.origin.x, mount.at.y - one.origin.y)),
               QString::fromStdString(mount.name), true, false);
  }
  paintOrigin(painter, view().toStage(QPointF()));
  paintRulers(painter);
}

}  // namespace amber

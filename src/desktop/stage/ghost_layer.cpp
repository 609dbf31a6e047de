#include "desktop/stage/ghost_layer.h"

#include <algorithm>
#include <cmath>

#include "core/project/frame_ref.h"
#include "work/art/stage_picture.h"

namespace amber {
namespace {

// Larger than this, px a side, ghosts are composed coarser than the art.
constexpr double kLargestLayer = 4096;

bool isWhole(double value) {
  return std::abs(value - std::round(value)) < 1e-9;
}

}  // namespace

void GhostLayer::paint(QPainter& painter, const Project& project,
                       const std::vector<StagedFrame>& ghosts, QPointF origin, double scale) {
  std::vector<Part> parts;
  for (const StagedFrame& ghost : ghosts) {
    const Frame* frame = findFrame(project, ghost.ref);
    if (frame == nullptr) continue;
    parts.push_back({ghost, frame->rect, frame->origin, pictures_.versionOf(frame->sheet)});
  }
  if (parts.empty()) return;
  if (parts != parts_) {
    compose(project, parts);
    parts_ = std::move(parts);
  }
  painter.setRenderHint(QPainter::SmoothPixmapTransform, false);
  painter.drawImage(QRectF(origin + extent_.topLeft() * scale, extent_.size() * scale), image_);
}

// At the art's own size where every frame lies on whole pixels of the others', else at twice it.
void GhostLayer::compose(const Project& project, const std::vector<Part>& parts) {
  extent_ = {};
  const auto offsetOf = [&](const Part& part) {
    return QPointF(part.origin.x - parts.front().origin.x, part.origin.y - parts.front().origin.y);
  };
  const bool plain = std::all_of(parts.begin(), parts.end(), [&](const Part& part) {
    return part.staged.scale == 1 && isWhole(offsetOf(part).x()) && isWhole(offsetOf(part).y());
  });
  for (const Part& part : parts) {
    extent_ |=
        transformOf(part.staged, part.origin).mapRect(QRectF(0, 0, part.rect.w, part.rect.h));
  }
  const double longest = std::max(extent_.width(), extent_.height());
  const double fine = std::min(plain ? 1.0 : 2.0, kLargestLayer / std::max(1.0, longest));
  image_ = QImage((extent_.size() * fine).toSize().expandedTo({1, 1}),
                  QImage::Format_ARGB32_Premultiplied);
  image_.fill(Qt::transparent);
  QPainter painter(&image_);
  for (const Part& part : parts) {
    const QRectF place =
        transformOf(part.staged, part.origin).mapRect(QRectF(0, 0, part.rect.w, part.rect.h));
    QRectF target((place.topLeft() - extent_.topLeft()) * fine, place.size() * fine);
    target.moveTopLeft({std::round(target.x()), std::round(target.y())});
    painter.setOpacity(part.staged.opacity);
    if (const Frame* frame = findFrame(project, part.staged.ref)) {
      pictures_.drawFrame(painter, *frame, target);
    }
  }
}

}  // namespace amber

#include "desktop/stage/staged_painting.h"

#include "core/project/frame_ref.h"
#include "work/art/stage_picture.h"

namespace amber {

void drawStaged(QPainter& painter, Pictures& pictures, const Project& project,
                const std::vector<StagedFrame>& frames, const QTransform& view) {
  for (const StagedFrame& one : frames) {
    const Frame* frame = findFrame(project, one.ref);
    if (frame == nullptr) continue;
    painter.save();
    painter.setTransform(transformOf(one, frame->origin) * view, true);
    painter.setOpacity(painter.opacity() * one.opacity);
    pictures.drawFrame(painter, *frame, QRectF(0, 0, frame->rect.w, frame->rect.h));
    painter.restore();
  }
}

}  // namespace amber

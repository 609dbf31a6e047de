#pragma once

#include <QImage>
#include <QTransform>
#include <vector>

#include "core/image/image.h"
#include "core/image/ink/ink.h"
#include "core/origin/staging.h"
#include "core/project/art_source.h"

namespace amber {

/// The ink of the frame only, as a picture for painting.
QImage inkPicture(const SheetArt& art, const Frame& frame);
/// A painted picture as ours.
Image imageOf(const QImage& picture);

/// The transform from frame px to stage px of a frame at its origin: the same as onStage, for
/// painting.
QTransform transformOf(const StagedFrame& staged, FramePoint origin);

/// A picture of staged frames, back to front, with `zoom` picture px per stage px, and where the
/// stage's (0,0) lies on it. Only ink is drawn, unsmoothed; frames without art are left out.
/// Errors (ImageTooLarge): the picture would be larger than images may be.
struct StagePicture {
  Image image;
  GamePoint origin;  ///< Picture px.
};
Result<StagePicture> stagePicture(const Project& project, const std::vector<StagedFrame>& frames,
                                  double zoom, const ArtSource& art);

}  // namespace amber

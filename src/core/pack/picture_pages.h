#pragma once

#include <cstddef>
#include <memory>
#include <unordered_map>
#include <vector>

#include "core/base/progress.h"
#include "core/image/image.h"
#include "core/image/ink.h"
#include "core/pack/page_layout.h"

namespace amber {

/// A frame's art and where it lies.
struct FramePicture {
  std::shared_ptr<const SheetArt> art;
  PixelRect rect;  ///< On the sheet. Requires: within the art, not empty.
};

/// Where a frame's picture came to lie.
struct PicturePlace {
  int page = 0;
  PixelRect rect;  ///< On the page.
  PixelSize trim;  ///< Where it lay in the frame, px of the scale.
  bool mirrored = false;
};

/// All frames' pictures at one scale, on pages.
struct PicturePages {
  std::vector<PicturePlace> places;  ///< One a frame, in the order given.
  std::vector<Image> pages;
};

/// Draws every frame at `scale`, trims it, finds those that count as one, lays them out and draws
/// the pages, all as the profile has it. The same frames give the same pages.
/// Errors: as layOutPages; Cancelled. Cost: linear in the pixels, on all cores.
Result<PicturePages> drawPages(const std::vector<FramePicture>& frames, double scale,
                               const PackProfile& profile, const Progress& progress);

}  // namespace amber

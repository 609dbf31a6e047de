#pragma once

#include <cstddef>
#include <map>
#include <memory>
#include <tuple>
#include <vector>

#include "core/base/progress.h"
#include "core/image/image.h"
#include "core/image/ink/ink.h"
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

/// What was drawn before at one scale, so that only what changed is drawn and laid out again.
struct PictureMemo {
  struct Drawn {
    std::shared_ptr<const SheetArt> art;  ///< Held, so that no other art comes to lie there.
    std::shared_ptr<const Image> picture;
    PixelSize trim;
  };
  /// By the art's address and the rectangle drawn.
  std::map<std::tuple<const SheetArt*, int, int, int, int>, Drawn> drawn;
  PackProfile profile;  ///< What it was drawn and laid out by.
  std::vector<PixelSize> sizes;
  PageLayout layout;
};

/// Draws every frame at `scale`, trims it, finds those that count as one, lays them out and draws
/// the pages, all as the profile has it. The same frames give the same pages.
/// `memo` is what was drawn before, and is brought up to date; it makes no difference but in time.
/// Errors: as layOutPages; Cancelled. Cost: linear in the pixels, on all cores.
Result<PicturePages> drawPages(const std::vector<FramePicture>& frames, double scale,
                               const PackProfile& profile, PictureMemo& memo,
                               const Progress& progress);

}  // namespace amber

#pragma once

#include <map>
#include <tuple>
#include <vector>

#include "core/origin/landmarks.h"
#include "core/project/art_source.h"
#include "core/project/project.h"

namespace amber {

/// The common origin of frames of `cell` px with these landmarks, frame px. y is the lowest ink of
/// all frames. x is the middle of the cell, as makers of games set it; the median centre of the ink
/// if that is more than a quarter of the cell away from the middle. The bottom centre of the cell
/// without landmarks. Cost: n log n.
FramePoint groundPoint(PixelSize cell, const std::vector<Landmarks>& marks);

/// A strip: the frames of an asset that share a ground line. They have the same size and are on the
/// same sheet, or each covers its whole sheet, as numbered images do.
struct Strip {
  SheetId sheet;  ///< 0 for frames that cover their sheets.
  PixelSize size;

  friend bool operator<(const Strip& a, const Strip& b) {
    return std::tuple(a.sheet.value, a.size.w, a.size.h) <
           std::tuple(b.sheet.value, b.size.w, b.size.h);
  }
};
Strip stripOf(const Project& project, const Frame& frame);

/// Whether all steps stand by the ground rule. Their frames may leave the ground, as in a jump, so
/// their feet say nothing about y. Requires: the frames belong to the asset.
bool isOnGround(const Asset& asset, const Animation& animation);

/// The ground point of each strip of the asset, unless a frame of it has no art in `art`. Lost
/// frames do not count. Cost: linear in the pixels of the frames.
std::map<Strip, FramePoint> groundPoints(const Project& project, const Asset& asset,
                                         const ArtSource& art);

}  // namespace amber

#pragma once

#include <functional>
#include <map>
#include <vector>

#include "core/base/progress.h"
#include "core/pack/parcel.h"
#include "core/pack/parcel_pages.h"
#include "core/pack/picture_pages.h"
#include "core/project/art_source.h"

namespace amber {

/// A parcel before it is written: pages carry sizes and file names, their hashes come with the
/// files.
struct BuiltParcel {
  Parcel parcel;
  PageImages pages;
  PageColours colours = PageColours::Full;  ///< How the pages are to be written.
  std::vector<std::string> constants;       ///< The texts of parcel.constants.
};

/// What was built before, of each scale, so that only what changed is drawn again.
using BuildMemo = std::map<double, PictureMemo>;

/// Trims, places and draws every frame as the profile has it. Only faint ink is drawn; all else is
/// transparent. What counts as one picture lies on the pages once (see SamePictures). `memo` makes
/// no difference but in time, and is brought up to date.
/// Errors: a sheet without art (FileMissing), a frame that leaves its sheet or does not fit a page
/// (BadValue), Cancelled.
/// Cost: linear in the pixels of frames and pages, at every scale; on all cores.
Result<BuiltParcel> buildParcel(const Project& project, const PackProfile& profile,
                                const ArtSource& art, BuildMemo& memo, const Progress& progress);
inline Result<BuiltParcel> buildParcel(const Project& project, const PackProfile& profile,
                                       const ArtSource& art, const Progress& progress) {
  BuildMemo memo;
  return buildParcel(project, profile, art, memo, progress);
}

/// Whether the picture of a frame was compared before, and nothing of it changed since.
using ComparedBefore = std::function<bool(const Frame& frame, const ParcelFrame& packed)>;

/// Compares the pixels of the pages with the art of the project, and the numbers of the parcel with
/// those of the project, frame by frame: one sentence for each difference, at most 20. Empty if all
/// agree. Shares no code with buildParcel except the compared values. `constants` are not compared.
/// Pictures of frames for which `compared` is true are known to agree and skipped; the pixels
/// between frames are always compared. Requires: one image for each page, of every scale and of
/// masks.
std::vector<std::string> differencesFrom(const Project& project, const PackProfile& profile,
                                         const ArtSource& art, const Parcel& parcel,
                                         const PageImages& images,
                                         const ComparedBefore& compared = {});

}  // namespace amber

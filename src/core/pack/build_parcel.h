#pragma once

#include <vector>

#include "core/base/progress.h"
#include "core/pack/parcel.h"
#include "core/project/art_source.h"

namespace amber {

/// A parcel before it is written: pages carry sizes and file names, their hashes come with the
/// files.
struct BuiltParcel {
  Parcel parcel;
  std::vector<Image> pages;
  std::vector<std::string> constants;  ///< The texts of parcel.constants.
};

/// Trims, places and draws every frame. Only faint ink is drawn; all else is transparent black.
/// Frames of one trimmed rectangle of one sheet share their place on the page.
/// Errors: a sheet without art (FileMissing), a frame that leaves its sheet or does not fit a page
/// (BadValue), Cancelled.
Result<BuiltParcel> buildParcel(const Project& project, const ArtSource& art,
                                const Progress& progress);

/// What the pages hold against the project's art, and the parcel's numbers against the project's,
/// frame by frame: one sentence a difference, at most 20. Empty when all agree. Shares no code
/// with buildParcel beyond the values compared.
/// Requires: one image a page.
std::vector<std::string> differencesFrom(const Project& project, const ArtSource& art,
                                         const Parcel& parcel, const std::vector<Image>& pages);

}  // namespace amber

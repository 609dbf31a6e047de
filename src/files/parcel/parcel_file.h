#pragma once

#include <functional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/progress.h"
#include "core/base/result.h"
#include "core/pack/build_parcel.h"
#include "files/image/page_encoder.h"

namespace amber {

inline constexpr int kParcelVersion = 1;

/// The text of parcel.json, and back. Law: parcelFrom(parcelText(p)) == p.
/// Errors: as projectFrom; a page's name must be a plain file name.
std::string parcelText(const Parcel& parcel);
/// The part of parcel.json for one frame of an asset of the parcel.
std::string parcelFrameText(const Parcel& parcel, const ParcelAsset& asset, std::size_t frame);
Result<Parcel> parcelFrom(std::string_view text, const std::string& file);

/// A parcel as it lies on disk.
struct LoadedParcel {
  Parcel parcel;
  PageImages pages;
  std::vector<std::string> constants;  ///< The texts of parcel.constants.
};

/// Reads parcel.json and its pages. Errors: a file is missing, cannot be read, or differs in size
/// or content from parcel.json.
Result<LoadedParcel> readParcel(const std::string& folder);

/// Called for a complete parcel in a temporary folder, before it replaces the old one: nothing, or
/// why it must not. `text` is the intended content of parcel.json.
using ParcelJudge = std::function<Result<void>(const std::string& folder, const std::string& text)>;

/// What was written last, so that a parcel that is written again and again is not compressed again
/// where it did not change, nor its predecessor read to know what it is.
struct WrittenParcel {
  PageEncoder encoder;
  std::string text = {};                ///< Of parcel.json.
  std::vector<std::string> files = {};  ///< All of it.
};

/// Writes the parcel into a temporary folder beside `folder`, calls `judge` for it, and then
/// exchanges the folders in one step, so that `folder` contains the old parcel or the new one and
/// never a mixture. The hashes of the pages are filled in. The old folder is checked again before
/// it is deleted: if other files were added in the meantime, it is kept, and the error states
/// where. Errors: those of `judge`; (FileUnwritable): the folder contains files that are not part
/// of a parcel, or the system refuses; Cancelled. After an error the old parcel is unchanged.
/// `last` is updated; it only affects speed.
Result<void> writeParcel(const std::string& folder, BuiltParcel& built, WrittenParcel& last,
                         const ParcelJudge& judge, const Progress& progress);

}  // namespace amber

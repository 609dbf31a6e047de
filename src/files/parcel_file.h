#pragma once

#include <functional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/progress.h"
#include "core/base/result.h"
#include "core/pack/build_parcel.h"
#include "files/page_encoder.h"

namespace amber {

inline constexpr int kParcelVersion = 1;

/// The text of parcel.json, and back. Law: parcelFrom(parcelText(p)) == p.
/// Errors: as projectFrom; a page's name must be a plain file name.
std::string parcelText(const Parcel& parcel);
/// What parcel.json says of one frame of one of the parcel's assets.
std::string parcelFrameText(const Parcel& parcel, const ParcelAsset& asset, std::size_t frame);
Result<Parcel> parcelFrom(std::string_view text, const std::string& file);

/// A parcel as it lies on disk.
struct LoadedParcel {
  Parcel parcel;
  PageImages pages;
  std::vector<std::string> constants;  ///< The texts of parcel.constants.
};

/// Reads parcel.json and its pages. Errors: any file missing, unreadable or of another size or
/// content than parcel.json says.
Result<LoadedParcel> readParcel(const std::string& folder);

/// Asked of a parcel that lies complete in a folder of its own, before it takes its place: nothing,
/// or why it must not. `text` is what parcel.json was meant to hold.
using ParcelJudge = std::function<Result<void>(const std::string& folder, const std::string& text)>;

/// What was written last, so that a parcel that is written again and again is not compressed again
/// where it did not change, nor its predecessor read to know what it is.
struct WrittenParcel {
  PageEncoder encoder;
  std::string text = {};                ///< Of parcel.json.
  std::vector<std::string> files = {};  ///< All of it.
};

/// Writes the parcel into a folder of its own beside `folder`, asks `judge` about it, and then puts
/// it in its place in one step, so that `folder` holds the old parcel or the new one and never a
/// mixture. The hashes of the pages are filled in. What was swapped out is looked at again before
/// it is deleted: where it holds what is no part of a parcel, written meanwhile, it stays, and the
/// error says where. Errors: what `judge` says; (FileUnwritable): the folder holds files that are
/// no part of a parcel, or the system refuses; Cancelled. What was there is unchanged by any of
/// them.
/// `last` is brought up to date; it makes no difference but in time.
Result<void> writeParcel(const std::string& folder, BuiltParcel& built, WrittenParcel& last,
                         const ParcelJudge& judge, const Progress& progress);

}  // namespace amber

#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/progress.h"
#include "core/base/result.h"
#include "core/pack/build_parcel.h"

namespace amber {

inline constexpr int kParcelVersion = 1;

/// The text of parcel.json, and back. Law: parcelFrom(parcelText(p)) == p.
/// Errors: as projectFrom; a page's name must be a plain file name.
std::string parcelText(const Parcel& parcel);
Result<Parcel> parcelFrom(std::string_view text, const std::string& file);

/// A parcel as it lies on disk.
struct LoadedParcel {
  Parcel parcel;
  std::vector<Image> pages;
};

/// Reads parcel.json and its pages. Errors: any file missing, unreadable or of another size or
/// content than parcel.json says.
Result<LoadedParcel> readParcel(const std::string& folder);

/// Writes the parcel beside `folder` and then puts it in its place in one step, so that `folder`
/// holds the old parcel or the new one and never a mixture. The hashes of the pages are filled in.
/// Errors (FileUnwritable): the folder holds files that are no part of a parcel, or the system
/// refuses; what was there is unchanged. Cancelled likewise.
Result<void> writeParcel(const std::string& folder, BuiltParcel built, const Progress& progress);

}  // namespace amber

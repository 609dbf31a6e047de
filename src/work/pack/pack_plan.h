#pragma once

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/base/progress.h"
#include "core/pack/parcel.h"
#include "core/pack/parcel_changes.h"
#include "core/pack/parcel_pages.h"
#include "work/art/art_store.h"

namespace amber {

/// One file that would be written.
struct PlannedFile {
  std::string name;
  long long bytes = 0;
};

/// What packing would write, made in memory: written as text and PNG, and read back from that, so
/// that what is shown of it is what a loader gets.
struct PackPlan {
  Parcel parcel;
  PageImages images;
  std::vector<PlannedFile> pages;   ///< Of scale 1, of the other scales, of masks, in that order.
  std::vector<PlannedFile> others;  ///< parcel.json first, then names as source.
  std::string text;                 ///< Of parcel.json.
  /// What changed since what lies in the parcel's folder; nothing where no parcel does.
  std::optional<std::vector<ParcelChange>> changes;

  long long bytes() const;
};

/// Works out what packing would write, and compares it with the parcel in `folder`. Nothing is
/// written. Errors: as buildParcel. Cost: as packing, but for checks and the comparison with art.
Result<PackPlan> plannedParcel(const Project& project, const PackProfile& profile,
                               const std::string& folder, const std::shared_ptr<ArtStore>& store,
                               const Progress& progress);

}  // namespace amber

#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/base/progress.h"
#include "core/checks/finding.h"
#include "core/pack/parcel.h"
#include "work/art_store.h"

namespace amber {

/// Every finding, those of files included. Reads the sheets that were not read yet.
std::vector<Finding> checkAll(const Project& project, const std::shared_ptr<ArtStore>& store);

/// What packing gave.
struct PackOutcome {
  int pages = 0;
  int frames = 0;
  int assets = 0;
  std::vector<std::string> differences;  ///< From reading it back; empty when all agree.
};

/// Checks, builds, writes, reads back from disk and compares.
/// Errors: HasErrors when a check of severity error stops it; otherwise as buildParcel,
/// writeParcel and readParcel. The previous parcel stays on any error.
Result<PackOutcome> packProject(const Project& project, const std::shared_ptr<ArtStore>& store,
                                const std::string& folder, const Progress& progress);

/// Reads the parcel and compares it with the project, pixel by pixel and number by number.
/// Errors: as readParcel.
Result<std::vector<std::string>> verifyParcel(const std::string& folder, const Project& project,
                                              const std::shared_ptr<ArtStore>& store);

/// What a parcel says of itself that cannot be: one sentence each. Reading has already proved every
/// reference, rectangle, size and page hash.
std::vector<std::string> inconsistenciesOf(const Parcel& parcel);

}  // namespace amber

#pragma once

#include <memory>
#include <string>
#include <vector>

#include "core/base/progress.h"
#include "core/checks/finding.h"
#include "core/pack/parcel.h"
#include "core/project/values/pack_profile.h"
#include "work/art/art_store.h"

namespace amber {

/// Every finding, those of files included. Reads the sheets that were not read yet.
std::vector<Finding> checkAll(const Project& project, const std::shared_ptr<ArtStore>& store);

/// The profile of that name; the first one if the name is empty. Errors (UnknownTarget): there is
/// no such profile; the message lists the existing ones.
Result<const PackProfile*> chosenProfile(const Project& project, const std::string& name);

/// All pages of a parcel, those of other scales and of masks too.
int pageCount(const Parcel& parcel);

/// What packing gave.
struct PackOutcome {
  int pages = 0;
  int frames = 0;
  int assets = 0;
  /// From reading it back before it took its place; empty when all agree. Where there is one, the
  /// previous parcel stays.
  std::vector<std::string> differences;
};

/// Checks, builds by the profile, writes beside the folder, reads back from disk, compares, and
/// only then puts the parcel in its place. Errors: HasErrors when a check of severity error stops
/// it; otherwise as buildParcel, writeParcel and readParcel. The previous parcel stays on any
/// error.
Result<PackOutcome> packProject(const Project& project, const PackProfile& profile,
                                const std::shared_ptr<ArtStore>& store, const std::string& folder,
                                const Progress& progress);

/// Reads the parcel and compares it with the project, pixel by pixel (including padding and
/// extrusion) and number by number, by the profile it was packed with. Content that cannot be read,
/// such as a page with other bytes, is a difference. Errors: a file is missing or cannot be read; a
/// newer version.
Result<std::vector<std::string>> verifyParcel(const std::string& folder, const Project& project,
                                              const std::shared_ptr<ArtStore>& store);

/// Contradictions inside a parcel, one sentence each. Reading has already verified every reference,
/// rectangle, size and page hash.
std::vector<std::string> inconsistenciesOf(const Parcel& parcel);

/// The same of the parcel in a folder, for whoever has no project to compare it with.
/// Errors: as verifyParcel.
Result<std::vector<std::string>> verifyParcelAlone(const std::string& folder);

}  // namespace amber

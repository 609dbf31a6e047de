#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/project/project.h"
#include "work/pack/pack_project.h"

namespace amber {

/// A packing that need not be done again: the same program would write the same parcel.
struct PackRecord {
  int pages = 0;
  int frames = 0;
  int assets = 0;
  std::vector<std::string> sheets;  ///< The image files, relative to the project's folder.
};

/// What was packed the last time into a folder, if this program, the project's file, its sheets,
/// the profile (as it was asked for, empty for the first) and every file of the parcel are the same
/// as then, by the hashes of their bytes. Nothing if anything differs, is missing or cannot be
/// read. Cost: linear in the bytes of these files; nothing is parsed or decoded.
std::optional<PackRecord> recordedPacking(const std::string& projectFile,
                                          const std::string& profile, const std::string& folder);

/// Records a packing beside the folder, in recordFile. `projectHash`: of the file that was packed.
/// Errors: a file cannot be read or written.
Result<void> recordPacking(const std::string& projectFile, const std::string& projectHash,
                           const Project& project, const std::string& profile,
                           const PackOutcome& outcome, const std::string& folder);

/// FOLDER.packed
std::string recordFile(const std::string& folder);

}  // namespace amber

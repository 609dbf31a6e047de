#pragma once

#include <memory>
#include <optional>
#include <string>
#include <unordered_map>
#include <vector>

#include "core/pack/build_parcel.h"
#include "files/parcel/parcel_file.h"
#include "work/pack/pack_project.h"

namespace amber {

/// Packs a project again and again, as while it is watched: what did not change since the last time
/// is not drawn, compressed or compared again. What is written is, byte for byte, what packProject
/// writes.
class PackSession {
 public:
  /// As packProject. The first time, and after anything went wrong, all is read back and compared;
  /// from then on every file is read back and must hold the very bytes that were meant, and of
  /// those what is new is decoded and compared with the project.
  Result<PackOutcome> pack(const Project& project, const PackProfile& profile,
                           const std::shared_ptr<ArtStore>& store, const std::string& folder,
                           const Progress& progress);

 private:
  // A frame whose picture was compared: where it lies, and of which art.
  struct Compared {
    std::shared_ptr<const SheetArt> art;
    PixelRect rect;  // On the sheet.
    ParcelFrame packed;
  };

  Result<std::vector<std::string>> judged(const std::string& written, const std::string& text,
                                          const BuiltParcel& built, const Project& project,
                                          const PackProfile& profile,
                                          const std::shared_ptr<ArtStore>& store) const;
  Result<std::vector<std::string>> bytesDiffer(const std::string& written,
                                               const std::string& meantText,
                                               const BuiltParcel& built) const;
  std::string rowsDiffer(const BuiltParcel& built) const;
  bool isCompared(const Frame& frame, const ParcelFrame& packed, const ArtSource& art) const;
  void remember(const Project& project, const Parcel& parcel, const ArtSource& art);

  BuildMemo memo_;
  WrittenParcel written_;
  std::optional<PackProfile> profile_;  // Of the last time; nothing before it, or where it failed.
  Parcel parcel_;                       // Of the last time, without hashes.
  std::unordered_map<FrameId, Compared> compared_;
};

}  // namespace amber

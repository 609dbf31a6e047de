#pragma once

#include <cstdint>
#include <map>
#include <memory>
#include <mutex>
#include <optional>
#include <string>
#include <utility>

#include "core/checks/finding.h"
#include "core/project/project.h"

namespace amber {

/// A sheet's art and the hash of the file it was read from, of one reading.
struct LoadedArt {
  std::shared_ptr<const SheetArt> art;
  std::string hash;
};

/// The art of a project's sheets, read from their files when first asked for and kept. Any number
/// of threads may use it. Files are read and decoded without holding anyone up; where two threads
/// read one file at once, what was read last of it stays, whichever of them ends first.
class ArtStore {
 public:
  /// `folder`: what sheet paths are relative to.
  explicit ArtStore(std::string folder) : folder_(std::move(folder)) {}

  /// The sheet's art, read now if need be. Errors: as readImage.
  Result<std::shared_ptr<const SheetArt>> load(const Sheet& sheet);

  /// The same with the hash of the file. Errors: as readImage.
  Result<LoadedArt> loadWithHash(const Sheet& sheet);

  /// Reads the art of the sheet from its file again; until then the old art is kept.
  Result<LoadedArt> reload(const Sheet& sheet);

  /// The sheet's art if it is here already, null otherwise. Never reads a file.
  std::shared_ptr<const SheetArt> cached(const Sheet& sheet) const;

  /// Art for all of a project's sheets; the first reads files, the second does not. Both hold on to
  /// the store and the project's sheets, not to the project.
  static ArtSource loading(const std::shared_ptr<ArtStore>& store, const Project& project);
  static ArtSource cachedOnly(const std::shared_ptr<ArtStore>& store, const Project& project);

  /// sheet.missing (error) for a file that cannot be read, sheet.changed (warning) for one whose
  /// content is not what was imported; its fix takes the new picture and cuts it again as before.
  /// Only of sheets that were loaded.
  std::vector<Finding> fileFindings(const Project& project) const;

 private:
  struct Entry {
    std::string path;
    Orientation orientation;
    InkRule ink;
    std::optional<Cut> edges;  // The cut whose frames' edges count, where the ink depends on it.
    std::optional<std::pair<PixelSize, Rectangle>> rectangle;  // As a block or zone is drawn.
    std::shared_ptr<const SheetArt> art;
    std::string hash;
    std::optional<Error> error;
    std::uint64_t reading = 0;  // The number of the reading; a later one counts more.
  };

  std::shared_ptr<const Entry> entryFor(const Sheet& sheet) const;
  std::shared_ptr<const Entry> entryOf(const Sheet& sheet);
  std::shared_ptr<const Entry> read(const Sheet& sheet);
  std::shared_ptr<const Entry> keep(SheetId sheet, Entry entry);
  // What was read of the sheet's file, under whatever ink.
  std::shared_ptr<const Entry> pictureOf(const Sheet& sheet) const;

  std::string folder_;
  mutable std::mutex mutex_;
  std::map<SheetId, std::shared_ptr<const Entry>> entries_;
  std::uint64_t readings_ = 0;
};

}  // namespace amber

#include "core/project/validation/valid_project.h"

#include <algorithm>
#include <numeric>
#include <unordered_map>
#include <unordered_set>

#include "core/base/letters.h"
#include "core/base/snake_case.h"
#include "core/project/changed_parts.h"
#include "core/project/validation/file_size.h"
#include "core/project/validation/valid_asset.h"
#include "core/project/validation/valid_cut.h"
#include "core/project/validation/valid_rides.h"
#include "core/project/validation/valid_settings.h"
#include "core/project/validation/validation.h"

namespace amber {

using namespace validation;

namespace {

template <class T>
std::vector<std::size_t> placesIn(const std::vector<T>& list) {
  std::vector<std::size_t> places(list.size());
  std::iota(places.begin(), places.end(), std::size_t{0});
  return places;
}

// Validates one project; parts it shares with a valid project are skipped.
class Validation {
 public:
  Validation(const Project& project, const Project* before)
      : project_(project),
        before_(before),
        sheets_(before != nullptr ? changedParts(before->sheets, project.sheets)
                                  : ChangedParts<Sheet>{{}, placesIn(project.sheets)}),
        assets_(before != nullptr ? changedParts(before->assets, project.assets)
                                  : ChangedParts<Asset>{{}, placesIn(project.assets)}) {}

  Validity run() const {
    if (before_ == nullptr || before_->settings() != project_.settings()) {
      if (auto valid = validSettings(project_); !valid) return valid;
    }
    if (auto valid = firstOf({validCount(project_.sheets.size(), kMostThings, "sheets"),
                              validCount(project_.assets.size(), kMostThings, "assets"), ids(),
                              validVariants(), validRides(project_)});
        !valid) {
      return valid;
    }
    for (const std::size_t i : sheets_.come) {
      const auto& sheet = project_.sheets[i];
      if (auto valid = of(sheet->path, in("sheets", i, validSheet(*sheet))); !valid) return valid;
    }
    if (auto valid = validAssets(); !valid) return valid;
    return validFileSize();
  }

 private:
  Validity validAssets() const {
    const std::vector<std::size_t> places = assetsToValidate();
    if (places.empty()) return {};
    const KnownNames known(project_);
    for (const std::size_t i : places) {
      const auto& asset = project_.assets[i];
      if (auto valid = of(asset->name, in("assets", i, validAsset(*asset, known))); !valid)
        return valid;
    }
    return {};
  }

  // Those that changed, and those that name what changed: sheets, roles, kinds.
  std::vector<std::size_t> assetsToValidate() const {
    if (before_ == nullptr) return assets_.come;
    if (before_->roles != project_.roles || before_->kinds != project_.kinds) {
      return placesIn(project_.assets);
    }
    // Frames lie on a sheet by its size alone.
    std::unordered_map<SheetId, PixelSize> changed;
    for (const SharedValue<Sheet>* sheet : sheets_.gone) {
      changed.emplace((*sheet)->id, (*sheet)->size);
    }
    for (const std::size_t i : sheets_.come) {
      const auto then = changed.find(project_.sheets[i]->id);
      if (then != changed.end() && then->second == project_.sheets[i]->size) changed.erase(then);
    }
    if (changed.empty()) return assets_.come;
    std::vector<std::size_t> places = assets_.come;
    for (std::size_t i = 0; i < project_.assets.size(); ++i) {
      const std::vector<Frame>& frames = project_.assets[i]->frames;
      if (std::any_of(frames.begin(), frames.end(),
                      [&](const Frame& frame) { return changed.count(frame.sheet) != 0; })) {
        places.push_back(i);
      }
    }
    return places;
  }

  // Every id is above 0, used once, and below nextId.
  Validity ids() const {
    if (before_ != nullptr && onlyIdsThatAreFree()) return {};
    std::unordered_set<std::uint32_t> seen;
    std::uint32_t last = 0;
    const auto take = [&](std::uint32_t id) -> Validity {
      last = std::max(last, id);
      if (id != 0 && seen.insert(id).second) return {};
      return wrong("id", "the id " + std::to_string(id) + " is used twice, or is 0");
    };
    for (std::size_t i = 0; i < project_.sheets.size(); ++i) {
      if (auto valid = in("sheets", i, take(project_.sheets[i]->id.value)); !valid) return valid;
    }
    for (std::size_t i = 0; i < project_.assets.size(); ++i) {
      if (auto valid = in("assets", i, idsOf(*project_.assets[i], take)); !valid) return valid;
    }
    if (project_.nextId > last) return {};
    return wrong("nextId", "must be larger than every id in the file");
  }

  template <class Take>
  static Validity idsOf(const Asset& asset, const Take& take) {
    if (auto valid = take(asset.id.value); !valid) return valid;
    for (std::size_t i = 0; i < asset.frames.size(); ++i) {
      if (auto valid = in("frames", i, take(asset.frames[i].id.value)); !valid) return valid;
    }
    for (std::size_t i = 0; i < asset.animations.size(); ++i) {
      if (auto valid = in("animations", i, take(asset.animations[i].id.value)); !valid) {
        return valid;
      }
    }
    return {};
  }

  // Whether what changed uses each id once, and only ids that what is shared cannot have: those of
  // what is gone, and those that no part of the valid project before had yet.
  bool onlyIdsThatAreFree() const {
    std::unordered_set<std::uint32_t> free;
    const auto release = [&](std::uint32_t id) -> Validity {
      free.insert(id);
      return {};
    };
    for (const SharedValue<Sheet>* sheet : sheets_.gone) free.insert((*sheet)->id.value);
    for (const SharedValue<Asset>* asset : assets_.gone) (void)idsOf(**asset, release);
    std::unordered_set<std::uint32_t> taken;
    bool all = project_.nextId >= before_->nextId;
    const auto take = [&](std::uint32_t id) -> Validity {
      all = all && (id >= before_->nextId || free.count(id) != 0) && id < project_.nextId &&
            taken.insert(id).second;
      return {};
    };
    for (const std::size_t i : sheets_.come) (void)take(project_.sheets[i]->id.value);
    for (const std::size_t i : assets_.come) (void)idsOf(*project_.assets[i], take);
    return all;
  }

  // Most edits let nothing grow: then what was small enough still is.
  Validity validFileSize() const {
    if (before_ != nullptr && !grows()) return {};
    const FileSize size = fileSizeOf(project_);
    if (size.values <= kLargestFile.values && size.bytes <= kLargestFile.bytes) return {};
    return wrong("", "the project would take more than " + std::to_string(kLargestFile.values) +
                         " values or " + std::to_string(kLargestFile.bytes >> 20) +
                         " MB in its file and could not be opened again. Use polygons instead of "
                         "masks with fine patterns, or divide it into two projects");
  }

  bool grows() const {
    FileSize now = fileSizeOf(project_.settings());
    FileSize then = fileSizeOf(before_->settings());
    for (const std::size_t i : sheets_.come) now += fileSizeOf(*project_.sheets[i]);
    for (const std::size_t i : assets_.come) now += fileSizeOf(*project_.assets[i]);
    for (const SharedValue<Sheet>* sheet : sheets_.gone) then += fileSizeOf(**sheet);
    for (const SharedValue<Asset>* asset : assets_.gone) then += fileSizeOf(**asset);
    return now.values > then.values || now.bytes > then.bytes;
  }

  // A block or zone: an image file has none of its numbers, and all of it is one frame.
  static Validity validRectangle(const Sheet& sheet) {
    constexpr Range<int> kSide{1, kLongestRectangle};
    const bool asFile = !sheet.path.empty() || !sheet.hash.empty() || sheet.pictures ||
                        sheet.ink.key || sheet.orientation != Orientation{};
    if (asFile) return wrong("rectangle", "has no file, key, pictures or turns");
    if (sheet.rectangle->colour && sheet.rectangle->colour->a == 0) {
      return wrong("rectangle.colour", "must be visible; a zone has no colour");
    }
    const Cut whole{Grid{sheet.size, {}, {}, 1, 1}, {}};
    if (sheet.cut && *sheet.cut != whole) {
      return wrong("cut", "must be the whole rectangle");
    }
    return firstOf({held(kSide, sheet.size.w, "size"), held(kSide, sheet.size.h, "size")});
  }

  static Validity validSheet(const Sheet& sheet) {
    if (sheet.rectangle) {
      if (auto valid = validRectangle(sheet); !valid) return valid;
    }
    if (auto valid =
            firstOf({validText(sheet.path, "path"), validText(sheet.hash, "hash", kLongestHash),
                     held(kSideRange, sheet.size.w, "size"), held(kSideRange, sheet.size.h, "size"),
                     held(kTurnsRange, sheet.orientation.quarterTurns, "turns"),
                     held(kAlphaRange, sheet.ink.faint, "faint"),
                     held(kAlphaRange, sheet.ink.firm, "firm")});
        !valid) {
      return valid;
    }
    if (sheet.isFile() && !staysInFolder(sheet.path)) {
      return wrong("path",
                   "\"" + sheet.path +
                       "\" leaves the project's folder; copy the image into it and use a relative "
                       "path",
                   ErrorCode::PathLeavesFolder);
    }
    if (sheet.orientation.mirrorX && sheet.orientation.mirrorY) {
      return wrong("mirror", "a sheet is mirrored one way; both ways are two quarter turns");
    }
    if (sheet.ink.key) {
      if (auto valid = in("key", held(kByteRange, sheet.ink.key->tolerance, "tolerance")); !valid) {
        return valid;
      }
    }
    if (sheet.pictures) {
      if (auto valid = in("pictures", validPictures(*sheet.pictures)); !valid) return valid;
    }
    return sheet.cut ? in("cut", checkedCut(*sheet.cut, sheet.size)) : Validity{};
  }

  static Validity validPictures(const SheetPictures& pictures) {
    for (const int time : pictures.timesMs) {
      if (auto valid = held(kDurationRange, time, "timesMs"); !valid) return valid;
    }
    return firstOf({validCount(pictures.timesMs.size(), kMostCells, "timesMs"),
                    held(kSideRange, pictures.size.w, "size"),
                    held(kSideRange, pictures.size.h, "size")});
  }

  Validity validVariants() const {
    const auto follows = [](const SharedValue<Asset>& asset) { return bool(asset->variantOf); };
    if (std::none_of(project_.assets.begin(), project_.assets.end(), follows)) return {};
    std::unordered_map<AssetId, const Asset*> assets;
    for (const auto& asset : project_.assets) assets.emplace(asset->id, &*asset);
    for (std::size_t i = 0; i < project_.assets.size(); ++i) {
      const Asset& asset = *project_.assets[i];
      if (!asset.variantOf) continue;
      const auto first = assets.find(asset.variantOf);
      if (first != assets.end() && !first->second->variantOf && first->second != &asset) continue;
      return of(asset.name,
                in("assets", i,
                   wrong("variantOf",
                         "is a variant of an asset that does not exist or is itself a variant")));
    }
    return {};
  }

  const Project& project_;
  const Project* before_;
  ChangedParts<Sheet> sheets_;
  ChangedParts<Asset> assets_;
};

}  // namespace

Result<void> validated(const Project& project) {
  return Validation(project, nullptr).run();
}

Result<void> validatedAfter(const Project& before, const Project& after) {
  return Validation(after, &before).run();
}

bool staysInFolder(std::string_view path) {
  if (path.empty() || path.front() == '/' || path.find('\\') != std::string_view::npos ||
      path.find('\0') != std::string_view::npos) {
    return false;
  }
  std::size_t start = 0;
  while (start <= path.size()) {
    const std::size_t end = std::min(path.find('/', start), path.size());
    const std::string_view part = path.substr(start, end - start);
    if (part.empty() || part == "." || part == "..") return false;
    start = end + 1;
  }
  return true;
}

bool isMountName(std::string_view name) {
  return !name.empty() && name.size() <= kLongestMountName && isAscii(name) && isSnakeCase(name);
}

}  // namespace amber

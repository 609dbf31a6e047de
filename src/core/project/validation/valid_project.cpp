#include "core/project/validation/valid_project.h"

#include <algorithm>
#include <unordered_map>
#include <unordered_set>

#include "core/base/letters.h"
#include "core/base/snake_case.h"
#include "core/project/validation/file_size.h"
#include "core/project/validation/valid_asset.h"
#include "core/project/validation/valid_cut.h"
#include "core/project/validation/valid_settings.h"
#include "core/project/validation/validation.h"

namespace amber {

using namespace validation;

namespace {

// Validates one project; parts it shares with a valid project are skipped.
class Validation {
 public:
  Validation(const Project& project, const Project* before)
      : project_(project), before_(before), known_(project) {
    if (before != nullptr) shareWith(*before);
  }

  Validity run() const {
    if (auto valid = validSettings(project_); !valid) return valid;
    if (auto valid = ids(); !valid) return valid;
    if (auto valid = validVariants(); !valid) return valid;
    for (std::size_t i = 0; i < project_.sheets.size(); ++i) {
      const auto& sheet = project_.sheets[i];
      if (shared_.count(&*sheet) != 0) continue;
      if (auto valid = of(sheet->path, in("sheets", i, validSheet(*sheet))); !valid) return valid;
    }
    for (std::size_t i = 0; i < project_.assets.size(); ++i) {
      const auto& asset = project_.assets[i];
      if (shared_.count(&*asset) != 0) continue;
      if (auto valid = of(asset->name, in("assets", i, validAsset(*asset, known_))); !valid)
        return valid;
    }
    return validFileSize();
  }

 private:
  // A shared asset is valid if what it names has not changed: the sheets it shows, roles and kinds.
  void shareWith(const Project& before) {
    std::unordered_set<SheetId> changed;
    std::unordered_map<SheetId, const Sheet*> old;
    for (const auto& sheet : before.sheets) old.emplace(sheet->id, &*sheet);
    for (const auto& sheet : project_.sheets) {
      const auto found = old.find(sheet->id);
      if (found != old.end() && found->second == &*sheet) {
        shared_.insert(&*sheet);
        old.erase(found);
      } else {
        changed.insert(sheet->id);
      }
    }
    for (const auto& [id, gone] : old) changed.insert(id);
    if (before.roles != project_.roles || before.kinds != project_.kinds || !changed.empty()) {
      return;
    }
    for (const auto& asset : before.assets) shared_.insert(&*asset);
  }

  // Every id is above 0, used once, and below nextId. If the unshared things have the same ids as
  // before, a valid set of ids is still valid.
  Validity ids() const {
    if (before_ != nullptr && sameIds()) return {};
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

  bool sameIds() const {
    const auto same = [](const auto& a, const auto& b) {
      return std::equal(a.begin(), a.end(), b.begin(), b.end(),
                        [](const auto& x, const auto& y) { return x.id == y.id; });
    };
    if (project_.nextId < before_->nextId || project_.sheets.size() != before_->sheets.size() ||
        project_.assets.size() != before_->assets.size()) {
      return false;
    }
    for (std::size_t i = 0; i < project_.sheets.size(); ++i) {
      if (project_.sheets[i]->id != before_->sheets[i]->id) return false;
    }
    for (std::size_t i = 0; i < project_.assets.size(); ++i) {
      const auto& now = project_.assets[i];
      const auto& then = before_->assets[i];
      if (!now.sameAs(then) && !(now->id == then->id && same(now->frames, then->frames) &&
                                 same(now->animations, then->animations))) {
        return false;
      }
    }
    return true;
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
    // What one project has and the other does not share.
    const auto alone = [](const Project& of, const Project& other) {
      std::unordered_set<const void*> there;
      for (const auto& sheet : other.sheets) there.insert(&*sheet);
      for (const auto& asset : other.assets) there.insert(&*asset);
      FileSize size = fileSizeOf(of.settings());
      for (const auto& sheet : of.sheets) {
        if (there.count(&*sheet) == 0) size += fileSizeOf(*sheet);
      }
      for (const auto& asset : of.assets) {
        if (there.count(&*asset) == 0) size += fileSizeOf(*asset);
      }
      return size;
    };
    const FileSize now = alone(project_, *before_);
    const FileSize then = alone(*before_, project_);
    return now.values > then.values || now.bytes > then.bytes;
  }

  static Validity validSheet(const Sheet& sheet) {
    if (auto valid =
            firstOf({validText(sheet.path, "path"), validText(sheet.hash, "hash", kLongestHash),
                     held(kSideRange, sheet.size.w, "size"), held(kSideRange, sheet.size.h, "size"),
                     held(kTurnsRange, sheet.orientation.quarterTurns, "turns"),
                     held(kAlphaRange, sheet.ink.faint, "faint"),
                     held(kAlphaRange, sheet.ink.firm, "firm")});
        !valid) {
      return valid;
    }
    if (!staysInFolder(sheet.path)) {
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
  KnownNames known_;
  std::unordered_set<const void*> shared_;
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

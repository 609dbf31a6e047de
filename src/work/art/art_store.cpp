#include "work/art/art_store.h"

#include "core/cut/cut_rects.h"
#include "core/cut/sheet_edits.h"
#include "core/image/orientation.h"
#include "files/image/image_file.h"

namespace amber {
namespace {

using Sheets = std::map<SheetId, SharedValue<Sheet>>;

Sheets sheetsOf(const Project& project) {
  Sheets sheets;
  for (const auto& sheet : project.sheets) sheets.emplace(sheet->id, sheet);
  return sheets;
}

// The cut, where the ink depends on it: frames' edges open what a key is joined to.
std::optional<Cut> edgesOf(const Sheet& sheet) {
  const bool edges = sheet.ink.key && sheet.ink.key->reach == KeyReach::JoinedToEdge;
  return edges ? sheet.cut : std::nullopt;
}

// What a block or zone is drawn by.
std::optional<std::pair<PixelSize, Rectangle>> drawnAs(const Sheet& sheet) {
  if (!sheet.rectangle) return std::nullopt;
  return std::pair(sheet.size, *sheet.rectangle);
}

}  // namespace

std::shared_ptr<const ArtStore::Entry> ArtStore::entryFor(const Sheet& sheet) const {
  const std::lock_guard lock(mutex_);
  const auto found = entries_.find(sheet.id);
  if (found == entries_.end() || found->second->path != sheet.path ||
      found->second->rectangle != drawnAs(sheet) ||
      found->second->orientation != sheet.orientation || found->second->ink != sheet.ink ||
      found->second->edges != edgesOf(sheet)) {
    return nullptr;
  }
  return found->second;
}

std::shared_ptr<const ArtStore::Entry> ArtStore::pictureOf(const Sheet& sheet) const {
  const std::lock_guard lock(mutex_);
  const auto found = entries_.find(sheet.id);
  if (found == entries_.end() || found->second->art == nullptr ||
      found->second->path != sheet.path || found->second->orientation != sheet.orientation) {
    return nullptr;
  }
  return found->second;
}

std::shared_ptr<const SheetArt> ArtStore::cached(const Sheet& sheet) const {
  const auto entry = entryFor(sheet);
  return entry == nullptr ? nullptr : entry->art;
}

std::shared_ptr<const ArtStore::Entry> ArtStore::read(const Sheet& sheet) {
  Entry fresh{sheet.path,     sheet.orientation, sheet.ink, edgesOf(sheet),
              drawnAs(sheet), nullptr,           {},        {}};
  {
    // Numbered before the file is opened: what a later reading finds is newer, or the same.
    const std::lock_guard lock(mutex_);
    fresh.reading = ++readings_;
  }
  if (sheet.rectangle) {
    fresh.art = std::make_shared<SheetArt>(rectangleArt(sheet));
  } else if (auto file = readImage(folder_ + "/" + sheet.path); file) {
    fresh.hash = file->hash;
    fresh.art = std::make_shared<SheetArt>(
        sheetArtOf(oriented(std::move(file->image), sheet.orientation), sheet));
  } else {
    fresh.error = file.error();
  }
  return keep(sheet.id, std::move(fresh));
}

std::shared_ptr<const ArtStore::Entry> ArtStore::keep(SheetId sheet, Entry entry) {
  auto shared = std::make_shared<const Entry>(std::move(entry));
  const std::lock_guard lock(mutex_);
  std::shared_ptr<const Entry>& held = entries_[sheet];
  if (held == nullptr || held->reading <= shared->reading) held = shared;
  return shared;
}

std::shared_ptr<const ArtStore::Entry> ArtStore::entryOf(const Sheet& sheet) {
  if (auto entry = entryFor(sheet)) return entry;
  const auto held = pictureOf(sheet);
  if (held == nullptr || sheet.rectangle) return read(sheet);
  // Only what counts as ink has changed: the file need not be read again.
  return keep(sheet.id, {sheet.path,
                         sheet.orientation,
                         sheet.ink,
                         edgesOf(sheet),
                         drawnAs(sheet),
                         std::make_shared<SheetArt>(sheetArtOf(held->art->image, sheet)),
                         held->hash,
                         {},
                         held->reading});
}

Result<std::shared_ptr<const SheetArt>> ArtStore::load(const Sheet& sheet) {
  const auto entry = entryOf(sheet);
  if (entry->error) return tl::unexpected(*entry->error);
  return entry->art;
}

Result<LoadedArt> ArtStore::loadWithHash(const Sheet& sheet) {
  const auto entry = entryOf(sheet);
  if (entry->error) return tl::unexpected(*entry->error);
  return LoadedArt{entry->art, entry->hash};
}

Result<LoadedArt> ArtStore::reload(const Sheet& sheet) {
  const auto entry = read(sheet);
  if (entry->error) return tl::unexpected(*entry->error);
  return LoadedArt{entry->art, entry->hash};
}

ArtSource ArtStore::loading(const std::shared_ptr<ArtStore>& store, const Project& project) {
  return [store, sheets = sheetsOf(project)](SheetId id) -> std::shared_ptr<const SheetArt> {
    const auto sheet = sheets.find(id);
    return sheet == sheets.end() ? nullptr : store->load(*sheet->second).value_or(nullptr);
  };
}

ArtSource ArtStore::cachedOnly(const std::shared_ptr<ArtStore>& store, const Project& project) {
  return [store, sheets = sheetsOf(project)](SheetId id) -> std::shared_ptr<const SheetArt> {
    const auto sheet = sheets.find(id);
    return sheet == sheets.end() ? nullptr : store->cached(*sheet->second);
  };
}

std::vector<Finding> ArtStore::fileFindings(const Project& project) const {
  std::vector<Finding> findings;
  for (const auto& sheet : project.sheets) {
    const auto entry = entryFor(*sheet);
    if (entry == nullptr) continue;
    const Where where{sheet->id, {}, {}, {}, {}};
    if (entry->error) {
      Finding finding = findingOf(rules::kSheetMissing, where);
      finding.text = entry->error->sentence;
      finding.fix = "Restore the file, or remove the sheet.";
      findings.push_back(std::move(finding));
    } else if (entry->hash != sheet->hash) {
      Finding finding = findingOf(rules::kSheetChanged, where);
      finding.text = "the image has changed since it was imported";
      finding.fix = "Update from the new image, with the same cut.";
      auto edits = repaintEdits(project, sheet->id, entry->hash, *entry->art);
      if (edits) {
        finding.severity = Severity::Warning;
        finding.remedy = {Remedy::Takes::Time,
                          [id = sheet->id, entry](const Project& now, const ArtSource&) {
                            return repaintEdits(now, id, entry->hash, *entry->art);
                          }};
      } else {
        finding.text += "; " + edits.error().sentence;
        finding.fix = "Cut it by another method.";
      }
      findings.push_back(std::move(finding));
    }
  }
  return findings;
}

}  // namespace amber

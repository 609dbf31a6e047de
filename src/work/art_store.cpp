#include "work/art_store.h"

#include "files/image_file.h"

namespace amber {
namespace {

using Sheets = std::map<SheetId, SharedValue<Sheet>>;

Sheets sheetsOf(const Project& project) {
  Sheets sheets;
  for (const auto& sheet : project.sheets) sheets.emplace(sheet->id, sheet);
  return sheets;
}

}  // namespace

std::shared_ptr<const ArtStore::Entry> ArtStore::entryFor(const Sheet& sheet) const {
  const std::lock_guard lock(mutex_);
  const auto found = entries_.find(sheet.id);
  if (found == entries_.end() || found->second->path != sheet.path ||
      found->second->ink != sheet.ink) {
    return nullptr;
  }
  return found->second;
}

std::shared_ptr<const SheetArt> ArtStore::cached(const Sheet& sheet) const {
  const auto entry = entryFor(sheet);
  return entry == nullptr ? nullptr : entry->art;
}

Result<std::shared_ptr<const SheetArt>> ArtStore::load(const Sheet& sheet) {
  auto entry = entryFor(sheet);
  if (entry == nullptr) {
    Entry fresh{sheet.path, sheet.ink, nullptr, {}, {}};
    auto file = readImage(folder_ + "/" + sheet.path);
    if (file) {
      fresh.hash = file->hash;
      fresh.art = std::make_shared<SheetArt>(artOf(std::move(file->image), sheet.ink));
    } else {
      fresh.error = file.error();
    }
    entry = std::make_shared<const Entry>(std::move(fresh));
    const std::lock_guard lock(mutex_);
    entries_[sheet.id] = entry;
  }
  if (entry->error) return tl::unexpected(*entry->error);
  return entry->art;
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
    Finding finding{
        "sheet.missing", Severity::Error, Bench::Cut, {sheet->id, {}, {}, {}, {}}, {}, {}, {}};
    if (entry->error) {
      finding.text = entry->error->sentence;
      finding.fix = "Bring the file back, or take the sheet out.";
      findings.push_back(std::move(finding));
    } else if (entry->hash != sheet->hash) {
      finding.rule = "sheet.changed";
      finding.severity = Severity::Warning;
      finding.text = "the image has changed since it was imported";
      finding.fix = "Cut it again.";
      if (entry->art->image.size() == sheet->size) {
        finding.fix = "Take the new picture.";
        Sheet updated = *sheet;
        updated.hash = entry->hash;
        finding.remedy = {PutSheet{std::move(updated)}};
      } else {
        finding.severity = Severity::Error;
        finding.text += " and is now " + std::to_string(entry->art->image.width()) + " x " +
                        std::to_string(entry->art->image.height()) + " px";
      }
      findings.push_back(std::move(finding));
    }
  }
  return findings;
}

}  // namespace amber

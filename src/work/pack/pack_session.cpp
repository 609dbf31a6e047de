#include "work/pack/pack_session.h"

#include <algorithm>
#include <cstring>
#include <future>
#include <utility>

#include "core/base/parallel.h"
#include "core/checks/check_project.h"
#include "files/file_bytes.h"
#include "files/image/image_file.h"

namespace amber {
namespace {

constexpr long long kLargestWritten = 1LL << 31;

// Whether the picture lies on rows of its page that were not written again.
bool liesOn(const std::vector<PageEncoder::Rows>& fresh, const PixelRect& rect) {
  return std::any_of(fresh.begin(), fresh.end(), [&](const PageEncoder::Rows& rows) {
    return rows.first < rect.bottom() && rows.last > rect.y;
  });
}

// What differs from one painting of the same frames to another is left out.
Parcel withoutHashes(Parcel parcel) {
  for (ParcelPage& page : parcel.pages) page.hash.clear();
  for (ParcelPage& page : parcel.maskPages) page.hash.clear();
  for (ParcelText& text : parcel.constants) text.hash.clear();
  return parcel;
}

bool sameRows(const Image& rows, const Image& page, int first) {
  for (int y = 0; y < rows.height(); ++y) {
    const auto bytes = sizeof(Rgba) * static_cast<std::size_t>(rows.width());
    if (std::memcmp(rows.row(y), page.row(first + y), bytes) != 0) return false;
  }
  return true;
}

}  // namespace

Result<PackOutcome> PackSession::pack(const Project& project, const PackProfile& profile,
                                      const std::shared_ptr<ArtStore>& store,
                                      const std::string& folder, const Progress& progress) {
  if (project.assets.empty()) {
    return failure(ErrorCode::HasErrors, "there is nothing to pack; cut a sheet first");
  }
  // What is drawn while it is checked is thrown away where there is an error.
  const ArtSource art = ArtStore::loading(store, project);
  forEachIndex(project.sheets.size(), [&](std::size_t i) { art(project.sheets[i]->id); });
  auto checking = std::async(std::launch::async, [&] { return checkAll(project, store); });
  auto built = buildParcel(project, profile, art, memo_, progress);
  const std::vector<Finding> findings = checking.get();
  if (hasErrors(findings)) {
    return failure(ErrorCode::HasErrors,
                   "not packed: " + findings.front().text + "; fix the errors first");
  }
  if (!built) return tl::unexpected(built.error());
  PackOutcome outcome;
  outcome.pages = pageCount(built->parcel);
  outcome.assets = static_cast<int>(project.assets.size());
  for (const auto& asset : project.assets) outcome.frames += static_cast<int>(asset->frames.size());
  if (profile_ != profile) profile_.reset();
  if (!profile_) written_ = {};
  const auto judge = [&](const std::string& written, const std::string& text) -> Result<void> {
    auto differences = judged(written, text, *built, project, profile, store);
    if (!differences) return tl::unexpected(differences.error());
    outcome.differences = std::move(*differences);
    if (outcome.differences.empty()) return {};
    return failure(ErrorCode::HasErrors, outcome.differences.front(), folder);
  };
  const auto written = writeParcel(folder, *built, written_, judge, progress);
  if (!written) {
    profile_.reset();
    if (outcome.differences.empty()) return tl::unexpected(written.error());
    return outcome;
  }
  profile_ = profile;
  remember(project, built->parcel, art);
  return outcome;
}

Result<std::vector<std::string>> PackSession::judged(const std::string& written,
                                                     const std::string& text,
                                                     const BuiltParcel& built,
                                                     const Project& project,
                                                     const PackProfile& profile,
                                                     const std::shared_ptr<ArtStore>& store) const {
  // Palettes and other scales are rare and do not need a separate path.
  const bool plain = built.pages.scaled.empty() && built.colours == PageColours::Full;
  if (!profile_ || !plain) return verifyParcel(written, project, store);
  auto differences = bytesDiffer(written, text, built);
  if (!differences || !differences->empty()) return differences;
  if (std::string told = rowsDiffer(built); !told.empty()) return std::vector{std::move(told)};
  const ArtSource art = ArtStore::loading(store, project);
  return differencesFrom(project, profile, art, built.parcel, built.pages,
                         [&](const Frame& frame, const ParcelFrame& packed) {
                           return isCompared(frame, packed, art);
                         });
}

// Verifies the content of every file: pages and constants by their hashes, parcel.json letter by
// letter. Its meaning is read from it, unless its assets are the same as last time.
Result<std::vector<std::string>> PackSession::bytesDiffer(const std::string& written,
                                                          const std::string& meantText,
                                                          const BuiltParcel& built) const {
  std::vector<std::pair<std::string, std::string>> meant;
  for (const ParcelPage& page : built.parcel.pages) meant.emplace_back(page.file, page.hash);
  for (const ParcelPage& page : built.parcel.maskPages) meant.emplace_back(page.file, page.hash);
  for (const ParcelText& text : built.parcel.constants) meant.emplace_back(text.file, text.hash);
  for (const auto& [file, hash] : meant) {
    const auto bytes = readFile(written + "/" + file, kLargestWritten);
    if (!bytes) return tl::unexpected(bytes.error());
    if (contentHash(*bytes) != hash)
      return std::vector{file + " does not contain what was written"};
  }
  const std::string path = written + "/parcel.json";
  const auto text = readFile(path, kLargestWritten);
  if (!text) return tl::unexpected(text.error());
  const std::vector<std::string> wrong{"parcel.json does not contain what was written"};
  if (*text != meantText) return wrong;
  if (withoutHashes(built.parcel) == parcel_) return std::vector<std::string>();
  const auto parcel = parcelFrom(*text, path);
  if (!parcel) return tl::unexpected(parcel.error());
  return *parcel == built.parcel ? std::vector<std::string>() : wrong;
}

// Decodes and compares the rows that were compressed again; returns a sentence about the first
// difference.
std::string PackSession::rowsDiffer(const BuiltParcel& built) const {
  struct Part {
    std::size_t page;
    PageEncoder::Rows rows;
  };
  std::vector<Part> parts;
  for (std::size_t i = 0; i < built.pages.pages.size() + built.pages.masks.size(); ++i) {
    for (const PageEncoder::Rows& rows : written_.encoder.fresh(i)) parts.push_back({i, rows});
  }
  std::vector<char> same(parts.size());
  forEachIndex(parts.size(), [&](std::size_t i) {
    const auto& [page, rows] = parts[i];
    const std::size_t plain = built.pages.pages.size();
    const Image& image = page < plain ? built.pages.pages[page] : built.pages.masks[page - plain];
    const auto decoded = imageFrom(written_.encoder.rowsAlone(page, rows), "page");
    const bool alike = decoded &&
                       decoded->size() == PixelSize{image.width(), rows.last - rows.first} &&
                       sameRows(*decoded, image, rows.first);
    same[i] = alike ? 1 : 0;
  });
  for (std::size_t i = 0; i < parts.size(); ++i) {
    if (same[i] == 0) {
      return "page " + std::to_string(parts[i].page) + " does not decode to what was drawn";
    }
  }
  return {};
}

bool PackSession::isCompared(const Frame& frame, const ParcelFrame& packed,
                             const ArtSource& art) const {
  const auto known = compared_.find(frame.id);
  if (known == compared_.end()) return false;
  const Compared& last = known->second;
  const ParcelFrame& was = last.packed;
  return last.art == art(frame.sheet) && last.rect == frame.rect && was.page == packed.page &&
         was.rect == packed.rect && was.trim == packed.trim && was.mirrored == packed.mirrored &&
         !liesOn(written_.encoder.fresh(static_cast<std::size_t>(packed.page)), packed.rect);
}

void PackSession::remember(const Project& project, const Parcel& parcel, const ArtSource& art) {
  parcel_ = withoutHashes(parcel);
  compared_.clear();
  const std::vector<SharedValue<Asset>> pictured = packedAssets(project).pictured;
  for (std::size_t a = 0; a < pictured.size(); ++a) {
    const Asset& asset = *pictured[a];
    for (std::size_t f = 0; f < asset.frames.size(); ++f) {
      const Frame& frame = asset.frames[f];
      compared_[frame.id] = {art(frame.sheet), frame.rect, parcel.assets[a].frames[f]};
    }
  }
}

}  // namespace amber

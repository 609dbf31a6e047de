// From the file to the game: any project that can be read is checked with generated art, every fix
// leaves a valid project, and a packed parcel reads back with the same content.
#include <cstdint>
#include <map>

#include "core/checks/check_project.h"
#include "core/pack/build_parcel.h"
#include "core/project/validation/valid_project.h"
#include "files/parcel/parcel_file.h"
#include "files/project/project_file.h"
#include "must.h"

namespace {

using namespace amber;

// Larger ones would make every run slow.
constexpr long long kMostPixels = 1 << 18;
constexpr std::size_t kMostFrames = 64;

bool small(const Project& project) {
  std::size_t frames = 0;
  for (const auto& asset : project.assets) frames += asset->frames.size();
  for (const auto& sheet : project.sheets) {
    if (1LL * sheet->size.w * sheet->size.h > kMostPixels) return false;
  }
  return frames <= kMostFrames && project.sheets.size() <= 16;
}

// Blobs here and there, the same for the same sheet.
std::shared_ptr<const SheetArt> artFor(const Sheet& sheet) {
  Image image(sheet.size.w, sheet.size.h);
  for (int y = 0; y < image.height(); ++y) {
    for (int x = 0; x < image.width(); ++x) {
      const int dx = x % 16 - 8;
      const int dy = y % 16 - 7;
      if (dx * dx + dy * dy < 30 + x / 16 % 3 * 8) image.at(x, y) = {80, 60, 40, 255};
    }
  }
  return std::make_shared<const SheetArt>(artOf(std::move(image), sheet.ink));
}

}  // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  const std::string_view text(reinterpret_cast<const char*>(data), size);
  const auto project = projectFrom(text, "fuzz");
  if (!project || !small(*project)) return 0;
  must(validated(*project).has_value(), "what was read is not valid");
  std::map<SheetId, std::shared_ptr<const SheetArt>> art;
  for (const auto& sheet : project->sheets) {
    if (sheet->size.w > 0 && sheet->size.h > 0) art[sheet->id] = artFor(*sheet);
  }
  const ArtSource source = [&](SheetId id) {
    const auto found = art.find(id);
    return found == art.end() ? nullptr : found->second;
  };
  for (const Finding& finding : checkProject(*project, source)) {
    if (!finding.canBeMended()) continue;
    const auto edits = finding.remedy.edits(*project, source);
    if (!edits) continue;
    const auto after = withEdits(*project, *edits);
    must(after.has_value() || after.error().sentence.size() > 10, "a refusal without a word");
    if (after)
      must(validated(after->project).has_value(), finding.rule + " leaves no valid project");
  }
  const auto built = buildParcel(*project, defaultProfile(*project), source, {});
  if (!built) return 0;
  const auto again = parcelFrom(parcelText(built->parcel), "again");
  must(again && *again == built->parcel, "a parcel reads back as another");
  must(differencesFrom(*project, defaultProfile(*project), source, built->parcel, built->pages)
           .empty(),
       "a parcel is not what its project says");
  return 0;
}

// For any small sheet, each proposed cut is valid: its rectangles lie on the sheet and do not
// overlap, no ink is lost or counted twice, and the fixes of its findings are valid.
#include <cstdint>

#include "core/checks/cut_checks.h"
#include "core/cut/cut_rects.h"
#include "core/cut/grid.h"
#include "core/cut/proposals.h"
#include "must.h"

namespace {

using namespace amber;

Image imageFrom(const std::uint8_t* data, std::size_t size) {
  const auto at = [&](std::size_t i) { return size == 0 ? std::uint8_t{0} : data[i % size]; };
  Image image(1 + at(0) % 48, 1 + at(1) % 48);
  const int cell = 1 + at(2) % 24;
  std::size_t next = 3;
  for (int y = 0; y < image.height(); ++y) {
    for (int x = 0; x < image.width(); ++x) {
      // Half of the sheets repeat one cell's picture, as sheets do.
      const std::size_t place =
          at(2) % 2 == 0 ? next++ : static_cast<std::size_t>(3 + y % cell * cell + x % cell);
      const std::uint8_t byte = at(place);
      image.at(x, y) = {byte, 0, 0, static_cast<std::uint8_t>(byte < 128 ? 0 : byte)};
    }
  }
  return image;
}

}  // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  const SheetArt art = artOf(imageFrom(data, size), InkRule{});
  const PixelSize sheetSize = art.image.size();
  for (const Proposal& proposal : proposeCuts(art)) {
    const Cut cut{proposal.way, {}};
    must(checkedCut(cut, sheetSize).has_value(), "a proposal is no sound cut");
    must(proposal.score >= 0 && proposal.score <= 1, "a score is no share");
    const CutRects found = rectsOf(cut, art, {});
    must(!found.frames.empty(), "a cut without frames");
    for (const PixelRect& rect : found.frames) {
      must(!rect.empty() && within(rect, art.image.rect()), "a frame leaves the sheet");
    }
    Sheet sheet;
    sheet.id = {1};
    sheet.path = "fuzz.png";
    sheet.size = sheetSize;
    sheet.cut = cut;
    for (const Finding& finding : checkCut(cut, sheet, art)) {
      must(!finding.text.empty() && !finding.fix.empty(), "a finding without a word");
    }
  }
  return 0;
}

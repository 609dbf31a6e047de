#include "core/pack/page_layout.h"

#include <algorithm>
#include <optional>

#if defined(__GNUC__)
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wconversion"
#pragma GCC diagnostic ignored "-Wsign-conversion"
#endif
#include <stb/stb_rect_pack.h>
#if defined(__GNUC__)
#pragma GCC diagnostic pop
#endif

namespace amber {
namespace {

// The slots are pictures with their edge and, at the right and bottom, the padding. The page is
// taken larger by one padding, so that none is kept free along its own border.
std::vector<stbrp_rect> slotsFor(const std::vector<PixelSize>& pictures,
                                 const PackProfile& profile) {
  std::vector<stbrp_rect> slots;
  const int around = 2 * profile.extrusion + profile.padding;
  for (std::size_t i = 0; i < pictures.size(); ++i) {
    stbrp_rect slot{};
    slot.id = static_cast<int>(i);
    slot.w = pictures[i].w + around;
    slot.h = pictures[i].h + around;
    slots.push_back(slot);
  }
  return slots;
}

// Packs what fits; true when all did.
bool pack(std::vector<stbrp_rect>& slots, int width, int height) {
  std::vector<stbrp_node> nodes(static_cast<std::size_t>(width));
  stbrp_context context{};
  stbrp_init_target(&context, width, height, nodes.data(), width);
  return stbrp_pack_rects(&context, slots.data(), static_cast<int>(slots.size())) != 0;
}

PixelSize usedBy(const std::vector<stbrp_rect>& slots, int padding) {
  PixelSize used{1, 1};
  for (const stbrp_rect& slot : slots) {
    if (slot.was_packed == 0) continue;
    used.w = std::max(used.w, slot.x + slot.w - padding);
    used.h = std::max(used.h, slot.y + slot.h - padding);
  }
  return used;
}

// The width, of the powers of two and the page's own side, at which everything fits on one page
// of least area; the page's side when nothing does.
int bestWidth(const std::vector<stbrp_rect>& slots, const PackProfile& profile) {
  int best = profile.pageSide;
  long long bestArea = -1;
  for (int width = 32;; width = std::min(width * 2, profile.pageSide)) {
    std::vector<stbrp_rect> trial = slots;
    if (pack(trial, width + profile.padding, profile.pageSide + profile.padding)) {
      const PixelSize used = usedBy(trial, profile.padding);
      // A square page suits graphics memory better than a ribbon of the same area.
      const long long side = std::max(used.w, used.h);
      const long long area = static_cast<long long>(used.w) * used.h + side * side / 8;
      if (bestArea < 0 || area < bestArea) {
        bestArea = area;
        best = width;
      }
    }
    if (width >= profile.pageSide) return best;
  }
}

}  // namespace

Result<PageLayout> layOutPages(const std::vector<PixelSize>& pictures, const PackProfile& profile) {
  for (std::size_t i = 0; i < pictures.size(); ++i) {
    const int longest = std::max(pictures[i].w, pictures[i].h) + 2 * profile.extrusion;
    if (longest > profile.pageSide) {
      return failure(ErrorCode::BadValue,
                     "a frame of " + std::to_string(pictures[i].w) + " x " +
                         std::to_string(pictures[i].h) + " px does not fit on a page of " +
                         std::to_string(profile.pageSide) + " px; allow larger pages",
                     {}, std::to_string(i));
    }
  }
  PageLayout layout;
  layout.placements.resize(pictures.size());
  std::vector<stbrp_rect> waiting = slotsFor(pictures, profile);
  const int width = bestWidth(waiting, profile);
  while (!waiting.empty()) {
    pack(waiting, width + profile.padding, profile.pageSide + profile.padding);
    for (const stbrp_rect& slot : waiting) {
      if (slot.was_packed == 0) continue;
      layout.placements[static_cast<std::size_t>(slot.id)] = {static_cast<int>(layout.pages.size()),
                                                              slot.x + profile.extrusion,
                                                              slot.y + profile.extrusion};
    }
    layout.pages.push_back(usedBy(waiting, profile.padding));
    std::erase_if(waiting, [](const stbrp_rect& slot) { return slot.was_packed != 0; });
  }
  return layout;
}

}  // namespace amber

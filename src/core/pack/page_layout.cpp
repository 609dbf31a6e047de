#include "core/pack/page_layout.h"

#include <algorithm>
#include <bit>
#include <cmath>
#include <utility>

#include "core/base/parallel.h"

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

using Slots = std::vector<stbrp_rect>;

// The slots are pictures with their edge and, at the right and bottom, the padding. The page is
// taken larger by one padding, so that none is kept free along its own border.
Slots slotsFor(const std::vector<PixelSize>& pictures, const PackProfile& profile) {
  Slots slots;
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

bool isPowerOfTwo(const PackProfile& profile) {
  return profile.pageShape == PageShape::PowerOfTwo ||
         profile.pageShape == PageShape::SquarePowerOfTwo;
}

bool isSquare(const PackProfile& profile) {
  return profile.pageShape == PageShape::Square || profile.pageShape == PageShape::SquarePowerOfTwo;
}

// The longest side that a page may have.
int longestSide(const PackProfile& profile) {
  return isPowerOfTwo(profile)
             ? static_cast<int>(std::bit_floor(static_cast<unsigned>(profile.pageSide)))
             : profile.pageSide;
}

// The least page of the profile's shape that holds what is used.
PixelSize pageFor(PixelSize used, const PackProfile& profile) {
  const auto up = [](int side) {
    return static_cast<int>(std::bit_ceil(static_cast<unsigned>(side)));
  };
  if (isPowerOfTwo(profile)) used = {up(used.w), up(used.h)};
  if (isSquare(profile)) used = {std::max(used.w, used.h), std::max(used.w, used.h)};
  return used;
}

// One way to place the slots on one page.
struct Trial {
  int width = 0;         // Of the page, px.
  int rule = 0;          // The packer's.
  bool whole = false;    // Whether all of them found room.
  long long placed = 0;  // The area of those that did.
  PixelSize page;
};

// Places what fits.
void pack(Slots& slots, const Trial& trial, int height, int padding) {
  const int width = trial.width + padding;
  std::vector<stbrp_node> nodes(static_cast<std::size_t>(width));
  stbrp_context context{};
  stbrp_init_target(&context, width, height + padding, nodes.data(), width);
  stbrp_setup_heuristic(&context, trial.rule);
  stbrp_pack_rects(&context, slots.data(), static_cast<int>(slots.size()));
}

// Works out what the trial gives.
void run(Slots slots, const PackProfile& profile, Trial& trial) {
  pack(slots, trial, longestSide(profile), profile.padding);
  PixelSize used{1, 1};
  trial.whole = true;
  for (const stbrp_rect& slot : slots) {
    if (slot.was_packed == 0) {
      trial.whole = false;
      continue;
    }
    trial.placed += 1LL * slot.w * slot.h;
    used.w = std::max(used.w, slot.x + slot.w - profile.padding);
    used.h = std::max(used.h, slot.y + slot.h - profile.padding);
  }
  trial.page = pageFor(used, profile);
}

long long areaOf(const PixelSize& page) {
  return 1LL * page.w * page.h;
}

// Widths worth trying: powers of two, and steps around the side of a square that all would fill.
std::vector<int> widthsFor(const Slots& slots, const PackProfile& profile) {
  const int longest = longestSide(profile);
  long long area = 0;
  int widest = 1;
  for (const stbrp_rect& slot : slots) {
    area += 1LL * slot.w * slot.h;
    widest = std::max(widest, slot.w - profile.padding);
  }
  std::vector<int> widths{longest};
  // What needs several pages fills the largest there may be.
  if (area > 1LL * longest * longest) return widths;
  for (int width = 32; width < longest; width *= 2) widths.push_back(width);
  if (!isPowerOfTwo(profile)) {
    constexpr int kSteps = 16;
    const double side = std::sqrt(static_cast<double>(area));
    for (int i = 0; i < kSteps; ++i) {
      widths.push_back(static_cast<int>(side * (0.7 + 0.05 * i)));
    }
  }
  std::erase_if(widths, [&](int width) { return width < widest || width > longest; });
  std::sort(widths.begin(), widths.end());
  widths.erase(std::unique(widths.begin(), widths.end()), widths.end());
  return widths;
}

// Of those on which all found room, the shortest of the pages that are at most 2 % larger than the
// least: a nearly square page suits graphics memory better than a ribbon. Where on none all did,
// the fullest.
Trial chosenOf(const std::vector<Trial>& trials) {
  long long least = -1;
  for (const Trial& trial : trials) {
    if (trial.whole && (least < 0 || areaOf(trial.page) < least)) least = areaOf(trial.page);
  }
  if (least < 0) {
    return *std::max_element(trials.begin(), trials.end(),
                             [](const Trial& a, const Trial& b) { return a.placed < b.placed; });
  }
  const Trial* best = nullptr;
  const auto key = [](const Trial& trial) {
    return std::pair(std::max(trial.page.w, trial.page.h), areaOf(trial.page));
  };
  for (const Trial& trial : trials) {
    if (!trial.whole || areaOf(trial.page) * 100 > least * 102) continue;
    if (best == nullptr || key(trial) < key(*best)) best = &trial;
  }
  return *best;
}

Trial bestTrial(const Slots& slots, const PackProfile& profile) {
  std::vector<Trial> trials;
  for (const int width : widthsFor(slots, profile)) {
    for (const int rule :
         {STBRP_HEURISTIC_Skyline_BL_sortHeight, STBRP_HEURISTIC_Skyline_BF_sortHeight}) {
      trials.push_back({width, rule, false, 0, {}});
    }
  }
  forEachIndex(trials.size(), [&](std::size_t i) { run(slots, profile, trials[i]); });
  return chosenOf(trials);
}

}  // namespace

Result<PageLayout> layOutPages(const std::vector<PixelSize>& pictures, const PackProfile& profile) {
  const int most = longestSide(profile);
  for (std::size_t i = 0; i < pictures.size(); ++i) {
    const int longest = std::max(pictures[i].w, pictures[i].h) + 2 * profile.extrusion;
    if (longest > most) {
      return failure(ErrorCode::BadValue,
                     "a frame of " + std::to_string(pictures[i].w) + " x " +
                         std::to_string(pictures[i].h) + " px does not fit on a page of " +
                         std::to_string(most) + " px; allow larger pages",
                     {}, std::to_string(i));
    }
  }
  PageLayout layout;
  layout.placements.resize(pictures.size());
  Slots waiting = slotsFor(pictures, profile);
  while (!waiting.empty()) {
    const Trial best = bestTrial(waiting, profile);
    pack(waiting, best, most, profile.padding);
    for (const stbrp_rect& slot : waiting) {
      if (slot.was_packed == 0) continue;
      layout.placements[static_cast<std::size_t>(slot.id)] = {static_cast<int>(layout.pages.size()),
                                                              slot.x + profile.extrusion,
                                                              slot.y + profile.extrusion};
    }
    layout.pages.push_back(best.page);
    std::erase_if(waiting, [](const stbrp_rect& slot) { return slot.was_packed != 0; });
  }
  return layout;
}

}  // namespace amber

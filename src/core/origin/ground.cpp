#include "core/origin/ground.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace amber {
namespace {

// The largest distance of the ink's centre from the middle of the cell, as a share of its width, at
// which the middle is still the origin.
constexpr double kOffMiddle = 0.25;

}  // namespace

FramePoint groundPoint(PixelSize cell, const std::vector<Landmarks>& marks) {
  if (marks.empty()) return {cell.w / 2.0, static_cast<double>(cell.h)};
  std::vector<double> centres;
  int lowest = 0;
  for (const Landmarks& one : marks) {
    centres.push_back(one.ink.x + one.ink.w / 2.0);
    lowest = std::max(lowest, one.ink.bottom());
  }
  const auto middle = centres.begin() + static_cast<std::ptrdiff_t>((centres.size() - 1) / 2);
  std::nth_element(centres.begin(), middle, centres.end());
  const bool centred = std::abs(*middle - cell.w / 2.0) <= kOffMiddle * cell.w;
  return {centred ? cell.w / 2.0 : *middle, static_cast<double>(lowest)};
}

Strip stripOf(const Project& project, const Frame& frame) {
  const Sheet* sheet = findSheet(project, frame.sheet);
  const bool covers = sheet != nullptr && sheet->size == frame.rect.size();
  return {covers ? SheetId{} : frame.sheet, frame.rect.size()};
}

bool isOnGround(const Asset& asset, const Animation& animation) {
  return std::all_of(animation.steps.begin(), animation.steps.end(), [&](const Step& step) {
    return findFrame(asset, step.frame)->originRule.basis == OriginBasis::Ground;
  });
}

std::map<Strip, FramePoint> groundPoints(const Project& project, const Asset& asset,
                                         const ArtSource& art) {
  std::map<Strip, std::vector<Landmarks>> marks;
  std::set<Strip> unknown;
  std::map<SheetId, std::shared_ptr<const SheetArt>> arts;
  for (const Frame& frame : asset.frames) {
    if (frame.lost) continue;
    const Strip strip = stripOf(project, frame);
    const auto [known, added] = arts.try_emplace(frame.sheet);
    if (added) known->second = art(frame.sheet);
    if (known->second == nullptr) {
      unknown.insert(strip);
    } else if (const auto own = landmarksOf(known->second->firm, frame.rect)) {
      marks[strip].push_back(*own);
    }
  }
  std::map<Strip, FramePoint> points;
  for (const auto& [strip, all] : marks) {
    if (unknown.count(strip) == 0) points.emplace(strip, groundPoint(strip.size, all));
  }
  return points;
}

}  // namespace amber

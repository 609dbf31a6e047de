#include "core/checks/origin/mount_checks.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <optional>

#include "core/checks/wording.h"
#include "core/geometry/tolerances.h"
#include "core/origin/mounts.h"

namespace amber {
namespace {

Finding mountFinding(const Rule& rule, const Asset& asset, AnimationId animation,
                     const Frame& frame) {
  return findingOf(rule, {frame.sheet, asset.id, animation, frame.id, {}});
}

struct Keyed {
  const Frame* frame;
  const Mount* mount;
};

// The key that an animation without one would take: its own first, or the asset's first.
Keyed firstKey(const Asset& asset, const Animation& animation, const std::string& name) {
  for (const Step& step : animation.steps) {
    const Frame* frame = findFrame(asset, step.frame);
    if (const Mount* mount = findMount(*frame, name)) return {frame, mount};
  }
  for (const Frame& frame : asset.frames) {
    if (const Mount* mount = findMount(frame, name)) return {&frame, mount};
  }
  return {nullptr, nullptr};
}

void checkMissing(const Asset& asset, const Mounts& mounts, const std::string& name,
                  std::vector<Finding>& findings) {
  for (const Animation& animation : asset.animations) {
    const std::size_t count = animation.steps.size();
    std::size_t without = 0;
    while (without < count && mounts.find(animation.steps[without].frame, name) == nullptr) {
      ++without;
    }
    if (without == 0) continue;
    const Frame& first = *findFrame(asset, animation.steps.front().frame);
    Finding finding = mountFinding(rules::kMountMissing, asset, animation.id, first);
    finding.text =
        "the mount " + name + " is missing on " +
        (without == count ? animation.name
                          : "the first " + framesText(without) + " of " + animation.name);
    const auto [frame, mount] = firstKey(asset, animation, name);
    finding.fix = "Set a keyframe on " + first.name + ", where " + frame->name + " has it.";
    const OriginPoint offset = relativeTo(mount->at, frame->origin);
    finding.remedy = Remedy({PutMount{
        asset.id, first.id, {name, {first.origin.x + offset.x, first.origin.y + offset.y}}}});
    findings.push_back(std::move(finding));
  }
}

struct Nearest {
  double distance;
  FramePoint pixel;  // its centre
};

std::optional<Nearest> nearestInk(const PixelMask& ink, FramePoint point) {
  std::optional<Nearest> nearest;
  for (int y = 0; y < ink.height(); ++y) {
    for (int x = 0; x < ink.width(); ++x) {
      if (!ink.test(x, y)) continue;
      const double distance = std::hypot(x + 0.5 - point.x, y + 0.5 - point.y);
      if (!nearest || distance < nearest->distance) nearest = Nearest{distance, {x + 0.5, y + 0.5}};
    }
  }
  return nearest;
}

struct Far {
  const Frame* frame;
  Mount nearer;
  double distance;
};

// The key where it lies too far from the frame's ink.
std::optional<Far> farKey(const Frame& frame, const Mount& mount, const ArtSource& art) {
  const auto sheet = frame.lost ? nullptr : art(frame.sheet);
  if (sheet == nullptr) return std::nullopt;
  const PixelMask ink = cropped(sheet->firm, frame.rect);
  const auto bounds = boundsOf(ink);
  if (!bounds) return std::nullopt;
  const double reach = std::max(kLeastFarMount, kMountReach * std::max(bounds->w, bounds->h));
  const auto nearest = nearestInk(ink, mount.at);
  if (nearest->distance <= reach) return std::nullopt;
  return Far{&frame, {mount.name, nearest->pixel}, nearest->distance};
}

void checkFar(const Asset& asset, const std::string& name, const ArtSource& art,
              std::vector<Finding>& findings) {
  std::vector<Far> far;
  for (const Frame& frame : asset.frames) {
    const Mount* mount = findMount(frame, name);
    const auto found = mount == nullptr ? std::nullopt : farKey(frame, *mount, art);
    if (found) far.push_back(*found);
  }
  if (far.empty()) return;
  const Far& worst = *std::max_element(
      far.begin(), far.end(), [](const Far& a, const Far& b) { return a.distance < b.distance; });
  Finding finding = mountFinding(rules::kMountFar, asset, {}, *worst.frame);
  finding.text =
      "the mount " + name + " lies " + px(worst.distance) + " from any ink on " +
      worst.frame->name +
      (far.size() == 1 ? "" : ", and far on " + std::to_string(far.size() - 1) + " more");
  finding.fix = "Move it to the nearest ink.";
  std::vector<Edit> edits;
  for (const Far& one : far) edits.emplace_back(PutMount{asset.id, one.frame->id, one.nearer});
  finding.remedy = Remedy(std::move(edits));
  findings.push_back(std::move(finding));
}

}  // namespace

std::vector<Finding> checkMounts(const Asset& asset, const ArtSource& art) {
  std::vector<Finding> findings;
  const Mounts mounts(asset);
  for (const std::string& name : mounts.names()) {
    checkMissing(asset, mounts, name, findings);
    checkFar(asset, name, art, findings);
  }
  return findings;
}

}  // namespace amber

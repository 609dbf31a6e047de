#include "core/checks/frame_checks.h"

#include "core/fit/box_fit.h"
#include "core/fit/held_shapes.h"
#include "core/image/ink_sign.h"

namespace amber {
namespace {

Finding emptyFrames(const Asset& asset, const std::vector<const Frame*>& empty) {
  Finding finding{"frame.empty", Severity::Warning, Bench::Cut, {}, {}, {}, {}};
  finding.where = {empty.front()->sheet, asset.id, {}, empty.front()->id, {}};
  if (empty.size() == 1) {
    finding.text = empty.front()->name + " holds no ink";
    finding.fix = "Leave the empty cell out.";
  } else {
    finding.text = std::to_string(empty.size()) + " frames hold no ink, " + empty.front()->name +
                   " the first of them";
    finding.fix = "Leave out " + std::to_string(empty.size()) + " empty cells.";
  }
  RemoveFrames removal{asset.id, {}};
  for (const Frame* frame : empty) removal.frames.push_back(frame->id);
  finding.remedy = {std::move(removal)};
  return finding;
}

Finding framesWithoutShape(const Asset& asset, const std::vector<const Frame*>& bare,
                           const std::string& role, const ArtSource& art) {
  Finding finding{"frame.noShape", Severity::Warning, Bench::Fit, {}, {}, {}, {}};
  finding.where = {bare.front()->sheet, asset.id, {}, bare.front()->id, {}};
  const std::size_t count = bare.size();
  finding.text = count == 1 ? bare.front()->name + " has no shape"
                 : count == asset.frames.size()
                     ? "none of its " + std::to_string(count) + " frames has a shape"
                     : std::to_string(count) + " of its " + std::to_string(asset.frames.size()) +
                           " frames have no shape";
  finding.fix = count == 1 ? "Fit a snug box." : "Fit a snug box to each.";
  for (const Frame* frame : bare) {
    const auto sheet = art(frame->sheet);
    const PixelMask ink = cropped(sheet->firm, frame->rect);
    if (const auto box = snugBox(ink)) {
      finding.remedy.emplace_back(
          SetShape{asset.id, frame->id, {role, *box, Recipe{}, inkSign(ink)}});
    }
  }
  return finding;
}

}  // namespace

std::vector<Finding> checkFrames(const Asset& asset, const Project& project, const ArtSource& art) {
  std::vector<Finding> findings;
  std::vector<const Frame*> bare;
  std::vector<const Frame*> empty;
  const HeldShapes held(asset);
  for (const Frame& frame : asset.frames) {
    const auto sheet = art(frame.sheet);
    if (sheet == nullptr || frame.lost) continue;
    if (countWithin(sheet->faint, frame.rect) == 0) {
      empty.push_back(&frame);
    } else if (held.on(frame.id).empty()) {
      bare.push_back(&frame);
    }
  }
  if (!empty.empty()) findings.push_back(emptyFrames(asset, empty));
  if (!bare.empty() && !project.roles.empty()) {
    findings.push_back(framesWithoutShape(asset, bare, project.roles.front().name, art));
  }
  return findings;
}

}  // namespace amber

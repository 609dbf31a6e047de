#include "core/checks/frame_checks.h"

#include "core/fit/box_fit.h"

namespace amber {
namespace {

Finding emptyFrame(const Asset& asset, const Frame& frame) {
  Finding finding{"frame.empty", Severity::Warning, Bench::Cut, {}, {}, {}, {}};
  finding.where = {frame.sheet, asset.id, {}, frame.id, {}};
  finding.text = frame.name + " holds no ink";
  finding.fix = "Leave the frame out.";
  finding.remedy = {RemoveFrames{asset.id, {frame.id}}};
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
    if (const auto box = snugBox(cropped(sheet->firm, frame->rect))) {
      finding.remedy.emplace_back(
          SetShape{asset.id, frame->id, {role, *box, ShapeSource::SnugBox}});
    }
  }
  return finding;
}

}  // namespace

std::vector<Finding> checkFrames(const Asset& asset, const Project& project, const ArtSource& art) {
  std::vector<Finding> findings;
  std::vector<const Frame*> bare;
  for (const Frame& frame : asset.frames) {
    const auto sheet = art(frame.sheet);
    if (sheet == nullptr) continue;
    if (countWithin(sheet->faint, frame.rect) == 0) {
      findings.push_back(emptyFrame(asset, frame));
    } else if (frame.shapes.empty()) {
      bare.push_back(&frame);
    }
  }
  if (!bare.empty() && !project.roles.empty()) {
    findings.push_back(framesWithoutShape(asset, bare, project.roles.front().name, art));
  }
  return findings;
}

}  // namespace amber

#include "core/base/exact_number.h"
#include "core/checks/origin/origin_rules.h"
#include "core/checks/wording.h"
#include "core/geometry/point_snap.h"

namespace amber {
namespace {

bool isWhole(FramePoint point) {
  return point == snapped(point, PointSnap::PixelCorner);
}

}  // namespace

void checkHalves(const Asset& asset, std::vector<Finding>& findings) {
  std::vector<const Frame*> between;
  for (const Frame& frame : asset.frames) {
    if (!isWhole(frame.origin)) between.push_back(&frame);
  }
  if (between.empty()) return;
  Finding finding = originFinding(rules::kOriginHalf, asset, {}, *between.front());
  finding.text = framesText(between.size()) +
                 (between.size() == 1 ? " has its origin" : " have their origins") +
                 " between pixels, first " + between.front()->name + " at " +
                 exactNumber(between.front()->origin.x) + ", " +
                 exactNumber(between.front()->origin.y);
  finding.fix = "Snap to pixel corners.";
  std::vector<Edit> edits;
  for (const Frame* frame : between) {
    OriginRule rule = frame->originRule;
    rule.snap = PointSnap::PixelCorner;
    edits.emplace_back(
        SetOrigin{asset.id, frame->id, snapped(frame->origin, PointSnap::PixelCorner), rule});
  }
  finding.remedy = Remedy(std::move(edits));
  findings.push_back(std::move(finding));
}

}  // namespace amber

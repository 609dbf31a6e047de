#include <algorithm>

#include "core/checks/origin/origin_rules.h"
#include "core/checks/wording.h"

namespace amber {
namespace {

// A figure in the air is above the ground line on purpose.
bool isOutside(const Frame& frame, const ArtSource& art) {
  if (frame.originRule.basis == OriginBasis::Ground) return false;
  const auto sheet = frame.lost ? nullptr : art(frame.sheet);
  if (sheet == nullptr) return false;
  const auto ink = boundsOf(cropped(sheet->firm, frame.rect));
  return ink && (frame.origin.x < ink->x || frame.origin.x > ink->right() ||
                 frame.origin.y < ink->y || frame.origin.y > ink->bottom());
}

}  // namespace

void checkOutside(const Asset& asset, const ArtSource& art, std::vector<Finding>& findings) {
  std::vector<const Frame*> outside;
  for (const Frame& frame : asset.frames) {
    if (isOutside(frame, art)) outside.push_back(&frame);
  }
  if (outside.empty()) return;
  Finding finding = originFinding(rules::kOriginOutside, asset, {}, *outside.front());
  finding.text = framesText(outside.size()) +
                 (outside.size() == 1 ? " has its origin" : " have their origins") +
                 " outside the ink, first " + outside.front()->name;
  finding.fix =
      "If the frame was trimmed on purpose, no change is needed. Otherwise set the origin by ink "
      "or feet.";
  findings.push_back(std::move(finding));
}

}  // namespace amber

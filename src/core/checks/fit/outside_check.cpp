#include <algorithm>

#include "core/checks/origin/origin_rules.h"
#include "core/checks/wording.h"

namespace amber {
namespace {

bool isOutside(const Frame& frame, const ArtSource& art) {
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
  finding.fix = "Nothing to do where the art is trimmed; else set it by the ink or the feet.";
  findings.push_back(std::move(finding));
}

}  // namespace amber

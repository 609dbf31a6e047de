#include "core/checks/docket.h"

#include <algorithm>

namespace amber {

bool concerns(const Finding& finding, const Asset& asset) {
  if (finding.where.asset) return finding.where.asset == asset.id;
  return std::any_of(asset.frames.begin(), asset.frames.end(),
                     [&](const Frame& frame) { return frame.sheet == finding.where.sheet; });
}

Docket docketOf(const Asset& asset, const std::vector<Finding>& findings) {
  Docket docket;
  docket.fill(Stamp::Done);
  const auto at = [&](Bench bench) -> Stamp& { return docket[static_cast<std::size_t>(bench)]; };
  const bool shaped = std::any_of(asset.frames.begin(), asset.frames.end(),
                                  [](const Frame& frame) { return !frame.shapes.empty(); });
  bool broken = false;
  for (const Finding& finding : findings) {
    if (finding.severity == Severity::Note || !concerns(finding, asset)) continue;
    const bool error = finding.severity == Severity::Error;
    broken = broken || error;
    at(finding.bench) = std::max(at(finding.bench), error ? Stamp::Broken : Stamp::NeedsLook);
  }
  // Without any shape the Fit bench has not been visited, which is more informative than "needs
  // review".
  if (!shaped) at(Bench::Fit) = Stamp::Untouched;
  if (broken) at(Bench::Pack) = Stamp::Broken;
  return docket;
}

}  // namespace amber

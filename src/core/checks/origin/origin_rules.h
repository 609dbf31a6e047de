#pragma once

#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/checks/finding.h"

namespace amber {

/// What the checks of origins share, and the checks, one file each.

/// A finding of the rule about where that frame stands.
Finding originFinding(const Rule& rule, const Asset& asset, AnimationId animation,
                      const Frame& frame);
/// The frame that a step shows. Requires: the asset has it.
const Frame& frameAt(const Asset& asset, const Animation& animation, std::size_t step);
/// The fix that sets the origins of these frames by the rule.
Remedy ruleRemedy(std::vector<FrameRef> frames, const OriginRule& rule);

void checkSlips(const Asset& asset, const Animation& animation, const ArtSource& art,
                std::vector<Finding>& findings);
void checkDrift(const Project& project, const Asset& asset, const Animation& animation,
                const ArtSource& art, std::vector<Finding>& findings);
void checkHalves(const Asset& asset, std::vector<Finding>& findings);
void checkOutside(const Asset& asset, const ArtSource& art, std::vector<Finding>& findings);
/// `usual`: the rule by which most of the asset's kind stand, where there is one.
void checkMixed(const Asset& asset, const std::optional<OriginRule>& usual,
                std::vector<Finding>& findings);
/// The rule by which more than half of at least three assets of the kind stand.
std::optional<OriginRule> usualRule(const Project& project, const std::string& kind);
void checkMirrors(const Project& project, const ArtSource& art, std::vector<Finding>& findings);

}  // namespace amber

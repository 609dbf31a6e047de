#pragma once

#include <optional>
#include <vector>

#include "core/project/values/naming_rule.h"

namespace amber {

/// The parts of a frame name in one line, with the parts of the asset's name in place of the
/// asset's name.
struct ConventionPart {
  NamePart part;
  bool ofAsset = false;   ///< It is one of the asset's name.
  std::size_t place = 0;  ///< In rule.asset, or in rule.frame.

  bool operator==(const ConventionPart&) const = default;
};
std::vector<ConventionPart> conventionParts(const NamingRule& rule);

/// The rule with a part of that line moved before the one at `to` (the count of parts: to the end).
/// A part of the asset's name moves within it; dragged out of it, it takes all of them along. A
/// part of the frame's own does not come to lie within an asset's name: it stays at the end that
/// it comes from. Requires: places of the line.
NamingRule withPartMoved(const NamingRule& rule, std::size_t from, std::size_t to);

/// The rule with another part before the one at `at`: in the asset's name where that one is within
/// it, and not its first. Nothing where it holds the part already, or as many as it may.
std::optional<NamingRule> withPartAdded(const NamingRule& rule, std::size_t at,
                                        const NamePart& part);

/// The rule without a part; nothing if names would no longer be unique.
std::optional<NamingRule> withoutPart(const NamingRule& rule, std::size_t at);

/// The rule with another plain word; nothing if the word is not valid in a name.
std::optional<NamingRule> withWord(const NamingRule& rule, std::size_t at, std::string_view word);

/// Parts that the line does not have and may: prefix, asset, animation.
std::vector<NamePart> missingParts(const NamingRule& rule);

}  // namespace amber

#include "core/naming/convention_parts.h"

#include <algorithm>
#include <string>

#include "core/base/snake_case.h"
#include "core/project/values/ranges.h"

namespace amber {
namespace {

using Parts = std::vector<NamePart>;

std::ptrdiff_t offset(std::size_t place) {
  return static_cast<std::ptrdiff_t>(place);
}

// The position of the asset's name in a frame name; the number of parts if it is not in it.
std::size_t assetPlace(const NamingRule& rule) {
  const auto asset = std::find_if(rule.frame.begin(), rule.frame.end(), [](const NamePart& part) {
    return part.kind == NamePartKind::Asset;
  });
  return static_cast<std::size_t>(asset - rule.frame.begin());
}

void move(Parts& parts, std::size_t from, std::size_t to) {
  const NamePart part = parts[from];
  parts.erase(parts.begin() + offset(from));
  parts.insert(parts.begin() + offset(to > from ? to - 1 : to), part);
}

// The place among a frame's own parts that lies before the line's place `to`.
std::size_t placeInFrame(const NamingRule& rule, std::size_t to, bool fromLeft) {
  const std::size_t asset = assetPlace(rule);
  const std::size_t within = asset < rule.frame.size() ? rule.asset.size() : 0;
  if (to <= asset) return to;
  if (to >= asset + within) return within == 0 ? to : to - within + 1;
  return fromLeft ? asset : asset + 1;
}

}  // namespace

std::vector<ConventionPart> conventionParts(const NamingRule& rule) {
  std::vector<ConventionPart> line;
  for (std::size_t i = 0; i < rule.frame.size(); ++i) {
    if (rule.frame[i].kind != NamePartKind::Asset) {
      line.push_back({rule.frame[i], false, i});
      continue;
    }
    for (std::size_t k = 0; k < rule.asset.size(); ++k) line.push_back({rule.asset[k], true, k});
  }
  return line;
}

NamingRule withPartMoved(const NamingRule& rule, std::size_t from, std::size_t to) {
  NamingRule moved = rule;
  const std::vector<ConventionPart> line = conventionParts(rule);
  const ConventionPart& part = line[from];
  const std::size_t asset = assetPlace(rule);
  if (part.ofAsset && to >= asset && to <= asset + rule.asset.size()) {
    move(moved.asset, part.place, to - asset);
    return moved;
  }
  const std::size_t own = part.ofAsset ? asset : part.place;
  move(moved.frame, own, placeInFrame(rule, to, from < asset));
  return moved;
}

std::optional<NamingRule> withPartAdded(const NamingRule& rule, std::size_t at,
                                        const NamePart& part) {
  NamingRule added = rule;
  const std::size_t asset = assetPlace(rule);
  const bool hasAsset = asset < rule.frame.size();
  const bool within =
      part.kind == NamePartKind::Prefix ||
      (hasAsset && part.kind == NamePartKind::Word && at > asset && at < asset + rule.asset.size());
  Parts& parts = within ? added.asset : added.frame;
  const bool again =
      part.kind != NamePartKind::Word && std::find(parts.begin(), parts.end(), part) != parts.end();
  if (again || parts.size() >= kMostNameParts) return std::nullopt;
  const std::size_t place = !within      ? placeInFrame(rule, at, true)
                            : at > asset ? std::min(at - asset, parts.size())
                                         : 0;
  parts.insert(parts.begin() + offset(std::min(place, parts.size())), part);
  return added;
}

std::optional<NamingRule> withoutPart(const NamingRule& rule, std::size_t at) {
  const ConventionPart part = conventionParts(rule)[at];
  const NamePartKind kind = part.part.kind;
  if (kind == NamePartKind::Name || kind == NamePartKind::Number) return std::nullopt;
  NamingRule less = rule;
  Parts& parts = part.ofAsset ? less.asset : less.frame;
  parts.erase(parts.begin() + offset(part.place));
  return less;
}

std::optional<NamingRule> withWord(const NamingRule& rule, std::size_t at, std::string_view word) {
  const ConventionPart part = conventionParts(rule)[at];
  if (part.part.kind != NamePartKind::Word || !isSnakeCase(word) || word.size() >= 64) {
    return std::nullopt;
  }
  NamingRule spelled = rule;
  (part.ofAsset ? spelled.asset : spelled.frame)[part.place].word = word;
  return spelled;
}

std::vector<NamePart> missingParts(const NamingRule& rule) {
  std::vector<NamePart> missing;
  const auto has = [](const Parts& parts, NamePartKind kind) {
    return std::any_of(parts.begin(), parts.end(),
                       [&](const NamePart& part) { return part.kind == kind; });
  };
  if (!has(rule.asset, NamePartKind::Prefix)) missing.push_back({NamePartKind::Prefix});
  for (const NamePartKind kind : {NamePartKind::Asset, NamePartKind::Animation}) {
    if (!has(rule.frame, kind)) missing.push_back({kind});
  }
  return missing;
}

}  // namespace amber

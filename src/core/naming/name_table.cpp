#include "core/naming/name_table.h"

#include <algorithm>
#include <map>
#include <unordered_map>
#include <unordered_set>

#include "core/base/letters.h"
#include "core/base/words.h"
#include "core/naming/name_words.h"
#include "core/naming/sides.h"

namespace amber {
namespace {

// Names that are taken, as views of the rows that hold them.
using Taken = std::unordered_set<std::string_view>;

// Makes the proposed name of the row unique with the lowest number from 2 up, and reserves it.
// Requires: the row does not move afterwards.
void takeUnique(NameRow& row, NameStyle style, Taken& taken) {
  if (taken.insert(row.proposed).second) return;
  std::vector<std::string> words = wordsOf(row.proposed);
  words.emplace_back();
  for (int number = 2;; ++number) {
    words.back() = std::to_string(number);
    std::string candidate = styled(words, style);
    if (taken.count(candidate) != 0) continue;
    row.proposed = std::move(candidate);
    taken.insert(row.proposed);
    return;
  }
}

// The same for all rows: those that are right already keep their names, whoever comes before them.
// Requires: none of the rows moves while this runs.
void takeAllUnique(const std::vector<NameRow*>& rows, NameStyle style) {
  Taken taken;
  taken.reserve(rows.size());
  std::vector<NameRow*> others;
  for (NameRow* row : rows) {
    if (!row->right() || !taken.insert(row->proposed).second) others.push_back(row);
  }
  for (NameRow* row : others) takeUnique(*row, style, taken);
}

std::vector<NameRow*> pointersTo(std::vector<NameRow>& rows, std::size_t from) {
  std::vector<NameRow*> pointers;
  for (std::size_t i = from; i < rows.size(); ++i) pointers.push_back(&rows[i]);
  return pointers;
}

std::string notInStyle(NameStyle style) {
  return "is not in " + std::string(wordOf(kNameStyleWords, style)) +
         (style == NameStyle::Snake || style == NameStyle::Kebab || style == NameStyle::Camel
              ? "_case"
              : " case");
}

bool isStyled(std::string_view name, NameStyle style) {
  return !name.empty() && styled(name, style) == name;
}

std::string reasonFor(const NamingRule& rule, std::string_view current, std::string_view proposed,
                      std::string_view prefix) {
  if (current == proposed) return {};
  if (!isStyled(current, rule.style)) return notInStyle(rule.style);
  const std::vector<std::string> words = wordsOf(current);
  if (!prefix.empty() && words.front() != wordsOf(prefix).front()) {
    return "lacks the prefix " + std::string(prefix);
  }
  return prefix.empty() ? "asset, animation or number differs" : "is the name of another asset too";
}

// A frame's name of words that are known.
std::string frameNameOf(const NamingRule& rule, const std::vector<std::string>& asset,
                        const std::vector<std::string>& animation, int place) {
  std::string number = std::to_string(place + rule.firstNumber);
  const auto digits = static_cast<std::size_t>(rule.digits);
  if (number.size() < digits) number.insert(0, digits - number.size(), '0');
  std::vector<std::string> words;
  const auto append = [&](const std::vector<std::string>& more) {
    words.insert(words.end(), more.begin(), more.end());
  };
  for (const NamePart& part : rule.frame) {
    if (part.kind == NamePartKind::Word) append(wordsOf(part.word));
    if (part.kind == NamePartKind::Asset) append(asset);
    if (part.kind == NamePartKind::Animation) append(animation);
    if (part.kind == NamePartKind::Number) words.push_back(number);
  }
  return styled(words, rule.style);
}

// Where a frame is first shown.
struct Showing {
  const Animation* animation = nullptr;
  int place = 0;
};

std::unordered_map<FrameId, Showing> firstShowings(const Asset& asset) {
  std::unordered_map<FrameId, Showing> showings;
  for (const Animation& animation : asset.animations) {
    int place = 0;
    for (const Step& step : animation.steps) {
      // A frame that is repeated takes no second number.
      if (showings.emplace(step.frame, Showing{&animation, place}).second) ++place;
    }
  }
  return showings;
}

void addFrames(const NamingRule& rule, const Asset& asset, const std::string& assetName,
               const std::unordered_map<AnimationId, std::string>& animationNames,
               std::vector<NameRow>& rows) {
  const auto showings = firstShowings(asset);
  const std::vector<std::string> assetWords = wordsOf(assetName);
  std::unordered_map<AnimationId, std::vector<std::string>> animationWords;
  for (const auto& [id, name] : animationNames) animationWords.emplace(id, wordsOf(name));
  const std::vector<std::string> looseWords = wordsOf(kLooseFrames);
  int loose = 0;
  for (const Frame& frame : asset.frames) {
    const auto showing = showings.find(frame.id);
    NameRow& row = rows.emplace_back(NameRow{asset.id, {}, frame.id, frame.name, {}});
    row.proposed =
        showing == showings.end()
            ? frameNameOf(rule, assetWords, looseWords, loose++)
            : frameNameOf(rule, assetWords, animationWords.at(showing->second.animation->id),
                          showing->second.place);
  }
}

// Whether of a mirrored pair this animation is the one whose side goes without saying.
bool sideIsUnsaid(const NamingRule& rule, const Asset& asset, std::string_view animation) {
  if (rule.sidesSaid == SidesSaid::Both) return false;
  const Side unsaid = rule.sidesSaid == SidesSaid::Left ? Side::Right : Side::Left;
  const auto rest = withoutSide(animation);
  if (!rest || sideOf(animation) != unsaid) return false;
  const auto is = [&](const std::string& name) {
    return std::any_of(asset.animations.begin(), asset.animations.end(),
                       [&](const Animation& one) { return one.name == name; });
  };
  return is(*otherSide(animation)) && !is(*rest);
}

std::unordered_map<AnimationId, std::string> addAnimations(const NamingRule& rule,
                                                           const Asset& asset,
                                                           std::vector<NameRow>& rows) {
  const std::size_t first = rows.size();
  for (const Animation& animation : asset.animations) {
    const std::string name =
        sideIsUnsaid(rule, asset, animation.name) ? *withoutSide(animation.name) : animation.name;
    rows.push_back(NameRow{asset.id, animation.id, {}, animation.name, plainNameFor(rule, name)});
  }
  takeAllUnique(pointersTo(rows, first), rule.style);
  std::unordered_map<AnimationId, std::string> names;
  for (std::size_t i = first; i < rows.size(); ++i) names[rows[i].animation] = rows[i].proposed;
  return names;
}

// The rows of all assets' own names.
std::vector<NameRow> assetRows(const Project& project) {
  const NamingRule& rule = project.naming;
  std::vector<NameRow> rows;
  for (const auto& asset : project.assets) {
    const Kind* kind = findKind(project, asset->kind);
    rows.push_back({asset->id,
                    {},
                    {},
                    asset->name,
                    kind == nullptr ? styled(asset->name, rule.style)
                                    : assetNameFor(project, *kind, asset->name)});
  }
  takeAllUnique(pointersTo(rows, 0), rule.style);
  return rows;
}

}  // namespace

namespace {

using Words = std::vector<std::string>;

bool startsWith(const Words& words, const Words& start) {
  return words.size() > start.size() && std::equal(start.begin(), start.end(), words.begin());
}

// By camel and pascal a number follows without a separator: "prop2" begins with the word "prop".
void splitNumber(Words& words, const Words& start) {
  if (start.empty() || words.size() < start.size()) return;
  const std::size_t at = start.size() - 1;
  const std::string& last = start.back();
  const bool same = std::equal(start.begin(), start.end() - 1, words.begin());
  if (!same || words[at].size() <= last.size() || !words[at].starts_with(last)) return;
  if (!isDigit(words[at][last.size()])) return;
  std::string rest = words[at].substr(last.size());
  words[at].resize(last.size());
  words.insert(words.begin() + static_cast<std::ptrdiff_t>(at) + 1, std::move(rest));
}
bool endsWith(const Words& words, const Words& end) {
  return words.size() > end.size() && std::equal(end.rbegin(), end.rend(), words.rbegin());
}

void append(Words& words, const Words& more) {
  words.insert(words.end(), more.begin(), more.end());
}

Words prefixOf(const Kind& kind) {
  return kind.prefix.empty() ? Words{} : wordsOf(kind.prefix);
}

// The words of an asset's name that are its own: without what the convention puts around them.
Words ownWords(const Project& project, const Kind& kind, std::string_view base) {
  Words words = wordsOf(base);
  bool prefixed = false;
  const auto takeStart = [&](const Words& start) {
    splitNumber(words, start);
    if (start.empty() || !startsWith(words, start)) return false;
    words.erase(words.begin(), words.begin() + static_cast<std::ptrdiff_t>(start.size()));
    return true;
  };
  const std::vector<NamePart>& parts = project.naming.asset;
  auto part = parts.begin();
  for (; part != parts.end() && part->kind != NamePartKind::Name; ++part) {
    if (part->kind == NamePartKind::Word) takeStart(wordsOf(part->word));
    if (part->kind != NamePartKind::Prefix || prefixed) continue;
    prefixed = takeStart(prefixOf(kind));
    for (const Kind& other : project.kinds) prefixed = prefixed || takeStart(prefixOf(other));
  }
  for (auto last = parts.end(); last != part && (last - 1)->kind != NamePartKind::Name; --last) {
    const NamePart& one = *(last - 1);
    const Words end = one.kind == NamePartKind::Word     ? wordsOf(one.word)
                      : one.kind == NamePartKind::Prefix ? prefixOf(kind)
                                                         : Words{};
    if (end.empty() || !endsWith(words, end)) continue;
    words.resize(words.size() - end.size());
    prefixed = prefixed || one.kind == NamePartKind::Prefix;
  }
  // A prefix at the position of another convention.
  const bool wanted = std::any_of(parts.begin(), parts.end(), [](const NamePart& one) {
    return one.kind == NamePartKind::Prefix;
  });
  if (wanted && !prefixed) prefixed = takeStart(prefixOf(kind));
  for (const Kind& other : project.kinds) {
    if (wanted && !prefixed) prefixed = takeStart(prefixOf(other));
  }
  return words;
}

}  // namespace

std::string assetNameFor(const Project& project, const Kind& kind, std::string_view base) {
  Words words;
  for (const NamePart& part : project.naming.asset) {
    if (part.kind == NamePartKind::Word) append(words, wordsOf(part.word));
    if (part.kind == NamePartKind::Prefix) append(words, prefixOf(kind));
    if (part.kind == NamePartKind::Name) append(words, ownWords(project, kind, base));
  }
  return styled(words, project.naming.style);
}

std::string frameNameFor(const NamingRule& rule, std::string_view asset, std::string_view animation,
                         int place) {
  return frameNameOf(rule, wordsOf(asset), wordsOf(animation), place);
}

std::string plainNameFor(const NamingRule& rule, std::string_view name) {
  return styled(spelledSide(wordsOf(name), rule.sides), rule.style);
}

std::string reasonOf(const Project& project, const NameRow& row) {
  const NamingRule& rule = project.naming;
  const Asset* asset = findAsset(project, row.asset);
  if (row.right() || asset == nullptr) return {};
  if (row.frame) return reasonFor(rule, row.current, row.proposed, {});
  if (!row.animation) {
    const Kind* kind = findKind(project, asset->kind);
    return reasonFor(rule, row.current, row.proposed, kind == nullptr ? "" : kind->prefix);
  }
  if (!isStyled(row.current, rule.style)) return notInStyle(rule.style);
  const bool side =
      sideIsUnsaid(rule, *asset, row.current) || row.proposed == plainNameFor(rule, row.current);
  return side ? "spells its side differently" : "is the name of another animation of the asset";
}

std::vector<NameRow> nameTable(const Project& project) {
  std::size_t count = 0;
  for (const auto& asset : project.assets) {
    count += 1 + asset->animations.size() + asset->frames.size();
  }
  std::vector<NameRow> rows;
  rows.reserve(count);  // rows must not move: names that are taken are views of them
  std::vector<NameRow> assets = assetRows(project);
  std::vector<NameRow*> frames;
  for (std::size_t i = 0; i < assets.size(); ++i) {
    const Asset& asset = *project.assets[i];
    const std::string assetName = assets[i].proposed;
    rows.push_back(std::move(assets[i]));
    const auto animations = addAnimations(project.naming, asset, rows);
    const std::size_t first = rows.size();
    addFrames(project.naming, asset, assetName, animations, rows);
    for (NameRow* row : pointersTo(rows, first)) frames.push_back(row);
  }
  takeAllUnique(frames, project.naming.style);
  return rows;
}

std::vector<NameRow> frameNamesUnderCurrentAsset(const Project& project, const Asset& asset) {
  std::unordered_map<AnimationId, std::string> animations;
  for (const Animation& animation : asset.animations) animations[animation.id] = animation.name;
  std::vector<NameRow> rows;
  rows.reserve(asset.frames.size());
  addFrames(project.naming, asset, asset.name, animations, rows);
  takeAllUnique(pointersTo(rows, 0), project.naming.style);
  return rows;
}

std::vector<Edit> renamesFor(const std::vector<NameRow>& rows) {
  std::vector<Edit> edits;
  for (const NameRow& row : rows) {
    if (!row.right()) edits.emplace_back(Rename{row.asset, row.animation, row.frame, row.proposed});
  }
  return edits;
}

std::vector<SharedName> sharedNames(const Project& project) {
  std::map<std::string, std::vector<NameRow>> assets;
  std::map<std::string, std::vector<NameRow>> frames;
  for (const auto& asset : project.assets) {
    assets[asset->name].push_back({asset->id, {}, {}, asset->name, {}});
    for (const Frame& frame : asset->frames) {
      frames[frame.name].push_back({asset->id, {}, frame.id, frame.name, {}});
    }
  }
  std::vector<SharedName> shared;
  for (auto* names : {&assets, &frames}) {
    for (auto& [name, rows] : *names) {
      if (rows.size() > 1) shared.push_back({name, std::move(rows)});
    }
  }
  return shared;
}

}  // namespace amber

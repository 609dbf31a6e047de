#include "core/naming/learn_convention.h"

#include <algorithm>
#include <map>
#include <optional>
#include <string>
#include <unordered_map>
#include <unordered_set>
#include <utility>
#include <vector>

#include "core/base/letters.h"
#include "core/naming/name_faults.h"
#include "core/naming/name_words.h"
#include "core/naming/sides.h"
#include "core/project/values/ranges.h"

namespace amber {
namespace {

using Words = std::vector<std::string>;

// What was seen how often.
template <class Thing>
class Votes {
 public:
  void add(const Thing& thing, int votes = 1) {
    const auto found = std::find_if(seen_.begin(), seen_.end(),
                                    [&](const auto& one) { return one.first == thing; });
    if (found == seen_.end()) {
      seen_.emplace_back(thing, votes);
    } else {
      found->second += votes;
    }
  }
  // The most seen ones, of as many those seen first; the usual one where none was seen.
  std::vector<Thing> best(std::size_t count, const Thing& usual) const {
    auto ordered = seen_;
    std::stable_sort(ordered.begin(), ordered.end(),
                     [](const auto& a, const auto& b) { return a.second > b.second; });
    std::vector<Thing> things;
    for (const auto& [thing, votes] : ordered) {
      if (things.size() < count) things.push_back(thing);
    }
    if (things.empty()) things.push_back(usual);
    return things;
  }

 private:
  std::vector<std::pair<Thing, int>> seen_;
};

// Where `part` stands within the words; their count where it does not.
std::size_t placeOf(const Words& words, const Words& part) {
  const auto at = std::search(words.begin(), words.end(), part.begin(), part.end());
  return static_cast<std::size_t>(at - words.begin());
}

// Takes what parts name out of a name's words; what is left are plain words.
class Pattern {
 public:
  explicit Pattern(const Words& words) : words_(words), kinds_(words.size()) {}

  bool take(NamePartKind kind, const Words& part) {
    if (part.empty()) return false;
    const std::size_t at = placeOf(words_, part);
    if (at == words_.size()) return false;
    for (std::size_t i = at; i < at + part.size(); ++i) {
      if (kinds_[i]) return false;
    }
    std::fill(kinds_.begin() + static_cast<std::ptrdiff_t>(at),
              kinds_.begin() + static_cast<std::ptrdiff_t>(at + part.size()), kind);
    return true;
  }
  std::vector<NamePart> parts() const {
    std::vector<NamePart> parts;
    for (std::size_t i = 0; i < words_.size(); ++i) {
      if (!kinds_[i]) {
        parts.push_back({NamePartKind::Word, words_[i]});
      } else if (i == 0 || kinds_[i - 1] != kinds_[i]) {
        parts.push_back({*kinds_[i]});
      }
    }
    return parts;
  }

 private:
  const Words& words_;
  std::vector<std::optional<NamePartKind>> kinds_;
};

// The number that ends words, or stands last among them.
std::optional<std::size_t> lastNumber(const Words& words) {
  for (std::size_t i = words.size(); i-- > 0;) {
    if (isNumber(words[i])) return i;
  }
  return std::nullopt;
}

// Words that a digit ends: camel case writes a number without a separator.
Words withNumbersApart(const Words& words) {
  Words apart;
  for (const std::string& word : words) {
    std::size_t digits = word.size();
    while (digits > 0 && isDigit(word[digits - 1])) --digits;
    if (digits > 0) apart.push_back(word.substr(0, digits));
    if (digits < word.size()) apart.push_back(word.substr(digits));
  }
  return apart;
}

struct Learning {
  Votes<NameStyle> styles;
  Votes<std::vector<NamePart>> assets;
  Votes<std::vector<NamePart>> frames;
  Votes<int> digits;
  Votes<int> firsts;
  Votes<SideSpelling> sides;
};

void learnStyle(const std::string& name, Learning& learning) {
  // A single word is written alike in two of them.
  if (wordsOf(name).size() < 2) return;
  for (std::size_t i = 0; i < kNameStyleWords.size(); ++i) {
    const auto style = static_cast<NameStyle>(i);
    if (styled(name, style) == name) learning.styles.add(style);
  }
}

void learnSides(const std::string& name, Learning& learning) {
  const Words words = wordsOf(name);
  if (!sideOf(name)) return;
  for (const auto spelling : {SideSpelling::LeftRight, SideSpelling::LR, SideSpelling::WestEast}) {
    if (spelledSide(words, spelling) == words) learning.sides.add(spelling);
  }
}

void learnAsset(const Project& project, const Asset& asset, Learning& learning) {
  const Words words = wordsOf(asset.name);
  Pattern pattern(words);
  const Kind* kind = findKind(project, asset.kind);
  const bool prefixed = kind != nullptr && !kind->prefix.empty() &&
                        pattern.take(NamePartKind::Prefix, wordsOf(kind->prefix));
  // Everything after the prefix is the name. Which of its words are plain is decided by the other
  // names.
  std::vector<NamePart> parts;
  bool named = false;
  for (const NamePart& part : pattern.parts()) {
    if (part.kind == NamePartKind::Prefix) {
      parts.push_back(part);
    } else if (!named) {
      parts.push_back({NamePartKind::Name});
      named = true;
    }
  }
  if (named && (prefixed || parts.size() == 1)) learning.assets.add(parts);
}

// Numbers of an animation's frames rise from step to step: the least is the first.
void learnFrames(const Asset& asset, Learning& learning) {
  const Words own = wordsOf(asset.name);
  std::unordered_map<FrameId, const Frame*> frames;
  for (const Frame& frame : asset.frames) frames.emplace(frame.id, &frame);
  for (const Animation& animation : asset.animations) {
    const Words shown = wordsOf(animation.name);
    std::unordered_set<FrameId> seen;
    int place = 0;
    for (const Step& step : animation.steps) {
      if (!seen.insert(step.frame).second) continue;
      const auto frame = frames.find(step.frame);
      if (frame == frames.end()) continue;
      const Words words = withNumbersApart(wordsOf(frame->second->name));
      Pattern pattern(words);
      pattern.take(NamePartKind::Asset, withNumbersApart(own));
      pattern.take(NamePartKind::Animation, withNumbersApart(shown));
      const auto number = lastNumber(words);
      if (!number || !pattern.take(NamePartKind::Number, {words[*number]})) continue;
      learning.frames.add(pattern.parts());
      const std::string& digits = words[*number];
      // A number that fills its digits may have been padded to fewer.
      if (digits.size() == 1 || digits.front() == '0') {
        learning.digits.add(static_cast<int>(digits.size()));
      }
      if (place++ == 0 && digits.size() < 6) {
        const int first = std::stoi(digits);
        if (kFirstNumberRange.holds(first)) learning.firsts.add(first);
      }
    }
  }
}

bool isSound(const std::vector<NamePart>& parts) {
  return parts.size() <= kMostNameParts &&
         std::all_of(parts.begin(), parts.end(), [&](const NamePart& part) {
           return part.kind == NamePartKind::Word
                      ? part.word.size() < 64
                      : std::count(parts.begin(), parts.end(), part) == 1;
         });
}

// Plain words occur once in the pattern of a whole project; words of single names belong to the
// names.
std::vector<std::vector<NamePart>> validOnes(const std::vector<std::vector<NamePart>>& all,
                                             const std::vector<NamePart>& usual) {
  std::vector<std::vector<NamePart>> valid;
  std::copy_if(all.begin(), all.end(), std::back_inserter(valid), isSound);
  if (std::find(valid.begin(), valid.end(), usual) == valid.end()) valid.push_back(usual);
  return valid;
}

}  // namespace

LearnedConvention following(const Project& project, const NamingRule& rule) {
  Project asked = project;
  asked.naming = rule;
  LearnedConvention told{rule, 0, 0};
  for (const NameEntry& entry : namesBy(asked)) {
    if (entry.sort == NameSort::Kind) continue;
    ++told.of;
    if (entry.name == entry.proposed) ++told.follow;
  }
  return told;
}

LearnedConvention learnedConvention(const Project& project) {
  Learning learning;
  for (const auto& asset : project.assets) {
    learnStyle(asset->name, learning);
    learnAsset(project, *asset, learning);
    learnFrames(*asset, learning);
    for (const Animation& animation : asset->animations) {
      learnStyle(animation.name, learning);
      learnSides(animation.name, learning);
    }
    for (const Frame& frame : asset->frames) learnStyle(frame.name, learning);
  }
  for (const Role& role : project.roles) learnStyle(role.name, learning);
  LearnedConvention best = following(project, project.naming);
  const NamingRule& usual = project.naming;
  NamingRule rule = usual;
  rule.digits = learning.digits.best(1, usual.digits).front();
  rule.firstNumber = learning.firsts.best(1, usual.firstNumber).front();
  rule.sides = learning.sides.best(1, usual.sides).front();
  if (!kDigitsRange.holds(rule.digits)) rule.digits = usual.digits;
  for (const NameStyle style : learning.styles.best(2, usual.style)) {
    for (const auto& asset : validOnes(learning.assets.best(2, usual.asset), usual.asset)) {
      for (const auto& frame : validOnes(learning.frames.best(2, usual.frame), usual.frame)) {
        rule.style = style;
        rule.asset = asset;
        rule.frame = frame;
        const LearnedConvention one = following(project, rule);
        if (one.follow > best.follow) best = one;
      }
    }
  }
  return best;
}

}  // namespace amber

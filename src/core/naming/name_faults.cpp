#include "core/naming/name_faults.h"

#include <algorithm>
#include <functional>
#include <map>
#include <set>
#include <tuple>
#include <unordered_map>

#include "core/base/letters.h"
#include "core/base/utf8.h"
#include "core/naming/code/reserved_words.h"
#include "core/naming/name_words.h"

namespace amber {
namespace {

// A word that so many names have is one that the project knows.
constexpr int kCommon = 3;
// Shorter words are a letter apart too easily.
constexpr std::size_t kLeastNearWord = 4;
// More frames are not mistyped one by one.
constexpr std::ptrdiff_t kMostMistyped = 1000;

std::string smallLetters(std::string_view text) {
  std::string small(text);
  for (char& c : small) {
    c = toSmall(c);
  }
  return small;
}

void addMounts(const Project& project, const Asset& asset, std::vector<NameEntry>& entries) {
  std::set<std::string_view> known;
  for (const Frame& frame : asset.frames) {
    for (const Mount& mount : frame.mounts) {
      if (!known.insert(mount.name).second) continue;
      entries.push_back({NameSort::Mount,
                         asset.id,
                         {},
                         frame.id,
                         mount.name,
                         plainNameFor(project.naming, mount.name)});
    }
  }
}

// A name's letters and digits, small, in one number; names that are one unstyled give the same.
std::uint64_t unstyledHash(const NameEntry& entry) {
  // FNV-1a: G. Fowler, L. C. Noll, K.-P. Vo, 1991.
  std::uint64_t hash = 0xcbf29ce484222325U;
  const auto add = [&](std::uint64_t byte) { hash = (hash ^ byte) * 0x100000001b3U; };
  add(static_cast<std::uint64_t>(entry.sort));
  add(nameScope(entry));
  if (!isAscii(entry.name)) {
    for (const char c : unstyled(entry.name)) add(static_cast<unsigned char>(c));
    return hash;
  }
  bool any = false;
  for (char c : entry.name) {
    c = toSmall(c);
    if ((c < 'a' || c > 'z') && (c < '0' || c > '9')) continue;
    any = true;
    add(static_cast<unsigned char>(c));
  }
  for (const char c : any ? std::string_view() : std::string_view("unnamed")) {
    add(static_cast<unsigned char>(c));
  }
  return hash;
}

// Names that are one but for case and separators: shared where they are the same, else alike. Only
// of those that have one number the names are looked at.
void markAlike(std::vector<NameEntry>& entries) {
  std::vector<std::pair<std::uint64_t, std::size_t>> numbers;
  numbers.reserve(entries.size());
  for (std::size_t i = 0; i < entries.size(); ++i) {
    if (entries[i].sort != NameSort::Kind) numbers.emplace_back(unstyledHash(entries[i]), i);
  }
  std::sort(numbers.begin(), numbers.end());
  for (std::size_t from = 0; from < numbers.size();) {
    std::size_t to = from + 1;
    while (to < numbers.size() && numbers[to].first == numbers[from].first) ++to;
    for (std::size_t i = from; to - from > 1 && i < to; ++i) {
      NameEntry& one = entries[numbers[i].second];
      bool shared = false;
      bool alike = false;
      for (std::size_t k = from; k < to; ++k) {
        const NameEntry& other = entries[numbers[k].second];
        const bool together = other.sort == one.sort && nameScope(other) == nameScope(one);
        if (k == i || !together) continue;
        shared = shared || other.name == one.name;
        alike = alike || (other.name != one.name && unstyled(other.name) == unstyled(one.name));
      }
      if (shared) one.faults.push_back(NameFault::Shared);
      if (alike) one.faults.push_back(NameFault::Case);
    }
    from = to;
  }
}

// Checked from the types with few names; the many others are only looked up.
void markClashes(std::vector<NameEntry>& entries) {
  const auto told = [](const NameEntry& entry) {
    return entry.sort != NameSort::Animation && entry.sort != NameSort::Frame;
  };
  std::unordered_map<std::string_view, std::set<NameSort>> sorts;
  for (const NameEntry& entry : entries) {
    if (told(entry)) sorts[entry.name].insert(entry.sort);
  }
  for (const NameEntry& entry : entries) {
    if (told(entry)) continue;
    if (const auto found = sorts.find(entry.name); found != sorts.end()) {
      found->second.insert(entry.sort);
    }
  }
  for (NameEntry& entry : entries) {
    if (told(entry) && sorts[entry.name].size() > 1) entry.faults.push_back(NameFault::Clash);
  }
}

bool hasDigit(std::string_view word) {
  return std::any_of(word.begin(), word.end(), isDigit);
}

bool isReservedIn(std::string_view name, const std::vector<Language>& languages) {
  // No language keeps a word with a digit for itself.
  if (languages.empty() || hasDigit(name)) return false;
  const std::string constant = constantOf(name);
  return std::any_of(languages.begin(), languages.end(), [&](Language language) {
    return isReserved(name, language) || isReserved(constant, language);
  });
}

std::size_t lettersOf(std::string_view text) {
  return static_cast<std::size_t>(std::count_if(text.begin(), text.end(), [](char c) {
    return (static_cast<unsigned char>(c) & 0xC0) != 0x80;
  }));
}

// The names of one sort, for nearness: each once.
struct Known {
  std::string name;
  std::vector<std::string> words;
  int things = 0;
  std::size_t first = 0;  // Its first entry.
};

bool isDirection(const std::string& word) {
  static const std::set<std::string_view> kDirections = {
      "left", "right", "up",  "down",   "l",  "r",     "u",     "d",     "n",     "e",     "s",
      "w",    "ne",    "nw",  "se",     "sw", "north", "east",  "south", "west",  "front", "back",
      "fore", "hind",  "top", "bottom", "in", "out",   "inner", "outer", "upper", "lower"};
  return kDirections.count(word) != 0;
}

bool isPlural(const std::string& a, const std::string& b) {
  const std::string& longer = a.size() > b.size() ? a : b;
  const std::string& shorter = a.size() > b.size() ? b : a;
  return longer == shorter + "s" || longer == shorter + "es";
}

// Whether the edit distance of the two is 1: one letter inserted, deleted or changed, or two
// neighbours swapped.
template <class Text>
bool isOneEdit(const Text& a, const Text& b) {
  const Text& longer = a.size() >= b.size() ? a : b;
  const Text& shorter = a.size() >= b.size() ? b : a;
  if (longer.size() - shorter.size() > 1) return false;
  std::size_t start = 0;
  while (start < shorter.size() && longer[start] == shorter[start]) ++start;
  std::size_t end = 0;
  while (end < shorter.size() - start &&
         longer[longer.size() - 1 - end] == shorter[shorter.size() - 1 - end]) {
    ++end;
  }
  const std::size_t differ = shorter.size() - start - end;
  if (longer.size() > shorter.size()) return differ == 0;
  if (differ == 2) return a[start] == b[start + 1] && a[start + 1] == b[start];
  return differ == 1;
}

// Whether two words, all else of two names being the same, may be one word mistyped.
bool mayBeMistyped(const std::string& own, const std::string& other,
                   const std::unordered_map<std::string, int>& common) {
  if (std::min(lettersOf(own), lettersOf(other)) < kLeastNearWord) return false;
  const bool plain = isAscii(own) && isAscii(other);
  if (!(plain ? isOneEdit(own, other) : isOneEdit(codesOf(own), codesOf(other)))) return false;
  if (hasDigit(own) || hasDigit(other) || isDirection(own) || isDirection(other)) return false;
  if (isPlural(own, other)) return false;
  const auto often = [&](const std::string& word) {
    const auto found = common.find(word);
    return found == common.end() ? 0 : found->second;
  };
  return often(own) < kCommon || often(other) < kCommon;
}

// Pairs of names, the earlier first, that differ in one word, which may be mistyped. Names that
// agree in all words but one lie together, so that only those are compared.
std::vector<std::pair<std::size_t, std::size_t>> mistypedPairs(
    const std::vector<Known>& known, const std::unordered_map<std::string, int>& common) {
  struct Gap {
    std::uint64_t rest;  // All words but the one at `at`, as a number.
    std::size_t at;
    std::size_t name;
  };
  std::vector<Gap> gaps;
  for (std::size_t i = 0; i < known.size(); ++i) {
    const std::vector<std::string>& words = known[i].words;
    std::uint64_t all = words.size();
    std::vector<std::uint64_t> each;
    for (std::size_t k = 0; k < words.size(); ++k) {
      each.push_back((std::hash<std::string>()(words[k]) | 1U) * (2 * k + 0x9e3779b97f4a7c15U));
      all += each.back();
    }
    for (std::size_t k = 0; k < words.size(); ++k) {
      if (words[k].size() >= kLeastNearWord) gaps.push_back({all - each[k], k, i});
    }
  }
  std::sort(gaps.begin(), gaps.end(), [](const Gap& a, const Gap& b) {
    return std::tie(a.rest, a.at, a.name) < std::tie(b.rest, b.at, b.name);
  });
  std::vector<std::pair<std::size_t, std::size_t>> pairs;
  for (std::size_t from = 0; from < gaps.size();) {
    std::size_t to = from + 1;
    while (to < gaps.size() && gaps[to].rest == gaps[from].rest && gaps[to].at == gaps[from].at) {
      ++to;
    }
    for (std::size_t i = from; i < to; ++i) {
      for (std::size_t k = i + 1; k < to; ++k) {
        const Known& a = known[gaps[i].name];
        const Known& b = known[gaps[k].name];
        const std::size_t at = gaps[i].at;
        if (a.words.size() != b.words.size() || a.words[at] == b.words[at]) continue;
        if (!mayBeMistyped(a.words[at], b.words[at], common)) continue;
        bool same = true;
        for (std::size_t w = 0; same && w < a.words.size(); ++w) {
          same = w == at || a.words[w] == b.words[w];
        }
        if (same) pairs.emplace_back(gaps[i].name, gaps[k].name);
      }
    }
    from = to;
  }
  std::sort(pairs.begin(), pairs.end());
  return pairs;
}

void markNear(std::vector<NameEntry>& entries, NameSort sort,
              const std::unordered_map<std::string, int>& common) {
  std::unordered_map<std::string_view, std::size_t> places;
  std::vector<Known> known;
  // Where so many frames are not as the convention makes them, it is that which is not theirs.
  if (sort == NameSort::Frame) {
    const auto off = std::count_if(entries.begin(), entries.end(), [](const NameEntry& entry) {
      return entry.sort == NameSort::Frame && entry.name != entry.proposed;
    });
    if (off > kMostMistyped) return;
  }
  for (std::size_t i = 0; i < entries.size(); ++i) {
    const NameEntry& entry = entries[i];
    if (entry.sort != sort) continue;
    if (sort == NameSort::Frame && entry.name == entry.proposed) continue;
    const auto [place, first] = places.emplace(entry.name, known.size());
    if (first) known.push_back({entry.name, wordsOf(entry.name), 0, i});
    ++known[place->second].things;
  }
  for (const auto& [i, k] : mistypedPairs(known, common)) {
    const bool firstIsRarer = known[i].things < known[k].things;
    const Known& told = firstIsRarer ? known[i] : known[k];
    NameEntry& entry = entries[told.first];
    if (entry.has(NameFault::Near)) continue;
    entry.faults.push_back(NameFault::Near);
    entry.near = firstIsRarer ? known[k].name : known[i].name;
  }
}

// How many names of animations, assets, mounts, roles and layers have a word.
std::unordered_map<std::string, int> commonWords(const std::vector<NameEntry>& entries) {
  std::unordered_map<std::string, int> common;
  for (const NameEntry& entry : entries) {
    if (entry.sort == NameSort::Frame) continue;
    const std::vector<std::string> words = wordsOf(entry.name);
    for (const std::string& word : std::set<std::string>(words.begin(), words.end())) {
      ++common[word];
    }
  }
  return common;
}

struct CodeRange {
  char32_t from;
  char32_t to;
};

// Letters of other scripts drawn as ours are, and what is not drawn at all.
constexpr std::array kLookalikes = {
    CodeRange{0x00A0, 0x00A0}, CodeRange{0x00AD, 0x00AD}, CodeRange{0x0131, 0x0131},
    CodeRange{0x0251, 0x0251}, CodeRange{0x0261, 0x0261}, CodeRange{0x034F, 0x034F},
    CodeRange{0x0391, 0x0392}, CodeRange{0x0395, 0x0397}, CodeRange{0x0399, 0x039A},
    CodeRange{0x039C, 0x039D}, CodeRange{0x039F, 0x039F}, CodeRange{0x03A1, 0x03A1},
    CodeRange{0x03A4, 0x03A5}, CodeRange{0x03A7, 0x03A7}, CodeRange{0x03B1, 0x03B1},
    CodeRange{0x03B9, 0x03B9}, CodeRange{0x03BD, 0x03BD}, CodeRange{0x03BF, 0x03BF},
    CodeRange{0x03C1, 0x03C1}, CodeRange{0x03C5, 0x03C5}, CodeRange{0x0400, 0x04FF},
    CodeRange{0x0501, 0x0501}, CodeRange{0x050C, 0x050C}, CodeRange{0x051B, 0x051D},
    CodeRange{0x0555, 0x0555}, CodeRange{0x0578, 0x0578}, CodeRange{0x057D, 0x057D},
    CodeRange{0x0585, 0x0585}, CodeRange{0x061C, 0x061C}, CodeRange{0x115F, 0x1160},
    CodeRange{0x17B4, 0x17B5}, CodeRange{0x180B, 0x180E}, CodeRange{0x2000, 0x200F},
    CodeRange{0x2028, 0x202F}, CodeRange{0x205F, 0x206F}, CodeRange{0x3000, 0x3000},
    CodeRange{0x3164, 0x3164}, CodeRange{0xFE00, 0xFE0F}, CodeRange{0xFEFF, 0xFEFF},
    CodeRange{0xFF01, 0xFF5E}, CodeRange{0xFFA0, 0xFFA0}};

}  // namespace

std::uint32_t nameScope(const NameEntry& entry) {
  const bool own = entry.sort == NameSort::Animation || entry.sort == NameSort::Mount;
  return own ? entry.asset.value : 0;
}

bool NameEntry::has(NameFault fault) const {
  return std::find(faults.begin(), faults.end(), fault) != faults.end();
}

bool hasLookalike(std::string_view name) {
  const bool plain =
      std::all_of(name.begin(), name.end(), [](char c) { return c >= 0x20 && c < 0x7F; });
  if (plain) return false;
  if (!isUtf8(name)) return true;
  for (std::size_t at = 0; at < name.size();) {
    const char32_t code = nextCode(name, at);
    if (code < 0x80) {
      if (code < 0x20 || code == 0x7F) return true;
      continue;
    }
    const bool found =
        std::any_of(kLookalikes.begin(), kLookalikes.end(),
                    [&](const CodeRange& range) { return code >= range.from && code <= range.to; });
    if (found) return true;
  }
  return false;
}

bool isNoFileName(std::string_view name) {
  if (name.empty() || name.back() == '.' || name.back() == ' ') return true;
  const bool kept = std::any_of(name.begin(), name.end(), [](char c) {
    return static_cast<unsigned char>(c) < 0x20 ||
           std::string_view("<>:\"/\\|?*").find(c) != std::string_view::npos;
  });
  if (kept) return true;
  const std::string stem = smallLetters(name.substr(0, name.find('.')));
  if (stem == "con" || stem == "prn" || stem == "aux" || stem == "nul") return true;
  const bool port = stem.starts_with("com") || stem.starts_with("lpt");
  return port && stem.size() == 4 && stem[3] >= '1' && stem[3] <= '9';
}

std::vector<NameEntry> namesBy(const Project& project) {
  std::vector<NameEntry> entries;
  std::vector<NameRow> rows = nameTable(project);
  entries.reserve(rows.size());
  std::size_t at = 0;
  for (const auto& asset : project.assets) {
    for (; at < rows.size() && rows[at].asset == asset->id; ++at) {
      NameRow& row = rows[at];
      const NameSort sort = row.frame       ? NameSort::Frame
                            : row.animation ? NameSort::Animation
                                            : NameSort::Asset;
      entries.push_back({sort, row.asset, row.animation, row.frame, std::move(row.current),
                         std::move(row.proposed)});
    }
    addMounts(project, *asset, entries);
  }
  const auto styledEntry = [&](NameSort sort, const std::string& name) {
    entries.push_back({sort, {}, {}, {}, name, plainNameFor(project.naming, name)});
  };
  for (const Role& role : project.roles) styledEntry(NameSort::Role, role.name);
  for (const std::string& layer : project.layers) styledEntry(NameSort::Layer, layer);
  for (const Kind& kind : project.kinds) {
    entries.push_back({NameSort::Kind, {}, {}, {}, kind.name, kind.name});
  }
  return entries;
}

std::vector<NameEntry> nameEntries(const Project& project) {
  std::vector<NameEntry> entries = namesBy(project);
  for (NameEntry& entry : entries) {
    if (entry.name != entry.proposed) entry.faults.push_back(NameFault::Pattern);
  }
  markAlike(entries);
  const NamingRule& rule = project.naming;
  for (NameEntry& entry : entries) {
    if (isReservedIn(entry.name, rule.languages)) entry.faults.push_back(NameFault::Reserved);
  }
  markClashes(entries);
  for (NameEntry& entry : entries) {
    if (lettersOf(entry.name) > static_cast<std::size_t>(rule.longest)) {
      entry.faults.push_back(NameFault::Long);
    }
    if (isNoFileName(entry.name)) entry.faults.push_back(NameFault::File);
    if (hasLookalike(entry.name)) entry.faults.push_back(NameFault::Lookalike);
  }
  const std::unordered_map<std::string, int> common = commonWords(entries);
  for (const NameSort sort : {NameSort::Asset, NameSort::Animation, NameSort::Frame,
                              NameSort::Mount, NameSort::Role, NameSort::Layer}) {
    markNear(entries, sort, common);
  }
  return entries;
}

}  // namespace amber

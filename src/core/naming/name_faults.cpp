#include "core/naming/name_faults.h"

#include <algorithm>
#include <cctype>
#include <map>
#include <set>
#include <unordered_map>

#include "core/base/nearest_word.h"
#include "core/base/utf8.h"
#include "core/naming/name_words.h"
#include "core/naming/reserved_words.h"

namespace amber {
namespace {

// A word that so many names have is one that the project knows.
constexpr int kCommon = 3;
// Shorter words are a letter apart too easily.
constexpr std::size_t kLeastNearWord = 4;

std::string smallLetters(std::string_view text) {
  std::string small(text);
  for (char& c : small) {
    if (c >= 'A' && c <= 'Z') c = static_cast<char>(c - 'A' + 'a');
  }
  return small;
}

// What its name has to be different within.
std::uint32_t scopeOf(const NameEntry& entry) {
  const bool own = entry.sort == NameSort::Animation || entry.sort == NameSort::Mount;
  return own ? entry.asset.value : 0;
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

// Adds the fault to all entries that share a key: for being shared at all, or for other names.
template <class Key>
void markGroups(std::vector<NameEntry>& entries, NameFault fault, const Key& key) {
  std::map<std::tuple<NameSort, std::uint32_t, std::string>, std::vector<NameEntry*>> groups;
  for (NameEntry& entry : entries) {
    if (entry.sort == NameSort::Kind) continue;
    groups[{entry.sort, scopeOf(entry), key(entry)}].push_back(&entry);
  }
  for (const auto& named : groups) {
    const std::vector<NameEntry*>& group = named.second;
    const bool differ = std::any_of(group.begin(), group.end(), [&](const NameEntry* one) {
      return one->name != group.front()->name;
    });
    const bool wrong = fault == NameFault::Shared ? group.size() > 1 : differ;
    if (!wrong) continue;
    for (NameEntry* one : group) one->faults.push_back(fault);
  }
}

void markClashes(std::vector<NameEntry>& entries) {
  std::unordered_map<std::string_view, std::set<NameSort>> sorts;
  for (const NameEntry& entry : entries) sorts[entry.name].insert(entry.sort);
  for (NameEntry& entry : entries) {
    const bool told = entry.sort != NameSort::Animation && entry.sort != NameSort::Frame;
    if (told && sorts[entry.name].size() > 1) entry.faults.push_back(NameFault::Clash);
  }
}

bool isReservedIn(std::string_view name, const std::vector<Language>& languages) {
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

bool hasDigit(const std::string& word) {
  return std::any_of(word.begin(), word.end(),
                     [](unsigned char c) { return std::isdigit(c) != 0; });
}

// Whether the two may be one name mistyped: one word of theirs differs, by one edit.
bool mayBeMistyped(const Known& a, const Known& b,
                   const std::unordered_map<std::string, int>& common) {
  if (a.words.size() != b.words.size()) return false;
  const std::string* own = nullptr;
  const std::string* other = nullptr;
  for (std::size_t i = 0; i < a.words.size(); ++i) {
    if (a.words[i] == b.words[i]) continue;
    if (own != nullptr) return false;
    own = &a.words[i];
    other = &b.words[i];
  }
  if (own == nullptr || std::min(own->size(), other->size()) < kLeastNearWord) return false;
  const std::size_t longer = std::max(own->size(), other->size());
  if (longer - std::min(own->size(), other->size()) > 1) return false;
  if (hasDigit(*own) || hasDigit(*other) || isDirection(*own) || isDirection(*other)) return false;
  if (isPlural(*own, *other) || editDistance(*own, *other) != 1) return false;
  const auto often = [&](const std::string& word) {
    const auto found = common.find(word);
    return found == common.end() ? 0 : found->second;
  };
  return often(*own) < kCommon || often(*other) < kCommon;
}

void markNear(std::vector<NameEntry>& entries, NameSort sort,
              const std::unordered_map<std::string, int>& common) {
  std::map<std::string, std::size_t> places;
  std::vector<Known> known;
  for (std::size_t i = 0; i < entries.size(); ++i) {
    const NameEntry& entry = entries[i];
    if (entry.sort != sort) continue;
    if (sort == NameSort::Frame && entry.name == entry.proposed) continue;
    const auto [place, first] = places.emplace(entry.name, known.size());
    if (first) known.push_back({entry.name, wordsOf(entry.name), 0, i});
    ++known[place->second].things;
  }
  for (std::size_t i = 0; i < known.size(); ++i) {
    for (std::size_t k = i + 1; k < known.size(); ++k) {
      if (!mayBeMistyped(known[i], known[k], common)) continue;
      const bool firstIsRarer = known[i].things < known[k].things;
      const Known& told = firstIsRarer ? known[i] : known[k];
      NameEntry& entry = entries[told.first];
      if (entry.has(NameFault::Near)) continue;
      entry.faults.push_back(NameFault::Near);
      entry.near = firstIsRarer ? known[k].name : known[i].name;
    }
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

bool NameEntry::has(NameFault fault) const {
  return std::find(faults.begin(), faults.end(), fault) != faults.end();
}

bool hasLookalike(std::string_view name) {
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
  const std::vector<NameRow> rows = nameTable(project);
  std::size_t at = 0;
  for (const auto& asset : project.assets) {
    for (; at < rows.size() && rows[at].asset == asset->id; ++at) {
      const NameRow& row = rows[at];
      const NameSort sort = row.frame       ? NameSort::Frame
                            : row.animation ? NameSort::Animation
                                            : NameSort::Asset;
      entries.push_back({sort, row.asset, row.animation, row.frame, row.current, row.proposed});
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
  markGroups(entries, NameFault::Shared, [](const NameEntry& one) { return one.name; });
  markGroups(entries, NameFault::Case, [](const NameEntry& one) { return unstyled(one.name); });
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

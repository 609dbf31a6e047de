#include "core/naming/name_fixes.h"

#include <algorithm>
#include <array>
#include <map>
#include <set>
#include <tuple>

#include "core/base/utf8.h"
#include "core/base/words.h"
#include "core/naming/code/reserved_words.h"
#include "core/naming/name_words.h"

namespace amber {
namespace {

using Words = std::vector<std::string>;

// Letters of other scripts and the one of ours that each is drawn like. Source: Unicode Technical
// Standard 39, confusables.
struct Likeness {
  char32_t letter;
  char own;
};
constexpr std::array kLikenesses = {
    Likeness{0x0131, 'i'}, Likeness{0x0251, 'a'}, Likeness{0x0261, 'g'}, Likeness{0x0391, 'A'},
    Likeness{0x0392, 'B'}, Likeness{0x0395, 'E'}, Likeness{0x0396, 'Z'}, Likeness{0x0397, 'H'},
    Likeness{0x0399, 'I'}, Likeness{0x039A, 'K'}, Likeness{0x039C, 'M'}, Likeness{0x039D, 'N'},
    Likeness{0x039F, 'O'}, Likeness{0x03A1, 'P'}, Likeness{0x03A4, 'T'}, Likeness{0x03A5, 'Y'},
    Likeness{0x03A7, 'X'}, Likeness{0x03B1, 'a'}, Likeness{0x03B9, 'i'}, Likeness{0x03BD, 'v'},
    Likeness{0x03BF, 'o'}, Likeness{0x03C1, 'p'}, Likeness{0x03C5, 'u'}, Likeness{0x0405, 'S'},
    Likeness{0x0406, 'I'}, Likeness{0x0408, 'J'}, Likeness{0x0410, 'A'}, Likeness{0x0412, 'B'},
    Likeness{0x0415, 'E'}, Likeness{0x041A, 'K'}, Likeness{0x041C, 'M'}, Likeness{0x041D, 'H'},
    Likeness{0x041E, 'O'}, Likeness{0x0420, 'P'}, Likeness{0x0421, 'C'}, Likeness{0x0422, 'T'},
    Likeness{0x0423, 'Y'}, Likeness{0x0425, 'X'}, Likeness{0x0430, 'a'}, Likeness{0x0435, 'e'},
    Likeness{0x043E, 'o'}, Likeness{0x0440, 'p'}, Likeness{0x0441, 'c'}, Likeness{0x0443, 'y'},
    Likeness{0x0445, 'x'}, Likeness{0x0455, 's'}, Likeness{0x0456, 'i'}, Likeness{0x0458, 'j'},
    Likeness{0x04BB, 'h'}, Likeness{0x0501, 'd'}, Likeness{0x050C, 'G'}, Likeness{0x051B, 'q'},
    Likeness{0x051C, 'W'}, Likeness{0x051D, 'w'}, Likeness{0x0555, 'O'}, Likeness{0x0578, 'n'},
    Likeness{0x057D, 'u'}, Likeness{0x0585, 'o'}};
// Full-width forms of our letters lie in the order of ours.
constexpr char32_t kFirstWide = 0xFF01;
constexpr char32_t kLastWide = 0xFF5E;

// The names of a scope that are taken.
class TakenNames {
 public:
  using Key = std::tuple<NameSort, std::uint32_t, std::string>;

  explicit TakenNames(const std::vector<NameEntry>& entries) {
    for (const NameEntry& entry : entries) taken_.insert(keyOf(entry, entry.name));
  }
  bool has(const NameEntry& entry, const std::string& name) const {
    return taken_.count(keyOf(entry, name)) != 0;
  }
  void take(const NameEntry& entry, const std::string& name) { taken_.insert(keyOf(entry, name)); }

  // Names that differ by case or separators alone count as one: else one fault made another.
  static Key keyOf(const NameEntry& entry, const std::string& name) {
    return {entry.sort, nameScope(entry), unstyled(name)};
  }

 private:
  std::set<Key> taken_;
};

void dropLastLetter(std::string& word) {
  while (!word.empty() && (static_cast<unsigned char>(word.back()) & 0xC0U) == 0x80U)
    word.pop_back();
  if (!word.empty()) word.pop_back();
}

// Long words lose letters at their end until all fit.
std::string shortened(Words words, const NamingRule& rule) {
  const auto length = [&] { return codesOf(styled(words, rule.style)).size(); };
  while (length() > static_cast<std::size_t>(rule.longest)) {
    const auto longest =
        std::max_element(words.begin(), words.end(),
                         [](const auto& a, const auto& b) { return a.size() < b.size(); });
    if (longest->size() > 1) {
      dropLastLetter(*longest);
    } else if (words.size() > 1) {
      words.pop_back();
    } else {
      break;
    }
  }
  return styled(words, rule.style);
}

std::string withSort(const NameEntry& entry, const NamingRule& rule) {
  Words words = wordsOf(entry.name);
  words.emplace_back(wordOf(kNameSortWords, entry.sort));
  return styled(words, rule.style);
}

std::string wanted(const Project& project, const NameEntry& entry, NameFault fault) {
  const NamingRule& rule = project.naming;
  switch (fault) {
    case NameFault::Reserved:
    case NameFault::Clash:
      return withSort(entry, rule);
    case NameFault::File:
      return isNoFileName(entry.proposed) ? withSort(entry, rule) : entry.proposed;
    case NameFault::Long:
      return shortened(wordsOf(entry.name), rule);
    case NameFault::Lookalike:
      return styled(withOwnLetters(entry.name), rule.style);
    case NameFault::Near:
      return entry.near;
    case NameFault::Pattern:
    case NameFault::Shared:
    case NameFault::Case:
      break;
  }
  return entry.proposed;
}

// With the least number from 2 up that makes it free; a name that is long enough gives letters.
std::string freeName(const std::string& name, const NameEntry& entry, const NamingRule& rule,
                     const TakenNames& taken) {
  if (!taken.has(entry, name)) return name;
  for (int number = 2;; ++number) {
    Words words = wordsOf(name);
    words.push_back(std::to_string(number));
    std::string candidate = styled(words, rule.style);
    const auto longest = static_cast<std::size_t>(rule.longest);
    for (std::string& first = words.front();
         codesOf(candidate).size() > longest && codesOf(first).size() > 1;) {
      dropLastLetter(first);
      candidate = styled(words, rule.style);
    }
    if (!taken.has(entry, candidate)) return candidate;
  }
}

std::string better(const Project& project, const NameEntry& entry, NameFault fault,
                   const TakenNames& taken) {
  std::string name = wanted(project, entry, fault);
  // By the convention names are free beside each other already.
  if (fault == NameFault::Pattern) return name;
  return freeName(name, entry, project.naming, taken);
}

}  // namespace

std::string betterName(const Project& project, const std::vector<NameEntry>& entries,
                       const NameEntry& entry, NameFault fault) {
  return better(project, entry, fault, TakenNames(entries));
}

std::string_view fixWords(NameFault fault) {
  switch (fault) {
    case NameFault::Pattern:
      return "Rename by the convention";
    case NameFault::Shared:
    case NameFault::Case:
      return "Add a number";
    case NameFault::Reserved:
    case NameFault::Clash:
      return "Add the type as a suffix";
    case NameFault::Long:
      return "Shorten the words";
    case NameFault::File:
      return "Make it a valid file name";
    case NameFault::Lookalike:
      return "Use plain letters";
    case NameFault::Near:
      return "Use the other spelling";
  }
  return {};
}

std::vector<ThingRename> fixesOf(const Project& project, const std::vector<NameEntry>& entries,
                                 const std::vector<NameEntry>& wrong, NameFault fault) {
  TakenNames taken(entries);
  // If all similar names are renamed, the first of them may keep its name.
  std::map<TakenNames::Key, std::size_t> alike;
  std::map<TakenNames::Key, std::size_t> renamed;
  const bool firstStays = fault == NameFault::Shared || fault == NameFault::Case;
  if (firstStays) {
    for (const NameEntry& entry : entries) ++alike[TakenNames::keyOf(entry, entry.name)];
    for (const NameEntry& entry : wrong) ++renamed[TakenNames::keyOf(entry, entry.name)];
  }
  std::vector<ThingRename> fixes;
  for (const NameEntry& entry : wrong) {
    const TakenNames::Key key = TakenNames::keyOf(entry, entry.name);
    if (firstStays && renamed[key] == alike[key]) {
      renamed[key] = 0;
      continue;
    }
    std::string to = better(project, entry, fault, taken);
    if (to == entry.name) continue;
    taken.take(entry, to);
    fixes.push_back({entry, std::move(to)});
  }
  return fixes;
}

std::string withOwnLetters(std::string_view name) {
  const std::string valid = escapedUtf8(name);
  std::string own;
  for (std::size_t at = 0; at < valid.size();) {
    const char32_t code = nextCode(valid, at);
    const auto* like = std::find_if(kLikenesses.begin(), kLikenesses.end(),
                                    [&](const Likeness& one) { return one.letter == code; });
    if (like != kLikenesses.end()) {
      own += like->own;
    } else if (code >= kFirstWide && code <= kLastWide) {
      own += static_cast<char>(code - kFirstWide + '!');
    } else if (const std::string letter = utf8Of(code); !hasLookalike(letter)) {
      own += letter;
    }
  }
  return own;
}

}  // namespace amber

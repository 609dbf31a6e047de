#include "core/naming/sides.h"

#include <algorithm>
#include <array>

#include "core/base/letters.h"

namespace amber {
namespace {

struct SideWords {
  std::string_view left;
  std::string_view right;
};

// In the order of SideSpelling, after Any.
constexpr std::array<SideWords, 3> kWords = {{{"left", "right"}, {"l", "r"}, {"west", "east"}}};

struct Span {
  std::size_t from;
  std::size_t to;
};

// Where the words of a name stand: a capital after a small letter or a digit begins one, all but
// letters and digits separates them.
std::vector<Span> wordsIn(std::string_view name) {
  std::vector<Span> words;
  bool inside = false;
  for (std::size_t i = 0; i < name.size(); ++i) {
    const char c = name[i];
    if (isAscii(c) && !isSmall(c) && !isCapital(c) && !isDigit(c)) {
      inside = false;
      continue;
    }
    if (!inside || (isCapital(c) && !isCapital(name[i - 1]))) words.push_back({i, i});
    words.back().to = i + 1;
    inside = true;
  }
  return words;
}

struct Found {
  Span place;
  Side side;
  std::string_view other;
};

// The side that a word in small letters is, and the other of its pair.
std::optional<Found> sideAt(std::string_view word) {
  for (const SideWords& words : kWords) {
    if (word == words.left) return Found{{}, Side::Left, words.right};
    if (word == words.right) return Found{{}, Side::Right, words.left};
  }
  return std::nullopt;
}

std::optional<Found> lastSide(std::string_view name) {
  const std::vector<Span> words = wordsIn(name);
  for (auto place = words.rbegin(); place != words.rend(); ++place) {
    std::string word(name.substr(place->from, place->to - place->from));
    for (char& c : word) c = toSmall(c);
    auto found = sideAt(word);
    if (!found) continue;
    found->place = *place;
    return found;
  }
  return std::nullopt;
}

}  // namespace

std::optional<Side> sideOf(std::string_view name) {
  const auto found = lastSide(name);
  return found ? std::optional(found->side) : std::nullopt;
}

std::optional<std::string> otherSide(std::string_view name) {
  const auto found = lastSide(name);
  if (!found) return std::nullopt;
  const std::string_view word = name.substr(found->place.from, found->place.to - found->place.from);
  std::string other(found->other);
  const bool all = word.size() > 1 && std::all_of(word.begin(), word.end(), isCapital);
  if (isCapital(word.front())) {
    for (std::size_t i = 0; i < (all ? other.size() : 1); ++i) other[i] = toCapital(other[i]);
  }
  std::string result(name);
  return result.replace(found->place.from, word.size(), other);
}

std::optional<std::string> withoutSide(std::string_view name) {
  const auto found = lastSide(name);
  const std::vector<Span> words = wordsIn(name);
  if (!found || words.size() < 2) return std::nullopt;
  // The separator goes with it: the one before, or after a first word.
  const auto own = std::find_if(words.begin(), words.end(),
                                [&](const Span& word) { return word.from == found->place.from; });
  const std::size_t from = own == words.begin() ? own->from : (own - 1)->to;
  const std::size_t to = own == words.begin() ? (own + 1)->from : own->to;
  std::string result(name);
  return result.erase(from, to - from);
}

std::vector<std::string> spelledSide(std::vector<std::string> words, SideSpelling spelling) {
  if (spelling == SideSpelling::Any) return words;
  const SideWords& wanted = kWords[static_cast<std::size_t>(spelling) - 1];
  for (auto word = words.rbegin(); word != words.rend(); ++word) {
    const auto found = sideAt(*word);
    if (!found) continue;
    *word = found->side == Side::Left ? wanted.left : wanted.right;
    break;
  }
  return words;
}

}  // namespace amber

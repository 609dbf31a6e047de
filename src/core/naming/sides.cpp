#include "core/naming/sides.h"

#include <algorithm>
#include <array>

namespace amber {
namespace {

struct SideWords {
  std::string_view left;
  std::string_view right;
};

constexpr std::array<SideWords, 3> kWords = {{{"left", "right"}, {"l", "r"}, {"west", "east"}}};

struct Found {
  std::size_t at;
  std::string_view word;
  std::string_view other;
  Side side;
};

std::optional<Found> lastSide(std::string_view name) {
  std::size_t end = name.size();
  while (true) {
    const std::size_t bar = end == 0 ? std::string_view::npos : name.rfind('_', end - 1);
    const std::size_t start = bar == std::string_view::npos ? 0 : bar + 1;
    const std::string_view word = name.substr(start, end - start);
    for (const SideWords& words : kWords) {
      if (word == words.left) return Found{start, word, words.right, Side::Left};
      if (word == words.right) return Found{start, word, words.left, Side::Right};
    }
    if (start == 0) return std::nullopt;
    end = bar;
  }
}

}  // namespace

std::optional<Side> sideOf(std::string_view name) {
  const auto found = lastSide(name);
  return found ? std::optional(found->side) : std::nullopt;
}

std::optional<std::string> otherSide(std::string_view name) {
  const auto found = lastSide(name);
  if (!found) return std::nullopt;
  std::string result(name);
  return result.replace(found->at, found->word.size(), found->other);
}

}  // namespace amber

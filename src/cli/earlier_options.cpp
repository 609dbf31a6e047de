#include "cli/earlier_options.h"

#include <algorithm>
#include <array>
#include <string_view>
#include <utility>

namespace amber {
namespace {

struct EarlierOption {
  std::string_view command;
  std::string_view before;
  std::string_view now;
};

constexpr std::array kEarlierOptions{
    EarlierOption{"check", "--mend", "--fix"},
    EarlierOption{"expect", "--drop", "--remove"},
    EarlierOption{"course", "--speed", "--run-speed"},
    EarlierOption{"course", "--jump", "--jump-speed"},
    EarlierOption{"course", "--fall", "--fastest-fall"},
    EarlierOption{"course", "--slope", "--steepest-slope"},
    EarlierOption{"course", "--step", "--highest-step"},
    EarlierOption{"course", "--idle", "--idle-animation"},
    EarlierOption{"course", "--walk", "--walk-animation"},
    EarlierOption{"course", "--leap", "--rise-animation"},
    EarlierOption{"course", "--drop", "--fall-animation"},
    EarlierOption{"new", "--sure", "--clear-only"},
    EarlierOption{"add", "--sure", "--clear-only"},
};

using Words = std::vector<std::string>;

Words::iterator option(Words& words, std::string_view name) {
  return std::find(words.begin(), words.end(), name);
}

// Removes an option with its value, and returns the value; empty where it is not there.
std::string taken(Words& words, std::string_view name) {
  const auto at = option(words, name);
  if (at == words.end() || at + 1 == words.end()) return {};
  std::string value = *(at + 1);
  words.erase(at, at + 2);
  return value;
}

// `--kind TYPE --style STYLE` was the shape while `--of-kind K` was the kind of an asset; of `fit`
// and `role`, which select no assets, `--kind` was always the shape.
void replaceShapeOptions(Words& words) {
  const std::string& command = words.front();
  const bool ofKind = option(words, "--of-kind") != words.end();
  const bool style = command != "names" && option(words, "--style") != words.end();
  if (ofKind || style || command == "fit" || command == "role") {
    const std::string type = taken(words, "--kind");
    const std::string styleWord = command == "names" ? "" : taken(words, "--style");
    if (!type.empty() || !styleWord.empty()) {
      words.emplace_back("--shape");
      words.push_back((type.empty() ? "box" : type) + (styleWord.empty() ? "" : ":" + styleWord));
    }
  }
  if (const auto at = option(words, "--of-kind"); at != words.end()) *at = "--kind";
  if (const auto at = option(words, "--lie"); at != words.end()) {
    *at = "--axis";
    for (const auto& [before, now] : {std::pair{"upright", "vertical"}, {"lying", "horizontal"}}) {
      if (at + 1 != words.end() && *(at + 1) == before) *(at + 1) = now;
    }
  }
}

}  // namespace

std::vector<std::string> withCurrentOptions(std::vector<std::string> words) {
  const auto command = std::find_if(words.begin(), words.end(), [](const std::string& word) {
    return !word.empty() && word.front() != '-';
  });
  if (command == words.end()) return words;
  std::rotate(words.begin(), command, words.end());
  for (const EarlierOption& one : kEarlierOptions) {
    if (one.command != words.front()) continue;
    std::replace(words.begin(), words.end(), std::string(one.before), std::string(one.now));
  }
  replaceShapeOptions(words);
  return words;
}

}  // namespace amber

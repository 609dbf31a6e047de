#include "core/base/nearest_word.h"

#include <algorithm>
#include <string>
#include <vector>

#include "core/base/letters.h"
#include "core/base/utf8.h"

namespace amber {
namespace {

// Longer words are not typed by people. This bounds the work.
constexpr std::size_t kLongestWord = 100;

std::string lowered(std::string_view text) {
  std::string lower;
  for (const char32_t code : codesOf(text).substr(0, kLongestWord)) lower += utf8Of(toSmall(code));
  return lower;
}

}  // namespace

namespace {

template <class Text>
int distanceOf(const Text& a, const Text& b) {
  std::vector<int> above(b.size() + 1);
  std::vector<int> row(b.size() + 1);
  std::vector<int> aboveThat(b.size() + 1);
  for (std::size_t j = 0; j <= b.size(); ++j) above[j] = static_cast<int>(j);
  for (std::size_t i = 1; i <= a.size(); ++i) {
    row[0] = static_cast<int>(i);
    for (std::size_t j = 1; j <= b.size(); ++j) {
      const int changed = above[j - 1] + (a[i - 1] == b[j - 1] ? 0 : 1);
      row[j] = std::min({above[j] + 1, row[j - 1] + 1, changed});
      if (i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1]) {
        row[j] = std::min(row[j], aboveThat[j - 2] + 1);
      }
    }
    std::swap(aboveThat, above);
    std::swap(above, row);
  }
  return above[b.size()];
}

}  // namespace

int editDistance(std::string_view a, std::string_view b) {
  if (isAscii(a) && isAscii(b)) return distanceOf(a, b);
  return distanceOf(codesOf(a), codesOf(b));
}

std::string_view nearestWord(std::string_view typed, std::span<const std::string_view> words) {
  const std::string wanted = lowered(typed);
  std::string_view nearest;
  int least = 0;
  for (const std::string_view word : words) {
    const int distance = editDistance(wanted, lowered(word));
    const auto longer = static_cast<int>(std::max(codesOf(wanted).size(), codesOf(word).size()));
    if (distance > std::max(1, longer / 3)) continue;
    if (!nearest.empty() && distance >= least) continue;
    nearest = word;
    least = distance;
  }
  return nearest;
}

}  // namespace amber

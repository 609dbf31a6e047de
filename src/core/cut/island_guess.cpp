#include "core/cut/island_guess.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace amber {
namespace {

constexpr std::array<int, 13> kJoins = {1, 2, 3, 4, 5, 6, 8, 10, 12, 16, 24, 32, 64};
// Parting is proposed where it makes figures this much likelier.
constexpr double kWorthParting = 0.05;
// Parting takes memory by the pixel; on larger sheets it is left to be asked for, px.
constexpr long long kMostParted = 64LL << 20;
// More islands than this are texture.
constexpr std::size_t kMostIslands = 20000;

double areaOf(const PixelRect& rect) {
  return static_cast<double>(rect.w) * rect.h;
}

// Figures of one sheet are many and of like size; the parts of one figure are few, and one of them
// is most of it.
double likelihoodOf(const std::vector<Island>& islands) {
  PixelRect all;
  std::vector<double> areas;
  for (const Island& island : islands) {
    all = united(all, island.bounds);
    areas.push_back(areaOf(island.bounds));
  }
  std::sort(areas.begin(), areas.end());
  const double largest = areas.back() / areaOf(all);
  const double middle = areas[areas.size() / 2] / areas.back();
  const double many = 1 - std::exp(-static_cast<double>(islands.size()) / 4.0);
  return many * std::max(0.0, 1 - 1.6 * largest) * std::min(1.0, 0.5 + middle);
}

std::optional<IslandGuess> steadiest(const SheetArt& art, int part) {
  std::array<std::size_t, kJoins.size()> counts{};
  const PixelMask& ink = part > 0 ? art.firm : art.faint;
  for (std::size_t i = 0; i < kJoins.size(); ++i) {
    counts[i] = islandsOf(ink, {kJoins[i], 1, 0}).all.size();
    if (i == 0 && counts[i] > kMostIslands) return std::nullopt;
    if (counts[i] < 2) break;
  }
  double widest = 0;
  std::size_t best = kJoins.size();
  for (std::size_t i = 0; i + 1 < kJoins.size() && counts[i] >= 2; ++i) {
    std::size_t end = i + 1;
    while (end < kJoins.size() && counts[end] == counts[i]) ++end;
    const double range = end == kJoins.size() ? 1e9 : static_cast<double>(kJoins[end]) / kJoins[i];
    if (range <= widest) continue;
    widest = range;
    best = i;
  }
  if (best == kJoins.size()) return std::nullopt;
  IslandGuess guess{{kJoins[best], 1, part}, {}, 0};
  guess.islands = islandsOf(ink, guess.rule).all;
  guess.likelihood = likelihoodOf(guess.islands);
  return guess;
}

}  // namespace

std::optional<IslandGuess> guessIslands(const SheetArt& art) {
  auto plain = steadiest(art, 0);
  const bool large = 1LL * art.image.width() * art.image.height() > kMostParted;
  if (large || art.faint == art.firm) return plain;
  auto parted = steadiest(art, art.firmAlpha);
  if (!parted) return plain;
  if (plain && (parted->islands.size() <= plain->islands.size() ||
                parted->likelihood < plain->likelihood + kWorthParting)) {
    return plain;
  }
  parted->islands = partedIslandsOf(art.faint, art.firm, parted->rule).all;
  return parted;
}

}  // namespace amber

#include "core/cut/island_guess.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "core/cut/grids/drawn_boxes.h"
#include "core/cut/islands/cast_shadows.h"
#include "core/cut/packing/tight_packing.h"

namespace amber {
namespace {

constexpr std::array<int, 13> kJoins = {1, 2, 3, 4, 5, 6, 8, 10, 12, 16, 24, 32, 64};
// Parting is proposed where it makes figures this much likelier.
constexpr double kWorthParting = 0.05;
// And that only what touches is one figure, where it makes them this much likelier.
constexpr double kWorthTouching = 0.15;
// Parting takes memory by the pixel; on larger sheets it is left to be asked for, px.
constexpr long long kMostParted = 64LL << 20;
// How ink that lies beside drawn boxes is gathered: parts this near, and no specks, px.
constexpr int kBesideBoxes = 2;
constexpr int kLeastBesideBoxes = 4;
// Islands that cover so much of a sheet are its frames; packing it tightly must cover more by this.
constexpr double kTiled = 0.9;
constexpr double kWorthFilling = 0.05;
// More islands than this are texture.
constexpr std::size_t kMostIslands = 20000;

std::optional<IslandGuess> steadiest(const SheetArt& art, int part) {
  std::array<std::size_t, kJoins.size()> counts{};
  const PixelMask& ink = part > 0 ? art.firm : art.faint;
  for (std::size_t i = 0; i < kJoins.size(); ++i) {
    counts[i] = islandCount(ink, kJoins[i]);
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
  guess.likelihood = likeFigures(guess.islands);
  return guess;
}

// Opaque figures that cast soft shadows, all the same way.
std::optional<IslandGuess> withShadows(const SheetArt& art) {
  const PixelMask opaque = intersection(art.faint, inkOf(art.image, 255, {}));
  const auto fall = shadowFall(art.faint, opaque);
  if (!fall || !isLikely(*fall)) return std::nullopt;
  IslandGuess guess{{1, 1, 0, false, true}, {}, 0};
  guess.islands = islandsWithShadows(art.faint, opaque, guess.rule).all;
  guess.likelihood = likeFigures(guess.islands);
  return guess;
}

// Islands by what is connected or near, with shadows or without.
std::optional<IslandGuess> byNearness(const SheetArt& art) {
  auto best = steadiest(art, 0);
  const bool large = 1LL * art.image.width() * art.image.height() > kMostParted;
  const bool parts = !large && !(art.faint == art.firm);
  if (parts) {
    if (auto shaded = withShadows(art); shaded && shaded->islands.size() > 1) return shaded;
  }
  if (parts) {
    auto parted = steadiest(art, art.firmAlpha);
    const bool more = parted && (!best || parted->islands.size() > best->islands.size());
    if (more && (!best || parted->likelihood >= best->likelihood + kWorthParting)) {
      parted->islands = partedIslandsOf(art.faint, art.firm, parted->rule).all;
      best = std::move(parted);
    }
  }
  // On packed sheets nothing lies between figures, and no distance is steady: what touches is one.
  std::vector<int> alphas{0};
  if (parts) alphas.insert(alphas.end(), {art.firmAlpha, (art.firmAlpha + 255) / 2});
  for (const int part : alphas) {
    IslandGuess touching{{1, 1, part}, {}, 0};
    touching.islands =
        part == 0 ? islandsOf(art.faint, touching.rule).all
        : part == art.firmAlpha
            ? partedIslandsOf(art.faint, art.firm, touching.rule).all
            : partedIslandsOf(art.faint, inkOf(art.image, part, {}), touching.rule).all;
    if (touching.islands.size() < 2 || touching.islands.size() > kMostIslands) continue;
    touching.likelihood = likeFigures(touching.islands);
    if (!best || touching.likelihood >= best->likelihood + kWorthTouching) {
      best = std::move(touching);
    }
  }
  return best;
}

// Frames that fill the sheet between them, where `best` leaves much of it.
std::optional<IslandGuess> packedTightly(const SheetArt& art, const IslandGuess& best) {
  const double taken = roomTaken(best.islands, art.image.size());
  if (taken >= kTiled) return std::nullopt;
  auto frames = tightPacking(art);
  if (!frames || roomTaken(*frames, art.image.size()) < taken + kWorthFilling) return std::nullopt;
  IslandGuess guess{{}, std::move(*frames), 0};
  guess.rule.tight = true;
  guess.likelihood = likeFigures(guess.islands);
  return guess;
}

}  // namespace

std::optional<IslandGuess> guessIslands(const SheetArt& art) {
  if (const auto boxes = likelyBoxes(art); !boxes.empty()) {
    IslandGuess boxed{{kBesideBoxes, kLeastBesideBoxes, 0, true}, {}, 1};
    boxed.islands = islandsAmongBoxes(boxes, art.faint, nullptr, boxed.rule).all;
    return boxed;
  }
  auto best = byNearness(art);
  if (!best) return best;
  if (auto tight = packedTightly(art, *best)) return tight;
  return best;
}

}  // namespace amber

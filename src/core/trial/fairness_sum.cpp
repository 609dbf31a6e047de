#include "core/trial/fairness_sum.h"

#include <array>

namespace amber {
namespace {

constexpr Rgba kFair{138, 122, 96, 255};
constexpr std::array<Rgba, 2> kPhantom = {Rgba{176, 48, 36, 255}, Rgba{214, 120, 104, 255}};
constexpr std::array<Rgba, 2> kMissed = {Rgba{92, 48, 128, 255}, Rgba{158, 124, 186, 255}};
// How wide stripes are, px, of a period.
constexpr int kPeriod = 4;
constexpr int kStripe = 2;

int stripe(int along) {
  const int at = ((along % kPeriod) + kPeriod) % kPeriod;
  return at < kStripe ? 0 : 1;
}

}  // namespace

std::vector<FairFrame> fairFrames(const std::vector<TrialFrame>& frames, bool mirroredToo) {
  std::vector<FairFrame> fair;
  for (const TrialFrame& frame : frames) {
    fair.push_back({&frame, false});
    if (mirroredToo) fair.push_back({&frame, true});
  }
  return fair;
}

PixelRect FairnessSum::offsets() const {
  return united(united(fair.rect(), phantom.rect()), missed.rect());
}

void FairnessSum::add(const FairPair& pair, const FairnessMap& map) {
  pairs.push_back(pair);
  total.add(map);
  if (ofA.size() <= pair.a) ofA.resize(pair.a + 1);
  ofA[pair.a].add(map);
  const int x = map.pixels.x;
  const int y = map.pixels.y;
  fair = united(fair, {x, y, intersection(map.pixels.met, map.shapes.met)});
  phantom = united(phantom, {x, y, difference(map.shapes.met, map.pixels.met)});
  missed = united(missed, {x, y, difference(map.pixels.met, map.shapes.met)});
}

FairnessSum fairnessSum(const Project& project, const std::vector<FairFrame>& a,
                        const std::vector<FairFrame>& b, std::string_view roleA,
                        std::string_view roleB, const Progress& progress) {
  FairnessSum sum;
  const int all = static_cast<int>(a.size() * b.size());
  for (std::size_t i = 0; i < a.size(); ++i) {
    for (std::size_t k = 0; k < b.size(); ++k) {
      progress.at(static_cast<int>(sum.pairs.size()), all);
      if (progress.cancelled()) return sum;
      const FairnessMap map =
          fairnessMap(a[i], b[k], countingPairs(project, *a[i].frame, *b[k].frame, roleA, roleB));
      sum.add({i, k, map.phantomShare(), map.missedShare()}, map);
    }
  }
  return sum;
}

Image fairnessPicture(const FairnessSum& sum) {
  const PixelRect offsets = sum.offsets();
  Image picture(offsets.w, offsets.h);
  for (int y = 0; y < offsets.h; ++y) {
    for (int x = 0; x < offsets.w; ++x) {
      const int u = offsets.x + x;
      const int v = offsets.y + y;
      if (sum.phantom.meetsAt(u, v)) {
        picture.at(x, y) = kPhantom[static_cast<std::size_t>(stripe(u + v))];
      } else if (sum.missed.meetsAt(u, v)) {
        picture.at(x, y) = kMissed[static_cast<std::size_t>(stripe(u - v))];
      } else if (sum.fair.meetsAt(u, v)) {
        picture.at(x, y) = kFair;
      }
    }
  }
  return picture;
}

FairnessMark fairnessMark(const Rgba& colour) {
  if (colour == kFair) return FairnessMark::Fair;
  if (colour == kPhantom[0] || colour == kPhantom[1]) return FairnessMark::Phantom;
  if (colour == kMissed[0] || colour == kMissed[1]) return FairnessMark::Missed;
  return FairnessMark::Nothing;
}

}  // namespace amber

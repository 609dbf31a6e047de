#include "core/origin/mirrored_pairs.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <optional>
#include <set>

#include "core/naming/sides.h"
#include "core/origin/landmarks.h"
#include "core/origin/turning.h"

namespace amber {
namespace {

// Sides of ink may differ by this share of its pixels and still be mirrors: a highlight, a seam.
constexpr double kOtherInk = 0.1;
// Nearer than this, origins are mirrors of each other, px.
constexpr double kSameMirrored = 1e-6;

struct Figure {
  PixelRect ink;  // in the frame
  PixelMask mask;
};

std::optional<Figure> figureOf(const Frame& frame, const ArtSource& art) {
  const auto sheet = frame.lost ? nullptr : art(frame.sheet);
  if (sheet == nullptr) return std::nullopt;
  const PixelMask whole = cropped(sheet->firm, frame.rect);
  const auto ink = boundsOf(whole);
  if (!ink) return std::nullopt;
  return Figure{*ink, cropped(whole, *ink)};
}

bool areMirrors(const PixelMask& a, const PixelMask& b) {
  if (a.size() != b.size()) return false;
  long long differ = 0;
  for (int y = 0; y < a.height(); ++y) {
    for (int x = 0; x < a.width(); ++x) {
      if (a.test(x, y) != b.test(a.width() - 1 - x, y)) ++differ;
    }
  }
  return static_cast<double>(differ) <= kOtherInk * static_cast<double>(countOf(a));
}

std::optional<FramePoint> expectedOrigin(const Frame& left, const Frame& right,
                                         const ArtSource& art) {
  const auto a = figureOf(left, art);
  const auto b = a ? figureOf(right, art) : std::nullopt;
  if (!b || !areMirrors(a->mask, b->mask)) return std::nullopt;
  const OriginPoint fromCorner{left.origin.x - a->ink.x, left.origin.y - a->ink.y};
  return FramePoint{b->ink.right() - fromCorner.x, b->ink.y + fromCorner.y};
}

const Animation* animationOf(const Asset& asset, const std::string& name) {
  const auto found = std::find_if(asset.animations.begin(), asset.animations.end(),
                                  [&](const Animation& one) { return one.name == name; });
  return found == asset.animations.end() ? nullptr : &*found;
}

MirroredPair compared(const Asset& leftAsset, const Animation& left, const Asset& rightAsset,
                      const Animation& right, const ArtSource& art) {
  MirroredPair pair{&leftAsset, &left, &rightAsset, &right, {}, {}, 0};
  std::set<FrameId> seen;
  const std::size_t steps = std::min(left.steps.size(), right.steps.size());
  for (std::size_t i = 0; i < steps; ++i) {
    const Frame* a = findFrame(leftAsset, left.steps[i].frame);
    const Frame* b = findFrame(rightAsset, right.steps[i].frame);
    if (a == b || !seen.insert(b->id).second) continue;
    const auto expected = expectedOrigin(*a, *b, art);
    if (!expected) continue;
    pair.mirrors.emplace_back(a, b);
    const double off = std::hypot(expected->x - b->origin.x, expected->y - b->origin.y);
    if (off <= kSameMirrored) continue;
    pair.misses.push_back({rightAsset.id, b->id, *expected});
    pair.farthest = std::max(pair.farthest, off);
  }
  return pair;
}

void addPairsWithin(const Asset& asset, SidesSaid said, const ArtSource& art,
                    std::vector<MirroredPair>& pairs) {
  for (const Animation& one : asset.animations) {
    const std::optional<Side> side = sideOf(one.name);
    if (!side) continue;
    const Animation* other = animationOf(asset, *otherSide(one.name));
    // A pair with sides in both names is found at its left one.
    if (other != nullptr && *side == Side::Right) continue;
    // Its mirror's side may go without saying.
    const bool own = said == (*side == Side::Left ? SidesSaid::Left : SidesSaid::Right);
    if (other == nullptr && own) other = animationOf(asset, withoutSide(one.name).value_or(""));
    if (other == nullptr) continue;
    pairs.push_back(*side == Side::Left ? compared(asset, one, asset, *other, art)
                                        : compared(asset, *other, asset, one, art));
  }
}

}  // namespace

std::vector<MirroredPair> mirroredPairs(const Project& project, const ArtSource& art) {
  std::vector<MirroredPair> pairs;
  for (const auto& asset : project.assets) {
    addPairsWithin(*asset, project.naming.sidesSaid, art, pairs);
    if (sideOf(asset->name) != Side::Left) continue;
    const Asset* other = findAsset(project, *otherSide(asset->name));
    if (other == nullptr) continue;
    for (const Animation& left : asset->animations) {
      if (const Animation* right = animationOf(*other, left.name)) {
        pairs.push_back(compared(*asset, left, *other, *right, art));
      }
    }
  }
  return pairs;
}

}  // namespace amber

#include "core/cut/frame_matching.h"

#include <algorithm>
#include <map>

namespace amber {
namespace {

// Of what two rectangles cover together, the share that both do, at least, to be one moved frame.
constexpr double kOverlap = 1.0 / 3;

double overlapOf(const PixelRect& a, const PixelRect& b) {
  const PixelRect both = intersection(a, b);
  if (both.empty()) return 0;
  const double shared = static_cast<double>(both.w) * both.h;
  return shared / (static_cast<double>(a.w) * a.h + static_cast<double>(b.w) * b.h - shared);
}

class Matching {
 public:
  Matching(const std::vector<Frame>& old, const std::vector<CutPlace>& places)
      : old_(old), places_(places), taken_(old.size(), false), result_(places.size()) {}

  std::vector<std::optional<std::size_t>> run() {
    byRect([](const Frame& frame, const CutPlace& place) { return frame.look == place.look; });
    byLook();
    byRect([](const Frame&, const CutPlace&) { return true; });
    byOverlap();
    byOrder();
    return std::move(result_);
  }

 private:
  void take(std::size_t place, std::size_t frame) {
    result_[place] = frame;
    taken_[frame] = true;
  }

  template <class Fits>
  void byRect(Fits fits) {
    std::multimap<std::pair<int, int>, std::size_t> corners;
    for (std::size_t i = 0; i < old_.size(); ++i) {
      if (!taken_[i] && !old_[i].lost)
        corners.emplace(std::pair{old_[i].rect.x, old_[i].rect.y}, i);
    }
    for (std::size_t p = 0; p < places_.size(); ++p) {
      if (result_[p]) continue;
      const auto [first, last] = corners.equal_range({places_[p].rect.x, places_[p].rect.y});
      const auto found = std::find_if(first, last, [&](const auto& entry) {
        const Frame& frame = old_[entry.second];
        return !taken_[entry.second] && frame.rect == places_[p].rect && fits(frame, places_[p]);
      });
      if (found != last) take(p, found->second);
    }
  }

  void byLook() {
    std::map<std::uint64_t, std::pair<std::vector<std::size_t>, std::vector<std::size_t>>> looks;
    for (std::size_t i = 0; i < old_.size(); ++i) {
      if (!taken_[i] && old_[i].look != 0) looks[old_[i].look].first.push_back(i);
    }
    for (std::size_t p = 0; p < places_.size(); ++p) {
      if (!result_[p] && places_[p].look != 0) looks[places_[p].look].second.push_back(p);
    }
    for (const auto& [look, both] : looks) {
      if (both.first.size() != both.second.size()) continue;
      for (std::size_t i = 0; i < both.first.size(); ++i) take(both.second[i], both.first[i]);
    }
  }

  void byOverlap() {
    struct Pair {
      double overlap;
      std::size_t place;
      std::size_t frame;
    };
    std::vector<Pair> pairs;
    for (std::size_t p = 0; p < places_.size(); ++p) {
      for (std::size_t i = 0; !result_[p] && i < old_.size(); ++i) {
        if (taken_[i] || old_[i].lost) continue;
        const double overlap = overlapOf(old_[i].rect, places_[p].rect);
        if (overlap >= kOverlap) pairs.push_back({overlap, p, i});
      }
    }
    std::stable_sort(pairs.begin(), pairs.end(),
                     [](const Pair& a, const Pair& b) { return a.overlap > b.overlap; });
    for (const Pair& pair : pairs) {
      if (!result_[pair.place] && !taken_[pair.frame]) take(pair.place, pair.frame);
    }
  }

  void byOrder() {
    if (old_.size() != places_.size()) return;
    std::size_t frame = 0;
    for (std::size_t p = 0; p < places_.size(); ++p) {
      if (result_[p]) continue;
      while (frame < old_.size() && (taken_[frame] || old_[frame].lost)) ++frame;
      if (frame == old_.size()) return;
      take(p, frame);
    }
  }

  const std::vector<Frame>& old_;
  const std::vector<CutPlace>& places_;
  std::vector<bool> taken_;
  std::vector<std::optional<std::size_t>> result_;
};

}  // namespace

std::vector<std::optional<std::size_t>> matchedFrames(const std::vector<Frame>& old,
                                                      const std::vector<CutPlace>& places) {
  return Matching(old, places).run();
}

}  // namespace amber

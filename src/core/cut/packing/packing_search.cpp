#include "core/cut/packing/packing_search.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <unordered_set>

#include "core/cut/packing/skyline.h"

namespace amber {
namespace {

// What room costs that no frame takes: of the area of a frame, and for each px of ink in it.
constexpr float kEmptyFrame = 4;
constexpr float kLostInk = 1.5F;
// Room left of a frame: at most so much, as a cost, and so many columns, by the side of a square
// frame.
constexpr float kMostBeside = 8;
constexpr double kColumnsBeside = 0.6;
// How many of a corner's candidates are followed: at the corner, and beside it.
constexpr std::size_t kFollowed = 12;
constexpr std::size_t kFollowedBeside = 4;
// Ways are compared that have filled the sheet equally far, by this part of a frame.
constexpr double kBandsAFrame = 12;
constexpr int kMostSteps = 1500000;
constexpr int kNoPut = -1;

// A frame that was put down, and the one before it.
struct Put {
  int before;
  PixelRect frame;
};

// A part of the sheet filled.
struct Way {
  Skyline skyline;
  float cost = 0;
  int filled = 0;     // px
  int last = kNoPut;  // Of the frames that were put down.
  PixelRect put;      // One more, not noted yet; empty: none.
};

bool likelier(const Way& a, const Way& b) {
  return a.cost < b.cost;
}

// One use.
class Search {
 public:
  Search(const PackingInk& ink, FrameCandidates& candidates, PackingEffort effort)
      : ink_(ink),
        candidates_(candidates),
        effort_(effort),
        kept_(effort.kept),
        all_(ink.size().w * ink.size().h),
        perEmpty_(static_cast<float>(kEmptyFrame / candidates.area())),
        mostBeside_(static_cast<int>(kColumnsBeside * std::sqrt(candidates.area()))),
        band_(std::max(1, static_cast<int>(candidates.area() / kBandsAFrame))),
        bands_(static_cast<std::size_t>(all_ / band_) + 1) {
    bands_.front().push_back({Skyline(ink.size().w, ink.size().h), 0, 0, kNoPut, {}});
  }

  std::optional<Packing> whole() {
    for (std::size_t band = 0; band < bands_.size(); ++band) {
      if (!follow(band)) return std::nullopt;
    }
    if (!best_) return std::nullopt;
    Packing packing{{}, best_->cost};
    for (int put = best_->last; put != kNoPut; put = puts_[static_cast<std::size_t>(put)].before) {
      packing.frames.push_back(puts_[static_cast<std::size_t>(put)].frame);
    }
    std::reverse(packing.frames.begin(), packing.frames.end());
    return packing;
  }

  std::optional<double> byTheFirst(double frames) {
    const double from = frames * candidates_.area();
    double least = std::numeric_limits<double>::max();
    for (std::size_t band = 0; band < bands_.size(); ++band) {
      const double filled = static_cast<double>(band) * band_;
      if (filled >= from + 2 * candidates_.area()) break;
      for (const Way& way : bands_[band]) {
        if (filled < from || way.filled == 0) continue;
        least = std::min(least, double{way.cost} * all_ / way.filled);
      }
      if (!follow(band)) return std::nullopt;
    }
    if (best_) least = std::min<double>(least, best_->cost);
    if (least == std::numeric_limits<double>::max()) return std::nullopt;
    return least;
  }

 private:
  // Takes all ways of this band on, also those that stay within it. False: too many steps.
  bool follow(std::size_t band) {
    while (!bands_[band].empty()) {
      std::vector<Way> ways;
      ways.swap(bands_[band]);
      for (Way& way : likeliestOf(std::move(ways))) {
        if (!way.put.empty()) {
          puts_.push_back({way.last, way.put});
          way.last = static_cast<int>(puts_.size()) - 1;
          way.put = {};
        }
        if (way.skyline.isFull()) {
          if (!best_ || likelier(way, *best_)) best_ = std::move(way);
          continue;
        }
        if (++steps_ > kMostSteps) return false;
        step(way);
      }
    }
    return true;
  }

  std::vector<Way> likeliestOf(std::vector<Way> ways) const {
    std::stable_sort(ways.begin(), ways.end(), likelier);
    std::vector<Way> kept;
    std::unordered_set<std::size_t> seen;
    for (Way& way : ways) {
      if (kept.size() == kept_) break;
      if (seen.insert(way.skyline.hash()).second) kept.push_back(std::move(way));
    }
    return kept;
  }

  // All that may come next.
  void step(const Way& way) {
    const Skyline::Notch notch =
        effort_.narrowFirst ? way.skyline.narrowest() : way.skyline.lowest();
    // Nothing goes here.
    const int down = std::min(notch.left, notch.right) - notch.y;
    const int lost = ink_.ink(notch.x, notch.y, notch.w, down);
    const int room = notch.w * down;
    put(way, {notch.x, notch.y, notch.w, down}, {},
        perEmpty_ * static_cast<float>(room) + kLostInk * static_cast<float>(lost));
    for (int beside = 0; beside < notch.w; ++beside) {
      if (beside > mostBeside_ || (beside > 0 && ink_.ink(notch.x, notch.y, beside, 1) > 0)) break;
      placeAt(way, notch, beside);
    }
  }

  // The frames that may start `beside` px right of the notch's corner.
  void placeAt(const Way& way, const Skyline::Notch& notch, int beside) {
    std::size_t left = beside == 0 ? kFollowed : kFollowedBeside;
    for (const FrameCandidate& candidate : candidates_.at(notch.x + beside, notch.y)) {
      if (beside + candidate.w > notch.w) continue;
      PixelRect empty;
      if (beside > 0) {
        empty = {notch.x, notch.y, beside, std::min(notch.left - notch.y, int{candidate.h})};
        if (ink_.ink(empty.x, empty.y, empty.w, empty.h) > 0) continue;
      }
      const float room = perEmpty_ * static_cast<float>(empty.w * empty.h);
      if (room > kMostBeside) continue;
      put(way, empty, {notch.x + beside, notch.y, candidate.w, candidate.h}, candidate.cost + room);
      if (--left == 0) break;
    }
  }

  void put(const Way& way, const PixelRect& empty, const PixelRect& frame, float cost) {
    const int filled = way.filled + empty.w * empty.h + frame.w * frame.h;
    std::vector<Way>& ways = bands_[static_cast<std::size_t>(filled / band_)];
    const float whole = way.cost + cost;
    // Twice as many as are followed: some may lead to one skyline.
    if (ways.size() >= 2 * kept_) {
      if (whole >= ways.front().cost) return;
      std::pop_heap(ways.begin(), ways.end(), likelier);
      ways.pop_back();
    }
    Way next{way.skyline, whole, filled, way.last, frame};
    if (!empty.empty()) next.skyline.fill(empty.x, empty.w, empty.bottom());
    if (!frame.empty()) next.skyline.fill(frame.x, frame.w, frame.bottom());
    ways.push_back(std::move(next));
    std::push_heap(ways.begin(), ways.end(), likelier);
  }

  const PackingInk& ink_;
  FrameCandidates& candidates_;
  PackingEffort effort_;
  std::size_t kept_;
  int all_;
  float perEmpty_;
  int mostBeside_;
  int band_;
  std::vector<std::vector<Way>> bands_;  // Heaps, the unlikeliest in front.
  std::vector<Put> puts_;
  std::optional<Way> best_;
  int steps_ = 0;
};

}  // namespace

std::optional<Packing> likeliestPacking(const PackingInk& ink, FrameCandidates& candidates,
                                        PackingEffort effort) {
  return Search(ink, candidates, effort).whole();
}

std::optional<double> costByTheFirst(const PackingInk& ink, FrameCandidates& candidates,
                                     PackingEffort effort, double frames) {
  return Search(ink, candidates, effort).byTheFirst(frames);
}

}  // namespace amber

#include "core/cut/packing/tight_packing.h"

#include <algorithm>
#include <mutex>

#include "core/cut/packing/packing_search.h"

namespace amber {
namespace {

// How many frames there may be, by the islands of plain ink, and the steps in which that is tried.
constexpr double kIslandsAFrame = 10;
constexpr double kFramesAnIsland = 1.1;
constexpr double kFewestFrames = 3;
constexpr double kCoarse = 1.6;
constexpr double kFine = 1.15;
constexpr std::size_t kLeastIslands = 4;
constexpr std::size_t kMostIslands = 4000;
// Small sheets are searched completely; larger ones are judged by the area of this many frames.
constexpr int kSmall = 40000;  // px
constexpr double kTelling = 10;
constexpr PackingEffort kTrying{10};
constexpr PackingEffort kTryingSmall{60};
constexpr PackingEffort kFilling{20};
// What a frame costs at most on the whole where the search did not lose its way.
constexpr double kGoodFrame = 0;
// Room and ink that a packing may leave.
constexpr double kLeastFilled = 0.8;

}  // namespace

double roomTaken(const std::vector<Island>& islands, PixelSize sheet) {
  double taken = 0;
  for (const Island& island : islands) {
    taken += static_cast<double>(areaOf(island.bounds));
  }
  return taken / static_cast<double>(areaOf({0, 0, sheet.w, sheet.h}));
}

namespace {

// What was found lately: a sheet is asked about when it is proposed for, shown and cut.
class Remembered {
 public:
  using Found = std::optional<std::vector<Island>>;

  std::optional<Found> of(const SheetArt& art) {
    const std::lock_guard lock(mutex_);
    for (const Entry& entry : entries_) {
      if (entry.image == art.image && entry.faint == art.faint) return entry.found;
    }
    return std::nullopt;
  }

  void keep(const SheetArt& art, const Found& found) {
    const std::lock_guard lock(mutex_);
    if (entries_.size() == kMost) entries_.erase(entries_.begin());
    entries_.push_back({art.image, art.faint, found});
  }

 private:
  // Of kMostTight px, 32 MB of pixels.
  static constexpr std::size_t kMost = 8;
  struct Entry {
    Image image;
    PixelMask faint;
    Found found;
  };
  std::mutex mutex_;
  std::vector<Entry> entries_;
};

std::optional<std::vector<Island>> searched(const SheetArt& art) {
  const PixelSize sheet = art.image.size();
  const long long area = areaOf(art.faint.rect());
  const std::size_t islands = islandCount(art.faint, 1);
  if (islands < kLeastIslands || islands > kMostIslands) return std::nullopt;
  const PackingInk ink(art);
  const bool small = area < kSmall;
  double least = 0;
  double likeliest = 0;
  const double last = std::max(kFewestFrames, kFramesAnIsland * static_cast<double>(islands));
  for (double frames = std::max(kFewestFrames, static_cast<double>(islands) / kIslandsAFrame);
       frames <= last; frames *= small ? kFine : kCoarse) {
    FrameCandidates candidates(ink, frames);
    const auto cost = costByTheFirst(ink, candidates, small ? kTryingSmall : kTrying,
                                     small ? static_cast<double>(area) : kTelling);
    if (!cost || (likeliest > 0 && *cost >= least)) continue;
    least = *cost;
    likeliest = frames;
  }
  if (likeliest == 0) return std::nullopt;
  FrameCandidates candidates(ink, likeliest);
  PackingEffort effort = small ? kTryingSmall : kFilling;
  auto packing = likeliestPacking(ink, candidates, effort);
  if (!packing || packing->cost > kGoodFrame * static_cast<double>(packing->frames.size())) {
    effort.narrowFirst = true;
    auto other = likeliestPacking(ink, candidates, effort);
    if (other && (!packing || other->cost < packing->cost)) packing = std::move(other);
  }
  if (!packing) return std::nullopt;
  std::vector<Island> frames;
  double inked = 0;
  for (const PixelRect& frame : packing->frames) {
    frames.push_back({frame, ink.ink(frame.x, frame.y, frame.w, frame.h)});
    inked += static_cast<double>(frames.back().inkPixels);
  }
  if (frames.size() < 2 || roomTaken(frames, sheet) < kLeastFilled ||
      inked < kLeastFilled * static_cast<double>(countOf(art.faint))) {
    return std::nullopt;
  }
  inReadingOrder(frames);
  return frames;
}

}  // namespace

std::optional<std::vector<Island>> tightPacking(const SheetArt& art) {
  static Remembered remembered;
  if (boundsOf(art.faint) != art.faint.rect() || areaOf(art.faint.rect()) > kMostTight) {
    return std::nullopt;
  }
  if (auto found = remembered.of(art)) return std::move(*found);
  auto found = searched(art);
  remembered.keep(art, found);
  return found;
}

}  // namespace amber

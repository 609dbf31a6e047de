#include "core/origin/slips.h"

#include <algorithm>
#include <cmath>
#include <optional>
#include <unordered_map>

#include "core/geometry/tolerances.h"
#include "core/image/bit_count.h"
#include "core/origin/ground.h"
#include "core/project/frame_index.h"

namespace amber {
namespace {

constexpr std::size_t kMostModels = 24;
constexpr double kOtherPicture = 1.0 / 7;
constexpr double kUsualShare = 0.6;
constexpr double kUsualReach = 0.5;

struct Standing {
  const Frame* frame = nullptr;
  Landmarks marks;
  PixelMask ink;   // of the whole frame
  PixelRect feet;  // of the ink, the part that is compared first
};

using Standings = std::vector<std::optional<Standing>>;

Standings standingsOf(const Asset& asset, const Animation& animation, const ArtSource& art) {
  FrameIndex frames(asset.frames);
  Standings standings;
  for (const Step& step : animation.steps) {
    auto& standing = standings.emplace_back();
    const Frame& frame = frames[step.frame];
    const auto sheet = frame.lost ? nullptr : art(frame.sheet);
    if (sheet == nullptr) continue;
    const auto marks = landmarksOf(sheet->firm, frame.rect);
    if (!marks) continue;
    standing = Standing{&frame, *marks, cropped(sheet->firm, frame.rect), marks->ink};
  }
  return standings;
}

int medianInkHeight(const Standings& standings) {
  std::vector<int> heights;
  for (const auto& one : standings) {
    if (one) heights.push_back(one->marks.ink.h);
  }
  if (heights.empty()) return 0;
  const auto middle = heights.begin() + static_cast<std::ptrdiff_t>(heights.size() / 2);
  std::nth_element(heights.begin(), middle, heights.end());
  return *middle;
}

void findFeet(Standings& standings) {
  const int rows = std::max(2, medianInkHeight(standings) / 8);
  for (auto& one : standings) {
    if (!one) continue;
    const PixelRect& ink = one->marks.ink;
    const int height = std::min(rows, ink.h);
    one->feet = {ink.x, ink.bottom() - height, ink.w, height};
  }
}

struct Offset {
  int x = 0;
  int y = 0;
};

// How much of two pictures differs, of all their pixels, when what lies at p in the first lies at
// p + offset in the second. The parts are bounds of ink, or its lowest rows, so that no other ink
// comes into the window.
double differing(const PixelMask& first, const PixelRect& part, const PixelMask& second,
                 const PixelRect& otherPart, Offset offset) {
  const PixelRect moved{otherPart.x - offset.x, otherPart.y - offset.y, otherPart.w, otherPart.h};
  const PixelRect window = united(part, moved);
  const PixelMask a = cropped(first, window);
  const PixelMask b =
      cropped(second, {window.x + offset.x, window.y + offset.y, window.w, window.h});
  long long differ = 0;
  long long all = 0;
  for (int y = 0; y < window.h; ++y) {
    for (int i = 0; i < a.wordsPerRow(); ++i) {
      differ += bitsIn(a.row(y)[i] ^ b.row(y)[i]);
      all += bitsIn(a.row(y)[i]) + bitsIn(b.row(y)[i]);
    }
  }
  return all == 0 ? 1 : static_cast<double>(differ) / static_cast<double>(all);
}

// The offset, within 1 px across of `guess` and reachY up and down, at which the parts are most
// alike; nothing where they are not.
std::optional<Offset> sameAt(const Standing& model, const PixelRect& inModel, const Standing& other,
                             const PixelRect& inOther, Offset guess, int reachY) {
  double least = kOtherPicture;
  std::optional<Offset> best;
  for (int dy = -reachY; dy <= reachY; ++dy) {
    for (int dx = -1; dx <= 1; ++dx) {
      const Offset offset{guess.x + dx, guess.y + dy};
      const double share = differing(model.ink, inModel, other.ink, inOther, offset);
      if (share < least) {
        least = share;
        best = offset;
      }
    }
  }
  return best;
}

// The position of a drawing in its cell, relative to that of the model in its cell. y is not set
// for a body that bobs over planted feet, because it does not show where the feet are.
struct Moved {
  int x = 0;
  std::optional<int> y;
};

std::optional<Moved> byFeet(const Standing& model, const Standing& other) {
  const Offset guess{static_cast<int>(std::lround(other.marks.feet.x - model.marks.feet.x)),
                     other.marks.ink.bottom() - model.marks.ink.bottom()};
  const auto same = sameAt(model, model.feet, other, other.feet, guess, 0);
  return same ? std::optional(Moved{same->x, same->y}) : std::nullopt;
}

std::optional<Moved> byAll(const Standing& model, const Standing& other) {
  const FramePoint& there = model.marks.centroid;
  const Offset guess{static_cast<int>(std::lround(other.marks.centroid.x - there.x)),
                     static_cast<int>(std::lround(other.marks.centroid.y - there.y))};
  const auto same = sameAt(model, model.marks.ink, other, other.marks.ink, guess, 1);
  if (!same) return std::nullopt;
  const int down = other.marks.ink.bottom() - model.marks.ink.bottom();
  return Moved{same->x, same->y == down ? std::optional(down) : std::nullopt};
}

std::optional<Moved> byFeetElseAll(const Standing& model, const Standing& other) {
  const auto moved = byFeet(model, other);
  return moved ? moved : byAll(model, other);
}

using Compare = std::optional<Moved> (*)(const Standing& model, const Standing& other);

struct Place {
  double x = 0;
  std::optional<double> y;
};
using Places = std::vector<std::optional<Place>>;

// Where each step stands relative to the model, seen from the origins.
Places placesFrom(const Standing& model, const Standings& standings, Compare compare) {
  std::unordered_map<FrameId, std::optional<Place>> known;
  Places places;
  for (const auto& one : standings) {
    if (!one) {
      places.emplace_back();
      continue;
    }
    const auto [entry, isNew] = known.try_emplace(one->frame->id);
    const auto moved = isNew ? compare(model, *one) : std::nullopt;
    if (moved) {
      const FramePoint& origin = one->frame->origin;
      const FramePoint& there = model.frame->origin;
      entry->second = Place{moved->x - (origin.x - there.x), std::nullopt};
      if (moved->y) entry->second->y = *moved->y - (origin.y - there.y);
    }
    places.push_back(entry->second);
  }
  return places;
}

std::size_t comparable(const Places& places) {
  return static_cast<std::size_t>(std::count_if(
      places.begin(), places.end(), [](const auto& place) { return place.has_value(); }));
}

// The frame that most others can be compared with, and how many can.
struct Model {
  const Standing* standing = nullptr;
  std::size_t comparable = 0;
};

Model bestModel(const Standings& standings, Compare compare) {
  Model best;
  const std::size_t stride = std::max<std::size_t>(1, standings.size() / kMostModels);
  for (std::size_t i = 0; i < standings.size(); i += stride) {
    if (!standings[i]) continue;
    const std::size_t count = comparable(placesFrom(*standings[i], standings, compare));
    if (count > best.comparable) best = {&*standings[i], count};
    if (count == standings.size()) break;
  }
  return best;
}

bool areMost(std::size_t count, std::size_t steps) {
  return count >= 2 && static_cast<double>(count) >= kUsualShare * static_cast<double>(steps);
}

// If feet differ from step to step they are not planted, and a few equal ones are not enough
// evidence.
Places bestPlaces(const Standings& standings) {
  const Model planted = bestModel(standings, byFeet);
  if (areMost(planted.comparable, standings.size())) {
    return placesFrom(*planted.standing, standings, byFeetElseAll);
  }
  const Model alike = bestModel(standings, byAll);
  return alike.standing == nullptr ? Places{} : placesFrom(*alike.standing, standings, byAll);
}

// The position along one axis of most of these steps; nothing if too few agree.
std::optional<double> usual(std::vector<double> places, std::size_t steps) {
  std::sort(places.begin(), places.end());
  std::size_t most = 0;
  double middle = 0;
  for (std::size_t from = 0, to = 0; from < places.size(); ++from) {
    while (to < places.size() && places[to] - places[from] <= kUsualReach) ++to;
    if (to - from <= most) continue;
    most = to - from;
    middle = places[from + (to - from) / 2];
  }
  return areMost(most, steps) ? std::optional(middle) : std::nullopt;
}

double offOr0(double off) {
  return std::abs(off) >= kLeastSlip ? off : 0;
}

// Whether what the offs of a run do is going out and coming back.
bool goesAndComes(const std::vector<double>& offs) {
  if (offs.size() < 3) return false;
  const auto peak = std::max_element(offs.begin(), offs.end());
  return *peak > offs.front() && *peak > offs.back() && std::is_sorted(offs.begin(), peak) &&
         std::is_sorted(std::make_reverse_iterator(offs.end()), std::make_reverse_iterator(peak));
}

void dropMovements(std::vector<Slip>& slips) {
  std::vector<Slip> kept;
  for (std::size_t from = 0; from < slips.size();) {
    std::size_t to = from + 1;
    while (to < slips.size() && slips[to].step == slips[to - 1].step + 1) ++to;
    std::vector<double> offs;
    for (std::size_t i = from; i < to; ++i)
      offs.push_back(std::hypot(slips[i].by.x, slips[i].by.y));
    if (!goesAndComes(offs)) {
      kept.insert(kept.end(), slips.begin() + static_cast<std::ptrdiff_t>(from),
                  slips.begin() + static_cast<std::ptrdiff_t>(to));
    }
    from = to;
  }
  slips = std::move(kept);
}

}  // namespace

std::vector<Slip> slipsOf(const Asset& asset, const Animation& animation, const ArtSource& art) {
  if (animation.steps.size() < 3) return {};
  Standings standings = standingsOf(asset, animation, art);
  findFeet(standings);
  const Places places = bestPlaces(standings);
  std::vector<double> xs;
  std::vector<double> ys;
  for (const auto& place : places) {
    if (!place) continue;
    xs.push_back(place->x);
    if (place->y) ys.push_back(*place->y);
  }
  const auto x = usual(xs, places.size());
  const auto y = isOnGround(asset, animation) ? std::nullopt : usual(ys, ys.size());
  std::vector<Slip> slips;
  for (std::size_t step = 0; step < places.size(); ++step) {
    if (!places[step]) continue;
    const Place& place = *places[step];
    const Slip slip{step, {x ? offOr0(place.x - *x) : 0, y && place.y ? offOr0(*place.y - *y) : 0}};
    if (slip.by != OriginPoint{}) slips.push_back(slip);
  }
  dropMovements(slips);
  return slips;
}

}  // namespace amber

#include "core/cut/packing/skyline.h"

#include <algorithm>
#include <cassert>

namespace amber {
namespace {

// A px of width counts as much as so many of level.
constexpr int kWidthCounts = 3;

}  // namespace

Skyline::Skyline(int width, int height) : steps_{{0, 0}}, width_(width), height_(height) {
  assert(width >= 1 && height >= 1 && width <= 16384 && height <= 16384);
}

Skyline::Notch Skyline::notchAt(std::size_t step) const {
  const bool last = step + 1 == steps_.size();
  const int end = last ? width_ : steps_[step + 1].x;
  return {steps_[step].x, steps_[step].y, end - steps_[step].x,
          step > 0 ? steps_[step - 1].y : height_, last ? height_ : steps_[step + 1].y};
}

Skyline::Notch Skyline::lowest() const {
  std::size_t least = 0;
  for (std::size_t i = 1; i < steps_.size(); ++i) {
    if (steps_[i].y < steps_[least].y) least = i;
  }
  return notchAt(least);
}

Skyline::Notch Skyline::narrowest() const {
  Notch narrowest;
  for (std::size_t i = 0; i < steps_.size(); ++i) {
    const Notch notch = notchAt(i);
    if (notch.y >= std::min(notch.left, notch.right)) continue;
    if (narrowest.w == 0 ||
        kWidthCounts * notch.w + notch.y < kWidthCounts * narrowest.w + narrowest.y) {
      narrowest = notch;
    }
  }
  return narrowest;
}

void Skyline::fill(int x, int w, int y) {
  std::size_t i = 0;
  while (i + 1 < steps_.size() && steps_[i + 1].x <= x) ++i;
  const auto level = static_cast<std::int16_t>(y);
  const int end = i + 1 < steps_.size() ? steps_[i + 1].x : width_;
  assert(steps_[i].y < y && x + w <= end);
  const auto at = [&](std::size_t index) {
    return steps_.begin() + static_cast<std::ptrdiff_t>(index);
  };
  // What of the stretch stays lower, right of it.
  if (x + w < end) {
    steps_.insert(at(i + 1), {static_cast<std::int16_t>(x + w), steps_[i].y});
  } else if (i + 1 < steps_.size() && steps_[i + 1].y == level) {
    steps_.erase(at(i + 1));
  }
  if (x > steps_[i].x) {
    steps_.insert(at(i + 1), {static_cast<std::int16_t>(x), level});
  } else if (i > 0 && steps_[i - 1].y == level) {
    steps_.erase(at(i));
  } else {
    steps_[i].y = level;
  }
}

std::size_t Skyline::hash() const {
  std::size_t hash = 0;
  for (const Step& step : steps_) {
    hash = hash * 1000003U ^
           (static_cast<std::size_t>(step.x) * 70001U + static_cast<std::size_t>(step.y));
  }
  return hash;
}

}  // namespace amber

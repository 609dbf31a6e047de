#pragma once

#include <algorithm>
#include <array>
#include <bit>
#include <cstddef>
#include <cstdint>
#include <vector>

#include "core/geometry/polygon.h"

namespace amber {

/// A spatial index of the edges of a ring and of segments added later, by their bounding boxes: a
/// search for what touches a segment only visits segments with nearby boxes. The segments in each
/// part of the ring's box are stored as bits, so that a few words represent all.
class SegmentsNear {
 public:
  /// Edge i goes from ring[i] to the next point. Requires: a ring of at least one point, all
  /// finite; so many segments added at most. Cost: linear.
  explicit SegmentsNear(const std::vector<Vertex>& ring, std::size_t added = 0)
      : words_((ring.size() + added + 63) / 64) {
    const auto [left, right] = std::minmax_element(
        ring.begin(), ring.end(), [](const Vertex& a, const Vertex& b) { return a.x < b.x; });
    const auto [top, bottom] = std::minmax_element(
        ring.begin(), ring.end(), [](const Vertex& a, const Vertex& b) { return a.y < b.y; });
    across_ = Strips(left->x, right->x);
    down_ = Strips(top->y, bottom->y);
    for (Bits& bits : from_) bits.resize(kStrips * words_);
    for (Bits& bits : to_) bits.resize(kStrips * words_);
    for (std::size_t i = 0; i < ring.size(); ++i) {
      const Place place = placeOf(ring[i], ring[i + 1 == ring.size() ? 0 : i + 1]);
      for (std::size_t axis = 0; axis < 2; ++axis) {
        mark(from_[axis], place.first[axis], i);
        mark(to_[axis], place.last[axis], i);
      }
    }
    // What begins in a strip has begun in those after it, and what ends there is under way before.
    for (Bits& bits : from_) {
      for (std::size_t i = words_; i < bits.size(); ++i) bits[i] |= bits[i - words_];
    }
    for (Bits& bits : to_) {
      for (std::size_t i = bits.size() - words_; i-- > 0;) bits[i] |= bits[i + words_];
    }
    count_ = ring.size();
  }

  /// Adds one more, which gets the next number. Cost: the strips.
  void add(Vertex a, Vertex b) {
    const Place place = placeOf(a, b);
    for (std::size_t axis = 0; axis < 2; ++axis) {
      for (std::size_t s = place.first[axis]; s < kStrips; ++s) mark(from_[axis], s, count_);
      for (std::size_t s = 0; s <= place.last[axis]; ++s) mark(to_[axis], s, count_);
    }
    ++count_;
  }

  /// Whether test(number) is true of any segment that may touch the one from a to b, asked in order
  /// of their numbers. Cost: a 64th of the segments, and the tests.
  template <class Test>
  bool anyNear(Vertex a, Vertex b, const Test& test) const {
    const Place place = placeOf(a, b);
    const std::uint64_t* starts[2];
    const std::uint64_t* ends[2];
    for (std::size_t axis = 0; axis < 2; ++axis) {
      starts[axis] = from_[axis].data() + place.last[axis] * words_;
      ends[axis] = to_[axis].data() + place.first[axis] * words_;
    }
    for (std::size_t w = 0; w < words_; ++w) {
      std::uint64_t near = starts[0][w] & starts[1][w] & ends[0][w] & ends[1][w];
      for (; near != 0; near &= near - 1) {
        if (test(w * 64 + static_cast<std::size_t>(std::countr_zero(near)))) return true;
      }
    }
    return false;
  }

 private:
  static constexpr std::size_t kStrips = 32;
  using Bits = std::vector<std::uint64_t>;

  // Equal parts of a stretch, and what lies beyond it in the outer two.
  struct Strips {
    double from = 0;
    double perPx = 0;

    Strips() = default;
    Strips(double low, double high) {
      // Of a stretch too short or too long to be measured all is one strip.
      constexpr double kShortest = 1e-300;
      constexpr double kLongest = 1e300;
      if (high - low < kShortest || high - low > kLongest) return;
      from = low;
      perPx = kStrips / (high - low);
    }
    std::size_t of(double value) const {
      return static_cast<std::size_t>(std::clamp((value - from) * perPx, 0.0, kStrips - 1.0));
    }
  };

  // The strips that a segment's box begins and ends in, across and down.
  struct Place {
    std::array<std::size_t, 2> first;
    std::array<std::size_t, 2> last;
  };
  Place placeOf(Vertex a, Vertex b) const {
    return {{across_.of(std::min(a.x, b.x)), down_.of(std::min(a.y, b.y))},
            {across_.of(std::max(a.x, b.x)), down_.of(std::max(a.y, b.y))}};
  }

  void mark(Bits& bits, std::size_t strip, std::size_t i) {
    bits[strip * words_ + i / 64] |= std::uint64_t{1} << (i % 64);
  }

  std::size_t words_;
  std::size_t count_ = 0;
  Strips across_;
  Strips down_;
  // By strip: the segments that begin in it or before, and those that end in it or after.
  std::array<Bits, 2> from_;
  std::array<Bits, 2> to_;
};

}  // namespace amber

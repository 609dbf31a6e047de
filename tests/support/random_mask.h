#pragma once

#include <rapidcheck.h>

#include "core/image/pixel_mask.h"

namespace amber::test {

/// Any mask of up to `most` px a side, from empty to full.
inline PixelMask randomMask(int most) {
  const int width = *rc::gen::inRange(1, most + 1);
  const int height = *rc::gen::inRange(1, most + 1);
  const int share = *rc::gen::element(0, 5, 30, 70, 100);
  PixelMask mask(width, height);
  std::uint64_t state = *rc::gen::arbitrary<std::uint64_t>();
  for (int y = 0; y < height; ++y) {
    for (int x = 0; x < width; ++x) {
      state = state * 6364136223846793005ULL + 1442695040888963407ULL;
      if (static_cast<int>((state >> 33) % 100) < share) mask.set(x, y);
    }
  }
  return mask;
}

}  // namespace amber::test

/// Checks a property with random input; a failure prints its seed and smallest counterexample.
#define AMBER_PROPERTY(description, ...) QVERIFY(rc::check(description, __VA_ARGS__))

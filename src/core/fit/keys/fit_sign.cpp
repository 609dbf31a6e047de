#include "core/fit/keys/fit_sign.h"

#include <bit>

#include "core/image/ink/ink_sign.h"

namespace amber {

std::uint64_t fitSign(const Recipe& recipe, const PixelMask& firmInk, FramePoint origin) {
  std::uint64_t sign = inkSign(firmInk);
  if (!recipe.together) return sign;
  for (const double part : {origin.x, origin.y}) {
    // + 0.0, so that -0 and 0 are the same place.
    sign = (sign ^ std::bit_cast<std::uint64_t>(part + 0.0)) * 0x100000001b3;
    sign ^= sign >> 29;
  }
  return sign == 0 ? 1 : sign;
}

}  // namespace amber

#include "core/image/ink/ink_sign.h"

namespace amber {

std::uint64_t inkSign(const PixelMask& ink) {
  std::uint64_t sign = 0xcbf29ce484222325;
  const auto add = [&](std::uint64_t value) {
    for (int byte = 0; byte < 8; ++byte) {
      sign = (sign ^ (value >> (8 * byte) & 0xff)) * 0x100000001b3;
    }
  };
  add(static_cast<std::uint64_t>(ink.width()));
  for (int y = 0; y < ink.height(); ++y) {
    for (int i = 0; i < ink.wordsPerRow(); ++i) add(ink.row(y)[i]);
  }
  return sign == 0 ? 1 : sign;
}

}  // namespace amber

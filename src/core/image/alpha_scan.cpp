#include "core/image/alpha_scan.h"

#include <algorithm>
#include <bit>

#if defined(__SSE2__)
#include <emmintrin.h>
#endif

namespace amber {
namespace {

// Bit i is set where pixel i of up to 64 reaches the alpha.
std::uint64_t bitsOf(const Rgba* pixels, int count, int least) {
  std::uint64_t bits = 0;
  int i = 0;
#if defined(__SSE2__)
  // Four pixels at a time: a signed comparison of the alpha alone, moved to the lowest byte.
  const __m128i below = _mm_set1_epi32(least - 1);
  for (; i + 16 <= count; i += 16) {
    __m128i quads[4];
    for (int k = 0; k < 4; ++k) {
      const __m128i four = _mm_loadu_si128(reinterpret_cast<const __m128i*>(pixels + i + 4 * k));
      quads[k] = _mm_cmpgt_epi32(_mm_srli_epi32(four, 24), below);
    }
    const __m128i low = _mm_packs_epi32(quads[0], quads[1]);
    const __m128i high = _mm_packs_epi32(quads[2], quads[3]);
    const auto sixteen = static_cast<std::uint64_t>(_mm_movemask_epi8(_mm_packs_epi16(low, high)));
    bits |= sixteen << i;
  }
#endif
  for (; i < count; ++i) {
    if (pixels[i].a >= least) bits |= std::uint64_t{1} << i;
  }
  return bits;
}

}  // namespace

PixelMask alphaMask(const Image& image, int least) {
  PixelMask mask(image.width(), image.height());
  for (int y = 0; y < image.height(); ++y) {
    const Rgba* pixels = image.row(y);
    std::uint64_t* words = mask.row(y);
    for (int x = 0; x < image.width(); x += 64) {
      words[x / 64] = bitsOf(pixels + x, std::min(64, image.width() - x), least);
    }
  }
  return mask;
}

std::optional<PixelRect> alphaBounds(const Image& image, int least) {
  const int width = image.width();
  // The first column of [from, to) that reaches it, or `to`.
  const auto firstIn = [&](int y, int from, int to) {
    for (int x = from; x < to; x += 64) {
      const std::uint64_t bits = bitsOf(image.row(y) + x, std::min(64, to - x), least);
      if (bits != 0) return x + std::countr_zero(bits);
    }
    return to;
  };
  // One past the last column of [from, to) that reaches it, or `from`.
  const auto lastIn = [&](int y, int from, int to) {
    for (int end = to; end > from;) {
      const int begin = std::max(from, end - 64);
      const std::uint64_t bits = bitsOf(image.row(y) + begin, end - begin, least);
      if (bits != 0) return begin + 64 - std::countl_zero(bits);
      end = begin;
    }
    return from;
  };
  int top = 0;
  int left = width;
  while (top < image.height() && (left = firstIn(top, 0, width)) == width) ++top;
  if (top == image.height()) return std::nullopt;
  int right = lastIn(top, left, width);
  int bottom = image.height();
  while (bottom - 1 > top && firstIn(bottom - 1, 0, width) == width) --bottom;
  for (int y = top + 1; y < bottom; ++y) {
    if (left > 0) left = firstIn(y, 0, left);
    if (right < width) right = lastIn(y, right, width);
  }
  return PixelRect{left, top, right - left, bottom - top};
}

}  // namespace amber

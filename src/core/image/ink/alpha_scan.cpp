#include "core/image/ink/alpha_scan.h"

#include <algorithm>
#include <bit>
#include <vector>

#if defined(__SSE2__)
#include <emmintrin.h>
#endif

namespace amber {
namespace {

#if defined(__SSE2__)
// Bit i is set where pixel i of 16 reaches the alpha: alphas are compared as whole numbers, and the
// answers packed to bytes.
std::uint64_t bitsOf16(const Rgba* pixels, __m128i below) {
  const auto* quads = reinterpret_cast<const __m128i*>(pixels);
  const auto told = [&](int k) {
    return _mm_cmpgt_epi32(_mm_srli_epi32(_mm_loadu_si128(quads + k), 24), below);
  };
  const __m128i low = _mm_packs_epi32(told(0), told(1));
  const __m128i high = _mm_packs_epi32(told(2), told(3));
  return static_cast<std::uint64_t>(
      static_cast<unsigned>(_mm_movemask_epi8(_mm_packs_epi16(low, high))));
}
#endif

// Bit i is set where pixel i of up to 64 reaches the alpha.
std::uint64_t bitsOf(const Rgba* pixels, int count, int least) {
  std::uint64_t bits = 0;
  int i = 0;
#if defined(__SSE2__)
  const __m128i below = _mm_set1_epi32(least - 1);
  if (count == 64) {
    return bitsOf16(pixels, below) | bitsOf16(pixels + 16, below) << 16 |
           bitsOf16(pixels + 32, below) << 32 | bitsOf16(pixels + 48, below) << 48;
  }
  for (; i + 16 <= count; i += 16) bits |= bitsOf16(pixels + i, below) << i;
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
  // The union of all rows gives the columns.
  std::vector<std::uint64_t> columns(static_cast<std::size_t>((image.width() + 63) / 64));
  int top = image.height();
  int bottom = 0;
  for (int y = 0; y < image.height(); ++y) {
    const Rgba* pixels = image.row(y);
    std::uint64_t any = 0;
    for (std::size_t i = 0; i < columns.size(); ++i) {
      const int x = static_cast<int>(i) * 64;
      const std::uint64_t bits = bitsOf(pixels + x, std::min(64, image.width() - x), least);
      columns[i] |= bits;
      any |= bits;
    }
    if (any == 0) continue;
    top = std::min(top, y);
    bottom = y + 1;
  }
  if (bottom == 0) return std::nullopt;
  std::size_t first = 0;
  while (columns[first] == 0) ++first;
  std::size_t last = columns.size() - 1;
  while (columns[last] == 0) --last;
  const int left = static_cast<int>(first) * 64 + std::countr_zero(columns[first]);
  const int right = static_cast<int>(last) * 64 + 64 - std::countl_zero(columns[last]);
  return PixelRect{left, top, right - left, bottom - top};
}

}  // namespace amber

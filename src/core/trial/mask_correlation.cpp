#include "core/trial/mask_correlation.h"

#include <algorithm>
#include <bit>
#include <cmath>

namespace amber {
namespace {

// The prime 7 * 2^26 + 1 has roots of one for all lengths up to 2^26; 3 is a primitive root.
constexpr std::uint32_t kPrime = 469762049;
constexpr std::uint32_t kPrimitiveRoot = 3;
constexpr std::size_t kMostShifts = std::size_t{1} << 24;

using Numbers = std::vector<std::uint32_t>;

std::uint32_t times(std::uint32_t a, std::uint32_t b) {
  return static_cast<std::uint32_t>(std::uint64_t{a} * b % kPrime);
}

std::uint32_t plus(std::uint32_t a, std::uint32_t b) {
  const std::uint32_t sum = a + b;
  return sum >= kPrime ? sum - kPrime : sum;
}

std::uint32_t minus(std::uint32_t a, std::uint32_t b) {
  return a >= b ? a - b : a + kPrime - b;
}

std::uint32_t power(std::uint32_t base, std::uint32_t exponent) {
  std::uint32_t result = 1;
  for (; exponent > 0; exponent >>= 1) {
    if ((exponent & 1) != 0) result = times(result, base);
    base = times(base, base);
  }
  return result;
}

// For each half length h = 1, 2, 4 ... below n, the powers 0 to h - 1 of a root of one of order
// 2h, at the places h to 2h - 1.
Numbers rootsFor(std::size_t n) {
  Numbers roots(n, 1);
  for (std::size_t half = 1; half < n; half *= 2) {
    const std::uint32_t root =
        power(kPrimitiveRoot, (kPrime - 1) / static_cast<std::uint32_t>(2 * half));
    for (std::size_t i = 1; i < half; ++i) roots[half + i] = times(roots[half + i - 1], root);
  }
  return roots;
}

// The transform, its results in bit-reversed order.
void transform(Numbers& values, const Numbers& roots) {
  for (std::size_t half = values.size() / 2; half >= 1; half /= 2) {
    for (std::size_t start = 0; start < values.size(); start += 2 * half) {
      for (std::size_t i = start; i < start + half; ++i) {
        const std::uint32_t first = values[i];
        const std::uint32_t second = values[i + half];
        values[i] = plus(first, second);
        values[i + half] = times(minus(first, second), roots[half + i - start]);
      }
    }
  }
}

// The inverse, from bit-reversed order to the natural one.
void transformBack(Numbers& values, const Numbers& roots) {
  for (std::size_t half = 1; half < values.size(); half *= 2) {
    for (std::size_t start = 0; start < values.size(); start += 2 * half) {
      for (std::size_t i = start; i < start + half; ++i) {
        const std::uint32_t first = values[i];
        const std::uint32_t second = times(values[i + half], roots[half + i - start]);
        values[i] = plus(first, second);
        values[i + half] = minus(first, second);
      }
    }
  }
  // The forward roots were used for the way back: that gives the sequence in reverse.
  std::reverse(values.begin() + 1, values.end());
  const std::uint32_t share = power(static_cast<std::uint32_t>(values.size()), kPrime - 2);
  for (std::uint32_t& value : values) value = times(value, share);
}

PixelSize shiftsOf(PixelSize a, PixelSize b) {
  return {a.w + b.w - 1, a.h + b.h - 1};
}

std::size_t lengthFor(PixelSize shifts) {
  return std::bit_ceil(static_cast<std::size_t>(shifts.w) * static_cast<std::size_t>(shifts.h));
}

}  // namespace

bool MaskCorrelation::fits(PixelSize a, PixelSize b) {
  if (a.w <= 0 || a.h <= 0 || b.w <= 0 || b.h <= 0) return false;
  return lengthFor(shiftsOf(a, b)) <= kMostShifts;
}

double MaskCorrelation::cost(PixelSize a, PixelSize b) {
  const auto length = static_cast<double>(lengthFor(shiftsOf(a, b)));
  return 12 * length * std::log2(length);
}

MaskCorrelation::MaskCorrelation(const PixelMask& a, const PixelMask& b)
    : shifts_{1 - b.width(), 1 - b.height(), a.width() + b.width() - 1,
              a.height() + b.height() - 1} {
  const std::size_t length = lengthFor(shifts_.size());
  const auto place = [&](int x, int y) {
    return static_cast<std::size_t>(y) * static_cast<std::size_t>(shifts_.w) +
           static_cast<std::size_t>(x);
  };
  const Numbers roots = rootsFor(length);
  Numbers first(length);
  for (int y = 0; y < a.height(); ++y) {
    for (int x = 0; x < a.width(); ++x) first[place(x, y)] = a.test(x, y) ? 1 : 0;
  }
  transform(first, roots);
  // Turned by half a turn: sums of places are then differences.
  Numbers second(length);
  for (int y = 0; y < b.height(); ++y) {
    for (int x = 0; x < b.width(); ++x) {
      second[place(b.width() - 1 - x, b.height() - 1 - y)] = b.test(x, y) ? 1 : 0;
    }
  }
  transform(second, roots);
  for (std::size_t i = 0; i < length; ++i) first[i] = times(first[i], second[i]);
  transformBack(first, roots);
  counts_ = std::move(first);
}

}  // namespace amber

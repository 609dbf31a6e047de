#include "core/base/exact_number.h"

#include <array>
#include <cassert>
#include <charconv>
#include <cmath>

namespace amber {

std::string exactNumber(double value) {
  assert(std::isfinite(value));
  if (value == 0) return "0";  // also for minus zero
  std::array<char, 400> text{};
  const bool whole = value == std::floor(value) && std::abs(value) < 1e15;
  const auto format = whole ? std::chars_format::fixed : std::chars_format::general;
  const auto end = std::to_chars(text.data(), text.data() + text.size(), value, format);
  return {text.data(), end.ptr};
}

}  // namespace amber

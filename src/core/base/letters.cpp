#include "core/base/letters.h"

#include <algorithm>
#include <array>
#include <iterator>
#include <utility>

#include "core/base/letter_table.h"

namespace amber {
namespace {

using letter_table::Capitals;

bool holds(const Capitals& some, char32_t code) {
  return code >= some.first && code <= some.last &&
         (code - some.first) % static_cast<char32_t>(some.step) == 0;
}

}  // namespace

bool isAscii(std::string_view text) {
  return std::all_of(text.begin(), text.end(), [](char c) { return isAscii(c); });
}

bool isLetterOrDigit(char32_t code) {
  if (code < 0x80) {
    const auto c = static_cast<char>(code);
    return isSmall(c) || isCapital(c) || isDigit(c);
  }
  const auto& letters = letter_table::kLetters;
  const auto* found = std::partition_point(std::begin(letters), std::end(letters),
                                           [&](const auto& range) { return range.last < code; });
  return found != std::end(letters) && found->first <= code;
}

bool isInvisible(char32_t code) {
  constexpr std::array<std::pair<char32_t, char32_t>, 14> kRanges = {{{0xAD, 0xAD},
                                                                      {0x34F, 0x34F},
                                                                      {0x61C, 0x61C},
                                                                      {0x115F, 0x1160},
                                                                      {0x17B4, 0x17B5},
                                                                      {0x180B, 0x180F},
                                                                      {0x200B, 0x200F},
                                                                      {0x202A, 0x202E},
                                                                      {0x2060, 0x206F},
                                                                      {0x3164, 0x3164},
                                                                      {0xFE00, 0xFE0F},
                                                                      {0xFEFF, 0xFEFF},
                                                                      {0xFFA0, 0xFFA0},
                                                                      {0xE0000, 0xE0FFF}}};
  return code >= 0xAD && std::any_of(kRanges.begin(), kRanges.end(), [&](const auto& range) {
           return code >= range.first && code <= range.second;
         });
}

char32_t toSmall(char32_t code) {
  if (code < 0x80) return static_cast<unsigned char>(toSmall(static_cast<char>(code)));
  for (const Capitals& some : letter_table::kCapitals) {
    if (holds(some, code)) return code + static_cast<char32_t>(some.distance);
  }
  return code;
}

char32_t toCapital(char32_t code) {
  if (code < 0x80) return static_cast<unsigned char>(toCapital(static_cast<char>(code)));
  for (const Capitals& some : letter_table::kCapitals) {
    const char32_t capital = code - static_cast<char32_t>(some.distance);
    if (holds(some, capital)) return capital;
  }
  return code;
}

}  // namespace amber

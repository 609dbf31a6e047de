#include "core/base/utf8.h"

#include <cstddef>
#include <cstdint>
#include <string>

namespace amber {
namespace {

// The length of the well-formed character at the front; 0 where there is none.
std::size_t characterAt(std::string_view bytes) {
  const auto byte = [&](std::size_t i) { return static_cast<std::uint8_t>(bytes[i]); };
  const std::uint8_t first = byte(0);
  if (first < 0x80) return 1;
  const std::size_t length = first >= 0xC2 && first <= 0xDF   ? 2
                             : first >= 0xE0 && first <= 0xEF ? 3
                             : first >= 0xF0 && first <= 0xF4 ? 4
                                                              : 0;
  if (length == 0 || bytes.size() < length) return 0;
  for (std::size_t i = 1; i < length; ++i) {
    if ((byte(i) & 0xC0) != 0x80) return 0;
  }
  const bool overlong = (first == 0xE0 && byte(1) < 0xA0) || (first == 0xF0 && byte(1) < 0x90);
  const bool surrogate = first == 0xED && byte(1) > 0x9F;
  const bool pastLast = first == 0xF4 && byte(1) > 0x8F;
  return overlong || surrogate || pastLast ? 0 : length;
}

void appendEscaped(std::string& text, char c) {
  constexpr std::string_view kDigits = "0123456789ABCDEF";
  const auto value = static_cast<std::uint8_t>(c);
  text += '%';
  text += kDigits[value >> 4];
  text += kDigits[value & 15];
}

}  // namespace

bool isUtf8(std::string_view bytes) {
  while (!bytes.empty()) {
    const std::size_t length = characterAt(bytes);
    if (length == 0) return false;
    bytes.remove_prefix(length);
  }
  return true;
}

char32_t nextCode(std::string_view text, std::size_t& at) {
  const auto byte = [&](std::size_t i) { return static_cast<std::uint8_t>(text[i]); };
  const std::uint8_t lead = byte(at);
  const std::size_t length = lead < 0x80 ? 1 : lead < 0xE0 ? 2 : lead < 0xF0 ? 3 : 4;
  char32_t code = length == 1 ? lead : lead & (0xFFU >> (length + 1));
  for (std::size_t i = 1; i < length; ++i) code = (code << 6) | (byte(at + i) & 0x3FU);
  at += length;
  return code;
}

std::u32string codesOf(std::string_view text) {
  const std::string valid = isUtf8(text) ? std::string() : escapedUtf8(text);
  if (!valid.empty()) text = valid;
  std::u32string codes;
  codes.reserve(text.size());
  for (std::size_t at = 0; at < text.size();) codes.push_back(nextCode(text, at));
  return codes;
}

std::string utf8Of(char32_t code) {
  if (code < 0x80) return {static_cast<char>(code)};
  std::string text;
  const int more = code < 0x800 ? 1 : code < 0x10000 ? 2 : 3;
  const unsigned lead = more == 1 ? 0xC0U : more == 2 ? 0xE0U : 0xF0U;
  text += static_cast<char>(lead | (code >> (6 * more)));
  for (int i = more - 1; i >= 0; --i) {
    text += static_cast<char>(0x80U | ((code >> (6 * i)) & 0x3FU));
  }
  return text;
}

std::string escapedUtf8(std::string_view bytes) {
  if (isUtf8(bytes)) return std::string(bytes);
  std::string text;
  while (!bytes.empty()) {
    const std::size_t length = characterAt(bytes);
    if (length == 0 || bytes.front() == '%') {
      appendEscaped(text, bytes.front());
      bytes.remove_prefix(1);
    } else {
      text += bytes.substr(0, length);
      bytes.remove_prefix(length);
    }
  }
  return text;
}

}  // namespace amber

#pragma once

#include <cstdint>
#include <string>
#include <string_view>

namespace amber {

/// What every PNG begins with.
inline constexpr std::string_view kPngSignature{"\x89PNG\r\n\x1a\n", 8};

/// A number of four bytes, the highest first.
std::string pngWord(std::uint32_t word);

/// A chunk with its length and sum. Requires: a name of four letters.
std::string pngChunk(std::string_view name, std::string_view data);

}  // namespace amber

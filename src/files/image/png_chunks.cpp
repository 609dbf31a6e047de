#include "files/image/png_chunks.h"

#include <zlib.h>

namespace amber {

std::string pngWord(std::uint32_t word) {
  std::string bytes;
  for (int shift = 24; shift >= 0; shift -= 8) bytes += static_cast<char>(word >> shift & 0xff);
  return bytes;
}

std::string pngChunk(std::string_view name, std::string_view data) {
  std::string chunk = pngWord(static_cast<std::uint32_t>(data.size()));
  chunk.reserve(data.size() + 12);
  chunk += name;
  chunk += data;
  const uLong sum = crc32(0, reinterpret_cast<const Bytef*>(chunk.data() + 4),
                          static_cast<uInt>(chunk.size() - 4));
  return chunk + pngWord(static_cast<std::uint32_t>(sum));
}

}  // namespace amber

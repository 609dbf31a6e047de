#include "core/image/ink.h"

#include <algorithm>
#include <array>
#include <bit>
#include <cstdlib>
#include <cstring>
#include <utility>
#include <vector>

namespace amber {
namespace {

static_assert(std::endian::native == std::endian::little, "bits are gathered from bytes in order");

// The ink of up to 64 pixels, as bits. Whole bytes are told first, so that the compiler can take
// many pixels at once.
std::uint64_t inkWord(const Rgba* pixels, int count, int leastAlpha) {
  std::array<std::uint8_t, 64> is{};
  for (int k = 0; k < count; ++k) {
    is[static_cast<std::size_t>(k)] = pixels[k].a >= leastAlpha ? 1 : 0;
  }
  std::uint64_t word = 0;
  for (std::size_t i = 0; i < 8; ++i) {
    std::uint64_t eight = 0;
    std::memcpy(&eight, is.data() + i * 8, 8);
    // Gathers the lowest bits of the eight bytes into one byte.
    word |= (eight * 0x0102040810204080U >> 56) << (i * 8);
  }
  return word;
}

bool isKey(const Rgba& pixel, const KeyColour& key) {
  return std::abs(pixel.r - key.r) <= key.tolerance && std::abs(pixel.g - key.g) <= key.tolerance &&
         std::abs(pixel.b - key.b) <= key.tolerance;
}

PixelMask pixelsOfKey(const Image& image, const KeyColour& key) {
  PixelMask found(image.width(), image.height());
  for (int y = 0; y < image.height(); ++y) {
    const Rgba* row = image.row(y);
    for (int x = 0; x < image.width(); ++x) {
      if (isKey(row[x], key)) found.set(x, y);
    }
  }
  return found;
}

// Moves every pixel of `open` that is joined to the edge by 4-neighbours into the answer.
PixelMask joinedToEdge(PixelMask open) {
  PixelMask joined(open.width(), open.height());
  std::vector<std::pair<int, int>> waiting;
  const auto take = [&](int x, int y) {
    if (!open.rect().contains(x, y) || !open.test(x, y)) return;
    open.reset(x, y);
    joined.set(x, y);
    waiting.emplace_back(x, y);
  };
  for (int x = 0; x < open.width(); ++x) {
    take(x, 0);
    take(x, open.height() - 1);
  }
  for (int y = 0; y < open.height(); ++y) {
    take(0, y);
    take(open.width() - 1, y);
  }
  while (!waiting.empty()) {
    const auto [x, y] = waiting.back();
    waiting.pop_back();
    take(x - 1, y);
    take(x + 1, y);
    take(x, y - 1);
    take(x, y + 1);
  }
  return joined;
}

}  // namespace

PixelMask inkOf(const Image& image, int leastAlpha, const std::optional<KeyColour>& key) {
  assert(leastAlpha >= 1 && leastAlpha <= 255);
  PixelMask ink(image.width(), image.height());
  for (int y = 0; y < image.height(); ++y) {
    const Rgba* pixels = image.row(y);
    for (int i = 0; i < ink.wordsPerRow(); ++i) {
      const int count = std::min(64, image.width() - i * 64);
      ink.row(y)[i] = inkWord(pixels + i * 64, count, leastAlpha);
    }
  }
  if (!key) return ink;
  PixelMask background = pixelsOfKey(image, *key);
  if (key->reach == KeyReach::JoinedToEdge) background = joinedToEdge(std::move(background));
  for (int y = 0; y < ink.height(); ++y) {
    for (int i = 0; i < ink.wordsPerRow(); ++i) ink.row(y)[i] &= ~background.row(y)[i];
  }
  return ink;
}

std::optional<KeyColour> likelyKey(const Image& image) {
  if (image.rect().empty()) return std::nullopt;
  const Rgba corner = image.at(0, 0);
  const int right = image.width() - 1;
  const int bottom = image.height() - 1;
  if (image.at(right, 0) != corner || image.at(0, bottom) != corner ||
      image.at(right, bottom) != corner) {
    return std::nullopt;
  }
  for (int y = 0; y < image.height(); ++y) {
    const Rgba* row = image.row(y);
    if (std::any_of(row, row + image.width(), [](const Rgba& p) { return p.a != 255; })) {
      return std::nullopt;
    }
  }
  return KeyColour{corner.r, corner.g, corner.b, 0, KeyReach::Everywhere};
}

SheetArt artOf(Image image, const InkRule& rule) {
  PixelMask faint = inkOf(image, rule.faint, rule.key);
  PixelMask firm = inkOf(image, rule.firm, rule.key);
  return {std::move(image), std::move(faint), std::move(firm)};
}

}  // namespace amber

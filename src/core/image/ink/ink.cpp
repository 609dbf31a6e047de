#include "core/image/ink/ink.h"

#include <algorithm>
#include <array>
#include <bit>
#include <cstddef>
#include <cstdlib>
#include <unordered_map>
#include <utility>
#include <vector>

#include "core/image/ink/alpha_scan.h"

namespace amber {
namespace {

bool isKey(const Rgba& pixel, const KeyColour& key) {
  return std::abs(pixel.r - key.r) <= key.tolerance && std::abs(pixel.g - key.g) <= key.tolerance &&
         std::abs(pixel.b - key.b) <= key.tolerance;
}

PixelMask pixelsOfKey(const Image& image, const KeyColour& key, const PixelRect& area) {
  PixelMask found(area.w, area.h);
  for (int y = 0; y < area.h; ++y) {
    const Rgba* row = image.row(area.y + y) + area.x;
    for (int x = 0; x < area.w; ++x) {
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

// Of the border, the share that a background colour has where the corners agree, and where not.
constexpr double kBorderWithCorners = 0.4;
constexpr double kBorderAlone = 0.6;
// A line around the sheet: nearly all of the border, little of the whole, which has a ground of
// another colour.
constexpr double kLineBorder = 0.9;
constexpr double kLineShare = 0.2;
constexpr double kGroundShare = 0.25;
// What covers so much of the sheet, and so much of its border, is its ground in any case.
constexpr double kGroundAlone = 1.0 / 3;
constexpr double kGroundAtBorder = 0.2;
// Of all of the sheet, the least share of its background.
constexpr double kLeastKey = 0.05;
// This many pixels are enough to find the most frequent colour.
constexpr long long kSampled = 200000;

std::uint32_t codeOf(const Rgba& pixel) {
  return std::uint32_t{pixel.r} << 16 | std::uint32_t{pixel.g} << 8 | pixel.b;
}

class ColourCount {
 public:
  void add(const Rgba& pixel) {
    ++counts_[codeOf(pixel)];
    ++total_;
  }
  double share(std::uint32_t code) const {
    const auto found = counts_.find(code);
    return found == counts_.end() ? 0 : static_cast<double>(found->second) / total_;
  }
  // The most frequent; of two as frequent, the one of the lower code.
  std::uint32_t most() const {
    return std::max_element(counts_.begin(), counts_.end(),
                            [](const auto& a, const auto& b) {
                              return std::pair(a.second, b.first) < std::pair(b.second, a.first);
                            })
        ->first;
  }

 private:
  std::unordered_map<std::uint32_t, int> counts_;
  int total_ = 0;
};

bool isOpaque(const Image& image) {
  for (int y = 0; y < image.height(); ++y) {
    const Rgba* row = image.row(y);
    if (std::any_of(row, row + image.width(), [](const Rgba& p) { return p.a != 255; })) {
      return false;
    }
  }
  return true;
}

ColourCount borderColours(const Image& image) {
  ColourCount count;
  for (int x = 0; x < image.width(); ++x) {
    count.add(image.at(x, 0));
    count.add(image.at(x, image.height() - 1));
  }
  for (int y = 0; y < image.height(); ++y) {
    count.add(image.at(0, y));
    count.add(image.at(image.width() - 1, y));
  }
  return count;
}

ColourCount sampledColours(const Image& image) {
  ColourCount count;
  const long long pixels = static_cast<long long>(image.width()) * image.height();
  // An odd step meets every column.
  const long long step = std::max(1LL, pixels / kSampled) | 1;
  for (long long i = 0; i < pixels; i += step) {
    count.add(image.row(0)[i]);
  }
  return count;
}

}  // namespace

PixelMask inkOf(const Image& image, int leastAlpha, const std::optional<KeyColour>& key) {
  assert(leastAlpha >= 1 && leastAlpha <= 255);
  PixelMask ink = alphaMask(image, leastAlpha);
  if (!key) return ink;
  PixelMask background = pixelsOfKey(image, *key, image.rect());
  if (key->reach == KeyReach::JoinedToEdge) background = joinedToEdge(std::move(background));
  for (int y = 0; y < ink.height(); ++y) {
    for (int i = 0; i < ink.wordsPerRow(); ++i) ink.row(y)[i] &= ~background.row(y)[i];
  }
  return ink;
}

std::optional<KeyColour> likelyKey(const Image& image) {
  if (image.rect().empty() || !isOpaque(image)) return std::nullopt;
  const ColourCount border = borderColours(image);
  const ColourCount all = sampledColours(image);
  std::uint32_t key = codeOf(image.at(0, 0));
  const int right = image.width() - 1;
  const int bottom = image.height() - 1;
  const bool cornersAgree = codeOf(image.at(right, 0)) == key &&
                            codeOf(image.at(0, bottom)) == key &&
                            codeOf(image.at(right, bottom)) == key;
  if (!cornersAgree) key = border.most();
  if (border.share(key) < (cornersAgree ? kBorderWithCorners : kBorderAlone)) {
    // Art and lines may reach the border in many places; what covers so much and lies at it is the
    // ground all the same.
    key = all.most();
    if (all.share(key) < kGroundAlone || border.share(key) < kGroundAtBorder) return std::nullopt;
  }
  // A line drawn around all of the sheet is not its background.
  if (border.share(key) > kLineBorder && all.share(key) < kLineShare &&
      all.share(all.most()) > kGroundShare) {
    key = all.most();
  }
  if (all.share(key) < kLeastKey || all.share(key) >= 1) return std::nullopt;
  return KeyColour{static_cast<std::uint8_t>(key >> 16), static_cast<std::uint8_t>(key >> 8),
                   static_cast<std::uint8_t>(key), 0, KeyReach::Everywhere};
}

SheetArt withFrameEdges(SheetArt art, const InkRule& rule, const std::vector<PixelRect>& frames) {
  if (!rule.key || rule.key->reach != KeyReach::JoinedToEdge) return art;
  for (const PixelRect& frame : frames) {
    const PixelMask open = joinedToEdge(pixelsOfKey(art.image, *rule.key, frame));
    for (int y = 0; y < frame.h; ++y) {
      for (int x = 0; x < frame.w; ++x) {
        if (!open.test(x, y)) continue;
        art.faint.reset(frame.x + x, frame.y + y);
        art.firm.reset(frame.x + x, frame.y + y);
      }
    }
  }
  return art;
}

SheetArt artOf(Image image, const InkRule& rule) {
  PixelMask faint = inkOf(image, rule.faint, rule.key);
  PixelMask firm = inkOf(image, rule.firm, rule.key);
  return {std::move(image), std::move(faint), std::move(firm), rule.firm};
}

}  // namespace amber

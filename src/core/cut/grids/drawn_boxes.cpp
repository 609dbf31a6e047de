#include "core/cut/grids/drawn_boxes.h"

#include <algorithm>
#include <bit>
#include <cstdint>
#include <optional>
#include <tuple>
#include <unordered_map>

#include "core/project/values/ranges.h"

namespace amber {
namespace {

constexpr int kLeastInside = 3;
// So many places along a corner's top side are tried for the other corner: figures may touch lines.
constexpr int kMostTried = 8;
constexpr long long kStepsAPixel = 16;
constexpr std::size_t kLeastBoxes = 3;
constexpr double kMostInk = 0.5;
// This many pixels are enough to find the colour of the ground.
constexpr long long kSampled = 100000;

PixelRect lineAround(const PixelRect& inside) {
  return {inside.x - 1, inside.y - 1, inside.w + 2, inside.h + 2};
}

std::uint32_t codeOf(const Rgba& pixel) {
  return pixel.a == 0 ? 0
                      : std::uint32_t{pixel.r} << 24 | std::uint32_t{pixel.g} << 16 |
                            std::uint32_t{pixel.b} << 8 | pixel.a;
}

// The colour that most of an image is of, by a sample of it.
std::uint32_t groundOf(const Image& image) {
  const long long pixels = 1LL * image.width() * image.height();
  // An odd step meets every column.
  const long long step = std::max(1LL, pixels / kSampled) | 1;
  std::unordered_map<std::uint32_t, int> counts;
  std::uint32_t most = 0;
  int highest = 0;
  for (long long i = 0; i < pixels; i += step) {
    const std::uint32_t code = codeOf(image.row(0)[i]);
    const int count = ++counts[code];
    if (count <= highest) continue;
    highest = count;
    most = code;
  }
  return most;
}

// Finds boxes by their upper left corners.
class BoxSearch {
 public:
  BoxSearch(const Image& image, const PixelMask& ink)
      : image_(image),
        ink_(ink),
        ground_(groundOf(image)),
        left_(kStepsAPixel * image.width() * image.height()) {}

  // The insides, in the order of their corners.
  std::vector<PixelRect> all() {
    constexpr int kSide = kLeastInside + 2;
    std::vector<PixelRect> found;
    for (int y = 0; y + kSide <= image_.height(); ++y) {
      const Rgba* row = image_.row(y);
      const Rgba* next = image_.row(y + 1);
      for (int x = 0; x + kSide <= image_.width(); ++x) {
        if (left_ <= 0 || found.size() == kMostRects) return found;
        line_ = std::bit_cast<std::uint32_t>(row[x]);
        if (codeOf(row[x]) == ground_ || std::bit_cast<std::uint32_t>(next[x + 1]) == line_ ||
            std::bit_cast<std::uint32_t>(row[x + 1]) != line_ || !is(x + kSide - 1, y) ||
            !is(x, y + kSide - 1) || !ink_.test(x, y)) {
          continue;
        }
        if (const auto box = boxFrom(x, y); box && isOpen(*box)) found.push_back(*box);
      }
    }
    return found;
  }

 private:
  bool is(int x, int y) const { return std::bit_cast<std::uint32_t>(image_.at(x, y)) == line_; }

  // Whether the line goes on for so many pixels to the right.
  bool goesAlong(int x, int y, int count) {
    int i = 0;
    while (i < count && is(x + i, y)) ++i;
    left_ -= i + 1;
    return i == count;
  }

  // Looks no further along a line than the box that is found reaches.
  std::optional<PixelRect> boxFrom(int x, int y) {
    int tried = 0;
    for (int w = 2; x + w <= image_.width() && is(x + w - 1, y) && tried < kMostTried; ++w) {
      --left_;
      if (w < kLeastInside + 2 || !is(x + w - 1, y + 1)) continue;
      ++tried;
      for (int h = 2; y + h <= image_.height(); ++h) {
        --left_;
        const int bottom = y + h - 1;
        if (!is(x, bottom) || !is(x + w - 1, bottom)) break;
        if (h < kLeastInside + 2 || !is(x + 1, bottom) || !goesAlong(x, bottom, w)) continue;
        return PixelRect{x + 1, y + 1, w - 2, h - 2};
      }
    }
    return std::nullopt;
  }

  // An outline of a figure has the figure next to it; a box drawn round one mostly the ground.
  bool isOpen(const PixelRect& inside) {
    int open = 0;
    const auto add = [&](int x, int y) { open += codeOf(image_.at(x, y)) == ground_ ? 1 : 0; };
    for (int x = inside.x; x < inside.right(); ++x) {
      add(x, inside.y);
      add(x, inside.bottom() - 1);
    }
    for (int y = inside.y + 1; y + 1 < inside.bottom(); ++y) {
      add(inside.x, y);
      add(inside.right() - 1, y);
    }
    left_ -= 2LL * (inside.w + inside.h);
    return open >= inside.w + inside.h - 2;
  }

  const Image& image_;
  const PixelMask& ink_;
  std::uint32_t ground_;  // It goes round the boxes, too.
  std::uint32_t line_ = 0;
  long long left_;  // Steps that may still be taken.
};

// Leaves out boxes within boxes, and a box around most of the others.
std::vector<PixelRect> outermost(std::vector<PixelRect> boxes) {
  std::sort(boxes.begin(), boxes.end(), [](const PixelRect& a, const PixelRect& b) {
    return std::tuple(-areaOf(a), a.y, a.x) < std::tuple(-areaOf(b), b.y, b.x);
  });
  std::size_t first = 0;
  for (; first + kLeastBoxes < boxes.size(); ++first) {
    const auto held =
        std::count_if(boxes.begin() + static_cast<std::ptrdiff_t>(first) + 1, boxes.end(),
                      [&](const PixelRect& box) { return within(box, boxes[first]); });
    if (2 * static_cast<std::size_t>(held) <= boxes.size() - first) break;
  }
  // Large ones come first: what overlaps one of them is a part of it. They are looked up by the
  // rows they cross.
  constexpr int kBand = 32;
  std::vector<PixelRect> kept;
  std::unordered_map<int, std::vector<std::size_t>> byBand;
  for (std::size_t i = first; i < boxes.size(); ++i) {
    const PixelRect& box = boxes[i];
    const int last = (box.bottom() - 1) / kBand;
    bool taken = false;
    for (int band = box.y / kBand; !taken && band <= last; ++band) {
      const std::vector<std::size_t>& others = byBand[band];
      taken = std::any_of(others.begin(), others.end(), [&](std::size_t other) {
        return !intersection(kept[other], box).empty();
      });
    }
    if (taken) continue;
    for (int band = box.y / kBand; band <= last; ++band) byBand[band].push_back(kept.size());
    kept.push_back(box);
  }
  inReadingOrder(kept);
  return kept;
}

}  // namespace

std::vector<PixelRect> drawnBoxes(const Image& image, const PixelMask& ink) {
  return outermost(BoxSearch(image, ink).all());
}

std::vector<PixelRect> likelyBoxes(const SheetArt& art) {
  std::vector<PixelRect> found = drawnBoxes(art.image, art.faint);
  long long held = 0;
  long long lines = 0;
  std::size_t boxes = 0;
  for (const PixelRect& box : found) {
    const long long ink = countWithin(art.faint, box);
    held += ink;
    lines += 2LL * (box.w + box.h) + 4;
    boxes += ink > 0 ? 1 : 0;
  }
  const auto rest = static_cast<double>(countOf(art.faint) - lines);
  if (boxes < kLeastBoxes || static_cast<double>(held) < kMostInk * rest) found.clear();
  return found;
}

Islands islandsAmongBoxes(const std::vector<PixelRect>& boxes, PixelMask faint,
                          const PixelMask* firm, const IslandRule& rule) {
  std::vector<Island> held;
  PixelMask core = firm != nullptr ? *firm : PixelMask();
  for (const PixelRect& inside : boxes) {
    const long long ink = countWithin(faint, inside);
    if (ink > 0) held.push_back({inside, ink});
    resetWithin(faint, lineAround(inside));
    if (firm != nullptr) resetWithin(core, lineAround(inside));
  }
  Islands found = firm != nullptr ? partedIslandsOf(faint, core, rule) : islandsOf(faint, rule);
  found.all.insert(found.all.end(), held.begin(), held.end());
  inReadingOrder(found.all);
  return found;
}

}  // namespace amber

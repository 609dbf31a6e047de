#include "core/fit/search/region.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <functional>
#include <optional>

#include "core/base/exact_number.h"
#include "core/project/validation/valid_recipe.h"

namespace amber {
namespace {

constexpr std::array<std::string_view, 7> kPartNames = {"all",   "bottom", "top", "left",
                                                        "right", "rect",   "core"};

// A pixel that is ink in this share of the frames belongs to the feet, if it is low enough.
constexpr double kLongLived = 0.3;

template <class Number>
bool read(std::string_view text, Number& number) {
  const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), number);
  return error == std::errc{} && end == text.data() + text.size();
}

bool readBand(std::string_view text, Region& region) {
  region.percent = text.ends_with('%');
  if (!region.percent && !text.ends_with("px")) return false;
  text.remove_suffix(region.percent ? 1 : 2);
  return read(text, region.size);
}

bool readRect(std::string_view text, PixelRect& rect) {
  int* const numbers[] = {&rect.x, &rect.y, &rect.w, &rect.h};
  for (int i = 0; i < 4; ++i) {
    const std::size_t comma = text.find(',');
    if ((comma == std::string_view::npos) != (i == 3)) return false;
    if (!read(text.substr(0, comma), *numbers[i])) return false;
    if (i < 3) text.remove_prefix(comma + 1);
  }
  return true;
}

int bandOf(const Region& region, int side) {
  const double wished = region.percent ? side * region.size / 100 : region.size;
  return std::clamp(static_cast<int>(std::lround(wished)), 1, side);
}

}  // namespace

PixelRect areaOf(const Region& region, const PixelMask& ink) {
  const auto bounds = boundsOf(ink);
  if (!bounds) return {};
  PixelRect area = *bounds;
  switch (region.part) {
    case Region::Part::All:
      return area;
    case Region::Part::Top:
      area.h = bandOf(region, area.h);
      return area;
    case Region::Part::Left:
      area.w = bandOf(region, area.w);
      return area;
    case Region::Part::Bottom: {
      const int band = bandOf(region, area.h);
      return {area.x, area.bottom() - band, area.w, band};
    }
    case Region::Part::Right: {
      const int band = bandOf(region, area.w);
      return {area.right() - band, area.y, band, area.h};
    }
    case Region::Part::Rect:
      return intersection(region.rect, ink.rect());
    case Region::Part::Core:
      return coreOf({ink}, region.size);
  }
  return area;
}

namespace {

// Below the lowest pixel that is ink in enough of the frames; 0 where there is none.
int longLivedBottom(const std::vector<PixelMask>& inks) {
  const auto longLived =
      static_cast<long long>(std::ceil(kLongLived * static_cast<double>(inks.size())));
  for (int y = inks.front().height() - 1; y >= 0; --y) {
    for (int x = 0; x < inks.front().width(); ++x) {
      const auto frames = std::count_if(inks.begin(), inks.end(),
                                        [&](const PixelMask& ink) { return ink.test(x, y); });
      if (frames >= longLived) return y + 1;
    }
  }
  return 0;
}

}  // namespace

PixelRect coreOf(const std::vector<PixelMask>& inks, double percent) {
  if (inks.empty()) return {};
  const int width = inks.front().width();
  const int height = inks.front().height();
  std::vector<long long> columns(static_cast<std::size_t>(width));
  std::vector<long long> rows(static_cast<std::size_t>(height));
  const auto add = [](std::vector<long long>& sums, const std::vector<int>& counts) {
    std::transform(counts.begin(), counts.end(), sums.begin(), sums.begin(), std::plus<>());
  };
  for (const PixelMask& ink : inks) {
    add(columns, columnCounts(ink));
    add(rows, rowCounts(ink));
  }
  const int bottom = longLivedBottom(inks);
  // From the first to the last of those that hold enough.
  const auto spanOf = [&](const std::vector<long long>& counts) {
    const double least =
        percent / 100 * static_cast<double>(*std::max_element(counts.begin(), counts.end()));
    const auto enough = [&](long long count) {
      return count > 0 && static_cast<double>(count) >= least;
    };
    const auto first = std::find_if(counts.begin(), counts.end(), enough);
    const auto last = std::find_if(counts.rbegin(), counts.rend(), enough);
    return std::pair(static_cast<int>(first - counts.begin()),
                     static_cast<int>(counts.rend() - last));
  };
  if (columns.empty() || rows.empty()) return {};
  const auto [left, right] = spanOf(columns);
  const auto [top, low] = spanOf(rows);
  if (right <= left) return {};
  return {left, top, right - left, std::max(bottom, low) - top};
}

PixelMask inkIn(const Region& region, const PixelMask& ink) {
  if (region.part == Region::Part::All) return ink;
  return keptWithin(ink, areaOf(region, ink));
}

std::string textOf(const Region& region) {
  std::string text(kPartNames[static_cast<std::size_t>(region.part)]);
  if (region.part == Region::Part::All) return text;
  if (region.part != Region::Part::Rect) {
    return text + ":" + exactNumber(region.size) + (region.percent ? "%" : "px");
  }
  const PixelRect& r = region.rect;
  return text + ":" + std::to_string(r.x) + "," + std::to_string(r.y) + "," + std::to_string(r.w) +
         "," + std::to_string(r.h);
}

Result<Region> regionFrom(std::string_view text) {
  Region region;
  const std::size_t colon = text.find(':');
  const auto* name = std::find(kPartNames.begin(), kPartNames.end(), text.substr(0, colon));
  bool good = name != kPartNames.end();
  if (good) {
    region.part = static_cast<Region::Part>(name - kPartNames.begin());
    const bool all = region.part == Region::Part::All;
    good = all == (colon == std::string_view::npos);
    if (good && !all) {
      const std::string_view rest = text.substr(colon + 1);
      good =
          region.part == Region::Part::Rect ? readRect(rest, region.rect) : readBand(rest, region);
    }
  }
  if (good && validated(region)) return region;
  return failure(ErrorCode::BadValue,
                 "\"" + std::string(text) +
                     "\" is not a region; use all, bottom:25%, top:6px, left:, right:, "
                     "rect:x,y,w,h or core:40%");
}

}  // namespace amber

#include "core/cut/hand_cut.h"

#include <algorithm>
#include <cmath>

namespace amber {

Result<std::vector<PixelRect>> splitRect(std::vector<PixelRect> rects, std::size_t index,
                                         GridLine::Across across, int position) {
  assert(index < rects.size());
  PixelRect& first = rects[index];
  PixelRect second = first;
  if (across == GridLine::Across::Columns) {
    first.w = position - first.x;
    second.x = position;
    second.w -= first.w;
  } else {
    first.h = position - first.y;
    second.y = position;
    second.h -= first.h;
  }
  if (first.empty() || second.empty()) {
    return failure(ErrorCode::BadValue, "the line does not run through the frame");
  }
  rects.insert(rects.begin() + static_cast<std::ptrdiff_t>(index) + 1, second);
  return rects;
}

Result<std::vector<PixelRect>> mergedRects(std::vector<PixelRect> rects,
                                           std::vector<std::size_t> chosen) {
  std::sort(chosen.begin(), chosen.end());
  chosen.erase(std::unique(chosen.begin(), chosen.end()), chosen.end());
  if (chosen.size() < 2) return failure(ErrorCode::BadValue, "select two or more frames to merge");
  for (const std::size_t index : chosen) {
    rects[chosen.front()] = united(rects[chosen.front()], rects[index]);
  }
  chosen.erase(chosen.begin());
  return withoutRects(std::move(rects), std::move(chosen));
}

std::vector<PixelRect> withoutRects(std::vector<PixelRect> rects, std::vector<std::size_t> chosen) {
  std::sort(chosen.rbegin(), chosen.rend());
  chosen.erase(std::unique(chosen.begin(), chosen.end()), chosen.end());
  for (const std::size_t index : chosen) {
    assert(index < rects.size());
    rects.erase(rects.begin() + static_cast<std::ptrdiff_t>(index));
  }
  return rects;
}

PixelRect snappedToInk(const PixelRect& rect, const PixelMask& faintInk) {
  const auto ink = boundsOf(cropped(faintInk, rect));
  return ink ? PixelRect{rect.x + ink->x, rect.y + ink->y, ink->w, ink->h} : rect;
}

PixelRect rectBetween(double x0, double y0, double x1, double y1, PixelSize sheet) {
  const auto span = [](double a, double b, int most, int& start, int& length) {
    start = std::clamp(static_cast<int>(std::floor(std::min(a, b))), 0, most - 1);
    const int end = std::clamp(static_cast<int>(std::ceil(std::max(a, b))), start + 1, most);
    length = end - start;
  };
  PixelRect rect;
  span(x0, x1, sheet.w, rect.x, rect.w);
  span(y0, y1, sheet.h, rect.y, rect.h);
  return rect;
}

std::optional<std::size_t> rectAt(const std::vector<PixelRect>& rects, double x, double y) {
  for (std::size_t i = rects.size(); i > 0; --i) {
    if (rects[i - 1].contains(static_cast<int>(std::floor(x)), static_cast<int>(std::floor(y)))) {
      return i - 1;
    }
  }
  return std::nullopt;
}

}  // namespace amber

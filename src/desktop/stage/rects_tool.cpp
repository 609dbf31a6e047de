#include "desktop/stage/rects_tool.h"

#include <algorithm>
#include <cmath>

namespace amber {
namespace {

// A drag shorter than this draws nothing: it was a click, sheet px.
constexpr double kLeastDrag = 1.5;

Box boxOf(const PixelRect& rect) {
  return {static_cast<double>(rect.x), static_cast<double>(rect.y), static_cast<double>(rect.w),
          static_cast<double>(rect.h)};
}

FramePoint asFrame(SheetPoint point) {
  return {point.x, point.y};
}

PixelRect shiftedWithin(PixelRect rect, int dx, int dy, PixelSize sheet) {
  rect.x = std::clamp(rect.x + dx, 0, sheet.w - rect.w);
  rect.y = std::clamp(rect.y + dy, 0, sheet.h - rect.h);
  return rect;
}

}  // namespace

std::optional<std::size_t> RectsTool::heldAt(const std::vector<PixelRect>& rects, SheetPoint point,
                                             double reach) const {
  for (auto index = chosen_.rbegin(); index != chosen_.rend(); ++index) {
    if (*index < rects.size() && BoxTool::gripAt(boxOf(rects[*index]), asFrame(point), reach)) {
      return *index;
    }
  }
  return rectAt(rects, point.x, point.y);
}

std::optional<BoxTool::Grip> RectsTool::gripAt(const std::vector<PixelRect>& rects,
                                               SheetPoint point, double reach) const {
  const auto held = heldAt(rects, point, reach);
  return held ? BoxTool::gripAt(boxOf(rects[*held]), asFrame(point), reach) : std::nullopt;
}

void RectsTool::press(const std::vector<PixelRect>& rects, SheetPoint point, double reach,
                      Adding adding, PixelSize sheet) {
  original_ = rects;
  pressed_ = point;
  sheet_ = sheet;
  const auto held = heldAt(rects, point, reach);
  if (!held) {
    if (adding == Adding::No) chosen_.clear();
    state_ = State::Drawing;
    return;
  }
  const auto among = std::find(chosen_.begin(), chosen_.end(), *held);
  if (adding == Adding::Yes) {
    if (among == chosen_.end()) {
      chosen_.push_back(*held);
    } else {
      chosen_.erase(among);
    }
    return;
  }
  if (among == chosen_.end()) chosen_ = {*held};
  held_ = *held;
  moving_ = BoxTool::gripAt(boxOf(rects[held_]), asFrame(point), reach)->whole;
  box_.press(boxOf(rects[held_]), asFrame(point), reach);
  state_ = State::Reshaping;
}

std::vector<PixelRect> RectsTool::move(SheetPoint point) const {
  std::vector<PixelRect> rects = original_;
  if (state_ == State::Drawing) {
    if (std::max(std::abs(point.x - pressed_.x), std::abs(point.y - pressed_.y)) >= kLeastDrag) {
      rects.push_back(rectBetween(pressed_.x, pressed_.y, point.x, point.y, sheet_));
    }
    return rects;
  }
  if (state_ == State::Idle) return rects;
  if (moving_) {
    const int dx = static_cast<int>(std::lround(point.x - pressed_.x));
    const int dy = static_cast<int>(std::lround(point.y - pressed_.y));
    for (const std::size_t index : chosen_) {
      rects[index] = shiftedWithin(original_[index], dx, dy, sheet_);
    }
    return rects;
  }
  const Box box = box_.move(asFrame(point), 1);
  rects[held_] = rectBetween(box.x, box.y, box.x + box.w, box.y + box.h, sheet_);
  return rects;
}

std::optional<std::vector<PixelRect>> RectsTool::release(SheetPoint point) {
  if (state_ == State::Idle) return std::nullopt;
  std::vector<PixelRect> rects = move(point);
  state_ = State::Idle;
  if (rects == original_) return std::nullopt;
  if (rects.size() > original_.size()) chosen_ = {rects.size() - 1};
  return rects;
}

void RectsTool::keepWithin(std::size_t count) {
  std::erase_if(chosen_, [&](std::size_t index) { return index >= count; });
}

}  // namespace amber

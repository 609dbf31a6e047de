#include "core/origin/anchor.h"

#include <algorithm>
#include <array>

namespace amber {
namespace {

constexpr std::array<std::string_view, 9> kNames = {"TOP_LEFT",    "TOP",    "TOP_RIGHT",
                                                    "LEFT",        "CENTER", "RIGHT",
                                                    "BOTTOM_LEFT", "BOTTOM", "BOTTOM_RIGHT"};

}  // namespace

FramePoint anchorPoint(const PixelRect& area, Anchor anchor) {
  const int place = static_cast<int>(anchor);
  return {area.x + area.w * (place % 3) / 2.0, area.y + area.h * (place / 3) / 2.0};
}

std::optional<FramePoint> originBy(const OriginRule& rule, PixelSize cell,
                                   const std::optional<PixelRect>& firmInk) {
  if (rule.basis == OriginBasis::Hand) return std::nullopt;
  const PixelRect whole{0, 0, cell.w, cell.h};
  return anchorPoint(rule.basis == OriginBasis::Ink ? firmInk.value_or(whole) : whole, rule.anchor);
}

std::string textOf(const OriginRule& rule) {
  if (rule.basis == OriginBasis::Hand) return "hand";
  return std::string(rule.basis == OriginBasis::Cell ? "cell:" : "ink:") +
         std::string(kNames[static_cast<std::size_t>(rule.anchor)]);
}

Result<OriginRule> originRuleFrom(std::string_view text) {
  if (text == "hand") return OriginRule{OriginBasis::Hand, Anchor::Center};
  const auto colon = text.find(':');
  const std::string_view basis = text.substr(0, colon);
  const auto* name = colon == std::string_view::npos
                         ? kNames.end()
                         : std::find(kNames.begin(), kNames.end(), text.substr(colon + 1));
  if (name == kNames.end() || (basis != "cell" && basis != "ink")) {
    return failure(ErrorCode::BadValue,
                   "\"" + std::string(text) +
                       "\" is no origin rule; use cell:ANCHOR or ink:ANCHOR with an anchor such as "
                       "BOTTOM, CENTER or TOP_LEFT");
  }
  return OriginRule{basis == "cell" ? OriginBasis::Cell : OriginBasis::Ink,
                    kAnchors[static_cast<std::size_t>(name - kNames.begin())]};
}

}  // namespace amber

#pragma once

#include <optional>
#include <string>
#include <string_view>

#include "core/base/result.h"
#include "core/geometry/pixel_rect.h"
#include "core/geometry/point.h"
#include "core/project/origin_rule.h"

namespace amber {

/// The anchor's point on `area`. Edges are at whole pixels; middles may be at halves.
FramePoint anchorPoint(const PixelRect& area, Anchor anchor);

/// Where `rule` puts the origin of a frame of `cell` px whose firm ink has these bounds (frame px).
/// Nothing for a rule by hand: there the point itself is kept.
std::optional<FramePoint> originBy(const OriginRule& rule, PixelSize cell,
                                   const std::optional<PixelRect>& firmInk);

/// "hand", "cell:BOTTOM", "ink:TOP_LEFT": the form in files and on the command line.
std::string textOf(const OriginRule& rule);

/// Errors (BadValue): anything that textOf does not write.
Result<OriginRule> originRuleFrom(std::string_view text);

}  // namespace amber

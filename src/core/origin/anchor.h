#pragma once

#include <optional>
#include <string>
#include <string_view>

#include "core/base/result.h"
#include "core/origin/landmarks.h"
#include "core/project/values/origin_rule.h"

namespace amber {

/// The anchor's point on `area`. Edges are at whole pixels; middles may be at halves.
FramePoint anchorPoint(const PixelRect& area, Anchor anchor);

/// What a rule takes the origin from, besides the frame itself: the other frame of AsFrame and
/// FeetOf, or the common point of Ground.
struct OriginModel {
  FramePoint origin;
  std::optional<Landmarks> marks;
};

/// Where `rule` puts the origin of a frame of `cell` px with these landmarks, frame px.
/// Nothing for a rule by hand, where the point itself is kept; for AsFrame without a model; for
/// FeetOf where the frame or the model has no feet.
std::optional<FramePoint> originBy(const OriginRule& rule, PixelSize cell,
                                   const std::optional<Landmarks>& marks,
                                   const std::optional<OriginModel>& model = std::nullopt);

/// "hand", "cell:BOTTOM", "ink:TOP_LEFT", "feet", "centroid", "frame:12", "feetOf:12", "ground",
/// each but the first with "/corner" or "/centre" behind it when it snaps: the form in files and on
/// the command line. The number is the id of a frame.
std::string textOf(const OriginRule& rule);

/// "feet", "ink, bottom left", "the feet of another frame", "hand": the rule in a sentence, with
/// what it snaps to.
std::string inWords(const OriginRule& rule);

/// Errors (BadValue): anything that textOf does not write.
Result<OriginRule> originRuleFrom(std::string_view text);

}  // namespace amber

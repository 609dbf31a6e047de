#include "core/project/validation/valid_recipe.h"

#include <string>

#include "core/base/exact_number.h"
#include "core/project/values/ranges.h"

namespace amber {
namespace {

template <class Number>
Result<void> inRange(const Range<Number>& range, Number value, const char* what) {
  if (range.holds(value)) return {};
  return failure(ErrorCode::BadValue, std::string(what) + " must be " +
                                          exactNumber(static_cast<double>(range.least)) + " to " +
                                          exactNumber(static_cast<double>(range.most)));
}

bool validRect(const PixelRect& rect) {
  const Range<int> place{-kLongestImageSide, kLongestImageSide};
  return place.holds(rect.x) && place.holds(rect.y) && kFrameSideRange.holds(rect.w) &&
         kFrameSideRange.holds(rect.h);
}

}  // namespace

Result<void> validated(const Region& region) {
  if (region.part == Region::Part::All) return {};
  if (region.part == Region::Part::Rect) {
    if (validRect(region.rect)) return {};
    return failure(ErrorCode::BadValue, "the region's rectangle is empty or lies too far away");
  }
  if (region.part == Region::Part::Core && !region.percent) {
    return failure(ErrorCode::BadValue, "the core must be given in per cent");
  }
  if (region.size > 0 && region.size <= (region.percent ? 100 : kLongestImageSide)) return {};
  return failure(ErrorCode::BadValue,
                 "a band must be above 0, and at most 100 % or 16384 px of the ink");
}

Result<void> validated(const Recipe& recipe) {
  if (auto valid = validated(recipe.region); !valid) return valid;
  const Inset& inset = recipe.inset;
  for (const double side : {inset.left, inset.top, inset.right, inset.bottom}) {
    if (auto valid = inRange(kInsetRange, side, "each side of the inset"); !valid) return valid;
  }
  const PolygonOptions& polygon = recipe.polygon;
  for (const Result<void>& valid :
       {inRange(kLossRange, recipe.loss, "the loss"),
        inRange(kGrowRange, recipe.mask.grow, "the growth"),
        inRange(kLeastSpeckRange, recipe.mask.leastSpeck, "the least speck"),
        inRange(kPolygonPointsRange, polygon.points, "the points of a polygon"),
        inRange(kPolygonToleranceRange, polygon.tolerance, "the tolerance"),
        inRange(kKeepRange, recipe.box.keep, "what a bare pixel counts")}) {
    if (!valid) return valid;
  }
  return {};
}

}  // namespace amber

#include "core/project/validation/valid_profile.h"

#include <algorithm>

#include "core/base/exact_number.h"
#include "core/base/utf8.h"
#include "core/project/values/ranges.h"

namespace amber {
namespace {

constexpr std::size_t kLongestProfileName = 64;

Result<void> wrongAt(const char* key, const std::string& sentence) {
  return failure(ErrorCode::BadValue, sentence, {}, key);
}

template <class Number>
Result<void> ranged(const Range<Number>& range, Number value, const char* key) {
  if (range.holds(value)) return {};
  return wrongAt(key, std::string(key) + " must be " +
                          exactNumber(static_cast<double>(range.least)) + " to " +
                          exactNumber(static_cast<double>(range.most)));
}

template <class Value>
bool rising(const std::vector<Value>& values) {
  return std::adjacent_find(values.begin(), values.end(),
                            [](Value a, Value b) { return a >= b; }) == values.end();
}

Result<void> validScales(const std::vector<double>& scales) {
  if (scales.size() > kMostPageScales) {
    return wrongAt("scales", "pages are written at " + std::to_string(kMostPageScales) +
                                 " scales besides 1 at most");
  }
  for (const double scale : scales) {
    if (auto valid = ranged(kPageScaleRange, scale, "scales"); !valid) return valid;
    if (scale == 1)
      return wrongAt("scales", "pages of scale 1 are always written; remove it from the list");
  }
  if (!rising(scales)) return wrongAt("scales", "a scale twice, or out of order");
  return {};
}

}  // namespace

bool risingLanguages(const std::vector<Language>& languages) {
  return rising(languages);
}

Result<void> validated(const PackProfile& profile) {
  const bool plain = !profile.name.empty() && profile.name.size() <= kLongestProfileName &&
                     isUtf8(profile.name) &&
                     std::none_of(profile.name.begin(), profile.name.end(),
                                  [](char c) { return static_cast<unsigned char>(c) < ' '; });
  if (!plain) return wrongAt("name", "a profile's name is 1 to 64 letters on one line");
  for (auto valid :
       {ranged(kPageSideRange, profile.pageSide, "pageSide"),
        ranged(kPaddingRange, profile.padding, "padding"),
        ranged(kExtrusionRange, profile.extrusion, "extrusion"),
        ranged(kPolygonPointsRange, profile.polygonPoints, "polygonPoints"),
        ranged(kPolygonPointsRange, profile.partPoints, "partPoints"),
        ranged(kPxPerUnitRange, profile.pxPerUnit, "pxPerUnit"), validScales(profile.scales)}) {
    if (!valid) return valid;
  }
  if (!rising(profile.constants)) return wrongAt("constants", "a language twice, or out of order");
  return {};
}

}  // namespace amber

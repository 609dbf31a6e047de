#include "files/project/recipe_json.h"

#include <array>
#include <nlohmann/json.hpp>

#include "core/fit/search/region.h"
#include "core/project/values/ranges.h"
#include "core/project/words.h"

namespace amber {
namespace {

// The key "lie" and these words stand in files of earlier versions.
constexpr std::array<std::string_view, 3> kEarlierAxisWords = {"any", "upright", "lying"};

Inset readInset(const JsonReader& from) {
  from.knows({"sides", "percent"});
  Inset inset;
  const auto sides = from.member("sides").exactly(4, "[left, top, right, bottom]");
  if (sides.empty()) return inset;
  double* const numbers[] = {&inset.left, &inset.top, &inset.right, &inset.bottom};
  for (std::size_t i = 0; i < 4; ++i) {
    *numbers[i] = sides[i].within(kInsetRange);
  }
  inset.percent = from.member("percent").truth();
  return inset;
}

Region readRegion(const JsonReader& from) {
  const std::string text = from.text(100);
  if (from.failed()) return {};
  auto region = regionFrom(text);
  if (region) return *region;
  from.fail(region.error().code, region.error().sentence);
  return {};
}

}  // namespace

Json jsonOf(const Recipe& recipe) {
  const Recipe plain;
  Json json{{"kind", kindName(recipe.kind)}};
  // Without meaning for a mask, but not to be lost.
  if (recipe.kind != ShapeKind::Mask || recipe.style != plain.style)
    json["style"] = wordOf(kStyleWords, recipe.style);
  if (recipe.region != plain.region) json["region"] = textOf(recipe.region);
  if (recipe.inset != plain.inset) {
    json["inset"] = Json{{"sides", Json::array({recipe.inset.left, recipe.inset.top,
                                                recipe.inset.right, recipe.inset.bottom})},
                         {"percent", recipe.inset.percent}};
  }
  if (recipe.loss != plain.loss) json["loss"] = recipe.loss;
  if (recipe.axis != plain.axis) json["axis"] = wordOf(kAxisWords, recipe.axis);
  if (recipe.mask.grow != 0) json["grow"] = recipe.mask.grow;
  if (recipe.mask.holes != Holes::Kept) json["holes"] = wordOf(kHolesWords, recipe.mask.holes);
  if (recipe.mask.leastSpeck != 1) json["leastSpeck"] = recipe.mask.leastSpeck;
  const PolygonOptions& polygon = recipe.polygon;
  if (polygon.points != plain.polygon.points) json["points"] = polygon.points;
  if (polygon.tolerance != 0) json["tolerance"] = polygon.tolerance;
  if (polygon.convex) json["convex"] = true;
  if (polygon.around != Around::All) json["around"] = wordOf(kAroundWords, polygon.around);
  if (recipe.box.keep != plain.box.keep) json["keep"] = recipe.box.keep;
  if (recipe.box.grounded) json["grounded"] = true;
  if (recipe.together) json["together"] = true;
  return json;
}

Recipe readRecipe(const JsonReader& from) {
  from.knows({"kind", "style", "region", "inset", "loss", "axis", "lie", "grow", "holes",
              "leastSpeck", "points", "tolerance", "convex", "around", "keep", "grounded",
              "together"});
  Recipe recipe;
  recipe.kind = static_cast<ShapeKind>(from.member("kind").choice(kKindWords));
  if (recipe.kind != ShapeKind::Mask || from.optionalMember("style")) {
    recipe.style = static_cast<FitStyle>(from.member("style").choice(kStyleWords));
  }
  if (const auto region = from.optionalMember("region")) recipe.region = readRegion(*region);
  if (const auto inset = from.optionalMember("inset")) recipe.inset = readInset(*inset);
  if (const auto loss = from.optionalMember("loss")) recipe.loss = loss->within(kLossRange);
  if (const auto axis = from.optionalMember("axis")) {
    recipe.axis = static_cast<CapsuleAxis>(axis->choice(kAxisWords));
  } else if (const auto lie = from.optionalMember("lie")) {
    recipe.axis = static_cast<CapsuleAxis>(lie->choice(kEarlierAxisWords));
  }
  if (const auto grow = from.optionalMember("grow")) {
    recipe.mask.grow = grow->whole(kGrowRange);
  }
  if (const auto holes = from.optionalMember("holes")) {
    recipe.mask.holes = static_cast<Holes>(holes->choice(kHolesWords));
  }
  if (const auto speck = from.optionalMember("leastSpeck")) {
    recipe.mask.leastSpeck = speck->whole(kLeastSpeckRange);
  }
  if (const auto points = from.optionalMember("points")) {
    recipe.polygon.points = points->whole(kPolygonPointsRange);
  }
  if (const auto tolerance = from.optionalMember("tolerance")) {
    recipe.polygon.tolerance = tolerance->within(kPolygonToleranceRange);
  }
  if (const auto convex = from.optionalMember("convex")) recipe.polygon.convex = convex->truth();
  if (const auto around = from.optionalMember("around")) {
    recipe.polygon.around = static_cast<Around>(around->choice(kAroundWords));
  }
  if (const auto keep = from.optionalMember("keep")) recipe.box.keep = keep->within(kKeepRange);
  if (const auto grounded = from.optionalMember("grounded")) {
    recipe.box.grounded = grounded->truth();
  }
  if (const auto together = from.optionalMember("together")) {
    recipe.together = together->truth();
  }
  return recipe;
}

}  // namespace amber

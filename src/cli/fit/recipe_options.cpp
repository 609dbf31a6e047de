#include "cli/fit/recipe_options.h"

#include <CLI/CLI.hpp>
#include <algorithm>
#include <utility>

#include "cli/common_options.h"
#include "core/fit/search/region.h"
#include "core/fit/styles/inset_text.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/project/values/ranges.h"
#include "core/project/words.h"

namespace amber {
namespace {

constexpr std::string_view kEvery = "all";

template <std::size_t N>
std::string listed(const std::array<std::string_view, N>& words) {
  std::string text;
  for (const std::string_view word : words) text += (text.empty() ? "" : ", ") + std::string(word);
  return text;
}

// "polygon:balanced" as its two words; the second is empty without a colon.
std::pair<std::string, std::string> partsOf(const std::string& shape) {
  const auto colon = shape.find(':');
  if (colon == std::string::npos) return {shape, {}};
  return {shape.substr(0, colon), shape.substr(colon + 1)};
}

std::string shapeRefusal(const std::string& shape, RecipeOptions::Many many) {
  const auto [type, style] = partsOf(shape);
  const bool every = many == RecipeOptions::Many::Yes;
  const bool typeIs = enumFrom<ShapeKind>(kKindWords, type) || (every && type == kEvery);
  const bool styleIs = shape.find(':') == std::string::npos ||
                       enumFrom<FitStyle>(kStyleWords, style) || (every && style == kEvery);
  if (typeIs && styleIs) return {};
  return "\"" + shape + "\" is not a shape; write TYPE or TYPE:STYLE, such as box or " +
         "polygon:balanced. Types are " + listed(kKindWords) + "; styles are " +
         listed(kStyleWords) + (every ? "; all stands for every one" : "");
}

}  // namespace

void RecipeOptions::addTo(CLI::App& command, Many many) {
  command_ = &command;
  command
      .add_option("--shape", shape_,
                  many == Many::Yes
                      ? "The shape type and style of fit, such as polygon:balanced; all, all:snug "
                        "or box:all for several"
                      : "The shape type and style of fit, such as box or polygon:balanced")
      ->check(CLI::Validator([many](const std::string& shape) { return shapeRefusal(shape, many); },
                             "TYPE[:STYLE]"));
  command
      .add_option("--region", region_,
                  "The part of the ink to fit: all, bottom:25%, top:6px, left:, right:, core:40% "
                  "or rect:x,y,w,h")
      ->check(CLI::Validator(
          [](const std::string& region) {
            const auto read = regionFrom(region);
            return read ? std::string() : read.error().sentence;
          },
          "REGION"));
  command
      .add_option("--inset", inset_,
                  "Move the sides inward (negative: outward): N, P% or L,T,R,B, in px or %")
      ->check(CLI::Validator(
          [](const std::string& inset) {
            return insetFrom(inset)
                       ? std::string()
                       : "\"" + inset + "\" is not a valid inset; write N, P% or L,T,R,B";
          },
          "INSET"));
  command
      .add_option("--loss", numbers_.loss,
                  "The share of the ink that trimmed may leave outside the shape")
      ->check(inRange(kLossRange));
  command.add_option("--axis", axis_, "The allowed directions of the axis of a capsule")
      ->check(oneOf(kAxisWords));
  command
      .add_option("--grow", numbers_.mask.grow,
                  "How far a mask extends beyond the ink, in px (negative: shrinks)")
      ->check(inRange(kGrowRange));
  command.add_option("--holes", holes_, "How to treat holes of a mask")->check(oneOf(kHolesWords));
  command
      .add_option("--least-speck", numbers_.mask.leastSpeck,
                  "Ignore islands with fewer pixels in a mask")
      ->check(inRange(kLeastSpeckRange));
  command
      .add_option("--points", numbers_.polygon.points, "The largest number of points of a polygon")
      ->check(inRange(kPolygonPointsRange));
  command
      .add_option("--tolerance", numbers_.polygon.tolerance,
                  "How far a polygon may be from the outline of the ink to save points, in px")
      ->check(inRange(kPolygonToleranceRange));
  command.add_flag("--convex", numbers_.polygon.convex, "Make polygons without inward corners");
  command
      .add_option("--keep", numbers_.box.keep,
                  "The weight of bare ink against air in a balanced box")
      ->check(inRange(kKeepRange));
  command.add_flag("--grounded", numbers_.box.grounded,
                   "Make a balanced box reach down to the feet");
  command.add_option("--around", around_, "The ink that a polygon encloses")
      ->check(oneOf(kAroundWords));
}

bool RecipeOptions::typed(const std::string& option) const {
  return command_->count(option) > 0;
}

bool RecipeOptions::any() const {
  const auto& options = {"--shape",  "--region", "--inset",       "--loss",    "--axis",
                         "--grow",   "--holes",  "--least-speck", "--points",  "--tolerance",
                         "--convex", "--around", "--keep",        "--grounded"};
  return std::any_of(options.begin(), options.end(),
                     [&](const char* option) { return typed(option); });
}

Recipe RecipeOptions::over(Recipe recipe) const {
  const auto [type, style] = partsOf(shape_);
  recipe.kind = enumFrom<ShapeKind>(kKindWords, type).value_or(recipe.kind);
  recipe.style = enumFrom<FitStyle>(kStyleWords, style).value_or(recipe.style);
  if (typed("--region")) recipe.region = *regionFrom(region_);
  if (typed("--inset")) recipe.inset = *insetFrom(inset_);
  if (typed("--loss")) recipe.loss = numbers_.loss;
  if (typed("--axis")) recipe.axis = *enumFrom<CapsuleAxis>(kAxisWords, axis_);
  if (typed("--grow")) recipe.mask.grow = numbers_.mask.grow;
  if (typed("--holes")) recipe.mask.holes = *enumFrom<Holes>(kHolesWords, holes_);
  if (typed("--least-speck")) recipe.mask.leastSpeck = numbers_.mask.leastSpeck;
  if (typed("--points")) recipe.polygon.points = numbers_.polygon.points;
  if (typed("--tolerance")) recipe.polygon.tolerance = numbers_.polygon.tolerance;
  if (typed("--convex")) recipe.polygon.convex = numbers_.polygon.convex;
  if (typed("--keep")) recipe.box.keep = numbers_.box.keep;
  if (typed("--grounded")) recipe.box.grounded = numbers_.box.grounded;
  if (typed("--around")) recipe.polygon.around = *enumFrom<Around>(kAroundWords, around_);
  return recipe;
}

std::vector<Recipe> RecipeOptions::all(const Recipe& from) const {
  const Recipe common = over(from);
  const auto [type, style] = partsOf(shape_);
  const bool everyKind = type == kEvery;
  const bool everyStyle = style == kEvery || (everyKind && style.empty());
  if (!everyKind && !everyStyle) return {common};
  std::vector<Recipe> recipes = everyRecipe(common);
  std::erase_if(recipes, [&](const Recipe& one) {
    const bool sameType = everyKind || one.kind == common.kind;
    const bool sameStyle = everyStyle || one.kind == ShapeKind::Mask || one.style == common.style;
    return !sameType || !sameStyle;
  });
  return recipes;
}

}  // namespace amber

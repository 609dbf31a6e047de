#include "cli/recipe_options.h"

#include <CLI/CLI.hpp>
#include <algorithm>
#include <utility>

#include "cli/common_options.h"
#include "core/fit/styles/inset_text.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/fit/styles/region.h"
#include "core/project/values/ranges.h"
#include "core/project/words.h"

namespace amber {
namespace {

template <std::size_t N>
std::vector<std::string> wordsWith(const std::array<std::string_view, N>& words, const char* more) {
  std::vector<std::string> all(words.begin(), words.end());
  if (*more != 0) all.emplace_back(more);
  return all;
}

}  // namespace

void RecipeOptions::addTo(CLI::App& command, Many many) {
  command_ = &command;
  const char* every = many == Many::Yes ? "all" : "";
  CLI::Option* kind = command.add_option("--kind", kind_, "The shape kind");
  if (many != Many::Unasked) kind->check(CLI::IsMember(wordsWith(kKindWords, every)));
  command.add_option("--style", style_, "The style of fit")
      ->check(CLI::IsMember(wordsWith(kStyleWords, every)));
  command.add_option("--region", region_, "all, bottom:25%, top:6px, left:, right:, rect:x,y,w,h")
      ->check(CLI::Validator(
          [](const std::string& region) {
            const auto read = regionFrom(region);
            return read ? std::string() : read.error().sentence;
          },
          "REGION"));
  command.add_option("--inset", inset_, "Move the sides inward: N, P% or L,T,R,B, px or %")
      ->check(CLI::Validator(
          [](const std::string& inset) {
            return insetFrom(inset) ? std::string()
                                    : "\"" + inset + "\" is no inset; write N, P% or L,T,R,B";
          },
          "INSET"));
  command.add_option("--loss", numbers_.loss, "Share of the ink that trimmed may leave bare")
      ->check(inRange(kLossRange));
  command.add_option("--lie", lie_, "Which way a capsule may lie")
      ->check(CLI::IsMember(wordsWith(kLieWords, "")));
  command.add_option("--grow", numbers_.mask.grow, "px a mask grows; negative: shrinks")
      ->check(inRange(kGrowRange));
  command.add_option("--holes", holes_, "Of a mask")
      ->check(CLI::IsMember(wordsWith(kHolesWords, "")));
  command
      .add_option("--least-speck", numbers_.mask.leastSpeck, "A mask drops islands of fewer pixels")
      ->check(inRange(kLeastSpeckRange));
  command.add_option("--points", numbers_.polygon.points, "At most so many in a polygon")
      ->check(inRange(kPolygonPointsRange));
  command
      .add_option("--tolerance", numbers_.polygon.tolerance,
                  "How far from the ink's outline a polygon may go, px, for fewer points")
      ->check(inRange(kPolygonToleranceRange));
  command.add_flag("--convex", numbers_.polygon.convex, "No corner of a polygon turns inward");
  command
      .add_option("--keep", numbers_.box.keep,
                  "How often a bare pixel counts against a balanced box, where air counts once")
      ->check(inRange(kKeepRange));
  command.add_flag("--grounded", numbers_.box.grounded, "A balanced box reaches down to the feet");
  command.add_option("--around", around_, "Which islands of ink a polygon goes around")
      ->check(CLI::IsMember(wordsWith(kAroundWords, "")));
}

bool RecipeOptions::typed(const std::string& option) const {
  return command_->count(option) > 0 && (option != "--kind" || !kind_.empty());
}

std::string RecipeOptions::takeKind() {
  return std::exchange(kind_, {});
}

bool RecipeOptions::any() const {
  const auto& options = {"--kind",      "--style",  "--region", "--inset",       "--loss",
                         "--lie",       "--grow",   "--holes",  "--least-speck", "--points",
                         "--tolerance", "--convex", "--around", "--keep",        "--grounded"};
  return std::any_of(options.begin(), options.end(),
                     [&](const char* option) { return typed(option); });
}

Recipe RecipeOptions::over(Recipe recipe) const {
  if (typed("--kind") && kind_ != "all") recipe.kind = *enumFrom<ShapeKind>(kKindWords, kind_);
  if (typed("--style") && style_ != "all") recipe.style = *enumFrom<FitStyle>(kStyleWords, style_);
  if (typed("--region")) recipe.region = *regionFrom(region_);
  if (typed("--inset")) recipe.inset = *insetFrom(inset_);
  if (typed("--loss")) recipe.loss = numbers_.loss;
  if (typed("--lie")) recipe.lie = *enumFrom<CapsuleLie>(kLieWords, lie_);
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
  const bool everyKind = kind_ == "all";
  const bool everyStyle = style_ == "all";
  if (!everyKind && !everyStyle) return {common};
  std::vector<Recipe> recipes = everyRecipe(common);
  std::erase_if(recipes, [&](const Recipe& one) {
    const bool kind = everyKind || one.kind == common.kind;
    const bool style = everyStyle || one.kind == ShapeKind::Mask || one.style == common.style;
    return !kind || !style;
  });
  return recipes;
}

}  // namespace amber

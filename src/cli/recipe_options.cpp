#include "cli/recipe_options.h"

#include <CLI/CLI.hpp>
#include <algorithm>
#include <optional>

#include "core/fit/inset_text.h"
#include "core/fit/recipe_fit.h"
#include "core/fit/region.h"
#include "core/geometry/tolerances.h"
#include "files/words.h"

namespace amber {
namespace {

template <std::size_t N>
std::vector<std::string> wordsWith(const std::array<std::string_view, N>& words, const char* more) {
  std::vector<std::string> all(words.begin(), words.end());
  if (*more != 0) all.emplace_back(more);
  return all;
}

template <class Enum, std::size_t N>
Enum enumOf(const std::array<std::string_view, N>& words, const std::string& word) {
  return static_cast<Enum>(std::find(words.begin(), words.end(), word) - words.begin());
}

}  // namespace

void addRecipe(CLI::App& command, RecipeText& text) {
  command.add_option("--kind", text.kind, "The shape kind")
      ->check(CLI::IsMember(wordsWith(kKindWords, "all")));
  command.add_option("--style", text.style, "The style of fit")
      ->check(CLI::IsMember(wordsWith(kStyleWords, "all")));
  command
      .add_option("--region", text.region, "all, bottom:25%, top:6px, left:, right:, rect:x,y,w,h")
      ->check(CLI::Validator(
          [](const std::string& region) {
            const auto read = regionFrom(region);
            return read ? std::string() : read.error().sentence;
          },
          "REGION"));
  command.add_option("--inset", text.inset, "Move the sides inward: N, P% or L,T,R,B, px or %")
      ->check(CLI::Validator(
          [](const std::string& inset) {
            return insetFrom(inset) ? std::string()
                                    : "\"" + inset + "\" is no inset; write N, P% or L,T,R,B";
          },
          "INSET"));
  command.add_option("--loss", text.numbers.loss, "Share of the ink that trimmed may leave bare")
      ->check(CLI::Range(0.0, 0.99));
  command.add_option("--lie", text.lie, "Which way a capsule may lie")
      ->check(CLI::IsMember(wordsWith(kLieWords, "")));
  command.add_option("--grow", text.numbers.mask.grow, "px a mask grows; negative: shrinks")
      ->check(CLI::Range(-64, 64));
  command.add_option("--holes", text.holes, "Of a mask")
      ->check(CLI::IsMember(wordsWith(kHolesWords, "")));
  command
      .add_option("--least-speck", text.numbers.mask.leastSpeck,
                  "A mask drops islands of fewer pixels")
      ->check(CLI::Range(1, 1000000));
  command.add_option("--points", text.numbers.polygon.points, "At most so many in a polygon")
      ->check(CLI::Range(3, kMostPolygonPoints));
  command
      .add_option("--tolerance", text.numbers.polygon.tolerance,
                  "How far from the ink's outline a polygon may go, px, for fewer points")
      ->check(CLI::Range(0.0, kFarthestReach));
  command.add_flag("--convex", text.numbers.polygon.convex, "No corner of a polygon turns inward");
  command.add_option("--around", text.around, "Which islands of ink a polygon goes around")
      ->check(CLI::IsMember(wordsWith(kAroundWords, "")));
}

std::vector<Recipe> recipesFrom(const RecipeText& text) {
  Recipe recipe = text.numbers;
  recipe.region = *regionFrom(text.region);
  if (!text.inset.empty()) recipe.inset = *insetFrom(text.inset);
  recipe.lie = enumOf<CapsuleLie>(kLieWords, text.lie);
  recipe.mask.holes = enumOf<Holes>(kHolesWords, text.holes);
  recipe.polygon.around = enumOf<Around>(kAroundWords, text.around);
  std::vector<Recipe> recipes = everyRecipe(recipe);
  std::erase_if(recipes, [&](const Recipe& one) {
    const bool kind = text.kind == "all" || kindName(one.kind) == text.kind;
    const bool style =
        text.style == "all" || one.kind == ShapeKind::Mask || styleName(one.style) == text.style;
    return !kind || !style;
  });
  return recipes;
}

}  // namespace amber

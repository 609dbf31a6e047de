#pragma once

#include <CLI/App.hpp>
#include <string>
#include <vector>

#include "core/project/recipe.h"

namespace amber {

/// The options that say how shapes are fitted, as typed.
struct RecipeText {
  std::string kind = "box";
  std::string style = "snug";
  std::string region = "all";
  std::string inset;
  std::string lie = "any";
  std::string holes = "kept";
  std::string around = "largest";
  Recipe numbers;  ///< Loss, growth and specks, points and tolerance.
};

/// Adds those options to a command.
void addRecipe(CLI::App& command, RecipeText& text);

/// The recipes they mean: one, or one of every kind or style asked for. Requires: they were
/// accepted.
std::vector<Recipe> recipesFrom(const RecipeText& text);

}  // namespace amber

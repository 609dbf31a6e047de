#pragma once

#include <CLI/App.hpp>
#include <string>
#include <vector>

#include "core/project/values/recipe.h"

namespace amber {

/// The options that control how shapes are fitted, as typed. Options that were not typed keep the
/// value of the recipe they change.
class RecipeOptions {
 public:
  /// Whether --shape may name several shapes by the word "all".
  enum class Many { No, Yes };

  void addTo(CLI::App& command, Many many = Many::No);

  /// Whether any of them was typed.
  bool any() const;
  /// The recipe with what was typed. Requires: the options were accepted.
  Recipe over(Recipe recipe) const;
  /// One recipe of every kind and style that was asked for, in the order of everyRecipe.
  std::vector<Recipe> all(const Recipe& from) const;

 private:
  bool typed(const std::string& option) const;

  CLI::App* command_ = nullptr;
  std::string shape_;
  std::string region_;
  std::string inset_;
  std::string axis_;
  std::string holes_;
  std::string around_;
  Recipe numbers_;
};

}  // namespace amber

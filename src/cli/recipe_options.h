#pragma once

#include <CLI/App.hpp>
#include <string>
#include <vector>

#include "core/project/values/recipe.h"

namespace amber {

/// The options that say how shapes are fitted, as typed. What is not typed is as in the recipe that
/// they change.
class RecipeOptions {
 public:
  /// What --kind and --style may be.
  enum class Many {
    No,
    Yes,      ///< Also "all".
    Unasked,  ///< --kind may be any word; whoever reads it says what it means.
  };

  void addTo(CLI::App& command, Many many = Many::No);

  /// Whether any of them was typed.
  bool any() const;
  /// The recipe with what was typed. Requires: the options were accepted.
  Recipe over(Recipe recipe) const;
  /// One recipe of every kind and style that was asked for, in the order of everyRecipe.
  std::vector<Recipe> all(const Recipe& from) const;
  const std::string& kind() const { return kind_; }
  /// Takes what was typed as --kind out, as if it had not been.
  std::string takeKind();

 private:
  bool typed(const std::string& option) const;

  CLI::App* command_ = nullptr;
  std::string kind_;
  std::string style_;
  std::string region_;
  std::string inset_;
  std::string lie_;
  std::string holes_;
  std::string around_;
  Recipe numbers_;
};

}  // namespace amber

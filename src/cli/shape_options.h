#pragma once

#include <CLI/App.hpp>
#include <optional>
#include <string>
#include <variant>

#include "cli/arguments.h"
#include "cli/recipe_options.h"

namespace amber {

/// The commands shape, refit and role, with their options as typed.
class ShapeOptions {
 public:
  void add(CLI::App& program);
  /// The call, when it was of one of these.
  std::optional<std::variant<ShapeArguments, RefitArguments, RoleArguments>> command() const;

 private:
  void addShape(CLI::App& program);
  void addRefit(CLI::App& program);
  void addRole(CLI::App& program);
  void addFrames(CLI::App& command);
  std::optional<Recipe> recipe(const CLI::App& command) const;

  CLI::App* shape_ = nullptr;
  CLI::App* refit_ = nullptr;
  CLI::App* role_ = nullptr;
  std::string project_;
  FrameChoice frames_;
  ShapeArguments shaping_;
  RefitArguments refitting_;
  RoleArguments roleOf_;
  RecipeText recipeText_;
  std::string act_ = "tell";
  std::string way_ = "each";
  std::string duty_;
  double mostAir_ = -1;
  double mostBare_ = -1;
};

}  // namespace amber

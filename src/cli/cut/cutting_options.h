#pragma once

#include <CLI/App.hpp>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "work/project/new_project.h"

namespace amber {

/// How a call cuts an image.
struct CuttingArguments {
  bool named = false;  ///< Whether the call names a cutting method.
  CutChoice cut;
  InkChoice ink;
  Orientation orientation;
};

/// Exactly `count` whole numbers of at most five digits with `separator` between them; none for any
/// other text.
std::vector<int> numbersIn(std::string_view text, std::size_t count, char separator);

/// Accepts what numbersIn accepts; `shown` is the form that errors and the help display.
CLI::Validator numbersForm(std::size_t count, char separator, const std::string& shown);

/// The options that control how an image is cut, as typed.
struct CuttingText {
  std::string cells;
  std::string count;
  bool whole = false;
  bool islands = false;
  IslandRule rule;
  std::vector<std::string> hand;
  std::vector<std::string> regions;
  std::string margin;
  std::string gutter;
  std::string key;
  std::optional<int> faint;
  int firm = 128;
  int turns = 0;
  std::string mirror = "none";
};

/// Adds those options to a command.
void addCutting(CLI::App& command, CuttingText& text);

/// Accepts a part of a sheet and how it is cut.
CLI::Validator cutRegionForm();

/// Adds that a part of the sheet can be cut another way.
void addCutRegions(CLI::App& command, CuttingText& text);

/// What they mean. Requires: they were accepted.
CuttingArguments cuttingFrom(const CuttingText& text);

}  // namespace amber

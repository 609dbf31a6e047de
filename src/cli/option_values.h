#pragma once

#include <CLI/CLI.hpp>
#include <string>

#include "core/image/ink.h"
#include "work/new_project.h"

namespace amber {

/// The options that say how an image is cut, as typed.
struct CuttingOptions {
  std::string cells;
  std::string count;
  bool whole = false;
  std::string margin;
  std::string gutter;
  std::string key = "none";
  int faint = 1;
  int firm = 128;

  bool namesAWay() const { return !cells.empty() || !count.empty() || whole; }
};

/// Adds the options to a command; their forms are checked as they are parsed.
void addCuttingOptions(CLI::App& command, CuttingOptions& options);

/// What the options mean. Requires: options that passed the checks of addCuttingOptions.
CutChoice cutChoice(const CuttingOptions& options);
InkRule inkRule(const CuttingOptions& options, const Image& image);

/// "x,y,w,h" as a rectangle. Requires: text that passed `rectForm`.
PixelRect rectFrom(const std::string& text);
extern const CLI::Validator rectForm;

}  // namespace amber

#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/project/project.h"

namespace amber {

/// What is known of a sheet besides its pixels. It is evidence, and never counts for more than they
/// do.
struct CutHints {
  std::string name;              ///< Its file's name, without folder and ending.
  std::vector<PixelSize> cells;  ///< The cells of sheets in the same folder that are cut already.

  bool operator==(const CutHints&) const = default;
};

/// A path's file name without folder and ending.
std::string bareName(std::string_view path);

/// The hints that a project gives for one of its sheets. Cost: linear in the sheets.
CutHints hintsFor(const Project& project, const Sheet& sheet);

/// A grid that a name speaks of.
struct NamedGrid {
  Grid grid;
  std::string said;  ///< "8 x 1" or "6".

  bool operator==(const NamedGrid&) const = default;
};

/// The grids without margin or gutter that a file's name speaks of and that divide the sheet: by
/// two numbers with an x between them, columns and rows or a cell's size ("hero_walk_8x1",
/// "slime-32x32"), or by a number next to "strip", "frames" or "sheet" ("strip6", "walk_6frames"),
/// so many cells along the longer side. At most eight.
std::vector<NamedGrid> gridsNamed(std::string_view name, PixelSize sheet);

}  // namespace amber

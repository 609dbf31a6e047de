#pragma once

#include <optional>
#include <vector>

#include "core/cut/islands/islands.h"
#include "core/image/ink/ink.h"

namespace amber {

/// A sheet read as islands.
struct IslandGuess {
  IslandRule rule;
  std::vector<Island> islands;
  double likelihood = 0;  ///< 0 to 1: how much they look like figures of one sheet and not like
                          ///< the parts of one figure.
};

/// The rule under which a sheet falls into islands most steadily: of the joining distances 1 to 64,
/// the widest range (as a ratio) over which their number stays. Figures that touch only by faint
/// ink are parted where that gives more islands of sizes that are more alike. Where boxes are
/// drawn round most of the ink, they are it. Nothing for a sheet of less than two islands. Cost:
/// about ten times that of islandsOf.
std::optional<IslandGuess> guessIslands(const SheetArt& art);

}  // namespace amber

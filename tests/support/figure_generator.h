#pragma once

#include <cstdint>
#include <string>
#include <vector>

#include "core/image/ink/ink.h"
#include "core/project/project.h"

namespace amber::test {

/// What a made-up figure does while its feet stay where they are, or, in the last three, while
/// they do not.
enum class Movement { Breathe, Wave, Crouch, Lean, Tap, Drip, Walk, Stride, Hop };

constexpr bool feetArePlanted(Movement movement) {
  return movement < Movement::Walk;
}

std::string nameOf(Movement movement);

/// An animation with what is true of it.
struct MadeFigure {
  Movement movement = Movement::Breathe;
  Asset asset;  ///< One animation, a frame a step, in cells of one row.
  SheetArt art;
  struct Shift {
    std::size_t step;
    int dx;
    int dy;
  };
  std::vector<Shift> slips;  ///< By how much steps were drawn off, in order.
};

/// A figure of 20 to 130 px with soft edges and specks, 4 to 14 steps. With slips, a third of the
/// steps at most are drawn off by 1 to 5 px, never three in a row. The same seed gives the same.
MadeFigure madeFigure(std::uint32_t seed, Movement movement, bool slips);

}  // namespace amber::test

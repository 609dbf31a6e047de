#pragma once

#include <string>
#include <vector>

#include "core/image/ink.h"
#include "core/project/cut.h"

namespace amber {

/// One way to cut a sheet, found in its pixels.
struct Proposal {
  CutWay way;          ///< A grid or islands; one cell that is all of the sheet stands for "whole".
  double score = 0;    ///< 0 to 1, the larger the likelier.
  std::string reason;  ///< In words: "8 x 1 cells of 48 x 48, no ink crosses a cut".
};

/// Candidate cuts, best first, at least one (the whole sheet) and at most `most`.
/// Columns and rows are looked at apart (see columnCuts and gutterCuts) and put together again.
/// Islands are proposed with the joining distance that leaves their number unchanged over the
/// widest range of distances: parts of a figure are nearer to each other than figures are.
/// Requires: an image of at least 1 x 1 px.
/// Cost: see columnCuts, gutterCuts and guessIslands, which run side by side on threads of their
/// own; what is proposed does not depend on how many there are.
std::vector<Proposal> proposeCuts(const SheetArt& art, std::size_t most = 5);

}  // namespace amber

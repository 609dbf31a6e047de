#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/cut/cut_hints.h"
#include "core/image/ink/ink.h"
#include "core/project/values/cut.h"

namespace amber {

/// One way to cut a sheet, found in its pixels.
struct Proposal {
  CutWay way;          ///< A grid or islands; one cell that covers the sheet means "whole".
  double score = 0;    ///< 0 to 1, the larger the likelier.
  std::string reason;  ///< In words: "8 x 1 cells of 48 x 48, no ink crosses a cut".
};

/// Candidate cuts, best first, at least one (the whole sheet) and at most `most`. Columns and rows
/// are searched separately (see columnCuts and gutterCuts) and combined. Grids that match the hints
/// are more likely, with a reason; those without any evidence in the pixels come after those with
/// evidence. Islands are proposed with the joining distance that leaves their number unchanged over
/// the widest range of distances, because parts of a figure are nearer to each other than figures
/// are. Requires: an image of at least 1 x 1 px. Cost: see columnCuts, gutterCuts and guessIslands,
/// which run in parallel; the result does not depend on the number of threads.
std::vector<Proposal> proposeCuts(const SheetArt& art, const CutHints& hints = {},
                                  std::size_t most = 5);

/// Whether the first of these proposals may be taken without a look: a grid or islands of high
/// score, or all of the sheet well before what comes next.
bool isSure(const std::vector<Proposal>& proposals);

/// What the pixels of a sheet, and what is known of it, suggest.
struct SheetGuess {
  std::vector<Proposal> proposals;
  std::optional<KeyColour> key;  ///< A background to ask about first, where none is set.
  bool sure = false;             ///< The first proposal needs no look, and no background is likely.
};

/// Cost: as proposeCuts.
SheetGuess guessFor(const SheetArt& art, const InkRule& rule, const CutHints& hints);

}  // namespace amber

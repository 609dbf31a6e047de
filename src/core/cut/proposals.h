#pragma once

#include <string>
#include <vector>

#include "core/image/ink.h"
#include "core/project/grid.h"

namespace amber {

/// One way to cut a sheet, found in its pixels.
struct Proposal {
  Grid grid;           ///< One cell that is all of the sheet stands for "whole".
  double score = 0;    ///< 0 to 1, the larger the likelier.
  std::string reason;  ///< In words: "8 x 1 cells of 48 x 48, no ink crosses a cut".
};

/// Candidate grids, best first, at least one (the whole sheet) and at most `most`.
/// Columns and rows are looked at apart. A gutter shows as blank lines, or lines of one colour,
/// at a steady step between equal strips of ink. Without one, the divisors of the side are
/// compared: how little ink runs across their cuts, and how alike the cells hold their ink. A sheet
/// that is ink all over is judged by where its colours break instead. Sides that no cell divides
/// are given a leftover strip only where a gutter shows. Requires: an image of at least 1 x 1 px.
/// Cost: linear in the pixels, times the divisors tried.
std::vector<Proposal> proposeCuts(const SheetArt& art, std::size_t most = 5);

}  // namespace amber

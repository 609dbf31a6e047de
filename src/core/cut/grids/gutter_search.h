#pragma once

#include <vector>

#include "core/cut/grids/axis_analysis.h"

namespace amber {

/// Ways to cut a sheet into columns by what lies between them: blank columns between equal strips,
/// or columns of one colour, as of guide lines and bars, at a steady step. Columns after the last
/// whole cell may be left over. Requires: mask of the image's size, not empty.
/// Cost: linear in the pixels.
std::vector<AxisCut> gutterCuts(const Image& image, const PixelMask& ink);

}  // namespace amber

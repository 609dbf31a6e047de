#pragma once

#include <vector>

#include "core/cut/islands/islands.h"
#include "core/image/ink/ink.h"

namespace amber {

/// The insides of the boxes that are drawn round figures: closed rectangles, their line one pixel
/// thick and each of one colour of ink, inside at least 3 x 3 px, half of whose outermost pixels or
/// more are of the ground's colour, the most frequent one of all. Of nested ones the outermost,
/// unless it holds most of the others: then it frames the sheet. In reading order, at most
/// kMostRects.
/// Laws: 1. Every pixel around an inside is of one colour. 2. No two insides overlap.
/// Requires: the mask of the image's size. Cost: linear in the pixels, plus what the sides of
/// corners measure, bounded by 16 times the pixels; what is found by then is given.
std::vector<PixelRect> drawnBoxes(const Image& image, const PixelMask& ink);

/// The boxes of a sheet on which at least three are drawn that hold ink, and together most of it;
/// else none. Cost: as drawnBoxes.
std::vector<PixelRect> likelyBoxes(const SheetArt& art);

/// The islands of a sheet on which these boxes are drawn: the inside of each that holds ink, and of
/// the ink beside the boxes what islandsOf (or, with firm ink given, partedIslandsOf) finds.
/// Requires: masks of one size, boxes and their lines on it.
Islands islandsAmongBoxes(const std::vector<PixelRect>& boxes, PixelMask faint,
                          const PixelMask* firm, const IslandRule& rule);

}  // namespace amber

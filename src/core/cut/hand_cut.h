#pragma once

#include <optional>
#include <vector>

#include "core/base/result.h"
#include "core/cut/grid.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// Rectangles cut by hand are changed by these; each gives the new list. Rectangles are on the
/// sheet, indices are into `rects`.

/// The rectangle in two, at a line between its edges; the first half stays in its place and the
/// second follows it. Errors (BadValue): the line does not run through it.
Result<std::vector<PixelRect>> splitRect(std::vector<PixelRect> rects, std::size_t index,
                                         GridLine::Across across, int position);

/// The chosen rectangles as one, in the place of the first of them. Errors (BadValue): fewer than
/// two are chosen.
Result<std::vector<PixelRect>> mergedRects(std::vector<PixelRect> rects,
                                           std::vector<std::size_t> chosen);

/// The list without the chosen ones.
std::vector<PixelRect> withoutRects(std::vector<PixelRect> rects, std::vector<std::size_t> chosen);

/// The least rectangle around the ink within `rect`; `rect` itself where there is none.
PixelRect snappedToInk(const PixelRect& rect, const PixelMask& faintInk);

/// The rectangle between two corners, in any order, at least 1 px a side and within the sheet.
/// Corners are px positions on the sheet, not pixels: (0,0) to (8,8) is 8 px wide.
PixelRect rectBetween(double x0, double y0, double x1, double y1, PixelSize sheet);

/// The last rectangle (that is drawn on top) that holds this point; nothing where none does.
std::optional<std::size_t> rectAt(const std::vector<PixelRect>& rects, double x, double y);

}  // namespace amber

#pragma once

#include <memory>
#include <optional>
#include <vector>

#include "core/geometry/polygon.h"
#include "core/image/pixel_mask.h"
#include "core/project/values/recipe.h"

namespace amber {

/// The start of all polygon fits of some ink for some options, independent of the style: computed
/// once for all of them. Not thread-safe.
class PolygonGround {
 public:
  /// Several inks are laid over each other, see polygonOf. Requires: at least one, all of one size.
  PolygonGround(std::vector<PixelMask> inks, const PolygonOptions& wish);
  ~PolygonGround();
  PolygonGround(PolygonGround&&) noexcept;
  PolygonGround& operator=(PolygonGround&&) noexcept;

  const PolygonOptions& wish() const { return wish_; }
  /// As polygonOf.
  std::optional<Polygon> fitted(FitStyle style, double loss) const;

  struct Level;

 private:
  PolygonGround() = default;
  // The same for another number of points.
  PolygonGround of(std::size_t points) const;
  // Whether all of the outline is within the tolerance of the polygon's edges.
  bool isNear(const Polygon& polygon) const;
  std::optional<Polygon> fittedWithAll(FitStyle style, double loss) const;

  PolygonOptions wish_;
  PixelMask all_{0, 0};
  std::vector<Vertex> outline_;     // that a tolerance is told by
  int side_ = 1;                    // of the squares, px
  std::unique_ptr<Level> fine_;     // none without ink
  std::unique_ptr<Level> squares_;  // of large ink
};

/// The polygon for options and a style; nothing without ink. It encloses all islands, joined by the
/// shortest bridges between them (see bridged), or the largest island, whose ink is then the only
/// ink, or it is one convex polygon around all. Laws:
/// 1. At most `points` corners, no fault (see PolygonFault), clockwise; convex if required.
/// 2. Snug: every ink pixel lies inside with its whole square. Its area is within 1 % of the
///    smallest on small frames; found by hill climbing, so this is measured, not proven.
/// 3. Trimmed: at most `loss` of the ink is bare; the area is small.
/// 4. Balanced: the overlap is at least that of the best polygon through `points` corners of the
///    outline that bestThrough finds; on ink of more than 32 px per side this is measured, not
///    guaranteed.
/// 5. Inner: no air, and no corner more than a pixel outside the ink; on ink of more than 32 px per
///    side some corners may be a few px outside, where they were on coarse squares.
/// 6. Snug with a tolerance, if `points` allows it: no point is farther than that from the ink. In
///    other styles: if the outline is within the tolerance of the polygon's edges, the polygon has
///    about the smallest number of points that this needs.
/// Cost: about a millisecond for a frame of 128 x 128 px and 8 points, several times that with a
/// tolerance. Ink of more than 32 px per side is first fitted in squares of several px.
std::optional<Polygon> polygonOf(const PixelMask& ink, const PolygonOptions& wish, FitStyle style,
                                 double loss);

/// The same of several frames' ink laid over each other: what is ink in any of them makes the
/// islands, and pixels count once for every frame. Not for inner polygons, of which all frames must
/// be full: those are made of what is ink in all. Requires: at least one ink, all of one size.
std::optional<Polygon> polygonOf(std::vector<PixelMask> inks, const PolygonOptions& wish,
                                 FitStyle style, double loss);

}  // namespace amber

#pragma once

#include <memory>
#include <optional>
#include <vector>

#include "core/geometry/polygon.h"
#include "core/image/pixel_mask.h"
#include "core/project/values/recipe.h"

namespace amber {

/// What the polygons that a wish makes of ink start from, whatever their style: worked out once for
/// all of them. To be asked by one thread at a time.
class PolygonGround {
 public:
  /// Several inks are laid over each other, see polygonOf. Requires: at least one, all of one size.
  PolygonGround(std::vector<PixelMask> inks, const PolygonWish& wish);
  ~PolygonGround();
  PolygonGround(PolygonGround&&) noexcept;
  PolygonGround& operator=(PolygonGround&&) noexcept;

  const PolygonWish& wish() const { return wish_; }
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

  PolygonWish wish_;
  PixelMask all_{0, 0};
  std::vector<Vertex> outline_;     // that a tolerance is told by
  int side_ = 1;                    // of the squares, px
  std::unique_ptr<Level> fine_;     // none without ink
  std::unique_ptr<Level> squares_;  // of large ink
};

/// The polygon that a wish and a style make of ink; nothing for none. By the wish it goes around
/// all islands, led over the shortest ways between them (see bridged), or around the largest, whose
/// ink alone then counts, or is one convex polygon around all. Laws:
/// 1. At most `points` corners, no fault (see PolygonFault), clockwise; convex where wished.
/// 2. Snug: every ink pixel lies in it, its square and not only its centre. Of least area within
///    1 % on small frames; found by climbing, so that is measured and not proved.
/// 3. Trimmed: no more than `loss` of the ink is bare; of little area.
/// 4. Balanced: agreement at least that of the best polygon through `points` of the outline's
///    corners that bestThrough finds; on ink of more than 32 px a side that is measured, not sure.
/// 5. Inner: no air, and no corner more than a pixel past the ink; on ink of more than 32 px a side
///    some may lie a few px past it, where it was so on squares.
/// 6. Snug with a tolerance, where `points` allow: no point of it is farther than that from the
///    ink. In other styles: where the outline is within that of the polygon's edges, it has about
///    as few points as that takes.
/// Cost: about a millisecond for a frame of 128 x 128 px and 8 points, some times that with a
/// tolerance. Ink of more than 32 px a side is first fitted in squares of several px.
std::optional<Polygon> polygonOf(const PixelMask& ink, const PolygonWish& wish, FitStyle style,
                                 double loss);

/// The same of several frames' ink laid over each other: what is ink in any of them makes the
/// islands, and pixels count once for every frame. Not for inner polygons, of which all frames must
/// be full: those are made of what is ink in all. Requires: at least one ink, all of one size.
std::optional<Polygon> polygonOf(std::vector<PixelMask> inks, const PolygonWish& wish,
                                 FitStyle style, double loss);

}  // namespace amber

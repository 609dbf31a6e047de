#pragma once

#include <array>
#include <optional>
#include <string_view>

#include "core/geometry/pixel_rect.h"
#include "core/geometry/shape.h"

namespace amber {

/// The goal of a fit; the header of each fitter states its guarantees.
enum class FitStyle {
  Snug,      ///< No ink is bare, least area.
  Trimmed,   ///< Least area with little bare ink.
  Balanced,  ///< Highest overlap.
  Inner,     ///< No air, most area.
};
inline constexpr std::array<FitStyle, 4> kFitStyles = {FitStyle::Snug, FitStyle::Trimmed,
                                                       FitStyle::Balanced, FitStyle::Inner};

/// Which part of a frame's ink counts.
struct Region {
  enum class Part {
    All,
    Bottom,  ///< A band at that side of the ink's bounds.
    Top,
    Left,
    Right,
    Rect,  ///< A rectangle of the frame.
    Core,  ///< The rows and columns with at least `size` per cent of the ink of the fullest one,
           ///< down to the feet.
  };

  Part part = Part::All;
  double size = 0;       ///< Of a band: px, or per cent of the bounds. Of Core: per cent.
  bool percent = false;  ///< Whether `size` is per cent; then above 0, up to 100.
  PixelRect rect;        ///< Of Part::Rect.

  /// What has no meaning for the part does not count.
  bool operator==(const Region& other) const {
    if (part != other.part) return false;
    if (part == Part::All) return true;
    return part == Part::Rect ? rect == other.rect : size == other.size && percent == other.percent;
  }
};

/// How far each side of a fitted shape is moved inward; negative moves it outward.
struct Inset {
  double left = 0;
  double top = 0;
  double right = 0;
  double bottom = 0;
  bool percent = false;  ///< Of the shape's width and height, else px.

  bool operator==(const Inset&) const = default;
};

/// Which way a capsule may lie.
enum class CapsuleAxis { Any, Vertical, Horizontal };

/// What becomes of holes in the ink.
enum class Holes { Kept, Filled };

/// How a mask is made of ink.
struct MaskOptions {
  int grow = 0;  ///< px; every pixel within this distance of ink is set. Negative: only ink pixels
                 ///< farther than this from pixels without ink. -64 to 64.
  Holes holes = Holes::Kept;
  int leastSpeck = 1;  ///< Islands of ink (8-connected) of fewer pixels are dropped first; 1 keeps
                       ///< all. 1 to 1,000,000.

  bool operator==(const MaskOptions&) const = default;
};

/// Which islands of ink (8-connected) a polygon goes around.
enum class Around {
  All,      ///< All of them, from one to the next over the shortest ways between.
  Largest,  ///< The one of most pixels; the others do not count.
  Hull,     ///< One convex polygon around them all.
};

/// How a balanced box is made of ink.
struct BoxOptions {
  double keep = 1;        ///< So often a bare pixel counts against it, where one of air counts
                          ///< once: 0.125 to 8, in eighths. 1: highest overlap.
  bool grounded = false;  ///< It reaches down to the feet: below it lies no more than kToes of the
                          ///< ink.

  bool operator==(const BoxOptions&) const = default;
};

/// How a polygon is made of ink.
struct PolygonOptions {
  int points = 8;        ///< At most so many: 3 to kMostPolygonPoints.
  double tolerance = 0;  ///< How far from the ink's outline a polygon may go, px, 0 to 1024: no
                         ///< more points are used than that needs. 0: as the points allow.
  bool convex = false;
  Around around = Around::All;

  bool operator==(const PolygonOptions&) const = default;
};

/// How a shape was fitted, so that it can be fitted again when the art changes.
struct Recipe {
  ShapeKind kind = ShapeKind::Box;
  FitStyle style = FitStyle::Snug;  ///< Without meaning for a mask.
  Region region = {};
  Inset inset = {};
  double loss = 0.05;  ///< Share of the ink that Trimmed may leave bare: 0 to 0.99.
  CapsuleAxis axis = CapsuleAxis::Any;
  MaskOptions mask = {};
  PolygonOptions polygon = {};
  BoxOptions box = {};
  bool together = false;  ///< One geometry for all frames of the asset that have this recipe in
                          ///< this role, aligned on their origins, instead of one each.

  bool operator==(const Recipe&) const = default;
};

}  // namespace amber

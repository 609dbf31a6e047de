#pragma once

#include <array>

#include "core/base/id.h"
#include "core/geometry/point_snap.h"

namespace amber {

/// The nine anchors of a rectangle, in reading order.
enum class Anchor { TopLeft, Top, TopRight, Left, Center, Right, BottomLeft, Bottom, BottomRight };

inline constexpr std::array<Anchor, 9> kAnchors = {
    Anchor::TopLeft, Anchor::Top,        Anchor::TopRight, Anchor::Left,       Anchor::Center,
    Anchor::Right,   Anchor::BottomLeft, Anchor::Bottom,   Anchor::BottomRight};

/// What an origin was set by.
enum class OriginBasis {
  Hand,      ///< A typed or dragged point.
  Cell,      ///< An anchor of the frame's cell.
  Ink,       ///< An anchor of the firm-ink bounds; of the cell where a frame has no firm ink.
  Feet,      ///< The feet; the cell's bottom where a frame has no firm ink.
  Centroid,  ///< The ink's centroid; the cell's centre where a frame has no firm ink.
  AsFrame,   ///< Where the origin of another frame of the asset lies in its cell.
  FeetOf,    ///< As far from the feet as the origin of another frame of the asset is from its feet.
  Ground,    ///< One point for all frames of a strip, on the lowest ink of all: see groundPoint.
};

/// How an origin is found, so that it can be found again when the art changes.
struct OriginRule {
  OriginBasis basis = OriginBasis::Cell;
  Anchor anchor = Anchor::Bottom;    ///< Of Cell and Ink; without meaning for others.
  PointSnap snap = PointSnap::Free;  ///< What the point found is snapped to.
  FrameId frame = {};                ///< Of AsFrame and FeetOf; without meaning for others.

  bool hasAnchor() const { return basis == OriginBasis::Cell || basis == OriginBasis::Ink; }
  /// Whether it looks at another frame.
  bool hasFrame() const { return basis == OriginBasis::AsFrame || basis == OriginBasis::FeetOf; }

  bool operator==(const OriginRule& other) const {
    if (basis != other.basis) return false;
    if (basis == OriginBasis::Hand) return true;
    return snap == other.snap && (!hasAnchor() || anchor == other.anchor) &&
           (!hasFrame() || frame == other.frame);
  }
};

/// The rule of a point set by hand.
inline constexpr OriginRule kByHand{OriginBasis::Hand, Anchor::Center};

}  // namespace amber

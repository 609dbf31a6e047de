#pragma once

#include <array>

namespace amber {

/// The nine anchors of a rectangle, in reading order.
enum class Anchor { TopLeft, Top, TopRight, Left, Center, Right, BottomLeft, Bottom, BottomRight };

inline constexpr std::array<Anchor, 9> kAnchors = {
    Anchor::TopLeft, Anchor::Top,        Anchor::TopRight, Anchor::Left,       Anchor::Center,
    Anchor::Right,   Anchor::BottomLeft, Anchor::Bottom,   Anchor::BottomRight};

/// What an origin was set by.
enum class OriginBasis {
  Hand,  ///< A typed or dragged point.
  Cell,  ///< An anchor of the frame's cell.
  Ink,   ///< An anchor of the firm-ink bounds; of the cell where a frame has no firm ink.
};

/// How an origin is found, so that it can be found again when the art changes.
struct OriginRule {
  OriginBasis basis = OriginBasis::Cell;
  Anchor anchor = Anchor::Bottom;  ///< Without meaning for Hand.

  bool operator==(const OriginRule& other) const {
    return basis == other.basis && (basis == OriginBasis::Hand || anchor == other.anchor);
  }
};

}  // namespace amber

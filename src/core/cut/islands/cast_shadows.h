#pragma once

#include <optional>

#include "core/cut/islands/islands.h"

namespace amber {

/// How far from the figures of a sheet the shadows lie that they cast, and how much speaks for it.
struct ShadowFall {
  int x = 0;               ///< px, right of the figure.
  int y = 0;               ///< px, below it.
  double covered = 0;      ///< Share of the soft ink that lies on a figure when moved back.
  double near = 0;         ///< The same, or within a few px of one.
  double softBySolid = 0;  ///< How much soft ink there is, by the solid ink.

  bool operator==(const ShadowFall&) const = default;
};

/// The common offset of shadows, if the soft ink of `faint` that touches no ink of `solid` lies as
/// if all figures cast their shadows in the same direction: the offset, up to 48 px each way, that
/// moves most of it back onto solid ink. Nothing if there is no soft ink apart from the figures.
/// Requires: masks of one size, `solid` within `faint`. Cost: linear in the pixels, and 9,409
/// offsets of at most 1,500 sampled pixels, tens of ms.
std::optional<ShadowFall> shadowFall(const PixelMask& faint, const PixelMask& solid);

/// Whether the evidence for shadows is strong enough to keep them with their figures.
bool isLikely(const ShadowFall& fall);

/// Islands of solid ink, each with its shadow, even if the shadow is apart from the figure and
/// touches another one: a soft pixel belongs to the island that is at the pixel moved back by the
/// offset. Remaining ink belongs to the island it is connected to through soft ink, forms islands,
/// or is dropped if it is only a few px. An island that lies mostly within the bounds of a larger
/// one is part of it. Laws:
/// 1. The pixels of all islands and of what is dropped are those of `faint`.
/// 2. Every island of solid ink lies within the bounds of one of the islands.
/// Requires: as shadowFall, and the rule within its ranges. Cost: linear in the pixels, 12 bytes a
/// pixel, and the pairs of islands with overlapping rows.
Islands islandsWithShadows(const PixelMask& faint, const PixelMask& solid, const IslandRule& rule);

}  // namespace amber

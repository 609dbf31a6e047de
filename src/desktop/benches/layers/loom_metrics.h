#pragma once

namespace amber::loom {

/// Sizes of the loom, px at scale 1.
inline constexpr double kLeft = 14;
inline constexpr double kTop = 26;
inline constexpr double kRow = 34;
inline constexpr double kLeastRow = 18;
inline constexpr double kTallest = 29;
inline constexpr double kParticipantWidth = 268;
inline constexpr double kLayerWidth = 150;

}  // namespace amber::loom

#pragma once

#include <cstdint>
#include <optional>
#include <string>

namespace amber {

/// What moves an asset: nothing, code, or physics.
enum class Motion { Static, Kinematic, Dynamic };

/// What a shape does when it meets another.
enum class Duty {
  Stops,    ///< Blocks movement.
  Notices,  ///< Only reports the meeting.
};

/// How many of an asset the game has at once: one, such as the player, or many. Only copies of one
/// asset can meet each other.
enum class Copies { One, Many };

/// Which side of a pair has to see the other for the two to meet.
enum class Pairing { Either, Both };

/// What wakes a pair: nothing is needed, something that moves, or something that physics moves.
enum class Wakes { Any, Mover, Dynamic };

/// A set of layers, by bit.
using LayerSet = std::uint32_t;

/// What an asset or a kind sets of one role for itself; what it leaves open comes from the next:
/// the kind, then the role.
struct RoleSetting {
  std::string role;
  std::optional<Duty> duty = {};
  std::optional<LayerSet> on = {};
  std::optional<LayerSet> seeks = {};

  bool empty() const { return !duty && !on && !seeks; }
  bool operator==(const RoleSetting&) const = default;
};

}  // namespace amber

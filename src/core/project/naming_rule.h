#pragma once

namespace amber {

/// The project's naming convention: kind prefix, asset, animation and number in snake_case, joined
/// by underscores, for example chr_keeper_walk_01.
struct NamingRule {
  int digits = 2;       ///< Least digits of a frame's number, 1 to 6, padded with zeros.
  int firstNumber = 1;  ///< The number of an animation's first frame, 0 or 1.

  bool operator==(const NamingRule&) const = default;
};

}  // namespace amber

#pragma once

#include <cstddef>
#include <string>

namespace amber {

/// Pieces of the sentences that findings speak.

/// "1 frame", "8 frames".
std::string framesText(std::size_t count);
/// "2 px", "1.5 px": at most two decimals.
std::string px(double length);
/// "+2", "-1.5", "0": at most two decimals.
std::string signedNumber(double value);

}  // namespace amber

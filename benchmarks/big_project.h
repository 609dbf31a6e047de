#pragma once

#include <string>

#include "core/project/project.h"

namespace amber::bench {

/// Draws `sheets` sheets of 5 x 5 frames of 64 x 64 px (blobs with soft edges, the same every time)
/// into `folder`, cuts them, fits snug boxes, and writes folder/big.amber; its path is given back.
/// 200 sheets make 5,000 frames.
std::string makeBigProject(const std::string& folder, int sheets);

}  // namespace amber::bench

#pragma once

#include <array>
#include <string_view>

#include "core/base/words.h"
#include "core/geometry/shape.h"

namespace amber {

/// The words of the kinds of shape, indexed by ShapeKind.
inline constexpr std::array<std::string_view, kShapeKinds> kKindWords = {"box", "circle", "capsule",
                                                                         "polygon", "mask"};

}  // namespace amber

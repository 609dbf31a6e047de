#pragma once

namespace amber {

/// What corners and edges of shapes snap to when they are dragged.
enum class StageSnap { Pixel, Half, Outline, Free };

}  // namespace amber

#pragma once

#include "core/pack/parcel.h"
#include "files/json/json_text.h"

namespace amber {

/// What a frame's picture, mounts and shapes are in the game's units, from where the asset stands:
/// `draw` [x, y, width, height], `mounts` by name, and `shapes`, one geometry for each of the
/// frame's; of a mask only the rectangle that its px fill. With y up, x and y of a rectangle are
/// its lower left corner. `scale` is the asset's, game px for one art px.
Json unitJson(const ParcelFrame& frame, double scale, const ParcelUnits& units);

}  // namespace amber

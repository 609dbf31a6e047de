#pragma once

#include <vector>

#include "core/layers/meetings.h"
#include "core/project/edit.h"

namespace amber {

/// What each alike party is to be on and to seek, with whose names the layers get.
struct Layering {
  std::vector<std::string> layers;      ///< By bit.
  std::vector<PartySettings> settings;  ///< By alike party; only `on` and `seeks` count.
};

/// The edits that give every party those layers: set with the role where most have it so, else with
/// the kind, else with the asset. What roles and kinds say that no party has is carried over to the
/// layers that keep their names. Duties and motions stay.
std::vector<Edit> editsFor(const AlikeParties& alike, const Layering& layering);

}  // namespace amber

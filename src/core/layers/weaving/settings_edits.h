#pragma once

#include <vector>

#include "core/layers/meetings.h"
#include "core/project/edit.h"

namespace amber {

/// What each alike participant is to be on and to seek, with whose names the layers get.
struct Layering {
  std::vector<std::string> layers;  ///< By bit.
  std::vector<ParticipantSettings>
      settings;  ///< By alike participant; only `on` and `seeks` count.
};

/// The edits that give every participant those layers: set with the role where most have the value,
/// otherwise with the kind, otherwise with the asset. Settings of roles and kinds that no
/// participant uses are carried over for layers that keep their names. Duties and motions do not
/// change.
std::vector<Edit> editsFor(const ParticipantClasses& alike, const Layering& layering);

}  // namespace amber

#pragma once

#include "core/pack/parcel.h"

namespace amber {

/// Fills in which participants there are and what they do with each other, gathered by their
/// settings. Errors (BadValue): more than 2,048 different settings. Cost: linear in the
/// participants, plus the square of their different settings.
Result<void> addMeetings(const Project& project, Parcel& parcel);

}  // namespace amber

#pragma once

#include <functional>
#include <memory>

#include "core/base/id.h"
#include "core/image/ink/ink.h"

namespace amber {

/// Gives a sheet's art, or null where its file is missing, unreadable or not read yet. Any number
/// of threads may ask at once.
using ArtSource = std::function<std::shared_ptr<const SheetArt>(SheetId)>;

}  // namespace amber

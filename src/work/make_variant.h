#pragma once

#include <string>
#include <vector>

#include "core/variant/variant.h"
#include "work/art_store.h"

namespace amber {

/// Makes a variant of images: takes them in as sheets, those below `folder` where they are, gives
/// them the ink, orientation and cut of the first one's sheets, and makes the asset. The edits put
/// sheets and asset. Errors: as importSheet and variantEdits.
Result<VariantPlan> makeVariant(const Project& project, const std::string& folder, AssetId of,
                                const std::string& name, const std::vector<std::string>& images);

}  // namespace amber

#pragma once

#include <string>
#include <vector>

#include "core/variant/variant.h"
#include "work/art/art_store.h"

namespace amber {

/// Makes a variant from images: imports them as sheets, those below `folder` without a copy, gives
/// them the ink, orientation and cut of the first asset's sheets, and makes the asset. The edits
/// add sheets and asset. Errors: as importSheet and variantEdits.
Result<VariantPlan> makeVariant(const Project& project, const std::string& folder, AssetId of,
                                const std::string& name, const std::vector<std::string>& images);

}  // namespace amber

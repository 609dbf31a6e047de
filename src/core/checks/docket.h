#pragma once

#include <array>

#include "core/checks/finding.h"

namespace amber {

/// How far an asset is at one bench.
enum class Stamp {
  Untouched,  ///< Nothing was done here.
  Done,       ///< Done, and no check objects.
  NeedsLook,  ///< A warning is open.
  Broken,     ///< An error is open.
};

/// The row of stamps on an asset, indexed by Bench.
using Docket = std::array<Stamp, kBenchCount>;

/// The asset's docket under these findings; those of its sheets count too. Notes do not.
Docket docketOf(const Asset& asset, const std::vector<Finding>& findings);

/// Whether the finding is about the asset, or about a sheet that it has frames of.
bool concerns(const Finding& finding, const Asset& asset);

}  // namespace amber

#pragma once

#include <vector>

#include "core/trial/fairness_table.h"
#include "files/csv_table.h"

namespace amber {

/// The fairness of all pairs as a table: columns a, b, phantom, missed (shares, 0 to 1), gap (px of
/// empty air at the worst), gapA, gapB (the frames), common (px of ink missed at the worst),
/// commonA, commonB. What there is none of is left empty.
std::vector<CsvRow> fairnessRows(const std::vector<FairnessRow>& rows);

}  // namespace amber

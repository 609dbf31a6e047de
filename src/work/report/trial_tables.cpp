#include "work/report/trial_tables.h"

#include "core/base/exact_number.h"

namespace amber {

std::vector<CsvRow> fairnessRows(const std::vector<FairnessRow>& rows) {
  std::vector<CsvRow> table = {
      {"a", "b", "phantom", "missed", "gap", "gapA", "gapB", "common", "commonA", "commonB"}};
  for (const FairnessRow& row : rows) {
    const FairnessTotal& total = row.total;
    const std::string gap = total.worstPhantom ? exactNumber(total.worstPhantom->gap) : "";
    const std::string common =
        total.worstMissed ? std::to_string(total.worstMissed->count) : std::string();
    table.push_back({row.a, row.b, exactNumber(total.phantomShare()),
                     exactNumber(total.missedShare()), gap, row.phantomA, row.phantomB, common,
                     row.missedA, row.missedB});
  }
  return table;
}

}  // namespace amber

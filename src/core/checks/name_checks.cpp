#include "core/checks/name_checks.h"

#include <algorithm>
#include <map>

#include "core/naming/name_table.h"

namespace amber {
namespace {

using RowsByAsset = std::map<AssetId, std::vector<NameRow>>;

Remedy renaming(std::vector<NameRow> rows) {
  return {Remedy::Takes::Moments,
          [rows = std::move(rows)](const Project&, const ArtSource&) { return renamesFor(rows); }};
}

Finding ruleFinding(const NameRow& row) {
  Finding finding = findingOf(rules::kNameRule, {{}, row.asset, row.animation, row.frame, {}});
  finding.text = "the name " + row.current + (row.frame ? ": " : " ") + row.reason;
  finding.fix = "Rename it to " + row.proposed + ".";
  return finding;
}

void checkFrameNames(const Project& project, const Asset& asset, std::vector<Finding>& findings) {
  std::vector<NameRow> wrong = frameNamesUnderCurrentAsset(project, asset);
  std::erase_if(wrong, [](const NameRow& row) { return row.right(); });
  if (wrong.empty()) return;
  Finding finding = ruleFinding(wrong.front());
  if (wrong.size() > 1) {
    finding.text = std::to_string(wrong.size()) + " frame names do not follow the rule, first " +
                   wrong.front().current;
    finding.fix = "Rename them: " + wrong.front().proposed + " and so on.";
  }
  finding.remedy = renaming(std::move(wrong));
  findings.push_back(std::move(finding));
}

Finding sharedFinding(const SharedName& shared, const RowsByAsset& rows) {
  const bool frames = static_cast<bool>(shared.rows.front().frame);
  const NameRow& second = shared.rows[1];
  Finding finding = findingOf(rules::kNameDuplicate, {{}, second.asset, {}, second.frame, {}});
  finding.text = std::to_string(shared.rows.size()) + (frames ? " frames" : " assets") +
                 " share the name " + shared.name;
  finding.fix = "Rename by the rule.";
  std::vector<NameRow> all;
  for (const NameRow& row : shared.rows) {
    const std::vector<NameRow>& of = rows.at(row.asset);
    all.insert(all.end(), of.begin(), of.end());
  }
  finding.remedy = renaming(std::move(all));
  return finding;
}

}  // namespace

std::vector<Finding> checkNames(const Project& project) {
  std::vector<Finding> findings;
  RowsByAsset rows;
  for (NameRow& row : nameTable(project)) {
    if (!row.right() && !row.frame) {
      findings.push_back(ruleFinding(row));
      findings.back().remedy = renaming({row});
    }
    rows[row.asset].push_back(std::move(row));
  }
  for (const auto& asset : project.assets) checkFrameNames(project, *asset, findings);
  for (const SharedName& shared : sharedNames(project)) {
    findings.push_back(sharedFinding(shared, rows));
  }
  return findings;
}

}  // namespace amber

#include "core/checks/naming/name_checks.h"

#include <algorithm>
#include <iterator>
#include <map>

#include "core/base/words.h"
#include "core/naming/name_fixes.h"
#include "core/naming/name_table.h"

namespace amber {
namespace {

using RowsByAsset = std::map<AssetId, std::vector<NameRow>>;

Remedy renaming(std::vector<NameRow> rows) {
  return {Remedy::Takes::Moments,
          [rows = std::move(rows)](const Project&, const ArtSource&) { return renamesFor(rows); }};
}

Finding ruleFinding(const Project& project, const NameRow& row) {
  Finding finding = findingOf(rules::kNamePattern, {{}, row.asset, row.animation, row.frame, {}});
  finding.text = "the name " + row.current + (row.frame ? ": " : " ") + reasonOf(project, row);
  finding.fix = "Rename it to " + row.proposed + ".";
  return finding;
}

void checkFrameNames(const Project& project, const Asset& asset, std::vector<Finding>& findings) {
  std::vector<NameRow> wrong = frameNamesUnderCurrentAsset(project, asset);
  std::erase_if(wrong, [](const NameRow& row) { return row.right(); });
  if (wrong.empty()) return;
  Finding finding = ruleFinding(project, wrong.front());
  if (wrong.size() > 1) {
    finding.subject = "frames";
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
  Finding finding = findingOf(rules::kNameShared, {{}, second.asset, {}, second.frame, {}});
  finding.subject = shared.name;
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

const Rule& ruleOf(NameFault fault) {
  switch (fault) {
    case NameFault::Shared:
      return rules::kNameShared;
    case NameFault::Case:
      return rules::kNameCase;
    case NameFault::Reserved:
      return rules::kNameReserved;
    case NameFault::Clash:
      return rules::kNameClash;
    case NameFault::Long:
      return rules::kNameLong;
    case NameFault::File:
      return rules::kNameFile;
    case NameFault::Lookalike:
      return rules::kNameLookalike;
    case NameFault::Near:
      return rules::kNameNear;
    case NameFault::Pattern:
      break;
  }
  return rules::kNamePattern;
}

std::string sentenceOf(const NameEntry& entry, NameFault fault) {
  const std::string name =
      "the name " + entry.name + " of " + std::string(wordOf(kNameSortWords, entry.sort)) + " ";
  switch (fault) {
    case NameFault::Case:
      return name + "differs from another name only by case or separators";
    case NameFault::Reserved:
      return name + "is a reserved word of a chosen language";
    case NameFault::Clash:
      return name + "is also the name of something of another type";
    case NameFault::Long:
      return name + "is longer than the convention allows";
    case NameFault::File:
      return name + "cannot be a file name on every system";
    case NameFault::Lookalike:
      return name + "contains invisible letters or letters that look like others";
    case NameFault::Near:
      return name + "is one letter from " + entry.near + ": possible typo";
    case NameFault::Pattern:
    case NameFault::Shared:
      break;
  }
  return name;
}

// Everything the finding is about, found again when it is fixed.
Remedy fixing(const NameEntry& first, NameFault fault) {
  const auto isAbout = [first](const NameEntry& one) {
    if (one.sort != first.sort) return false;
    if (one.sort == NameSort::Frame) return one.asset == first.asset;
    return one.asset == first.asset && one.animation == first.animation && one.name == first.name;
  };
  return {Remedy::Takes::Moments,
          [isAbout, fault](const Project& project, const ArtSource&) -> Result<std::vector<Edit>> {
            const std::vector<NameEntry> entries = nameEntries(project);
            std::vector<NameEntry> wrong;
            std::copy_if(entries.begin(), entries.end(), std::back_inserter(wrong),
                         [&](const NameEntry& one) { return isAbout(one) && one.has(fault); });
            return renameEdits(project, fixesOf(project, entries, wrong, fault));
          }};
}

// One finding for a fault; of frames, one for all of an asset.
void checkFaults(const std::vector<NameEntry>& entries, std::vector<Finding>& findings) {
  std::map<std::pair<NameFault, AssetId>, int> frames;
  for (const NameEntry& entry : entries) {
    for (const NameFault fault : entry.faults) {
      if (fault == NameFault::Pattern || fault == NameFault::Shared) continue;
      if (entry.sort == NameSort::Frame && frames[{fault, entry.asset}]++ > 0) continue;
      Finding finding =
          findingOf(ruleOf(fault), {{}, entry.asset, entry.animation, entry.frame, {}});
      if (entry.sort != NameSort::Frame) {
        finding.subject = std::string(wordOf(kNameSortWords, entry.sort)) + " " + entry.name;
      }
      finding.text = sentenceOf(entry, fault);
      finding.fix = std::string(fixWords(fault)) + ".";
      finding.remedy = fixing(entry, fault);
      findings.push_back(std::move(finding));
    }
  }
}

std::vector<Finding> checkNames(const Project& project) {
  std::vector<Finding> findings;
  RowsByAsset rows;
  for (NameRow& row : nameTable(project)) {
    if (!row.right() && !row.frame) {
      findings.push_back(ruleFinding(project, row));
      findings.back().remedy = renaming({row});
    }
    rows[row.asset].push_back(std::move(row));
  }
  for (const auto& asset : project.assets) checkFrameNames(project, *asset, findings);
  for (const SharedName& shared : sharedNames(project)) {
    findings.push_back(sharedFinding(shared, rows));
  }
  checkFaults(nameEntries(project), findings);
  return findings;
}

}  // namespace amber

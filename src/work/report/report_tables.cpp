// The tables that a report can be of, of project_report.h.
#include "core/base/exact_number.h"
#include "core/fit/keys/held_shapes.h"
#include "core/layers/outcome_words.h"
#include "core/layers/sentences/judging.h"
#include "core/layers/sentences/sentence.h"
#include "core/naming/name_table.h"
#include "core/project/words.h"
#include "core/trial/fairness_table.h"
#include "files/csv_table.h"
#include "work/report/project_report.h"
#include "work/report/report.h"
#include "work/report/report_words.h"

namespace amber {
namespace {

using Rows = std::vector<CsvRow>;

Rows findingRows(const Project& project, const std::vector<Finding>& findings) {
  Rows rows{{"rule", "severity", "where", "text", "fix"}};
  for (const Finding& finding : findings) {
    rows.push_back({finding.rule, severityOf(finding), placeOf(finding.where, project),
                    finding.text, finding.fix});
  }
  return rows;
}

// "lamp: prop_lantern", each mount with what rides on it.
std::string ridersText(const Project& project, const Asset& asset) {
  std::string text;
  for (const Rider& rider : asset.riders) {
    const Asset* other = findAsset(project, rider.asset);
    if (other == nullptr) continue;
    text += (text.empty() ? "" : ", ") + rider.mount + ": " + other->name;
  }
  return text;
}

Rows assetRows(const Project& project) {
  Rows rows{{"asset", "kind", "motion", "copies", "scale", "frames", "animations", "variantOf",
             "riders"}};
  for (const auto& asset : project.assets) {
    const Asset* first = findAsset(project, asset->variantOf);
    rows.push_back({asset->name, asset->kind, std::string(wordOf(kMotionWords, asset->motion)),
                    std::string(wordOf(kCopiesWords, asset->copies)), exactNumber(asset->scale),
                    std::to_string(asset->frames.size()), std::to_string(asset->animations.size()),
                    first == nullptr ? "" : first->name, ridersText(project, *asset)});
  }
  return rows;
}

Rows frameRows(const Project& project) {
  Rows rows{{"asset", "frame", "sheet", "x", "y", "w", "h", "originX", "originY", "shapes"}};
  for (const auto& asset : project.assets) {
    const HeldShapes shapes(*asset);
    for (const Frame& frame : asset->frames) {
      const Sheet* sheet = findSheet(project, frame.sheet);
      std::string roles;
      for (const ShapePlace& place : shapes.on(frame.id)) {
        roles += (roles.empty() ? "" : " ") + place.key->role;
      }
      rows.push_back({asset->name, frame.name, sheet == nullptr ? "" : sheet->path,
                      std::to_string(frame.rect.x), std::to_string(frame.rect.y),
                      std::to_string(frame.rect.w), std::to_string(frame.rect.h),
                      exactNumber(frame.origin.x), exactNumber(frame.origin.y), roles});
    }
  }
  return rows;
}

Rows nameRows(const Project& project) {
  Rows rows{{"name", "proposed", "why"}};
  for (const NameRow& row : nameTable(project)) {
    if (!row.right()) rows.push_back({row.current, row.proposed, reasonOf(project, row)});
  }
  return rows;
}

Rows expectationRows(const Project& project) {
  Rows rows{{"sentence", "verdict", "pairs"}};
  const auto alike = ParticipantClasses::of(project);
  if (!alike) return rows;
  const Meetings meetings(*alike);
  for (const Expectation& one : project.expectations) {
    const Judgement judgement = judged(one, meetings);
    rows.push_back({sentenceOf(one), std::string(wordOf(kVerdictWords, judgement.verdict)),
                    std::to_string(judgement.pairs)});
  }
  return rows;
}

Rows fairnessRows(const Project& project, const ArtSource& art) {
  Rows rows{{"a", "b", "phantom", "missed"}};
  for (const FairnessRow& row : fairnessTable(project, art)) {
    rows.push_back({row.a, row.b, exactNumber(row.total.phantomShare()),
                    exactNumber(row.total.missedShare())});
  }
  return rows;
}

Rows rowsOf(ReportTable table, const Project& project, const std::vector<Finding>& findings,
            const ArtSource& art) {
  switch (table) {
    case ReportTable::Findings:
      return findingRows(project, findings);
    case ReportTable::Assets:
      return assetRows(project);
    case ReportTable::Frames:
      return frameRows(project);
    case ReportTable::Names:
      return nameRows(project);
    case ReportTable::Expectations:
      return expectationRows(project);
    case ReportTable::Fairness:
      break;
  }
  return fairnessRows(project, art);
}

}  // namespace

std::string tableCsv(ReportTable table, const Project& project,
                     const std::vector<Finding>& findings, const ArtSource& art) {
  return csvText(rowsOf(table, project, findings, art));
}

}  // namespace amber

// The report for people, of project_report.h.
#include <cmath>

#include "core/layers/sentences/sentence.h"
#include "core/naming/name_table.h"
#include "core/trial/fairness_table.h"
#include "work/report/project_report.h"
#include "work/report/report.h"
#include "work/report/report_words.h"

namespace amber {
namespace {

constexpr const char* kStyle =
    "body{font:14px/1.5 sans-serif;max-width:1100px;margin:24px auto;padding:0 16px;"
    "color:#2b2118;background:#fbf6ec}h1{font-size:22px}h2{font-size:16px;margin-top:28px}"
    "table{border-collapse:collapse;width:100%}td,th{text-align:left;padding:4px 8px;"
    "border-bottom:1px solid #ddd0b8;vertical-align:top}.error{color:#b3261e;font-weight:600}"
    ".note,small{color:#6d5f4b}figure{margin:12px 0;overflow-x:auto}"
    "svg{image-rendering:pixelated;height:auto;max-width:100%}";

// A share in per cent, to a tenth.
std::string percent(double share) {
  const auto tenths = std::lround(share * 1000);
  return std::to_string(tenths / 10) + "." + std::to_string(tenths % 10) + " %";
}

// The pairs that meet, the least fair first.
std::string fairnessMarkup(const Project& project, const ArtSource& art, bool compute) {
  constexpr std::size_t kMostPairs = 20;
  if (!compute) {
    return "<h2>Fairness</h2>\n<p><small>Not measured: it takes long for so many frames. "
           "<code>report "
           "--fairness</code> measures all pairs, <code>fairness</code> some.</small></p>\n";
  }
  const std::vector<FairnessRow> rows = fairnessTable(project, art);
  if (rows.empty()) return {};
  std::string text =
      "<h2>Fairness</h2>\n<p><small>Phantom hit: the shapes meet, but no pixels touch. Missed hit: "
      "pixels overlap, but the shapes do not meet. Shares are over all offsets and frames of two "
      "assets.</small></p>\n<table><tr><th>Pair</th><th>Phantom hits</th><th>Missed "
      "hits</th></tr>\n";
  for (std::size_t i = 0; i < std::min(rows.size(), kMostPairs); ++i) {
    const FairnessRow& row = rows[i];
    text += "<tr><td>" + escapedMarkup(row.a) + " and " + escapedMarkup(row.b) + "</td><td>" +
            percent(row.total.phantomShare()) + "</td><td>" + percent(row.total.missedShare()) +
            "</td></tr>\n";
  }
  text += "</table>\n";
  if (rows.size() > kMostPairs) {
    text += "<p><small>" + std::to_string(rows.size() - kMostPairs) +
            " more pairs are fairer.</small></p>\n";
  }
  return text;
}

// Names that are not as the convention makes them, and what it makes of them.
std::string namesMarkup(const Project& project) {
  std::string rows;
  std::size_t right = 0;
  for (const NameRow& row : nameTable(project)) {
    if (row.right()) {
      ++right;
      continue;
    }
    rows += "<tr><td>" + escapedMarkup(row.current) + "</td><td>" + escapedMarkup(row.proposed) +
            "</td></tr>\n";
  }
  const std::string count =
      "<h2>Names</h2>\n<p>" + std::to_string(right) + " follow the convention.</p>\n";
  if (rows.empty()) return count;
  return count + "<table><tr><th>Name</th><th>By the convention</th></tr>\n" + rows + "</table>\n";
}

}  // namespace

std::string htmlReport(const Project& project, const std::vector<Finding>& findings,
                       const ArtSource& art, bool withFairness) {
  std::size_t frames = 0;
  for (const auto& asset : project.assets) frames += asset->frames.size();
  std::string text = "<!DOCTYPE html>\n<html lang=\"en\"><head><meta charset=\"utf-8\"><title>" +
                     escapedMarkup(project.name) + "</title><style>" + kStyle +
                     "</style></head><body>\n<h1>" + escapedMarkup(project.name) + "</h1>\n<p>" +
                     std::to_string(project.assets.size()) + " assets, " + std::to_string(frames) +
                     " frames, " + std::to_string(findings.size()) +
                     " findings.</p>\n<h2>Findings</h2>\n";
  if (findings.empty()) text += "<p>Nothing.</p>\n";
  if (!findings.empty()) {
    text += "<table><tr><th>Severity</th><th>Place</th><th>Finding</th><th>Fix</th></tr>\n";
    for (const Finding& finding : findings) {
      const std::string severity = severityOf(finding);
      text += "<tr><td class=\"" + severity + "\">" + severity + "<br><small>" +
              escapedMarkup(finding.rule) + "</small></td><td>" +
              escapedMarkup(placeOf(finding.where, project)) + "</td><td>" +
              escapedMarkup(finding.text) + "</td><td>" + escapedMarkup(finding.fix) +
              "</td></tr>\n";
    }
    text += "</table>\n";
  }
  if (!project.expectations.empty()) {
    text += "<h2>Expectations</h2>\n<ul>\n";
    for (const Expectation& one : project.expectations) {
      text += "<li>" + escapedMarkup(sentenceOf(one)) + "</li>\n";
    }
    text += "</ul>\n<p><small>Expectations that do not hold are listed as findings.</small></p>\n";
  }
  text += fairnessMarkup(project, art, withFairness || frames <= kMostFramesCompared) +
          namesMarkup(project) + "<h2>Assets</h2>\n";
  for (const auto& asset : project.assets) {
    text += "<h3>" + escapedMarkup(asset->name) + " <small>" + escapedMarkup(asset->kind) + ", " +
            std::to_string(asset->frames.size()) + " frames</small></h3>\n<figure>\n" +
            assetSvg(project, *asset, art) + "</figure>\n";
  }
  return text + "</body></html>\n";
}

}  // namespace amber

#pragma once

#include <array>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "core/checks/finding.h"
#include "core/project/art_source.h"
#include "core/project/project.h"

namespace amber {

/// The findings for build servers, as SARIF 2.1.0 (OASIS, 2020): every rule of ours, and each
/// finding with the file it is in, as a path relative to the project's folder, and the name of what
/// it is about. `project`: how the project's file is called.
std::string sarifText(const Project& project, const std::string& file,
                      const std::vector<Finding>& findings);

/// The same as a JUnit XML report: a test case a rule. Those with errors have failed; what else was
/// found is their output.
std::string junitText(const Project& project, const std::vector<Finding>& findings);

/// What a report can be a table of.
enum class ReportTable {
  Findings,      ///< rule, severity, where, text, fix
  Assets,        ///< name, kind, motion, copies, scale, frames, animations, variant of
  Frames,        ///< asset, frame, sheet, rectangle, origin, shapes
  Names,         ///< names that do not follow the convention, with their names by the convention
  Expectations,  ///< sentence, verdict, pairs
  Fairness,      ///< pair, phantom, missed
};
inline constexpr std::array<std::string_view, 6> kReportTableWords = {
    "findings", "assets", "frames", "names", "expectations", "fairness"};

/// One of them as a table with a line of headings. Cost: of fairness, as fairnessTable.
std::string tableCsv(ReportTable table, const Project& project,
                     const std::vector<Finding>& findings, const ArtSource& art);

/// An asset's frames beside each other as SVG, each with its origin, mounts and shapes; pictures
/// lie within. Frames whose art cannot be had are left empty.
std::string assetSvg(const Project& project, const Asset& asset, const ArtSource& art);

/// An animation as an animated PNG: its steps with their times, standing on their origins, back and
/// forth where it goes so, for ever or once as it does. Frames whose art cannot be had are empty.
/// Requires: at least one step. Errors (ImageTooLarge): more than 256 megapixels in all.
Result<std::string> animationPng(const Asset& asset, const Animation& animation,
                                 const ArtSource& art);

/// One HTML file for people, with pictures, that needs no network: what was found, what is
/// expected, the pairs that are least fair, names that are not as the convention makes them, and
/// every asset's frames with origins and shapes. Fairness is measured where it is asked for, and
/// where the project has at most kMostFramesCompared frames. Cost: linear in the frames; of
/// fairness, as fairnessTable.
std::string htmlReport(const Project& project, const std::vector<Finding>& findings,
                       const ArtSource& art, bool withFairness);

/// All pairs of so many frames are compared in about a second.
inline constexpr std::size_t kMostFramesCompared = 100;

/// What a report is of.
struct ReportMatter {
  const Project& project;
  const std::vector<Finding>& findings;
  const ArtSource& art;
  std::string file;       ///< What the project's file is called.
  std::string asset;      ///< Of which asset, for a picture of one.
  std::string animation;  ///< And of which animation, for one that moves; the first if empty.
  ReportTable table = ReportTable::Findings;
  bool fairness = false;  ///< Measure fairness for .html, however long it takes.
};

/// The report that a file's ending asks for: .html, .sarif, .xml (JUnit), .csv, .svg of an asset,
/// or .apng of an animation. Errors (BadValue): another ending; (UnknownTarget): no such asset or
/// animation.
Result<std::string> reportFor(const std::string& file, const ReportMatter& matter);

}  // namespace amber

#include "work/report/project_report.h"

#include <QBuffer>
#include <QByteArray>
#include <QFileInfo>
#include <QUrl>
#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <nlohmann/json.hpp>

#include "core/base/exact_number.h"
#include "core/base/words.h"
#include "core/checks/severity_words.h"
#include "core/fit/keys/held_shapes.h"
#include "core/origin/mounts.h"
#include "files/json/json_text.h"
#include "work/art/stage_picture.h"
#include "work/report/report.h"
#include "work/report/report_words.h"

namespace amber {
namespace {

std::string uriOf(const std::string& path) {
  return QUrl::toPercentEncoding(QString::fromStdString(path), "/").toStdString();
}

std::string n(double value) {
  return exactNumber(value);
}

// Colours of the roles, distinguishable with colour blindness.
constexpr std::array<const char*, 6> kColours = {"#1f5fa8", "#a8560a", "#1f7a4a",
                                                 "#7a3a96", "#b23a22", "#1f8a96"};

// A frame's ink as a picture within the file.
std::string pictureUri(const SheetArt& art, const Frame& frame) {
  QByteArray bytes;
  QBuffer buffer(&bytes);
  buffer.open(QIODevice::WriteOnly);
  inkPicture(art, frame).save(&buffer, "png");
  return "data:image/png;base64," + bytes.toBase64().toStdString();
}

// A shape as an element without its ending, so that its style can follow.
struct ShapeMarkup {
  std::string operator()(const Box& box) const {
    return "<rect x=\"" + n(box.x) + "\" y=\"" + n(box.y) + "\" width=\"" + n(box.w) +
           "\" height=\"" + n(box.h) + "\"";
  }
  std::string operator()(const Circle& circle) const {
    return "<circle cx=\"" + n(circle.cx) + "\" cy=\"" + n(circle.cy) + "\" r=\"" + n(circle.r) +
           "\"";
  }
  // Two half circles and the sides between: a thick line could have no outline.
  std::string operator()(const Capsule& capsule) const {
    const double dx = capsule.bx - capsule.ax;
    const double dy = capsule.by - capsule.ay;
    const double length = std::max(1e-9, std::sqrt(dx * dx + dy * dy));
    const double ox = dy / length * capsule.r;
    const double oy = -dx / length * capsule.r;
    const std::string arc = " A " + n(capsule.r) + " " + n(capsule.r) + " 0 0 1 ";
    return "<path d=\"M " + n(capsule.ax + ox) + " " + n(capsule.ay + oy) + " L " +
           n(capsule.bx + ox) + " " + n(capsule.by + oy) + arc + n(capsule.bx - ox) + " " +
           n(capsule.by - oy) + " L " + n(capsule.ax - ox) + " " + n(capsule.ay - oy) + arc +
           n(capsule.ax + ox) + " " + n(capsule.ay + oy) + " Z\"";
  }
  std::string operator()(const Polygon& polygon) const {
    std::string points;
    for (const Vertex& point : polygon.points) {
      points += (points.empty() ? "" : " ") + n(point.x) + "," + n(point.y);
    }
    return "<polygon points=\"" + points + "\"";
  }
  std::string operator()(const MaskShape& mask) const {
    std::string path;
    for (const MaskRun& run : mask.runs) {
      path += "M " + n(mask.x + run.x0) + " " + n(mask.y + run.y) + " h " + n(run.x1 - run.x0) +
              " v 1 h " + n(run.x0 - run.x1) + " z ";
    }
    return "<path d=\"" + path + "\"";
  }
};

std::size_t roleAt(const Project& project, std::string_view role) {
  const auto found = std::find_if(project.roles.begin(), project.roles.end(),
                                  [&](const Role& one) { return one.name == role; });
  return static_cast<std::size_t>(found - project.roles.begin());
}

// One frame at a place of the sheet of frames.
std::string frameMarkup(const Project& project, const Frame& frame, const HeldShapes& shapes,
                        const Mounts& mounts, double x, double y, const ArtSource& art) {
  std::string text = "<g transform=\"translate(" + n(x) + " " + n(y) + ")\"><title>" +
                     escapedMarkup(frame.name) + "</title>\n";
  const std::string size = " width=\"" + n(frame.rect.w) + "\" height=\"" + n(frame.rect.h) + "\"";
  text += "<rect" + size + " fill=\"#b59a6d\"/>";
  if (const auto pixels = art(frame.sheet)) {
    text += "<image" + size + " xlink:href=\"" + pictureUri(*pixels, frame) + "\"/>";
  }
  for (const ShapePlace& place : shapes.on(frame.id)) {
    const std::string colour = kColours[roleAt(project, place.key->role) % kColours.size()];
    text += "\n" + std::visit(ShapeMarkup(), place.shape()) + " fill=\"" + colour +
            "\" fill-opacity=\"0.12\" stroke=\"" + colour + "\" stroke-width=\"0.5\"><title>" +
            escapedMarkup(place.key->role) + "</title>" +
            (std::holds_alternative<Box>(place.shape())       ? "</rect>"
             : std::holds_alternative<Circle>(place.shape())  ? "</circle>"
             : std::holds_alternative<Polygon>(place.shape()) ? "</polygon>"
                                                              : "</path>");
  }
  for (const MountPlace& mount : mounts.on(frame.id)) {
    text += "\n<circle cx=\"" + n(mount.at.x) + "\" cy=\"" + n(mount.at.y) +
            "\" r=\"1\" fill=\"none\" stroke=\"#2b2118\" stroke-width=\"0.4\"><title>" +
            escapedMarkup(mount.name) + "</title></circle>";
  }
  const double ox = frame.origin.x;
  const double oy = frame.origin.y;
  text += "\n<path d=\"M " + n(ox - 3) + " " + n(oy) + " h 6 M " + n(ox) + " " + n(oy - 3) +
          " v 6\" stroke=\"#b23a22\" stroke-width=\"0.6\"/></g>\n";
  return text;
}

}  // namespace

std::string sarifText(const Project& project, const std::string& file,
                      const std::vector<Finding>& findings) {
  Json rules = Json::array();
  std::map<std::string_view, std::size_t> places;
  for (const Rule* rule : kRules) {
    places[rule->id] = rules.size();
    rules.push_back(
        Json{{"id", rule->id},
             {"shortDescription", {{"text", rule->meaning}}},
             {"defaultConfiguration", {{"level", wordOf(kSeverityWords, rule->severity)}}}});
  }
  Json results = Json::array();
  for (const Finding& finding : findings) {
    const Sheet* sheet = findSheet(project, finding.where.sheet);
    Json location{
        {"physicalLocation",
         {{"artifactLocation",
           {{"uri", uriOf(sheet == nullptr || !sheet->isFile() ? file : sheet->path)}}}}}};
    const std::string place = placeOf(finding.where, project);
    if (!place.empty()) {
      location["logicalLocations"] = Json::array({Json{{"fullyQualifiedName", place}}});
    }
    results.push_back(Json{{"ruleId", finding.rule},
                           {"ruleIndex", places[finding.rule]},
                           {"level", severityOf(finding)},
                           {"message", {{"text", finding.text + ". " + finding.fix}}},
                           {"locations", Json::array({std::move(location)})}});
  }
  Json driver{{"name", "amber-parcel"}, {"rules", std::move(rules)}};
  Json run{{"tool", {{"driver", std::move(driver)}}}, {"results", std::move(results)}};
  return jsonText(Json{{"version", "2.1.0"}, {"runs", Json::array({std::move(run)})}});
}

std::string junitText(const Project& project, const std::vector<Finding>& findings) {
  std::map<std::string, std::vector<const Finding*>> byRule;
  for (const Finding& finding : findings) byRule[finding.rule].push_back(&finding);
  int failed = 0;
  std::string cases;
  for (const Rule* rule : kRules) {
    const std::string id(rule->id);
    cases += "    <testcase classname=\"" + escapedMarkup(project.name) + "\" name=\"" +
             escapedMarkup(id) + "\"";
    std::string errors;
    std::string others;
    for (const Finding* finding : byRule[id]) {
      (finding->severity == Severity::Error ? errors : others) +=
          escapedMarkup(findingLine(*finding, project)) + "\n";
    }
    if (errors.empty() && others.empty()) {
      cases += "/>\n";
      continue;
    }
    cases += ">\n";
    if (!errors.empty()) {
      ++failed;
      cases += "      <failure message=\"" + escapedMarkup(rule->meaning) + "\">" + errors +
               "</failure>\n";
    }
    if (!others.empty()) cases += "      <system-out>" + others + "</system-out>\n";
    cases += "    </testcase>\n";
  }
  const std::string counts = " tests=\"" + std::to_string(std::size(kRules)) + "\" failures=\"" +
                             std::to_string(failed) + "\" errors=\"0\"";
  return "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<testsuites" + counts +
         ">\n  <testsuite name=\"checks\"" + counts + ">\n" + cases +
         "  </testsuite>\n</testsuites>\n";
}

std::string assetSvg(const Project& project, const Asset& asset, const ArtSource& art) {
  constexpr double kGap = 12;   // Shapes may reach past their frame.
  constexpr double kRow = 640;  // Px of art before a new row begins.
  constexpr double kZoom = 3;
  const HeldShapes shapes(asset);
  const Mounts mounts(asset);
  std::string frames;
  double x = kGap;
  double y = kGap;
  double rowHeight = 0;
  double width = 0;
  for (const Frame& frame : asset.frames) {
    if (x > kGap && x + frame.rect.w > kRow) {
      x = kGap;
      y += rowHeight + kGap;
      rowHeight = 0;
    }
    frames += frameMarkup(project, frame, shapes, mounts, x, y, art);
    x += frame.rect.w + kGap;
    width = std::max(width, x);
    rowHeight = std::max(rowHeight, static_cast<double>(frame.rect.h));
  }
  const double height = y + rowHeight + kGap;
  // Links as the older edition has them: every viewer knows those.
  return "<svg xmlns=\"http://www.w3.org/2000/svg\" "
         "xmlns:xlink=\"http://www.w3.org/1999/xlink\" width=\"" +
         n(width * kZoom) + "\" height=\"" + n(height * kZoom) + "\" viewBox=\"0 0 " + n(width) +
         " " + n(height) + "\" style=\"image-rendering:pixelated\">\n<title>" +
         escapedMarkup(asset.name) + "</title>\n" + frames + "</svg>\n";
}

Result<std::string> reportFor(const std::string& file, const ReportMatter& matter) {
  const QString ending = QFileInfo(QString::fromStdString(file)).suffix().toLower();
  const Project& project = matter.project;
  if (ending == "html") return htmlReport(project, matter.findings, matter.art, matter.fairness);
  if (ending == "sarif") return sarifText(project, matter.file, matter.findings);
  if (ending == "xml") return junitText(project, matter.findings);
  if (ending == "csv") return tableCsv(matter.table, project, matter.findings, matter.art);
  if (ending != "svg" && ending != "apng") {
    return failure(ErrorCode::BadValue,
                   "\"" + file + "\" must end in .html, .sarif, .xml, .csv, .svg or .apng");
  }
  const Asset* asset = findAsset(project, std::string_view(matter.asset));
  if (asset == nullptr) {
    return failure(ErrorCode::UnknownTarget, matter.asset.empty()
                                                 ? "give one asset for ." + ending.toStdString()
                                                 : "there is no asset \"" + matter.asset + "\"");
  }
  if (ending == "svg") return assetSvg(project, *asset, matter.art);
  for (const Animation& animation : asset->animations) {
    if (matter.animation.empty() || animation.name == matter.animation) {
      return animationPng(*asset, animation, matter.art);
    }
  }
  return failure(ErrorCode::UnknownTarget,
                 asset->name + " has no animation \"" + matter.animation + "\"");
}

}  // namespace amber

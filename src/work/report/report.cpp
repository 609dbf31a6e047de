#include "work/report/report.h"

#include "core/checks/severity_words.h"
#include "core/project/words.h"

namespace amber {
namespace {

// The names of the ids in a finding.
struct Names {
  std::string sheet;
  std::string asset;
  std::string animation;
  std::string frame;
};

Names namesOf(const Where& where, const Project& project) {
  Names names;
  if (const Sheet* sheet = findSheet(project, where.sheet)) names.sheet = sheet->path;
  const Asset* asset = findAsset(project, where.asset);
  if (asset == nullptr) return names;
  names.asset = asset->name;
  if (const auto* animation = findAnimation(*asset, where.animation)) {
    names.animation = animation->name;
  }
  if (const auto* frame = findFrame(*asset, where.frame)) names.frame = frame->name;
  return names;
}

}  // namespace

Json findingsJson(const std::vector<Finding>& findings, const Project& project) {
  Json list = Json::array();
  for (const Finding& finding : findings) {
    const Names names = namesOf(finding.where, project);
    Json where = Json::object();
    if (!names.asset.empty()) where["asset"] = names.asset;
    if (!names.animation.empty()) where["animation"] = names.animation;
    if (!names.frame.empty()) where["frame"] = names.frame;
    if (!finding.where.role.empty()) where["shape"] = finding.where.role;
    if (!names.sheet.empty()) where["sheet"] = names.sheet;
    list.push_back(Json{{"rule", finding.rule},
                        {"severity", wordOf(kSeverityWords, finding.severity)},
                        {"where", std::move(where)},
                        {"text", finding.text},
                        {"fix", finding.fix}});
  }
  return list;
}

Json measuresJson(const Measures& measures) {
  return Json{{"air", measures.air},
              {"bareInk", measures.bareInk},
              {"agreement", measures.overlap},
              {"reachOut", measures.overhang},
              {"shortfall", measures.shortfall},
              {"points", measures.points},
              {"cost", measures.cost}};
}

std::string placeOf(const Where& where, const Project& project) {
  const Names names = namesOf(where, project);
  if (names.asset.empty()) return names.sheet;
  std::string place = names.asset;
  if (!names.animation.empty()) place += " / " + names.animation;
  return place;
}

std::string findingLine(const Finding& finding, const Project& project) {
  const std::string place = placeOf(finding.where, project);
  return std::string(wordOf(kSeverityWords, finding.severity)) + ": " +
         (place.empty() ? "" : place + ": ") + finding.text + ". " + finding.fix;
}

}  // namespace amber

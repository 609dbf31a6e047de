#include "core/checks/naming/code_checks.h"

#include <map>

namespace amber {
namespace {

// The first places of a name, such as "player.cpp 118, 204".
std::string placesOf(const std::vector<const CodeReport::Unknown*>& uses) {
  constexpr std::size_t kTold = 4;
  std::string text;
  std::string file;
  for (std::size_t i = 0; i < uses.size() && i < kTold; ++i) {
    const std::string line = std::to_string(uses[i]->use.use.line);
    if (!text.empty()) text += ", ";
    text += uses[i]->file == file ? line : uses[i]->file + " " + line;
    file = uses[i]->file;
  }
  if (uses.size() > kTold) text += " and " + std::to_string(uses.size() - kTold) + " more";
  return text;
}

// An asset of that name, or one that has something of it.
Where whereOf(const Project& project, const std::string& name) {
  for (const auto& asset : project.assets) {
    if (asset->name == name) return {{}, asset->id, {}, {}, {}};
    for (const Animation& animation : asset->animations) {
      if (animation.name == name) return {{}, asset->id, animation.id, {}, {}};
    }
    for (const Frame& frame : asset->frames) {
      if (frame.name == name || findMount(frame, name) != nullptr) {
        return {{}, asset->id, {}, frame.id, {}};
      }
    }
  }
  return {};
}

}  // namespace

std::vector<Finding> codeFindings(const Project& project, const CodeReport& report,
                                  bool allWereRead) {
  std::vector<Finding> findings;
  std::map<std::string, std::size_t> seen;
  std::vector<std::vector<const CodeReport::Unknown*>> names;
  for (const CodeReport::Unknown& one : report.unknown) {
    const auto [place, first] = seen.emplace(one.use.use.text, names.size());
    if (first) names.emplace_back();
    names[place->second].push_back(&one);
  }
  for (const auto& uses : names) {
    const UnknownUse& use = uses.front()->use;
    Finding finding = findingOf(rules::kNameUnknown, whereOf(project, use.nearest));
    finding.subject = use.use.text;
    finding.text = "the code uses " + use.use.text + " (" + placesOf(uses) +
                   "), but nothing in the project has this name";
    finding.fix = use.nearest.empty()
                      ? "Give something this name, or change the code."
                      : "Write " + use.nearest + " there, or give something this name.";
    findings.push_back(std::move(finding));
  }
  for (const std::string& name : report.unused) {
    if (!allWereRead) break;
    Finding finding = findingOf(rules::kNameUnused, whereOf(project, name));
    finding.subject = name;
    finding.text = "no source file names " + name;
    finding.fix = "Use it in the code, or remove it.";
    findings.push_back(std::move(finding));
  }
  return findings;
}

}  // namespace amber

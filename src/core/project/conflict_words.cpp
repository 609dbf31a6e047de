#include "core/project/conflict_words.h"

#include <unordered_map>

namespace amber {
namespace {

// Names of what has an id, by it.
std::unordered_map<std::string, std::string> namesById(const Project& project) {
  std::unordered_map<std::string, std::string> names;
  for (const auto& sheet : project.sheets) names[std::to_string(sheet->id.value)] = sheet->path;
  for (const auto& asset : project.assets) {
    names[std::to_string(asset->id.value)] = asset->name;
    for (const Frame& frame : asset->frames) names[std::to_string(frame.id.value)] = frame.name;
    for (const Animation& animation : asset->animations) {
      names[std::to_string(animation.id.value)] = animation.name;
    }
  }
  return names;
}

}  // namespace

std::string conflictText(const Project& project, const MergeConflict& conflict) {
  const auto names = namesById(project);
  std::string text;
  std::size_t at = 0;
  while (at < conflict.place.size()) {
    const std::size_t end = std::min(conflict.place.find('/', at + 1), conflict.place.size());
    std::string step = conflict.place.substr(at + 1, end - at - 1);
    const auto known = names.find(step);
    if (known != names.end()) step = known->second;
    if (step == "stand") step = "origin";
    text += (text.empty() ? "" : " ") + step;
    at = end;
  }
  if (conflict.ours.empty() || conflict.theirs.empty()) {
    return text + ": removed in one version, changed in the other";
  }
  return text + ": changed in both versions";
}

}  // namespace amber

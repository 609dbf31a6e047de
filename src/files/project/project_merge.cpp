#include "files/project/project_merge.h"

#include <algorithm>
#include <map>
#include <nlohmann/json.hpp>
#include <set>
#include <unordered_set>

#include "core/project/validation/valid_project.h"
#include "files/json/json_merge.h"
#include "files/json/json_text.h"
#include "files/project/project_file.h"

namespace amber {
namespace {

// Puts an origin and its rule together, and an animation's frames with their durations: to change
// one is to change both.
void group(Json& owner, const char* name, std::initializer_list<const char*> keys) {
  Json together = Json::object();
  for (const char* key : keys) {
    if (!owner.contains(key)) continue;
    together[key] = std::move(owner[key]);
    owner.erase(key);
  }
  owner[name] = std::move(together);
}

void ungroup(Json& owner, const char* name) {
  if (!owner.contains(name)) return;
  const Json together = std::move(owner[name]);
  owner.erase(name);
  for (const auto& [key, value] : together.items()) owner[key] = value;
}

// Errors: as jsonFrom, of a project that is not valid.
Result<Json> groupedJson(const Project& project) {
  auto text = jsonFrom(projectText(project), {});
  if (!text) return text;
  Json& json = *text;
  for (Json& asset : json["assets"]) {
    for (Json& frame : asset["frames"]) group(frame, "stand", {"origin", "originRule"});
    for (Json& animation : asset["animations"]) {
      group(animation, "steps", {"frames", "durationsMs"});
    }
  }
  return text;
}

Result<Project> projectOf(Json json) {
  for (Json& asset : json["assets"]) {
    for (Json& frame : asset["frames"]) ungroup(frame, "stand");
    for (Json& animation : asset["animations"]) ungroup(animation, "steps");
  }
  return projectFrom(jsonText(json), {});
}

// Every id of the project, with the sheet or asset that has it.
template <class Visit>
void eachId(const Project& project, const Visit& visit) {
  for (const auto& sheet : project.sheets) visit(sheet->id.value, sheet->id.value);
  for (const auto& asset : project.assets) {
    visit(asset->id.value, asset->id.value);
    for (const Frame& frame : asset->frames) visit(frame.id.value, asset->id.value);
    for (const Animation& animation : asset->animations) {
      visit(animation.id.value, asset->id.value);
    }
  }
}

// The project with some ids replaced everywhere.
Project renumbered(Project project, const std::map<std::uint32_t, std::uint32_t>& fresh) {
  const auto renew = [&](auto& id) {
    const auto found = fresh.find(id.value);
    if (found != fresh.end()) id.value = found->second;
  };
  for (auto& held : project.sheets) {
    Sheet sheet = *held;
    renew(sheet.id);
    held = SharedValue<Sheet>(std::move(sheet));
  }
  for (auto& held : project.assets) {
    Asset asset = *held;
    renew(asset.id);
    renew(asset.variantOf);
    for (Rider& rider : asset.riders) {
      renew(rider.asset);
      renew(rider.animation);
    }
    for (TileDecision& one : asset.tileDecisions) {
      renew(one.tile);
      renew(one.neighbour);
    }
    for (Frame& frame : asset.frames) {
      renew(frame.id);
      renew(frame.sheet);
      if (frame.originRule.hasFrame()) renew(frame.originRule.frame);
    }
    for (Animation& animation : asset.animations) {
      renew(animation.id);
      for (Step& step : animation.steps) renew(step.frame);
    }
    held = SharedValue<Asset>(std::move(asset));
  }
  for (const auto& [old, now] : fresh) project.nextId = std::max(project.nextId, now + 1);
  return project;
}

// Ids that both sides gave to new things which are not the same thing.
std::map<std::uint32_t, std::uint32_t> clashes(const Project& base, const Project& first,
                                               const Project& second) {
  std::unordered_set<std::uint32_t> known;
  eachId(base, [&](std::uint32_t id, std::uint32_t) { known.insert(id); });
  // A new sheet or asset that both have in the same form is one thing, ids and all.
  const auto sameThing = [&](std::uint32_t owner) {
    const Asset* a = findAsset(first, AssetId{owner});
    const Asset* b = findAsset(second, AssetId{owner});
    const Sheet* s = findSheet(first, SheetId{owner});
    const Sheet* t = findSheet(second, SheetId{owner});
    return known.count(owner) == 0 && ((a != nullptr && b != nullptr && *a == *b) ||
                                       (s != nullptr && t != nullptr && *s == *t));
  };
  std::unordered_set<std::uint32_t> taken;
  eachId(first, [&](std::uint32_t id, std::uint32_t) { taken.insert(id); });
  std::map<std::uint32_t, std::uint32_t> fresh;
  std::uint32_t next = std::max({base.nextId, first.nextId, second.nextId});
  eachId(second, [&](std::uint32_t id, std::uint32_t owner) {
    if (known.count(id) == 0 && taken.count(id) != 0 && !sameThing(owner)) fresh[id] = next++;
  });
  return fresh;
}

// Things of `list` that one side took away and what is there now needs are put back.
void putBack(Json& list, const char* key, const std::set<std::string>& needed, const Json& from) {
  for (const Json& one : from) {
    const std::string name = placeOfKey(one[key]);
    const bool there = std::any_of(list.begin(), list.end(), [&](const Json& other) {
      return placeOfKey(other[key]) == name;
    });
    if (!there && needed.count(name) != 0) list.push_back(one);
  }
}

void putBackWhatIsNeeded(Json& json, const std::array<const Json*, 3>& sources) {
  std::set<std::string> sheets;
  std::set<std::string> kinds;
  std::set<std::string> roles;
  std::set<std::string> assets;
  for (const Json& asset : json["assets"]) {
    assets.insert(placeOfKey(asset["id"]));
    kinds.insert(placeOfKey(asset["kind"]));
    for (const Json& setting : asset.value("settings", Json::array())) {
      roles.insert(placeOfKey(setting["role"]));
    }
    for (const Json& frame : asset["frames"]) {
      sheets.insert(placeOfKey(frame["sheet"]));
      for (const Json& shape : frame["shapes"]) roles.insert(placeOfKey(shape["role"]));
    }
  }
  for (const Json* source : sources) {
    putBack(json["sheets"], "id", sheets, (*source)["sheets"]);
    putBack(json["kinds"], "name", kinds, (*source)["kinds"]);
  }
  for (const Json& kind : json["kinds"]) {
    for (const char* list : {"shapes", "settings"}) {
      for (const Json& one : kind.value(list, Json::array())) roles.insert(placeOfKey(one["role"]));
    }
  }
  for (const Json* source : sources) putBack(json["roles"], "name", roles, (*source)["roles"]);
  // A variant of a removed asset is released.
  for (Json& asset : json["assets"]) {
    if (asset.contains("variantOf") && assets.count(placeOfKey(asset["variantOf"])) == 0) {
      asset.erase("variantOf");
    }
  }
}

// The steps of a pointer.
std::vector<std::string> stepsOf(const std::string& place) {
  std::vector<std::string> steps;
  for (std::size_t i = 0; i < place.size(); ++i) {
    if (place[i] == '/') {
      steps.emplace_back();
    } else if (place[i] == '~' && i + 1 < place.size()) {
      steps.back() += place[++i] == '0' ? '~' : '/';
    } else if (!steps.empty()) {
      steps.back() += place[i];
    }
  }
  return steps;
}

// The element of a list that is known by that, or its end.
Json::iterator elementOf(Json& list, const std::string& name) {
  return std::find_if(list.begin(), list.end(), [&](const Json& one) {
    if (!one.is_object()) return false;
    for (const char* key : {"id", "role", "name"}) {
      if (one.contains(key)) return placeOfKey(one[key]) == name;
    }
    return false;
  });
}

// Sets, inserts or removes the value at the place; false if its owner does not exist.
bool put(Json& root, const std::vector<std::string>& steps, const std::string& text) {
  Json* owner = &root;
  for (std::size_t i = 0; i + 1 < steps.size(); ++i) {
    if (owner->is_array()) {
      const auto found = elementOf(*owner, steps[i]);
      if (found == owner->end()) return false;
      owner = &*found;
    } else {
      if (!owner->contains(steps[i])) return false;
      owner = &(*owner)[steps[i]];
    }
  }
  if (steps.empty()) return false;
  const std::string& last = steps.back();
  const Json value = text.empty() ? Json() : Json::parse(text, nullptr, false);
  if (value.is_discarded()) return false;
  if (!owner->is_array()) {
    if (text.empty()) {
      owner->erase(last);
    } else {
      (*owner)[last] = value;
    }
    return true;
  }
  const auto found = elementOf(*owner, last);
  if (text.empty()) {
    if (found != owner->end()) owner->erase(found);
  } else if (found == owner->end()) {
    owner->push_back(value);
  } else {
    *found = value;
  }
  return true;
}

}  // namespace

Result<Project> mergedProject(const Project& base, const Project& ours, const Project& theirs) {
  if (ours == base || ours == theirs) return theirs;
  if (theirs == base) return ours;
  // The sides have a canonical order, so that exchanging them makes no difference.
  const bool oursFirst = projectText(ours) <= projectText(theirs);
  const Project& first = oursFirst ? ours : theirs;
  Project second = oursFirst ? theirs : ours;
  if (const auto fresh = clashes(base, first, second); !fresh.empty()) {
    second = renumbered(std::move(second), fresh);
  }
  const auto was = groupedJson(base);
  const auto a = groupedJson(first);
  const auto b = groupedJson(second);
  for (const auto* json : {&was, &a, &b}) {
    if (!*json) return tl::unexpected(json->error());
  }
  MergedJson result = mergedJson(*was, *a, *b);
  Json merged = std::move(result.json);
  putBackWhatIsNeeded(merged, {&*was, &*a, &*b});
  auto project = projectOf(std::move(merged));
  if (!project) {
    return failure(ErrorCode::BadValue, "the two versions together do not make a valid project (" +
                                            project.error().sentence +
                                            "); use one file and repeat the changes of the other");
  }
  for (MergeConflict& conflict : result.conflicts) {
    if (!oursFirst) std::swap(conflict.ours, conflict.theirs);
    project->conflicts.push_back(std::move(conflict));
  }
  if (auto valid = validated(*project); !valid) return tl::unexpected(valid.error());
  return project;
}

Result<Project> withChoice(const Project& project, std::size_t index, MergeSide side) {
  const MergeConflict& conflict = project.conflicts[index];
  Project rest = project;
  rest.conflicts.erase(rest.conflicts.begin() + static_cast<std::ptrdiff_t>(index));
  auto grouped = groupedJson(rest);
  if (!grouped) return tl::unexpected(grouped.error());
  Json& json = *grouped;
  const std::string& text = side == MergeSide::Ours ? conflict.ours : conflict.theirs;
  if (!put(json, stepsOf(conflict.place), text)) {
    return failure(ErrorCode::BadValue,
                   conflict.place + " no longer exists; there is nothing to choose");
  }
  return projectOf(std::move(json));
}

}  // namespace amber

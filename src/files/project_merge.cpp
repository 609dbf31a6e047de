#include "files/project_merge.h"

#include <algorithm>
#include <map>
#include <nlohmann/json.hpp>
#include <set>
#include <unordered_set>

#include "core/project/valid_project.h"
#include "files/json_text.h"
#include "files/project_file.h"

namespace amber {
namespace {

// Something of the project's text, or nothing where a side does not have it.
using Maybe = std::optional<Json>;

// Members that are one thing, whatever they are made of.
constexpr std::array<std::string_view, 8> kWhole = {"stand", "steps",    "cut",   "recipe",
                                                    "key",   "pictures", "boxes", "shadows"};

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

Json groupedJson(const Project& project) {
  Json json = *jsonFrom(projectText(project), {});
  for (Json& asset : json["assets"]) {
    for (Json& frame : asset["frames"]) group(frame, "stand", {"origin", "originRule"});
    for (Json& animation : asset["animations"]) {
      group(animation, "steps", {"frames", "durationsMs"});
    }
  }
  return json;
}

Result<Project> projectOf(Json json) {
  for (Json& asset : json["assets"]) {
    for (Json& frame : asset["frames"]) ungroup(frame, "stand");
    for (Json& animation : asset["animations"]) ungroup(animation, "steps");
  }
  return projectFrom(jsonText(json), {});
}

// By what the elements of a list are known; empty for a list that is one thing.
std::string keyOf(const Json& list) {
  for (const char* key : {"id", "role", "name"}) {
    std::set<std::string> seen;
    const bool known = std::all_of(list.begin(), list.end(), [&](const Json& one) {
      return one.is_object() && one.contains(key) && seen.insert(one[key].dump()).second;
    });
    if (known) return key;
  }
  return {};
}

std::string placeText(const Json& key) {
  return key.is_string() ? key.get<std::string>() : key.dump();
}

// A step of a pointer, as RFC 6901 has it.
std::string escaped(const std::string& step) {
  std::string text;
  for (const char c : step) {
    if (c == '~') {
      text += "~0";
    } else if (c == '/') {
      text += "~1";
    } else {
      text += c;
    }
  }
  return text;
}

// Merges what two sides, the first and the second, made of a base.
class Merge {
 public:
  Maybe merged(const Maybe& base, const Maybe& first, const Maybe& second,
               const std::string& place) {
    if (first == second || second == base) return first;
    if (first == base) return second;
    if (first && second) {
      if (place == "/nextId") return std::max(*first, *second);
      if (place == "/expectations") return sets(base, *first, *second);
      if (auto both = members(base, *first, *second, place)) return both;
      if (auto both = elements(base, *first, *second, place)) return both;
    }
    conflicts_.push_back({place, textOf(first), textOf(second)});
    return base;
  }

  std::vector<MergeConflict> takeConflicts() { return std::move(conflicts_); }

 private:
  static std::string textOf(const Maybe& value) { return value ? value->dump() : std::string(); }

  static Maybe memberOf(const Maybe& owner, const std::string& key) {
    if (!owner || !owner->is_object() || !owner->contains(key)) return std::nullopt;
    return (*owner)[key];
  }

  // Objects are merged member by member.
  Maybe members(const Maybe& base, const Json& first, const Json& second,
                const std::string& place) {
    if (!first.is_object() || !second.is_object() || isWhole(first, place)) return std::nullopt;
    Json all = Json::object();
    for (const Json* side : {&first, &second}) {
      for (const auto& [key, value] : side->items()) {
        if (all.contains(key)) continue;
        auto one = merged(memberOf(base, key), memberOf(first, key), memberOf(second, key),
                          place + "/" + escaped(key));
        if (one) all[key] = std::move(*one);
      }
    }
    return all;
  }

  // A shape is one thing with its recipe.
  static bool isWhole(const Json& value, const std::string& place) {
    const std::string_view last = std::string_view(place).substr(place.find_last_of('/') + 1);
    return value.contains("geometry") ||
           std::find(kWhole.begin(), kWhole.end(), last) != kWhole.end();
  }

  using Elements = std::map<std::string, Json>;

  // Lists of things that are known by an id or a name are merged thing by thing.
  Maybe elements(const Maybe& base, const Json& first, const Json& second,
                 const std::string& place) {
    if (!first.is_array() || !second.is_array()) return std::nullopt;
    const Json none = Json::array();
    const Json& before = base && base->is_array() ? *base : none;
    const std::string key = keyOf(first.empty() ? second : first);
    if (key.empty() || (!second.empty() && keyOf(second) != key) ||
        (!before.empty() && keyOf(before) != key)) {
      return std::nullopt;
    }
    const Elements was = byKey(before, key);
    const Elements a = byKey(first, key);
    const Elements b = byKey(second, key);
    Json all = Json::array();
    const auto of = [](const Elements& side, const std::string& name) {
      const auto found = side.find(name);
      return found == side.end() ? Maybe() : Maybe(found->second);
    };
    for (const std::string& name : order(before, first, second, key)) {
      auto one = merged(of(was, name), of(a, name), of(b, name), place + "/" + escaped(name));
      if (one) all.push_back(std::move(*one));
    }
    return all;
  }

  static Elements byKey(const Json& list, const std::string& key) {
    Elements elements;
    for (const Json& one : list) elements.emplace(placeText(one[key]), one);
    return elements;
  }

  static std::vector<std::string> namesOf(const Json& list, const std::string& key) {
    std::vector<std::string> names;
    for (const Json& one : list) names.push_back(placeText(one[key]));
    return names;
  }

  // The order of all things: that of the side that moved some, else of the first; what only the
  // other has comes after what is before it there.
  static std::vector<std::string> order(const Json& base, const Json& first, const Json& second,
                                        const std::string& key) {
    const std::vector<std::string> was = namesOf(base, key);
    const auto kept = [&](const std::vector<std::string>& side) {
      const std::set<std::string> known(was.begin(), was.end());
      const std::set<std::string> here(side.begin(), side.end());
      std::vector<std::string> now;
      std::vector<std::string> then;
      for (const auto& name : side) {
        if (known.count(name) != 0) now.push_back(name);
      }
      for (const auto& name : was) {
        if (here.count(name) != 0) then.push_back(name);
      }
      return now == then;
    };
    std::vector<std::string> all = namesOf(first, key);
    std::vector<std::string> other = namesOf(second, key);
    if (kept(all) && !kept(other)) std::swap(all, other);
    // What one side took away, and a conflict may keep.
    insertMissing(all, other);
    insertMissing(all, was);
    return all;
  }

  static void insertMissing(std::vector<std::string>& all, const std::vector<std::string>& other) {
    std::set<std::string> known(all.begin(), all.end());
    for (std::size_t i = 0; i < other.size(); ++i) {
      if (!known.insert(other[i]).second) continue;
      const auto before = i == 0 ? all.end() : std::find(all.begin(), all.end(), other[i - 1]);
      all.insert(i == 0 ? all.begin() : before + 1, other[i]);
    }
  }

  // Sentences are known by what they say: added by either, or taken away by either.
  static Json sets(const Maybe& base, const Json& first, const Json& second) {
    const Json before = base ? *base : Json::array();
    const auto has = [](const Json& list, const Json& one) {
      return std::find(list.begin(), list.end(), one) != list.end();
    };
    Json all = Json::array();
    for (const Json& one : first) {
      if (has(second, one) || !has(before, one)) all.push_back(one);
    }
    for (const Json& one : second) {
      if (!has(first, one) && !has(before, one)) all.push_back(one);
    }
    return all;
  }

  std::vector<MergeConflict> conflicts_;
};

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

// The project with some ids given anew, wherever they are used.
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
    const std::string name = placeText(one[key]);
    const bool there = std::any_of(
        list.begin(), list.end(), [&](const Json& other) { return placeText(other[key]) == name; });
    if (!there && needed.count(name) != 0) list.push_back(one);
  }
}

void putBackWhatIsNeeded(Json& json, const std::array<const Json*, 3>& sources) {
  std::set<std::string> sheets;
  std::set<std::string> kinds;
  std::set<std::string> roles;
  std::set<std::string> assets;
  for (const Json& asset : json["assets"]) {
    assets.insert(placeText(asset["id"]));
    kinds.insert(placeText(asset["kind"]));
    for (const Json& setting : asset.value("settings", Json::array())) {
      roles.insert(placeText(setting["role"]));
    }
    for (const Json& frame : asset["frames"]) {
      sheets.insert(placeText(frame["sheet"]));
      for (const Json& shape : frame["shapes"]) roles.insert(placeText(shape["role"]));
    }
  }
  for (const Json* source : sources) {
    putBack(json["sheets"], "id", sheets, (*source)["sheets"]);
    putBack(json["kinds"], "name", kinds, (*source)["kinds"]);
  }
  for (const Json& kind : json["kinds"]) {
    for (const char* list : {"shapes", "settings"}) {
      for (const Json& one : kind.value(list, Json::array())) roles.insert(placeText(one["role"]));
    }
  }
  for (const Json* source : sources) putBack(json["roles"], "name", roles, (*source)["roles"]);
  // A variant of what is gone follows nobody.
  for (Json& asset : json["assets"]) {
    if (asset.contains("variantOf") && assets.count(placeText(asset["variantOf"])) == 0) {
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
      if (one.contains(key)) return placeText(one[key]) == name;
    }
    return false;
  });
}

// Sets, puts in or takes out what stands at the place; false where its owner is gone.
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
  // The sides have an order of their own, so that which is whose makes no difference.
  const bool oursFirst = projectText(ours) <= projectText(theirs);
  const Project& first = oursFirst ? ours : theirs;
  Project second = oursFirst ? theirs : ours;
  if (const auto fresh = clashes(base, first, second); !fresh.empty()) {
    second = renumbered(std::move(second), fresh);
  }
  const Json was = groupedJson(base);
  const Json a = groupedJson(first);
  const Json b = groupedJson(second);
  Merge merge;
  Json merged = *merge.merged(was, a, b, "");
  putBackWhatIsNeeded(merged, {&was, &a, &b});
  auto project = projectOf(std::move(merged));
  if (!project) {
    return failure(ErrorCode::BadValue, "what both did together makes no project (" +
                                            project.error().sentence +
                                            "); take one file and do the other's work again");
  }
  for (MergeConflict& conflict : merge.takeConflicts()) {
    if (!oursFirst) std::swap(conflict.ours, conflict.theirs);
    project->conflicts.push_back(std::move(conflict));
  }
  if (auto sound = validated(*project); !sound) return tl::unexpected(sound.error());
  return project;
}

Result<Project> withChoice(const Project& project, std::size_t index, MergeSide side) {
  const MergeConflict& conflict = project.conflicts[index];
  Project rest = project;
  rest.conflicts.erase(rest.conflicts.begin() + static_cast<std::ptrdiff_t>(index));
  Json json = groupedJson(rest);
  const std::string& text = side == MergeSide::Ours ? conflict.ours : conflict.theirs;
  if (!put(json, stepsOf(conflict.place), text)) {
    return failure(ErrorCode::BadValue,
                   conflict.place + " is no longer there; nothing is left to choose");
  }
  return projectOf(std::move(json));
}

}  // namespace amber

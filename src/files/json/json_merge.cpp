#include "files/json/json_merge.h"

#include <algorithm>
#include <array>
#include <map>
#include <nlohmann/json.hpp>
#include <optional>
#include <set>
#include <string_view>

namespace amber {
namespace {

// Something of the project's text, or nothing where a side does not have it.
using Maybe = std::optional<Json>;

// Members that are one thing, whatever they are made of.
constexpr std::array<std::string_view, 8> kWhole = {"stand", "steps",    "cut",   "recipe",
                                                    "key",   "pictures", "boxes", "shadows"};

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
    for (const Json& one : list) elements.emplace(placeOfKey(one[key]), one);
    return elements;
  }

  static std::vector<std::string> namesOf(const Json& list, const std::string& key) {
    std::vector<std::string> names;
    for (const Json& one : list) names.push_back(placeOfKey(one[key]));
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

  // Expectations are identified by their content: added by either side, or removed by either side.
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

}  // namespace

std::string placeOfKey(const Json& key) {
  return key.is_string() ? key.get<std::string>() : key.dump();
}

MergedJson mergedJson(const Json& base, const Json& first, const Json& second) {
  Merge merge;
  Json json = *merge.merged(base, first, second, "");
  return {std::move(json), merge.takeConflicts()};
}

}  // namespace amber

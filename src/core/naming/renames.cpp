#include "core/naming/renames.h"

#include <algorithm>
#include <map>
#include <set>
#include <tuple>

namespace amber {
namespace {

// What a thing is, whatever it is called; of what has no id, its name.
using ThingKey = std::tuple<NameSort, std::uint32_t, std::uint32_t, std::string>;

ThingKey keyOf(const NameEntry& entry) {
  switch (entry.sort) {
    case NameSort::Asset:
      return {entry.sort, entry.asset.value, 0, {}};
    case NameSort::Animation:
      return {entry.sort, entry.asset.value, entry.animation.value, {}};
    case NameSort::Frame:
      return {entry.sort, entry.asset.value, entry.frame.value, {}};
    default:
      return {entry.sort, entry.asset.value, 0, entry.name};
  }
}

// A name within what it has to be different from others': an asset for animations and mounts.
using NameKey = std::tuple<NameSort, std::uint32_t, std::string>;

NameKey nameKey(const NameEntry& entry, const std::string& name) {
  return {entry.sort, nameScope(entry), name};
}

// The edits that rename the frames of an asset that were called by the rule, so that they are
// again; but for those that are renamed otherwise.
std::vector<Edit> framesFollowing(const Project& before, const Project& after, AssetId id,
                                  const std::map<ThingKey, std::string>& renamed) {
  const Asset* old = findAsset(before, id);
  const Asset* fresh = findAsset(after, id);
  std::vector<Edit> edits;
  if (old == nullptr || fresh == nullptr) return edits;
  const std::vector<NameRow> was = frameNamesUnderCurrentAsset(before, *old);
  const std::vector<NameRow> is = frameNamesUnderCurrentAsset(after, *fresh);
  for (std::size_t i = 0; i < was.size() && i < is.size(); ++i) {
    if (!was[i].right() || is[i].right()) continue;
    if (renamed.count({NameSort::Frame, id.value, is[i].frame.value, {}}) != 0) continue;
    edits.emplace_back(Rename{id, {}, is[i].frame, is[i].proposed});
  }
  return edits;
}

// Refuses edits by which frames that follow get the name of another frame.
Result<void> newlyShared(const Project& project, const std::vector<Edit>& edits) {
  const auto after = withEdits(project, edits);
  if (!after) return tl::unexpected(after.error());
  std::set<std::string> before;
  for (const SharedName& shared : sharedNames(project)) before.insert(shared.name);
  for (const SharedName& shared : sharedNames(after->project)) {
    if (before.count(shared.name) != 0) continue;
    const Asset* first = findAsset(after->project, shared.rows[0].asset);
    const Asset* second = findAsset(after->project, shared.rows[1].asset);
    return failure(ErrorCode::BadValue, "a frame of \"" + first->name + "\" and one of \"" +
                                            second->name + "\" would both get the name \"" +
                                            shared.name + "\"; choose another name");
  }
  return {};
}

// The edit that calls a thing by another name than it has, which may not be the entry's any more.
Edit renaming(const NameEntry& entry, const std::string& from, const std::string& to) {
  switch (entry.sort) {
    case NameSort::Asset:
    case NameSort::Animation:
    case NameSort::Frame:
      break;
    case NameSort::Mount:
      return RenameMount{entry.asset, from, to};
    case NameSort::Role:
      return RenameRole{from, to};
    case NameSort::Layer:
      return RenameLayer{from, to};
    case NameSort::Kind:
      return RenameKind{from, to};
  }
  return Rename{entry.asset, entry.animation, entry.frame, to};
}

std::string sortWord(NameSort sort) {
  return std::string(kNameSortWords[static_cast<std::size_t>(sort)]);
}

// Everything of the name, of one sort.
Result<std::vector<NameEntry>> targetsOf(const std::vector<NameEntry>& entries,
                                         const RenameRequest& wish) {
  std::vector<NameEntry> targets;
  std::set<NameSort> sorts;
  for (const NameEntry& entry : entries) {
    if (entry.name != wish.from || (wish.sort && entry.sort != *wish.sort)) continue;
    targets.push_back(entry);
    sorts.insert(entry.sort);
  }
  if (targets.empty()) {
    return failure(ErrorCode::UnknownTarget, "nothing has the name \"" + wish.from + "\"");
  }
  if (sorts.size() > 1) {
    return failure(ErrorCode::BadValue,
                   "\"" + wish.from + "\" is the name of things of several types; " +
                       "add the type, for example " + sortWord(*sorts.begin()) + ":" + wish.from +
                       "=" + wish.to);
  }
  return targets;
}

}  // namespace

Result<RenameRequest> renameRequestFrom(std::string_view text) {
  RenameRequest wish;
  const std::size_t equals = text.find('=');
  std::string_view from = text.substr(0, equals);
  if (const std::size_t colon = from.find(':'); colon != std::string_view::npos) {
    const std::string_view word = from.substr(0, colon);
    const auto* found = std::find(kNameSortWords.begin(), kNameSortWords.end(), word);
    if (found == kNameSortWords.end()) {
      return failure(ErrorCode::BadValue, "\"" + std::string(word) +
                                              "\" is not a type of name. Types are asset, "
                                              "animation, frame, mount, role, layer and kind");
    }
    wish.sort = static_cast<NameSort>(found - kNameSortWords.begin());
    from.remove_prefix(colon + 1);
  }
  wish.from = from;
  if (equals == std::string_view::npos || from.empty() || equals + 1 == text.size()) {
    return failure(
        ErrorCode::BadValue,
        "\"" + std::string(text) + "\" is not a valid rename. Write FROM=TO or TYPE:FROM=TO");
  }
  wish.to = text.substr(equals + 1);
  return wish;
}

Result<std::vector<Edit>> renameEdits(const Project& project,
                                      const std::vector<ThingRename>& renames) {
  std::map<ThingKey, std::string> renamed;
  for (const ThingRename& rename : renames) renamed[keyOf(rename.thing)] = rename.to;
  // Whether names are free is asked of how all will be called, so that two may change places.
  std::map<NameKey, int> after;
  std::set<NameKey> before;
  std::set<ThingKey> things;
  for (const NameEntry& entry : namesBy(project)) {
    const auto found = renamed.find(keyOf(entry));
    ++after[nameKey(entry, found == renamed.end() ? entry.name : found->second)];
    before.insert(nameKey(entry, entry.name));
    if (found != renamed.end()) things.insert(found->first);
  }
  std::vector<Edit> edits;
  std::vector<Edit> last;
  for (const ThingRename& rename : renames) {
    const NameEntry& thing = rename.thing;
    if (things.count(keyOf(thing)) == 0) {
      return failure(ErrorCode::UnknownTarget,
                     "the thing named \"" + thing.name + "\" no longer exists");
    }
    if (rename.to == thing.name) continue;
    if (after[nameKey(thing, rename.to)] > 1) {
      return failure(ErrorCode::BadValue, "\"" + rename.to + "\" is the name of another " +
                                              sortWord(thing.sort) + " already");
    }
    // If a new name is still used by another thing, a temporary unused name is set first.
    if (before.count(nameKey(thing, rename.to)) == 0) {
      edits.push_back(renaming(thing, thing.name, rename.to));
      continue;
    }
    std::string waiting = "waiting_" + std::to_string(last.size());
    while (before.count(nameKey(thing, waiting)) != 0) waiting += "_";
    edits.push_back(renaming(thing, thing.name, waiting));
    last.push_back(renaming(thing, waiting, rename.to));
  }
  edits.insert(edits.end(), last.begin(), last.end());
  std::set<AssetId> followed;
  for (const ThingRename& rename : renames) {
    const NameSort sort = rename.thing.sort;
    if (sort == NameSort::Asset || sort == NameSort::Animation) followed.insert(rename.thing.asset);
  }
  if (followed.empty()) return edits;
  const auto applied = withEdits(project, edits);
  if (!applied) return tl::unexpected(applied.error());
  for (const AssetId id : followed) {
    for (Edit& edit : framesFollowing(project, applied->project, id, renamed)) {
      edits.push_back(std::move(edit));
    }
  }
  if (const auto twice = newlyShared(project, edits); !twice) {
    return tl::unexpected(twice.error());
  }
  return edits;
}

Result<std::vector<Edit>> renameEdits(const Project& project,
                                      const std::vector<RenameRequest>& wishes) {
  const std::vector<NameEntry> entries = namesBy(project);
  std::vector<ThingRename> renames;
  std::set<ThingKey> once;
  for (const RenameRequest& wish : wishes) {
    auto targets = targetsOf(entries, wish);
    if (!targets) return tl::unexpected(targets.error());
    for (NameEntry& target : *targets) {
      if (!once.insert(keyOf(target)).second) {
        return failure(ErrorCode::BadValue, "\"" + wish.from + "\" is renamed twice");
      }
      renames.push_back({std::move(target), wish.to});
    }
  }
  return renameEdits(project, renames);
}

std::vector<std::pair<std::string, std::string>> renamesBetween(
    const std::vector<NameEntry>& before, const std::vector<NameEntry>& after) {
  std::map<ThingKey, std::string> known;
  std::map<std::pair<NameSort, std::uint32_t>, std::vector<std::string>> listed;
  const auto hasId = [](const NameEntry& entry) { return std::get<3>(keyOf(entry)).empty(); };
  for (const NameEntry& entry : before) {
    if (hasId(entry)) {
      known[keyOf(entry)] = entry.name;
    } else {
      listed[{entry.sort, entry.asset.value}].push_back(entry.name);
    }
  }
  std::map<std::pair<NameSort, std::uint32_t>, std::vector<std::string>> fresh;
  std::vector<std::pair<std::string, std::string>> renames;
  const auto add = [&](const std::string& from, const std::string& to) {
    std::pair<std::string, std::string> rename(from, to);
    if (from == to || std::find(renames.begin(), renames.end(), rename) != renames.end()) return;
    renames.push_back(std::move(rename));
  };
  for (const NameEntry& entry : after) {
    if (!hasId(entry)) {
      fresh[{entry.sort, entry.asset.value}].push_back(entry.name);
      continue;
    }
    const auto old = known.find(keyOf(entry));
    if (old != known.end()) add(old->second, entry.name);
  }
  for (const auto& [owner, names] : fresh) {
    const std::vector<std::string>& old = listed[owner];
    for (std::size_t i = 0; old.size() == names.size() && i < names.size(); ++i) {
      add(old[i], names[i]);
    }
  }
  return renames;
}

}  // namespace amber

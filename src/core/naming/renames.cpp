#include "core/naming/renames.h"

#include <algorithm>
#include <map>
#include <set>

namespace amber {
namespace {

// The edits that rename the frames of an asset that were called by the rule, so that they are
// again.
std::vector<Edit> framesFollowing(const Project& before, const Project& after, AssetId id) {
  const Asset* old = findAsset(before, id);
  const Asset* fresh = findAsset(after, id);
  std::vector<Edit> edits;
  if (old == nullptr || fresh == nullptr) return edits;
  const std::vector<NameRow> was = frameNamesUnderCurrentAsset(before, *old);
  const std::vector<NameRow> is = frameNamesUnderCurrentAsset(after, *fresh);
  for (std::size_t i = 0; i < was.size() && i < is.size(); ++i) {
    if (was[i].right() && !is[i].right()) {
      edits.emplace_back(Rename{id, {}, is[i].frame, is[i].proposed});
    }
  }
  return edits;
}

std::vector<Edit> mountEdits(const Project& project, const std::string& from,
                             const std::string& to) {
  std::vector<Edit> edits;
  for (const auto& asset : project.assets) {
    for (const Frame& frame : asset->frames) {
      const Mount* mount = findMount(frame, from);
      if (mount == nullptr) continue;
      edits.emplace_back(DropMount{asset->id, frame.id, from});
      edits.emplace_back(PutMount{asset->id, frame.id, {to, mount->at}});
    }
  }
  return edits;
}

std::vector<Edit> plainEdits(const Project& project, const NameEntry& entry,
                             const std::string& to) {
  switch (entry.sort) {
    case NameSort::Asset:
    case NameSort::Animation:
    case NameSort::Frame:
      return {Rename{entry.asset, entry.animation, entry.frame, to}};
    case NameSort::Mount:
      return mountEdits(project, entry.name, to);
    case NameSort::Role:
      return {RenameRole{entry.name, to}};
    case NameSort::Layer:
      return {RenameLayer{entry.name, to}};
    case NameSort::Kind:
      return {RenameKind{entry.name, to}};
  }
  return {};
}

std::string sortWord(NameSort sort) {
  return std::string(kNameSortWords[static_cast<std::size_t>(sort)]);
}

// Everything of the name, of one sort.
Result<std::vector<NameEntry>> targetsOf(const std::vector<NameEntry>& entries,
                                         const RenameWish& wish) {
  std::vector<NameEntry> targets;
  std::set<NameSort> sorts;
  for (const NameEntry& entry : entries) {
    if (entry.name != wish.from || (wish.sort && entry.sort != *wish.sort)) continue;
    targets.push_back(entry);
    sorts.insert(entry.sort);
  }
  if (targets.empty()) {
    return failure(ErrorCode::UnknownTarget, "nothing is called \"" + wish.from + "\"");
  }
  if (sorts.size() > 1) {
    return failure(ErrorCode::BadValue, "\"" + wish.from +
                                            "\" is the name of more than one sort; " +
                                            "say which, such as " + sortWord(*sorts.begin()) + ":" +
                                            wish.from + "=" + wish.to);
  }
  // A mount is renamed wherever it is: once.
  if (*sorts.begin() == NameSort::Mount) targets.resize(1);
  return targets;
}

}  // namespace

Result<RenameWish> renameWishFrom(std::string_view text) {
  RenameWish wish;
  const std::size_t equals = text.find('=');
  std::string_view from = text.substr(0, equals);
  if (const std::size_t colon = from.find(':'); colon != std::string_view::npos) {
    const std::string_view word = from.substr(0, colon);
    const auto* found = std::find(kNameSortWords.begin(), kNameSortWords.end(), word);
    if (found == kNameSortWords.end()) {
      return failure(ErrorCode::BadValue, "\"" + std::string(word) +
                                              "\" is no sort; there are asset, animation, frame, "
                                              "mount, role, layer and kind");
    }
    wish.sort = static_cast<NameSort>(found - kNameSortWords.begin());
    from.remove_prefix(colon + 1);
  }
  wish.from = from;
  if (equals == std::string_view::npos || from.empty() || equals + 1 == text.size()) {
    return failure(ErrorCode::BadValue,
                   "\"" + std::string(text) + "\" is no rename; write FROM=TO or SORT:FROM=TO");
  }
  wish.to = text.substr(equals + 1);
  return wish;
}

Result<std::vector<Edit>> renameEdits(const Project& project,
                                      const std::vector<RenameWish>& wishes) {
  std::vector<Edit> all;
  Project now = project;
  const auto perform = [&](const std::vector<Edit>& edits) -> Result<void> {
    auto applied = withEdits(now, edits);
    if (!applied) return tl::unexpected(applied.error());
    now = std::move(applied->project);
    all.insert(all.end(), edits.begin(), edits.end());
    return {};
  };
  for (const RenameWish& wish : wishes) {
    const std::vector<NameEntry> entries = nameEntries(now);
    const auto targets = targetsOf(entries, wish);
    if (!targets) return tl::unexpected(targets.error());
    const NameSort sort = targets->front().sort;
    for (const NameEntry& entry : entries) {
      const bool own = sort == NameSort::Animation || sort == NameSort::Mount;
      const bool beside = std::any_of(targets->begin(), targets->end(), [&](const NameEntry& one) {
        return !own || one.asset == entry.asset;
      });
      if (entry.sort == sort && entry.name == wish.to && beside) {
        return failure(ErrorCode::BadValue,
                       "\"" + wish.to + "\" is the name of another " + sortWord(sort) + " already");
      }
    }
    // What follows is done to `now`, which the linter does not see.
    const Project before = now;  // NOLINT(performance-unnecessary-copy-initialization)
    for (const NameEntry& target : *targets) {
      const auto done = perform(plainEdits(now, target, wish.to));
      if (!done) return tl::unexpected(done.error());
    }
    if (sort != NameSort::Asset && sort != NameSort::Animation) continue;
    for (const NameEntry& target : *targets) {
      const auto done = perform(framesFollowing(before, now, target.asset));
      if (!done) return tl::unexpected(done.error());
    }
  }
  return all;
}

std::vector<std::pair<std::string, std::string>> renamesBetween(
    const std::vector<NameEntry>& before, const std::vector<NameEntry>& after) {
  std::vector<std::pair<std::string, std::string>> renames;
  // Edits of names keep the order of what they name, and add and remove nothing.
  for (std::size_t i = 0; i < before.size() && i < after.size(); ++i) {
    if (before[i].name != after[i].name) renames.emplace_back(before[i].name, after[i].name);
  }
  return renames;
}

}  // namespace amber

#include "core/naming/name_family.h"

#include <algorithm>
#include <array>
#include <map>
#include <unordered_map>
#include <unordered_set>

#include "core/base/letters.h"

namespace amber {
namespace {

// The gravest first; what a change of the convention makes of all names last.
constexpr std::array kOrder = {NameFault::Shared, NameFault::Near,  NameFault::Reserved,
                               NameFault::Case,   NameFault::File,  NameFault::Lookalike,
                               NameFault::Long,   NameFault::Clash, NameFault::Pattern};

bool holds(const std::string& name, const std::string& filter) {
  if (filter.empty()) return true;
  const auto at = std::search(name.begin(), name.end(), filter.begin(), filter.end(),
                              [](char a, char b) { return toSmall(a) == toSmall(b); });
  return at != name.end();
}

// The entries of an asset, by what they name.
struct AssetNames {
  std::size_t asset = 0;
  std::vector<std::size_t> animations;
  std::unordered_map<FrameId, std::size_t> frames;
  std::vector<std::size_t> mounts;
};

class Family {
 public:
  Family(const Project& project, const std::vector<NameEntry>& entries, const FamilyChoice& view)
      : project_(project), entries_(entries), view_(view) {}

  std::vector<FamilyRow> rows() && {
    for (const NameFault fault : kOrder) addFault(fault);
    gather();
    for (const Kind& kind : project_.kinds) addKind(kind.name);
    std::unordered_set<std::string_view> known;
    for (const Kind& kind : project_.kinds) known.insert(kind.name);
    std::set<std::string> others;
    for (const auto& asset : project_.assets) {
      if (known.count(asset->kind) == 0) others.insert(asset->kind);
    }
    for (const std::string& kind : others) addKind(kind);
    addPlain(NameSort::Role, "roles");
    addPlain(NameSort::Layer, "layers");
    return std::move(rows_);
  }

 private:
  bool wanted(std::size_t entry) const { return holds(entries_[entry].name, view_.filter); }

  void addFault(NameFault fault) {
    const std::size_t head = rows_.size();
    for (std::size_t i = 0; i < entries_.size(); ++i) {
      if (!entries_[i].has(fault) || !wanted(i)) continue;
      if (rows_.size() == head) {
        rows_.push_back({FamilyRow::Sort::Fault, 0, fault, true, 0, std::string(faultTitle(fault)),
                         0, false, false});
      }
      rows_.push_back({FamilyRow::Sort::Name, 1, fault, true, i});
    }
    if (rows_.size() > head) rows_[head].count = static_cast<int>(rows_.size() - head - 1);
  }

  void gather() {
    for (std::size_t i = 0; i < entries_.size(); ++i) {
      const NameEntry& entry = entries_[i];
      AssetNames& names = assets_[entry.asset];
      switch (entry.sort) {
        case NameSort::Asset:
          names.asset = i;
          break;
        case NameSort::Animation:
          names.animations.push_back(i);
          break;
        case NameSort::Frame:
          names.frames.emplace(entry.frame, i);
          break;
        case NameSort::Mount:
          names.mounts.push_back(i);
          break;
        default:
          break;
      }
    }
  }

  FamilyRow heading(const std::string& title) const {
    FamilyRow row;
    row.sort = FamilyRow::Sort::Heading;
    row.title = title;
    return row;
  }

  void addKind(const std::string& kind) {
    const std::size_t head = rows_.size();
    rows_.push_back(heading(kind));
    int count = 0;
    for (const auto& asset : project_.assets) {
      if (asset->kind != kind) continue;
      ++count;
      addAsset(*asset);
    }
    rows_[head].count = count;
    if (rows_.size() == head + 1) rows_.pop_back();
  }

  void addAsset(const Asset& asset) {
    const AssetNames& names = assets_[asset.id];
    const std::size_t head = rows_.size();
    FamilyRow row{FamilyRow::Sort::Name, 1, {}, false, names.asset};
    row.opens = !asset.animations.empty() || !asset.frames.empty();
    row.open = view_.assets.count(asset.id) != 0 || !view_.filter.empty();
    rows_.push_back(row);
    if (row.open) {
      std::unordered_set<FrameId> shown;
      for (const std::size_t animation : names.animations) {
        addAnimation(asset, names, animation, shown);
      }
      for (const Frame& frame : asset.frames) {
        if (shown.insert(frame.id).second) addLeaf(2, names.frames.at(frame.id));
      }
      for (const std::size_t mount : names.mounts) addLeaf(2, mount);
    }
    const bool found = rows_.size() > head + 1 || wanted(names.asset);
    if (!view_.filter.empty() && !found) rows_.pop_back();
  }

  void addAnimation(const Asset& asset, const AssetNames& names, std::size_t entry,
                    std::unordered_set<FrameId>& shown) {
    const Animation* animation = findAnimation(asset, entries_[entry].animation);
    if (animation == nullptr) return;
    const std::size_t head = rows_.size();
    FamilyRow row{FamilyRow::Sort::Name, 2, {}, false, entry};
    row.opens = true;
    row.open = view_.animations.count(animation->id) != 0 || !view_.filter.empty();
    rows_.push_back(row);
    for (const Step& step : animation->steps) {
      // Each frame once, at the first animation that shows it: it is named after that.
      if (!shown.insert(step.frame).second || !row.open) continue;
      const auto frame = names.frames.find(step.frame);
      if (frame != names.frames.end()) addLeaf(3, frame->second);
    }
    const bool found = rows_.size() > head + 1 || wanted(entry);
    if (!view_.filter.empty() && !found) rows_.pop_back();
  }

  void addLeaf(int depth, std::size_t entry) {
    if (wanted(entry)) rows_.push_back({FamilyRow::Sort::Name, depth, {}, false, entry});
  }

  void addPlain(NameSort sort, const std::string& title) {
    const std::size_t head = rows_.size();
    rows_.push_back(heading(title));
    for (std::size_t i = 0; i < entries_.size(); ++i) {
      if (entries_[i].sort == sort) addLeaf(1, i);
    }
    rows_[head].count = static_cast<int>(rows_.size() - head - 1);
    if (rows_[head].count == 0) rows_.pop_back();
  }

  const Project& project_;
  const std::vector<NameEntry>& entries_;
  const FamilyChoice& view_;
  std::map<AssetId, AssetNames> assets_;
  std::vector<FamilyRow> rows_;
};

}  // namespace

std::vector<FamilyRow> familyRows(const Project& project, const std::vector<NameEntry>& entries,
                                  const FamilyChoice& view) {
  return Family(project, entries, view).rows();
}

std::string_view faultTitle(NameFault fault) {
  switch (fault) {
    case NameFault::Pattern:
      return "Does not follow the convention";
    case NameFault::Shared:
      return "Same name twice";
    case NameFault::Case:
      return "Differs only by case or separators";
    case NameFault::Reserved:
      return "Reserved word";
    case NameFault::Clash:
      return "Name of something of another type";
    case NameFault::Long:
      return "Too long";
    case NameFault::File:
      return "Not valid as a file name";
    case NameFault::Lookalike:
      return "Confusable letters";
    case NameFault::Near:
      return "Possible typo";
  }
  return {};
}

std::string faultNote(const NameEntry& entry, NameFault fault) {
  switch (fault) {
    case NameFault::Near:
      return "one letter from " + entry.near;
    case NameFault::Reserved:
      return "reserved word";
    case NameFault::Lookalike:
      return "confusable letters";
    default:
      return {};
  }
}

std::vector<const Frame*> framesShowing(const Project& project, const NameEntry& entry,
                                        std::size_t most) {
  std::vector<const Frame*> frames;
  const Asset* asset = findAsset(project, entry.asset);
  if (asset == nullptr) return frames;
  const auto add = [&](const Frame* frame) {
    if (frame != nullptr && frames.size() < most) frames.push_back(frame);
  };
  if (entry.frame) {
    add(findFrame(*asset, entry.frame));
  } else if (entry.animation) {
    const Animation* animation = findAnimation(*asset, entry.animation);
    for (std::size_t i = 0; animation != nullptr && i < animation->steps.size(); ++i) {
      if (frames.size() == most) break;
      add(findFrame(*asset, animation->steps[i].frame));
    }
  } else {
    for (std::size_t i = 0; i < asset->frames.size() && i < most; ++i) add(&asset->frames[i]);
  }
  return frames;
}

}  // namespace amber

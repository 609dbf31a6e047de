#include "core/naming/name_table.h"

#include <map>
#include <unordered_map>
#include <unordered_set>

#include "core/base/snake_case.h"

namespace amber {
namespace {

bool startsWith(std::string_view text, std::string_view start) {
  return text.substr(0, start.size()) == start;
}

// Names that are taken, as views of the rows that hold them.
using Taken = std::unordered_set<std::string_view>;

// Makes the row's proposed name one that nobody has yet, by the least number from 2 up, and takes
// it. Requires: the row does not move afterwards.
void takeUnique(NameRow& row, Taken& taken) {
  if (taken.insert(row.proposed).second) return;
  const std::string base = row.proposed;
  for (int number = 2;; ++number) {
    std::string candidate = base + "_" + std::to_string(number);
    if (taken.count(candidate) != 0) continue;
    row.proposed = std::move(candidate);
    taken.insert(row.proposed);
    return;
  }
}

std::string reasonFor(std::string_view current, std::string_view proposed,
                      std::string_view prefix) {
  if (current == proposed) return {};
  if (!isSnakeCase(current)) return "is not in snake_case";
  if (!prefix.empty() && !startsWith(current, std::string(prefix) + "_")) {
    return "lacks the prefix " + std::string(prefix) + "_";
  }
  return prefix.empty() ? "asset, animation or number differs" : "is the name of another asset too";
}

// Where a frame is first shown.
struct Showing {
  const Animation* animation = nullptr;
  int place = 0;
};

std::unordered_map<FrameId, Showing> firstShowings(const Asset& asset) {
  std::unordered_map<FrameId, Showing> showings;
  for (const Animation& animation : asset.animations) {
    int place = 0;
    for (const Step& step : animation.steps) {
      // A frame that is repeated takes no second number.
      if (showings.emplace(step.frame, Showing{&animation, place}).second) ++place;
    }
  }
  return showings;
}

void addFrames(const NamingRule& rule, const Asset& asset, const std::string& assetName,
               const std::unordered_map<AnimationId, std::string>& animationNames, Taken& taken,
               std::vector<NameRow>& rows) {
  const auto showings = firstShowings(asset);
  int loose = 0;
  for (const Frame& frame : asset.frames) {
    const auto showing = showings.find(frame.id);
    NameRow& row = rows.emplace_back(NameRow{asset.id, {}, frame.id, frame.name, {}, {}});
    row.proposed =
        showing == showings.end()
            ? frameNameFor(rule, assetName, kLooseFrames, loose++)
            : frameNameFor(rule, assetName, animationNames.at(showing->second.animation->id),
                           showing->second.place);
    takeUnique(row, taken);
    row.reason = reasonFor(row.current, row.proposed, {});
  }
}

std::unordered_map<AnimationId, std::string> addAnimations(const Asset& asset,
                                                           std::vector<NameRow>& rows) {
  std::unordered_map<AnimationId, std::string> names;
  Taken taken;
  for (const Animation& animation : asset.animations) {
    NameRow& row = rows.emplace_back(
        NameRow{asset.id, animation.id, {}, animation.name, snakeCase(animation.name), {}});
    takeUnique(row, taken);
    if (!row.right()) {
      row.reason = isSnakeCase(animation.name) ? "is the name of another animation of the asset"
                                               : "is not in snake_case";
    }
    names[animation.id] = row.proposed;
  }
  return names;
}

void addAsset(const Project& project, const Asset& asset, Taken& taken,
              std::vector<NameRow>& rows) {
  const Kind* kind = findKind(project, asset.kind);
  NameRow& row = rows.emplace_back(NameRow{asset.id, {}, {}, asset.name, {}, {}});
  row.proposed = kind == nullptr ? snakeCase(asset.name) : assetNameFor(project, *kind, asset.name);
  takeUnique(row, taken);
  row.reason = reasonFor(row.current, row.proposed, kind == nullptr ? "" : kind->prefix);
}

}  // namespace

std::string assetNameFor(const Project& project, const Kind& kind, std::string_view base) {
  std::string plain = snakeCase(base);
  const std::string own = kind.prefix + "_";
  if (startsWith(plain, own) && plain.size() > own.size()) return plain;
  for (const Kind& other : project.kinds) {
    const std::string start = other.prefix + "_";
    if (startsWith(plain, start) && plain.size() > start.size()) {
      plain.erase(0, start.size());
      break;
    }
  }
  return own + plain;
}

std::string frameNameFor(const NamingRule& rule, std::string_view asset, std::string_view animation,
                         int place) {
  std::string number = std::to_string(place + rule.firstNumber);
  const auto digits = static_cast<std::size_t>(rule.digits);
  if (number.size() < digits) number.insert(0, digits - number.size(), '0');
  std::string name;
  name.reserve(asset.size() + animation.size() + number.size() + 2);
  name.append(asset).append("_").append(animation).append("_").append(number);
  return name;
}

std::vector<NameRow> nameTable(const Project& project) {
  std::size_t count = 0;
  for (const auto& asset : project.assets) {
    count += 1 + asset->animations.size() + asset->frames.size();
  }
  std::vector<NameRow> rows;
  rows.reserve(count);  // rows must not move: names that are taken are views of them
  Taken assets;
  Taken frames;
  frames.reserve(count);
  for (const auto& asset : project.assets) {
    addAsset(project, *asset, assets, rows);
    const std::string assetName = rows.back().proposed;
    const auto animations = addAnimations(*asset, rows);
    addFrames(project.naming, *asset, assetName, animations, frames, rows);
  }
  return rows;
}

std::vector<NameRow> frameNamesUnderCurrentAsset(const Project& project, const Asset& asset) {
  std::unordered_map<AnimationId, std::string> animations;
  for (const Animation& animation : asset.animations) animations[animation.id] = animation.name;
  Taken taken;
  std::vector<NameRow> rows;
  rows.reserve(asset.frames.size());
  addFrames(project.naming, asset, asset.name, animations, taken, rows);
  return rows;
}

std::vector<Edit> renamesFor(const std::vector<NameRow>& rows) {
  std::vector<Edit> edits;
  for (const NameRow& row : rows) {
    if (!row.right()) edits.emplace_back(Rename{row.asset, row.animation, row.frame, row.proposed});
  }
  return edits;
}

std::vector<SharedName> sharedNames(const Project& project) {
  std::map<std::string, std::vector<NameRow>> assets;
  std::map<std::string, std::vector<NameRow>> frames;
  for (const auto& asset : project.assets) {
    assets[asset->name].push_back({asset->id, {}, {}, asset->name, {}, {}});
    for (const Frame& frame : asset->frames) {
      frames[frame.name].push_back({asset->id, {}, frame.id, frame.name, {}, {}});
    }
  }
  std::vector<SharedName> shared;
  for (auto* names : {&assets, &frames}) {
    for (auto& [name, rows] : *names) {
      if (rows.size() > 1) shared.push_back({name, std::move(rows)});
    }
  }
  return shared;
}

}  // namespace amber

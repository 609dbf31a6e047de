#include "core/naming/name_table.h"

#include <map>
#include <unordered_map>
#include <unordered_set>

#include "core/naming/snake_case.h"

namespace amber {
namespace {

bool startsWith(std::string_view text, std::string_view start) {
  return text.substr(0, start.size()) == start;
}

// The name, or the name with the least number from 2 up that nobody has yet.
std::string unique(const std::string& name, std::unordered_set<std::string>& taken) {
  std::string candidate = name;
  for (int number = 2; !taken.insert(candidate).second; ++number) {
    candidate = name + "_" + std::to_string(number);
  }
  return candidate;
}

std::string reasonFor(std::string_view current, std::string_view proposed,
                      std::string_view prefix) {
  if (current == proposed) return {};
  if (!isSnakeCase(current)) return "is not in snake_case";
  if (!prefix.empty() && !startsWith(current, std::string(prefix) + "_")) {
    return "lacks the prefix " + std::string(prefix) + "_";
  }
  return prefix.empty() ? "does not follow its asset, animation and number"
                        : "is the name of another asset too";
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
               const std::unordered_map<AnimationId, std::string>& animationNames,
               std::unordered_set<std::string>& taken, std::vector<NameRow>& rows) {
  const auto showings = firstShowings(asset);
  int loose = 0;
  for (const Frame& frame : asset.frames) {
    const auto showing = showings.find(frame.id);
    const std::string name =
        showing == showings.end()
            ? frameNameFor(rule, assetName, kLooseFrames, loose++)
            : frameNameFor(rule, assetName, animationNames.at(showing->second.animation->id),
                           showing->second.place);
    NameRow row{asset.id, {}, frame.id, frame.name, unique(name, taken), {}};
    row.reason = reasonFor(row.current, row.proposed, {});
    rows.push_back(std::move(row));
  }
}

std::unordered_map<AnimationId, std::string> addAnimations(const Asset& asset,
                                                           std::vector<NameRow>& rows) {
  std::unordered_map<AnimationId, std::string> names;
  std::unordered_set<std::string> taken;
  for (const Animation& animation : asset.animations) {
    NameRow row{asset.id, animation.id, {}, animation.name, {}, {}};
    row.proposed = unique(snakeCase(animation.name), taken);
    if (!row.right()) {
      row.reason = isSnakeCase(animation.name) ? "is the name of another animation of the asset"
                                               : "is not in snake_case";
    }
    names[animation.id] = row.proposed;
    rows.push_back(std::move(row));
  }
  return names;
}

NameRow assetRow(const Project& project, const Asset& asset,
                 std::unordered_set<std::string>& taken) {
  const Kind* kind = findKind(project, asset.kind);
  const std::string wanted =
      kind == nullptr ? snakeCase(asset.name) : assetNameFor(project, *kind, asset.name);
  NameRow row{asset.id, {}, {}, asset.name, unique(wanted, taken), {}};
  row.reason = reasonFor(row.current, row.proposed, kind == nullptr ? "" : kind->prefix);
  return row;
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
  return std::string(asset) + "_" + std::string(animation) + "_" + number;
}

std::vector<NameRow> nameTable(const Project& project) {
  std::vector<NameRow> rows;
  std::unordered_set<std::string> assets;
  std::unordered_set<std::string> frames;
  for (const auto& asset : project.assets) {
    rows.push_back(assetRow(project, *asset, assets));
    const std::string assetName = rows.back().proposed;
    const auto animations = addAnimations(*asset, rows);
    addFrames(project.naming, *asset, assetName, animations, frames, rows);
  }
  return rows;
}

std::vector<NameRow> frameNamesUnderCurrentAsset(const Project& project, const Asset& asset) {
  std::unordered_map<AnimationId, std::string> animations;
  for (const Animation& animation : asset.animations) animations[animation.id] = animation.name;
  std::unordered_set<std::string> taken;
  std::vector<NameRow> rows;
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

#include "core/layers/fixes/change_draft.h"

#include <algorithm>
#include <map>
#include <set>

#include "core/base/words.h"
#include "core/project/words.h"

namespace amber {
namespace {

LayerSet with(LayerSet set, LayerSet more, LayerSet less) {
  return (set | more) & ~less;
}

void apply(const SettingChange& change, ParticipantSettings& settings, bool duty, bool on,
           bool seeks) {
  if (duty && change.duty) settings.duty = *change.duty;
  if (on) settings.on = with(settings.on, change.onMore, change.onLess);
  if (seeks) settings.seeks = with(settings.seeks, change.seeksMore, change.seeksLess);
}

// A kind's or role's place where a change is written.
struct Target {
  std::string kind;  // Empty for the role itself.
  std::string role;

  auto operator<=>(const Target&) const = default;
};

std::set<Target> targetsOf(const SettingChange& change, ChangeLevel level,
                           const ParticipantClasses& alike) {
  std::set<Target> targets;
  eachOf(change.participants, [&](std::size_t i) {
    const Participant& participant = alike.participants()[i].sample;
    targets.insert({level == ChangeLevel::Kind ? participant.asset->kind : std::string(),
                    participant.role->name});
  });
  return targets;
}

// Whether a participant takes the value from there.
bool inherits(SettingFrom from, ChangeLevel level) {
  return level == ChangeLevel::Role ? from == SettingFrom::Role : from != SettingFrom::Asset;
}

std::string layerText(const Project& project, LayerSet set) {
  std::string text;
  for (std::size_t bit = 0; bit < 32; ++bit) {
    if ((set >> bit & 1) == 0) continue;
    if (!text.empty()) text += " and ";
    text += bit < project.layers.size() ? project.layers[bit] : std::string("a new layer");
  }
  return text;
}

std::string subjectText(const ChangeDraft& draft, const SettingChange& change,
                        const ParticipantClasses& alike) {
  if (draft.level == ChangeLevel::Asset) {
    std::vector<std::string> names;
    std::set<std::string> roles;
    eachOf(change.participants, [&](std::size_t i) {
      const ParticipantClass& participant = alike.participants()[i];
      roles.insert(participant.sample.role->name);
      for (const std::size_t at : alike.assets()[participant.of].assets) {
        names.push_back(alike.project().assets[at]->name + " " + participant.sample.role->name);
      }
    });
    if (names.size() == 1) return names.front();
    if (names.size() == 2) return names.front() + " and " + names.back();
    return names.front() + " and " + std::to_string(names.size() - 1) + " others";
  }
  std::string text;
  for (const Target& target : targetsOf(change, draft.level, alike)) {
    if (!text.empty()) text += " and ";
    text += "every " + (target.kind.empty() ? "" : target.kind + " ") + target.role;
  }
  return text;
}

}  // namespace

std::vector<std::pair<std::size_t, ParticipantSettings>> outcomeOf(const ChangeDraft& draft,
                                                                   const Meetings& meetings) {
  const ParticipantClasses& alike = meetings.alike();
  std::map<std::size_t, ParticipantSettings> changed;
  const auto open = [&](std::size_t i) -> ParticipantSettings& {
    return changed.try_emplace(i, meetings.settings(i)).first->second;
  };
  for (const SettingChange& change : draft.settings) {
    if (draft.level == ChangeLevel::Asset) {
      eachOf(change.participants, [&](std::size_t i) { apply(change, open(i), true, true, true); });
      continue;
    }
    const std::set<Target> targets = targetsOf(change, draft.level, alike);
    for (std::size_t i = 0; i < alike.size(); ++i) {
      const Participant& participant = alike.participants()[i].sample;
      const Target own{draft.level == ChangeLevel::Kind ? participant.asset->kind : std::string(),
                       participant.role->name};
      if (targets.count(own) == 0) continue;
      apply(change, open(i), inherits(participant.dutyFrom, draft.level),
            inherits(participant.onFrom, draft.level),
            inherits(participant.seeksFrom, draft.level));
    }
  }
  for (const MotionChange& change : draft.motions) {
    eachOf(change.participants, [&](std::size_t i) {
      const AlikeAssets& own = alike.assets()[alike.participants()[i].of];
      for (std::size_t k = 0; k < own.count; ++k) open(own.first + k).motion = change.motion;
    });
  }
  std::vector<std::pair<std::size_t, ParticipantSettings>> list;
  for (const auto& [i, settings] : changed) {
    if (!(settings == meetings.settings(i))) list.emplace_back(i, settings);
  }
  return list;
}

namespace {

// What is written at one place, and the asset that it is of; null for a kind or role.
struct Written {
  SetSetting edit;
  const Asset* asset = nullptr;
};

// The setting that is there now, to which changes are added.
RoleSetting settingAt(const Project& project, const Written& at) {
  const std::string& role = at.edit.setting.role;
  const RoleSetting* found = nullptr;
  if (at.asset != nullptr) {
    found = findSetting(at.asset->settings, role);
  } else if (!at.edit.kind.empty()) {
    found = findSetting(findKind(project, at.edit.kind)->settings, role);
  }
  return found == nullptr ? RoleSetting{role} : *found;
}

// The values that hold there now, set or inherited.
ParticipantSettings valuesAt(const Project& project, const Written& at) {
  const Role& role = *findRole(project, at.edit.setting.role);
  ParticipantSettings values{role.duty, role.on, role.seeks};
  const auto take = [&](const std::vector<RoleSetting>& settings) {
    const RoleSetting* found = findSetting(settings, role.name);
    if (found == nullptr) return;
    values.duty = found->duty.value_or(values.duty);
    values.on = found->on.value_or(values.on);
    values.seeks = found->seeks.value_or(values.seeks);
  };
  const Kind* kind = findKind(project, at.asset == nullptr ? at.edit.kind : at.asset->kind);
  if (kind != nullptr) take(kind->settings);
  if (at.asset != nullptr) take(at.asset->settings);
  return values;
}

class Writing {
 public:
  Writing(const ChangeDraft& draft, const Meetings& meetings)
      : draft_(draft), alike_(meetings.alike()), project_(alike_.project()) {}

  std::vector<Edit> run() {
    if (draft_.newLayer) {
      ParticipantSet participants(alike_.size());
      const LayerSet bit = LayerSet{1} << project_.layers.size();
      for (const SettingChange& change : draft_.settings) {
        if ((change.onMore & bit) != 0) participants |= change.participants;
      }
      edits_.emplace_back(AddLayer{newLayerName(participants, alike_)});
    }
    for (const SettingChange& change : draft_.settings) write(change);
    for (auto& [key, written] : settings_) edits_.emplace_back(std::move(written.edit));
    std::set<AssetId> moved;
    for (const MotionChange& change : draft_.motions) {
      eachOf(change.participants, [&](std::size_t i) {
        for (const std::size_t at : alike_.assets()[alike_.participants()[i].of].assets) {
          const AssetId id = project_.assets[at]->id;
          if (moved.insert(id).second) edits_.emplace_back(SetMotion{id, change.motion});
        }
      });
    }
    return std::move(edits_);
  }

 private:
  void write(const SettingChange& change) {
    if (draft_.level != ChangeLevel::Asset) {
      for (const Target& target : targetsOf(change, draft_.level, alike_)) {
        write(change, {SetSetting{{}, target.kind, {target.role}}});
      }
      return;
    }
    eachOf(change.participants, [&](std::size_t i) {
      const ParticipantClass& participant = alike_.participants()[i];
      for (const std::size_t at : alike_.assets()[participant.of].assets) {
        write(change, {SetSetting{project_.assets[at]->id, {}, {participant.sample.role->name}},
                       &*project_.assets[at]});
      }
    });
  }

  void write(const SettingChange& change, Written at) {
    const auto key = std::tuple(at.edit.asset, at.edit.kind, at.edit.setting.role);
    const auto found = settings_.find(key);
    ParticipantSettings values = valuesAt(project_, at);
    if (found == settings_.end()) {
      at.edit.setting = settingAt(project_, at);
    } else {
      at = found->second;
      values.on = at.edit.setting.on.value_or(values.on);
      values.seeks = at.edit.setting.seeks.value_or(values.seeks);
    }
    RoleSetting& setting = at.edit.setting;
    const LayerSet on = with(values.on, change.onMore, change.onLess);
    const LayerSet seeks = with(values.seeks, change.seeksMore, change.seeksLess);
    if (change.duty && *change.duty != values.duty) setting.duty = change.duty;
    if (on != values.on) setting.on = on;
    if (seeks != values.seeks) setting.seeks = seeks;
    settings_.insert_or_assign(key, std::move(at));
  }

  const ChangeDraft& draft_;
  const ParticipantClasses& alike_;
  const Project& project_;
  std::map<std::tuple<AssetId, std::string, std::string>, Written> settings_;
  std::vector<Edit> edits_;
};

}  // namespace

std::vector<Edit> editsOf(const ChangeDraft& draft, const Meetings& meetings) {
  return Writing(draft, meetings).run();
}

std::string newLayerName(const ParticipantSet& participants, const ParticipantClasses& alike) {
  const std::vector<std::string>& layers = alike.project().layers;
  std::string wish = "layer";
  const std::size_t first = participants.find_first();
  if (first != ParticipantSet::npos) {
    const Participant& participant = alike.participants()[first].sample;
    wish = participants.count() == 1 && alike.copiesOf(first) == 1 ? participant.asset->name
                                                                   : participant.asset->kind;
    wish += "_" + participant.role->name;
  }
  std::string name = wish;
  for (int n = 2; std::find(layers.begin(), layers.end(), name) != layers.end(); ++n) {
    name = wish + "_" + std::to_string(n);
  }
  return name;
}

std::string textOf(const ChangeDraft& draft, const Meetings& meetings) {
  const ParticipantClasses& alike = meetings.alike();
  std::vector<std::string> parts;
  for (const SettingChange& change : draft.settings) {
    if (change.participants.none()) continue;
    const std::string subject = subjectText(draft, change, alike);
    const auto add = [&](const std::string& what) {
      parts.push_back("let " + subject + " " + what);
    };
    if (change.duty) {
      add(*change.duty == Duty::Stops ? "stop what it meets" : "only notice what it meets");
    }
    if (change.onMore != 0) add("be on " + layerText(alike.project(), change.onMore));
    if (change.onLess != 0) add("leave " + layerText(alike.project(), change.onLess));
    if (change.seeksMore != 0) add("seek " + layerText(alike.project(), change.seeksMore));
    if (change.seeksLess != 0) {
      add("no longer seek " + layerText(alike.project(), change.seeksLess));
    }
  }
  for (const MotionChange& change : draft.motions) {
    std::set<std::string> names;
    eachOf(change.participants, [&](std::size_t i) {
      for (const std::size_t at : alike.assets()[alike.participants()[i].of].assets) {
        names.insert(alike.project().assets[at]->name);
      }
    });
    if (names.empty()) continue;
    parts.push_back(
        "make " + (names.size() == 1 ? *names.begin() : std::to_string(names.size()) + " assets") +
        " " + std::string(wordOf(kMotionWords, change.motion)));
  }
  std::string text;
  for (const std::string& part : parts) text += (text.empty() ? "" : "; ") + part;
  return text;
}

}  // namespace amber

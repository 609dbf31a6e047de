#include "core/layers/participants.h"

#include <algorithm>
#include <unordered_map>

namespace amber {

const RoleSetting* findSetting(const std::vector<RoleSetting>& settings, std::string_view role) {
  const auto found = std::find_if(settings.begin(), settings.end(),
                                  [&](const RoleSetting& one) { return one.role == role; });
  return found == settings.end() ? nullptr : &*found;
}

Participant participantOf(const Project& project, const Asset& asset, const Role& role) {
  Participant participant{&asset, &role, {role.duty, role.on, role.seeks, asset.motion}};
  const auto take = [&](const RoleSetting* setting, SettingFrom from) {
    if (setting == nullptr) return;
    if (setting->duty) {
      participant.settings.duty = *setting->duty;
      participant.dutyFrom = from;
    }
    if (setting->on) {
      participant.settings.on = *setting->on;
      participant.onFrom = from;
    }
    if (setting->seeks) {
      participant.settings.seeks = *setting->seeks;
      participant.seeksFrom = from;
    }
  };
  const Kind* kind = findKind(project, asset.kind);
  if (kind != nullptr) take(findSetting(kind->settings, role.name), SettingFrom::Kind);
  take(findSetting(asset.settings, role.name), SettingFrom::Asset);
  participant.settings.on &= layersOf(project);
  participant.settings.seeks &= layersOf(project);
  return participant;
}

std::vector<Participant> participantsOf(const Project& project) {
  std::unordered_map<std::string_view, std::size_t> places;
  for (std::size_t i = 0; i < project.roles.size(); ++i) places[project.roles[i].name] = i;
  std::vector<Participant> participants;
  std::vector<bool> has(project.roles.size());
  for (const auto& asset : project.assets) {
    std::fill(has.begin(), has.end(), false);
    for (const Frame& frame : asset->frames) {
      for (const FrameShape& shape : frame.shapes) {
        const auto place = places.find(shape.role);
        if (place != places.end()) has[place->second] = true;
      }
    }
    for (std::size_t i = 0; i < has.size(); ++i) {
      if (has[i]) participants.push_back(participantOf(project, *asset, project.roles[i]));
    }
  }
  return participants;
}

std::string participantName(const Participant& participant) {
  return participant.asset->name + ":" + participant.role->name;
}

bool canMeet(const Participant& a, const Participant& b) {
  return a.asset != b.asset || a.asset->copies == Copies::Many;
}

LayerSet layersOf(const ProjectSettings& settings) {
  const std::size_t count = settings.layers.size();
  return count >= 32 ? ~LayerSet{0} : (LayerSet{1} << count) - 1;
}

MeetingRule ruleOf(const ProjectSettings& settings) {
  return {settings.pairing, settings.wakes};
}

}  // namespace amber

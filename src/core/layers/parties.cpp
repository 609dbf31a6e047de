#include "core/layers/parties.h"

#include <algorithm>
#include <unordered_map>

namespace amber {

const RoleSetting* findSetting(const std::vector<RoleSetting>& settings, std::string_view role) {
  const auto found = std::find_if(settings.begin(), settings.end(),
                                  [&](const RoleSetting& one) { return one.role == role; });
  return found == settings.end() ? nullptr : &*found;
}

Party partyOf(const Project& project, const Asset& asset, const Role& role) {
  Party party{&asset, &role, {role.duty, role.on, role.seeks, asset.motion}};
  const auto take = [&](const RoleSetting* setting, SettingFrom from) {
    if (setting == nullptr) return;
    if (setting->duty) {
      party.settings.duty = *setting->duty;
      party.dutyFrom = from;
    }
    if (setting->on) {
      party.settings.on = *setting->on;
      party.onFrom = from;
    }
    if (setting->seeks) {
      party.settings.seeks = *setting->seeks;
      party.seeksFrom = from;
    }
  };
  const Kind* kind = findKind(project, asset.kind);
  if (kind != nullptr) take(findSetting(kind->settings, role.name), SettingFrom::Kind);
  take(findSetting(asset.settings, role.name), SettingFrom::Asset);
  party.settings.on &= layersOf(project);
  party.settings.seeks &= layersOf(project);
  return party;
}

std::vector<Party> partiesOf(const Project& project) {
  std::unordered_map<std::string_view, std::size_t> places;
  for (std::size_t i = 0; i < project.roles.size(); ++i) places[project.roles[i].name] = i;
  std::vector<Party> parties;
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
      if (has[i]) parties.push_back(partyOf(project, *asset, project.roles[i]));
    }
  }
  return parties;
}

std::string partyName(const Party& party) {
  return party.asset->name + ":" + party.role->name;
}

bool canMeet(const Party& a, const Party& b) {
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

#pragma once

#include <cstddef>
#include <string>
#include <vector>

#include "core/layers/meeting.h"
#include "core/project/project.h"

namespace amber {

/// Which one sets a value of a participant.
enum class SettingFrom { Role, Kind, Asset };

/// One role of one asset: all its shapes of that role. Refers to the project, which must outlive
/// it.
struct Participant {
  const Asset* asset = nullptr;
  const Role* role = nullptr;
  ParticipantSettings settings;
  SettingFrom dutyFrom = SettingFrom::Role;
  SettingFrom onFrom = SettingFrom::Role;
  SettingFrom seeksFrom = SettingFrom::Role;
};

/// The setting of a role in the settings of an asset or a kind; null if there is none.
const RoleSetting* findSetting(const std::vector<RoleSetting>& settings, std::string_view role);

/// The participant of an asset in a role, with each value from the nearest that sets it: the asset,
/// its kind, the role. Bits that no layer has are left out.
Participant participantOf(const Project& project, const Asset& asset, const Role& role);

/// All participants: of the assets in their order, of each in the roles' order. An asset has the
/// roles of which any of its frames has a shape. Cost: linear in the frames, and in roles times
/// assets.
std::vector<Participant> participantsOf(const Project& project);

/// "ASSET:ROLE".
std::string participantName(const Participant& participant);

/// Whether two participants can come together: they are of two assets, or of one of which the game
/// has many copies.
bool canMeet(const Participant& a, const Participant& b);

/// All layers there are.
LayerSet layersOf(const ProjectSettings& settings);

/// The rule of the project.
MeetingRule ruleOf(const ProjectSettings& settings);

}  // namespace amber

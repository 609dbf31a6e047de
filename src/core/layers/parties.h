#pragma once

#include <cstddef>
#include <string>
#include <vector>

#include "core/layers/meeting.h"
#include "core/project/project.h"

namespace amber {

/// Which one sets a value of a party.
enum class SettingFrom { Role, Kind, Asset };

/// One role of one asset: all its shapes of that role. Refers to the project, which must outlive
/// it.
struct Party {
  const Asset* asset = nullptr;
  const Role* role = nullptr;
  PartySettings settings;
  SettingFrom dutyFrom = SettingFrom::Role;
  SettingFrom onFrom = SettingFrom::Role;
  SettingFrom seeksFrom = SettingFrom::Role;
};

/// What the asset's or the kind's own settings say of a role; null for nothing.
const RoleSetting* findSetting(const std::vector<RoleSetting>& settings, std::string_view role);

/// The party of an asset in a role, with each value from the nearest that sets it: the asset, its
/// kind, the role. Bits that no layer has are left out.
Party partyOf(const Project& project, const Asset& asset, const Role& role);

/// All parties: of the assets in their order, of each in the roles' order. An asset has the roles
/// of which any of its frames has a shape.
/// Cost: linear in the frames, and in roles times assets.
std::vector<Party> partiesOf(const Project& project);

/// "ASSET:ROLE".
std::string partyName(const Party& party);

/// Whether two parties can come together: they are of two assets, or of one of which the game has
/// many copies.
bool canMeet(const Party& a, const Party& b);

/// All layers there are.
LayerSet layersOf(const ProjectSettings& settings);

/// The rule of the project.
MeetingRule ruleOf(const ProjectSettings& settings);

}  // namespace amber

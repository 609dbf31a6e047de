#include "core/layers/weaving/settings_edits.h"

#include <algorithm>
#include <map>

namespace amber {
namespace {

// The most frequent value; the smallest of equally frequent ones. The weights are counts of assets.
LayerSet usual(const std::map<LayerSet, std::size_t>& counts, LayerSet otherwise) {
  LayerSet best = otherwise;
  std::size_t most = 0;
  for (const auto& [value, count] : counts) {
    if (count > most) {
      best = value;
      most = count;
    }
  }
  return best;
}

class Setting {
 public:
  Setting(const ParticipantClasses& alike, const Layering& layering)
      : alike_(alike), project_(alike.project()), layering_(layering) {
    for (std::size_t bit = 0; bit < project_.layers.size(); ++bit) {
      const auto kept =
          std::find(layering.layers.begin(), layering.layers.end(), project_.layers[bit]);
      moved_.push_back(
          kept == layering.layers.end() ? 0 : LayerSet{1} << (kept - layering.layers.begin()));
    }
  }

  std::vector<Edit> run() {
    edits_.emplace_back(SetLayers{layering_.layers});
    for (const Role& role : project_.roles) setRole(role);
    return std::move(edits_);
  }

 private:
  using Field = LayerSet ParticipantSettings::*;

  LayerSet carried(LayerSet set) const {
    LayerSet moved = 0;
    for (std::size_t bit = 0; bit < moved_.size(); ++bit) {
      if ((set >> bit & 1) != 0) moved |= moved_[bit];
    }
    return moved;
  }

  LayerSet usualOf(const Role& role, const std::string* kind, Field field, LayerSet otherwise) {
    std::map<LayerSet, std::size_t> counts;
    for (std::size_t i = 0; i < alike_.size(); ++i) {
      const Participant& participant = alike_.participants()[i].sample;
      if (participant.role != &role || (kind != nullptr && participant.asset->kind != *kind))
        continue;
      counts[layering_.settings[i].*field] += alike_.copiesOf(i);
    }
    return usual(counts, otherwise);
  }

  void setRole(const Role& role) {
    const LayerSet on = usualOf(role, nullptr, &ParticipantSettings::on, carried(role.on));
    const LayerSet seeks = usualOf(role, nullptr, &ParticipantSettings::seeks, carried(role.seeks));
    edits_.emplace_back(SetSetting{{}, {}, {role.name, {}, on, seeks}});
    for (const Kind& kind : project_.kinds) {
      const LayerSet kindOn = usualOf(role, &kind.name, &ParticipantSettings::on, on);
      const LayerSet kindSeeks = usualOf(role, &kind.name, &ParticipantSettings::seeks, seeks);
      const RoleSetting* before = findSetting(kind.settings, role.name);
      put(SetSetting{{}, kind.name, {role.name, {}, {}, {}}}, before, {on, seeks},
          {kindOn, kindSeeks});
      setAssets(role, kind, kindOn, kindSeeks);
    }
  }

  void setAssets(const Role& role, const Kind& kind, LayerSet on, LayerSet seeks) {
    for (std::size_t i = 0; i < alike_.size(); ++i) {
      const Participant& participant = alike_.participants()[i].sample;
      if (participant.role != &role || participant.asset->kind != kind.name) continue;
      const ParticipantSettings& wanted = layering_.settings[i];
      for (const std::size_t at : alike_.assets()[alike_.participants()[i].of].assets) {
        const Asset& asset = *project_.assets[at];
        put(SetSetting{asset.id, {}, {role.name, {}, {}, {}}},
            findSetting(asset.settings, role.name), {on, seeks}, {wanted.on, wanted.seeks});
      }
    }
  }

  // Sets what differs from the inherited; the duty that was set stays.
  void put(SetSetting edit, const RoleSetting* before, std::pair<LayerSet, LayerSet> inherited,
           std::pair<LayerSet, LayerSet> wanted) {
    if (before != nullptr) edit.setting.duty = before->duty;
    if (wanted.first != inherited.first) edit.setting.on = wanted.first;
    if (wanted.second != inherited.second) edit.setting.seeks = wanted.second;
    if (before == nullptr && edit.setting.empty()) return;
    edits_.emplace_back(std::move(edit));
  }

  const ParticipantClasses& alike_;
  const Project& project_;
  const Layering& layering_;
  std::vector<LayerSet> moved_;  // By old bit: what it is now, or nothing.
  std::vector<Edit> edits_;
};

}  // namespace

std::vector<Edit> editsFor(const ParticipantClasses& alike, const Layering& layering) {
  return Setting(alike, layering).run();
}

}  // namespace amber

#include "core/project/layer_edits.h"

#include <algorithm>

#include "core/project/values/ranges.h"

namespace amber {
namespace {

constexpr LayerSet bit(std::size_t place) {
  return LayerSet{1} << place;
}

std::optional<std::size_t> placeOf(const Project& project, const std::string& layer) {
  const auto found = std::find(project.layers.begin(), project.layers.end(), layer);
  if (found == project.layers.end()) return std::nullopt;
  return static_cast<std::size_t>(found - project.layers.begin());
}

Result<void> noLayer(const std::string& name) {
  return failure(ErrorCode::UnknownTarget, "the project has no layer \"" + name + "\"");
}

Result<void> taken(const char* what, const std::string& name) {
  return failure(ErrorCode::BadValue,
                 std::string("another ") + what + " is called " + name + " already");
}

// Changes every set of layers in the project. Only assets that have one are copied.
template <class Change>
void changeLayerSets(Project& project, const Change& change) {
  const auto changeAll = [&](std::vector<RoleSetting>& settings) {
    for (RoleSetting& setting : settings) {
      if (setting.on) setting.on = change(*setting.on);
      if (setting.seeks) setting.seeks = change(*setting.seeks);
    }
  };
  for (Role& role : project.roles) {
    role.on = change(role.on);
    role.seeks = change(role.seeks);
  }
  for (Kind& kind : project.kinds) changeAll(kind.settings);
  for (SharedValue<Asset>& held : project.assets) {
    if (held->settings.empty()) continue;
    Asset asset = *held;
    changeAll(asset.settings);
    held = SharedValue<Asset>(std::move(asset));
  }
}

template <class Rename>
void changeRoleNames(Project& project, const Rename& rename) {
  for (Role& role : project.roles) rename(role.name);
  for (Kind& kind : project.kinds) {
    for (RoleRecipe& shape : kind.shapes) rename(shape.role);
    for (RoleSetting& setting : kind.settings) rename(setting.role);
  }
  for (SharedValue<Asset>& held : project.assets) {
    Asset asset = *held;
    bool changed = false;
    for (RoleSetting& setting : asset.settings) changed |= rename(setting.role);
    for (Frame& frame : asset.frames) {
      for (FrameShape& shape : frame.shapes) changed |= rename(shape.role);
    }
    if (changed) held = SharedValue<Asset>(std::move(asset));
  }
  for (Expectation& one : project.expectations) {
    rename(one.who.role);
    rename(one.whom.role);
  }
}

}  // namespace

Result<void> apply(const AddLayer& edit, Project& project) {
  if (edit.name.empty()) return failure(ErrorCode::BadValue, "a layer needs a name");
  if (placeOf(project, edit.name)) return taken("layer", edit.name);
  if (project.layers.size() == kMostLayers) {
    return failure(ErrorCode::BadValue, "there are 32 layers already, and no more fit; remove one");
  }
  // Bits that no layer had count for nothing, and go on doing so.
  const LayerSet known = bit(project.layers.size()) - 1;
  changeLayerSets(project, [&](LayerSet set) { return set & known; });
  project.layers.push_back(edit.name);
  return {};
}

Result<void> apply(const RenameLayer& edit, Project& project) {
  const auto place = placeOf(project, edit.from);
  if (!place) return noLayer(edit.from);
  if (edit.to == edit.from) return {};
  if (edit.to.empty()) return failure(ErrorCode::BadValue, "a layer needs a name");
  if (placeOf(project, edit.to)) return taken("layer", edit.to);
  project.layers[*place] = edit.to;
  renameInExpectations(project, PhraseOf::Layer, edit.from, edit.to);
  return {};
}

Result<void> apply(const RemoveLayer& edit, Project& project) {
  const auto place = placeOf(project, edit.name);
  if (!place) return noLayer(edit.name);
  const LayerSet below = bit(*place) - 1;
  changeLayerSets(project, [&](LayerSet set) { return (set & below) | ((set >> 1) & ~below); });
  project.layers.erase(project.layers.begin() + static_cast<std::ptrdiff_t>(*place));
  return {};
}

Result<void> apply(const MoveLayer& edit, Project& project) {
  const auto from = placeOf(project, edit.name);
  if (!from) return noLayer(edit.name);
  std::vector<std::size_t> order(project.layers.size());
  for (std::size_t i = 0; i < order.size(); ++i) order[i] = i;
  const auto place = static_cast<std::ptrdiff_t>(std::min(edit.place, order.size() - 1));
  order.erase(order.begin() + static_cast<std::ptrdiff_t>(*from));
  order.insert(order.begin() + place, *from);
  std::vector<std::string> layers;
  for (const std::size_t old : order) layers.push_back(project.layers[old]);
  project.layers = std::move(layers);
  changeLayerSets(project, [&](LayerSet set) {
    LayerSet moved = 0;
    for (std::size_t i = 0; i < order.size(); ++i) {
      if ((set & bit(order[i])) != 0) moved |= bit(i);
    }
    return moved;
  });
  return {};
}

Result<void> apply(const RenameKind& edit, Project& project) {
  const auto named = [&](const std::string& name) {
    return std::find_if(project.kinds.begin(), project.kinds.end(),
                        [&](const Kind& kind) { return kind.name == name; });
  };
  const auto kind = named(edit.from);
  if (kind == project.kinds.end()) {
    return failure(ErrorCode::UnknownTarget, "the project has no kind \"" + edit.from + "\"");
  }
  if (edit.to == edit.from) return {};
  if (edit.to.empty()) return failure(ErrorCode::BadValue, "a kind needs a name");
  if (named(edit.to) != project.kinds.end()) return taken("kind", edit.to);
  kind->name = edit.to;
  for (SharedValue<Asset>& held : project.assets) {
    if (held->kind != edit.from) continue;
    Asset asset = *held;
    asset.kind = edit.to;
    held = SharedValue<Asset>(std::move(asset));
  }
  renameInExpectations(project, PhraseOf::Kind, edit.from, edit.to);
  return {};
}

Result<void> apply(const RenameRole& edit, Project& project) {
  if (findRole(project, edit.from) == nullptr) {
    return failure(ErrorCode::UnknownTarget, "the role is no longer in the project");
  }
  if (edit.from == edit.to) return {};
  if (edit.to.empty()) return failure(ErrorCode::BadValue, "a role needs a name");
  if (findRole(project, edit.to) != nullptr) return taken("role", edit.to);
  changeRoleNames(project, [&](std::string& name) {
    if (name != edit.from) return false;
    name = edit.to;
    return true;
  });
  return {};
}

void renameInExpectations(Project& project, PhraseOf of, const std::string& from,
                          const std::string& to) {
  for (Expectation& one : project.expectations) {
    for (Phrase* phrase : {&one.who, &one.whom}) {
      if (phrase->of == of && phrase->name == from) phrase->name = to;
    }
  }
}

void putSetting(std::vector<RoleSetting>& settings, const RoleSetting& setting) {
  const auto found = std::find_if(settings.begin(), settings.end(),
                                  [&](const RoleSetting& one) { return one.role == setting.role; });
  if (found == settings.end()) {
    if (!setting.empty()) settings.push_back(setting);
  } else if (setting.empty()) {
    settings.erase(found);
  } else {
    *found = setting;
  }
}

}  // namespace amber

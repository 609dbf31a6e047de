#pragma once

#include <random>
#include <string>

#include "core/project/project.h"

namespace amber::test {

/// Makes small projects with layers, settings at every level and expectations.
class RandomLayers {
 public:
  explicit RandomLayers(std::uint64_t seed) : random_(seed) {}

  int below(int count) { return static_cast<int>(random_() % static_cast<unsigned>(count)); }
  bool chance(int percent) { return below(100) < percent; }

  Project project(int assets, int sentences) {
    Project project = newProject("random");
    project.layers.clear();
    for (int i = 1 + below(5); i > 0; --i) project.layers.push_back("layer" + std::to_string(i));
    project.pairing = static_cast<Pairing>(below(2));
    project.wakes = static_cast<Wakes>(below(3));
    project.roles.clear();
    for (const char* name : {"body", "feet", "reach"}) {
      project.roles.push_back({name, duty(), layers(project), layers(project)});
      if (chance(30)) break;
    }
    project.kinds.resize(static_cast<std::size_t>(2 + below(2)));
    for (Kind& kind : project.kinds) {
      if (chance(40)) kind.settings.push_back(setting(project));
    }
    Sheet sheet;
    sheet.id = {project.nextId++};
    sheet.path = "sheet.png";
    sheet.size = {16, 16};
    project.sheets.emplace_back(sheet);
    for (int i = 0; i < assets; ++i) project.assets.emplace_back(asset(project, i));
    for (int i = 0; i < sentences; ++i) project.expectations.push_back(expectation(project));
    return project;
  }

  Expectation expectation(const Project& project) {
    Expectation one;
    one.who = phrase(project);
    one.verb = static_cast<Verb>(below(3));
    one.whom = phrase(project);
    one.only = chance(20);
    return one;
  }

 private:
  Duty duty() { return chance(60) ? Duty::Stops : Duty::Notices; }

  LayerSet layers(const Project& project) {
    LayerSet set = 0;
    for (std::size_t i = 0; i < project.layers.size(); ++i) {
      if (chance(35)) set |= LayerSet{1} << i;
    }
    return set;
  }

  RoleSetting setting(const Project& project) {
    const auto count = static_cast<int>(project.roles.size());
    RoleSetting setting{project.roles[static_cast<std::size_t>(below(count))].name};
    if (chance(40)) setting.duty = duty();
    if (chance(60)) setting.on = layers(project);
    if (chance(60)) setting.seeks = layers(project);
    return setting;
  }

  Asset asset(Project& project, int number) {
    Asset asset;
    asset.id = {project.nextId++};
    asset.name = "asset" + std::to_string(number);
    const auto kinds = static_cast<int>(project.kinds.size());
    asset.kind = project.kinds[static_cast<std::size_t>(below(kinds))].name;
    asset.motion = static_cast<Motion>(below(3));
    asset.copies = static_cast<Copies>(below(2));
    if (chance(50)) asset.settings.push_back(setting(project));
    Frame frame;
    frame.id = {project.nextId++};
    frame.sheet = project.sheets.front()->id;
    frame.rect = {0, 0, 8, 8};
    for (const Role& role : project.roles) {
      if (chance(75)) frame.shapes.push_back({role.name, Box{0, 0, 4, 4}});
    }
    asset.frames.push_back(frame);
    return asset;
  }

  Phrase phrase(const Project& project) {
    Phrase phrase;
    const auto pick = [&](std::size_t count) {
      return static_cast<std::size_t>(below(static_cast<int>(count)));
    };
    const int sort = below(10);
    if (sort < 4) {
      phrase = {PhraseOf::Asset, project.assets[pick(project.assets.size())]->name};
    } else if (sort < 7) {
      phrase = {PhraseOf::Kind, project.kinds[pick(project.kinds.size())].name};
    } else if (sort < 9) {
      phrase = {PhraseOf::Layer, project.layers[pick(project.layers.size())]};
    }
    if (chance(65)) phrase.role = project.roles[pick(project.roles.size())].name;
    return phrase;
  }

  std::mt19937_64 random_;
};

}  // namespace amber::test

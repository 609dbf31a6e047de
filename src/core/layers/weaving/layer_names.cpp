#include "core/layers/weaving/layer_names.h"

#include <algorithm>
#include <set>

namespace amber {
namespace {

ParticipantSet onOld(const ParticipantClasses& alike, std::size_t bit) {
  ParticipantSet set(alike.size());
  for (std::size_t i = 0; i < alike.size(); ++i) {
    if ((alike.participants()[i].sample.settings.on >> bit & 1) != 0) set.set(i);
  }
  return set;
}

std::string unused(const std::string& wish, const std::set<std::string>& taken) {
  std::string name = wish;
  for (int n = 2; taken.count(name) != 0; ++n) name = wish + "_" + std::to_string(n);
  return name;
}

// After the kinds on it, or the one role; with both where the kind has other roles elsewhere.
std::string nameByUse(const ParticipantClasses& alike, const ParticipantSet& on) {
  std::set<std::string> kinds;
  std::set<std::string> roles;
  std::set<std::string> elsewhere;
  for (std::size_t i = 0; i < alike.size(); ++i) {
    const Participant& participant = alike.participants()[i].sample;
    if (on.test(i)) {
      kinds.insert(participant.asset->kind);
      roles.insert(participant.role->name);
    }
  }
  if (kinds.empty()) return "unused";
  if (kinds.size() > 2) return roles.size() == 1 ? *roles.begin() : "mixed";
  std::string name;
  for (const std::string& kind : kinds) name += (name.empty() ? "" : "_") + kind;
  for (std::size_t i = 0; i < alike.size(); ++i) {
    const Participant& participant = alike.participants()[i].sample;
    if (!on.test(i) && kinds.count(participant.asset->kind) != 0)
      elsewhere.insert(participant.role->name);
  }
  const bool told = roles.size() == 1 && !elsewhere.empty();
  return told ? name + "_" + *roles.begin() : name;
}

std::string joined(const std::vector<std::string>& words) {
  std::string text;
  for (std::size_t i = 0; i < words.size(); ++i) {
    text += (i == 0 ? "" : i + 1 == words.size() ? " and " : ", ") + words[i];
  }
  return text;
}

}  // namespace

std::vector<std::string> layerNames(const ParticipantClasses& alike,
                                    const std::vector<ParticipantSet>& on,
                                    const std::vector<std::size_t>& kept) {
  const std::vector<std::string>& old = alike.project().layers;
  std::vector<std::string> names(on.size());
  std::set<std::string> taken;
  for (std::size_t i = 0; i < kept.size(); ++i) {
    names[i] = old[kept[i]];
    taken.insert(names[i]);
  }
  for (std::size_t i = kept.size(); i < on.size(); ++i) {
    std::size_t most = 0;
    for (std::size_t bit = 0; bit < old.size(); ++bit) {
      const ParticipantSet before = onOld(alike, bit);
      const std::size_t common = (before & on[i]).count();
      // Most of the old, and half of the new: else it is another layer.
      const bool same = 2 * common > before.count() && 2 * common >= on[i].count();
      if (same && common > most && taken.count(old[bit]) == 0) {
        most = common;
        names[i] = old[bit];
      }
    }
    if (most > 0) taken.insert(names[i]);
  }
  for (std::size_t i = kept.size(); i < on.size(); ++i) {
    if (!names[i].empty()) continue;
    names[i] = unused(nameByUse(alike, on[i]), taken);
    taken.insert(names[i]);
  }
  return names;
}

std::vector<std::string> layerNotes(const ParticipantClasses& alike,
                                    const std::vector<ParticipantSet>& on,
                                    const std::vector<std::string>& names) {
  const std::vector<std::string>& old = alike.project().layers;
  std::vector<std::string> notes;
  std::vector<ParticipantSet> before;
  for (std::size_t bit = 0; bit < old.size(); ++bit) before.push_back(onOld(alike, bit));
  for (std::size_t i = 0; i < on.size(); ++i) {
    std::vector<std::string> from;
    for (std::size_t bit = 0; bit < old.size(); ++bit) {
      if (before[bit].intersects(on[i])) from.push_back(old[bit]);
    }
    if (from.size() > 1) {
      notes.push_back(joined(from) + " share the layer " + names[i] +
                      ": no expectation treats them differently.");
    }
  }
  for (std::size_t bit = 0; bit < old.size(); ++bit) {
    std::vector<std::string> into;
    for (std::size_t i = 0; i < on.size(); ++i) {
      if (before[bit].intersects(on[i])) into.push_back(names[i]);
    }
    if (into.size() > 1) {
      notes.push_back(old[bit] + " is divided into " + joined(into) +
                      ": expectations treat the shapes on it differently.");
    } else if (into.empty() && before[bit].any()) {
      notes.push_back("No shape needs to be on " + old[bit] + ": no expectation needs this layer.");
    }
  }
  return notes;
}

}  // namespace amber

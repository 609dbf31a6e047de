#pragma once

#include <string>
#include <vector>

#include "core/layers/meetings.h"
#include "core/project/edit.h"

namespace amber {

/// With what a setting is changed: with each asset, with the kinds of the assets, or with the
/// roles.
enum class ChangeLevel { Asset, Kind, Role };

/// What is to become of some participants: layers that they are put on or taken from, come to seek
/// or no longer seek, their duty.
struct SettingChange {
  ParticipantSet participants;
  LayerSet onMore = 0;
  LayerSet onLess = 0;
  LayerSet seeksMore = 0;
  LayerSet seeksLess = 0;
  std::optional<Duty> duty = {};
};

struct MotionChange {
  ParticipantSet participants;  ///< All participants of their assets change.
  Motion motion = Motion::Dynamic;
};

/// A change of settings that is thought of but not made.
struct ChangeDraft {
  ChangeLevel level = ChangeLevel::Asset;
  std::vector<SettingChange> settings;
  std::vector<MotionChange> motions;
  bool newLayer = false;  ///< The layer after the last is made first.
};

/// The settings that participants would have, for those that change. With a kind or role, also
/// participants that were not meant change: those that inherit the setting.
std::vector<std::pair<std::size_t, ParticipantSettings>> outcomeOf(const ChangeDraft& draft,
                                                                   const Meetings& meetings);

/// The edits that make it so.
std::vector<Edit> editsOf(const ChangeDraft& draft, const Meetings& meetings);

/// What it does, in words: "let chr_snail body seek ground".
std::string textOf(const ChangeDraft& draft, const Meetings& meetings);

/// A name for a new layer for these participants that no layer has yet.
std::string newLayerName(const ParticipantSet& participants, const ParticipantClasses& alike);

}  // namespace amber

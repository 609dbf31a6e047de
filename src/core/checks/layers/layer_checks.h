#pragma once

#include <vector>

#include "core/checks/finding.h"
#include "core/layers/fixes/fixes.h"

namespace amber {

/// Findings about which shapes meet. Most are checked only if there are expectations, because
/// otherwise the intended meetings are unknown.
std::vector<Finding> checkLayers(const Project& project);

/// What these checks look at: the participants, what they do, and what was expected.
struct LayerView {
  const Project& project;
  const ParticipantClasses& alike;
  const Meetings& meetings;
  const std::vector<Judgement>& judgements;
};

/// The checks, one file each.
void checkExpectations(const LayerView& view, const FixSearch& search,
                       std::vector<Finding>& findings);
void checkUnasked(const LayerView& view, std::vector<Finding>& findings);
void checkParticipants(const LayerView& view, std::vector<Finding>& findings);
void checkCovered(const LayerView& view, std::vector<Finding>& findings);
void checkLayerUse(const LayerView& view, std::vector<Finding>& findings);

/// The place of a finding about a participant: its asset and role.
Where whereOf(const LayerView& view, std::size_t participant);
/// "chr_keeper body", and how many others are alike.
/// "chr_keeper body": of the first of alike participants.
std::string participantName(const LayerView& view, std::size_t participant);
std::string participantText(const LayerView& view, std::size_t participant);

}  // namespace amber

#pragma once

#include <vector>

#include "core/checks/finding.h"
#include "core/layers/fixes/fixes.h"

namespace amber {

/// Findings of who meets whom. Most are told only where the game's expectations are written down:
/// before, nobody has said how it should be.
std::vector<Finding> checkLayers(const Project& project);

/// What these checks look at: the parties, what they do, and what was expected.
struct LayerView {
  const Project& project;
  const AlikeParties& alike;
  const Meetings& meetings;
  const std::vector<Judgement>& judgements;
};

/// The checks, one file each.
void checkExpectations(const LayerView& view, const FixSearch& search,
                       std::vector<Finding>& findings);
void checkUnasked(const LayerView& view, std::vector<Finding>& findings);
void checkParties(const LayerView& view, std::vector<Finding>& findings);
void checkCovered(const LayerView& view, std::vector<Finding>& findings);
void checkLayerUse(const LayerView& view, std::vector<Finding>& findings);

/// Where a party is told of: its asset and role.
Where whereOf(const LayerView& view, std::size_t party);
/// "chr_keeper body", and how many others are alike.
/// "chr_keeper body": of the first of alike participants.
std::string partyName(const LayerView& view, std::size_t party);
std::string partyText(const LayerView& view, std::size_t party);

}  // namespace amber

#pragma once

#include <string>
#include <vector>

#include "core/layers/sentences/judging.h"

namespace amber {

/// Answers in words.

/// The reasons of what two participants do, in their order, one sentence each: what each is on and
/// seeks, who sees whom, whether the pair is awake, and what comes of it.
std::vector<std::string> reasonsOf(const Project& project, const Participant& a,
                                   const Participant& b);

/// What two participants do, as one sentence: "chr_snail body passes tile_floor body: neither seeks
/// a layer that the other is on".
std::string answerText(const Project& project, const Participant& a, const Participant& b);

/// The same of alike participants.
std::string shortAnswer(const Meetings& meetings, std::size_t a, std::size_t b);

/// Why a sentence applies to no pair: a name without any participant, or an asset without copies.
std::string emptyReason(const Meetings& meetings, const Expectation& sentence);

/// "pests and shots"; "nothing" for no layer.
std::string layersText(const Project& project, LayerSet set);

}  // namespace amber

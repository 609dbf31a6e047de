#pragma once

#include <string>

namespace amber {

/// What a phrase of an expectation speaks of.
enum class PhraseOf { Asset, Kind, Layer, All };

/// Who is meant: an asset, every asset of a kind, every participant on a layer, or everything; of
/// these one role, or any.
struct Phrase {
  PhraseOf of = PhraseOf::All;
  std::string name = {};  ///< Of the asset, kind or layer; empty for everything.
  std::string role = {};  ///< Empty for any.

  bool operator==(const Phrase&) const = default;
};

/// What is to happen when the two come together.
enum class Verb { StopsAt, Notices, Passes };

/// What the game requires of two participants or groups: "chr_keeper body stops at every tile".
struct Expectation {
  Phrase who;
  Verb verb = Verb::StopsAt;
  Phrase whom;
  bool only = false;  ///< And with no other participant.

  bool operator==(const Expectation&) const = default;
};

}  // namespace amber

#pragma once

#include <tl/expected.hpp>
#include <utility>
#include <vector>

#include "core/layers/sentences/judging.h"

namespace amber {

/// One participant sees another, by index.
struct Sight {
  std::size_t seer = 0;
  std::size_t seen = 0;

  auto operator<=>(const Sight&) const = default;
};

/// At least one of these must be; with `mutual`, one of them and its reverse.
struct SightDemand {
  std::vector<Sight> any;
  bool mutual = false;
  std::size_t sentence = 0;  ///< Which asks for it; the number of sentences where none does.
};

/// Who has to see whom and who must not, so that sentences hold with the duties and motions that
/// the participants have.
struct SightDemands {
  std::vector<SightDemand> demands;
  std::vector<ParticipantSet> never;  ///< By seer: those it must not see.
  std::vector<ParticipantSet>
      neverBoth;  ///< By participant: those with which not both may see each other.
};

/// Sentences that cannot hold together, by their numbers from 0.
using Contradiction = std::vector<std::size_t>;

/// Why sentences cannot all hold.
struct SightRefusal {
  /// One, which cannot hold with the duties and motions there are, or several, of which some forbid
  /// what another needs.
  Contradiction sentences;
  /// In the first case pairs, who first, of which one would have to have other duties or motions.
  std::vector<std::pair<std::size_t, std::size_t>> unable;
};

/// What becomes of pairs that no sentence speaks of.
enum class Unspoken {
  Parted,  ///< They must not meet.
  Kept,    ///< They do what they do.
};

/// The demands of the expectations. Expectations that apply to nothing demand nothing. Errors: a
/// refusal. Cost: for each expectation, the participants of `who` times those of `whom`; and all
/// pairs of equivalence classes.
tl::expected<SightDemands, SightRefusal> sightDemands(const std::vector<Expectation>& sentences,
                                                      const Meetings& meetings, Unspoken unspoken);

}  // namespace amber

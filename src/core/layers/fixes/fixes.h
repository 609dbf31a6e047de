#pragma once

#include <string>
#include <vector>

#include "core/layers/sentences/judging.h"
#include "core/layers/weaving/sight_demands.h"
#include "core/project/edit.h"

namespace amber {

/// A change of settings that makes a broken sentence true.
struct Fix {
  std::string text;  ///< "let chr_snail body seek ground".
  std::vector<Edit> edits;
  std::uint64_t participants = 0;  ///< Whose duty, on, seeks or motion change.
  std::uint64_t pairs = 0;         ///< Whose outcome changes, or who is stopped or who notices.
  std::vector<std::size_t>
      breaks;                      ///< Other sentences that held and then do not, by number from 0.
  std::vector<std::size_t> mends;  ///< Other sentences that were broken and then are not.
};

/// What can be done about a broken sentence.
struct Fixes {
  std::vector<Fix> list;  ///< The best first.
  /// Where no fix leaves all others whole: the sentences in its way, or itself where no settings at
  /// all make it hold.
  Contradiction contradicts;
};

/// Finds changes of on, seeks, duty or motion, set with assets, kinds or roles, that satisfy broken
/// expectations of one project.
/// 1. Every fix satisfies its expectation.
/// 2. Fixes that break no other expectation come first, among them those that fix most others, then
///    those that change the fewest pairs, then the fewest participants.
/// 3. If every fix breaks another expectation, the contradicting expectations are listed. (Other
///    duties and motions of the participants, and new layers, have then been tried.)
class FixSearch {
 public:
  /// Judges all expectations of the project. Refers to both, which must outlive it.
  explicit FixSearch(const Meetings& meetings);

  const std::vector<Judgement>& judgements() const { return judgements_; }

  /// Fixes for one sentence, by number from 0; none unless it is broken.
  /// Cost: some dozens of changes tried, each judged by the sentences it can touch.
  Fixes fixesFor(std::size_t sentence) const;

 private:
  const Meetings& meetings_;
  std::vector<Judgement> judgements_;
  std::vector<MeantParticipants> meant_;
};

}  // namespace amber

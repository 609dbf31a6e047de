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
  std::uint64_t parties = 0;  ///< Whose duty, on, seeks or motion change.
  std::uint64_t pairs = 0;    ///< Of which outcome, who is stopped or who is told change.
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

/// Finds changes of on, seeks, duty or motion, set with assets, kinds or roles, that make broken
/// sentences of one project true.
/// 1. Every fix makes its sentence hold.
/// 2. First come those that break no other sentence, of them what mends most, then what changes the
///    fewest pairs, then the fewest parties.
/// 3. Where there is no fix that breaks none, a sentence that held contradicts this one: they are
///    named. (Tried with other duties and motions of the parties concerned, and new layers.)
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
  std::vector<MeantParties> meant_;
};

}  // namespace amber

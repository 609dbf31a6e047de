#pragma once

#include <boost/dynamic_bitset.hpp>
#include <cstdint>
#include <vector>

#include "core/base/result.h"
#include "core/layers/participants.h"

namespace amber {

/// Some of the alike participants of a project, by index.
using ParticipantSet = boost::dynamic_bitset<std::uint64_t>;

/// Calls visit(i) for every i of the set, rising.
template <class Visit>
void eachOf(const ParticipantSet& set, const Visit& visit) {
  for (std::size_t i = set.find_first(); i != ParticipantSet::npos; i = set.find_next(i)) visit(i);
}

/// An equivalence class of participants: one role of assets that have the same settings and that no
/// expectation distinguishes. They all have the same meetings.
struct ParticipantClass {
  std::size_t of = 0;  ///< Which alike assets'.
  Participant sample;  ///< That of the first of the assets.
};

/// Those assets. Their participants lie together.
struct AlikeAssets {
  std::vector<std::size_t> assets;  ///< Indices in the project.
  std::size_t first = 0;            ///< Of the participants.
  std::size_t count = 0;
};

/// All participants of a project, gathered: a thousand assets of forty sorts are forty times a few.
/// Refers to the project, which must outlive it.
class ParticipantClasses {
 public:
  /// Errors (BadValue): more than 8,192 participants that differ. Cost: linear in the frames and
  /// assets.
  static Result<ParticipantClasses> of(const Project& project);

  const Project& project() const { return *project_; }
  const std::vector<AlikeAssets>& assets() const { return assets_; }
  const std::vector<ParticipantClass>& participants() const { return participants_; }
  std::size_t size() const { return participants_.size(); }

  /// The number of assets in an equivalence class.
  std::size_t copiesOf(std::size_t participant) const {
    return assets_[participants_[participant].of].assets.size();
  }

  /// Whether any of the first can come together with any of the second: they are of different
  /// assets, or of two copies of one.
  bool canMeet(std::size_t a, std::size_t b) const;

  /// How many pairs, in no order, there are of one of the first and one of the second.
  std::uint64_t pairsOf(std::size_t a, std::size_t b) const;

 private:
  const Project* project_ = nullptr;
  std::vector<AlikeAssets> assets_;
  std::vector<ParticipantClass> participants_;
};

}  // namespace amber

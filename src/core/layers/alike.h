#pragma once

#include <boost/dynamic_bitset.hpp>
#include <cstdint>
#include <vector>

#include "core/base/result.h"
#include "core/layers/parties.h"

namespace amber {

/// Some of the alike parties of a project, by index.
using PartySet = boost::dynamic_bitset<std::uint64_t>;

/// Calls visit(i) for every i of the set, rising.
template <class Visit>
void eachOf(const PartySet& set, const Visit& visit) {
  for (std::size_t i = set.find_first(); i != PartySet::npos; i = set.find_next(i)) visit(i);
}

/// Parties of one role of assets that neither their settings nor any sentence tells apart. What one
/// of them does with another, all do.
struct AlikeParty {
  std::size_t of = 0;  ///< Which alike assets'.
  Party sample;        ///< That of the first of the assets.
};

/// Those assets. Their parties lie together.
struct AlikeAssets {
  std::vector<std::size_t> assets;  ///< Indices in the project.
  std::size_t first = 0;            ///< Of the parties.
  std::size_t count = 0;
};

/// All parties of a project, gathered: a thousand assets of forty sorts are forty times a few.
/// Refers to the project, which must outlive it.
class AlikeParties {
 public:
  /// Errors (BadValue): more than 8,192 parties that differ. Cost: linear in the frames and assets.
  static Result<AlikeParties> of(const Project& project);

  const Project& project() const { return *project_; }
  const std::vector<AlikeAssets>& assets() const { return assets_; }
  const std::vector<AlikeParty>& parties() const { return parties_; }
  std::size_t size() const { return parties_.size(); }

  /// How many assets a party stands for.
  std::size_t copiesOf(std::size_t party) const {
    return assets_[parties_[party].of].assets.size();
  }

  /// Whether any of the first can come together with any of the second: they are of different
  /// assets, or of two copies of one.
  bool canMeet(std::size_t a, std::size_t b) const;

  /// How many pairs, in no order, there are of one of the first and one of the second.
  std::uint64_t pairsOf(std::size_t a, std::size_t b) const;

 private:
  const Project* project_ = nullptr;
  std::vector<AlikeAssets> assets_;
  std::vector<AlikeParty> parties_;
};

}  // namespace amber

#pragma once

#include <optional>
#include <vector>

#include "core/layers/weaving/sight_demands.h"

namespace amber {

/// A layer as a set of those on it and a set of those that seek it: each of these sees each of
/// those.
struct LayerUse {
  PartySet seekers;
  PartySet on;

  bool operator==(const LayerUse&) const = default;
};

/// As few layers as the search finds that make every demand so and nothing that must not be.
/// `named` are layers of which it is given who is on them; they come first, in their order, however
/// few they serve.
/// 1. Every demand is met, and nobody sees whom it never must.
/// 2. The same demands give the same layers.
/// What is demanded and forbidden of sights is a relation with open places, and a layer a rectangle
/// in it; the fewest that cover it are found by a greedy start from several orders, then, while the
/// budget lasts, by trying one fewer with backtracking. (Covering by rectangles is hard in general:
/// J. Orlin, "Contentment in graph theory: covering graphs with cliques", 1977.)
/// Requires: every way of a demand is allowed by itself. Cost: bounded by a fixed number of steps,
/// each linear in the parties over 64.
std::vector<LayerUse> layersFor(const SightDemands& demands, const std::vector<PartySet>& named);

}  // namespace amber

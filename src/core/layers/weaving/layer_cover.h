#pragma once

#include <optional>
#include <vector>

#include "core/layers/weaving/sight_demands.h"

namespace amber {

/// A layer as a set of those on it and a set of those that seek it: each of these sees each of
/// those.
struct LayerUse {
  ParticipantSet seekers;
  ParticipantSet on;

  bool operator==(const LayerUse&) const = default;
};

/// As few layers as the search finds that satisfy all demands and nothing that is forbidden.
/// `named` are layers with fixed members; they come first, in order, even if they are not used.
/// 1. Every demand is satisfied, and no participant sees another that it must not see.
/// 2. The same demands give the same layers.
/// The demanded and forbidden sights are a relation with open entries, and a layer is a rectangle
/// in it. A cover with few rectangles is found by a greedy start from several orders, then, within
/// a budget of steps, by backtracking with one rectangle fewer. (Covering by rectangles is NP-hard
/// in general: J. Orlin, "Contentment in graph theory: covering graphs with cliques", 1977.)
/// Requires: every way of a demand is allowed by itself. Cost: bounded by a fixed number of steps,
/// each linear in the participants over 64.
std::vector<LayerUse> layersFor(const SightDemands& demands,
                                const std::vector<ParticipantSet>& named);

}  // namespace amber

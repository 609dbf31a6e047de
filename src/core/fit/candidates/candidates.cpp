#include "core/fit/candidates/candidates.h"

#include <algorithm>
#include <optional>
#include <tuple>

#include "core/fit/styles/recipe_fit.h"

namespace amber {
namespace {

bool better(const Candidate& a, const Candidate& b, Duty duty) {
  const Measures& m = a.measures;
  const Measures& n = b.measures;
  if (duty == Duty::Notices) return std::tie(m.bareInk, m.air) < std::tie(n.bareInk, n.air);
  return m.overlap != n.overlap ? m.overlap > n.overlap : m.cost < n.cost;
}

}  // namespace

std::vector<Candidate> candidatesFor(const PixelMask& firmInk, const std::vector<Recipe>& recipes,
                                     Duty duty, const std::stop_token& stop) {
  std::vector<Candidate> candidates;
  Fitter fitter(firmInk);
  std::optional<Measurer> measurer;
  Region measuredRegion;
  for (const Recipe& recipe : recipes) {
    if (stop.stop_requested()) break;
    auto shape = fitter(recipe);
    if (!shape || !validated(*shape, firmInk.size())) continue;
    if (!measurer || measuredRegion != recipe.region) {
      measurer.emplace(firmInk, recipe.region);
      measuredRegion = recipe.region;
    }
    const Measures measures = (*measurer)(*shape);
    candidates.push_back({recipe, std::move(*shape), measures});
  }
  std::stable_sort(candidates.begin(), candidates.end(),
                   [&](const Candidate& a, const Candidate& b) { return better(a, b, duty); });
  return candidates;
}

}  // namespace amber

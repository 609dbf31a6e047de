#include "core/layers/weaving/layer_cover.h"

#include <algorithm>
#include <cassert>
#include <numeric>
#include <random>

namespace amber {
namespace {

constexpr int kGreedyOrders = 24;
// Of all deepenings together; a step is one layer tried for one sight.
constexpr int kMostSteps = 150000;

// Layers that grow, never breaking a rule.
class Cover {
 public:
  Cover(const SightDemands& demands, const std::vector<ParticipantSet>& named)
      : demands_(&demands), named_(named.size()) {
    const std::size_t count = demands.never.size();
    for (const ParticipantSet& on : named) layers_.push_back({ParticipantSet(count), on});
    for (std::size_t i = 0; i < demands.neverBoth.size() && !checksBoth_; ++i) {
      checksBoth_ = demands.neverBoth[i].any();
    }
  }

  const std::vector<LayerUse>& layers() const { return layers_; }
  std::size_t named() const { return named_; }

  bool covers(const Sight& sight) const {
    return std::any_of(layers_.begin(), layers_.end(), [&](const LayerUse& layer) {
      return layer.seekers.test(sight.seer) && layer.on.test(sight.seen);
    });
  }

  bool covers(const SightDemand& demand) const {
    return std::any_of(demand.any.begin(), demand.any.end(), [&](const Sight& one) {
      return covers(one) && (!demand.mutual || covers({one.seen, one.seer}));
    });
  }

  // Whether the layer may come to hold the sight; `growth` is then how many join it.
  bool mayJoin(std::size_t place, const Sight& sight, int& growth) const {
    const LayerUse& layer = layers_[place];
    const bool seeks = layer.seekers.test(sight.seer);
    const bool on = layer.on.test(sight.seen);
    if (place < named_ && !on) return false;
    growth = (seeks ? 0 : 1) + (on ? 0 : 1);
    if (!seeks && demands_->never[sight.seer].intersects(layer.on)) return false;
    if (!on) {
      bool barred = demands_->never[sight.seer].test(sight.seen);
      eachOf(layer.seekers, [&](std::size_t seeker) {
        barred = barred || demands_->never[seeker].test(sight.seen);
      });
      if (barred) return false;
    }
    return !checksBoth_ || mayJoinBoth(layer, sight);
  }

  void join(std::size_t place, const Sight& sight) {
    layers_[place].seekers.set(sight.seer);
    layers_[place].on.set(sight.seen);
  }

  void add(const Sight& sight) {
    const std::size_t count = demands_->never.size();
    layers_.push_back({ParticipantSet(count), ParticipantSet(count)});
    join(layers_.size() - 1, sight);
  }

  bool mayAdd(const Sight& sight) const {
    return !demands_->never[sight.seer].test(sight.seen) && !barredBoth(sight.seer, sight.seen);
  }

  void leave(std::size_t place, const LayerUse& before) { layers_[place] = before; }
  void removeLast() { layers_.pop_back(); }
  void remove(std::size_t place) {
    layers_.erase(layers_.begin() + static_cast<std::ptrdiff_t>(place));
  }

 private:
  bool barredBoth(std::size_t seer, std::size_t seen) const {
    return checksBoth_ && demands_->neverBoth[seer].test(seen) &&
           (seer == seen || covers(Sight{seen, seer}));
  }

  bool mayJoinBoth(const LayerUse& layer, const Sight& sight) const {
    bool barred = barredBoth(sight.seer, sight.seen);
    eachOf(layer.on, [&](std::size_t seen) { barred = barred || barredBoth(sight.seer, seen); });
    eachOf(layer.seekers,
           [&](std::size_t seer) { barred = barred || barredBoth(seer, sight.seen); });
    // Those that would come to see each other by this very joining.
    if (!barred && demands_->neverBoth[sight.seer].test(sight.seen)) {
      barred = layer.seekers.test(sight.seen) && layer.on.test(sight.seer);
    }
    eachOf(layer.on, [&](std::size_t seen) {
      barred =
          barred ||
          (demands_->neverBoth[sight.seer].test(seen) &&
           (layer.seekers.test(seen) && (layer.on.test(sight.seer) || sight.seen == sight.seer)));
    });
    eachOf(layer.seekers, [&](std::size_t seer) {
      barred = barred || (demands_->neverBoth[seer].test(sight.seen) && layer.on.test(seer) &&
                          (layer.seekers.test(sight.seen) || sight.seen == sight.seer));
    });
    return !barred;
  }

  const SightDemands* demands_;
  std::size_t named_;
  bool checksBoth_ = false;
  std::vector<LayerUse> layers_;
};

// Puts a sight into the layer where it adds least, or a new one. False where it may not be.
bool place(Cover& cover, const Sight& sight) {
  if (cover.covers(sight)) return true;
  std::size_t best = cover.layers().size();
  int least = 3;
  for (std::size_t i = 0; i < cover.layers().size(); ++i) {
    int growth = 0;
    if (cover.mayJoin(i, sight, growth) && growth < least) {
      least = growth;
      best = i;
    }
  }
  if (best < cover.layers().size()) {
    cover.join(best, sight);
    return true;
  }
  if (!cover.mayAdd(sight)) return false;
  cover.add(sight);
  return true;
}

bool placeDemand(Cover& cover, const SightDemand& demand) {
  if (cover.covers(demand)) return true;
  // The way that needs no new layer comes first.
  std::optional<Cover> best;
  for (const Sight& way : demand.any) {
    Cover tried = cover;
    if (!place(tried, way) || (demand.mutual && !place(tried, {way.seen, way.seer}))) continue;
    if (!best || tried.layers().size() < best->layers().size()) best = std::move(tried);
    if (best->layers().size() == cover.layers().size()) break;
  }
  if (!best) return false;
  cover = std::move(*best);
  return true;
}

std::optional<Cover> greedy(const SightDemands& demands, const std::vector<ParticipantSet>& named,
                            const std::vector<std::size_t>& order) {
  Cover cover(demands, named);
  for (const std::size_t i : order) {
    if (!placeDemand(cover, demands.demands[i])) return std::nullopt;
  }
  // A layer whose sights the others can take in is one too many.
  for (std::size_t i = cover.layers().size(); i-- > cover.named();) {
    Cover without = cover;
    without.remove(i);
    const std::size_t fewer = without.layers().size();
    bool all = true;
    for (const std::size_t k : order) {
      all = placeDemand(without, demands.demands[k]) && without.layers().size() == fewer;
      if (!all) break;
    }
    if (all) cover = std::move(without);
  }
  return cover;
}

// Looks for a cover of at most so many layers by backtracking.
class Search {
 public:
  Search(const SightDemands& demands, Cover cover, std::size_t most, int& steps)
      : demands_(demands), cover_(std::move(cover)), most_(most), steps_(steps) {}

  bool run() { return next(); }
  const Cover& cover() const { return cover_; }

 private:
  // The open demand with the fewest ways to meet it; null when none is open.
  const SightDemand* hardest() const {
    const SightDemand* best = nullptr;
    std::size_t fewest = 0;
    for (const SightDemand& demand : demands_.demands) {
      if (cover_.covers(demand)) continue;
      std::size_t ways = 0;
      for (const Sight& way : demand.any) {
        int growth = 0;
        for (std::size_t i = 0; i < cover_.layers().size(); ++i) {
          ways += cover_.mayJoin(i, way, growth) ? 1U : 0U;
        }
        ways += cover_.layers().size() < most_ && cover_.mayAdd(way) ? 1U : 0U;
      }
      if (best == nullptr || ways < fewest) {
        best = &demand;
        fewest = ways;
        if (ways == 0) break;
      }
    }
    return best;
  }

  bool next() {
    const SightDemand* demand = hardest();
    if (demand == nullptr) return true;
    for (const Sight& way : demand->any) {
      const bool done = demand->mutual
                            ? with(way,
                                   [&] {
                                     return with({way.seen, way.seer}, [&] { return next(); });
                                   })
                            : with(way, [&] { return next(); });
      if (done) return true;
    }
    return false;
  }

  // Tries each place for a sight and goes on from there.
  template <class GoOn>
  bool with(const Sight& sight, const GoOn& goOn) {
    if (cover_.covers(sight)) return goOn();
    for (std::size_t i = 0; i < cover_.layers().size(); ++i) {
      if (--steps_ < 0) return false;
      int growth = 0;
      if (!cover_.mayJoin(i, sight, growth)) continue;
      const LayerUse before = cover_.layers()[i];
      cover_.join(i, sight);
      if (goOn()) return true;
      cover_.leave(i, before);
    }
    if (cover_.layers().size() == most_ || !cover_.mayAdd(sight) || --steps_ < 0) return false;
    cover_.add(sight);
    if (goOn()) return true;
    cover_.removeLast();
    return false;
  }

  const SightDemands& demands_;
  Cover cover_;
  std::size_t most_;
  int& steps_;
};

}  // namespace

std::vector<LayerUse> layersFor(const SightDemands& demands,
                                const std::vector<ParticipantSet>& named) {
  std::vector<std::size_t> order(demands.demands.size());
  std::iota(order.begin(), order.end(), std::size_t{0});
  std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
    return demands.demands[a].any.size() < demands.demands[b].any.size();
  });
  std::optional<Cover> best;
  std::mt19937 random(1);
  const std::size_t cost = order.size() * demands.never.size();
  const int orders = cost > 200000 ? 1 : cost > 20000 ? 4 : kGreedyOrders;
  for (int i = 0; i < orders; ++i) {
    auto cover = greedy(demands, named, order);
    if (cover && (!best || cover->layers().size() < best->layers().size())) best = std::move(cover);
    std::shuffle(order.begin(), order.end(), random);
  }
  assert(best);
  int steps = kMostSteps;
  while (best->layers().size() > named.size() && steps > 0) {
    Search search(demands, Cover(demands, named), best->layers().size() - 1, steps);
    if (!search.run()) break;
    best = search.cover();
  }
  return best->layers();
}

}  // namespace amber

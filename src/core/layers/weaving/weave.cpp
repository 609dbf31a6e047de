#include "core/layers/weaving/weave.h"

#include <algorithm>
#include <map>
#include <set>

#include "core/layers/sentences/sentence.h"
#include "core/layers/weaving/layer_cover.h"
#include "core/layers/weaving/layer_names.h"
#include "core/project/values/ranges.h"

namespace amber {
namespace {

// The layers that sentences name and that there are, by bit, in order.
std::vector<std::size_t> namedLayers(const Project& project) {
  std::set<std::size_t> named;
  for (const Expectation& one : project.expectations) {
    for (const Phrase* phrase : {&one.who, &one.whom}) {
      if (phrase->of != PhraseOf::Layer) continue;
      const auto found = std::find(project.layers.begin(), project.layers.end(), phrase->name);
      if (found != project.layers.end()) {
        named.insert(static_cast<std::size_t>(found - project.layers.begin()));
      }
    }
  }
  return {named.begin(), named.end()};
}

// Participants that every expectation treats alike are one for the search.
class DemandClasses {
 public:
  DemandClasses(const Meetings& meetings, const std::vector<Expectation>& sentences,
                const std::vector<ParticipantSet>& named) {
    const std::size_t count = meetings.alike().size();
    std::vector<std::string> signatures(count);
    const auto add = [&](const ParticipantSet& set) {
      for (std::size_t i = 0; i < count; ++i) signatures[i] += set.test(i) ? '1' : '0';
    };
    for (const Expectation& one : sentences) {
      add(meetings.meant(one.who));
      add(meetings.meant(one.whom));
    }
    for (const ParticipantSet& on : named) add(on);
    std::map<std::string, std::size_t> places;
    for (std::size_t i = 0; i < count; ++i) {
      const ParticipantSettings& settings = meetings.settings(i);
      signatures[i] += static_cast<char>('a' + static_cast<int>(settings.duty));
      signatures[i] += static_cast<char>('a' + static_cast<int>(settings.motion));
      of_.push_back(places.try_emplace(signatures[i], places.size()).first->second);
    }
    size_ = places.size();
  }

  std::size_t size() const { return size_; }
  std::size_t of(std::size_t participant) const { return of_[participant]; }

  ParticipantSet gathered(const ParticipantSet& set) const {
    ParticipantSet classes(size_);
    for (std::size_t i = set.find_first(); i != ParticipantSet::npos; i = set.find_next(i)) {
      classes.set(of_[i]);
    }
    return classes;
  }

  SightDemands gathered(const SightDemands& demands) const {
    SightDemands out;
    out.never.assign(size_, ParticipantSet(size_));
    out.neverBoth = out.never;
    for (std::size_t i = 0; i < of_.size(); ++i) {
      out.never[of_[i]] |= gathered(demands.never[i]);
      out.neverBoth[of_[i]] |= gathered(demands.neverBoth[i]);
    }
    std::set<std::vector<Sight>> seen;
    for (const SightDemand& demand : demands.demands) {
      SightDemand one = demand;
      for (Sight& way : one.any) way = {of_[way.seer], of_[way.seen]};
      std::sort(one.any.begin(), one.any.end());
      one.any.erase(std::unique(one.any.begin(), one.any.end()), one.any.end());
      if (seen.insert(one.any).second) out.demands.push_back(std::move(one));
    }
    return out;
  }

 private:
  std::vector<std::size_t> of_;
  std::size_t size_ = 0;
};

WeaveRefusal refusalOf(const Project& project, const SightRefusal& refusal) {
  const auto quoted = [&](std::size_t k) {
    return std::to_string(k + 1) + " (" + sentenceOf(project.expectations[k]) + ")";
  };
  if (refusal.sentences.size() == 1) {
    return {refusal.sentences,
            "Sentence " + quoted(refusal.sentences.front()) +
                (refusal.unable.empty() ? " needs a meeting that no expectation covers. Add that "
                                          "expectation, or change this one."
                                        : " cannot hold with the current duties and motions. "
                                          "Change those, or this expectation.")};
  }
  std::string text = "These expectations contradict each other: ";
  for (std::size_t i = 0; i < refusal.sentences.size(); ++i) {
    text += (i == 0 ? "" : "; ") + quoted(refusal.sentences[i]);
  }
  return {refusal.sentences, text + ". Change or remove one."};
}

// The sentences that need the layers: of each layer, the first that asks for a sight by it.
Contradiction sentencesBehind(const std::vector<LayerUse>& uses, const SightDemands& demands,
                              std::size_t sentences) {
  std::set<std::size_t> behind;
  for (const LayerUse& use : uses) {
    const auto asks = [&](const SightDemand& demand) {
      return demand.sentence < sentences &&
             std::any_of(demand.any.begin(), demand.any.end(), [&](const Sight& sight) {
               return use.seekers.test(sight.seer) && use.on.test(sight.seen);
             });
    };
    const auto found = std::find_if(demands.demands.begin(), demands.demands.end(), asks);
    if (found != demands.demands.end()) behind.insert(found->sentence);
  }
  return {behind.begin(), behind.end()};
}

WeaveRefusal tooManyLayers(const Project& project, std::size_t layers, Contradiction behind) {
  constexpr std::size_t kMostListed = 8;
  std::string text = "The expectations need " + std::to_string(layers) +
                     " layers, and a project can have " + std::to_string(kMostLayers) +
                     ". These need a layer each: ";
  for (std::size_t i = 0; i < std::min(behind.size(), kMostListed); ++i) {
    text += (i == 0 ? "" : "; ") + std::to_string(behind[i] + 1) + " (" +
            sentenceOf(project.expectations[behind[i]]) + ")";
  }
  if (behind.size() > kMostListed) {
    text += "; and " + std::to_string(behind.size() - kMostListed) + " more";
  }
  return {std::move(behind),
          text + ". Remove some of them, or write one expectation for a whole kind."};
}

}  // namespace

tl::expected<Woven, WeaveRefusal> woven(const Project& project) {
  const auto alike = ParticipantClasses::of(project);
  if (!alike) return tl::unexpected(WeaveRefusal{{}, alike.error().sentence + "."});
  const Meetings meetings(*alike);
  const auto demands = sightDemands(project.expectations, meetings, Unspoken::Parted);
  if (!demands) return tl::unexpected(refusalOf(project, demands.error()));
  std::vector<ParticipantSet> named;
  const std::vector<std::size_t> kept = namedLayers(project);
  for (const std::size_t bit : kept) {
    named.push_back(meetings.meant({PhraseOf::Layer, project.layers[bit], {}}));
  }
  const DemandClasses classes(meetings, project.expectations, named);
  std::vector<ParticipantSet> gathered;
  for (const ParticipantSet& on : named) gathered.push_back(classes.gathered(on));
  const SightDemands asked = classes.gathered(*demands);
  const std::vector<LayerUse> uses = layersFor(asked, gathered);
  if (uses.size() > kMostLayers) {
    return tl::unexpected(tooManyLayers(project, uses.size(),
                                        sentencesBehind(uses, asked, project.expectations.size())));
  }
  Woven result;
  result.layering.settings.assign(alike->size(), ParticipantSettings{Duty::Stops, 0, 0});
  std::vector<ParticipantSet> on(uses.size(), ParticipantSet(alike->size()));
  for (std::size_t i = 0; i < alike->size(); ++i) {
    for (std::size_t bit = 0; bit < uses.size(); ++bit) {
      if (uses[bit].on.test(classes.of(i))) on[bit].set(i);
      if (on[bit].test(i)) result.layering.settings[i].on |= LayerSet{1} << bit;
      if (uses[bit].seekers.test(classes.of(i))) {
        result.layering.settings[i].seeks |= LayerSet{1} << bit;
      }
    }
  }
  result.layering.layers = layerNames(*alike, on, kept);
  result.notes = layerNotes(*alike, on, result.layering.layers);
  result.edits = editsFor(*alike, result.layering);
  return result;
}

}  // namespace amber

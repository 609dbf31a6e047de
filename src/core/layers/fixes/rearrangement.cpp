#include "core/layers/fixes/rearrangement.h"

#include <algorithm>

#include "core/layers/weaving/layer_cover.h"
#include "core/layers/weaving/layer_names.h"
#include "core/project/values/ranges.h"

namespace amber {
namespace {

constexpr std::size_t kMostParticipants = 160;
constexpr int kMostTries = 60;
constexpr std::size_t kPairsTried = 3;
constexpr int kDeepest = 4;

// Looks for duties and motions with which sentences can hold together.
class DutySearch {
 public:
  explicit DutySearch(const std::vector<Expectation>& sentences) : sentences_(sentences) {}

  struct Found {
    Meetings meetings;
    SightDemands demands;
  };

  std::optional<Found> run(const Meetings& meetings) { return next(meetings, 0); }
  /// What was in the way at first.
  const SightRefusal& refusal() const { return refusal_; }

 private:
  std::optional<Found> next(const Meetings& meetings, int depth) {
    if (++tries_ > kMostTries) return std::nullopt;
    auto demands = sightDemands(sentences_, meetings, Unspoken::Kept);
    if (demands) return Found{meetings, std::move(*demands)};
    const SightRefusal refusal = demands.error();
    if (depth == 0) refusal_ = refusal;
    if (depth == kDeepest) return std::nullopt;
    const std::size_t count = std::min(refusal.unable.size(), kPairsTried);
    for (std::size_t i = 0; i < count; ++i) {
      const auto [who, whom] = refusal.unable[i];
      const Expectation& sentence = sentences_[refusal.sentences.front()];
      for (const Meetings& changed : changes(meetings, sentence.verb, who, whom)) {
        if (auto found = next(changed, depth + 1)) return found;
      }
    }
    return std::nullopt;
  }

  static Meetings with(const Meetings& meetings, std::size_t participant, Duty duty) {
    Meetings changed = meetings;
    ParticipantSettings settings = meetings.settings(participant);
    settings.duty = duty;
    changed.change(participant, settings);
    return changed;
  }

  static Meetings with(const Meetings& meetings, std::size_t participant, Motion motion) {
    Meetings changed = meetings;
    const AlikeAssets& own =
        meetings.alike().assets()[meetings.alike().participants()[participant].of];
    for (std::size_t i = own.first; i < own.first + own.count; ++i) {
      ParticipantSettings settings = meetings.settings(i);
      settings.motion = motion;
      changed.change(i, settings);
    }
    return changed;
  }

  // Changes that let the two do what the verb requires, one after another.
  static std::vector<Meetings> changes(const Meetings& meetings, Verb verb, std::size_t who,
                                       std::size_t whom) {
    std::vector<Meetings> all;
    if (!awake(meetings.settings(who).motion, meetings.settings(whom).motion,
               meetings.rule().wakes)) {
      const Motion motion =
          meetings.rule().wakes == Wakes::Dynamic ? Motion::Dynamic : Motion::Kinematic;
      all.push_back(with(meetings, who, motion));
      all.push_back(with(meetings, whom, motion));
      return all;
    }
    const bool whoStops = meetings.settings(who).duty == Duty::Stops;
    const bool whomStops = meetings.settings(whom).duty == Duty::Stops;
    if (verb == Verb::StopsAt && !(whoStops && whomStops)) {
      all.push_back(with(with(meetings, who, Duty::Stops), whom, Duty::Stops));
    } else if (verb == Verb::Notices && whoStops && whomStops) {
      all.push_back(with(meetings, who, Duty::Notices));
      all.push_back(with(meetings, whom, Duty::Notices));
    }
    return all;
  }

  const std::vector<Expectation>& sentences_;
  SightRefusal refusal_;
  int tries_ = 0;
};

// The layers that expectations name, unchanged, and the participants on them.
struct NamedLayers {
  std::vector<std::size_t> bits;
  std::vector<ParticipantSet> on;
};

NamedLayers namedIn(const std::vector<Expectation>& sentences, const Meetings& meetings) {
  const std::vector<std::string>& layers = meetings.alike().project().layers;
  NamedLayers named;
  for (std::size_t bit = 0; bit < layers.size(); ++bit) {
    const auto names = [&](const Phrase& phrase) {
      return phrase.of == PhraseOf::Layer && phrase.name == layers[bit];
    };
    if (std::none_of(sentences.begin(), sentences.end(),
                     [&](const Expectation& one) { return names(one.who) || names(one.whom); })) {
      continue;
    }
    named.bits.push_back(bit);
    named.on.push_back(meetings.meant({PhraseOf::Layer, layers[bit], {}}));
  }
  return named;
}

std::optional<Layering> layeringOf(const DutySearch::Found& found) {
  const ParticipantClasses& alike = found.meetings.alike();
  const NamedLayers named = namedIn(alike.project().expectations, found.meetings);
  const std::vector<LayerUse> uses = layersFor(found.demands, named.on);
  if (uses.size() > kMostLayers) return std::nullopt;
  Layering layering;
  std::vector<ParticipantSet> on;
  for (const LayerUse& use : uses) on.push_back(use.on);
  layering.layers = layerNames(alike, on, named.bits);
  for (std::size_t i = 0; i < alike.size(); ++i) {
    ParticipantSettings settings = found.meetings.settings(i);
    settings.on = 0;
    settings.seeks = 0;
    for (std::size_t bit = 0; bit < uses.size(); ++bit) {
      if (uses[bit].on.test(i)) settings.on |= LayerSet{1} << bit;
      if (uses[bit].seekers.test(i)) settings.seeks |= LayerSet{1} << bit;
    }
    layering.settings.push_back(settings);
  }
  return layering;
}

}  // namespace

Rearrangement rearranged(const Meetings& meetings, const std::vector<Judgement>& judgements,
                         std::size_t sentence) {
  Rearrangement result;
  const std::vector<Expectation>& all = meetings.alike().project().expectations;
  if (meetings.alike().size() > kMostParticipants) return result;
  std::vector<Expectation> held{all[sentence]};
  std::vector<std::size_t> numbers{sentence};
  for (std::size_t k = 0; k < all.size(); ++k) {
    if (k == sentence || judgements[k].verdict != Verdict::Holds) continue;
    held.push_back(all[k]);
    numbers.push_back(k);
  }
  DutySearch search(held);
  if (const auto found = search.run(meetings)) {
    result.layering = layeringOf(*found);
    if (result.layering) return result;
  }
  const std::vector<Expectation> alone{held[0]};
  if (!DutySearch(alone).run(meetings)) {
    result.contradicts = {sentence};
    return result;
  }
  // Which one alone is in the way; else all that the refusal names.
  for (std::size_t k = 1; k < held.size(); ++k) {
    const std::vector<Expectation> two{held[0], held[k]};
    if (!DutySearch(two).run(meetings)) result.contradicts.push_back(numbers[k]);
  }
  if (result.contradicts.empty()) {
    for (const std::size_t k : search.refusal().sentences) {
      if (k != 0) result.contradicts.push_back(numbers[k]);
    }
  }
  return result;
}

std::vector<Edit> editsOf(const Rearrangement& arrangement, const ParticipantClasses& alike) {
  std::vector<Edit> edits = editsFor(alike, *arrangement.layering);
  // Duties and motions that are others go with the assets.
  std::vector<SetSetting> duties;
  for (std::size_t i = 0; i < alike.size(); ++i) {
    const Participant& participant = alike.participants()[i].sample;
    const ParticipantSettings& now = arrangement.layering->settings[i];
    for (const std::size_t at : alike.assets()[alike.participants()[i].of].assets) {
      const AssetId id = alike.project().assets[at]->id;
      if (now.motion != participant.settings.motion) edits.emplace_back(SetMotion{id, now.motion});
      if (now.duty == participant.settings.duty) continue;
      const auto same = std::find_if(edits.begin(), edits.end(), [&](const Edit& edit) {
        const auto* set = std::get_if<SetSetting>(&edit);
        return set != nullptr && set->asset == id && set->setting.role == participant.role->name;
      });
      if (same != edits.end()) {
        std::get<SetSetting>(*same).setting.duty = now.duty;
      } else {
        edits.emplace_back(SetSetting{id, {}, {participant.role->name, now.duty, {}, {}}});
      }
    }
  }
  return edits;
}

std::string textOf(const Rearrangement& arrangement) {
  return "rearrange the layers, as " + std::to_string(arrangement.layering->layers.size());
}

}  // namespace amber

#include "cli/layers/layer_json.h"

#include <algorithm>
#include <nlohmann/json.hpp>

#include "core/base/parallel.h"
#include "core/layers/outcome_words.h"
#include "core/layers/reasons.h"
#include "core/layers/sentences/sentence.h"
#include "core/layers/sentences/unasked.h"
#include "core/project/words.h"

namespace amber {
namespace {

// At most this many broken or uncovered pairs are listed; the counts are complete.
constexpr std::size_t kMostListed = 10000;

Json namesJson(const Project& project, LayerSet set) {
  Json names = Json::array();
  for (std::size_t bit = 0; bit < project.layers.size(); ++bit) {
    if ((set >> bit & 1) != 0) names.push_back(project.layers[bit]);
  }
  return names;
}

Json sidesJson(const Sides& sides, const std::string& a, const std::string& b) {
  Json names = Json::array();
  if (sides.a) names.push_back(a);
  if (sides.b && (!sides.a || a != b)) names.push_back(b);
  return names;
}

Json whyJson(const std::optional<PassReason>& why) {
  return why ? Json(wordOf(kPassReasonWords, *why)) : Json(nullptr);
}

Json numbersJson(const std::vector<std::size_t>& numbers) {
  Json list = Json::array();
  for (const std::size_t n : numbers) list.push_back(n + 1);
  return list;
}

// The pairs that two equivalence classes stand for, each with its outcome. `who` comes first if
// only one of the two belongs to it.
Json pairsJson(const Meetings& meetings, const std::vector<AlikePair>& pairs,
               const ParticipantSet& who, bool withWhy, std::size_t most) {
  Json list = Json::array();
  for (AlikePair pair : pairs) {
    if (!who.test(pair.first) && who.test(pair.second)) std::swap(pair.first, pair.second);
    const Answer answer =
        answerFor(meetings.settings(pair.first), meetings.settings(pair.second), meetings.rule());
    for (const auto& [a, b] : namesOf(meetings, pair, most)) {
      if (list.size() >= most) return list;
      Json json{{"a", a.first + ":" + a.second},
                {"b", b.first + ":" + b.second},
                {"outcome", wordOf(kOutcomeWords, answer.outcome)}};
      if (withWhy) json["why"] = whyJson(answer.why);
      list.push_back(std::move(json));
    }
  }
  return list;
}

Json fixesJson(const std::vector<Fix>& fixes) {
  Json list = Json::array();
  for (const Fix& fix : fixes) {
    list.push_back(Json{{"text", fix.text},
                        {"parties", fix.participants},
                        {"pairs", fix.pairs},
                        {"breaks", numbersJson(fix.breaks)},
                        {"mends", numbersJson(fix.mends)}});
  }
  return list;
}

}  // namespace

Json layersJson(const Project& project) {
  const std::vector<Participant> participants = participantsOf(project);
  Json layers = Json::array();
  for (std::size_t bit = 0; bit < project.layers.size(); ++bit) {
    Json on = Json::array();
    Json sought = Json::array();
    for (const Participant& participant : participants) {
      if ((participant.settings.on >> bit & 1) != 0) on.push_back(participantName(participant));
      if ((participant.settings.seeks >> bit & 1) != 0)
        sought.push_back(participantName(participant));
    }
    layers.push_back(Json{{"bit", bit},
                          {"name", project.layers[bit]},
                          {"on", std::move(on)},
                          {"sought", std::move(sought)}});
  }
  Json list = Json::array();
  for (const Participant& participant : participants) {
    list.push_back(Json{{"party", participantName(participant)},
                        {"duty", wordOf(kDutyWords, participant.settings.duty)},
                        {"on", namesJson(project, participant.settings.on)},
                        {"seeks", namesJson(project, participant.settings.seeks)},
                        {"motion", wordOf(kMotionWords, participant.settings.motion)},
                        {"from",
                         {{"duty", wordOf(kSettingFromWords, participant.dutyFrom)},
                          {"on", wordOf(kSettingFromWords, participant.onFrom)},
                          {"seeks", wordOf(kSettingFromWords, participant.seeksFrom)}}}});
  }
  return Json{{"layers", std::move(layers)},
              {"pairing", wordOf(kPairingWords, project.pairing)},
              {"wakes", wordOf(kWakesWords, project.wakes)},
              {"parties", std::move(list)}};
}

Json pairJson(const Project& project, const Participant& a, const Participant& b) {
  const Answer answer = answerFor(a.settings, b.settings, ruleOf(project));
  return Json{{"a", participantName(a)},
              {"b", participantName(b)},
              {"copies", a.asset == b.asset},
              {"outcome", wordOf(kOutcomeWords, answer.outcome)},
              {"stopped", sidesJson(answer.stopped, participantName(a), participantName(b))},
              {"told", sidesJson(answer.told, participantName(a), participantName(b))},
              {"why", whyJson(answer.why)},
              {"text", answerText(project, a, b)}};
}

Json expectationsJson(const Project& project, const Meetings& meetings, const FixSearch& search,
                      std::size_t most) {
  const auto& judgements = search.judgements();
  const std::size_t count = std::min(most, judgements.size());
  const std::size_t pairs = std::min(most, kMostListed);
  std::vector<Fixes> fixes(count);
  forEachIndex(count, [&](std::size_t k) { fixes[k] = search.fixesFor(k); });
  Json list = Json::array();
  for (std::size_t k = 0; k < count; ++k) {
    const Expectation& one = project.expectations[k];
    list.push_back(Json{
        {"n", k + 1},
        {"sentence", sentenceOf(one)},
        {"verdict", wordOf(kVerdictWords, judgements[k].verdict)},
        {"pairs", judgements[k].pairs},
        {"brokenPairs", judgements[k].brokenPairs},
        {"broken", pairsJson(meetings, judgements[k].broken, meetings.meant(one.who), true, pairs)},
        {"contradicts", numbersJson(fixes[k].contradicts)},
        {"fixes", fixesJson(fixes[k].list)}});
  }
  const ParticipantSet nobody(meetings.alike().size());
  const auto unasked = unaskedPairs(project.expectations, meetings);
  std::uint64_t unaskedCount = 0;
  for (const AlikePair& pair : unasked) {
    unaskedCount += meetings.alike().pairsOf(pair.first, pair.second);
  }
  return Json{{"count", judgements.size()},
              {"expectations", std::move(list)},
              {"unaskedCount", unaskedCount},
              {"unasked", pairsJson(meetings, unasked, nobody, false, pairs)}};
}

}  // namespace amber

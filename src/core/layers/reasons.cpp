#include "core/layers/reasons.h"

#include "core/base/words.h"
#include "core/layers/sentences/sentence_words.h"
#include "core/project/words.h"

namespace amber {
namespace {

std::string nameOf(const Participant& participant) {
  return participant.asset->name + " " + participant.role->name;
}

std::string placeText(const Project& project, const Participant& participant) {
  return nameOf(participant) + " is on " + layersText(project, participant.settings.on) +
         " and seeks " + layersText(project, participant.settings.seeks) + ".";
}

std::string sightText(const Project& project, const Participant& a, const Participant& b) {
  const bool there = sees(a.settings, b.settings);
  const bool back = sees(b.settings, a.settings);
  const auto by = [&](const Participant& seer, const Participant& seen) {
    return nameOf(seer) + " seeks " + layersText(project, seer.settings.seeks & seen.settings.on) +
           ", which " + nameOf(seen) + " is on.";
  };
  if (there && back) return "Each seeks a layer that the other is on: both see the other.";
  if (there) return by(a, b);
  if (back) return by(b, a);
  return "Neither seeks a layer that the other is on: neither sees the other.";
}

std::string wakeText(const Project& project, const Participant& a, const Participant& b) {
  const std::string motions =
      a.asset->name + " is " + std::string(wordOf(kMotionWords, a.settings.motion)) + ", " +
      b.asset->name + " is " + std::string(wordOf(kMotionWords, b.settings.motion));
  const bool up = awake(a.settings.motion, b.settings.motion, project.wakes);
  switch (project.wakes) {
    case Wakes::Any:
      return motions + "; the game lets every pair meet.";
    case Wakes::Mover:
      return motions + (up ? ": at least one moves, so the pair is awake."
                           : ": neither moves, so the game lets the pair sleep.");
    case Wakes::Dynamic:
      break;
  }
  return motions + (up ? ": physics moves at least one, so the pair is awake."
                       : ": physics moves neither, so the game lets the pair sleep.");
}

std::string whyText(PassReason why) {
  switch (why) {
    case PassReason::Asleep:
      return "the game lets the pair sleep";
    case PassReason::Unseen:
      return "neither seeks a layer that the other is on";
    case PassReason::OneSided:
      break;
  }
  return "only one sees the other, and both have to";
}

std::string outcomeText(const Participant& a, const Participant& b, const Answer& answer) {
  const auto both = [&](const Sides& sides, const char* one, const char* two) {
    if (sides.both()) return nameOf(a) + " and " + nameOf(b) + two;
    if (sides.any()) return nameOf(sides.a ? a : b) + one;
    return std::string();
  };
  switch (answer.outcome) {
    case Outcome::Stops: {
      const std::string who = both(answer.stopped, " is stopped", " are stopped");
      return "They meet and both stop what they meet: " +
             (who.empty() ? "neither moves, so nothing is stopped." : who + ".");
    }
    case Outcome::Notices:
      return "They meet and not both stop what they meet: " +
             both(answer.told, " is told", " are told") + ".";
    case Outcome::Passes:
      break;
  }
  return "They pass: " + whyText(*answer.why) + ".";
}

}  // namespace

std::string layersText(const Project& project, LayerSet set) {
  std::vector<std::string> names;
  for (std::size_t bit = 0; bit < project.layers.size(); ++bit) {
    if ((set >> bit & 1) != 0) names.push_back(project.layers[bit]);
  }
  if (names.empty()) return "nothing";
  std::string text;
  for (std::size_t i = 0; i < names.size(); ++i) {
    text += (i == 0 ? "" : i + 1 == names.size() ? " and " : ", ") + names[i];
  }
  return text;
}

std::vector<std::string> reasonsOf(const Project& project, const Participant& a,
                                   const Participant& b) {
  const Answer answer = answerFor(a.settings, b.settings, ruleOf(project));
  std::vector<std::string> reasons{placeText(project, a)};
  if (a.asset != b.asset || a.role != b.role) reasons.push_back(placeText(project, b));
  reasons.push_back(sightText(project, a, b));
  if (answer.why == PassReason::OneSided) {
    reasons.push_back("The game wants both sides to see the other.");
  }
  reasons.push_back(wakeText(project, a, b));
  reasons.push_back(outcomeText(a, b, answer));
  return reasons;
}

std::string answerText(const Project& project, const Participant& a, const Participant& b) {
  const Answer answer = answerFor(a.settings, b.settings, ruleOf(project));
  const std::string first = nameOf(a);
  const bool copies = a.asset == b.asset;
  const std::string second = (copies ? "another " : "") + nameOf(b);
  switch (answer.outcome) {
    case Outcome::Stops:
      return first + " stops at " + second +
             (answer.stopped.both() ? ", and both are stopped"
              : answer.stopped.a    ? ", and " + first + " is stopped"
              : answer.stopped.b    ? ", and " + second + " is stopped"
                                    : ", but neither moves");
    case Outcome::Notices:
      if (answer.told.both()) return first + " and " + second + " notice each other";
      return answer.told.a ? first + " notices " + second : second + " notices " + first;
    case Outcome::Passes:
      break;
  }
  return first + " passes " + second + ": " + whyText(*answer.why);
}

std::string shortAnswer(const Meetings& meetings, std::size_t a, std::size_t b) {
  const auto& participants = meetings.alike().participants();
  return answerText(meetings.alike().project(), participants[a].sample, participants[b].sample);
}

std::string emptyReason(const Meetings& meetings, const Expectation& sentence) {
  const auto of = [](const Phrase& phrase) {
    std::string text;
    if (phrase.of == PhraseOf::Kind) text = "every ";
    if (phrase.of == PhraseOf::Layer) text = "everything on ";
    if (phrase.of == PhraseOf::All) text = "everything";
    if (!phrase.name.empty()) text += typedName(phrase.name);
    return phrase.role.empty() ? text : text + " " + typedName(phrase.role);
  };
  const bool noWho = meetings.meant(sentence.who).none();
  if (!noWho && meetings.meant(sentence.whom).any()) {
    return "\u201c" + of(sentence.who) + "\u201d has no copies that could meet each other";
  }
  const Phrase& phrase = noWho ? sentence.who : sentence.whom;
  return "no shape is \u201c" + of(phrase) + "\u201d";
}

}  // namespace amber

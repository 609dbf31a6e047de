// What the layers bench answers for what is chosen, of layers_bench.h.
#include <QComboBox>
#include <QPushButton>
#include <QSignalBlocker>

#include "core/layers/reasons.h"
#include "core/layers/sentences/sentence.h"
#include "desktop/benches/layers/expectation_list.h"
#include "desktop/benches/layers/layers_bench.h"
#include "desktop/benches/layers/loom.h"
#include "desktop/parts/wording.h"

namespace amber {
namespace {

constexpr std::size_t kMostAlternatives = 3;

QString text(const std::string& words) {
  return QString::fromStdString(words);
}

QString capital(const std::string& words) {
  QString shown = QString::fromStdString(words);
  if (!shown.isEmpty()) shown[0] = shown[0].toUpper();
  return shown;
}

QString effectOf(const Fix& fix) {
  QString words = QObject::tr("changes %1 and %2")
                      .arg(counted(fix.participants, QObject::tr("shape"), QObject::tr("shapes")),
                           counted(fix.pairs, QObject::tr("pair"), QObject::tr("pairs")));
  if (!fix.breaks.empty()) {
    words += QObject::tr("; breaks %1")
                 .arg(counted(fix.breaks.size(), QObject::tr("expectation"),
                              QObject::tr("expectations")));
  }
  if (!fix.mends.empty()) {
    words += QObject::tr("; fixes %1 more").arg(fix.mends.size());
  }
  return words;
}

QString motionText(const Participant& participant) {
  const char* words[] = {"static", "kinematic", "dynamic"};
  return text(participant.asset->name) + ", " +
         words[static_cast<int>(participant.settings.motion)];
}

}  // namespace

void LayersBench::showAnswer() {
  const int row = list_->row();
  AnswerPanel::Content content;
  std::vector<LoomThread> missing;
  std::set<std::string> concerned;
  if (proposed_) {
    content = wovenContent();
  } else if (!refusedWeave_.isEmpty()) {
    content.title = tr("No layers fit these expectations");
    content.verdict = refusedWeave_;
    content.bad = true;
  } else if (list_->model().isSentence(row)) {
    content = sentenceContent(row);
    if (const SentenceFacts* facts = list_->model().sentenceFacts(row)) {
      // What the first fix would put.
      if (!facts->fixes.empty()) {
        const auto after = withEdits(session_.project(), facts->fixes.front().edits);
        if (after) missing = threadsAdded(session_.project(), after->project);
      }
      const std::vector<std::string> names =
          facts->verdict == Verdict::Holds
              ? participantsSpokenOf(session_.project(),
                                     session_.project().expectations[static_cast<std::size_t>(row)])
              : facts->concerned;
      concerned.insert(names.begin(), names.end());
      for (const LoomThread& thread : missing) concerned.insert(thread.participant);
    }
  } else if (const UnaskedFacts* unasked = list_->model().unaskedFacts(row)) {
    content = unaskedContent(row);
    for (const auto& [a, b] : unasked->pairs) {
      concerned.insert(a.first + ":" + a.second);
      concerned.insert(b.first + ":" + b.second);
    }
  } else if (loom_->chosen().size() == 2) {
    content = pairContent();
  } else if (loom_->layer()) {
    content = layerContent();
  } else if (loom_->chosen().size() == 1) {
    content = participantContent();
  } else {
    content = nothingChosen();
  }
  loom_->setMissing(std::move(missing), std::move(concerned));
  showControls();
  panel_->show(content);
}

AnswerPanel::Content LayersBench::nothingChosen() const {
  AnswerPanel::Content content;
  content.title = tr("Who meets whom");
  content.facts = session_.project().expectations.empty()
                      ? tr("Type below what the game expects, one expectation at a time. Each is "
                           "checked at once. Weave then computes layers that satisfy all of them.")
                      : tr("Select a shape, and a second one with Shift, to see what they do and "
                           "why. Select an expectation to see whether it holds.");
  content.reasons = {tr("Drag from the square of a shape to a layer to put the shape on it. Drag "
                        "from the arrow to make the shape seek the layer."),
                     tr("Click a thread to remove it."),
                     tr("Keyboard: Up and Down select a shape, Left and Right a layer. O and S add "
                        "or remove a thread. D changes the duty.")};
  return content;
}

void LayersBench::addFixes(const SentenceFacts& facts, AnswerPanel::Content& content) {
  for (std::size_t i = 0; i < facts.fixes.size() && i < 5; ++i) {
    const Fix& fix = facts.fixes[i];
    content.choices.push_back({capital(fix.text), effectOf(fix),
                               [this, fix] { perform(capital(fix.text), fix.edits); },
                               i == 0 && fix.breaks.empty()});
  }
}

AnswerPanel::Content LayersBench::sentenceContent(int row) {
  AnswerPanel::Content content;
  const Expectation& sentence = session_.project().expectations[static_cast<std::size_t>(row)];
  content.title = text(sentenceOf(sentence));
  const SentenceFacts* facts = list_->model().sentenceFacts(row);
  if (facts == nullptr) return content;
  const auto drop =
      AnswerPanel::Choice{tr("Remove the expectation"), {}, [this, row] { dropSentence(row); }};
  if (facts->verdict == Verdict::Holds) {
    content.verdict = tr("It holds for %1.").arg(counted(facts->pairs, tr("pair"), tr("pairs")));
  } else if (facts->verdict == Verdict::Empty) {
    content.verdict = tr("This sentence applies to nothing: %1.").arg(text(facts->reason));
    content.bad = true;
  } else {
    content.facts = tr("It is broken for %1 of %2")
                        .arg(facts->brokenPairs)
                        .arg(counted(facts->pairs, tr("pair"), tr("pairs")));
    if (!facts->broken.empty()) {
      const auto& [a, b] = facts->broken.front();
      const Project& project = session_.project();
      const Asset* first = findAsset(project, a.first);
      const Asset* second = findAsset(project, b.first);
      const Role* firstRole = findRole(project, a.second);
      const Role* secondRole = findRole(project, b.second);
      if (first != nullptr && second != nullptr && firstRole != nullptr && secondRole != nullptr) {
        const Participant one = participantOf(project, *first, *firstRole);
        const Participant two = participantOf(project, *second, *secondRole);
        for (const std::string& reason : reasonsOf(project, one, two)) {
          content.reasons.push_back(text(reason));
        }
      }
    }
    content.verdict = tr("Expected, but %1.").arg(text(facts->reason));
    content.bad = true;
    for (const std::size_t other : facts->contradicts) {
      content.verdict += other == static_cast<std::size_t>(row)
                             ? tr(" No settings can satisfy it.")
                             : tr(" It contradicts expectation %1.").arg(other + 1);
    }
    addFixes(*facts, content);
  }
  content.choices.push_back(drop);
  return content;
}

AnswerPanel::Content LayersBench::unaskedContent(int row) {
  AnswerPanel::Content content;
  const UnaskedFacts facts = *list_->model().unaskedFacts(row);
  content.title = text(facts.text);
  content.verdict = tr("No expectation covers this meeting.");
  content.bad = true;
  const auto these = [this, first = facts.pairs.front()] {
    return unaskedLike(session_.project(), first);
  };
  const auto all = [this](bool part) {
    PairNames names;
    for (const UnaskedFacts& one : list_->model().facts().unasked) {
      const PairNames more = unaskedLike(session_.project(), one.pairs.front());
      names.insert(names.end(), more.begin(), more.end());
    }
    perform(
        part ? tr("Expect all meetings without an expectation to pass") : tr("Expect all of these"),
        part ? expectingToPass(session_.project(), names) : expecting(session_.project(), names));
  };
  content.choices = {
      {tr("Expect it"), tr("adds an expectation for this meeting"),
       [this, these] { perform(tr("Expect a meeting"), expecting(session_.project(), these())); },
       true},
      {tr("Make them ignore each other"),
       tr("expects that they pass, and offers fixes that separate them"),
       [this, these] {
         perform(tr("Expect to pass"), expectingToPass(session_.project(), these()));
       }},
      {tr("Expect all of these"), {}, [all] { all(false); }},
      {tr("Make all of these ignore each other"), {}, [all] { all(true); }}};
  return content;
}

// Single changes that would alter the answer: the fixes of an expectation of the opposite.
void LayersBench::addAlternatives(const Participant& a, const Participant& b,
                                  AnswerPanel::Content& content) {
  const Answer now = answerFor(a.settings, b.settings, ruleOf(session_.project()));
  for (const Verb verb : {Verb::StopsAt, Verb::Notices, Verb::Passes}) {
    const auto same = static_cast<Verb>(now.outcome);
    if (verb == same) continue;
    Project asked = session_.project();
    asked.expectations.push_back({{PhraseOf::Asset, a.asset->name, a.role->name},
                                  verb,
                                  {PhraseOf::Asset, b.asset->name, b.role->name}});
    const auto alike = ParticipantClasses::of(asked);
    if (!alike) return;
    const Meetings meetings(*alike);
    const Fixes fixes = FixSearch(meetings).fixesFor(asked.expectations.size() - 1);
    std::size_t shown = 0;
    for (const Fix& fix : fixes.list) {
      if (shown++ == kMostAlternatives - 1) break;
      const QString wish = verb == Verb::StopsAt   ? tr("To stop: ")
                           : verb == Verb::Notices ? tr("To notice: ")
                                                   : tr("To pass: ");
      content.choices.push_back({wish + text(fix.text), effectOf(fix),
                                 [this, fix] { perform(capital(fix.text), fix.edits); }});
    }
  }
}

AnswerPanel::Content LayersBench::pairContent() {
  AnswerPanel::Content content;
  const auto first = loom_->participantsOfChosen(1);
  const auto second = loom_->participantsOfChosen(0);
  if (first.empty() || second.empty()) return nothingChosen();
  const Project& project = session_.project();
  const Participant a =
      participantOf(project, *findAsset(project, loom_->participants()[first.front()].asset->id),
                    *findRole(project, loom_->participants()[first.front()].role->name));
  const Participant b =
      participantOf(project, *findAsset(project, loom_->participants()[second.front()].asset->id),
                    *findRole(project, loom_->participants()[second.front()].role->name));
  content.title =
      tr("%1 %2 and %3 %4")
          .arg(text(a.asset->name), text(a.role->name), text(b.asset->name), text(b.role->name));
  content.facts = motionText(a) + ". " + motionText(b) + ".";
  if (!canMeet(a, b)) {
    content.verdict =
        tr("The game has only one %1, so its own shapes never meet.").arg(text(a.asset->name));
    return content;
  }
  for (const std::string& reason : reasonsOf(project, a, b))
    content.reasons.push_back(text(reason));
  content.verdict = text(answerText(project, a, b)) + ".";
  content.choices.push_back(
      {tr("Expect this"), tr("adds an expectation for this meeting"), [this] { expectChosen(); }});
  addAlternatives(a, b, content);
  return content;
}

AnswerPanel::Content LayersBench::participantContent() const {
  AnswerPanel::Content content;
  const auto participants = loom_->participantsOfChosen(0);
  if (participants.empty()) return nothingChosen();
  const Participant& participant = loom_->participants()[participants.front()];
  const Project& project = session_.project();
  content.title = text(participant.asset->name) + " " + text(participant.role->name);
  if (participants.size() > 1)
    content.title += tr(" and %1 with the same settings").arg(participants.size() - 1);
  const auto from = [&](SettingFrom where) {
    return where == SettingFrom::Asset  ? tr("set here")
           : where == SettingFrom::Kind ? tr("from the kind %1").arg(text(participant.asset->kind))
                                        : tr("from the role");
  };
  content.reasons = {
      tr("Duty: %1 (%2).")
          .arg(participant.settings.duty == Duty::Stops ? tr("stops") : tr("notices"),
               from(participant.dutyFrom)),
      tr("On %1 (%2).")
          .arg(text(layersText(project, participant.settings.on)), from(participant.onFrom)),
      tr("Seeks %1 (%2).")
          .arg(text(layersText(project, participant.settings.seeks)), from(participant.seeksFrom))};
  QStringList stops;
  QStringList notices;
  for (const Participant& other : loom_->participants()) {
    if (!canMeet(participant, other)) continue;
    const Answer answer = answerFor(participant.settings, other.settings, ruleOf(project));
    const QString name = text(other.asset->name) + " " + text(other.role->name);
    if (answer.outcome == Outcome::Stops) stops << name;
    if (answer.outcome == Outcome::Notices) notices << name;
  }
  const auto few = [&](const QStringList& names) {
    return names.size() <= 5
               ? names.join(", ")
               : names.mid(0, 5).join(", ") + tr(" and %1 more").arg(names.size() - 5);
  };
  if (!stops.isEmpty()) content.reasons.push_back(tr("Stops with %1.").arg(few(stops)));
  if (!notices.isEmpty())
    content.reasons.push_back(tr("Notices or is noticed by %1.").arg(few(notices)));
  content.verdict =
      stops.isEmpty() && notices.isEmpty() ? tr("It can meet no other shape.") : QString();
  content.bad = true;
  return content;
}

AnswerPanel::Content LayersBench::wovenContent() {
  AnswerPanel::Content content;
  content.title = tr("Woven from %1")
                      .arg(counted(session_.project().expectations.size(), tr("expectation"),
                                   tr("expectations")));
  content.facts = tr("%1 instead of %2. Bright threads are new.")
                      .arg(counted(proposed_->layering.layers.size(), tr("layer"), tr("layers")))
                      .arg(session_.project().layers.size());
  for (const std::string& note : proposed_->notes) content.reasons.push_back(capital(note));
  content.verdict = tr("Every expectation holds, and every meeting is covered.");
  content.choices = {{tr("Use these layers"), tr("one step, which Undo reverts"),
                      [this] {
                        const std::vector<Edit> edits = proposed_->edits;
                        proposed_.reset();
                        perform(tr("Weave the layers"), edits);
                      },
                      true},
                     {tr("Cancel"), {}, [this] { refreshSoon(); }}};
  return content;
}

void LayersBench::showControls() {
  const auto participants = loom_->participantsOfChosen(0);
  const bool shown =
      !proposed_ && loom_->chosen().size() == 1 && !loom_->layer() && !participants.empty();
  controls_->setVisible(shown);
  if (!shown) return;
  const Participant& participant = loom_->participants()[participants.front()];
  const QSignalBlocker duty(duty_);
  const QSignalBlocker motion(motion_);
  const QSignalBlocker copies(copies_);
  duty_->setCurrentIndex(static_cast<int>(participant.settings.duty));
  motion_->setCurrentIndex(static_cast<int>(participant.settings.motion));
  copies_->setCurrentIndex(static_cast<int>(participant.asset->copies));
  inherit_->setEnabled(participant.dutyFrom == SettingFrom::Asset ||
                       participant.onFrom == SettingFrom::Asset ||
                       participant.seeksFrom == SettingFrom::Asset);
}

}  // namespace amber

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
                      .arg(counted(fix.parties, QObject::tr("party"), QObject::tr("parties")),
                           counted(fix.pairs, QObject::tr("pair"), QObject::tr("pairs")));
  if (!fix.breaks.empty()) {
    words +=
        QObject::tr("; breaks %1")
            .arg(counted(fix.breaks.size(), QObject::tr("sentence"), QObject::tr("sentences")));
  }
  if (!fix.mends.empty()) {
    words += QObject::tr("; mends %1 more").arg(fix.mends.size());
  }
  return words;
}

QString motionText(const Party& party) {
  const char* words[] = {"static", "kinematic", "dynamic"};
  return text(party.asset->name) + ", " + words[static_cast<int>(party.settings.motion)];
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
    content.title = tr("These sentences cannot be woven");
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
              ? partiesSpokenOf(session_.project(),
                                session_.project().expectations[static_cast<std::size_t>(row)])
              : facts->concerned;
      concerned.insert(names.begin(), names.end());
      for (const LoomThread& thread : missing) concerned.insert(thread.party);
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
    content = partyContent();
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
  content.facts =
      session_.project().expectations.empty()
          ? tr("Type below what the game expects, one sentence after the other; each is "
               "judged at once, and Weave works the layers out from them.")
          : tr("Choose a party and, with Shift, a second one: here stands what they do "
               "and why. Choose a sentence to see whether it is so.");
  content.reasons = {
      tr("Drag from a party's square to a layer: it is on it. From its arrow: it seeks it."),
      tr("Click a thread to cut it."),
      tr("By keys: up and down choose a party, left and right a layer, O and S make or cut the "
         "thread, D changes the duty.")};
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
      AnswerPanel::Choice{tr("Drop the sentence"), {}, [this, row] { dropSentence(row); }};
  if (facts->verdict == Verdict::Holds) {
    content.verdict = tr("It is so, for %1.").arg(counted(facts->pairs, tr("pair"), tr("pairs")));
  } else if (facts->verdict == Verdict::Empty) {
    content.verdict = tr("This sentence applies to nothing: %1.").arg(text(facts->reason));
    content.bad = true;
  } else {
    content.facts = tr("%1 of %2 are not so")
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
        const Party one = partyOf(project, *first, *firstRole);
        const Party two = partyOf(project, *second, *secondRole);
        for (const std::string& reason : reasonsOf(project, one, two)) {
          content.reasons.push_back(text(reason));
        }
      }
    }
    content.verdict = tr("Expected, but %1.").arg(text(facts->reason));
    content.bad = true;
    for (const std::size_t other : facts->contradicts) {
      content.verdict += other == static_cast<std::size_t>(row)
                             ? tr(" No settings make it true.")
                             : tr(" It contradicts sentence %1.").arg(other + 1);
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
  content.verdict = tr("Nobody expects it.");
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
        part ? tr("Expect all that is unasked to pass") : tr("Expect all that is unasked"),
        part ? expectingToPass(session_.project(), names) : expecting(session_.project(), names));
  };
  content.choices = {
      {tr("Expect it"), tr("writes the sentence that says it"),
       [this, these] { perform(tr("Expect a meeting"), expecting(session_.project(), these())); },
       true},
      {tr("Part them"), tr("writes that they pass; its fixes then part them"),
       [this, these] {
         perform(tr("Expect to pass"), expectingToPass(session_.project(), these()));
       }},
      {tr("Expect all that is unasked"), {}, [all] { all(false); }},
      {tr("Part all that is unasked"), {}, [all] { all(true); }}};
  return content;
}

// What one change would alter the answer: the fixes of a sentence that said otherwise.
void LayersBench::addAlternatives(const Party& a, const Party& b, AnswerPanel::Content& content) {
  const Answer now = answerFor(a.settings, b.settings, ruleOf(session_.project()));
  for (const Verb verb : {Verb::StopsAt, Verb::Notices, Verb::Passes}) {
    const auto same = static_cast<Verb>(now.outcome);
    if (verb == same) continue;
    Project asked = session_.project();
    asked.expectations.push_back({{PhraseOf::Asset, a.asset->name, a.role->name},
                                  verb,
                                  {PhraseOf::Asset, b.asset->name, b.role->name}});
    const auto alike = AlikeParties::of(asked);
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
  const auto first = loom_->partiesOfChosen(1);
  const auto second = loom_->partiesOfChosen(0);
  if (first.empty() || second.empty()) return nothingChosen();
  const Project& project = session_.project();
  const Party a = partyOf(project, *findAsset(project, loom_->parties()[first.front()].asset->id),
                          *findRole(project, loom_->parties()[first.front()].role->name));
  const Party b = partyOf(project, *findAsset(project, loom_->parties()[second.front()].asset->id),
                          *findRole(project, loom_->parties()[second.front()].role->name));
  content.title =
      tr("%1 %2 and %3 %4")
          .arg(text(a.asset->name), text(a.role->name), text(b.asset->name), text(b.role->name));
  content.facts = motionText(a) + ". " + motionText(b) + ".";
  if (!canMeet(a, b)) {
    content.verdict = tr("The game has one %1: its own roles never meet.").arg(text(a.asset->name));
    return content;
  }
  for (const std::string& reason : reasonsOf(project, a, b))
    content.reasons.push_back(text(reason));
  content.verdict = text(answerText(project, a, b)) + ".";
  content.choices.push_back(
      {tr("Expect this"), tr("writes the sentence that says it"), [this] { expectChosen(); }});
  addAlternatives(a, b, content);
  return content;
}

AnswerPanel::Content LayersBench::partyContent() const {
  AnswerPanel::Content content;
  const auto parties = loom_->partiesOfChosen(0);
  if (parties.empty()) return nothingChosen();
  const Party& party = loom_->parties()[parties.front()];
  const Project& project = session_.project();
  content.title = text(party.asset->name) + " " + text(party.role->name);
  if (parties.size() > 1) content.title += tr(" and %1 alike").arg(parties.size() - 1);
  const auto from = [&](SettingFrom where) {
    return where == SettingFrom::Asset  ? tr("set here")
           : where == SettingFrom::Kind ? tr("from the kind %1").arg(text(party.asset->kind))
                                        : tr("from the role");
  };
  content.reasons = {
      tr("It %1 what it meets, %2.")
          .arg(party.settings.duty == Duty::Stops ? tr("stops") : tr("notices"),
               from(party.dutyFrom)),
      tr("It is on %1, %2.").arg(text(layersText(project, party.settings.on)), from(party.onFrom)),
      tr("It seeks %1, %2.")
          .arg(text(layersText(project, party.settings.seeks)), from(party.seeksFrom))};
  QStringList stops;
  QStringList notices;
  for (const Party& other : loom_->parties()) {
    if (!canMeet(party, other)) continue;
    const Answer answer = answerFor(party.settings, other.settings, ruleOf(project));
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
  content.verdict = stops.isEmpty() && notices.isEmpty() ? tr("It can meet nobody.") : QString();
  content.bad = true;
  return content;
}

AnswerPanel::Content LayersBench::wovenContent() {
  AnswerPanel::Content content;
  content.title =
      tr("Woven from %1")
          .arg(counted(session_.project().expectations.size(), tr("sentence"), tr("sentences")));
  content.facts = tr("%1, where there are %2 now. Bright threads are new.")
                      .arg(counted(proposed_->layering.layers.size(), tr("layer"), tr("layers")))
                      .arg(session_.project().layers.size());
  for (const std::string& note : proposed_->notes) content.reasons.push_back(capital(note));
  content.verdict = tr("Every sentence holds, and nothing is unasked.");
  content.choices = {{tr("Take it"), tr("one step, which undo takes back"),
                      [this] {
                        const std::vector<Edit> edits = proposed_->edits;
                        proposed_.reset();
                        perform(tr("Weave the layers"), edits);
                      },
                      true},
                     {tr("Leave it"), {}, [this] { refreshSoon(); }}};
  return content;
}

void LayersBench::showControls() {
  const auto parties = loom_->partiesOfChosen(0);
  const bool shown =
      !proposed_ && loom_->chosen().size() == 1 && !loom_->layer() && !parties.empty();
  controls_->setVisible(shown);
  if (!shown) return;
  const Party& party = loom_->parties()[parties.front()];
  const QSignalBlocker duty(duty_);
  const QSignalBlocker motion(motion_);
  const QSignalBlocker copies(copies_);
  duty_->setCurrentIndex(static_cast<int>(party.settings.duty));
  motion_->setCurrentIndex(static_cast<int>(party.settings.motion));
  copies_->setCurrentIndex(static_cast<int>(party.asset->copies));
  inherit_->setEnabled(party.dutyFrom == SettingFrom::Asset || party.onFrom == SettingFrom::Asset ||
                       party.seeksFrom == SettingFrom::Asset);
}

}  // namespace amber

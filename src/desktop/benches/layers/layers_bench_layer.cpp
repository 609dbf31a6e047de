// What the layers bench answers for a layer, and what removing it would change, of layers_bench.h.
#include <QCoreApplication>
#include <QKeyEvent>

#include "desktop/benches/layers/expectation_list.h"
#include "desktop/benches/layers/layers_bench.h"
#include "desktop/benches/layers/loom.h"
#include "desktop/parts/wording.h"

namespace amber {

// How many pairs of participants would do something else in that project; nothing where there are
// too many to be asked while the window waits.
std::optional<std::size_t> LayersBench::pairsAnsweredAnew(const Project& after) const {
  constexpr std::size_t kMostAsked = 2000;
  const MeetingRule rule = ruleOf(session_.project());
  const std::vector<Participant>& before = loom_->participants();
  const std::vector<Participant> now = participantsOf(after);
  if (now.size() > kMostAsked) return std::nullopt;
  std::size_t pairs = 0;
  for (std::size_t i = 0; i < now.size(); ++i) {
    for (std::size_t k = i; k < now.size(); ++k) {
      if (!canMeet(now[i], now[k])) continue;
      const Answer was = answerFor(before[i].settings, before[k].settings, rule);
      const Answer is = answerFor(now[i].settings, now[k].settings, rule);
      pairs += was.outcome != is.outcome || !(was.told == is.told) ? 1U : 0U;
    }
  }
  return pairs;
}

// How many sentences hold now and would not in that project.
std::size_t LayersBench::sentencesBroken(const Project& after) const {
  const LayerFacts facts = layerFactsOf(after);
  std::size_t broken = 0;
  for (std::size_t i = 0; i < facts.sentences.size(); ++i) {
    const SentenceFacts* before = list_->model().sentenceFacts(static_cast<int>(i));
    const bool held = before != nullptr && before->verdict == Verdict::Holds;
    broken += held && facts.sentences[i].verdict != Verdict::Holds ? 1U : 0U;
  }
  return broken;
}

AnswerPanel::Content LayersBench::layerContent() {
  AnswerPanel::Content content;
  const Project& project = session_.project();
  const std::size_t layer = *loom_->layer();
  if (layer >= project.layers.size()) return nothingChosen();
  content.title =
      tr("Layer %1, %2").arg(layer + 1).arg(QString::fromStdString(project.layers[layer]));
  std::size_t on = 0;
  std::size_t sought = 0;
  for (const Participant& participant : loom_->participants()) {
    on += participant.settings.on >> layer & 1;
    sought += participant.settings.seeks >> layer & 1;
  }
  content.facts =
      tr("%1 on it, sought by %2").arg(counted(on, tr("shape is"), tr("shapes are"))).arg(sought);
  const std::string name = project.layers[layer];
  if (removing_ != layer) {
    content.choices = {{tr("Rename (F2)"),
                        {},
                        [this] {
                          QKeyEvent press(QEvent::KeyPress, Qt::Key_F2, {});
                          QCoreApplication::sendEvent(loom_, &press);
                        }},
                       {tr("Remove (Delete)"), tr("shows first what changes"), [this, layer] {
                          removing_ = layer;
                          showAnswer();
                        }}};
    return content;
  }
  if (const auto after = withEdits(project, {RemoveLayer{name}})) {
    const auto pairs = pairsAnsweredAnew(after->project);
    const std::size_t broken = sentencesBroken(after->project);
    const QString sentences = counted(broken, tr("expectation"), tr("expectations"));
    content.verdict = pairs ? tr("Removing it changes %1 and breaks %2.")
                                  .arg(counted(*pairs, tr("pair"), tr("pairs")), sentences)
                            : tr("Removing it breaks %1.").arg(sentences);
    content.bad = broken > 0;
  }
  content.choices = {{tr("Remove the layer"),
                      {},
                      [this, name] {
                        loom_->chooseLayer(std::nullopt);
                        perform(tr("Remove a layer"), {RemoveLayer{name}});
                      }},
                     {tr("Cancel"),
                      {},
                      [this] {
                        removing_.reset();
                        showAnswer();
                      },
                      true}};
  return content;
}

}  // namespace amber

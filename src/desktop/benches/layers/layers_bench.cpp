#include "desktop/benches/layers/layers_bench.h"

#include <QComboBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QPushButton>
#include <QSignalBlocker>
#include <algorithm>

#include "core/layers/sentences/sentence.h"
#include "desktop/benches/layers/expectation_list.h"
#include "desktop/benches/layers/loom.h"
#include "desktop/parts/wording.h"
#include "files/csv_table.h"
#include "files/file_bytes.h"
#include "work/report/layer_tables.h"

namespace amber {
namespace {

constexpr long long kLargestTable = 16LL << 20;

}  // namespace

LayersBench::LayersBench(ProjectSession& session, Pictures&, QWidget* parent)
    : BenchView(parent),
      session_(session),
      judging_(session.background(), this, tr("Checking the expectations"),
               [this](LayerFacts facts) { takeFacts(std::move(facts)); }) {
  build();
  connectAll();
}

void LayersBench::perform(const QString& label, const std::vector<Edit>& edits) {
  session_.perform(label, edits);
}

void LayersBench::refresh() {
  if (proposed_) {
    proposed_.reset();
  }
  refusedWeave_.clear();
  removing_.reset();
  const Project& project = session_.project();
  const QSignalBlocker pairing(pairing_);
  const QSignalBlocker wakes(wakes_);
  pairing_->setCurrentIndex(static_cast<int>(project.pairing));
  wakes_->setCurrentIndex(static_cast<int>(project.wakes));
  loom_->show(project);
  list_->show(project.expectations, list_->model().facts());
  filter();
  judge();
  showAnswer();
}

void LayersBench::judge() {
  judging_.ask([project = session_.project()](const Progress&) { return layerFactsOf(project); });
}

void LayersBench::takeFacts(LayerFacts facts) {
  list_->show(session_.project().expectations, std::move(facts));
  if (shown_ == Shown::Broken) filter();
  showAnswer();
}

void LayersBench::filter() {
  LoomFilter wanted;
  wanted.all = shown_ == Shown::All;
  switch (shown_) {
    case Shown::All:
      break;
    case Shown::Selected:
      for (const Participant& participant : loom_->participants()) {
        const auto& assets = session_.selection().assets;
        if (std::find(assets.begin(), assets.end(), participant.asset->id) != assets.end()) {
          wanted.names.insert(participantName(participant));
        }
      }
      break;
    case Shown::Broken:
      for (const SentenceFacts& one : list_->model().facts().sentences) {
        if (one.verdict != Verdict::Broken) continue;
        wanted.names.insert(one.concerned.begin(), one.concerned.end());
      }
      for (const UnaskedFacts& one : list_->model().facts().unasked) {
        for (const auto& [a, b] : one.pairs) {
          wanted.names.insert(a.first + ":" + a.second);
          wanted.names.insert(b.first + ":" + b.second);
        }
      }
      break;
    case Shown::Layer:
      for (const Participant& participant : loom_->participants()) {
        const LayerSet used = participant.settings.on | participant.settings.seeks;
        if (!loom_->layer() || (used >> *loom_->layer() & 1) != 0) {
          wanted.names.insert(participantName(participant));
        }
      }
      break;
  }
  loom_->setFilter(std::move(wanted));
}

// The settings of these participants changed by `set`, which gets what is set there and what holds,
// and written with the asset, the kind or the role.
std::vector<Edit> LayersBench::settingEdits(
    const std::vector<std::size_t>& participants,
    const std::function<void(RoleSetting&, const ParticipantSettings&)>& set) const {
  std::vector<Edit> edits;
  std::set<std::string> done;
  const Project& project = session_.project();
  for (const std::size_t i : participants) {
    const Participant& participant = loom_->participants()[i];
    const std::string& role = participant.role->name;
    SetSetting edit{{}, {}, {role}};
    const RoleSetting* before = nullptr;
    switch (level_) {
      case Level::Asset:
        edit.asset = participant.asset->id;
        before = findSetting(findAsset(project, edit.asset)->settings, role);
        break;
      case Level::Kind:
        edit.kind = participant.asset->kind;
        before = findSetting(findKind(project, edit.kind)->settings, role);
        break;
      case Level::Role:
        break;
    }
    if (level_ != Level::Asset && !done.insert(edit.kind + "\n" + role).second) continue;
    if (before != nullptr) edit.setting = *before;
    set(edit.setting, participant.settings);
    edits.emplace_back(std::move(edit));
  }
  return edits;
}

void LayersBench::setThread(const std::vector<std::size_t>& participants, std::size_t layer,
                            bool seeks, bool put) {
  const LayerSet bit = LayerSet{1} << layer;
  const QString name = QString::fromStdString(session_.project().layers[layer]);
  const QString label = seeks ? (put ? tr("Seek %1") : tr("Stop seeking %1")).arg(name)
                              : (put ? tr("Put on %1") : tr("Remove from %1")).arg(name);
  perform(label,
          settingEdits(participants, [&](RoleSetting& setting, const ParticipantSettings& now) {
            const LayerSet before = seeks ? now.seeks : now.on;
            (seeks ? setting.seeks : setting.on) = put ? before | bit : before & ~bit;
          }));
}

void LayersBench::setDuty(Duty duty) {
  const auto participants = loom_->participantsOfChosen(0);
  if (participants.empty()) return;
  perform(duty == Duty::Stops ? tr("Set the duty to stops") : tr("Set the duty to notices"),
          settingEdits(participants, [&](RoleSetting& setting, const ParticipantSettings&) {
            setting.duty = duty;
          }));
}

std::vector<AssetId> LayersBench::chosenAssetIds() const {
  std::vector<AssetId> ids;
  for (const std::size_t i : loom_->participantsOfChosen(0)) {
    const AssetId id = loom_->participants()[i].asset->id;
    if (std::find(ids.begin(), ids.end(), id) == ids.end()) ids.push_back(id);
  }
  return ids;
}

void LayersBench::setMotion(Motion motion) {
  std::vector<Edit> edits;
  for (const AssetId id : chosenAssetIds()) edits.emplace_back(SetMotion{id, motion});
  if (!edits.empty()) perform(tr("Set the motion of %1").arg(countedAssets(edits.size())), edits);
}

void LayersBench::setCopies(Copies copies) {
  std::vector<Edit> edits;
  for (const AssetId id : chosenAssetIds()) edits.emplace_back(SetCopies{id, copies});
  if (!edits.empty()) perform(tr("Set the copies of %1").arg(countedAssets(edits.size())), edits);
}

void LayersBench::inherit() {
  const auto participants = loom_->participantsOfChosen(0);
  if (participants.empty()) return;
  perform(tr("Inherit duty and layers"),
          settingEdits(participants, [](RoleSetting& setting, const ParticipantSettings&) {
            if (setting.empty()) return;
            setting = {setting.role};
          }));
}

void LayersBench::addLayer() {
  const auto& layers = session_.project().layers;
  std::string name = "layer";
  for (int n = 2; std::find(layers.begin(), layers.end(), name) != layers.end(); ++n) {
    name = "layer_" + std::to_string(n);
  }
  perform(tr("Add a layer"), {AddLayer{name}});
}

void LayersBench::addSentence(const Expectation& sentence) {
  std::vector<Expectation> all = session_.project().expectations;
  all.push_back(sentence);
  const int row = static_cast<int>(all.size()) - 1;
  perform(tr("Expect: %1").arg(QString::fromStdString(sentenceOf(sentence))),
          {SetExpectations{std::move(all)}});
  list_->choose(row);
}

void LayersBench::dropSentence(int row) {
  std::vector<Expectation> all = session_.project().expectations;
  if (row < 0 || row >= static_cast<int>(all.size())) return;
  all.erase(all.begin() + row);
  perform(tr("Remove an expectation"), {SetExpectations{std::move(all)}});
}

QString LayersBench::pairRefusal() const {
  return loom_->chosen().size() == 2 ? QString() : tr("Select two shapes first");
}

void LayersBench::expectChosen() {
  const auto a = loom_->participantsOfChosen(1);
  const auto b = loom_->participantsOfChosen(0);
  if (a.empty() || b.empty()) return;
  PairNames names;
  for (const std::size_t i : a) {
    for (const std::size_t k : b) {
      const Participant& first = loom_->participants()[i];
      const Participant& second = loom_->participants()[k];
      if (!canMeet(first, second) || names.size() >= 1000) continue;
      names.push_back(
          {{first.asset->name, first.role->name}, {second.asset->name, second.role->name}});
    }
  }
  perform(tr("Expect what these two do"), expecting(session_.project(), names));
}

QString LayersBench::weaveRefusal() const {
  return session_.project().expectations.empty()
             ? tr("Add expectations first. The layers are computed from them.")
             : QString();
}

void LayersBench::weave() {
  auto result = woven(session_.project());
  list_->choose(-1);
  loom_->choose({});
  if (!result) {
    refusedWeave_ = QString::fromStdString(result.error().text);
    showAnswer();
    return;
  }
  proposed_ = std::move(*result);
  const auto applied = withEdits(session_.project(), proposed_->edits);
  if (applied) loom_->show(applied->project, session_.project());
  showAnswer();
}

// Two assets on the shelf are a pair too: of their roles the two that do something with each other,
// else the first.
void LayersBench::chooseSelectedPair() {
  const auto& assets = session_.selection().assets;
  if (assets.size() != 2) return;
  const Participant* first = nullptr;
  const Participant* second = nullptr;
  bool meet = false;
  // Queried again, because the selection may change before the loom receives the new project.
  const std::vector<Participant> participants = participantsOf(session_.project());
  for (const Participant& a : participants) {
    if (a.asset->id != assets[0]) continue;
    for (const Participant& b : participants) {
      if (b.asset->id != assets[1] || meet) continue;
      const Answer answer = answerFor(a.settings, b.settings, ruleOf(session_.project()));
      meet = answer.outcome != Outcome::Passes;
      if (first != nullptr && !meet) continue;
      first = &a;
      second = &b;
    }
  }
  if (first == nullptr) return;
  list_->choose(-1);
  loom_->choose({participantName(*second), participantName(*first)});
}

void LayersBench::writeTable() {
  const auto table = meetingsTable(session_.project(), false);
  if (!table) {
    emit session_.failed(QString::fromStdString(describe(table.error())));
    return;
  }
  const QString path = QFileDialog::getSaveFileName(
      this, tr("Export who meets whom"), QFileInfo(session_.path()).absolutePath() + "/meets.csv",
      tr("Tables (*.csv)"));
  if (path.isEmpty()) return;
  const auto written = writeFileAtomically(path.toStdString(), csvText(*table));
  if (written) {
    emit session_.told(tr("Who meets whom was exported to %1.").arg(QFileInfo(path).fileName()));
  } else {
    emit session_.failed(QString::fromStdString(describe(written.error())));
  }
}

void LayersBench::readTable() {
  const QString path =
      QFileDialog::getOpenFileName(this, tr("Import layers from a table"),
                                   QFileInfo(session_.path()).absolutePath(), tr("Tables (*.csv)"));
  if (path.isEmpty()) return;
  const std::string file = path.toStdString();
  const auto edits = readFile(file, kLargestTable)
                         .and_then([&](const std::string& bytes) { return csvFrom(bytes, file); })
                         .and_then([&](const std::vector<CsvRow>& rows) {
                           return editsFromTable(session_.project(), rows, file);
                         });
  if (edits) {
    perform(tr("Import layers from %1").arg(QFileInfo(path).fileName()), *edits);
  } else {
    emit session_.failed(QString::fromStdString(describe(edits.error())));
  }
}

void LayersBench::typeSentence() {
  list_->typeSentence();
}

}  // namespace amber

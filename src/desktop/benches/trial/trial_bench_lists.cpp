// What the trial bench lists, of trial_bench.h: fairness, shapes by it, and all pairs.
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QSignalBlocker>
#include <QTreeWidget>
#include <algorithm>
#include <cmath>

#include "core/fit/keys/fit_edits.h"
#include "core/fit/styles/recipe_fit.h"
#include "desktop/benches/trial/trial_bench.h"
#include "desktop/parts/number_field.h"
#include "desktop/parts/ribbon.h"
#include "desktop/parts/wording.h"

namespace amber {
namespace {

QString percentText(double share) {
  return QString("%1 %").arg(std::lround(share * 100));
}

QString spoken(const std::string& text) {
  return QString::fromStdString(text);
}

}  // namespace

void TrialBench::showFacts(TrialFacts facts) {
  facts_ = std::move(facts);
  QHash<std::uint32_t, double> shares;
  for (const auto& [frame, share] : facts_.phantom) shares.insert(frame.value, share);
  ribbon_->setShares(tr("phantom"), std::move(shares));
  // The list first, because its row decides which candidate is selected.
  showCandidates();
  showFairness();
  emit choiceChanged();
}

void TrialBench::showFairness() {
  FairnessSum tried;
  const FairCandidate* one = chosen();
  if (one != nullptr) tried.add({}, one->map);
  const FairnessSum& sum = one == nullptr ? facts_.sum : tried;
  const FairnessTotal& total = sum.total;
  stage_->setMap(mapChip_->isChecked() && total.maps > 0 ? &sum : nullptr);
  if (total.maps == 0) {
    fairness_->setText(tr("Nothing to compare yet."));
    return;
  }
  if (facts_.keptApart && one == nullptr) {
    fairness_->setText(
        tr("By their layers these two ignore each other, so there is nothing to compare."));
    return;
  }
  QString text = tr("<b>%1</b> phantom, <b>%2</b> missed")
                     .arg(percentText(total.phantomShare()), percentText(total.missedShare()));
  if (one != nullptr) text += tr(" with %1").arg(spoken(inWords(one->candidate.recipe)));
  if (total.worstPhantom) {
    text += tr("<br>worst: hit at %1 px of empty air").arg(rounded(total.worstPhantom->gap));
  }
  if (total.worstMissed) {
    text += tr("<br>most missed: %1 px of common ink").arg(total.worstMissed->count);
  }
  if (total.maps > 1) text += tr("<br>over %1 pairs of frames").arg(total.maps);
  text += tr("<br>both at scale 1");
  fairness_->setText(text);
}

void TrialBench::showCandidates() {
  const QSignalBlocker still(candidates_);
  candidates_->clear();
  for (const FairCandidate& one : facts_.candidates) {
    auto* item = new QTreeWidgetItem(
        candidates_, {spoken(inWords(one.candidate.recipe)), percentText(one.map.phantomShare()),
                      percentText(one.map.missedShare()), rounded(one.candidate.measures.cost)});
    for (int column = 1; column < 4; ++column) {
      item->setTextAlignment(column, Qt::AlignRight | Qt::AlignVCenter);
    }
  }
  stage_->setTrial({}, std::nullopt);
}

const FairCandidate* TrialBench::chosen() const {
  const int at = candidates_->indexOfTopLevelItem(candidates_->currentItem());
  const bool known = at >= 0 && at < static_cast<int>(facts_.candidates.size()) &&
                     session_.currentRole() != nullptr;
  return known ? &facts_.candidates[static_cast<std::size_t>(at)] : nullptr;
}

// It is shown on the stage and, before it is taken, on the same map.
void TrialBench::pointAtCandidate() {
  const FairCandidate* one = chosen();
  stage_->setTrial(one == nullptr ? std::string() : session_.currentRole()->name,
                   one == nullptr ? std::nullopt : std::optional(one->candidate.shape));
  showFairness();
  emit choiceChanged();
}

void TrialBench::takeCandidate() {
  const FairCandidate* one = chosen();
  const Asset* asset = session_.currentAsset();
  const Role* role = session_.currentRole();
  if (one == nullptr || asset == nullptr) return;
  const Recipe recipe = one->candidate.recipe;
  std::vector<FrameRef> frames;
  for (const Frame& frame : asset->frames) frames.push_back({asset->id, frame.id});
  session_.performBeside(
      tr("Fit a shape (%1) to %2").arg(spoken(inWords(recipe)), spoken(asset->name)),
      [frames, recipe, name = role->name, store = session_.artStore()](
          const Project& project, ArtStore&,
          const Progress& progress) -> Result<std::vector<Edit>> {
        return fittedShapes(project, frames, name, recipe, ArtStore::loading(store, project),
                            progress);
      });
}

// The list of all pairs instead of the shapes; computed again whenever it is opened.
void TrialBench::showPairs(bool show) {
  candidates_->setVisible(!show);
  take_->setVisible(!show);
  pairs_->setVisible(show);
  wishes_->setVisible(show);
  showWishes();
  listTitle_->setText(show ? tr("Finding every pair that meets ...") : tr("Compare shapes"));
  pairs_->clear();
  rows_.clear();
  if (!show) {
    pairing_.forget();
    return;
  }
  pairing_.ask(
      [project = session_.project(), store = session_.artStore()](const Progress& progress) {
        return fairnessTable(project, ArtStore::loading(store, project), progress);
      });
}

void TrialBench::showWishes() {
  const FairnessLimits& wishes = session_.project().trial;
  mostPhantom_->setValue(100 * wishes.phantom.value_or(1));
  mostMissed_->setValue(100 * wishes.missed.value_or(1));
  mostGap_->setValue(wishes.gap.value_or(kGapLimitRange.most));
}

// The maximum of a field means no limit.
void TrialBench::setWishes() {
  FairnessLimits wishes;
  if (mostPhantom_->value() < 100) wishes.phantom = mostPhantom_->value() / 100;
  if (mostMissed_->value() < 100) wishes.missed = mostMissed_->value() / 100;
  if (mostGap_->value() < kGapLimitRange.most) wishes.gap = mostGap_->value();
  session_.perform(tr("Set the limits of fairness"), {SetFairnessLimits{wishes}});
}

void TrialBench::listPairs(std::vector<FairnessRow> rows) {
  rows_ = std::move(rows);
  listTitle_->setText(tr("Every pair that meets, %1").arg(rows_.size()));
  pairs_->clear();
  for (const FairnessRow& row : rows_) {
    auto* item = new QTreeWidgetItem(
        pairs_, {tr("%1, %2").arg(spoken(row.a), spoken(row.b)),
                 percentText(row.total.phantomShare()), percentText(row.total.missedShare())});
    item->setToolTip(0, item->text(0));
    item->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
    item->setTextAlignment(2, Qt::AlignRight | Qt::AlignVCenter);
  }
}

// Puts the two of a row together, at the frames and where it is worst.
void TrialBench::standPair(int at) {
  if (at < 0 || at >= static_cast<int>(rows_.size())) return;
  const FairnessRow& row = rows_[static_cast<std::size_t>(at)];
  const Asset* a = findAsset(session_.project(), row.a);
  const Asset* b = findAsset(session_.project(), row.b);
  if (a == nullptr || b == nullptr) return;
  const auto& phantom = row.total.worstPhantom;
  const auto& missed = row.total.worstMissed;
  const std::string& frameA = phantom ? row.phantomA : row.missedA;
  const std::string& frameB = phantom ? row.phantomB : row.missedB;
  const auto numbered = [](const Asset& asset, const std::string& name) {
    const auto found = std::find_if(asset.frames.begin(), asset.frames.end(),
                                    [&](const Frame& frame) { return frame.name == name; });
    return found == asset.frames.end() ? asset.frames.begin() : found;
  };
  otherAsset_ = b->id;
  mirrorA_->setChecked(false);
  mirrorB_->setChecked(false);
  otherFrame_->setValue(static_cast<double>(numbered(*b, frameB) - b->frames.begin()) + 1);
  if (phantom) offset_ = {static_cast<double>(phantom->x), static_cast<double>(phantom->y)};
  if (!phantom && missed)
    offset_ = {static_cast<double>(missed->x), static_cast<double>(missed->y)};
  const FrameId frame = numbered(*a, frameA)->id;
  AnimationId animation;
  for (const Animation& one : a->animations) {
    const bool shows = std::any_of(one.steps.begin(), one.steps.end(),
                                   [&](const Step& step) { return step.frame == frame; });
    if (shows && animation == AnimationId{}) animation = one.id;
  }
  session_.selectFrame(a->id, animation, frame);
  refresh();
}

}  // namespace amber

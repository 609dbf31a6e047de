// How the cut bench shows the sheet's state, of cut_bench.h.
#include <QComboBox>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QSignalBlocker>
#include <QSlider>
#include <QStackedWidget>
#include <QStringList>

#include "core/cut/cut_rects.h"
#include "core/cut/grid.h"
#include "desktop/benches/cut/background_panel.h"
#include "desktop/benches/cut/cut_bench.h"
#include "desktop/benches/cut/cut_stage.h"
#include "desktop/parts/building.h"
#include "desktop/parts/number_field.h"
#include "desktop/parts/wording.h"

namespace amber {
namespace {

enum Page { kCellsPage, kIslandsPage, kHandPage, kWholePage };

bool isWhole(const CutWay& way, PixelSize of) {
  const auto* grid = std::get_if<Grid>(&way);
  return grid != nullptr && *grid == wholeGrid(of);
}

}  // namespace

// The images that this one is numbered with, where none of them is cut yet.
std::optional<NumberedRun> CutBench::numberedRun() const {
  if (sheet() == nullptr || isCut()) return std::nullopt;
  std::vector<std::string> paths;
  for (const auto& one : session_.project().sheets) {
    if (!one->cut && !one->pictures) paths.push_back(one->path);
  }
  for (NumberedRun& run : numberedRuns(paths)) {
    const bool ours =
        std::find(run.paths.begin(), run.paths.end(), sheet()->path) != run.paths.end();
    if (ours) return std::move(run);
  }
  return std::nullopt;
}

// Looks at the pixels of the shown sheet, beside the interface, once for each state of its ink.
void CutBench::seekProposals() {
  const std::uint32_t id = sheet()->id.value;
  const auto art = session_.artOf(sheet()->id);
  if (art == nullptr || sought_ == id) return;
  const auto found = found_.constFind(id);
  if (found != found_.constEnd() && found->art == art) return;
  sought_ = id;
  const bool keyed = sheet()->ink.key.has_value();
  seeking_.ask([id, art, keyed](const Progress&) {
    return std::pair(id,
                     Found{art, proposeCuts(*art), keyed ? std::nullopt : likelyKey(art->image)});
  });
}

void CutBench::showProposals() {
  const bool wanted = sheet() != nullptr && proposalsTitle_->isChecked();
  proposalsTitle_->setVisible(sheet() != nullptr);
  proposals_->setVisible(wanted);
  if (sheet() == nullptr) return;
  seekProposals();
  const QSignalBlocker blocker(proposals_);
  proposals_->clear();
  const Cut shown = shownCut();
  const auto add = [&](const QString& text, int which, bool current) {
    auto* item = new QListWidgetItem(text, proposals_);
    item->setData(Qt::UserRole, which);
    item->setToolTip(text);
    if (current) proposals_->setCurrentItem(item);
  };
  if (const auto run = numberedRun()) {
    QString text = tr("one animation of %1 images, %2 %3 to %4")
                       .arg(run->paths.size())
                       .arg(QString::fromStdString(run->title))
                       .arg(run->first)
                       .arg(run->last);
    if (!run->missing.empty()) {
      text += tr("; %1 missing").arg(QString::fromStdString(missingText(*run)));
    }
    add(text, -1, !hasDraft());
  }
  if (sheet()->pictures && sheet()->orientation == Orientation{}) {
    add(tr("%1 pictures of an animated image, with their own times")
            .arg(sheet()->pictures->timesMs.size()),
        -2, shown == pictureCut(*sheet()->pictures, sheet()->size));
  }
  const auto found = found_.value(sheet()->id.value);
  for (int i = 0; i < static_cast<int>(found.proposals.size()); ++i) {
    const Proposal& proposal = found.proposals[static_cast<std::size_t>(i)];
    add(QString::fromStdString(proposal.reason), i,
        proposals_->currentRow() < 0 && Cut{proposal.way, {}} == shown);
  }
  if (found.art == nullptr) add(tr("looking at the pixels"), -3, false);
}

// Shows a proposal on the sheet; it is taken by the button.
void CutBench::takeProposal(int row) {
  QListWidgetItem* item = proposals_->item(row);
  if (item == nullptr || sheet() == nullptr) return;
  const std::uint32_t id = sheet()->id.value;
  const int which = item->data(Qt::UserRole).toInt();
  const auto& found = found_.value(id).proposals;
  part_ = -1;
  if (which == -1) {
    drafts_.remove(id);
    sequences_.insert(id);
  } else if (which == -2) {
    drafts_[id] = pictureCut(*sheet()->pictures, sheet()->size);
  } else if (which >= 0 && which < static_cast<int>(found.size())) {
    sequences_.remove(id);
    drafts_[id] = Cut{found[static_cast<std::size_t>(which)].way, {}};
  }
  if (isCut() && drafts_.contains(id) && drafts_[id] == *sheet()->cut) drafts_.remove(id);
  refresh();
}

void CutBench::refresh() {
  const Sheet* shown = sheet();
  if (shown == nullptr) {
    part_ = -1;
    showProposals();
    stage_->setCut(std::nullopt, -1);
    refreshButton();
    return;
  }
  if (proposalsFor_ != std::pair(shown->id, isCut())) {
    // A sheet that is cut needs no proposals, until they are asked for.
    if (proposalsFor_.first != shown->id) part_ = -1;
    proposalsFor_ = {shown->id, isCut()};
    proposalsTitle_->setChecked(!isCut());
  }
  const Cut cut = shownCut();
  if (part_ >= static_cast<int>(cut.regions.size())) part_ = -1;
  showProposals();
  stage_->setCut(cut, part_);
  background_->show(shown->ink, found_.value(shown->id.value).key);
  stage_->showInk(background_->wantsPreview() ? std::optional(shown->ink) : std::nullopt);
  refreshWays(cut);
  refreshFields(cut);
  refreshNames();
  refreshButton();
}

void CutBench::refreshWays(const Cut& cut) {
  const CutWay& way = partWay(cut);
  const PixelSize area = partArea(cut).size();
  const bool whole = isWhole(way, area);
  byCells_->setChecked(std::holds_alternative<Grid>(way) && !whole);
  whole_->setChecked(whole);
  byIslands_->setChecked(std::holds_alternative<IslandRule>(way));
  byHand_->setChecked(std::holds_alternative<HandCut>(way));
  ways_->setCurrentIndex(std::holds_alternative<IslandRule>(way) ? kIslandsPage
                         : std::holds_alternative<HandCut>(way)  ? kHandPage
                                                                 : kCellsPage);
  const QSignalBlocker blocker(parts_);
  parts_->clear();
  parts_->addItem(tr("the sheet"));
  for (std::size_t i = 0; i < cut.regions.size(); ++i) parts_->addItem(tr("region %1").arg(i + 1));
  parts_->setCurrentIndex(part_ + 1);
  parts_->setVisible(!cut.regions.empty());
  removeRegion_->setVisible(part_ >= 0);
}

void CutBench::refreshFields(const Cut& cut) {
  const CutWay& way = partWay(cut);
  if (const auto* grid = std::get_if<Grid>(&way)) {
    fields_.cellW->setValue(grid->cell.w);
    fields_.cellH->setValue(grid->cell.h);
    fields_.marginX->setValue(grid->margin.w);
    fields_.marginY->setValue(grid->margin.h);
    fields_.gutterX->setValue(grid->gutter.w);
    fields_.gutterY->setValue(grid->gutter.h);
    fields_.columns->setValue(grid->columns);
    fields_.rows->setValue(grid->rows);
  } else if (const auto* rule = std::get_if<IslandRule>(&way)) {
    const QSignalBlocker blocker(joinSlider_);
    fields_.join->setValue(rule->join);
    if (!joinSlider_->isSliderDown()) joinSlider_->setValue(rule->join);
    fields_.minInk->setValue(rule->minInk);
    partFaint_->setChecked(rule->part > 0);
    fields_.part->setValue(rule->part > 0 ? rule->part : sheet()->ink.firm);
    fields_.part->setEnabled(rule->part > 0);
  }
}

void CutBench::refreshButton() {
  const bool shown = sheet() != nullptr && (!isCut() || hasDraft());
  cutButton_->setVisible(shown);
  dropDraft_->setVisible(sheet() != nullptr && isCut() && hasDraft());
  handFacts_->setText(stage_->chosen().empty()
                          ? tr("Draw a frame on the sheet, or click one to choose it.")
                          : tr("%1 chosen").arg(countedFrames(stage_->chosen().size())));
  const auto& found = stage_->evidence().found;
  QString facts = counted(found.frames.size(), tr("island"), tr("islands"));
  if (!found.dropped.empty()) {
    facts += tr(", %1 left out").arg(counted(found.dropped.size(), tr("speck"), tr("specks")));
  }
  islandFacts_->setText(facts);
  if (!shown) return;
  const auto run = numberedRun();
  if (run && !isCut() && (sequences_.contains(sheet()->id.value) || !hasDraft())) {
    cutButton_->setText(tr("Make one animation of %1 images").arg(run->paths.size()));
  } else {
    const QString frames = countedFrames(found.frames.size());
    cutButton_->setText(isCut() ? tr("Cut again into %1").arg(frames)
                                : tr("Cut into %1").arg(frames));
  }
  // Where a background is proposed, that comes first.
  const bool keyFirst = found_.value(sheet()->id.value).key.has_value() && !sheet()->ink.key;
  markNext(cutButton_, !keyFirst);
}

void CutBench::refreshNames() {
  const QSignalBlocker blockers[] = {QSignalBlocker(kind_), QSignalBlocker(loop_)};
  QStringList kinds;
  for (const Kind& kind : session_.project().kinds) kinds << QString::fromStdString(kind.name);
  const QString before = kind_->currentText();
  if (kind_->count() != kinds.size()) {
    kind_->clear();
    kind_->addItems(kinds);
    kind_->setCurrentText(before);
  }
  if (isCut()) {
    const Asset* asset = session_.currentAsset();
    const Animation* animation = session_.currentAnimation();
    if (asset == nullptr || animation == nullptr) return;
    kind_->setCurrentText(QString::fromStdString(asset->kind));
    assetName_->setText(QString::fromStdString(asset->name));
    animationName_->setText(QString::fromStdString(animation->name));
    loop_->setCurrentIndex(static_cast<int>(animation->loop));
    fields_.rate->setValue(1000.0 / animation->steps.front().durationMs);
    namedFor_ = {};
  } else if (namedFor_ != sheet()->id) {
    // Only once a sheet: what the user typed stays until it is cut.
    const auto run = numberedRun();
    const SheetTitle title = titleFrom(run ? run->title + ".png" : sheet()->path);
    assetName_->setText(QString::fromStdString(title.asset));
    animationName_->setText(QString::fromStdString(title.animation));
    namedFor_ = sheet()->id;
  }
}

}  // namespace amber

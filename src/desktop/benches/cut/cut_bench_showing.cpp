// How the cut bench shows the sheet's state, of cut_bench.h.
#include <QColor>
#include <QComboBox>
#include <QLabel>
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
#include "desktop/benches/cut/proposal_list.h"
#include "desktop/parts/building.h"
#include "desktop/parts/number_field.h"
#include "desktop/parts/typed_text.h"
#include "desktop/parts/wording.h"
#include "desktop/session/sheet_guesses.h"

namespace amber {
namespace {

enum Page { kCellsPage, kIslandsPage, kHandPage, kWholePage };

// Rows of the list that are not proposals for a cut.
enum Row { kSequence = -1, kPictures = -2, kLooking = -3, kKey = -4, kNoKey = -5 };
constexpr int kRowsInSight = 3;

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

// Whether the run looks like one animation; else that is only offered last.
bool CutBench::isLikely(const NumberedRun& run) const {
  std::vector<PixelSize> sizes;
  for (const std::string& path : run.paths) {
    if (const Sheet* one = findSheet(session_.project(), path)) sizes.push_back(one->size);
  }
  return isOneAnimation(run, sizes);
}

// Whether cutting now makes one animation of the run.
bool CutBench::takesRun(const std::optional<NumberedRun>& run) const {
  if (!run || isCut()) return false;
  return sequences_.contains(sheet()->id.value) || (!hasDraft() && isLikely(*run));
}

void CutBench::showProposals() {
  const bool wanted = sheet() != nullptr && proposalsTitle_->isChecked();
  proposalsTitle_->setVisible(sheet() != nullptr);
  proposals_->setVisible(wanted);
  if (sheet() == nullptr) return;
  const QSignalBlocker blocker(proposals_);
  const int before = proposals_->currentRow();
  proposals_->begin(sheet()->id, sheet()->size);
  const Cut shown = shownCut();
  const auto run = numberedRun();
  const auto addRun = [&] {
    QString text = tr("one animation of %1 images, %2 %3 to %4")
                       .arg(run->paths.size())
                       .arg(QString::fromStdString(run->title))
                       .arg(run->first)
                       .arg(run->last);
    if (!run->missing.empty()) {
      text += tr("; %1 missing").arg(QString::fromStdString(missingText(*run)));
    }
    proposals_->add(text, kSequence, {}, takesRun(run));
  };
  if (run && isLikely(*run)) addRun();
  if (sheet()->pictures && sheet()->orientation == Orientation{}) {
    const Cut cut = pictureCut(*sheet()->pictures, sheet()->size);
    proposals_->add(tr("Animated image: %1 pictures, each with its duration")
                        .arg(sheet()->pictures->timesMs.size()),
                    kPictures, std::get<HandCut>(cut.way).rects, shown == cut);
  }
  const SheetGuesses::Found* found = session_.guesses().of(sheet()->id);
  if (found == nullptr) {
    proposals_->add(tr("Analysing the pixels"), kLooking, {}, false);
  } else if (asksForKey()) {
    const KeyColour& key = *found->guess.key;
    const QString colour = QColor(key.r, key.g, key.b).name().mid(1);
    proposals_->add(tr("The background colour is %1: it surrounds the figures").arg(colour), kKey,
                    {}, false);
    proposals_->add(tr("This colour is art, not background"), kNoKey, {}, false);
    if (before >= 0) proposals_->setCurrentRow(std::min(before, proposals_->count() - 1));
  } else {
    for (std::size_t i = 0; i < found->guess.proposals.size(); ++i) {
      const Proposal& proposal = found->guess.proposals[i];
      proposals_->add(QString::fromStdString(proposal.reason), static_cast<int>(i),
                      found->frames[i],
                      proposals_->currentRow() < 0 && Cut{proposal.way, {}} == shown);
    }
  }
  if (run && !isLikely(*run)) addRun();
  proposals_->fitRows(kRowsInSight);
}

// Shows a proposal on the sheet; it is taken by the button, or by answering it.
void CutBench::takeProposal(int row) {
  if (row < 0 || row >= proposals_->count() || sheet() == nullptr) return;
  const std::uint32_t id = sheet()->id.value;
  const int which = proposals_->whichAt(row);
  const auto& found = guess().proposals;
  part_ = -1;
  if (which == kSequence) {
    drafts_.remove(id);
    sequences_.insert(id);
  } else if (which == kPictures) {
    drafts_[id] = pictureCut(*sheet()->pictures, sheet()->size);
  } else if (which >= 0 && which < static_cast<int>(found.size())) {
    sequences_.remove(id);
    drafts_[id] = Cut{found[static_cast<std::size_t>(which)].way, {}};
  }
  if (isCut() && drafts_.contains(id) && drafts_[id] == *sheet()->cut) drafts_.remove(id);
  refreshSoon();
}

// A proposal was clicked, or entered (`taking`): then it is done.
void CutBench::answerProposal(bool taking) {
  const int row = proposals_->currentRow();
  if (row < 0 || sheet() == nullptr) return;
  const int which = proposals_->whichAt(row);
  if (which == kKey && guess().key) {
    InkRule rule = sheet()->ink;
    rule.key = guess().key;
    changeInk(rule);
  } else if (which == kNoKey) {
    declined_.insert(sheet()->id.value);
    refreshSoon();
  } else if (taking) {
    cut();
  }
}

void CutBench::refresh() {
  const Sheet* shown = sheet();
  // Frames and their player come when there are some.
  foot_->setVisible(session_.currentAsset() != nullptr && (shown == nullptr || isCut()));
  refreshSure();
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
  background_->show(shown->ink, guess().key);
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
    inBoxes_->setChecked(rule->boxes);
    withShadows_->setChecked(rule->shadows);
    packedTight_->setChecked(rule->tight);
    // The options for joining parts do not apply to frames found by their rectangles.
    for (QWidget* other : std::initializer_list<QWidget*>{fields_.join, joinSlider_, fields_.minInk,
                                                          partFaint_, inBoxes_, withShadows_}) {
      other->setEnabled(!rule->tight);
    }
    if (rule->tight) fields_.part->setEnabled(false);
  }
}

void CutBench::refreshSure() {
  const SheetGuesses::Waiting waiting = session_.guesses().waiting();
  const int others = waiting.all - waiting.sure;
  sureButton_->setVisible(waiting.all > 1 && waiting.sure > 0);
  sureButton_->setText(
      waiting.looking ? tr("Cut the clear sheets so far (%1)").arg(waiting.sure)
      : others == 0   ? tr("Cut all %1 sheets (all are clear)").arg(waiting.sure)
                      : tr("Cut %1 clear sheets (%2 need review)").arg(waiting.sure).arg(others));
}

void CutBench::refreshButton() {
  const bool shown = sheet() != nullptr && (!isCut() || hasDraft());
  cutButton_->setVisible(shown);
  dropDraft_->setVisible(sheet() != nullptr && isCut() && hasDraft());
  handFacts_->setText(stage_->chosen().empty()
                          ? tr("Draw a frame on the sheet, or click one to select it.")
                          : tr("%1 selected").arg(countedFrames(stage_->chosen().size())));
  const auto& found = stage_->evidence().found;
  QString facts = packedTight_->isChecked()
                      ? countedFrames(found.frames.size())
                      : counted(found.frames.size(), tr("island"), tr("islands"));
  if (!found.dropped.empty()) {
    facts += tr(", %1 ignored").arg(counted(found.dropped.size(), tr("speck"), tr("specks")));
  }
  islandFacts_->setText(facts);
  if (!shown) return;
  const auto run = numberedRun();
  if (takesRun(run)) {
    cutButton_->setText(tr("Make one animation of %1 images").arg(run->paths.size()));
  } else {
    const QString frames = countedFrames(found.frames.size());
    cutButton_->setText(isCut() ? tr("Cut again into %1").arg(frames)
                                : tr("Cut into %1").arg(frames));
  }
  // Where a background is proposed, that comes first.
  const bool keyFirst = asksForKey() && !hasDraft();
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
    showText(*assetName_, QString::fromStdString(asset->name));
    showText(*animationName_, QString::fromStdString(animation->name));
    loop_->setCurrentIndex(static_cast<int>(animation->loop));
    fields_.rate->setValue(1000.0 / animation->steps.front().durationMs);
    namedFor_ = {};
  } else if (namedFor_ != sheet()->id) {
    // Only once a sheet: what the user typed stays until it is cut.
    const auto run = numberedRun();
    const SheetTitle title = titleFrom(run && isLikely(*run) ? run->title + ".png" : sheet()->path);
    showText(*assetName_, QString::fromStdString(title.asset));
    showText(*animationName_, QString::fromStdString(title.animation));
    namedFor_ = sheet()->id;
  }
}

}  // namespace amber

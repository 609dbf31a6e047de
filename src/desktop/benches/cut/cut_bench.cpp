#include "desktop/benches/cut/cut_bench.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QListWidget>
#include <QPointF>
#include <QPushButton>
#include <QSignalBlocker>
#include <QStringList>
#include <QStyle>
#include <QThreadPool>
#include <QVBoxLayout>

#include "core/cut/grid.h"
#include "core/geometry/tolerances.h"
#include "core/naming/snake_case.h"
#include "core/origin/origin_edits.h"
#include "desktop/benches/cut/cut_stage.h"
#include "desktop/parts/building.h"
#include "desktop/parts/ribbon.h"
#include "desktop/parts/wording.h"
#include "desktop/theme.h"

namespace amber {
namespace {

QString fileName(const std::string& path) {
  return QString::fromStdString(path).section('/', -1);
}

}  // namespace

CutBench::CutBench(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : BenchView(parent), session_(session) {
  stage_ = new CutStage(session, pictures, this);
  auto* middle = new QVBoxLayout;
  middle->setSpacing(0);
  middle->addWidget(makeStrip());
  middle->addWidget(stage_, 1);
  auto* upper = new QHBoxLayout;
  upper->setSpacing(0);
  upper->addLayout(middle, 1);
  upper->addWidget(makeSideColumn());
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(0);
  all->addLayout(upper, 1);
  all->addWidget(makeFoot(pictures));

  connect(stage_, &CutStage::gridDragged, this,
          [this](const Grid& grid) { stage_->setGrid(grid); });
  connect(stage_, &CutStage::gridDropped, this, [this](const Grid& grid) { propose(grid); });
  connect(stage_, &CutStage::dragCancelled, this, &CutBench::refresh);
  connect(stage_, &CutStage::cellClicked, this, &CutBench::selectCell);
  connect(stage_, &StageView::viewChanged, this,
          [this] { pointer_->setText(tr("%1x").arg(stage_->view().scale)); });
  connect(stage_, &StageView::pointed, this, [this](std::optional<QPointF> art) {
    pointer_->setText(art ? tr("%1x   pointer %2, %3")
                                .arg(stage_->view().scale)
                                .arg(std::floor(art->x()))
                                .arg(std::floor(art->y()))
                          : tr("%1x").arg(stage_->view().scale));
  });
  connect(&session_, &ProjectSession::changed, this, &CutBench::refreshSoon);
  connect(&session_, &ProjectSession::selectionChanged, this, &CutBench::refreshSoon);
  connect(&session_, &ProjectSession::artArrived, this, &CutBench::refreshSoon);
  connect(&session_, &ProjectSession::projectReplaced, this, [this] {
    drafts_.clear();
    found_.clear();
    namedFor_ = {};
    refreshSoon();
  });
}

// Proposals are found on the pool and posted to us; none may arrive after we are gone.
CutBench::~CutBench() {
  QThreadPool::globalInstance()->waitForDone();
}

StageView* CutBench::stage() {
  return stage_;
}

const Sheet* CutBench::sheet() const {
  return findSheet(session_.project(), session_.selection().sheet);
}

bool CutBench::isCut() const {
  return sheet() != nullptr && sheet()->cut.has_value();
}

Grid CutBench::shownGrid() const {
  if (isCut()) return *sheet()->cut;
  const auto draft = drafts_.constFind(sheet()->id.value);
  if (draft != drafts_.constEnd()) return *draft;
  const auto found = found_.constFind(sheet()->id.value);
  return found == found_.constEnd() || found->empty() ? wholeGrid(sheet()->size)
                                                      : found->front().grid;
}

QString CutBench::cutRefusal() const {
  if (sheet() == nullptr) return tr("Add a sheet first");
  if (session_.artOf(sheet()->id) == nullptr) return tr("The sheet cannot be read");
  if (isCut()) return tr("This sheet is cut; change a number or drag a line to cut it again");
  return {};
}

// Looks at the pixels of a sheet that is not cut yet, beside the interface, once.
void CutBench::seekProposals() {
  const std::uint32_t id = sheet()->id.value;
  const auto art = session_.artOf(sheet()->id);
  if (art == nullptr || found_.contains(id)) return;
  found_[id] = {};
  QThreadPool::globalInstance()->start([this, id, art] {
    std::vector<Proposal> proposals = proposeCuts(*art);
    QMetaObject::invokeMethod(this, [this, id, proposals = std::move(proposals)] {
      found_[id] = proposals;
      refreshSoon();
    });
  });
}

void CutBench::showProposals() {
  const bool wanted = sheet() != nullptr && !isCut();
  proposalsTitle_->setVisible(wanted);
  proposals_->setVisible(wanted);
  if (!wanted) return;
  seekProposals();
  const QSignalBlocker blocker(proposals_);
  proposals_->clear();
  for (const Proposal& proposal : found_.value(sheet()->id.value)) {
    proposals_->addItem(QString::fromStdString(proposal.reason));
    if (proposal.grid == shownGrid()) proposals_->setCurrentRow(proposals_->count() - 1);
  }
}

// Shows what is wrong with a grid, or takes it.
void CutBench::propose(const Result<Grid>& grid) {
  problem_->setVisible(!grid.has_value());
  if (!grid) {
    problem_->setText(QString::fromStdString(grid.error().sentence));
    return;
  }
  if (isCut()) {
    if (*grid != *sheet()->cut) applyGrid(*grid);
  } else {
    drafts_[sheet()->id.value] = *grid;
  }
  refresh();
}

void CutBench::cut() {
  if (!cutRefusal().isEmpty()) return;
  applyGrid(shownGrid());
}

void CutBench::applyGrid(const Grid& grid) {
  const auto art = session_.artOf(sheet()->id);
  if (art == nullptr) return;
  const CutRequest request{sheet()->id,
                           grid,
                           assetName_->text().toStdString(),
                           kind_->currentText().toStdString(),
                           animationName_->text().toStdString(),
                           durationAt(fields_.rate->value()),
                           static_cast<LoopMode>(loop_->currentIndex())};
  const bool again = isCut();
  auto edits = cutEdits(session_.project(), request, *art);
  if (!edits) {
    problem_->setText(QString::fromStdString(edits.error().sentence));
    problem_->show();
    return;
  }
  const SheetId id = sheet()->id;
  if (session_.perform(again ? tr("Cut again") : tr("Cut %1").arg(fileName(sheet()->path)),
                       *edits)) {
    session_.selectSheet(id);
  }
}

void CutBench::changeInk() {
  if (sheet() == nullptr) return;
  Sheet changed = *sheet();
  changed.ink.faint = static_cast<int>(fields_.faint->value());
  changed.ink.firm = static_cast<int>(fields_.firm->value());
  session_.perform(tr("Set the ink"), {PutSheet{changed}});
}

void CutBench::changeAsset() {
  const Asset* asset = session_.currentAsset();
  const Kind* kind = findKind(session_.project(), kind_->currentText().toStdString());
  if (!isCut() || asset == nullptr || kind == nullptr) return;
  const std::string name = assetName_->text().trimmed().toStdString();
  if (name == asset->name && kind->name == asset->kind) return;
  Asset changed = *asset;
  if (!name.empty()) changed.name = name;
  if (kind->name != asset->kind) changed.motion = kind->motion;
  changed.kind = kind->name;
  session_.perform(tr("Change %1").arg(QString::fromStdString(asset->name)), {PutAsset{changed}});
}

void CutBench::changeAnimation() {
  const Asset* asset = session_.currentAsset();
  const Animation* animation = session_.currentAnimation();
  if (!isCut() || asset == nullptr || animation == nullptr) return;
  Asset changed = *asset;
  for (Animation& one : changed.animations) {
    if (one.id != animation->id) continue;
    const std::string name = animationName_->text().trimmed().toStdString();
    if (!name.empty()) one.name = name;
    one.loop = static_cast<LoopMode>(loop_->currentIndex());
    if (sender() == fields_.rate) {
      for (Step& step : one.steps) step.durationMs = durationAt(fields_.rate->value());
    }
  }
  if (changed == *asset) return;
  session_.perform(tr("Change %1").arg(QString::fromStdString(animation->name)),
                   {PutAsset{changed}});
}

void CutBench::selectCell(const PixelRect& cell) {
  for (const auto& asset : session_.project().assets) {
    for (const Frame& frame : asset->frames) {
      if (frame.sheet != session_.selection().sheet || !(frame.rect == cell)) continue;
      for (const Animation& animation : asset->animations) {
        for (const Step& step : animation.steps) {
          if (step.frame == frame.id) {
            session_.selectFrame(asset->id, animation.id, frame.id);
            return;
          }
        }
      }
    }
  }
}

void CutBench::refresh() {
  const Sheet* shown = sheet();
  cutButton_->setVisible(shown != nullptr && !isCut());
  showProposals();
  if (shown == nullptr) {
    stage_->setGrid(std::nullopt);
    sheetFacts_->clear();
    return;
  }
  const Grid grid = shownGrid();
  stage_->setGrid(grid);
  const bool isWhole = grid == wholeGrid(shown->size);
  byCells_->setChecked(!isWhole);
  whole_->setChecked(isWhole);
  sheetFacts_->setText(
      tr("%1, %2 x %3 px").arg(fileName(shown->path)).arg(shown->size.w).arg(shown->size.h));
  fields_.cellW->setValue(grid.cell.w);
  fields_.cellH->setValue(grid.cell.h);
  fields_.marginX->setValue(grid.margin.w);
  fields_.marginY->setValue(grid.margin.h);
  fields_.gutterX->setValue(grid.gutter.w);
  fields_.gutterY->setValue(grid.gutter.h);
  fields_.columns->setValue(grid.columns);
  fields_.rows->setValue(grid.rows);
  fields_.faint->setValue(shown->ink.faint);
  fields_.firm->setValue(shown->ink.firm);
  cutButton_->setText(
      tr("Cut into %1").arg(counted(grid.columns * grid.rows, tr("cell"), tr("cells"))));
  cutButton_->setEnabled(cutRefusal().isEmpty());
  cutButton_->setToolTip(cutRefusal());
  markNext(cutButton_, true);
  refreshNames();
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
    const SheetTitle title = titleFrom(sheet()->path);
    assetName_->setText(QString::fromStdString(title.asset));
    animationName_->setText(QString::fromStdString(title.animation));
    namedFor_ = sheet()->id;
  }
}

}  // namespace amber

// How the cut bench is put together, of cut_bench.h.
#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>

#include "core/cut/grid.h"
#include "core/geometry/tolerances.h"
#include "desktop/benches/cut/cut_bench.h"
#include "desktop/benches/cut/cut_stage.h"
#include "desktop/parts/building.h"
#include "desktop/parts/ribbon.h"
#include "desktop/theme.h"

namespace amber {

QWidget* CutBench::makeStrip() {
  QFrame* strip = makeFrame("strip", this);
  strip->setFixedHeight(metrics::kStrip);
  auto* row = new QHBoxLayout(strip);
  row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  byCells_ = makeChip(tr("by cells"), strip);
  whole_ = makeChip(tr("whole"), strip);
  byCells_->setObjectName("byCells");
  whole_->setObjectName("whole");
  row->addWidget(byCells_);
  row->addWidget(whole_);
  row->addSpacing(metrics::kGap);
  sheetFacts_ = makeLabel({}, "", strip);
  row->addWidget(sheetFacts_, 1);
  pointer_ = makeLabel({}, "quiet", strip);
  row->addWidget(pointer_);
  connect(whole_, &QPushButton::clicked, this, [this] {
    if (sheet() != nullptr) propose(wholeGrid(sheet()->size));
    refresh();
  });
  connect(byCells_, &QPushButton::clicked, this, [this] {
    if (sheet() == nullptr) return;
    byCells_->setChecked(true);
    fields_.cellW->setFocus();
    fields_.cellW->selectAll();
  });
  return strip;
}

QFrame* CutBench::makeSideColumn() {
  QFrame* side = nullptr;
  QVBoxLayout* form = makeSide(side, this);
  proposalsTitle_ = makeLabel(tr("Proposals, from the pixels"), "title", side);
  form->addWidget(proposalsTitle_);
  proposals_ = new QListWidget(side);
  proposals_->setObjectName("proposals");
  proposals_->setWordWrap(true);
  proposals_->setFixedHeight(118);
  proposals_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  form->addWidget(proposals_);
  connect(proposals_, &QListWidget::currentRowChanged, this, [this](int row) {
    const auto found = found_.value(sheet() == nullptr ? 0 : sheet()->id.value);
    if (row >= 0 && row < static_cast<int>(found.size())) {
      propose(found[static_cast<std::size_t>(row)].grid);
    }
  });
  form->addWidget(makeLabel(tr("Cells"), "title", side));
  const auto field = [&](const char* name, double least, double most) {
    auto* number = new NumberField(least, most, 0, side);
    number->setObjectName(name);
    return number;
  };
  fields_.cellW = field("cellW", 1, kLongestImageSide);
  fields_.cellH = field("cellH", 1, kLongestImageSide);
  fields_.marginX = field("marginX", 0, kLongestImageSide);
  fields_.marginY = field("marginY", 0, kLongestImageSide);
  fields_.gutterX = field("gutterX", 0, kLongestImageSide);
  fields_.gutterY = field("gutterY", 0, kLongestImageSide);
  fields_.columns = field("columns", 1, kMostCells);
  fields_.rows = field("rows", 1, kMostCells);
  fields_.faint = field("faint", 1, 255);
  fields_.firm = field("firm", 1, 255);
  addRow(form, tr("cell, px"), {fields_.cellW, makeLabel("x", "", side), fields_.cellH});
  addRow(form, tr("margin"), {fields_.marginX, makeLabel(" ", "", side), fields_.marginY});
  addRow(form, tr("gutter"), {fields_.gutterX, makeLabel(" ", "", side), fields_.gutterY});
  addRow(form, tr("columns, rows"), {fields_.columns, makeLabel("x", "", side), fields_.rows});
  problem_ = makeLabel({}, "error", side);
  problem_->setWordWrap(true);
  problem_->hide();
  form->addWidget(problem_);
  addRule(form, side);
  form->addWidget(makeLabel(tr("Ink, least alpha"), "title", side));
  addRow(form, tr("faint, firm"), {fields_.faint, makeLabel(" ", "", side), fields_.firm});
  fields_.faint->setToolTip(tr("Counts for cutting and for what is drawn"));
  fields_.firm->setToolTip(tr("Counts for origins and shapes"));
  addRule(form, side);
  form->addWidget(makeLabel(tr("Becomes"), "title", side));
  kind_ = new QComboBox(side);
  kind_->setObjectName("kind");
  assetName_ = new QLineEdit(side);
  assetName_->setObjectName("assetName");
  animationName_ = new QLineEdit(side);
  animationName_->setObjectName("animationName");
  loop_ = new QComboBox(side);
  loop_->setObjectName("loop");
  loop_->addItems({tr("once"), tr("repeat"), tr("back and forth")});
  loop_->setCurrentIndex(static_cast<int>(LoopMode::Repeat));
  fields_.rate = new NumberField(0.1, 1000, 1, side);
  fields_.rate->setObjectName("rate");
  fields_.rate->setValue(10);
  addRow(form, tr("kind"), {kind_});
  addRow(form, tr("asset"), {assetName_});
  addRow(form, tr("animation"), {animationName_});
  addRow(form, tr("frames a second"), {fields_.rate});
  addRow(form, tr("loop"), {loop_});
  cutButton_ = makeButton(tr("Cut"), tr("Make these cells frames"), side);
  cutButton_->setObjectName("cutButton");
  form->addStretch();
  // Below what scrolls, so that the next step is always in sight.
  auto* last = new QHBoxLayout;
  last->setContentsMargins(metrics::kGap, metrics::kSmallGap, metrics::kGap, metrics::kGap);
  last->addWidget(cutButton_);
  static_cast<QVBoxLayout*>(side->layout())->addLayout(last);

  const auto bySize = [this] {
    if (sheet() == nullptr) return;
    propose(gridByCell(
        sheet()->size,
        {static_cast<int>(fields_.cellW->value()), static_cast<int>(fields_.cellH->value())},
        {static_cast<int>(fields_.marginX->value()), static_cast<int>(fields_.marginY->value())},
        {static_cast<int>(fields_.gutterX->value()), static_cast<int>(fields_.gutterY->value())}));
  };
  const auto byCount = [this] {
    if (sheet() == nullptr) return;
    const Grid grid = shownGrid();
    propose(gridByCount(sheet()->size, static_cast<int>(fields_.columns->value()),
                        static_cast<int>(fields_.rows->value()), grid.margin, grid.gutter));
  };
  for (NumberField* number : {fields_.cellW, fields_.cellH, fields_.marginX, fields_.marginY,
                              fields_.gutterX, fields_.gutterY}) {
    connect(number, &NumberField::committed, this, bySize);
  }
  for (NumberField* number : {fields_.columns, fields_.rows}) {
    connect(number, &NumberField::committed, this, byCount);
  }
  for (NumberField* number : {fields_.faint, fields_.firm}) {
    connect(number, &NumberField::committed, this, &CutBench::changeInk);
  }
  connect(fields_.rate, &NumberField::committed, this, &CutBench::changeAnimation);
  connect(loop_, &QComboBox::activated, this, &CutBench::changeAnimation);
  connect(animationName_, &QLineEdit::editingFinished, this, &CutBench::changeAnimation);
  connect(kind_, &QComboBox::activated, this, &CutBench::changeAsset);
  connect(assetName_, &QLineEdit::editingFinished, this, &CutBench::changeAsset);
  connect(cutButton_, &QPushButton::clicked, this, &CutBench::cut);
  return side;
}

QWidget* CutBench::makeFoot(Pictures& pictures) {
  QFrame* foot = makeFrame("foot", this);
  auto* row = new QHBoxLayout(foot);
  row->setContentsMargins(0, 1, 0, 0);
  row->setSpacing(0);
  row->addWidget(new Ribbon(session_, pictures, RibbonFigures::None, foot), 1);
  player_ = new Player(session_, pictures, foot);
  player_->setFixedWidth(130);
  row->addWidget(player_);
  return foot;
}

}  // namespace amber

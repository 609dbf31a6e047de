// How the cut bench is put together, of cut_bench.h.
#include <QComboBox>
#include <QHBoxLayout>
#include <QIcon>
#include <QLabel>
#include <QListWidget>
#include <QPointF>
#include <QPushButton>
#include <QSlider>
#include <QStackedWidget>
#include <cmath>

#include "core/cut/cut_rects.h"
#include "core/cut/grid.h"
#include "core/cut/hand_cut.h"
#include "core/geometry/tolerances.h"
#include "desktop/benches/cut/animation_panel.h"
#include "desktop/benches/cut/background_panel.h"
#include "desktop/benches/cut/cut_bench.h"
#include "desktop/benches/cut/cut_stage.h"
#include "desktop/benches/cut/proposal_list.h"
#include "desktop/parts/building.h"
#include "desktop/parts/player.h"
#include "desktop/parts/ribbon.h"
#include "desktop/parts/typed_text.h"
#include "desktop/theme.h"

namespace amber {
namespace {

// px, and letters of the name of a region.
constexpr int kLeastStrip = 500;
constexpr int kPartLetters = 6;

NumberField* field(const char* name, double least, double most, QWidget* parent) {
  auto* number = new NumberField(least, most, 0, parent);
  number->setObjectName(name);
  return number;
}

QPushButton* chipOf(const QString& text, const char* name, const QString& tip, QWidget* parent) {
  QPushButton* chip = makeChip(text, parent);
  chip->setObjectName(name);
  chip->setToolTip(tip);
  return chip;
}

QVBoxLayout* pageLayout(QWidget* page) {
  auto* form = new QVBoxLayout(page);
  form->setContentsMargins(0, 0, 0, 0);
  form->setSpacing(metrics::kSmallGap);
  return form;
}

}  // namespace

QWidget* CutBench::makeStrip() {
  QFrame* strip = makeFrame("strip", this);
  strip->setFixedHeight(metrics::kStrip);
  // With regions there is more on it than a narrow screen holds: rather tight than wider than that.
  strip->setMinimumWidth(kLeastStrip);
  auto* row = new QHBoxLayout(strip);
  row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  row->setSpacing(4);
  parts_ = new QComboBox(strip);
  parts_->setObjectName("parts");
  parts_->setToolTip(tr("The part of the sheet that is being cut: the whole sheet or one region"));
  parts_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  parts_->setMinimumContentsLength(kPartLetters);
  parts_->hide();
  row->addWidget(parts_);
  const auto chip = [&](QPushButton*& button, const QString& text, const char* name,
                        const QString& tip) {
    button = makeChip(text, strip);
    button->setObjectName(name);
    button->setProperty("tight", true);
    button->setToolTip(tip);
    row->addWidget(button);
  };
  chip(byCells_, tr("Cells"), "byCells", tr("Cut into equal cells, in columns and rows."));
  chip(byIslands_, tr("Islands"), "byIslands",
       tr("Cut each island (a group of connected pixels) into a frame."));
  chip(byHand_, tr("By hand"), "byHand", tr("Draw the frames on the sheet."));
  chip(whole_, tr("Whole"), "whole", tr("Make the whole picture one frame."));
  row->addSpacing(metrics::kGap);
  chip(splitTool_, tr("Split"), "splitTool",
       tr("Click a frame near one of its edges to split it in two from there."));
  chip(regionTool_, tr("Region"), "regionTool",
       tr("Draw a region of the sheet that is cut by another method."));
  removeRegion_ = makeButton(
      tr("Remove"), tr("Removes the region. Its area is cut by the method of the sheet again."),
      strip);
  removeRegion_->setProperty("tight", true);
  removeRegion_->setObjectName("removeRegion");
  removeRegion_->hide();
  row->addWidget(removeRegion_);
  pointer_ = makeLabel({}, "quiet", strip);
  pointer_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
  pointer_->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
  row->addWidget(pointer_, 1);
  for (const char* name : {"turnLeft", "turnRight", "mirrorX", "mirrorY"}) {
    QPushButton* button = makeButton({}, {}, strip);
    button->setObjectName(name);
    button->setIcon(QIcon(QString(":/icons/%1.svg").arg(name)));
    button->setFixedWidth(26);
    row->addWidget(button);
  }
  connectStrip();
  return strip;
}

void CutBench::connectStrip() {
  connect(parts_, &QComboBox::activated, this, [this](int index) {
    part_ = index - 1;
    refresh();
  });
  connect(removeRegion_, &QPushButton::clicked, this, &CutBench::removeRegion);
  connect(whole_, &QPushButton::clicked, this, [this] {
    if (sheet() != nullptr) setPartWay(wholeGrid(partArea(shownCut()).size()));
    refresh();
  });
  connect(byCells_, &QPushButton::clicked, this, &CutBench::startCells);
  connect(byIslands_, &QPushButton::clicked, this, &CutBench::startIslands);
  connect(byHand_, &QPushButton::clicked, this, &CutBench::startByHand);
  connect(splitTool_, &QPushButton::clicked, this,
          [this](bool on) { setTool(on ? CutTool::Split : CutTool::Arrange); });
  connect(regionTool_, &QPushButton::clicked, this,
          [this](bool on) { setTool(on ? CutTool::Region : CutTool::Arrange); });
}

void CutBench::makeProposals(QVBoxLayout* form, QWidget* side, Pictures& pictures) {
  proposalsTitle_ = makeChip(tr("Proposals"), side);
  proposalsTitle_->setObjectName("proposalsTitle");
  proposalsTitle_->setToolTip(tr("Shows or hides the cuts that fit the pixels of this sheet."));
  form->addWidget(proposalsTitle_);
  proposals_ = new ProposalList(pictures, side);
  proposals_->setObjectName("proposals");
  form->addWidget(proposals_);
  connect(proposals_, &QListWidget::currentRowChanged, this, &CutBench::takeProposal);
  connect(proposals_, &QListWidget::itemClicked, this, [this] { answerProposal(false); });
  connect(proposals_, &QListWidget::itemActivated, this, [this] { answerProposal(true); });
  connect(proposalsTitle_, &QPushButton::clicked, this, [this] { showProposals(); });
}

QWidget* CutBench::makeCellsPage(QWidget* parent) {
  auto* page = new QWidget(parent);
  QVBoxLayout* form = pageLayout(page);
  fields_.cellW = field("cellW", 1, kLongestImageSide, page);
  fields_.cellH = field("cellH", 1, kLongestImageSide, page);
  fields_.marginX = field("marginX", 0, kLongestImageSide, page);
  fields_.marginY = field("marginY", 0, kLongestImageSide, page);
  fields_.gutterX = field("gutterX", 0, kLongestImageSide, page);
  fields_.gutterY = field("gutterY", 0, kLongestImageSide, page);
  fields_.columns = field("columns", 1, kMostCells, page);
  fields_.rows = field("rows", 1, kMostCells, page);
  form->addWidget(makeLabel(tr("Cells"), "title", page));
  addRow(form, tr("Cell size (px)"), {fields_.cellW, makeLabel("x", "", page), fields_.cellH});
  addRow(form, tr("Margin (px)"), {fields_.marginX, makeLabel(" ", "", page), fields_.marginY});
  addRow(form, tr("Gutter (px)"), {fields_.gutterX, makeLabel(" ", "", page), fields_.gutterY});
  addRow(form, tr("Columns x rows"), {fields_.columns, makeLabel("x", "", page), fields_.rows});
  const auto bySize = [this] {
    if (sheet() == nullptr) return;
    const auto px = [](const NumberField* x, const NumberField* y) {
      return PixelSize{static_cast<int>(x->value()), static_cast<int>(y->value())};
    };
    propose(gridByCell(partArea(shownCut()).size(), px(fields_.cellW, fields_.cellH),
                       px(fields_.marginX, fields_.marginY), px(fields_.gutterX, fields_.gutterY)));
  };
  const auto byCount = [this] {
    if (sheet() == nullptr) return;
    const Cut cut = shownCut();
    const auto* grid = std::get_if<Grid>(&partWay(cut));
    propose(gridByCount(partArea(cut).size(), static_cast<int>(fields_.columns->value()),
                        static_cast<int>(fields_.rows->value()),
                        grid == nullptr ? PixelSize{} : grid->margin,
                        grid == nullptr ? PixelSize{} : grid->gutter));
  };
  for (NumberField* number : {fields_.cellW, fields_.cellH, fields_.marginX, fields_.marginY,
                              fields_.gutterX, fields_.gutterY}) {
    connect(number, &NumberField::committed, this, bySize);
  }
  for (NumberField* number : {fields_.columns, fields_.rows}) {
    connect(number, &NumberField::committed, this, byCount);
  }
  return page;
}

IslandRule CutBench::islandRule() const {
  const int part = partFaint_->isChecked() ? static_cast<int>(fields_.part->value()) : 0;
  return {static_cast<int>(fields_.join->value()),
          static_cast<int>(fields_.minInk->value()),
          part,
          inBoxes_->isChecked(),
          withShadows_->isChecked(),
          packedTight_->isChecked()};
}

QWidget* CutBench::makeIslandsPage(QWidget* parent) {
  auto* page = new QWidget(parent);
  QVBoxLayout* form = pageLayout(page);
  fields_.join = field("join", 1, 256, page);
  fields_.minInk = field("minInk", 1, 1000000, page);
  fields_.part = field("part", 1, 255, page);
  joinSlider_ = new QSlider(Qt::Horizontal, page);
  joinSlider_->setObjectName("joinSlider");
  joinSlider_->setRange(1, 32);
  partFaint_ = chipOf(
      tr("Separate"), "partFaint",
      tr("Separates figures that touch only through pixels more transparent than this alpha."),
      page);
  inBoxes_ = chipOf(tr("Frames have drawn outlines"), "inBoxes",
                    tr("Everything inside a drawn rectangle is one frame."), page);
  withShadows_ = chipOf(tr("Keep each shadow with its figure"), "withShadows",
                        tr("Soft pixels are the shadow of the figure beside them. All shadows fall "
                           "in the same direction."),
                        page);
  packedTight_ = chipOf(tr("Sheet is tightly packed"), "packedTight",
                        tr("The frames were trimmed and packed without gaps. Each frame is found "
                           "by the rectangle it occupies, even if its parts are not connected."),
                        page);
  fields_.join->setToolTip(tr("Parts of a figure that are closer than this belong to one island."));
  fields_.minInk->setToolTip(
      tr("Islands with fewer pixels are joined to a nearby island, or ignored."));
  auto* top = new QHBoxLayout;
  top->addWidget(makeLabel(tr("Islands"), "title", page), 1);
  islandFacts_ = makeLabel({}, "quiet", page);
  islandFacts_->setObjectName("islandFacts");
  top->addWidget(islandFacts_);
  form->addLayout(top);
  addRow(form, tr("Join closer than (px)"), {fields_.join, joinSlider_});
  addRow(form, tr("Smallest island (px)"), {fields_.minInk});
  addRow(form, tr("Alpha threshold"), {partFaint_, fields_.part});
  form->addWidget(inBoxes_);
  form->addWidget(withShadows_);
  form->addWidget(packedTight_);
  form->addStretch();
  const auto take = [this] {
    if (sheet() != nullptr) setPartWay(islandRule());
  };
  for (NumberField* number : {fields_.join, fields_.minInk, fields_.part}) {
    connect(number, &NumberField::committed, this, take);
  }
  connect(partFaint_, &QPushButton::clicked, this, take);
  connect(inBoxes_, &QPushButton::clicked, this, take);
  connect(withShadows_, &QPushButton::clicked, this, take);
  connect(packedTight_, &QPushButton::clicked, this, take);
  connect(joinSlider_, &QSlider::valueChanged, this, [this, take](int value) {
    fields_.join->setValue(value);
    if (!joinSlider_->isSliderDown()) return take();
    Cut cut = shownCut();
    if (part_ >= 0) {
      cut.regions[static_cast<std::size_t>(part_)].way = islandRule();
    } else {
      cut.way = islandRule();
    }
    showTrial(cut);
  });
  connect(joinSlider_, &QSlider::sliderReleased, this, take);
  return page;
}

QWidget* CutBench::makeHandPage(QWidget* parent) {
  auto* page = new QWidget(parent);
  QVBoxLayout* form = pageLayout(page);
  form->addWidget(makeLabel(tr("By hand"), "title", page));
  handFacts_ = makeLabel({}, "quiet", page);
  handFacts_->setObjectName("handFacts");
  handFacts_->setWordWrap(true);
  form->addWidget(handFacts_);
  auto* buttons = new QHBoxLayout;
  const auto button = [&](const QString& text, const char* name) {
    QPushButton* made = makeButton(text, {}, page);
    made->setObjectName(name);
    buttons->addWidget(made);
  };
  button(tr("Snap to ink"), "snapChosen");
  button(tr("Merge"), "mergeChosen");
  button(tr("Delete"), "deleteChosen");
  form->addLayout(buttons);
  form->addStretch();
  return page;
}

void CutBench::makeBecomes(QVBoxLayout* form, QWidget* side) {
  form->addWidget(makeLabel(tr("Creates"), "title", side));
  kind_ = new QComboBox(side);
  kind_->setObjectName("kind");
  assetName_ = new QLineEdit(side);
  assetName_->setObjectName("assetName");
  animationName_ = new QLineEdit(side);
  animationName_->setObjectName("animationName");
  loop_ = new QComboBox(side);
  loop_->setObjectName("loop");
  loop_->addItems({tr("Once"), tr("Repeat"), tr("Back and forth")});
  loop_->setCurrentIndex(static_cast<int>(LoopMode::Repeat));
  fields_.rate = new NumberField(0.1, 1000, 1, side);
  fields_.rate->setObjectName("rate");
  fields_.rate->setValue(10);
  addRow(form, tr("Kind"), {kind_});
  addRow(form, tr("Asset"), {assetName_});
  addRow(form, tr("Animation"), {animationName_});
  addRow(form, tr("Frames per second"), {fields_.rate});
  addRow(form, tr("Loop"), {loop_});
  rows_ = new QComboBox(side);
  rows_->setObjectName("rowsAre");
  rows_->addItems({tr("Automatic"), tr("One animation"), tr("One animation each")});
  rows_->setToolTip(
      tr("What the rows of the grid become. Automatic makes each row an animation if "
         "its frames are alike and the kind of the asset moves."));
  addRow(form, tr("Rows"), {rows_});
  connect(fields_.rate, &NumberField::committed, this, &CutBench::changeAnimation);
  connect(loop_, &QComboBox::activated, this, &CutBench::changeAnimation);
  finishTyping(*animationName_);
  connect(animationName_, &QLineEdit::editingFinished, this, &CutBench::changeAnimation);
  connect(kind_, &QComboBox::activated, this, &CutBench::changeAsset);
  finishTyping(*assetName_);
  connect(assetName_, &QLineEdit::editingFinished, this, &CutBench::changeAsset);
}

QFrame* CutBench::makeSideColumn(Pictures& pictures) {
  QFrame* side = nullptr;
  QVBoxLayout* form = makeSide(side, this);
  makeProposals(form, side, pictures);
  ways_ = new QStackedWidget(side);
  ways_->addWidget(makeCellsPage(ways_));
  ways_->addWidget(makeIslandsPage(ways_));
  ways_->addWidget(makeHandPage(ways_));
  form->addWidget(ways_);
  // The stack is as high as the page it shows, not as the highest of them.
  const auto fitPage = [this](int shown) {
    for (int i = 0; i < ways_->count(); ++i) {
      const auto vertical = i == shown ? QSizePolicy::Preferred : QSizePolicy::Ignored;
      ways_->widget(i)->setSizePolicy(QSizePolicy::Preferred, vertical);
    }
    ways_->adjustSize();
  };
  connect(ways_, &QStackedWidget::currentChanged, this, fitPage);
  fitPage(ways_->currentIndex());
  problem_ = makeLabel({}, "error", side);
  problem_->setObjectName("cutProblem");
  problem_->setWordWrap(true);
  problem_->hide();
  form->addWidget(problem_);
  addRule(form, side);
  background_ = new BackgroundPanel(side);
  form->addWidget(background_);
  addRule(form, side);
  makeBecomes(form, side);
  form->addStretch();
  // Below what scrolls, so that the next step is always in sight.
  sureButton_ = makeButton({}, {}, side);
  sureButton_->setObjectName("sureButton");
  auto* sureRow = new QHBoxLayout;
  sureRow->setContentsMargins(metrics::kGap, metrics::kSmallGap, metrics::kGap, 0);
  sureRow->addWidget(sureButton_);
  static_cast<QVBoxLayout*>(side->layout())->addLayout(sureRow);
  auto* last = new QHBoxLayout;
  last->setContentsMargins(metrics::kGap, metrics::kSmallGap, metrics::kGap, metrics::kGap);
  cutButton_ = makeButton(tr("Cut"), {}, side);
  cutButton_->setObjectName("cutButton");
  dropDraft_ = makeButton(tr("Keep"), tr("Keeps the current cut and discards the change."), side);
  dropDraft_->setObjectName("dropDraft");
  last->addWidget(cutButton_, 1);
  last->addWidget(dropDraft_);
  static_cast<QVBoxLayout*>(side->layout())->addLayout(last);
  connect(dropDraft_, &QPushButton::clicked, this, [this] {
    if (sheet() != nullptr) drafts_.remove(sheet()->id.value);
    refresh();
  });
  return side;
}

QWidget* CutBench::makeFoot(Pictures& pictures) {
  QFrame* foot = makeFrame("foot", this);
  foot_ = foot;
  foot->setFixedHeight(metrics::kAnimations);
  auto* row = new QHBoxLayout(foot);
  row->setContentsMargins(0, 1, 0, 0);
  row->setSpacing(0);
  auto* ribbon = new Ribbon(session_, pictures, RibbonFigures::Times, foot);
  ribbon->setObjectName("cutRibbon");
  ribbon_ = ribbon;
  connect(ribbon, &Ribbon::chosenChanged, this, &CutBench::choiceChanged);
  animations_ = new AnimationPanel(session_, *ribbon, foot);
  row->addWidget(animations_);
  row->addWidget(ribbon, 1, Qt::AlignTop);
  auto* playing = new PlayerPanel(session_, pictures, foot);
  player_ = playing->player();
  row->addWidget(playing);
  return foot;
}

}  // namespace amber

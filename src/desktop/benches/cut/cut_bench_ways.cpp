// How each way to cut is begun, and what is done on the stage, of cut_bench.h.
#include <QComboBox>
#include <QLabel>
#include <QPointF>
#include <QPushButton>
#include <QSlider>
#include <QStackedWidget>
#include <cmath>

#include "core/cut/cut_rects.h"
#include "core/cut/grid.h"
#include "core/cut/hand_cut.h"
#include "core/geometry/tolerances.h"
#include "desktop/benches/cut/background_panel.h"
#include "desktop/benches/cut/cut_bench.h"
#include "desktop/benches/cut/cut_stage.h"
#include "desktop/benches/cut/proposal_list.h"
#include "desktop/parts/number_field.h"

namespace amber {

void CutBench::startCells() {
  if (sheet() == nullptr) return;
  // When switching to cells: the most likely grid, if the pixels suggest one.
  const PixelSize area = partArea(shownCut()).size();
  if (!std::holds_alternative<Grid>(partWay(shownCut()))) {
    CutWay way = wholeGrid(area);
    for (const Proposal& one : guess().proposals) {
      if (part_ < 0 && std::holds_alternative<Grid>(one.way)) {
        way = one.way;
        break;
      }
    }
    setPartWay(way);
  }
  byCells_->setChecked(true);
  fields_.cellW->setFocus();
  fields_.cellW->selectAll();
}

void CutBench::startIslands() {
  if (sheet() == nullptr) return;
  IslandRule rule;
  for (const Proposal& one : guess().proposals) {
    if (const auto* islands = std::get_if<IslandRule>(&one.way)) rule = *islands;
  }
  if (!std::holds_alternative<IslandRule>(partWay(shownCut()))) setPartWay(rule);
  refresh();
}

void CutBench::startByHand() {
  if (sheet() == nullptr) return;
  const Cut cut = shownCut();
  const PixelRect area = partArea(cut);
  // What was found so far is where drawing by hand begins.
  HandCut hand;
  for (const PixelRect& one : stage_->evidence().found.frames) {
    if (within(one, area)) hand.rects.push_back({one.x - area.x, one.y - area.y, one.w, one.h});
  }
  if (!std::holds_alternative<HandCut>(partWay(cut)) && !hand.rects.empty()) setPartWay(hand);
  refresh();
}

void CutBench::setTool(CutTool tool) {
  splitTool_->setChecked(tool == CutTool::Split);
  regionTool_->setChecked(tool == CutTool::Region);
  if (tool != CutTool::Pick) background_->endPicking();
  stage_->setTool(tool);
}

void CutBench::connectStage() {
  connect(stage_, &CutStage::gridDragged, this, [this](const Grid& grid) {
    Cut cut = shownCut();
    if (part_ >= 0) {
      cut.regions[static_cast<std::size_t>(part_)].way = grid;
    } else {
      cut.way = grid;
    }
    showTrial(cut);
  });
  connect(stage_, &CutStage::gridDropped, this, [this](const Grid& grid) { propose(grid); });
  connect(stage_, &CutStage::rectsDragged, this, [this](const std::vector<PixelRect>& rects) {
    Cut cut = shownCut();
    if (part_ >= 0) {
      cut.regions[static_cast<std::size_t>(part_)].way = HandCut{rects};
    } else {
      cut.way = HandCut{rects};
    }
    showTrial(cut);
  });
  connect(stage_, &CutStage::rectsDropped, this,
          [this](const std::vector<PixelRect>& rects) { changeHand(rects); });
  connect(stage_, &CutStage::dragCancelled, this, &CutBench::refresh);
  connect(stage_, &CutStage::framesChosen, this, &CutBench::selectFrames);
  connect(stage_, &CutStage::splitAsked, this, &CutBench::splitFrame);
  connect(stage_, &CutStage::regionDrawn, this, &CutBench::addRegion);
  connect(stage_, &CutStage::colourPicked, background_, &BackgroundPanel::take);
  connect(stage_, &CutStage::toolEnded, this, [this] { setTool(CutTool::Arrange); });
  connect(stage_, &CutStage::chosenChanged, this, &CutBench::refreshButton);
  connect(stage_, &CutStage::chosenChanged, this, &CutBench::choiceChanged);
  connect(stage_, &CutStage::evidenceChanged, this, &CutBench::refreshButton);
  connect(stage_, &StageView::viewChanged, this,
          [this] { pointer_->setText(scaleText(stage_->view().scale)); });
  connect(stage_, &StageView::pointed, this, [this](std::optional<QPointF> art) {
    pointer_->setText(art ? tr("%1   %2, %3")
                                .arg(scaleText(stage_->view().scale))
                                .arg(std::floor(art->x()))
                                .arg(std::floor(art->y()))
                          : scaleText(stage_->view().scale));
  });
  connect(background_, &BackgroundPanel::chosen, this, &CutBench::changeInk);
  connect(background_, &BackgroundPanel::tried, this,
          [this](const InkRule& rule) { stage_->showInk(rule); });
  connect(background_, &BackgroundPanel::previewToggled, this, [this](bool shown) {
    stage_->showInk(shown && sheet() != nullptr ? std::optional(sheet()->ink) : std::nullopt);
  });
  connect(background_, &BackgroundPanel::pickingChanged, this,
          [this](bool picking) { setTool(picking ? CutTool::Pick : CutTool::Arrange); });
}

}  // namespace amber

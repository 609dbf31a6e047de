// The widgets of the fit bench, of fit_bench.h.
#include <QButtonGroup>
#include <QComboBox>
#include <QFrame>
#include <QHBoxLayout>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QVBoxLayout>

#include "core/fit/keys/fit_edits.h"
#include "core/geometry/tolerances.h"
#include "desktop/benches/fit/candidate_list.h"
#include "desktop/benches/fit/fit_bench.h"
#include "desktop/benches/fit/fit_stage.h"
#include "desktop/parts/building.h"
#include "desktop/parts/ribbon.h"
#include "desktop/parts/scope_chooser.h"
#include "desktop/preferences.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kWidestBrush = 64;
constexpr int kNumberRow = 26;
constexpr int kToolRow = 28;

// Chips of which one is pressed.
QButtonGroup* addChoice(QHBoxLayout* row, QWidget* parent, const char* prefix,
                        std::initializer_list<QString> names) {
  auto* group = new QButtonGroup(parent);
  int id = 0;
  for (const QString& name : names) {
    QPushButton* chip = tight(makeChip(name, parent));
    chip->setObjectName(prefix + name.toLower());
    group->addButton(chip, id++);
    row->addWidget(chip);
  }
  return group;
}

QWidget* rowOf(QWidget* parent, QHBoxLayout*& row) {
  auto* widget = new QWidget(parent);
  row = new QHBoxLayout(widget);
  row->setContentsMargins(0, 0, 0, 0);
  row->setSpacing(4);
  return widget;
}

}  // namespace

void FitBench::build(Pictures& pictures) {
  stage_ = new FitStage(session_, pictures, this);
  auto* middle = new QVBoxLayout;
  middle->setSpacing(0);
  middle->addWidget(makeStrip());
  middle->addWidget(stage_, 1);
  middle->addWidget(makeBar());
  auto* upper = new QHBoxLayout;
  upper->setSpacing(0);
  upper->addLayout(middle, 1);
  upper->addWidget(makeSideColumn(pictures));
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(0);
  all->addLayout(upper, 1);
  QFrame* foot = makeFrame("foot", this);
  auto* footRow = new QVBoxLayout(foot);
  footRow->setContentsMargins(0, 1, 0, 0);
  ribbon_ = new Ribbon(session_, pictures, RibbonFigures::Air, foot);
  footRow->addWidget(ribbon_);
  all->addWidget(foot);
}

QWidget* FitBench::makeStrip() {
  QFrame* strip = makeFrame("strip", this);
  strip->setFixedHeight(metrics::kStrip);
  auto* row = new QHBoxLayout(strip);
  row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  roles_ = new QComboBox(strip);
  roles_->setObjectName("roleChoice");
  roles_->setToolTip(tr("The role of the shapes that are shown and changed here"));
  roles_->setMinimumContentsLength(7);
  row->addWidget(roles_);
  QPushButton* more = tight(makeButton(tr("Roles"), {}, strip));
  more->setObjectName("rolesButton");
  row->addWidget(more);
  kind_ = makeLabel({}, "quiet", strip);
  kind_->setObjectName("shapeKind");
  kind_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
  row->addWidget(kind_, 1);
  const auto toggle = [&](const QString& name, void (FitStage::*set)(bool)) {
    QPushButton* chip = tight(makeChip(name, strip));
    chip->setObjectName("show:" + name);
    chip->setChecked(true);
    connect(chip, &QPushButton::toggled, stage_, set);
    row->addWidget(chip);
  };
  toggle(tr("air"), &FitStage::setShowAir);
  toggle(tr("bare ink"), &FitStage::setShowBareInk);
  toggle(tr("origin"), &FitStage::setShowOrigin);
  return strip;
}

QWidget* FitBench::makeBar() {
  QFrame* bar = makeFrame("bar", this);
  auto* rows = new QVBoxLayout(bar);
  rows->setContentsMargins(metrics::kGap, 6, metrics::kGap, 6);
  rows->setSpacing(3);
  figures_ = makeLabel({}, "", bar);
  figures_->setObjectName("figures");
  // It is cut rather than to make the window wider.
  figures_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
  rows->addWidget(figures_);
  QHBoxLayout* row = nullptr;
  QWidget* numbers = rowOf(bar, row);
  // As high without any number as with them, or the stage would move under a drag.
  numbers->setFixedHeight(kNumberRow);
  rows->addWidget(numbers);
  for (std::size_t i = 0; i < numbers_.size(); ++i) {
    numberNames_[i] = makeLabel({}, "quiet", bar);
    row->addWidget(numberNames_[i]);
    numbers_[i] = new NumberField(-kFarthestReach, kLongestImageSide, 2, bar);
    numbers_[i]->setObjectName("number_" + QString::number(i));
    numbers_[i]->setFixedWidth(48);
    connect(numbers_[i], &NumberField::committed, this, &FitBench::typeNumber);
    row->addWidget(numbers_[i]);
  }
  row->addSpacing(metrics::kSmallGap);
  game_ = makeLabel({}, "quiet", bar);
  game_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred);
  row->addWidget(game_, 1);
  rows->addWidget(makeTools(bar));
  return bar;
}

QWidget* FitBench::makeTools(QWidget* bar) {
  QHBoxLayout* row = nullptr;
  QWidget* tools = rowOf(bar, row);
  tools->setFixedHeight(kToolRow);
  QHBoxLayout* snaps = nullptr;
  snapTools_ = rowOf(tools, snaps);
  snaps->addWidget(makeLabel(tr("Snap to"), "quiet", snapTools_));
  followPreference(*addChoice(snaps, snapTools_,
                              "snap:", {tr("Pixel"), tr("Half pixel"), tr("Outline"), tr("Off")}),
                   preference::kSnapShapes,
                   [this](int id) { stage_->setSnap(static_cast<StageSnap>(id)); });
  row->addWidget(snapTools_);
  QHBoxLayout* mask = nullptr;
  maskTools_ = rowOf(tools, mask);
  // Only one of the two is ever shown; both at once would make the window wider than some screens.
  maskTools_->hide();
  QButtonGroup* tool =
      addChoice(mask, maskTools_, "mask:", {tr("Move"), tr("Brush"), tr("Line"), tr("Fill")});
  tool->button(static_cast<int>(MaskTool::Brush))->setChecked(true);
  connect(tool, &QButtonGroup::idClicked, this,
          [this](int id) { stage_->setMaskTool(static_cast<MaskTool>(id)); });
  QPushButton* erase = tight(makeChip(tr("Erase"), maskTools_));
  erase->setObjectName("mask:erase");
  connect(erase, &QPushButton::toggled, stage_, &FitStage::setErase);
  mask->addWidget(erase);
  mask->addWidget(makeLabel(tr("px"), "quiet", maskTools_));
  auto* size = new NumberField(1, kWidestBrush, 0, maskTools_);
  size->setObjectName("brushSize");
  size->setToolTip(tr("Width of the brush, in px"));
  size->setFixedWidth(34);
  size->setValue(2);
  connect(size, &NumberField::committed, this,
          [this](double value) { stage_->setBrush(static_cast<int>(value)); });
  mask->addWidget(size);
  QPushButton* ink = tight(makeButton(
      tr("From ink"), tr("Replaces the mask with the solid ink of this frame."), maskTools_));
  ink->setObjectName("maskFromInk");
  connect(ink, &QPushButton::clicked, this, [this] {
    Recipe recipe = candidates_->common();
    recipe.kind = ShapeKind::Mask;
    const Selection& at = session_.selection();
    session_.perform(
        tr("Use the ink as the mask"),
        fittedShapes(session_.project(), {{at.asset, at.frame}}, role(), recipe, session_.art()));
  });
  mask->addWidget(ink);
  row->addWidget(maskTools_);
  row->addStretch();
  QPushButton* symmetric = tight(makeChip(tr("Symmetric"), tools));
  symmetric->setObjectName("symmetric");
  symmetric->setToolTip(tr("Keeps both sides of the origin mirrored while you draw."));
  connect(symmetric, &QPushButton::toggled, stage_, &FitStage::setSymmetric);
  row->addWidget(symmetric);
  return tools;
}

QWidget* FitBench::makeSideColumn(Pictures& pictures) {
  QFrame* side = nullptr;
  QVBoxLayout* form = makeSide(side, this);
  form->setContentsMargins(0, 8, 0, 6);
  addTaking(form, side);
  candidates_ = new CandidateList(session_, pictures, side);
  form->addWidget(candidates_);
  form->addStretch();
  // Below what scrolls.
  auto* last = new QVBoxLayout;
  last->setContentsMargins(metrics::kGap, metrics::kSmallGap, metrics::kGap, metrics::kSmallGap);
  last->setSpacing(metrics::kSmallGap);
  addGiving(last, side);
  addKeys(last, side);
  static_cast<QVBoxLayout*>(side->layout())->addLayout(last);
  return side;
}

// Who takes a candidate, and how.
void FitBench::addTaking(QVBoxLayout* form, QWidget* side) {
  auto* row = new QHBoxLayout;
  row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  row->setSpacing(metrics::kSmallGap);
  form->addLayout(row);
  scope_ = new ScopeChooser(session_, Scope::Asset, side, ScopeChooser::Kinds::Without,
                            ScopeChooser::Form::List);
  row->addWidget(scope_, 1);
  auto* ways = new QComboBox(side);
  ways->setObjectName("way");
  ways->setToolTip(tr("How the frames in the scope get their shapes"));
  const std::pair<QString, QString> each[] = {
      {tr("Fit each frame"), tr("Fits a shape to the ink of each frame.")},
      {tr("Fit first, hold"),
       tr("Fits the first frame of each animation. The other frames hold that shape.")},
      {tr("One for all"),
       tr("Fits one shape to all frames of an asset, aligned at their origins.")}};
  for (const auto& [text, tip] : each) {
    ways->addItem(text);
    ways->setItemData(ways->count() - 1, tip, Qt::ToolTipRole);
  }
  row->addWidget(ways, 1);
  connect(ways, &QComboBox::activated, this, [this](int id) { way_ = static_cast<Way>(id); });
}

void FitBench::addGiving(QVBoxLayout* form, QWidget* side) {
  QHBoxLayout* buttons = nullptr;
  form->addWidget(rowOf(side, buttons));
  auto* fit = makeButton(tr("Fit snug boxes"), {}, side);
  fit->setObjectName("fitButton");
  markNext(fit, true);
  buttons->addWidget(fit);
  sameForScope_ = makeButton(tr("Copy this shape"),
                             tr("Copies the shape of this frame to all frames in the scope, at the "
                                "same position relative to each origin."),
                             side);
  sameForScope_->setObjectName("sameButton");
  buttons->addWidget(sameForScope_);
  connect(sameForScope_, &QPushButton::clicked, this, &FitBench::giveToScope);
}

void FitBench::addKeys(QVBoxLayout* form, QWidget* side) {
  QHBoxLayout* keys = nullptr;
  form->addWidget(rowOf(side, keys));
  QHBoxLayout* row = keys;
  const auto add = [&](const char* name, const QString& text) {
    QPushButton* button = tight(makeButton(text, {}, side));
    button->setObjectName(name);
    row->addWidget(button);
  };
  add("keyShape", tr("Set keyframe"));
  add("unkeyShape", tr("Remove keyframe"));
  form->addWidget(rowOf(side, row));
  add("holdShape", tr("Hold"));
  add("fitAgain", tr("Refit"));
  QPushButton* more = tight(makeButton(
      tr("More"), tr("Copy, paste or mirror the shape, or apply the rules of the kind."), side));
  more->setObjectName("moreShapes");
  more_ = new QMenu(more);
  connect(more, &QPushButton::clicked, more_,
          [this, more] { more_->popup(more->mapToGlobal(QPoint(0, more->height()))); });
  row->addWidget(more);
  row->addStretch();
}

}  // namespace amber

// The widgets of origin_bench.h.
#include <QBoxLayout>
#include <QButtonGroup>
#include <QFrame>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>
#include <cmath>
#include <numbers>

#include "core/origin/anchor.h"
#include "desktop/benches/origin/origin_bench.h"
#include "desktop/benches/origin/origin_stage.h"
#include "desktop/parts/building.h"
#include "desktop/parts/scope_chooser.h"
#include "desktop/parts/yielding_label.h"
#include "desktop/preferences.h"
#include "desktop/theme.h"

namespace amber {
namespace {

const std::array<QString, 9> kArrows = {"↖", "↑", "↗", "←", "•", "→", "↙", "↓", "↘"};
constexpr int kPlotHeight = 132;
constexpr int kPlayerWidth = 104;
constexpr int kMotionMs = 16;
// A whole turn, and a walk once around, takes this long.
constexpr double kRoundMs = 4000;

}  // namespace

OriginBench::OriginBench(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : BenchView(parent), session_(session) {
  stage_ = new OriginStage(session, pictures, this);
  auto* middle = new QVBoxLayout;
  middle->setSpacing(0);
  middle->addWidget(makeStrip());
  middle->addWidget(stage_, 1);
  middle->addWidget(makeFoot(pictures));
  auto* all = new QHBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(0);
  all->addLayout(middle, 1);
  all->addWidget(makeSideColumn());
  connectStage();
  connect(&session_, &ProjectSession::shown, this, &OriginBench::refreshSoon);
  connect(&session_, &ProjectSession::selectionChanged, this, &OriginBench::refreshSoon);
  connect(&session_, &ProjectSession::artArrived, this, &OriginBench::refreshSoon);
  connect(&session_, &ProjectSession::projectReplaced, this, [this] {
    stacked_.clear();
    mount_.clear();
  });
}

void OriginBench::connectStage() {
  connect(stage_, &OriginStage::pointDragged, this, &OriginBench::previewPoint);
  connect(stage_, &OriginStage::pointDropped, this, &OriginBench::setPoint);
  connect(stage_, &OriginStage::pointNudged, this, &OriginBench::movePoint);
  connect(stage_, &OriginStage::blockResized, this, &OriginBench::resizeBlock);
  connect(stage_, &OriginStage::dragCancelled, &session_, &ProjectSession::endPreview);
  connect(stage_, &OriginStage::angleChanged, this, [this](double radians) {
    stage_->setAngle(radians);
    angle_->setValue(radians * 180 / std::numbers::pi);
  });
  connect(stage_, &OriginStage::besideMoved, this, &OriginBench::refreshUse);
  connect(stage_, &OriginStage::framePointed, this, [this](std::optional<FrameId> frame) {
    pointed_.reset();
    for (std::size_t i = 0; frame && i < drift_.rows.size(); ++i) {
      if (drift_.rows[i].frame == *frame) pointed_ = i;
    }
    showMarks();
  });
  motion_.setInterval(kMotionMs);
  connect(&motion_, &QTimer::timeout, this, [this] {
    const double part = 2 * std::numbers::pi * kMotionMs / kRoundMs;
    if (turning_->isChecked() && stage_->look() == OriginLook::Spin) {
      emit stage_->angleChanged(std::fmod(stage_->angle() + part, 2 * std::numbers::pi));
    }
    if (walking_->isChecked() && stage_->look() == OriginLook::Depth) {
      const GamePoint at = stage_->besideAt();
      const double flat = 0.5;
      const double round = std::max(8.0, std::hypot(at.x, at.y / flat));
      const double phase = std::atan2(at.y / flat, at.x) + part;
      stage_->setBesideAt({round * std::cos(phase), round * flat * std::sin(phase)});
      refreshUse();
    }
  });
}

QWidget* OriginBench::makeStrip() {
  QFrame* strip = makeFrame("strip", this);
  strip->setFixedHeight(metrics::kStrip);
  auto* row = new QHBoxLayout(strip);
  row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  row->setSpacing(metrics::kSmallGap);
  auto* looks = new QButtonGroup(this);
  const std::pair<const char*, QString> kinds[] = {{"lookStack", tr("Stack")},
                                                   {"lookMirror", tr("Mirror")},
                                                   {"lookSpin", tr("Spin")},
                                                   {"lookDepth", tr("Depth")}};
  const QString tips[] = {
      tr("Draws all frames over each other at their origins."),
      tr("Draws the frame and its mirror image over each other."),
      tr("Turns the frame about its origin."),
      tr("Shows a second asset in front or behind, to check which one is drawn first.")};
  for (const auto& [name, text] : kinds) {
    QPushButton* chip = tight(makeChip(text, strip));
    chip->setObjectName(name);
    chip->setToolTip(tips[looks_.size()]);
    looks->addButton(chip, static_cast<int>(looks_.size()));
    looks_.push_back(chip);
    row->addWidget(chip);
  }
  looks_.front()->setChecked(true);
  connect(looks, &QButtonGroup::idClicked, this, [this](int look) {
    stage_->setLook(static_cast<OriginLook>(look));
    refreshUse();
  });
  row->addSpacing(metrics::kSmallGap);
  playHere_ = tight(makeChip(tr("Play here"), strip));
  playHere_->setObjectName("playHere");
  playHere_->setToolTip(
      tr("Plays the animation on the stage, with all origins at the same point."));
  connect(playHere_, &QPushButton::toggled, this, [this](bool on) {
    player_->setPlaying(on);
    playHere();
  });
  row->addWidget(playHere_);
  row->addStretch();
  auto* snaps = new QButtonGroup(this);
  const std::pair<const char*, QString> snapNames[] = {
      {"snapCorner", tr("Corner")}, {"snapCentre", tr("Centre")}, {"snapFree", tr("Off")}};
  row->addWidget(new YieldingLabel(tr("Snap"), strip));
  int id = 0;
  for (const auto& [name, text] : snapNames) {
    QPushButton* chip = tight(makeChip(text, strip));
    chip->setObjectName(name);
    chip->setToolTip(id == 2 ? tr("Points and rules use exact positions.")
                             : tr("Points and rules snap to the nearest pixel %1.").arg(text));
    snaps->addButton(chip, id++);
    row->addWidget(chip);
  }
  followPreference(*snaps, preference::kSnapPoints,
                   [this](int snap) { stage_->setSnap(static_cast<PointSnap>(snap)); });
  return strip;
}

QWidget* OriginBench::makeChipRow(QWidget* foot) {
  // Chips of many animations scroll under the wheel; the row keeps its height.
  auto* scroll = new QScrollArea(foot);
  scroll->setFocusPolicy(Qt::NoFocus);
  scroll->setAccessibleName(tr("Animations of the drift plot"));
  scroll->setWidgetResizable(true);
  scroll->setFrameShape(QFrame::NoFrame);
  scroll->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  scroll->setFixedHeight(26);
  auto* inner = new QWidget(scroll);
  inner->setObjectName("animationChips");
  scroll->viewport()->setAutoFillBackground(false);
  inner->setAutoFillBackground(false);
  scroll->setWidget(inner);
  chips_ = new QHBoxLayout(inner);
  chips_->setContentsMargins(0, 0, 0, 0);
  chips_->setSpacing(4);
  return scroll;
}

QWidget* OriginBench::makeFoot(Pictures& pictures) {
  QFrame* foot = makeFrame("foot", this);
  auto* column = new QVBoxLayout(foot);
  column->setContentsMargins(metrics::kGap, metrics::kSmallGap, metrics::kGap, metrics::kSmallGap);
  column->setSpacing(0);
  auto* head = new QHBoxLayout;
  head->setSpacing(metrics::kSmallGap);
  head->addWidget(makeChipRow(foot), 1);
  const auto small = [&](QPushButton* button, const char* name, const QString& tip) {
    tight(button, "small");
    button->setObjectName(name);
    button->setToolTip(tip);
    head->addWidget(button);
    return button;
  };
  ghosts_ = small(makeChip(tr("Ghosts"), foot), "ghosts",
                  tr("Shows the other frames of the animation faintly."));
  otherAssets_ = small(
      makeChip(tr("Other assets"), foot), "ghostAssets",
      tr("Shows the other assets that are selected on the shelf faintly, at their draw scale."));
  upAndDown_ = small(makeChip(tr("Vertical"), foot), "plotUpAndDown",
                     tr("Plots vertical instead of horizontal positions."));
  steadiest_ = small(makeButton({}, {}, foot), "steadiest", tr("Select the steadiest frame"));
  worst_ = small(makeButton({}, {}, foot), "worst",
                 tr("Select the frame whose feet are farthest from the median"));
  ghosts_->setChecked(true);
  connect(ghosts_, &QPushButton::toggled, this, &OriginBench::refreshGhosts);
  connect(otherAssets_, &QPushButton::toggled, this, &OriginBench::refreshGhosts);
  connect(upAndDown_, &QPushButton::toggled, this, &OriginBench::refresh);
  connect(steadiest_, &QPushButton::clicked, this, &OriginBench::selectSteadiest);
  connect(worst_, &QPushButton::clicked, this, &OriginBench::selectWorst);
  column->addLayout(head);
  plot_ = new DriftPlot(foot);
  plot_->setFixedHeight(kPlotHeight);
  player_ = new Player(session_, pictures, foot);
  player_->setFixedSize(kPlayerWidth, kPlotHeight - metrics::kSmallGap);
  connect(player_, &Player::advanced, this, &OriginBench::playHere);
  auto* row = new QHBoxLayout;
  row->addWidget(plot_, 1);
  row->addWidget(player_, 0, Qt::AlignBottom);
  column->addLayout(row);
  connect(plot_, &DriftPlot::stepChosen, this, &OriginBench::selectStep);
  connect(plot_, &DriftPlot::stepPointed, this, [this](std::optional<std::size_t> step) {
    pointed_ = step;
    showMarks();
  });
  return foot;
}

void OriginBench::addRuleButton(QPushButton* button, OriginBasis basis, Anchor anchor) {
  button->installEventFilter(this);
  rules_.push_back({button, basis, anchor});
  connect(button, &QPushButton::clicked, this, [this, button] {
    button->setChecked(true);
    setRule(ruleOf(button));
  });
}

QWidget* OriginBench::makeAnchors(OriginBasis basis, QWidget* parent) {
  auto* area = new QWidget(parent);
  auto* grid = new QGridLayout(area);
  grid->setContentsMargins(0, 0, 0, 0);
  grid->setSpacing(3);
  for (int i = 0; i < 9; ++i) {
    const auto index = static_cast<std::size_t>(i);
    const OriginRule rule{basis, kAnchors[index]};
    QPushButton* button = makeChip(kArrows[index], area);
    button->setFixedSize(36, 24);
    button->setStyleSheet("padding: 0");
    button->setToolTip(QString::fromStdString(inWords(rule)));
    button->setObjectName(QString::fromStdString(textOf(rule)));
    addRuleButton(button, basis, kAnchors[index]);
    grid->addWidget(button, i / 3, i % 3);
  }
  return area;
}

QWidget* OriginBench::makeSideColumn() {
  QFrame* side = nullptr;
  QVBoxLayout* form = makeSide(side, this);
  addUse(form, side);
  form->addWidget(makeLabel(tr("Set origins of"), "title", side));
  scope_ = new ScopeChooser(session_, Scope::Animation, side, ScopeChooser::Kinds::With);
  form->addWidget(scope_);
  addRules(form, side);
  addRule(form, side);
  addPoints(form, side);
  addRule(form, side);
  addWishes(form, side);
  form->addStretch();
  return side;
}

void OriginBench::addRules(QVBoxLayout* form, QWidget* side) {
  auto* titles = new QHBoxLayout;
  titles->addWidget(makeLabel(tr("From the ink"), "title", side), 1);
  titles->addWidget(makeLabel(tr("From the cell"), "title", side), 1);
  form->addLayout(titles);
  auto* anchors = new QHBoxLayout;
  anchors->addWidget(makeAnchors(OriginBasis::Ink, side), 1, Qt::AlignLeft);
  anchors->addWidget(makeAnchors(OriginBasis::Cell, side), 1, Qt::AlignLeft);
  form->addLayout(anchors);
  auto* chips = new QGridLayout;
  chips->setSpacing(metrics::kSmallGap);
  const auto chip = [&](const char* name, const QString& text, const QString& tip,
                        OriginBasis basis, int row, int column) {
    QPushButton* button = tight(makeChip(text, side));
    button->setObjectName(name);
    button->setToolTip(tip);
    addRuleButton(button, basis, Anchor::Bottom);
    chips->addWidget(button, row, column);
  };
  chip("ruleFeet", tr("Feet"), tr("Below the middle of the lowest tenth of the ink."),
       OriginBasis::Feet, 0, 0);
  chip("ruleCentroid", tr("Ink centroid"), tr("At the centre of mass of the ink."),
       OriginBasis::Centroid, 0, 1);
  chip("ruleFeetOf", tr("Align feet to"),
       tr("Keeps the distance from the feet that the reference frame has, so that a walk does not "
          "slide."),
       OriginBasis::FeetOf, 1, 0);
  chip("ruleAsFrame", tr("Copy position from"),
       tr("Uses the position that the reference frame has in its cell."), OriginBasis::AsFrame, 1,
       1);
  chip("ruleGround", tr("Ground line"),
       tr("One point for all frames of the strip: the middle of the cell, on the lowest ink of all "
          "frames. A walk keeps its bob, and a jump leaves the ground."),
       OriginBasis::Ground, 2, 0);
  auto* model = new QHBoxLayout;
  model_ = new NumberField(1, 100000, 0, side);
  model_->setObjectName("modelStep");
  model_->setValue(1);
  model_->setToolTip(tr("The reference frame for the two rules above."));
  model->addWidget(makeLabel(tr("Reference frame"), "", side));
  model->addWidget(model_);
  model->addStretch();
  handToo_ = tight(makeChip(tr("Include origins set by hand"), side), "small");
  handToo_->setObjectName("handToo");
  handToo_->setToolTip(tr("Lets rules also move origins that were set by hand."));
  kindRule_ =
      tight(makeButton(tr("Use as default for this kind"),
                       tr("Uses the origin rule of this frame for new assets of this kind."), side),
            "small");
  kindRule_->setObjectName("kindRule");
  form->addLayout(chips);
  form->addLayout(model);
  form->addWidget(handToo_);
  form->addWidget(kindRule_);
  connect(kindRule_, &QPushButton::clicked, this, &OriginBench::makeKindRule);
  change_ = makeLabel(tr("Hover over a rule to preview its origins."), "quiet", side);
  change_->setObjectName("originChange");
  change_->setWordWrap(true);
  change_->setFixedHeight(Scaled(28));
  change_->setAlignment(Qt::AlignTop | Qt::AlignLeft);
  form->addWidget(change_);
}

}  // namespace amber

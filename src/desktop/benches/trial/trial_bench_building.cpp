// The widgets of the trial bench, of trial_bench.h.
#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

#include "desktop/benches/trial/trial_bench.h"
#include "desktop/parts/building.h"
#include "desktop/parts/number_field.h"
#include "desktop/parts/plain_table.h"
#include "desktop/parts/play_clock.h"
#include "desktop/parts/yielding_label.h"
#include "desktop/theme.h"

namespace amber {
// The two ways of trying, above the figures of either.
QWidget* TrialBench::makeMode(QWidget* parent) {
  auto* mode = new QWidget(parent);
  auto* row = new QHBoxLayout(mode);
  row->setContentsMargins(0, 0, 0, 2);
  row->setSpacing(4);
  QPushButton* meeting = tight(makeChip(tr("Meeting"), mode));
  meeting->setToolTip(tr("Places two assets together: do they meet, and is the meeting fair?"));
  meeting->setObjectName("toMeeting");
  QPushButton* course = tight(makeChip(tr("Course"), mode));
  course->setToolTip(
      tr("Runs one asset over a course: where does it snag, stop short or pass through?"));
  course->setObjectName("toCourse");
  connect(meeting, &QPushButton::clicked, this, [this] { showCourse(false); });
  connect(course, &QPushButton::clicked, this, [this] { showCourse(true); });
  row->addWidget(meeting, 1);
  row->addWidget(course, 1);
  toMeeting_.push_back(meeting);
  toCourse_.push_back(course);
  return mode;
}

QWidget* TrialBench::makeStrip() {
  QFrame* strip = makeFrame("strip", meeting_);
  strip->setFixedHeight(metrics::kStrip);
  auto* row = new QHBoxLayout(strip);
  row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  row->setSpacing(4);
  const auto chip = [&](QPushButton*& button, const QString& text, const char* name,
                        const QString& tip) {
    button = tight(makeChip(text, strip));
    button->setObjectName(name);
    button->setToolTip(tip);
    row->addWidget(button);
  };
  chip(mirrorA_, tr("Mirror"), "mirrorA", tr("Mirrors the first asset about its origin."));
  row->addSpacing(metrics::kSmallGap);
  row->addWidget(new YieldingLabel(tr("meets"), strip));
  others_ = new QComboBox(strip);
  others_->setObjectName("otherAsset");
  others_->setToolTip(tr("The second asset, shown beside the selected one"));
  others_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  others_->setMinimumContentsLength(6);
  others_->setMinimumWidth(70);  // On small screens; its list shows the whole names.
  row->addWidget(others_);
  row->addWidget(new YieldingLabel(tr("frame"), strip));
  otherFrame_ = new NumberField(1, 100000, 0, strip);
  otherFrame_->setObjectName("otherFrame");
  otherFrame_->setAccessibleName(tr("Frame of the second asset"));
  otherFrame_->setFixedWidth(36);
  otherFrame_->setValue(1);
  row->addWidget(otherFrame_);
  chip(mirrorB_, tr("Mirror"), "mirrorB", tr("Mirrors the second asset about its origin."));
  row->addStretch();
  chip(play_, tr("Play"), "playTrial", tr("Plays both animations at the same time."));
  chip(allFrames_, tr("All frames"), "allFrames",
       tr("Measures fairness over all frames of both animations instead of these two frames."));
  chip(mapChip_, tr("Map"), "fairnessMap",
       tr("Shows every offset of the second asset. Rising stripes: phantom hits (shapes meet, "
          "pixels do not). Falling stripes: missed hits (pixels meet, shapes do not). Click to "
          "move the asset there."));
  QPushButton* shapes = nullptr;
  chip(shapes, tr("Shapes"), "trialShapes", tr("Shows the shapes."));
  shapes->setChecked(true);
  connect(shapes, &QPushButton::toggled, stage_, &TrialStage::setShowShapes);
  return strip;
}

// Where the other one is stood, by a click.
QHBoxLayout* TrialBench::makeStands(QWidget* side) {
  auto* buttons = new QHBoxLayout;
  buttons->setSpacing(4);
  worst_ = makeButton(tr("Go to the worst offset"), {}, side);
  worst_->setObjectName("worst");
  buttons->addWidget(worst_, 1);
  allPairs_ = makeChip(tr("All pairs"), side);
  allPairs_->setObjectName("allPairs");
  allPairs_->setToolTip(
      tr("Lists every pair of assets that meets by the layers, over all frames, the least fair "
         "first."));
  buttons->addWidget(allPairs_);
  return buttons;
}

// Other shapes for the first one, and, in their place where wanted, all pairs.
void TrialBench::addTables(QVBoxLayout* column, QWidget* side) {
  const auto add = [&](const char* name, const QStringList& heads,
                       std::initializer_list<std::pair<int, int>> widths) {
    QTreeWidget* table = makeTable(name, heads, side);
    for (const auto& [section, width] : widths) {
      table->header()->setSectionResizeMode(section, QHeaderView::Fixed);
      table->header()->resizeSection(section, width);
    }
    column->addWidget(table, 1);
    return table;
  };
  candidates_ = add("fairCandidates", {tr("Shape"), tr("Phantom"), tr("Missed"), tr("Cost")},
                    {{1, 54}, {2, 47}, {3, 32}});
  candidates_->setAccessibleName(tr("Other shapes"));
  pairs_ = add("fairPairs", {tr("Pair"), tr("Phantom"), tr("Missed")}, {{1, 56}, {2, 48}});
  pairs_->setAccessibleName(tr("Pairs of assets"));
  pairs_->hide();
}

QWidget* TrialBench::makeSide() {
  QFrame* side = nullptr;
  QVBoxLayout* column = amber::makeSide(side, meeting_);
  column->addWidget(makeMode(side));
  verdict_ = makeLabel({}, "title", side);
  verdict_->setObjectName("verdict");
  verdict_->setWordWrap(true);
  column->addWidget(verdict_);
  answers_ = makeTable("answers", {tr("Role"), tr("Result"), tr("px")}, side);
  answers_->setAccessibleName(tr("Results by role"));
  answers_->setSelectionMode(QAbstractItemView::NoSelection);
  answers_->setFocusPolicy(Qt::NoFocus);
  answers_->header()->hide();
  answers_->setFixedHeight(112);
  column->addWidget(answers_);
  offsetX_ = new NumberField(-kMostOffsets, kMostOffsets, 2, side);
  offsetX_->setObjectName("offsetX");
  offsetX_->setAccessibleName(tr("Offset x (px)"));
  offsetY_ = new NumberField(-kMostOffsets, kMostOffsets, 2, side);
  offsetY_->setObjectName("offsetY");
  offsetY_->setAccessibleName(tr("Offset y (px)"));
  addRow(column, tr("Offset (px)"), {offsetX_, offsetY_});
  column->addWidget(makeLabel(tr("Fairness"), "title", side));
  fairness_ = makeLabel({}, "", side);
  fairness_->setObjectName("fairness");
  fairness_->setWordWrap(true);
  column->addWidget(fairness_);
  column->addLayout(makeStands(side));
  QPushButton* mount = makeButton(tr("Move to a mount"), {}, side);
  mount->setObjectName("standAtMount");
  column->addWidget(mount);
  listTitle_ = makeLabel(tr("Compare shapes"), "title", side);
  column->addWidget(listTitle_);
  addTables(column, side);
  column->addWidget(makeWishes(side));
  take_ = makeButton(tr("Use for the asset"), {}, side);
  take_->setObjectName("takeFair");
  column->addWidget(take_);
  return side;
}

// The limits for findings, below the list of all pairs.
QWidget* TrialBench::makeWishes(QWidget* side) {
  wishes_ = new QWidget(side);
  auto* form = new QVBoxLayout(wishes_);
  form->setContentsMargins(0, 0, 0, 0);
  form->setSpacing(2);
  const auto field = [&](const char* name, double most, const QString& tip) {
    auto* made = new NumberField(0, most, 0, wishes_);
    made->setObjectName(name);
    made->setFixedWidth(44);
    made->setToolTip(tip);
    connect(made, &NumberField::committed, this, &TrialBench::setWishes);
    return made;
  };
  mostPhantom_ =
      field("mostPhantom", 100,
            tr("Pairs with a larger share of unfair offsets become findings. 100 turns this off."));
  mostMissed_ =
      field("mostMissed", 100,
            tr("Pairs with a larger share of unfair offsets become findings. 100 turns this off."));
  mostGap_ = field("mostGap", kGapLimitRange.most,
                   tr("Pairs that hit with more than this many px of air between them become "
                      "findings. %1 turns this off.")
                       .arg(kGapLimitRange.most));
  addRow(form, tr("Largest share (%)"), {mostPhantom_, mostMissed_});
  addRow(form, tr("Largest air at a hit (px)"), {mostGap_});
  wishes_->hide();
  return wishes_;
}

void TrialBench::connectAll() {
  connect(course_, &CoursePanel::choiceChanged, this, &TrialBench::choiceChanged);
  connect(&session_, &ProjectSession::shown, this, &TrialBench::refreshSoon);
  connect(&session_, &ProjectSession::selectionChanged, this, &TrialBench::refreshSoon);
  connect(&session_, &ProjectSession::artArrived, this, &TrialBench::refreshSoon);
  connect(&session_, &ProjectSession::projectReplaced, this, [this] {
    otherAsset_ = {};
    facts_ = {};
    course_->forget();
    refreshSoon();
  });
  connect(stage_, &TrialStage::offsetChanged, this, [this](GamePoint offset) {
    offset_ = offset;
    showReport();
  });
  connect(others_, &QComboBox::activated, this, [this](int at) {
    otherAsset_ = AssetId{others_->itemData(at).toUInt()};
    otherFrame_->setValue(1);
    refresh();
  });
  connect(otherFrame_, &NumberField::committed, this, &TrialBench::refresh);
  for (QPushButton* chip : {mirrorA_, mirrorB_, allFrames_}) {
    connect(chip, &QPushButton::clicked, this, &TrialBench::refresh);
  }
  for (NumberField* field : {offsetX_, offsetY_}) {
    connect(field, &NumberField::committed, this, [this] {
      standAt({offsetX_->value(), offsetY_->value()});
    });
  }
  connect(mapChip_, &QPushButton::clicked, this, &TrialBench::showFairness);
  clock_ = new PlayClock(this);
  connect(clock_, &PlayClock::ticked, this, &TrialBench::play);
  connect(play_, &QPushButton::clicked, this, [this](bool on) {
    clock_->setElapsedMs(0);
    clock_->setPlaying(on);
    if (on) return play();
    playA_.reset();
    playB_.reset();
    refresh();
  });
  connect(candidates_, &QTreeWidget::currentItemChanged, this, &TrialBench::pointAtCandidate);
  connect(candidates_, &QTreeWidget::itemActivated, this, &TrialBench::takeCandidate);
  connect(allPairs_, &QPushButton::toggled, this, &TrialBench::showPairs);
  connect(pairs_, &QTreeWidget::itemActivated, this,
          [this] { standPair(pairs_->indexOfTopLevelItem(pairs_->currentItem())); });
  connect(pairs_, &QTreeWidget::itemClicked, this,
          [this] { standPair(pairs_->indexOfTopLevelItem(pairs_->currentItem())); });
}

}  // namespace amber

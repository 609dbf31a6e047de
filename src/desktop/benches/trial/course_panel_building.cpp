// The widgets of the course, of course_panel.h.
#include <QButtonGroup>
#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

#include "core/project/validation/valid_course.h"
#include "desktop/benches/trial/course_panel.h"
#include "desktop/parts/building.h"
#include "desktop/parts/number_field.h"
#include "desktop/parts/plain_table.h"
#include "desktop/theme.h"

namespace amber {
namespace {

// Its figures keep their width, whatever is listed.
QTreeWidget* makeCourseTable(const char* name, const QStringList& columns, QWidget* parent) {
  QTreeWidget* table = makeTable(name, columns, parent);
  for (int i = 1; i < columns.size(); ++i) {
    table->header()->setSectionResizeMode(i, QHeaderView::Fixed);
    table->header()->resizeSection(i, 52);
  }
  return table;
}

QGridLayout* addGroup(QVBoxLayout* column, const QString& title, QWidget* side) {
  column->addWidget(makeLabel(title, "title", side));
  auto* grid = new QGridLayout;
  grid->setHorizontalSpacing(metrics::kGap);
  grid->setVerticalSpacing(2);
  column->addLayout(grid);
  return grid;
}

// Two fields a line, each below its label.
NumberField* addNumber(QGridLayout* grid, const QString& label, const char* name,
                       const QString& tip, const Range<double>& range, QWidget* side) {
  auto* made = new NumberField(range.least, range.most, 1, side);
  made->setObjectName(name);
  made->setToolTip(tip);
  made->setAccessibleName(label);
  const int place = grid->count() / 2;
  const int row = place / 2 * 2;
  grid->addWidget(makeLabel(label, "quiet", side), row, place % 2, Qt::AlignLeft);
  grid->addWidget(made, row + 1, place % 2, Qt::AlignLeft);
  grid->setColumnStretch(place % 2, 1);
  return made;
}

}  // namespace

QWidget* CoursePanel::makeStrip() {
  QFrame* strip = makeFrame("strip", this);
  strip->setFixedHeight(metrics::kStrip);
  auto* row = new QHBoxLayout(strip);
  row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 0);
  row->setSpacing(4);
  const auto list = [&](QComboBox*& box, const char* name, const QString& tip, int letters) {
    box = new QComboBox(strip);
    box->setObjectName(name);
    box->setToolTip(tip);
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    box->setMinimumContentsLength(letters);
    row->addWidget(box);
  };
  const auto chip = [&](QPushButton*& button, const QString& text, const char* name,
                        const QString& tip) {
    button = tight(makeChip(text, strip));
    button->setObjectName(name);
    button->setToolTip(tip);
    row->addWidget(button);
  };
  list(courses_, "course",
       tr("The course: a built-in one sized by the asset, or one of the project."), 7);
  list(scripts_, "script", tr("The input: a script, or the last one that was played."), 5);
  for (const std::string_view name : kScriptNames) {
    scripts_->addItem(QString::fromLatin1(name.data()));
  }
  scripts_->addItem(tr("As played"));
  chip(live_, tr("Play"), "playCourse", {});
  row->addStretch();
  chip(side_, tr("Side"), "viewSide", tr("Side view, with gravity."));
  chip(above_, tr("Above"), "viewAbove", tr("View from above, without gravity."));
  auto* group = new QButtonGroup(strip);
  group->addButton(side_);
  group->addButton(above_);
  side_->setChecked(true);
  return strip;
}

QWidget* CoursePanel::makeFoot() {
  QFrame* foot = makeFrame("foot", this);
  auto* column = new QVBoxLayout(foot);
  column->setContentsMargins(0, 2, 0, 4);
  column->setSpacing(0);
  timeline_ = new CourseTimeline(foot);
  column->addWidget(timeline_);
  auto* row = new QHBoxLayout;
  row->setContentsMargins(metrics::kGap, 0, metrics::kGap, 2);
  row->setSpacing(4);
  const auto button = [&](const QString& text, const char* name, const QString& tip) {
    QPushButton* made = tight(makeButton(text, tip, foot));
    made->setObjectName(name);
    row->addWidget(made);
    return made;
  };
  connect(button(tr("Start"), "courseStart", tr("Go to the first tick")), &QPushButton::clicked,
          this, [this] { goTo(-1); });
  connect(button(tr("-1"), "tickBack", tr("Go back one tick")), &QPushButton::clicked, this,
          [this] { goTo(timeline_->tick() - 1); });
  replay_ = tight(makeChip(tr("Replay"), foot));
  replay_->setObjectName("replay");
  replay_->setToolTip(tr("Plays the run again, from the tick that is shown."));
  row->addWidget(replay_);
  connect(button(tr("+1"), "tickOn", tr("Go forward one tick")), &QPushButton::clicked, this,
          [this] { goTo(timeline_->tick() + 1); });
  slow_ = tight(makeChip(tr("0.25x"), foot));
  slow_->setObjectName("slowMotion");
  slow_->setToolTip(tr("Plays four times slower."));
  row->addWidget(slow_);
  button(tr("Next event"), "nextEvent", tr("Go to the next event"));
  row->addStretch();
  const auto shows = [&](const QString& text, const char* name, const QString& tip, auto slot) {
    QPushButton* chip = tight(makeChip(text, foot));
    chip->setObjectName(name);
    chip->setToolTip(tip);
    chip->setChecked(true);
    connect(chip, &QPushButton::toggled, stage_, slot);
    row->addWidget(chip);
  };
  shows(tr("Shapes"), "courseShapes", tr("Shows the shapes."), &CourseStage::setShowShapes);
  shows(tr("Trail"), "courseTrail", tr("Shows the path and the events."),
        &CourseStage::setShowTrail);
  column->addLayout(row);
  return foot;
}

void CoursePanel::makeMoves(QVBoxLayout* column, QWidget* side) {
  column->addWidget(makeLabel(tr("Movement in the game"), "title", side));
  auto* row = new QHBoxLayout;
  row->setSpacing(3);
  const std::array names = {tr("By axis"), tr("Close up"), tr("Slide"), tr("Push out")};
  auto* group = new QButtonGroup(side);
  for (std::size_t i = 0; i < moves_.size(); ++i) {
    moves_[i] = tight(makeChip(names[i], side), "small");
    moves_[i]->setObjectName(QString("moves_%1").arg(QString::fromLatin1(kMovesWords[i].data())));
    group->addButton(moves_[i]);
    row->addWidget(moves_[i]);
    connect(moves_[i], &QPushButton::clicked, this,
            [this, i] { chooseMoves(static_cast<Moves>(i)); });
  }
  row->addStretch();
  column->addLayout(row);
  meaning_ = makeLabel({}, "quiet", side);
  meaning_->setWordWrap(true);
  column->addWidget(meaning_);
}

void CoursePanel::makeMotion(QVBoxLayout* column, QWidget* side) {
  using N = MoverNumbers;
  using R = MoverRules;
  QGridLayout* motion = addGroup(column, tr("Motion"), side);
  const auto add = [&](const QString& label, const char* name, const QString& tip,
                       std::optional<double> N::*number, double R::*standing,
                       const Range<double>& range) {
    NumberField* made = addNumber(motion, label, name, tip, range, side);
    numbers_.push_back({made, standing, nullptr});
    connect(made, &NumberField::committed, this, [this, number](double value) {
      choice_.numbers.*number = value;
      refresh();
    });
  };
  add(tr("Tick rate (per s)"), "rate", tr("How many times per second the game moves things."),
      &N::rate, &R::rate, kRateRange);
  add(tr("Steepest slope (deg)"), "slope", tr("The steepest floor that the asset can walk on."),
      &N::slope, &R::slope, kSlopeRange);
  add(tr("Run speed (px/s)"), "speed", tr("The horizontal speed of a run."), &N::speed, &R::speed,
      kSpeedRange);
  add(tr("Jump speed (px/s)"), "jump", tr("The upward speed at the start of a jump."), &N::jump,
      &R::jump, kSpeedRange);
  add(tr("Gravity (px/s²)"), "gravity", tr("How much the falling speed grows per second."),
      &N::gravity, &R::gravity, kGravityRange);
  add(tr("Fastest fall (px/s)"), "fall", tr("The highest speed of a fall."), &N::fall, &R::fall,
      kSpeedRange);
  add(tr("Highest step (px)"), "ledge", tr("The highest step that the movement Slide climbs."),
      &N::step, &R::step, kLedgeRange);
}

void CoursePanel::makeObstacles(QVBoxLayout* column, QWidget* side) {
  using C = CourseChoice;
  using S = CourseSizes;
  QGridLayout* obstacles = addGroup(column, tr("Obstacles"), side);
  const auto add = [&](const QString& label, const char* name, const QString& tip,
                       std::optional<double> C::*number, double S::*standing) {
    NumberField* made = addNumber(obstacles, label, name, tip, kCourseSizeRange, side);
    numbers_.push_back({made, nullptr, standing});
    connect(made, &NumberField::committed, this, [this, number](double value) {
      choice_.*number = value;
      refresh();
    });
  };
  add(tr("Tile size (px)"), "tile", tr("The size of the tiles that a floor consists of."), &C::tile,
      &S::tile);
  add(tr("Step height (px)"), "step", tr("The height of the first step."), &C::step, &S::step);
  add(tr("Gap width (px)"), "gap", tr("The width of a gap in the floor."), &C::gap, &S::gap);
  add(tr("Lowest passage (px)"), "ceiling", tr("The height of the lowest passage."), &C::ceiling,
      &S::ceiling);
  add(tr("Wall thickness (px)"), "wall", tr("The thickness of a thin wall."), &C::wall, &S::wall);
}

// What changes the course itself.
void CoursePanel::makePieces(QVBoxLayout* column, QWidget* side) {
  auto* row = new QHBoxLayout;
  row->setSpacing(4);
  pieces_ = new QComboBox(side);
  pieces_->setObjectName("addPiece");
  pieces_->setToolTip(
      tr("Adds a piece to the course. Drag it to move it; Delete removes it. Assets that only stop "
         "become solid pieces; others follow their layers. Drag with Shift to make an asset move "
         "back and forth."));
  row->addWidget(pieces_, 1);
  mustPass_ = tight(makeChip(tr("Must pass"), side));
  mustPass_->setObjectName("mustPass");
  mustPass_->setToolTip(tr("Faults on this course become findings of the project."));
  row->addWidget(mustPass_);
  column->addLayout(row);
}

QWidget* CoursePanel::makeSide(QWidget* mode) {
  QFrame* side = nullptr;
  QVBoxLayout* column = amber::makeSide(side, this);
  mode->setParent(side);
  column->addWidget(mode);
  makeMoves(column, side);
  makeMotion(column, side);
  makeObstacles(column, side);
  makePieces(column, side);
  limits_ = makeLabel({}, "quiet", side);
  limits_->setObjectName("limits");
  limits_->setWordWrap(true);
  column->addWidget(limits_);
  auto* title = new QHBoxLayout;
  title->setSpacing(4);
  title->addWidget(makeLabel(tr("Shapes"), "title", side));
  title->addStretch();
  eventsChip_ = tight(makeChip(tr("Events"), side));
  eventsChip_->setObjectName("courseEvents");
  eventsChip_->setToolTip(tr("Lists the events of this run, tick by tick."));
  title->addWidget(eventsChip_);
  everything_ = tight(makeChip(tr("Try all inputs"), side));
  everything_->setObjectName("tryEverything");
  everything_->setToolTip(
      tr("Runs many inputs in the background and lists the worst case of each event."));
  title->addWidget(everything_);
  column->addLayout(title);
  candidates_ = makeCourseTable("courseCandidates", {tr("Shape"), tr("Faults")}, side);
  candidates_->setMinimumHeight(66);
  column->addWidget(candidates_, 1);
  worst_ = makeCourseTable("worstEvents", {tr("Worst case"), tr("px"), tr("Runs")}, side);
  worst_->setMinimumHeight(66);
  worst_->hide();
  column->addWidget(worst_, 1);
  events_ = makeCourseTable("eventList", {tr("Event"), tr("Tick")}, side);
  events_->setMinimumHeight(66);
  events_->hide();
  column->addWidget(events_, 1);
  compared_ = makeLabel({}, "", side);
  compared_->setObjectName("compared");
  compared_->setWordWrap(true);
  column->addWidget(compared_);
  take_ = makeButton(tr("Use for the asset"), {}, side);
  take_->setObjectName("takeCourse");
  column->addWidget(take_);
  return side;
}

// What is done to the course by hand on the stage.
void CoursePanel::connectPieces() {
  connect(stage_, &CourseStage::pieceMoved, this, [this](std::size_t piece, double dx, double dy) {
    changeCourse(tr("Move a piece of the course"),
                 [=](Course& course) { moveThing(course, piece, dx, dy); });
  });
  connect(stage_, &CourseStage::pieceRemoved, this, [this](std::size_t piece) {
    changeCourse(tr("Remove a piece of the course"),
                 [=](Course& course) { removeThing(course, piece); });
  });
  connect(stage_, &CourseStage::pieceSentOn, this, [this](std::size_t piece, double dx, double dy) {
    changeCourse(tr("Make it move back and forth"), [=](Course& course) {
      CourseActor& actor = course.actors[piece - course.solids.size()];
      const bool stays = dx == 0 && dy == 0;
      actor.to = stays ? std::nullopt : std::optional(GamePoint{actor.at.x + dx, actor.at.y + dy});
    });
  });
}

void CoursePanel::connectAll() {
  connect(courses_, &QComboBox::activated, this, [this](int at) {
    choice_.course = courses_->itemText(at).toStdString();
    refresh();
  });
  connect(scripts_, &QComboBox::activated, this, [this](int at) {
    if (at < static_cast<int>(kScriptNames.size())) {
      choice_.script = scripts_->itemText(at).toStdString();
    }
    refresh();
  });
  connect(pieces_, &QComboBox::activated, this, &CoursePanel::addPiece);
  connect(live_, &QPushButton::clicked, this,
          [this](bool on) { setRunning(on ? Running::Live : Running::Still); });
  connect(replay_, &QPushButton::clicked, this,
          [this](bool on) { setRunning(on ? Running::Replay : Running::Still); });
  for (QPushButton* chip : {side_, above_}) {
    connect(chip, &QPushButton::clicked, this, [this] {
      choice_.view = above_->isChecked() ? CourseView::Above : CourseView::Side;
      refresh();
    });
  }
  connect(mustPass_, &QPushButton::clicked, this, [this](bool must) {
    const Asset* asset = session_.currentAsset();
    if (asset == nullptr) return;
    const CourseDemand demand = demandOf(asset->name, question().choice);
    changeCourse(must ? tr("%1 must pass the course").arg(QString::fromStdString(asset->name))
                      : tr("%1 need not pass it").arg(QString::fromStdString(asset->name)),
                 [&](Course& course) {
                   std::erase_if(course.mustPass, [&](const CourseDemand& one) {
                     return one.asset == demand.asset;
                   });
                   if (must) course.mustPass.push_back(demand);
                 });
  });
  connect(timeline_, &CourseTimeline::tickChosen, this, &CoursePanel::goTo);
  connect(stage_, &CourseStage::tickChosen, this, &CoursePanel::goTo);
  connectPieces();
  connect(candidates_, &QTreeWidget::currentItemChanged, this, &CoursePanel::showCompared);
  connect(candidates_, &QTreeWidget::itemActivated, this, &CoursePanel::takeCandidate);
  connect(everything_, &QPushButton::toggled, this, &CoursePanel::tryAll);
  connect(eventsChip_, &QPushButton::toggled, this, &CoursePanel::listEvents);
  connect(events_, &QTreeWidget::currentItemChanged, this, [this] {
    const int at = events_->indexOfTopLevelItem(events_->currentItem());
    if (at < 0 || at >= static_cast<int>(facts_.run.events.size())) return;
    goTo(facts_.run.events[static_cast<std::size_t>(at)].tick);
  });
  connect(worst_, &QTreeWidget::currentItemChanged, this, &CoursePanel::showWorst);
  connect(&clock_, &QTimer::timeout, this, &CoursePanel::advance);
  stage_->installEventFilter(this);
}

}  // namespace amber

#include "desktop/benches/trial/course_panel.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QSignalBlocker>
#include <QTreeWidget>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>

#include "desktop/parts/building.h"
#include "desktop/parts/number_field.h"
#include "desktop/parts/wording.h"
#include "desktop/theme.h"
#include "work/report/course_tables.h"

namespace amber {
namespace {

QString textOf(const std::string& text) {
  return QString::fromStdString(text);
}

QString meaningOf(Moves moves) {
  switch (moves) {
    case Moves::Axes:
      return CoursePanel::tr("Moves in x, then in y. A move that would overlap is not made.");
    case Moves::Close:
      return CoursePanel::tr(
          "Moves in x, then in y, as many whole pixels as possible without overlap.");
    case Moves::Slide:
      return CoursePanel::tr(
          "Moves to the first contact (swept test), then slides along the surface.");
    case Moves::Push:
      return CoursePanel::tr("Moves, then is pushed out of any overlap by the shortest way.");
  }
  return {};
}

// "1 catch, 9 flickers": of each kind of fault that came, how often.
QString countsOf(const CourseRun& run) {
  const std::array many = {CoursePanel::tr("gaps"),
                           CoursePanel::tr("tunnels"),
                           CoursePanel::tr("snags"),
                           CoursePanel::tr("flickers"),
                           CoursePanel::tr("pops"),
                           CoursePanel::tr("times stuck"),
                           CoursePanel::tr("notices"),
                           CoursePanel::tr("halts"),
                           CoursePanel::tr("roles without contact")};
  const std::array one = {CoursePanel::tr("gap"),
                          CoursePanel::tr("tunnel"),
                          CoursePanel::tr("snag"),
                          CoursePanel::tr("flicker"),
                          CoursePanel::tr("pop"),
                          CoursePanel::tr("time stuck"),
                          CoursePanel::tr("notice"),
                          CoursePanel::tr("halt"),
                          CoursePanel::tr("role without contact")};
  QStringList parts;
  for (std::size_t kind = 0; kind < kCourseEventKinds; ++kind) {
    const auto which = static_cast<CourseEventKind>(kind);
    const int count = run.count(which);
    if (count == 0 || !isFault(which)) continue;
    parts << QString("%1 %2").arg(count).arg(count == 1 ? one[kind] : many[kind]);
  }
  return parts.isEmpty() ? CoursePanel::tr("no faults") : parts.join(", ");
}

}  // namespace

CoursePanel::CoursePanel(ProjectSession& session, Pictures& pictures, QWidget* mode,
                         QWidget* parent)
    : QWidget(parent),
      session_(session),
      asking_(session.background(), this, tr("Running the course"),
              [this](CourseFacts facts) { showFacts(std::move(facts)); }),
      comparing_(session.background(), this, tr("Running other shapes"),
                 [this](CourseComparison found) { showComparison(std::move(found)); }),
      trying_(session.background(), this, tr("Trying every input"),
              [this](TryOut out) { showTryOut(std::move(out)); }) {
  stage_ = new CourseStage(session, pictures, this);
  keyMap_ = courseKeys();
  auto* middle = new QVBoxLayout;
  middle->setSpacing(0);
  middle->addWidget(makeStrip());
  middle->addWidget(stage_, 1);
  middle->addWidget(makeFoot());
  auto* all = new QHBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(0);
  all->addLayout(middle, 1);
  all->addWidget(makeSide(mode));
  setUpClock();
  connectAll();
  chooseMoves(MoverRules{}.moves);
}

void CoursePanel::fillCourses() {
  const QSignalBlocker still(courses_);
  courses_->clear();
  for (const Course& course : session_.project().courses) courses_->addItem(textOf(course.name));
  for (const std::string_view name : kCourseNames) {
    courses_->addItem(QString::fromLatin1(name.data()));
  }
  int at = courses_->findText(textOf(choice_.course));
  if (at < 0) {
    choice_.course = "tour";
    at = courses_->findText("tour");
  }
  courses_->setCurrentIndex(at);
  const QSignalBlocker quiet(pieces_);
  pieces_->clear();
  pieces_->addItem(tr("+ piece"));
  pieces_->addItem(tr("block"));
  pieces_->addItem(tr("ramp"));
  pieces_->addItem(tr("wall"));
  for (const auto& asset : session_.project().assets) {
    if (!asset->frames.empty()) pieces_->addItem(textOf(asset->name));
  }
  pieces_->setCurrentIndex(0);
}

void CoursePanel::chooseMoves(Moves moves) {
  choice_.moves = moves;
  moves_[static_cast<std::size_t>(moves)]->setChecked(true);
  meaning_->setText(meaningOf(moves));
  refresh();
}

void CoursePanel::forget() {
  played_.clear();
  setRunning(Running::Still);
  runner_.reset();
  facts_ = {};
  asked_.reset();
  sizedFor_ = {};
  showRun();
  showComparison({});
}

CourseQuestion CoursePanel::question() const {
  const Asset* asset = session_.currentAsset();
  const Role* role = session_.currentRole();
  CourseQuestion question{asset == nullptr ? AssetId{} : asset->id, choice_,
                          role == nullptr ? std::string() : role->name};
  if (question.asset == sizedFor_) question.choice.sizedBy = sizedBy_;
  const bool played = scripts_->currentIndex() == static_cast<int>(kScriptNames.size());
  if (played && !played_.empty() && question.asset == shown_) question.script = scriptOf(played_);
  return question;
}

void CoursePanel::refresh() {
  live_->setText(tr("Play: %1").arg(keyMap_.text()));
  live_->setToolTip(
      tr("Plays the course with the keys %1, from the tick that is shown. Press again to pause. To "
         "change the keys, use Find or do anything: keys of the course.")
          .arg(keyMap_.text()));
  if (!isVisible()) return;
  setRunning(Running::Still);
  fillCourses();
  ask();
}

void CoursePanel::ask() {
  const Asset* asset = session_.currentAsset();
  if (asset != nullptr && asset->id != sizedFor_) {
    const auto body = bodySizeOf(session_.project(), *asset, choice_.role);
    sizedFor_ = body ? asset->id : AssetId{};
    if (body) sizedBy_ = *body;
  }
  if (asset == nullptr) {
    CourseFacts none;
    none.refusal = tr("Select an asset with frames first");
    asked_.reset();
    asking_.forget();
    return showFacts(std::move(none));
  }
  const Asked asked{question(), session_.project()};
  if (asked_ == asked) return;
  asked_ = asked;
  asking_.ask([asked](const Progress& progress) {
    return courseFacts(asked.project, asked.question, progress);
  });
}

void CoursePanel::showFacts(CourseFacts facts) {
  facts_ = std::move(facts);
  stage_->setRefusal(facts_.refusal);
  comparison_ = {};
  showRun();
  showNumbers();
  showComparison({});
  if (facts_.setup) {
    comparing_.ask([question = question(), project = session_.project(),
                    store = session_.artStore()](const Progress& progress) {
      return courseComparison(project, store, question, progress);
    });
  }
  const Asset* asset = session_.currentAsset();
  mustPass_->setChecked(
      asset != nullptr && facts_.setup &&
      std::any_of(facts_.setup->course.mustPass.begin(), facts_.setup->course.mustPass.end(),
                  [&](const CourseDemand& one) { return one.asset == asset->name; }));
  emit choiceChanged();
}

void CoursePanel::showRun() {
  const CourseRun* run = facts_.setup ? &facts_.run : nullptr;
  const Asset* asset = session_.currentAsset();
  stage_->setRun(asset == nullptr ? AssetId{} : asset->id, facts_.setup ? &*facts_.setup : nullptr,
                 run);
  timeline_->setRun(run, facts_.setup ? facts_.setup->rules.rate : 60);
  const int last = static_cast<int>(facts_.run.ticks.size()) - 1;
  goTo(std::min(timeline_->tick(), last));
}

void CoursePanel::showNumbers() {
  if (!facts_.setup) return;
  for (const NumberOf& number : numbers_) {
    number.field->setValue(number.rule != nullptr ? facts_.setup->rules.*number.rule
                                                  : facts_.setup->sizes.*number.size);
  }
  const CourseView view = facts_.setup->course.view;
  (view == CourseView::Above ? above_ : side_)->setChecked(true);
}

void CoursePanel::showComparison(CourseComparison comparison) {
  const QSignalBlocker still(candidates_);
  candidates_->clear();
  stage_->setOther(nullptr);
  timeline_->setOther(nullptr, {});
  comparison_ = std::move(comparison);
  for (const CourseCandidate& one : comparison_.candidates) {
    auto* item = new QTreeWidgetItem(
        candidates_, {textOf(candidateText(one.recipe)), QString::number(faultsOf(one.run))});
    item->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
    item->setToolTip(0, countsOf(one.run));
  }
  listEvents();
  limits_->setText(comparison_.limits ? textOf(limitsText(*comparison_.limits)) : QString());
  showCompared();
}

const CourseCandidate* CoursePanel::chosen() const {
  const int at = candidates_->indexOfTopLevelItem(candidates_->currentItem());
  if (at < 0 || at >= static_cast<int>(comparison_.candidates.size())) return nullptr;
  return &comparison_.candidates[static_cast<std::size_t>(at)];
}

void CoursePanel::showCompared() {
  const CourseCandidate* one = chosen();
  stage_->setOther(one == nullptr ? nullptr : &one->run);
  const QString name = one == nullptr ? QString() : textOf(candidateText(one->recipe));
  timeline_->setOther(one == nullptr ? nullptr : &one->run, name);
  QString text = tr("Current shape: <b>%1</b>").arg(countsOf(facts_.run));
  if (facts_.run.jump) {
    text += tr("; jumps %1 px high and %2 px far")
                .arg(rounded(facts_.run.jump->height), rounded(facts_.run.jump->length));
  }
  if (!facts_.run.ticks.empty() && facts_.setup && facts_.setup->course.view == CourseView::Side) {
    text += tr("; %1 % on the ground")
                .arg(100 * facts_.run.ground / static_cast<int>(facts_.run.ticks.size()));
  }
  const int halts = facts_.run.count(CourseEventKind::Halted);
  if (halts > 0) {
    text += halts == 1 ? tr("; it was blocked once and continued at the next part")
                       : tr("; it was blocked %1 times and continued at the next part").arg(halts);
  } else if (facts_.run.reached + 1 < facts_.run.end) {
    text +=
        tr("; ends at x = %1 of %2 px").arg(rounded(facts_.run.reached), rounded(facts_.run.end));
  }
  if (one != nullptr) text += tr("<br>%1: <b>%2</b>").arg(name, countsOf(one->run));
  compared_->setText(facts_.setup ? text : QString());
  emit choiceChanged();
}

QString CoursePanel::takeRefusal() const {
  if (!facts_.refusal.isEmpty()) return facts_.refusal;
  return chosen() == nullptr ? tr("Select a shape in the list first") : QString();
}

void CoursePanel::takeCandidate() {
  const CourseCandidate* one = chosen();
  const Asset* asset = session_.currentAsset();
  if (one == nullptr || asset == nullptr) return;
  session_.perform(
      tr("Fit a shape (%1) to %2").arg(textOf(candidateText(one->recipe)), textOf(asset->name)),
      one->edits);
}

// One of the three lists is in sight.
void CoursePanel::showLists() {
  const bool worst = everything_->isChecked();
  const bool events = eventsChip_->isChecked();
  candidates_->setVisible(!worst && !events);
  take_->setVisible(!worst && !events);
  worst_->setVisible(worst);
  events_->setVisible(events);
}

// The first shape of the list whose run has none of that kind.
QString CoursePanel::withoutIt(CourseEventKind kind) const {
  for (const CourseCandidate& one : comparison_.candidates) {
    if (one.run.count(kind) == 0) return textOf(candidateText(one.recipe));
  }
  return {};
}

void CoursePanel::listEvents() {
  const bool on = eventsChip_->isChecked();
  if (on) everything_->setChecked(false);
  showLists();
  const QSignalBlocker still(events_);
  events_->clear();
  constexpr std::size_t kMostListed = 2000;
  for (const CourseEvent& event : facts_.run.events) {
    if (!on || events_->topLevelItemCount() >= static_cast<int>(kMostListed)) break;
    auto* item = new QTreeWidgetItem(events_, {textOf(event.text), QString::number(event.tick)});
    item->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
    if (isFault(event.kind)) item->setForeground(0, theme().error);
    const QString other = isFault(event.kind) ? withoutIt(event.kind) : QString();
    item->setToolTip(
        0, tr("%1, at %2, %3%4")
               .arg(item->text(0), rounded(event.at.x), rounded(event.at.y),
                    other.isEmpty() ? QString() : tr("; does not happen with %1").arg(other)));
  }
}

void CoursePanel::tryAll() {
  const bool on = everything_->isChecked();
  if (on) eventsChip_->setChecked(false);
  showLists();
  worst_->clear();
  if (!on || !facts_.setup) return trying_.forget();
  trying_.ask([question = question(), project = session_.project()](const Progress& progress) {
    return everyInput(project, question, progress);
  });
}

void CoursePanel::showTryOut(TryOut out) {
  tryOut_ = std::move(out);
  const QSignalBlocker still(worst_);
  worst_->clear();
  for (const WorstEvent& one : tryOut_.worst) {
    auto* item = new QTreeWidgetItem(
        worst_, {textOf(one.event.text), rounded(one.event.px), QString::number(one.runs)});
    item->setToolTip(0, item->text(0));
    item->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
    item->setTextAlignment(2, Qt::AlignRight | Qt::AlignVCenter);
  }
  if (tryOut_.worst.empty() && tryOut_.runs > 0) {
    new QTreeWidgetItem(worst_, {tr("No faults"), {}, QString::number(tryOut_.runs)});
  }
}

// The input that brought it about becomes what was played, and its tick is shown.
void CoursePanel::showWorst() {
  const int at = worst_->indexOfTopLevelItem(worst_->currentItem());
  const Asset* asset = session_.currentAsset();
  if (at < 0 || at >= static_cast<int>(tryOut_.worst.size()) || asset == nullptr) return;
  const WorstEvent& one = tryOut_.worst[static_cast<std::size_t>(at)];
  played_.clear();
  for (int tick = 0; tick < one.script.ticks; ++tick) {
    played_.push_back(keysAt(one.script, tick));
  }
  shown_ = asset->id;
  timeline_->setTick(one.event.tick);
  scripts_->setCurrentIndex(static_cast<int>(kScriptNames.size()));
  ask();
}

void CoursePanel::goTo(int tick) {
  const int last = static_cast<int>(facts_.run.ticks.size()) - 1;
  const int to = std::clamp(tick, -1, std::max(-1, last));
  timeline_->setTick(to);
  stage_->setTick(to);
}

void CoursePanel::goToNextEvent() {
  const std::vector<CourseEvent>& events = facts_.run.events;
  if (events.empty()) return;
  const auto next = std::find_if(events.begin(), events.end(), [&](const CourseEvent& one) {
    return one.tick > timeline_->tick();
  });
  goTo(next == events.end() ? events.front().tick : next->tick);
}

}  // namespace amber

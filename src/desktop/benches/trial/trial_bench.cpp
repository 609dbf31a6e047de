#include "desktop/benches/trial/trial_bench.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QStackedLayout>
#include <QTreeWidget>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>

#include "core/fit/keys/fit_edits.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/layers/outcome_words.h"
#include "core/project/playback.h"
#include "core/project/selection.h"
#include "desktop/parts/building.h"
#include "desktop/parts/number_field.h"
#include "desktop/parts/play_clock.h"
#include "desktop/parts/ribbon.h"
#include "desktop/parts/wording.h"
#include "desktop/parts/yielding_label.h"
#include "desktop/theme.h"

namespace amber {
namespace {

QString nameOf(const std::string& text) {
  return QString::fromStdString(text);
}

}  // namespace

TrialBench::TrialBench(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : BenchView(parent),
      session_(session),
      asking_(session.background(), this, tr("Trying all offsets"),
              [this](TrialFacts facts) { showFacts(std::move(facts)); }),
      pairing_(session.background(), this, tr("Fairness of all pairs"),
               [this](std::vector<FairnessRow> rows) { listPairs(std::move(rows)); }) {
  meeting_ = new QWidget(this);
  stage_ = new TrialStage(session, pictures, meeting_);
  auto* middle = new QVBoxLayout;
  middle->setSpacing(0);
  middle->addWidget(makeStrip());
  middle->addWidget(stage_, 1);
  auto* upper = new QHBoxLayout;
  upper->setSpacing(0);
  upper->addLayout(middle, 1);
  upper->addWidget(makeSide());
  auto* all = new QVBoxLayout(meeting_);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(0);
  all->addLayout(upper, 1);
  QFrame* foot = makeFrame("foot", this);
  auto* footRow = new QVBoxLayout(foot);
  footRow->setContentsMargins(0, 1, 0, 0);
  ribbon_ = new Ribbon(session, pictures, RibbonFigures::Shares, foot);
  footRow->addWidget(ribbon_);
  all->addWidget(foot);
  course_ = new CoursePanel(session, pictures, makeMode(this), this);
  pages_ = new QStackedLayout(this);
  pages_->setContentsMargins(0, 0, 0, 0);
  pages_->addWidget(meeting_);
  pages_->addWidget(course_);
  connectAll();
  showCourse(false);
}

const Asset* TrialBench::other() const {
  return findAsset(session_.project(), otherAsset_);
}

std::optional<TrialActor> TrialBench::actorA() const {
  const Asset* asset = session_.currentAsset();
  const Frame* frame = session_.currentFrame();
  if (asset == nullptr || frame == nullptr) return std::nullopt;
  return TrialActor{asset->id, frame->id, mirrorA_->isChecked()};
}

std::optional<TrialActor> TrialBench::actorB() const {
  const Asset* asset = other();
  if (asset == nullptr || asset->frames.empty()) return std::nullopt;
  const auto number = static_cast<std::size_t>(std::max(1.0, otherFrame_->value()));
  const std::size_t at = std::min(number, asset->frames.size()) - 1;
  return TrialActor{asset->id, asset->frames[at].id, mirrorB_->isChecked()};
}

QString TrialBench::refusal() const {
  if (!actorA()) return tr("Select an asset with frames first");
  if (!actorB()) return tr("Select the second asset first");
  return {};
}

// The assets that can be the second one. Two assets selected on the shelf are placed together.
void TrialBench::showOthers() {
  const Asset* current = session_.currentAsset();
  const std::vector<AssetId>& chosen = session_.selection().assets;
  if (chosen.size() == 2 && current != nullptr) {
    const AssetId second = chosen[0] == current->id ? chosen[1] : chosen[0];
    otherAsset_ = second;
  }
  others_->clear();
  for (const auto& asset : session_.project().assets) {
    if (asset->frames.empty()) continue;
    others_->addItem(nameOf(asset->name), asset->id.value);
  }
  if (other() == nullptr || other()->frames.empty()) {
    otherAsset_ = {};
    for (const auto& asset : session_.project().assets) {
      if (asset->frames.empty() || (current != nullptr && asset->id == current->id)) continue;
      otherAsset_ = asset->id;
      break;
    }
  }
  others_->setCurrentIndex(others_->findData(otherAsset_.value));
}

bool TrialBench::showsCourse() const {
  return pages_->currentWidget() == course_;
}

Canvas* TrialBench::stage() {
  if (showsCourse()) return course_->stage();
  return stage_;
}

void TrialBench::showCourse(bool show) {
  pages_->setCurrentWidget(show ? static_cast<QWidget*>(course_) : meeting_);
  for (QPushButton* chip : toMeeting_) chip->setChecked(!show);
  for (QPushButton* chip : toCourse_) chip->setChecked(show);
  refreshSoon();
  emit choiceChanged();
}

void TrialBench::refresh() {
  if (showing_) return;
  if (showsCourse()) return course_->refresh();
  showing_ = true;
  showOthers();
  showing_ = false;
  stage_->setActors(playA_ ? playA_ : actorA(), playB_ ? playB_ : actorB());
  stage_->setOffset(offset_);
  stage_->setGhosts(neighbours());
  showReport();
  ask();
  emit choiceChanged();
}

// Where the meeting is by an animation: the frames before and after the one that is shown.
std::vector<FrameId> TrialBench::neighbours() const {
  const Animation* animation = session_.currentAnimation();
  const Frame* frame = session_.currentFrame();
  if (!allFrames_->isChecked() || playA_ || animation == nullptr || frame == nullptr) return {};
  std::vector<FrameId> beside;
  for (std::size_t i = 0; i < animation->steps.size(); ++i) {
    if (animation->steps[i].frame != frame->id) continue;
    if (i > 0) beside.push_back(animation->steps[i - 1].frame);
    if (i + 1 < animation->steps.size()) beside.push_back(animation->steps[i + 1].frame);
    break;
  }
  return beside;
}

void TrialBench::addAnswer(const QString& what, const QString& says, const QString& figure,
                           bool bad) {
  auto* item = new QTreeWidgetItem(answers_, {what, says, figure});
  item->setTextAlignment(2, Qt::AlignRight | Qt::AlignVCenter);
  item->setToolTip(0, what);
  // A screen reader comes to the empty cell too.
  if (figure.isEmpty()) item->setData(2, Qt::AccessibleTextRole, tr("none"));
  if (bad) item->setForeground(1, theme().error);
}

void TrialBench::showReport() {
  answers_->clear();
  offsetX_->setValue(offset_.x);
  offsetY_->setValue(offset_.y);
  const auto a = playA_ ? playA_ : actorA();
  const auto b = playB_ ? playB_ : actorB();
  const auto report = a && b ? reportOf(session_.project(), session_.art(), *a, *b, offset_)
                             : std::optional<MeetingReport>();
  if (!report) {
    verdict_->setText(refusal().isEmpty() ? tr("Reading the sheets...") : refusal());
    stage_->setReport({});
    return;
  }
  const InkMeeting& ink = report->pixels;
  bool met = false;
  for (const RoleMeeting& one : report->roles) {
    met = met || (one.contact.meet() && one.answer.outcome != Outcome::Passes);
  }
  const bool unfair = met != ink.meet && !(met && ink.gap == 0);
  verdict_->setText(QString::fromStdString(report->text));
  const auto meets = [](bool yes) { return yes ? tr("meet") : tr("apart"); };
  addAnswer(tr("bounding boxes"), meets(report->boxes), {}, false);
  for (const RoleMeeting& one : report->roles) {
    const Contact& contact = one.contact;
    const QString figure = contact.meet()               ? tr("%1 deep").arg(rounded(contact.depth))
                           : std::isfinite(contact.gap) ? rounded(contact.gap)
                                                        : QString();
    addAnswer(tr("%1 and %2").arg(nameOf(one.a), nameOf(one.b)),
              contact.meet() ? nameOf(std::string(wordOf(kOutcomeWords, one.answer.outcome)))
                             : tr("apart"),
              figure, false);
  }
  addAnswer(tr("pixels"), meets(ink.meet),
            ink.meet                 ? (ink.count ? QString::number(*ink.count) : QString())
            : std::isfinite(ink.gap) ? rounded(ink.gap)
                                     : QString(),
            unfair);
  verdict_->setStyleSheet(unfair ? QString("color: %1; font-weight: 600").arg(theme().error.name())
                                 : QString("font-weight: 600"));
  stage_->setReport(*report);
}

void TrialBench::ask() {
  const auto a = actorA();
  const auto b = actorB();
  const Role* role = session_.currentRole();
  if (!a || !b) {
    asking_.forget();
    showFacts({});
    return;
  }
  const TrialQuestion question{*a, *b, role == nullptr ? std::string() : role->name,
                               allFrames_->isChecked()};
  asking_.ask([question, project = session_.project(),
               store = session_.artStore()](const Progress& progress) {
    TrialFacts facts = trialFacts(project, store, question, progress);
    return facts;
  });
}

QString TrialBench::worstRefusal() const {
  if (QString no = refusal(); !no.isEmpty()) return no;
  const FairnessTotal& total = facts_.sum.total;
  return total.worstPhantom || total.worstMissed ? QString()
                                                 : tr("Shapes and pixels agree everywhere");
}

QString TrialBench::mountRefusal() const {
  if (QString no = refusal(); !no.isEmpty()) return no;
  return mountsHere().empty() ? tr("The first asset has no mount on this frame") : QString();
}

QString TrialBench::takeRefusal() const {
  if (QString no = refusal(); !no.isEmpty()) return no;
  if (session_.currentRole() == nullptr) return tr("The project has no role yet");
  return candidates_->currentItem() == nullptr ? tr("Select a shape in the list first") : QString();
}

void TrialBench::toggleMap() {
  mapChip_->setChecked(!mapChip_->isChecked());
  showFairness();
}

void TrialBench::standAt(GamePoint offset) {
  offset_ = offset;
  stage_->setOffset(offset);
  showReport();
}

void TrialBench::standAtWorst() {
  const FairnessTotal& total = facts_.sum.total;
  if (total.worstPhantom) {
    standAt(
        {static_cast<double>(total.worstPhantom->x), static_cast<double>(total.worstPhantom->y)});
  } else if (total.worstMissed) {
    standAt({static_cast<double>(total.worstMissed->x), static_cast<double>(total.worstMissed->y)});
  }
}

void TrialBench::showEvent(QShowEvent* event) {
  BenchView::showEvent(event);
  clock_->addViewer();
}

void TrialBench::hideEvent(QHideEvent* event) {
  BenchView::hideEvent(event);
  clock_->removeViewer();
}

void TrialBench::togglePlaying() {
  play_->click();
}

// The frames that the clock shows; what is chosen stays chosen, and so does its fairness.
void TrialBench::play() {
  playA_ = actorA();
  playB_ = actorB();
  const auto step = [&](std::optional<TrialActor>& actor, const Animation* animation) {
    if (!actor || animation == nullptr || animation->steps.empty()) return;
    actor->frame = animation->steps[stepAt(*animation, clock_->elapsedMs())].frame;
  };
  step(playA_, session_.currentAnimation());
  const Asset* beside = other();
  const bool animated = beside != nullptr && !beside->animations.empty();
  stage_->setGhosts({});
  step(playB_, animated ? &beside->animations.front() : nullptr);
  stage_->setActors(playA_, playB_);
  showReport();
}

std::vector<MountPlace> TrialBench::mountsHere() const {
  const Asset* asset = session_.currentAsset();
  const Frame* frame = session_.currentFrame();
  if (asset == nullptr || frame == nullptr) return {};
  return Mounts(*asset).on(frame->id);
}

void TrialBench::standAtMount() {
  const std::vector<MountPlace> mounts = mountsHere();
  if (mounts.empty()) return;
  const MountPlace& mount = mounts[mount_++ % mounts.size()];
  const FramePoint origin = session_.currentFrame()->origin;
  standAt(posed({mount.at.x - origin.x, mount.at.y - origin.y},
                {{}, session_.currentAsset()->scale, 0, mirrorA_->isChecked()}));
}

}  // namespace amber

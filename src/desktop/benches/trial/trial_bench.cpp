#include "desktop/benches/trial/trial_bench.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
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

QString percentText(double share) {
  return QString("%1 %").arg(std::lround(share * 100));
}

QString nameOf(const std::string& text) {
  return QString::fromStdString(text);
}

// A plain list with columns, without a frame or a tree's marks.
QTreeWidget* makeTable(const char* name, const QStringList& columns, QWidget* parent) {
  auto* table = new QTreeWidget(parent);
  table->setObjectName(name);
  table->setRootIsDecorated(false);
  table->setUniformRowHeights(true);
  table->setIndentation(0);
  table->setColumnCount(static_cast<int>(columns.size()));
  table->setHeaderLabels(columns);
  table->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  table->header()->setStretchLastSection(false);
  table->setStyleSheet("QHeaderView::section { padding: 2px 4px; font-size: 11px }");
  table->header()->setSectionResizeMode(QHeaderView::ResizeToContents);
  table->header()->setSectionResizeMode(0, QHeaderView::Stretch);
  return table;
}

}  // namespace

TrialBench::TrialBench(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : BenchView(parent),
      session_(session),
      asking_(session.background(), this, tr("Trying all offsets"),
              [this](TrialFacts facts) { showFacts(std::move(facts)); }),
      pairing_(session.background(), this, tr("Fairness of all pairs"),
               [this](std::vector<FairnessRow> rows) { listPairs(std::move(rows)); }) {
  stage_ = new TrialStage(session, pictures, this);
  auto* middle = new QVBoxLayout;
  middle->setSpacing(0);
  middle->addWidget(makeStrip());
  middle->addWidget(stage_, 1);
  auto* upper = new QHBoxLayout;
  upper->setSpacing(0);
  upper->addLayout(middle, 1);
  upper->addWidget(makeSide());
  auto* all = new QVBoxLayout(this);
  all->setContentsMargins(0, 0, 0, 0);
  all->setSpacing(0);
  all->addLayout(upper, 1);
  QFrame* foot = makeFrame("foot", this);
  auto* footRow = new QVBoxLayout(foot);
  footRow->setContentsMargins(0, 1, 0, 0);
  ribbon_ = new Ribbon(session, pictures, RibbonFigures::Shares, foot);
  footRow->addWidget(ribbon_);
  all->addWidget(foot);
  connectAll();
}

QWidget* TrialBench::makeStrip() {
  QFrame* strip = makeFrame("strip", this);
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
  chip(mirrorA_, tr("mirror"), "mirrorA", tr("The first stands mirrored about its origin"));
  row->addSpacing(metrics::kSmallGap);
  row->addWidget(new YieldingLabel(tr("meets"), strip));
  others_ = new QComboBox(strip);
  others_->setObjectName("otherAsset");
  others_->setToolTip(tr("The asset that stands beside the chosen one"));
  others_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
  others_->setMinimumContentsLength(6);
  row->addWidget(others_);
  row->addWidget(new YieldingLabel(tr("frame"), strip));
  otherFrame_ = new NumberField(1, 100000, 0, strip);
  otherFrame_->setObjectName("otherFrame");
  otherFrame_->setFixedWidth(36);
  otherFrame_->setValue(1);
  row->addWidget(otherFrame_);
  chip(mirrorB_, tr("mirror"), "mirrorB", tr("The other stands mirrored about its origin"));
  row->addStretch();
  chip(play_, tr("play"), "playTrial", tr("Both animations run on one clock where they stand"));
  chip(allFrames_, tr("all frames"), "allFrames",
       tr("Fairness over all frames of both animations, not of these two alone"));
  chip(mapChip_, tr("map"), "fairnessMap",
       tr("All offsets of the other one: where the shapes meet and the pixels do not, rising "
          "stripes; the other way, falling ones. A click stands it there"));
  QPushButton* shapes = nullptr;
  chip(shapes, tr("shapes"), "trialShapes", tr("Show the shapes"));
  shapes->setChecked(true);
  connect(shapes, &QPushButton::toggled, stage_, &TrialStage::setShowShapes);
  return strip;
}

QWidget* TrialBench::makeSide() {
  QFrame* side = nullptr;
  QVBoxLayout* column = amber::makeSide(side, this);
  verdict_ = makeLabel({}, "title", side);
  verdict_->setObjectName("verdict");
  verdict_->setWordWrap(true);
  column->addWidget(verdict_);
  answers_ = makeTable("answers", {tr("what"), tr("says"), tr("px")}, side);
  answers_->setSelectionMode(QAbstractItemView::NoSelection);
  answers_->setFocusPolicy(Qt::NoFocus);
  answers_->header()->hide();
  answers_->setFixedHeight(112);
  column->addWidget(answers_);
  offsetX_ = new NumberField(-kMostOffsets, kMostOffsets, 2, side);
  offsetX_->setObjectName("offsetX");
  offsetY_ = new NumberField(-kMostOffsets, kMostOffsets, 2, side);
  offsetY_->setObjectName("offsetY");
  addRow(column, tr("stands at, px"), {offsetX_, offsetY_});
  column->addWidget(makeLabel(tr("Fairness"), "title", side));
  fairness_ = makeLabel({}, "", side);
  fairness_->setObjectName("fairness");
  fairness_->setWordWrap(true);
  column->addWidget(fairness_);
  auto* buttons = new QHBoxLayout;
  buttons->setSpacing(4);
  QPushButton* mount = makeButton(tr("Stand at a mount"), {}, side);
  mount->setObjectName("standAtMount");
  worst_ = makeButton(tr("Stand at the worst"), {}, side);
  worst_->setObjectName("worst");
  buttons->addWidget(worst_, 1);
  allPairs_ = makeChip(tr("All pairs"), side);
  allPairs_->setObjectName("allPairs");
  allPairs_->setToolTip(
      tr("Every pair that meets by the layers, over all their frames, the least "
         "fair first"));
  buttons->addWidget(allPairs_);
  column->addLayout(buttons);
  column->addWidget(mount);
  listTitle_ = makeLabel(tr("With another shape"), "title", side);
  column->addWidget(listTitle_);
  candidates_ =
      makeTable("fairCandidates", {tr("shape"), tr("phantom"), tr("missed"), tr("cost")}, side);
  for (const auto& [section, width] : {std::pair(1, 54), {2, 47}, {3, 32}}) {
    candidates_->header()->setSectionResizeMode(section, QHeaderView::Fixed);
    candidates_->header()->resizeSection(section, width);
  }
  column->addWidget(candidates_, 1);
  pairs_ = makeTable("fairPairs", {tr("pair"), tr("phantom"), tr("missed")}, side);
  for (const auto& [section, width] : {std::pair(1, 56), {2, 48}}) {
    pairs_->header()->setSectionResizeMode(section, QHeaderView::Fixed);
    pairs_->header()->resizeSection(section, width);
  }
  pairs_->hide();
  column->addWidget(pairs_, 1);
  take_ = makeButton(tr("Take it for the asset"), {}, side);
  take_->setObjectName("takeFair");
  column->addWidget(take_);
  return side;
}

void TrialBench::connectAll() {
  connect(&session_, &ProjectSession::shown, this, &TrialBench::refreshSoon);
  connect(&session_, &ProjectSession::selectionChanged, this, &TrialBench::refreshSoon);
  connect(&session_, &ProjectSession::artArrived, this, &TrialBench::refreshSoon);
  connect(&session_, &ProjectSession::projectReplaced, this, [this] {
    otherAsset_ = {};
    facts_ = {};
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
  if (!actorA()) return tr("Choose an asset with frames first");
  if (!actorB()) return tr("Choose what it meets first");
  return {};
}

// The assets that can stand beside the chosen one. Two chosen on the shelf are put together.
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

void TrialBench::refresh() {
  if (showing_) return;
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
    verdict_->setText(refusal().isEmpty() ? tr("Reading the sheets ...") : refusal());
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
    addAnswer(tr("%1 and %2").arg(nameOf(one.a->name), nameOf(one.b->name)),
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

void TrialBench::showFacts(TrialFacts facts) {
  facts_ = std::move(facts);
  QHash<std::uint32_t, double> shares;
  for (const auto& [frame, share] : facts_.phantom) shares.insert(frame.value, share);
  ribbon_->setShares(tr("phantom"), std::move(shares));
  showFairness();
  showCandidates();
  emit choiceChanged();
}

void TrialBench::showFairness() {
  FairnessSum tried;
  const FairCandidate* one = chosen();
  if (one != nullptr) tried.add({}, one->map);
  const FairnessSum& sum = one == nullptr ? facts_.sum : tried;
  const FairnessTotal& total = sum.total;
  stage_->setMap(mapChip_->isChecked() && total.maps > 0 ? &sum : nullptr);
  if (total.maps == 0) {
    fairness_->setText(tr("Nothing to compare yet."));
    return;
  }
  QString text = tr("<b>%1</b> phantom, <b>%2</b> missed")
                     .arg(percentText(total.phantomShare()), percentText(total.missedShare()));
  if (one != nullptr) text += tr(" with %1").arg(nameOf(inWords(one->candidate.recipe)));
  if (total.worstPhantom) {
    text += tr("<br>worst: hit at %1 px of empty air").arg(rounded(total.worstPhantom->gap));
  }
  if (total.worstMissed) {
    text += tr("<br>most missed: %1 px of common ink").arg(total.worstMissed->count);
  }
  if (total.maps > 1) text += tr("<br>over %1 pairs of frames").arg(total.maps);
  fairness_->setText(text);
}

void TrialBench::showCandidates() {
  const QSignalBlocker still(candidates_);
  candidates_->clear();
  for (const FairCandidate& one : facts_.candidates) {
    auto* item = new QTreeWidgetItem(
        candidates_, {nameOf(inWords(one.candidate.recipe)), percentText(one.map.phantomShare()),
                      percentText(one.map.missedShare()), rounded(one.candidate.measures.cost)});
    for (int column = 1; column < 4; ++column) {
      item->setTextAlignment(column, Qt::AlignRight | Qt::AlignVCenter);
    }
  }
  stage_->setTrial({}, std::nullopt);
}

const FairCandidate* TrialBench::chosen() const {
  const int at = candidates_->indexOfTopLevelItem(candidates_->currentItem());
  const bool known = at >= 0 && session_.currentRole() != nullptr;
  return known ? &facts_.candidates[static_cast<std::size_t>(at)] : nullptr;
}

// It is shown on the stage and, before it is taken, on the same map.
void TrialBench::pointAtCandidate() {
  const FairCandidate* one = chosen();
  stage_->setTrial(one == nullptr ? std::string() : session_.currentRole()->name,
                   one == nullptr ? std::nullopt : std::optional(one->candidate.shape));
  showFairness();
  emit choiceChanged();
}

QString TrialBench::worstRefusal() const {
  if (QString no = refusal(); !no.isEmpty()) return no;
  const FairnessTotal& total = facts_.sum.total;
  return total.worstPhantom || total.worstMissed ? QString()
                                                 : tr("Shapes and pixels agree everywhere");
}

QString TrialBench::mountRefusal() const {
  if (QString no = refusal(); !no.isEmpty()) return no;
  return mountsHere().empty() ? tr("The first one has no mount on this frame") : QString();
}

QString TrialBench::takeRefusal() const {
  if (QString no = refusal(); !no.isEmpty()) return no;
  if (session_.currentRole() == nullptr) return tr("The project has no role yet");
  return candidates_->currentItem() == nullptr ? tr("Choose a shape of the list first") : QString();
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

void TrialBench::takeCandidate() {
  const FairCandidate* one = chosen();
  const Asset* asset = session_.currentAsset();
  const Role* role = session_.currentRole();
  if (one == nullptr || asset == nullptr) return;
  const Recipe recipe = one->candidate.recipe;
  std::vector<FrameRef> frames;
  for (const Frame& frame : asset->frames) frames.push_back({asset->id, frame.id});
  session_.performBeside(
      tr("Fit a shape (%1) to %2").arg(nameOf(inWords(recipe)), nameOf(asset->name)),
      [frames, recipe, name = role->name, store = session_.artStore()](
          const Project& project, ArtStore&,
          const Progress& progress) -> Result<std::vector<Edit>> {
        return fittedShapes(project, frames, name, recipe, ArtStore::loading(store, project),
                            progress);
      });
}

// The list of all pairs in place of the shapes; found anew whenever it is opened.
void TrialBench::showPairs(bool show) {
  candidates_->setVisible(!show);
  take_->setVisible(!show);
  pairs_->setVisible(show);
  listTitle_->setText(show ? tr("Finding every pair that meets ...") : tr("With another shape"));
  pairs_->clear();
  rows_.clear();
  if (!show) {
    pairing_.forget();
    return;
  }
  pairing_.ask(
      [project = session_.project(), store = session_.artStore()](const Progress& progress) {
        return fairnessTable(project, ArtStore::loading(store, project), progress);
      });
}

void TrialBench::listPairs(std::vector<FairnessRow> rows) {
  rows_ = std::move(rows);
  listTitle_->setText(tr("Every pair that meets, %1").arg(rows_.size()));
  pairs_->clear();
  for (const FairnessRow& row : rows_) {
    auto* item = new QTreeWidgetItem(
        pairs_, {tr("%1, %2").arg(nameOf(row.a), nameOf(row.b)),
                 percentText(row.total.phantomShare()), percentText(row.total.missedShare())});
    item->setToolTip(0, item->text(0));
    item->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
    item->setTextAlignment(2, Qt::AlignRight | Qt::AlignVCenter);
  }
}

// Puts the two of a row together, at the frames and where it is worst.
void TrialBench::standPair(int at) {
  if (at < 0 || at >= static_cast<int>(rows_.size())) return;
  const FairnessRow& row = rows_[static_cast<std::size_t>(at)];
  const Asset* a = findAsset(session_.project(), row.a);
  const Asset* b = findAsset(session_.project(), row.b);
  if (a == nullptr || b == nullptr) return;
  const auto& phantom = row.total.worstPhantom;
  const auto& missed = row.total.worstMissed;
  const std::string& frameA = phantom ? row.phantomA : row.missedA;
  const std::string& frameB = phantom ? row.phantomB : row.missedB;
  const auto numbered = [](const Asset& asset, const std::string& name) {
    const auto found = std::find_if(asset.frames.begin(), asset.frames.end(),
                                    [&](const Frame& frame) { return frame.name == name; });
    return found == asset.frames.end() ? asset.frames.begin() : found;
  };
  otherAsset_ = b->id;
  mirrorA_->setChecked(false);
  mirrorB_->setChecked(false);
  otherFrame_->setValue(static_cast<double>(numbered(*b, frameB) - b->frames.begin()) + 1);
  if (phantom) offset_ = {static_cast<double>(phantom->x), static_cast<double>(phantom->y)};
  if (!phantom && missed)
    offset_ = {static_cast<double>(missed->x), static_cast<double>(missed->y)};
  const FrameId frame = numbered(*a, frameA)->id;
  AnimationId animation;
  for (const Animation& one : a->animations) {
    const bool shows = std::any_of(one.steps.begin(), one.steps.end(),
                                   [&](const Step& step) { return step.frame == frame; });
    if (shows && animation == AnimationId{}) animation = one.id;
  }
  session_.selectFrame(a->id, animation, frame);
  refresh();
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

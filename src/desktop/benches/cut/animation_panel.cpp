#include "desktop/benches/cut/animation_panel.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QSignalBlocker>
#include <QVBoxLayout>
#include <algorithm>

#include "core/project/animation_edits.h"
#include "desktop/parts/building.h"
#include "desktop/parts/durations.h"
#include "desktop/parts/ribbon.h"
#include "desktop/parts/wording.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kWidth = 206;

}  // namespace

AnimationPanel::AnimationPanel(ProjectSession& session, Ribbon& ribbon, QWidget* parent)
    : QWidget(parent), session_(session), ribbon_(ribbon) {
  setFixedWidth(kWidth);
  list_ = new QListWidget(this);
  list_->setObjectName("animations");
  list_->setAccessibleName(tr("Animations"));
  list_->setFrameShape(QFrame::NoFrame);
  list_->setEditTriggers(QAbstractItemView::DoubleClicked | QAbstractItemView::EditKeyPressed);
  auto* column = new QVBoxLayout(this);
  column->setContentsMargins(metrics::kSmallGap, 2, 0, 2);
  column->setSpacing(2);
  column->addWidget(list_, 1);
  auto* buttons = new QGridLayout;
  buttons->setSpacing(2);
  const auto button = [&](const QString& text, const char* name) {
    QPushButton* made = tight(makeButton(text, {}, this), "small");
    made->setObjectName(name);
    buttons->addWidget(made, buttons->count() / 2, buttons->count() % 2);
  };
  button(tr("New"), "newAnimation");
  button(tr("Duplicate"), "copyAnimation");
  button(tr("Use as default"), "defaultAnimation");
  button(tr("Remove"), "removeAnimation");
  column->addLayout(buttons);
  auto* times = new QHBoxLayout;
  times->setSpacing(metrics::kSmallGap);
  time_ = new NumberField(durations::kMsPerSecond / durations::kLongestMs, durations::kLongestMs, 2,
                          this);
  time_->setObjectName("stepTime");
  time_->setToolTip(
      tr("How long each selected step is shown. Applies to all steps if none is selected."));
  timeLabel_ = makeLabel({}, "quiet", this);
  timeLabel_->setBuddy(time_);
  times->addWidget(timeLabel_, 1);
  times->addWidget(time_);
  column->addLayout(times);
  connect(list_, &QListWidget::currentRowChanged, this, &AnimationPanel::choose);
  connect(list_, &QListWidget::itemChanged, this, &AnimationPanel::renamed);
  connect(time_, &NumberField::committed, this, &AnimationPanel::setTime);
  connect(&preferences(), &Preferences::changed, this, &AnimationPanel::refresh);
  connect(&ribbon_, &Ribbon::chosenChanged, this, &AnimationPanel::refresh);
  connect(&ribbon_, &Ribbon::stepsDropped, this, &AnimationPanel::moveTo);
  connect(&session_, &ProjectSession::changed, this, &AnimationPanel::refresh);
  connect(&session_, &ProjectSession::selectionChanged, this, &AnimationPanel::refresh);
  connect(&session_, &ProjectSession::projectReplaced, this, &AnimationPanel::refresh);
  refresh();
}

void AnimationPanel::refresh() {
  const QSignalBlocker blocker(list_);
  const Asset* asset = session_.currentAsset();
  const int count = asset == nullptr ? 0 : static_cast<int>(asset->animations.size());
  while (list_->count() > count) delete list_->takeItem(list_->count() - 1);
  while (list_->count() < count) list_->addItem(QString());
  for (int i = 0; i < count; ++i) {
    const Animation& animation = asset->animations[static_cast<std::size_t>(i)];
    QListWidgetItem* item = list_->item(i);
    item->setFlags(item->flags() | Qt::ItemIsEditable);
    if (item->text() != QString::fromStdString(animation.name)) {
      item->setText(QString::fromStdString(animation.name));
    }
    item->setFont(textFont(i == 0));
    item->setToolTip(i == 0 ? tr("The default animation. Double-click to rename it.")
                            : tr("Double-click to rename."));
    if (animation.id == session_.selection().animation) list_->setCurrentRow(i);
  }
  const Animation* shown = session_.currentAnimation();
  setEnabled(shown != nullptr);
  if (shown == nullptr) return;
  const auto& chosen = ribbon_.chosenSteps();
  const std::size_t step = chosen.empty() ? 0 : std::min(chosen.front(), shown->steps.size() - 1);
  timeLabel_->setText(tr("Step duration (%1)").arg(durations::unit()));
  time_->setValue(durations::shown(shown->steps[step].durationMs));
}

void AnimationPanel::choose(int row) {
  const Asset* asset = session_.currentAsset();
  if (asset == nullptr || row < 0 || row >= static_cast<int>(asset->animations.size())) return;
  const Animation& animation = asset->animations[static_cast<std::size_t>(row)];
  session_.selectFrame(asset->id, animation.id, animation.steps.front().frame);
}

void AnimationPanel::renamed(QListWidgetItem* item) {
  const Asset* asset = session_.currentAsset();
  const int row = list_->row(item);
  if (asset == nullptr || row >= static_cast<int>(asset->animations.size())) return;
  const Animation& animation = asset->animations[static_cast<std::size_t>(row)];
  const std::string name = item->text().trimmed().toStdString();
  if (name.empty() || name == animation.name) return refresh();
  session_.perform(tr("Rename %1").arg(QString::fromStdString(animation.name)),
                   {Rename{asset->id, animation.id, {}, name}});
}

QString AnimationPanel::refusal() const {
  return session_.currentAnimation() == nullptr ? tr("Cut a sheet first") : QString();
}

QString AnimationPanel::stepRefusal() const {
  if (session_.currentAnimation() == nullptr) return tr("Cut a sheet first");
  return ribbon_.chosenSteps().empty() ? tr("Select steps on the ribbon first") : QString();
}

void AnimationPanel::put(const QString& label,
                         const std::function<Asset(const Asset&, AnimationId)>& change) {
  const Asset* asset = session_.currentAsset();
  const Animation* animation = session_.currentAnimation();
  if (asset == nullptr || animation == nullptr) return;
  Asset changed = change(*asset, animation->id);
  if (changed == *asset) return;
  session_.perform(label, {PutAsset{std::move(changed)}});
}

void AnimationPanel::makeFromSelected() {
  const Asset* asset = session_.currentAsset();
  if (asset == nullptr || session_.currentAnimation() == nullptr) return;
  std::vector<FrameId> frames;
  const auto& steps = session_.currentAnimation()->steps;
  if (ribbon_.chosenSteps().size() > 1) {
    for (const std::size_t step : ribbon_.chosenSteps()) frames.push_back(steps[step].frame);
  } else {
    // As they lie in the asset, whatever the order in which they were clicked.
    const auto& selected = session_.selection().frames;
    for (const Frame& frame : asset->frames) {
      if (std::find(selected.begin(), selected.end(), frame.id) != selected.end()) {
        frames.push_back(frame.id);
      }
    }
  }
  if (frames.empty()) return;
  const AnimationId id{session_.project().nextId};
  Selection reveal = session_.selection();
  reveal.animation = id;
  reveal.frame = frames.front();
  session_.perform(tr("New animation of %1").arg(countedFrames(frames.size())),
                   {PutAsset{withAnimation(*asset, id, "new", frames)}}, reveal);
  rename();
}

void AnimationPanel::duplicate() {
  const Asset* asset = session_.currentAsset();
  const Animation* animation = session_.currentAnimation();
  if (asset == nullptr || animation == nullptr) return;
  const AnimationId id{session_.project().nextId};
  Selection reveal = session_.selection();
  reveal.animation = id;
  session_.perform(tr("Duplicate %1").arg(QString::fromStdString(animation->name)),
                   {PutAsset{withCopy(*asset, animation->id, id)}}, reveal);
}

void AnimationPanel::makeDefault() {
  put(tr("Use the animation as the default"),
      [](const Asset& asset, AnimationId id) { return withDefault(asset, id); });
}

void AnimationPanel::remove() {
  const Asset* asset = session_.currentAsset();
  // Frames that nothing shows would be hard to find again.
  if (asset == nullptr || asset->animations.size() < 2) return;
  put(tr("Remove an animation"),
      [](const Asset& value, AnimationId id) { return withoutAnimation(value, id); });
}

void AnimationPanel::rename() {
  if (QListWidgetItem* item = list_->currentItem()) {
    list_->setFocus();
    list_->editItem(item);
  }
}

void AnimationPanel::repeatSteps() {
  const auto chosen = ribbon_.chosenSteps();
  if (chosen.empty()) return;
  put(tr("Duplicate %1").arg(countedFrames(chosen.size())),
      [&](const Asset& asset, AnimationId id) { return withStepsRepeated(asset, id, chosen); });
}

void AnimationPanel::removeSteps() {
  const auto chosen = ribbon_.chosenSteps();
  if (chosen.empty()) return;
  ribbon_.chooseSteps({});
  put(tr("Remove %1 from the animation").arg(countedFrames(chosen.size())),
      [&](const Asset& asset, AnimationId id) { return withoutSteps(asset, id, chosen); });
}

void AnimationPanel::moveTo(std::size_t before) {
  const auto chosen = ribbon_.chosenSteps();
  const Asset* asset = session_.currentAsset();
  const Animation* animation = session_.currentAnimation();
  if (chosen.empty() || asset == nullptr || animation == nullptr) return;
  MovedSteps moved = withStepsMoved(*asset, animation->id, chosen, before);
  if (moved.asset == *asset) return;
  session_.perform(tr("Move %1").arg(countedFrames(chosen.size())),
                   {PutAsset{std::move(moved.asset)}});
  std::vector<std::size_t> now;
  for (std::size_t i = 0; i < chosen.size(); ++i) now.push_back(moved.first + i);
  ribbon_.chooseSteps(now);
}

void AnimationPanel::moveSteps(int by) {
  const auto chosen = ribbon_.chosenSteps();
  const Animation* animation = session_.currentAnimation();
  if (chosen.empty() || animation == nullptr) return;
  const auto first = static_cast<int>(*std::min_element(chosen.begin(), chosen.end()));
  const auto last = static_cast<int>(*std::max_element(chosen.begin(), chosen.end()));
  const int before = by < 0 ? first - 1 : last + 2;
  if (before < 0 || before > static_cast<int>(animation->steps.size())) return;
  moveTo(static_cast<std::size_t>(before));
}

void AnimationPanel::setTime(double shown) {
  const auto chosen = ribbon_.chosenSteps();
  put(tr("Set step durations"), [&](const Asset& asset, AnimationId id) {
    return withDurations(asset, id, chosen, durations::fromShown(shown));
  });
}

}  // namespace amber

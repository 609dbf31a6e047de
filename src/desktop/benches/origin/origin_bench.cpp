#include "desktop/benches/origin/origin_bench.h"

#include <QApplication>
#include <QClipboard>
#include <QFocusEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QString>
#include <algorithm>
#include <cmath>

#include "core/base/exact_number.h"
#include "core/naming/sides.h"
#include "core/origin/anchor.h"
#include "core/origin/mount_edits.h"
#include "core/origin/riders.h"
#include "desktop/benches/origin/origin_stage.h"
#include "desktop/benches/origin/rider_dialog.h"
#include "desktop/parts/number_field.h"
#include "desktop/parts/scope_chooser.h"
#include "desktop/parts/wording.h"
#include "work/project/blocks.h"

namespace amber {
namespace {

// What is shown while a rule is only pointed at must not hold the window up; of more frames than
// this only those of the animation move.
constexpr std::size_t kMostTried = 1000;

}  // namespace

Canvas* OriginBench::stage() {
  return stage_;
}

// The frame without what a preview does to it.
const Frame* OriginBench::committedFrame() const {
  const Asset* asset = findAsset(session_.committed(), session_.selection().asset);
  return asset == nullptr ? nullptr : findFrame(*asset, session_.selection().frame);
}

OriginRule OriginBench::ruleOf(const QPushButton* button) const {
  const auto found = std::find_if(rules_.begin(), rules_.end(),
                                  [&](const RuleButton& one) { return one.button == button; });
  OriginRule rule{found->basis, found->anchor, stage_->snap()};
  // The same place is the same place, whatever points snap to.
  if (rule.basis == OriginBasis::AsFrame) rule.snap = PointSnap::Free;
  const Animation* animation = session_.currentAnimation();
  if (rule.hasFrame() && animation != nullptr) {
    const auto step = static_cast<std::size_t>(model_->value()) - 1;
    rule.frame = animation->steps[std::min(step, animation->steps.size() - 1)].frame;
  }
  return rule;
}

HandSet OriginBench::handSet() const {
  return handToo_->isChecked() || scope_->scope() == Scope::Frame ? HandSet::Replaced
                                                                  : HandSet::Kept;
}

void OriginBench::tryRule(const OriginRule& rule) {
  std::vector<FrameRef> frames = scope_->frames();
  const std::size_t all = frames.size();
  const bool some = all > kMostTried;
  if (some) frames = framesIn(session_.committed(), session_.selection(), Scope::Animation);
  const auto edits = originsByRule(session_.committed(), frames, rule, session_.art(), handSet());
  const OriginChange change = changeBy(session_.committed(), edits);
  const auto kept = handSet() == HandSet::Replaced
                        ? 0
                        : std::count_if(frames.begin(), frames.end(), [&](const FrameRef& ref) {
                            const Asset* asset = findAsset(session_.committed(), ref.asset);
                            return findFrame(*asset, ref.frame)->originRule == kByHand;
                          });
  QString text = change.moved == 0 ? tr("Moves no frame.")
                                   : tr("Moves %1, by up to %2 px.")
                                         .arg(countedFrames(change.moved))
                                         .arg(std::round(change.farthest * 100) / 100);
  if (some) text = tr("In this animation: %1 Applies to %2.").arg(text, countedFrames(all));
  if (kept > 0) text += tr(" %1 set by hand is unchanged.").arg(kept);
  change_->setText(text);
  session_.preview(edits);
}

void OriginBench::endTry() {
  change_->setText(tr("Hover over a rule to preview its origins."));
  session_.endPreview();
}

void OriginBench::setRule(const OriginRule& rule) {
  const auto frames = scope_->frames();
  const QString label = tr("Set the origin of %1").arg(scope_->countText());
  if (frames.size() <= kMostTried) {
    session_.perform(label,
                     originsByRule(session_.committed(), frames, rule, session_.art(), handSet()));
    refreshSoon();
    return;
  }
  session_.endPreview();
  const ArtSource art = session_.art();
  session_.performBeside(
      label,
      [frames, rule, store = session_.artStore(), hand = handSet()](
          const Project& project, ArtStore&, const Progress&) -> Result<std::vector<Edit>> {
        return originsByRule(project, frames, rule, ArtStore::loading(store, project), hand);
      });
}

// A drag takes every frame of the scope along, each from where it is.
std::vector<Edit> OriginBench::movedTo(FramePoint point) const {
  const Frame* frame = committedFrame();
  if (frame == nullptr) return {};
  return originsMoved(session_.committed(), scope_->frames(), point.x - frame->origin.x,
                      point.y - frame->origin.y);
}

void OriginBench::previewPoint(FramePoint point) {
  const Frame* frame = committedFrame();
  if (frame == nullptr) return;
  if (mount_.empty()) {
    session_.preview(movedTo(point));
  } else {
    session_.preview({PutMount{session_.selection().asset, frame->id, {mount_, point}}});
  }
}

void OriginBench::setPoint(FramePoint point) {
  const Frame* frame = committedFrame();
  if (frame == nullptr) return;
  if (mount_.empty()) {
    session_.perform(tr("Move the origin of %1").arg(scope_->countText()), movedTo(point));
  } else {
    setMount(relativeTo(point, frame->origin));
  }
}

void OriginBench::movePoint(double dx, double dy) {
  const Frame* frame = committedFrame();
  if (frame == nullptr) return;
  if (mount_.empty()) {
    setPoint({frame->origin.x + dx, frame->origin.y + dy});
    return;
  }
  const Mounts mounts(*session_.currentAsset());
  if (const MountPlace* place = mounts.find(frame->id, mount_)) {
    setPoint({place->at.x + dx, place->at.y + dy});
  }
}

// A typed origin is the same point in every frame of the scope.
void OriginBench::typePoint() {
  const FramePoint point{x_->value(), y_->value()};
  if (!mount_.empty()) {
    setMount({point.x, point.y});
    return;
  }
  session_.perform(tr("Set the origin of %1").arg(scope_->countText()),
                   originsByHand(session_.committed(), scope_->frames(), point));
}

void OriginBench::setMount(OriginPoint offset) {
  const FrameRef ref{session_.selection().asset, session_.selection().frame};
  auto edits = mountKeys(session_.committed(), {ref}, mount_, offset);
  if (!edits) {
    emit session_.failed(QString::fromStdString(edits.error().sentence));
    return;
  }
  session_.perform(tr("Set a keyframe of the mount %1").arg(QString::fromStdString(mount_)),
                   *edits);
}

// The name field renames the mount that is being set; with the origin chosen it makes a new one.
void OriginBench::nameMount() {
  const std::string name = mountName_->text().trimmed().toStdString();
  const Asset* asset = session_.currentAsset();
  if (name.empty() || name == mount_ || asset == nullptr || committedFrame() == nullptr) return;
  if (mount_.empty()) {
    const Frame& frame = *committedFrame();
    const auto art = session_.artOf(frame.sheet);
    const auto marks = art == nullptr ? std::nullopt : landmarksOf(art->firm, frame.rect);
    const FramePoint first =
        marks ? snapped(marks->centroid, PointSnap::PixelCentre) : frame.origin;
    auto edits = mountKeys(session_.committed(), {{asset->id, frame.id}}, name,
                           relativeTo(first, frame.origin));
    if (!edits) {
      emit session_.failed(QString::fromStdString(edits.error().sentence));
      return;
    }
    session_.perform(tr("Add the mount %1").arg(QString::fromStdString(name)), *edits);
    chooseMount(name);
    stage_->setFocus();
    return;
  }
  auto edits = mountRenamed(*asset, mount_, name);
  if (!edits) {
    emit session_.failed(QString::fromStdString(edits.error().sentence));
    return;
  }
  session_.perform(tr("Rename a mount to %1").arg(QString::fromStdString(name)), *edits);
  chooseMount(name);
}

void OriginBench::chooseMount(const std::string& name) {
  mount_ = name;
  mountName_->setModified(false);
  refreshPoints();
  emit choiceChanged();
}

QString OriginBench::mountRefusal() const {
  if (session_.currentFrame() == nullptr) return tr("Cut a sheet first");
  return mount_.empty() ? tr("Select a mount in the list of points, or type a new name")
                        : QString();
}

void OriginBench::toggleKey() {
  const FrameRef ref{session_.selection().asset, session_.selection().frame};
  const Frame* frame = committedFrame();
  if (frame == nullptr) return;
  const QString name = QString::fromStdString(mount_);
  if (findMount(*frame, mount_) != nullptr) {
    session_.perform(tr("Remove the keyframe of %1").arg(name),
                     mountKeysDropped(session_.committed(), {ref}, mount_));
  } else if (const MountPlace* place = Mounts(*session_.currentAsset()).find(frame->id, mount_)) {
    setMount(relativeTo(place->at, frame->origin));
  } else {
    setMount({0, 0});
  }
}

void OriginBench::holdMount() {
  const Frame* frame = committedFrame();
  const Mounts mounts(*session_.currentAsset());
  const MountPlace* place = mounts.find(frame->id, mount_);
  const OriginPoint offset =
      place == nullptr ? OriginPoint{} : relativeTo(place->at, frame->origin);
  session_.perform(tr("Hold the mount %1").arg(QString::fromStdString(mount_)),
                   mountHeld(session_.committed(), session_.selection().asset,
                             session_.selection().animation, mount_, offset));
}

void OriginBench::mirrorMount() {
  const std::string other = otherSide(mount_).value_or(mount_);
  const auto edits = mountMirrored(*session_.currentAsset(), mount_, other);
  if (edits) {
    session_.perform(tr("Mirror the mount %1").arg(QString::fromStdString(mount_)), *edits);
  }
}

void OriginBench::removeMount() {
  Selection all;
  all.asset = session_.selection().asset;
  const auto edits = mountKeysDropped(session_.committed(),
                                      framesIn(session_.committed(), all, Scope::Asset), mount_);
  const QString name = QString::fromStdString(mount_);
  session_.perform(tr("Remove the mount %1").arg(name), edits);
  chooseMount({});
}

void OriginBench::askRider() {
  const Project& project = session_.committed();
  const Asset* asset = findAsset(project, session_.selection().asset);
  if (asset == nullptr) return;
  const AssetId bearer = asset->id;
  RiderDialog dialog(project, *asset, mount_, this);
  if (dialog.exec() != QDialog::Accepted) return;
  const Asset* rider = findAsset(session_.committed(), dialog.rider());
  asset = findAsset(session_.committed(), bearer);
  if (rider == nullptr || asset == nullptr) return;
  const auto edit = dialog.ends()
                        ? withoutRider(*asset, mount_, rider->id)
                        : putRider(*asset, mount_, *rider, dialog.animation(), dialog.behind());
  if (!edit) {
    emit session_.told(QString::fromStdString(describe(edit.error())));
    return;
  }
  const QString name = QString::fromStdString(rider->name);
  session_.perform(dialog.ends()
                       ? tr("End the ride of %1").arg(name)
                       : tr("Let %1 ride on %2").arg(name, QString::fromStdString(mount_)),
                   {*edit});
}

void OriginBench::resizeBlock(PixelSize size) {
  const Project& project = session_.committed();
  const Asset* asset = findAsset(project, session_.selection().asset);
  const Sheet* block = asset == nullptr ? nullptr : rectangleOf(project, *asset);
  if (block == nullptr) return;
  const auto edits = resizedBlock(project, asset->id, size, block->rectangle->colour);
  if (edits) {
    session_.perform(tr("Resize %1").arg(QString::fromStdString(asset->name)), *edits);
  } else {
    emit session_.told(QString::fromStdString(describe(edits.error())));
  }
}

void OriginBench::copyOffset() {
  const Frame* frame = committedFrame();
  const Mounts mounts(*session_.currentAsset());
  const MountPlace* place = mounts.find(frame->id, mount_);
  if (place == nullptr) return;
  const OriginPoint offset = relativeTo(place->at, frame->origin);
  const QString text = QString::fromStdString(exactNumber(offset.x) + ", " + exactNumber(offset.y));
  QApplication::clipboard()->setText(text);
  emit session_.told(tr("%1 is copied").arg(text));
}

QString OriginBench::kindRuleRefusal() const {
  const Frame* frame = session_.currentFrame();
  if (frame == nullptr) return tr("Cut a sheet first");
  if (frame->originRule.basis == OriginBasis::Hand || frame->originRule.hasFrame()) {
    return tr("The origin of this frame was set by hand, so there is no rule to use for new art");
  }
  const Kind* kind = findKind(session_.project(), session_.currentAsset()->kind);
  return kind == nullptr || kind->origin == frame->originRule
             ? tr("This is already the rule of the kind")
             : QString();
}

void OriginBench::makeKindRule() {
  std::vector<Kind> kinds = session_.committed().kinds;
  const std::string& name = session_.currentAsset()->kind;
  for (Kind& kind : kinds) {
    if (kind.name == name) kind.origin = committedFrame()->originRule;
  }
  session_.perform(tr("Use the rule for the kind %1").arg(QString::fromStdString(name)),
                   {SetKinds{std::move(kinds)}});
}

void OriginBench::selectStep(std::size_t step) {
  if (step >= drift_.rows.size()) return;
  session_.selectFrame(session_.selection().asset, session_.selection().animation,
                       drift_.rows[step].frame);
}

void OriginBench::selectSteadiest() {
  if (drift_.steadiest) selectStep(*drift_.steadiest);
}

void OriginBench::selectWorst() {
  if (drift_.worst) selectStep(*drift_.worst);
}

// Pointing at a rule, or coming to it by Tab, shows what it would do.
bool OriginBench::eventFilter(QObject* watched, QEvent* event) {
  auto* button = qobject_cast<QPushButton*>(watched);
  if (button != nullptr && button->isEnabled()) {
    const bool byTab = event->type() == QEvent::FocusIn &&
                       (static_cast<QFocusEvent*>(event)->reason() == Qt::TabFocusReason ||
                        static_cast<QFocusEvent*>(event)->reason() == Qt::BacktabFocusReason);
    if (event->type() == QEvent::Enter || byTab) tryRule(ruleOf(button));
    if (event->type() == QEvent::Leave || event->type() == QEvent::FocusOut) endTry();
  }
  return BenchView::eventFilter(watched, event);
}

}  // namespace amber

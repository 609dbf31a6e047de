// What origin_bench.h shows of the project.
#include <QApplication>
#include <QBoxLayout>
#include <QComboBox>
#include <QHeaderView>
#include <QLabel>
#include <QLayoutItem>
#include <QLineEdit>
#include <QPushButton>
#include <QSignalBlocker>
#include <QTableWidget>
#include <algorithm>
#include <cmath>

#include "core/origin/anchor.h"
#include "desktop/benches/origin/origin_bench.h"
#include "desktop/benches/origin/origin_stage.h"
#include "desktop/parts/building.h"
#include "desktop/parts/number_field.h"
#include "desktop/parts/scope_chooser.h"
#include "desktop/parts/typed_text.h"
#include "desktop/parts/wording.h"

namespace amber {
namespace {

constexpr std::size_t kMostGhosts = 256;
// For longer animations, slips are only shown as findings, which are computed in the background.
constexpr std::size_t kMostStepsCompared = 256;

QString pair(double x, double y) {
  return rounded(x) + ", " + rounded(y);
}

}  // namespace

void OriginBench::refresh() {
  refreshDrift();
  refreshChips();
  refreshGhosts();
  refreshRules();
  refreshPoints();
  refreshUse();
  showMarks();
}

void OriginBench::refreshDrift() {
  const Asset* asset = session_.currentAsset();
  const Animation* animation = session_.currentAnimation();
  drift_ = {};
  slips_.clear();
  if (animation != nullptr) {
    drift_ = driftOf(*asset, *animation, session_.art());
    if (animation->steps.size() <= kMostStepsCompared) {
      slips_ = slipsOf(*asset, *animation, session_.art());
    }
  }
  plot_->show(drift_, slips_, upAndDown_->isChecked() ? PlotAxis::UpAndDown : PlotAxis::Across);
  stage_->setDrift(drift_, slips_);
  steadiest_->setEnabled(drift_.steadiest.has_value());
  steadiest_->setText(drift_.steadiest ? tr("steadiest %1").arg(*drift_.steadiest + 1)
                                       : tr("steadiest"));
  worst_->setEnabled(drift_.worst.has_value());
  worst_->setText(drift_.worst ? tr("worst %1, %2 px")
                                     .arg(*drift_.worst + 1)
                                     .arg(rounded(drift_.offUsual(*drift_.worst)))
                               : tr("All steady"));
}

// A click shows an animation; with Ctrl, it joins the stack.
void OriginBench::refreshChips() {
  while (QLayoutItem* item = chips_->takeAt(0)) {
    if (QWidget* old = item->widget()) old->deleteLater();
    delete item;
  }
  const Asset* asset = session_.currentAsset();
  if (asset == nullptr) return;
  for (const Animation& animation : asset->animations) {
    QPushButton* chip = makeChip(QString::fromStdString(animation.name), chips_->parentWidget());
    chip->setProperty("small", true);
    chip->setObjectName("animation:" + chip->text());
    chip->setToolTip(tr("Ctrl+click to compare with other frames"));
    const AnimationId id = animation.id;
    const FrameId first = animation.steps.front().frame;
    chip->setChecked(id == session_.selection().animation || stacked_.count(id) != 0);
    connect(chip, &QPushButton::clicked, this, [this, id, first] {
      if (!(QApplication::keyboardModifiers() & Qt::ControlModifier)) {
        stacked_.clear();
        session_.selectFrame(session_.selection().asset, id, first);
      } else if (stacked_.erase(id) == 0 && id != session_.selection().animation) {
        stacked_.insert(id);
      }
      refresh();
    });
    chips_->addWidget(chip);
  }
  chips_->addStretch();
}

void OriginBench::refreshGhosts() {
  const Asset* asset = session_.currentAsset();
  const Animation* animation = session_.currentAnimation();
  std::vector<StackedAnimation> stack;
  if (ghosts_->isChecked() && animation != nullptr) {
    stack.push_back({asset, animation});
    for (const Animation& other : asset->animations) {
      if (other.id != animation->id && stacked_.count(other.id) != 0) {
        stack.push_back({asset, &other});
      }
    }
    for (const AssetId id : session_.selection().assets) {
      const Asset* other = findAsset(session_.project(), id);
      if (!otherAssets_->isChecked() || other == nullptr || other == asset) continue;
      for (const Animation& one : other->animations) stack.push_back({other, &one});
    }
  }
  std::vector<StagedFrame> ghosts =
      asset == nullptr ? std::vector<StagedFrame>{}
                       : ghostStack(stack, session_.selection().frame, asset->scale, kMostGhosts);
  for (StagedFrame& ghost : ghosts) ghost.opacity = ghostOpacity(ghosts.size());
  stage_->setGhosts(std::move(ghosts));
  otherAssets_->setEnabled(session_.selection().assets.size() > 1);
}

void OriginBench::refreshRules() {
  const Frame* frame = session_.currentFrame();
  for (const RuleButton& one : rules_) {
    one.button->setEnabled(frame != nullptr);
    const OriginRule* rule = frame == nullptr ? nullptr : &frame->originRule;
    one.button->setChecked(rule != nullptr && rule->basis == one.basis &&
                           (!rule->hasAnchor() || rule->anchor == one.anchor));
  }
  model_->setEnabled(frame != nullptr);
  const QString refusal = kindRuleRefusal();
  kindRule_->setEnabled(refusal.isEmpty());
  kindRule_->setToolTip(refusal.isEmpty()
                            ? tr("Uses the origin rule of this frame for new assets of this kind.")
                            : refusal);
  rule_->setText(frame == nullptr
                     ? QString()
                     : tr("by %1").arg(QString::fromStdString(inWords(frame->originRule))));
  {
    const QSignalBlocker quiet(wholePixels_);
    wholePixels_->setChecked(session_.project().origins.wholePixels);
  }
  const Asset* asset = session_.currentAsset();
  drawnAt_->setEnabled(asset != nullptr);
  if (asset != nullptr && !drawnAt_->hasFocus()) drawnAt_->setValue(asset->scale);
  if (!wantedDrift_->hasFocus()) wantedDrift_->setValue(session_.project().origins.drift);
}

void OriginBench::addPoint(const QString& name, std::optional<OriginPoint> at, double scale,
                           const QVariant& point, bool faint) {
  const int row = points_->rowCount();
  points_->insertRow(row);
  points_->setItem(row, 0, new QTableWidgetItem(name));
  points_->setItem(row, 1, new QTableWidgetItem(at ? pair(at->x, at->y) : tr("not here")));
  points_->setItem(row, 2,
                   new QTableWidgetItem(at ? pair(at->x * scale, at->y * scale) : QString()));
  points_->item(row, 0)->setData(Qt::UserRole, point);
  for (int column = 0; column < 3; ++column) {
    if (column > 0) points_->item(row, column)->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
    if (faint) points_->item(row, column)->setForeground(palette().placeholderText());
  }
  if (point.isValid() && point.toString().toStdString() == mount_) points_->selectRow(row);
}

// The origin, then the landmarks and mounts as seen from it.
void OriginBench::fillPoints(const Frame& frame, const Asset& asset, const Mounts& mounts) {
  addPoint(tr("origin"), OriginPoint{frame.origin.x, frame.origin.y}, asset.scale, QString(),
           false);
  for (const DriftRow& row : drift_.rows) {
    if (row.frame != frame.id || !row.marks) continue;
    addPoint(tr("feet"), row.marks->feet, asset.scale, {}, true);
    addPoint(tr("centroid"), row.marks->centroid, asset.scale, {}, true);
    break;
  }
  for (const std::string& name : mounts.names()) {
    const MountPlace* place = mounts.find(frame.id, name);
    const QString text = QString::fromStdString(name);
    const Frame* key = place == nullptr ? nullptr : findFrame(asset, place->keyedOn);
    const bool held = key != nullptr && key->id != frame.id;
    addPoint(held ? tr("%1, held").arg(text) : text,
             place == nullptr ? std::nullopt : std::optional(relativeTo(place->at, frame.origin)),
             asset.scale, text, place == nullptr);
  }
}

void OriginBench::refreshPoints() {
  const Frame* frame = session_.currentFrame();
  const Asset* asset = session_.currentAsset();
  const bool any = frame != nullptr;
  const Mounts mounts = any ? Mounts(*asset) : Mounts(Asset{});
  const auto& names = mounts.names();
  if (std::find(names.begin(), names.end(), mount_) == names.end()) mount_.clear();
  points_->setRowCount(0);
  if (any) fillPoints(*frame, *asset, mounts);
  points_->setFixedHeight(points_->horizontalHeader()->sizeHint().height() +
                          20 * std::max(1, points_->rowCount()) + 2);
  stage_->setMounts(any ? mounts.on(frame->id) : std::vector<MountPlace>{}, mount_);
  const MountPlace* active = any ? mounts.find(frame->id, mount_) : nullptr;
  for (NumberField* field : {x_, y_}) field->setEnabled(any);
  if (any) {
    const OriginPoint offset = active == nullptr ? OriginPoint{frame->origin.x, frame->origin.y}
                                                 : relativeTo(active->at, frame->origin);
    x_->setValue(mount_.empty() || active != nullptr ? offset.x : 0);
    y_->setValue(mount_.empty() || active != nullptr ? offset.y : 0);
  }
  mountName_->setEnabled(any);
  mountName_->setPlaceholderText(tr("Type a new name"));
  showText(*mountName_, QString::fromStdString(mount_));
  mountKey_->setText(any && findMount(*frame, mount_) != nullptr ? tr("Remove keyframe")
                                                                 : tr("Set keyframe"));
}

void OriginBench::refreshUse() {
  const OriginLook look = stage_->look();
  spinRow_->setVisible(look == OriginLook::Spin);
  depthRow_->setVisible(look == OriginLook::Depth);
  const bool moves = (look == OriginLook::Spin && turning_->isChecked()) ||
                     (look == OriginLook::Depth && walking_->isChecked());
  if (moves != motion_.isActive()) moves ? motion_.start() : motion_.stop();
  besideX_->setValue(stage_->besideAt().x);
  besideY_->setValue(stage_->besideAt().y);
  if (look != OriginLook::Depth) return;
  const auto& assets = session_.project().assets;
  QStringList names;
  for (const auto& asset : assets) names << QString::fromStdString(asset->name);
  QStringList shown;
  for (int i = 0; i < beside_->count(); ++i) shown << beside_->itemText(i);
  if (names == shown) return;
  const unsigned chosen = beside_->currentData().toUInt();
  beside_->clear();
  int other = 0;
  for (const auto& asset : assets) {
    if (asset->id.value == chosen) other = beside_->count();
    if (chosen == 0 && other == 0 && asset->id != session_.selection().asset) {
      other = beside_->count();
    }
    beside_->addItem(QString::fromStdString(asset->name), asset->id.value);
  }
  beside_->setCurrentIndex(other);
  stage_->setBeside({beside_->currentData().toUInt()});
}

void OriginBench::showMarks() {
  std::optional<std::size_t> current;
  for (std::size_t i = 0; i < drift_.rows.size(); ++i) {
    if (drift_.rows[i].frame == session_.selection().frame) {
      current = i;
      break;
    }
  }
  if (pointed_ && *pointed_ >= drift_.rows.size()) pointed_.reset();
  plot_->mark(current, pointed_);
  stage_->setPointed(pointed_ ? std::optional(drift_.rows[*pointed_].frame) : std::nullopt);
}

void OriginBench::playHere() {
  const Animation* animation = session_.currentAnimation();
  const bool plays = playHere_->isChecked() && player_->playing() && animation != nullptr;
  if (!plays) {
    stage_->setPlaying(std::nullopt);
    showMarks();
    return;
  }
  const std::size_t step = player_->step();
  stage_->setPlaying(animation->steps[step].frame);
  plot_->mark(step, pointed_);
}

}  // namespace amber

#include "desktop/benches/origin/origin_stage.h"

#include <QPen>
#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/geometry/tolerances.h"
#include "core/origin/riders.h"
#include "core/project/frame_ref.h"
#include "core/project/values/ranges.h"
#include "desktop/parts/explaining.h"
#include "desktop/parts/wording.h"
#include "desktop/stage/shape_painting.h"
#include "desktop/stage/staged_painting.h"
#include "desktop/theme.h"
#include "work/art/stage_picture.h"

namespace amber {
namespace {

constexpr int kSpinGhosts = 12;

}  // namespace

OriginStage::OriginStage(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : StageView(session, pictures, parent), layer_(pictures) {
  setObjectName("originStage");
  explain(*this,
          tr("The current frame standing on its origin, with the other frames of the animation "
             "faintly behind it. The diamond is the origin, the dashed line the ground; pennants "
             "are mounts, where other things are attached. Drag the point that is selected in the "
             "table, or move it with the arrow keys."),
          "origin.md");
  setAccessibleName(tr("Frames at their origins"));
  describeParts(*this,
                {QAccessible::Graphic,
                 [this] { return shown() == nullptr ? 0 : 1 + static_cast<int>(mounts_.size()); },
                 [this](int index) { return partAt(index); }});
  for (auto signal : {&ProjectSession::selectionChanged, &ProjectSession::projectReplaced}) {
    connect(&session_, signal, this, [this] { contentChanged(); });
  }
  connect(&session_, &ProjectSession::shown, this, [this] { contentChanged(); });
}

// The origin, then the mounts.
PaintedPart OriginStage::partAt(int index) const {
  const Frame& frame = *shown();
  const MountPlace* mount = index == 0 ? nullptr : &mounts_[static_cast<std::size_t>(index - 1)];
  const FramePoint at = mount == nullptr ? frame.origin : mount->at;
  const QString name =
      mount == nullptr ? tr("origin") : tr("mount %1").arg(QString::fromStdString(mount->name));
  return {tr("%1, x %2, y %3").arg(name, rounded(at.x), rounded(at.y)),
          handleAt(QPointF(at.x, at.y)),
          mount == nullptr ? active_.empty() : mount->name == active_};
}

const Frame* OriginStage::shown() const {
  return session_.currentFrame();
}

void OriginStage::setLook(OriginLook look) {
  look_ = look;
  contentChanged();
  update();
}

void OriginStage::setGhosts(std::vector<StagedFrame> ghosts) {
  ghosts_ = std::move(ghosts);
  contentChanged();
}

void OriginStage::setDrift(const DriftTable& table, const std::vector<Slip>& slips) {
  drift_ = table;
  slips_ = slips;
  update();
}

void OriginStage::setMounts(std::vector<MountPlace> mounts, const std::string& active) {
  mounts_ = std::move(mounts);
  active_ = active;
  update();
}

void OriginStage::setPointed(std::optional<FrameId> frame) {
  if (pointed_ == frame) return;
  pointed_ = frame;
  update();
}

void OriginStage::setPlaying(std::optional<FrameId> frame) {
  if (playing_ == frame) return;
  playing_ = frame;
  update();
}

void OriginStage::setAngle(double radians) {
  angle_ = radians;
  update();
}

void OriginStage::setBeside(AssetId asset) {
  beside_ = asset;
  contentChanged();
  update();
}

void OriginStage::setBesideAt(GamePoint at) {
  besideAt_ = at;
  contentChanged();
  update();
}

QString OriginStage::depthText() const {
  if (besideAt_.y > 0) return tr("in front, %1 px lower").arg(rounded(besideAt_.y));
  if (besideAt_.y < 0) return tr("behind, %1 px higher").arg(rounded(-besideAt_.y));
  return tr("level, so behind");
}

std::vector<StagedFrame> OriginStage::staged() const {
  const Asset* asset = session_.currentAsset();
  const Frame* frame = shown();
  if (frame == nullptr) return {};
  const FrameRef ref{asset->id, playing_.value_or(frame->id)};
  switch (look_) {
    case OriginLook::Mirror:
      return mirrorPair(ref);
    case OriginLook::Spin:
      return spinFan(ref, angle_, kSpinGhosts);
    case OriginLook::Depth:
      if (const Asset* other = findAsset(session_.project(), beside_)) {
        if (!other->frames.empty()) {
          return depthPair(*asset, ref.frame, *other, other->frames.front().id, besideAt_);
        }
      }
      break;
    case OriginLook::Stack:
      break;
  }
  StagedFrame alone;
  alone.ref = ref;
  return {alone};
}

// Art px from the origin.
QRectF OriginStage::extentOf(const std::vector<StagedFrame>& frames) const {
  QRectF extent;
  for (const StagedFrame& one : frames) {
    if (const Frame* frame = findFrame(session_.project(), one.ref)) {
      extent |= transformOf(one, frame->origin).mapRect(QRectF(0, 0, frame->rect.w, frame->rect.h));
    }
  }
  return extent;
}

// The stage must not rescale under a drag.
QRectF OriginStage::content() const {
  if (tool_.dragging() || draggingBeside_ || spinning_ || resizing_) return contentBeforeDrag_;
  const Frame* frame = shown();
  if (frame == nullptr) return {};
  StagedFrame alone;
  alone.ref = {session_.selection().asset, frame->id};
  QRectF extent = extentOf(withRiders(session_.project(), alone));
  if (look_ == OriginLook::Stack) {
    extent |= extentOf(ghosts_);
  } else {
    extent |= extentOf(withRiders(session_.project(), staged()));
  }
  extent |= QRectF(-2, -2, 4, 4);
  return extent.translated(frame->origin.x, frame->origin.y);
}

QString OriginStage::emptyText() const {
  return tr("Origins are set here. Cut a sheet first.");
}

void OriginStage::drawStaged(QPainter& painter, const std::vector<StagedFrame>& frames) {
  ViewTransform fromOrigin = view();
  fromOrigin.offset = view().toStage(QPointF(shown()->origin.x, shown()->origin.y));
  amber::drawStaged(painter, pictures_, session_.project(), frames, amber::transformOf(fromOrigin));
}

void OriginStage::paintStage(QPainter& painter) {
  const Frame* frame = shown();
  const QPointF origin = view().toStage(QPointF(frame->origin.x, frame->origin.y));
  if (look_ == OriginLook::Stack) {
    layer_.paint(painter, session_.project(), ghosts_, origin, view().scale);
  }
  drawStaged(painter, withRiders(session_.project(), staged()));
  paintPointed(painter);
  paintGroundLine(painter, origin);
  if (look_ == OriginLook::Stack && !playing_) {
    QColor cell = theme().text;
    cell.setAlpha(70);
    painter.setPen(QPen(cell, 1, Qt::DotLine));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(view().toStage(QRectF(0, 0, frame->rect.w, frame->rect.h)));
    paintMounts(painter);
    paintBlockHandles(painter);
  }
  if (look_ == OriginLook::Depth && findAsset(session_.project(), beside_) != nullptr) {
    paintOrigin(painter, origin + QPointF(besideAt_.x, besideAt_.y) * view().scale);
  }
  paintOrigin(painter, origin);
  paintStageText(painter, QPointF(12, height() - 12), caption(), theme().text);
}

// The lowest ink of the animation is its ground; the plumb line hangs down to it.
void OriginStage::paintGroundLine(QPainter& painter, QPointF origin) {
  double ground = 0;
  bool known = false;
  for (const DriftRow& row : drift_.rows) {
    if (!row.marks) continue;
    ground = known ? std::max(ground, row.marks->bottom) : row.marks->bottom;
    known = true;
  }
  const double y = origin.y() + ground * view().scale;
  painter.setPen(QPen(theme().text, 1, Qt::DashLine));
  painter.drawLine(QPointF(0, y), QPointF(width(), y));
  painter.setPen(QPen(theme().amber, 1, Qt::DotLine));
  painter.drawLine(QPointF(origin.x(), view().toStage(content()).top()), origin);
  painter.setPen(QPen(theme().amber, 1.5));
  painter.drawLine(origin, QPointF(origin.x(), y));
  if (look_ == OriginLook::Stack) paintFeet(painter, origin, y);
}

// A tick below the ground line for the feet of every step; steps that slip have text.
void OriginStage::paintFeet(QPainter& painter, QPointF origin, double ground) {
  for (std::size_t step = 0; step < drift_.rows.size(); ++step) {
    const DriftRow& row = drift_.rows[step];
    if (!row.marks) continue;
    const auto slip = std::find_if(slips_.begin(), slips_.end(),
                                   [&](const Slip& one) { return one.step == step; });
    const bool slips = slip != slips_.end();
    const bool current = row.frame == shown()->id;
    const double x = origin.x() + row.marks->feet.x * view().scale;
    painter.fillRect(QRectF(x - (current ? 2 : 1), ground + 5, current ? 4 : 2, current ? 9 : 6),
                     slips ? theme().error : theme().text);
    if (!slips || !(current || slip == slips_.begin())) continue;
    paintStageText(
        painter, QPointF(x + 8, ground + 22),
        tr("%1 slips %2, %3").arg(step + 1).arg(rounded(slip->by.x), rounded(slip->by.y)),
        theme().error);
  }
}

void OriginStage::paintMounts(QPainter& painter) {
  for (const MountPlace& mount : mounts_) {
    const bool keyed = mount.keyedOn == shown()->id;
    paintMount(painter, view().toStage(QPointF(mount.at.x, mount.at.y)),
               QString::fromStdString(mount.name), keyed, mount.name == active_);
  }
}

// At the right, at the top, and at the corner between them, where origins seldom lie; none for an
// asset with a sheet.
std::vector<std::pair<OriginStage::Handle, Vertex>> OriginStage::blockHandles() const {
  const Frame* frame = shown();
  if (frame == nullptr || look_ != OriginLook::Stack || playing_) return {};
  const Sheet* sheet = findSheet(session_.project(), frame->sheet);
  if (sheet == nullptr || !sheet->rectangle) return {};
  const double w = frame->rect.w;
  const double h = frame->rect.h;
  return {{{true, true}, {w, 0}}, {{true, false}, {w, h / 2}}, {{false, true}, {w / 2, 0}}};
}

PixelSize OriginStage::sizeAt(QPointF at) const {
  const auto side = [](double length) {
    return static_cast<int>(std::clamp(std::round(length), 1.0, 1.0 * kLongestRectangle));
  };
  PixelSize size = shown()->rect.size();
  if (resizing_->right) size.w = side(at.x());
  if (resizing_->top) size.h = side(shown()->rect.h - at.y());
  return size;
}

void OriginStage::paintBlockHandles(QPainter& painter) {
  std::vector<Vertex> handles;
  for (const auto& [handle, place] : blockHandles()) handles.push_back(place);
  if (handles.empty()) return;
  ShapeLook look;
  look.colour = theme().amber;
  paintHandles(painter, handles, view(), look, std::nullopt);
  if (!resizing_) return;
  const QRectF now(0, shown()->rect.h - resizedTo_.h, resizedTo_.w, resizedTo_.h);
  const QRectF place = view().toStage(now);
  painter.setPen(QPen(theme().amber, 2, Qt::DashLine));
  painter.setBrush(Qt::NoBrush);
  painter.drawRect(place);
  paintStageText(painter, place.topRight() + QPointF(8, -8),
                 tr("%1 x %2 px").arg(resizedTo_.w).arg(resizedTo_.h), theme().text);
}

void OriginStage::paintPointed(QPainter& painter) {
  if (!pointed_ || *pointed_ == shown()->id || look_ != OriginLook::Stack) return;
  StagedFrame over;
  over.ref = {session_.selection().asset, *pointed_};
  over.opacity = 0.75;
  drawStaged(painter, {over});
  painter.setPen(QPen(theme().amber, 1.5));
  painter.setBrush(Qt::NoBrush);
  const QRectF place = extentOf({over}).translated(shown()->origin.x, shown()->origin.y);
  painter.drawRect(view().toStage(place));
}

QString OriginStage::caption() const {
  const QString name = QString::fromStdString(shown()->name);
  const QString zoom = scaleText(view().scale);
  if (pointed_ && *pointed_ != shown()->id) {
    if (const Frame* pointed = findFrame(*session_.currentAsset(), *pointed_)) {
      return tr("%1 over %2, %3").arg(QString::fromStdString(pointed->name), name, zoom);
    }
  }
  switch (look_) {
    case OriginLook::Mirror: {
      const auto row =
          std::find_if(drift_.rows.begin(), drift_.rows.end(),
                       [&](const DriftRow& one) { return one.frame == shown()->id && one.marks; });
      const double jump = row == drift_.rows.end() ? 0 : row->marks->mirrorJump();
      return tr("%1 and its mirror image: turning around moves the ink by %2 px")
          .arg(name, rounded(jump));
    }
    case OriginLook::Spin:
      return tr("%1, turned by %2°. Drag to turn.")
          .arg(name, rounded(angle_ * 180 / std::numbers::pi));
    case OriginLook::Depth: {
      const Asset* other = findAsset(session_.project(), beside_);
      if (other == nullptr) return tr("%1. Select a second asset to show beside it.").arg(name);
      return tr("%1 is %2. Drag to move it.").arg(QString::fromStdString(other->name), depthText());
    }
    case OriginLook::Stack:
      break;
  }
  return tr("%1, over %2, %3").arg(name, counted(ghosts_.size(), tr("ghost"), tr("ghosts")), zoom);
}

bool OriginStage::holdsInk(const StagedFrame& one, QPointF fromOrigin) const {
  const Frame* frame = findFrame(session_.project(), one.ref);
  const auto art = frame == nullptr ? nullptr : session_.artOf(frame->sheet);
  if (art == nullptr) return false;
  const QPointF at = transformOf(one, frame->origin).inverted().map(fromOrigin);
  const int x = static_cast<int>(std::floor(at.x()));
  const int y = static_cast<int>(std::floor(at.y()));
  const PixelRect cell{0, 0, frame->rect.w, frame->rect.h};
  const int sheetX = frame->rect.x + x;
  const int sheetY = frame->rect.y + y;
  return cell.contains(x, y) && art->faint.rect().contains(sheetX, sheetY) &&
         art->faint.test(sheetX, sheetY);
}

std::optional<FrameId> OriginStage::frameUnder(QPointF at) const {
  if (shown() == nullptr || look_ != OriginLook::Stack) return std::nullopt;
  const QPointF fromOrigin = at - QPointF(shown()->origin.x, shown()->origin.y);
  StagedFrame own;
  own.ref = {session_.selection().asset, shown()->id};
  if (holdsInk(own, fromOrigin)) return std::nullopt;
  for (const StagedFrame& ghost : ghosts_) {
    if (ghost.ref.asset == own.ref.asset && holdsInk(ghost, fromOrigin)) return ghost.ref.frame;
  }
  return std::nullopt;
}

FramePoint OriginStage::activePoint() const {
  for (const MountPlace& mount : mounts_) {
    if (mount.name == active_) return mount.at;
  }
  return shown()->origin;
}

FramePoint OriginStage::snappedFor(QPointF at) const {
  return readable(snapped({at.x(), at.y()}, snap_));
}

void OriginStage::artPress(QPointF at, Qt::KeyboardModifiers) {
  if (shown() == nullptr) return;
  contentBeforeDrag_ = content();
  pressedAt_ = at;
  const double reach = metrics::kHandle / view().scale;
  for (const auto& [handle, place] : blockHandles()) {
    if (std::abs(at.x() - place.x) > reach || std::abs(at.y() - place.y) > reach) continue;
    resizing_ = handle;
    resizedTo_ = shown()->rect.size();
    return;
  }
  if (look_ == OriginLook::Spin) {
    spinning_ = true;
    angleBefore_ = angle_;
  } else if (look_ == OriginLook::Depth) {
    draggingBeside_ = true;
    besideBefore_ = besideAt_;
  } else {
    tool_.press(activePoint());
    emit pointDragged(snappedFor(at));
  }
}

void OriginStage::artMove(QPointF at, Qt::KeyboardModifiers modifiers) {
  if (resizing_) {
    resizedTo_ = sizeAt(at);
    update();
  } else if (tool_.dragging()) {
    emit pointDragged(snappedFor(at));
  } else if (spinning_) {
    const QPointF origin(shown()->origin.x, shown()->origin.y);
    const auto bearing = [&](QPointF point) {
      return std::atan2(point.y() - origin.y(), point.x() - origin.x());
    };
    const double degrees =
        (angleBefore_ + bearing(at) - bearing(pressedAt_)) * 180 / std::numbers::pi;
    const double step = modifiers & Qt::ShiftModifier ? 15 : 1;
    emit angleChanged(std::round(degrees / step) * step * std::numbers::pi / 180);
  } else if (draggingBeside_) {
    const QPointF by = at - pressedAt_;
    besideAt_ = {besideBefore_.x + std::round(by.x()), besideBefore_.y + std::round(by.y())};
    update();
    emit besideMoved();
  } else {
    emit framePointed(frameUnder(at));
  }
}

void OriginStage::artRelease(QPointF at, Qt::KeyboardModifiers) {
  if (resizing_) {
    const PixelSize size = sizeAt(at);
    resizing_.reset();
    contentChanged();
    if (size != shown()->rect.size()) emit blockResized(size);
    return;
  }
  if (spinning_ || draggingBeside_) {
    spinning_ = draggingBeside_ = false;
    contentChanged();
  }
  if (!tool_.dragging()) return;
  if (const auto point = tool_.release({at.x(), at.y()}, snap_)) {
    emit pointDropped(*point);
  } else {
    emit dragCancelled();
  }
}

void OriginStage::artCancel() {
  if (spinning_) emit angleChanged(angleBefore_);
  if (draggingBeside_) {
    besideAt_ = besideBefore_;
    emit besideMoved();
  }
  spinning_ = draggingBeside_ = false;
  resizing_.reset();
  update();
  if (!tool_.dragging()) return;
  tool_.cancel();
  emit dragCancelled();
}

void OriginStage::artNudge(double dx, double dy) {
  if (shown() == nullptr || tool_.dragging()) return;
  if (look_ == OriginLook::Spin) {
    emit angleChanged(angle_ + (dx - dy) * std::numbers::pi / 180);
  } else if (look_ == OriginLook::Depth) {
    setBesideAt({besideAt_.x + dx, besideAt_.y + dy});
    emit besideMoved();
  } else {
    emit pointNudged(dx, dy);
  }
}

}  // namespace amber

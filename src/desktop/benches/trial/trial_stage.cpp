#include "desktop/benches/trial/trial_stage.h"

#include <QPainterPath>
#include <QTransform>
#include <cmath>

#include "core/fit/keys/held_shapes.h"
#include "core/origin/riders.h"
#include "desktop/parts/accessible.h"
#include "desktop/parts/explaining.h"
#include "desktop/parts/wording.h"
#include "desktop/stage/shape_painting.h"
#include "desktop/stage/stage_view.h"
#include "desktop/stage/staged_painting.h"
#include "desktop/theme.h"
#include "work/art/stage_picture.h"

namespace amber {
namespace {

// Room above and below both in which the second can be dragged without the stage moving, as a
// share of their height.
constexpr double kRoom = 0.2;
constexpr double kGhost = 0.3;
// The loupe: how large, and of how many px a side.
constexpr int kLoupeScale = 32;
constexpr int kLoupePixels = 5;

QImage imageFrom(const Image& picture) {
  QImage image(picture.width(), picture.height(), QImage::Format_RGBA8888);
  for (int y = 0; y < picture.height(); ++y) {
    for (int x = 0; x < picture.width(); ++x) {
      const Rgba& c = picture.at(x, y);
      image.setPixelColor(x, y, QColor(c.r, c.g, c.b, c.a));
    }
  }
  return image;
}

}  // namespace

TrialStage::TrialStage(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : Canvas(parent), session_(session), pictures_(pictures) {
  setObjectName("trialStage");
  explain(*this,
          tr("Two assets where they stand; drag the second around the first. With the map, every "
             "offset of the second is a pixel: red where the shapes meet and the art does not "
             "touch, violet where the art touches and the shapes do not meet, pale where both "
             "agree. The less red and violet, the fairer the shapes.") +
              figure({220, 60},
                     [](QPainter& painter) {
                       painter.setPen(Qt::NoPen);
                       painter.setBrush(QColor(176, 48, 36));
                       painter.drawRect(40, 8, 140, 44);
                       painter.setBrush(QColor(92, 48, 128));
                       painter.drawEllipse(30, 12, 160, 36);
                       painter.setBrush(theme().line);
                       painter.drawEllipse(44, 12, 132, 36);
                     }),
          "trial.md");
  setAccessibleName(tr("Two assets at their offset"));
  describeParts(
      *this,
      {QAccessible::Graphic, [this] { return (a_ ? 1 : 0) + (b_ ? 1 : 0); },
       [this](int index) {
         const bool second = !a_ || index == 1;
         const Found found = find(second ? b_ : a_);
         const GamePoint at = second ? offset_ : GamePoint{};
         if (found.asset == nullptr || found.frame == nullptr) return PaintedPart{};
         return PaintedPart{
             tr("%1, frame %2, x %3, y %4")
                 .arg(QString::fromStdString(found.asset->name),
                      QString::fromStdString(found.frame->name), rounded(at.x), rounded(at.y)),
             view().toStage(extentOf(found, (second ? b_ : a_)->mirrored, at)).toAlignedRect()};
       }});
  cancelDragsOnChangesOf(session_);
}

void TrialStage::setActors(std::optional<TrialActor> a, std::optional<TrialActor> b) {
  if (a_ == a && b_ == b) return contentChanged();
  a_ = a;
  b_ = b;
  contentChanged();
}

void TrialStage::setOffset(GamePoint offset) {
  offset_ = offset;
  contentChanged();
}

void TrialStage::setReport(const MeetingReport& report) {
  report_ = report;
  update();
}

void TrialStage::setMap(const FairnessSum* sum) {
  map_ = sum == nullptr ? QImage() : imageFrom(fairnessPicture(*sum));
  if (sum != nullptr) mapCorner_ = QPointF(sum->offsets().x, sum->offsets().y);
  contentChanged();
}

void TrialStage::setShowShapes(bool show) {
  showShapes_ = show;
  update();
}

void TrialStage::setGhosts(std::vector<FrameId> ghosts) {
  ghosts_ = std::move(ghosts);
  update();
}

void TrialStage::setTrial(const std::string& role, const std::optional<Shape>& shape) {
  trialRole_ = role;
  trial_ = shape;
  update();
}

TrialStage::Found TrialStage::find(const std::optional<TrialActor>& actor) const {
  if (!actor) return {};
  const Asset* asset = findAsset(session_.project(), actor->asset);
  if (asset == nullptr) return {};
  return {asset, findFrame(*asset, actor->frame)};
}

// Game px.
QRectF TrialStage::extentOf(const Found& found, bool mirrored, GamePoint at) const {
  const FramePoint origin = found.frame->origin;
  const double scale = found.asset->scale;
  const double left = mirrored ? origin.x - found.frame->rect.w : -origin.x;
  return {at.x + left * scale, at.y - origin.y * scale, found.frame->rect.w * scale,
          found.frame->rect.h * scale};
}

// The stage must not rescale under a drag.
QRectF TrialStage::content() const {
  if (pressedAt_) return contentBeforeDrag_;
  const Found a = find(a_);
  if (a.frame == nullptr) return {};
  QRectF extent = extentOf(a, a_->mirrored, {});
  const Found b = find(b_);
  if (b.frame != nullptr) {
    // Both sides of the first have room, so that moving the second about seldom changes it.
    const QRectF beside = extentOf(b, b_->mirrored, {});
    const double across = beside.width();
    const double down = std::max(extent.height(), beside.height()) * kRoom;
    extent.adjust(-across, -down, across, down);
    extent |= extentOf(b, b_->mirrored, offset_);
  }
  if (!map_.isNull()) extent |= QRectF(mapCorner_, QSizeF(map_.size()));
  return extent;
}

QString TrialStage::emptyText() const {
  return tr("Two assets meet here. Cut a sheet and select an asset first.");
}

void TrialStage::paintGround(QPainter& painter) {
  paintBackdrop(painter, QRectF(rect()), Backdrop::Kraft);
}

void TrialStage::paintActor(QPainter& painter, const TrialActor& actor, GamePoint at,
                            const ViewTransform& view) {
  drawStaged(painter, pictures_, session_.project(), staged(actor, at), transformOf(view));
}

// With its riders; nothing where it is gone.
std::vector<StagedFrame> TrialStage::staged(const TrialActor& actor, GamePoint at) const {
  const Found found = find(actor);
  if (found.frame == nullptr) return {};
  StagedFrame own;
  own.ref = {actor.asset, actor.frame};
  own.at = at;
  own.scale = found.asset->scale;
  own.mirrored = actor.mirrored;
  return withRiders(session_.project(), own);
}

// Shapes are drawn where they lie in the game: of a mirrored asset by a mirrored painter.
void TrialStage::paintShapes(QPainter& painter, const TrialActor& actor, GamePoint at, bool first) {
  const Project& project = session_.project();
  for (const StagedFrame& one : staged(actor, at)) {
    const Asset& asset = *findAsset(project, one.ref.asset);
    const Frame& frame = *findFrame(asset, one.ref.frame);
    const HeldShapes held(asset);
    const bool own = first && asset.id == actor.asset;
    paintAsStaged(painter, one, frame.origin, view(), [&](const ViewTransform& local) {
      for (const Role& role : project.roles) {
        const ShapePlace* place = held.find(frame.id, role.name);
        const bool tried = own && trial_ && role.name == trialRole_;
        if (!tried && place == nullptr) continue;
        ShapeLook look = lookOf(role);
        if (!first) look.colour = theme().error;
        paintShape(painter, tried ? *trial_ : place->shape(), local, look);
      }
    });
  }
}

// The least way that parts them, where they meet; the gap between the inks, where these do not.
void TrialStage::paintContact(QPainter& painter) {
  const InkMeeting& ink = report_.pixels;
  if (!ink.meet && std::isfinite(ink.gap) && ink.gap > 0) {
    const QPointF from = view().toStage(QPointF(ink.gapFrom.x, ink.gapFrom.y));
    const QPointF to = view().toStage(QPointF(ink.gapTo.x, ink.gapTo.y));
    painter.setPen(QPen(theme().halo, 4));
    painter.drawLine(from, to);
    painter.setPen(QPen(theme().error, 1.5));
    painter.drawLine(from, to);
    paintStageText(painter, (from + to) / 2 + QPointF(6, -8),
                   tr("%1 px between the inks").arg(rounded(ink.gap)), theme().error);
  }
  const RoleMeeting* deepest = nullptr;
  for (const RoleMeeting& one : report_.roles) {
    const bool counts = one.contact.meet() && one.answer.outcome != Outcome::Passes;
    if (counts && (deepest == nullptr || one.contact.depth > deepest->contact.depth)) {
      deepest = &one;
    }
  }
  if (deepest == nullptr) return;
  const Contact& contact = deepest->contact;
  const QPointF at = view().toStage(QPointF(contact.point.x, contact.point.y));
  const QPointF way = QPointF(contact.normal.x, contact.normal.y) * contact.depth * view().scale;
  painter.setPen(QPen(theme().halo, 5));
  painter.drawLine(at, at + way);
  painter.setPen(QPen(theme().text, 2));
  painter.drawLine(at, at + way);
  painter.setBrush(theme().text);
  painter.drawEllipse(at + way, 3, 3);
  paintStageText(painter, at + way + QPointF(8, 14),
                 tr("%1 px separate them").arg(rounded(contact.depth)), theme().text);
}

// Where the eye is to look: the first common pixel, the gap, or where shapes meet.
std::optional<QPointF> TrialStage::contactPoint() const {
  const InkMeeting& ink = report_.pixels;
  const Found a = find(a_);
  if (ink.first && a.frame != nullptr) {
    const Pose pose{{}, a.asset->scale, 0, a_->mirrored};
    const FramePoint origin = a.frame->origin;
    const GamePoint at =
        posed({ink.first->x + 0.5 - origin.x, ink.first->y + 0.5 - origin.y}, pose);
    return QPointF(at.x, at.y);
  }
  if (std::isfinite(ink.gap) && ink.gap > 0 && ink.gap < kLoupePixels) {
    return QPointF(ink.gapFrom.x + ink.gapTo.x, ink.gapFrom.y + ink.gapTo.y) / 2;
  }
  return std::nullopt;
}

void TrialStage::paintFirstPixel(QPainter& painter, const ViewTransform& view) {
  if (!report_.pixels.first) return;
  const auto at = contactPoint();
  if (!at) return;
  const double side = find(a_).asset->scale;
  const QRectF pixel = view.toStage(QRectF(*at - QPointF(side, side) / 2, QSizeF(side, side)));
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(theme().halo, 4));
  painter.drawRect(pixel);
  painter.setPen(QPen(theme().error, 2));
  painter.drawRect(pixel);
}

// The contact large, where the stage shows it small.
void TrialStage::paintLoupe(QPainter& painter) {
  const auto at = contactPoint();
  if (!at || 2 * view().scale >= kLoupeScale) return;
  const double side = kLoupePixels * kLoupeScale;
  const QRectF glass(width() - side - 10, 10, side, side);
  ViewTransform large;
  large.scale = kLoupeScale;
  large.offset = glass.center() - *at * kLoupeScale;
  painter.save();
  painter.setClipRect(glass);
  paintBackdrop(painter, glass, Backdrop::Kraft);
  paintActor(painter, *a_, {}, large);
  paintActor(painter, *b_, offset_, large);
  paintFirstPixel(painter, large);
  painter.restore();
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(theme().line, 2));
  painter.drawRect(glass);
  paintStageText(painter, glass.bottomLeft() + QPointF(4, -6), tr("%1x").arg(kLoupeScale),
                 theme().text);
}

void TrialStage::paintMap(QPainter& painter) {
  if (map_.isNull()) return;
  // An offset is where the second's origin stands: its px lies around that point.
  painter.drawImage(view().toStage(QRectF(mapCorner_ - QPointF(0.5, 0.5), QSizeF(map_.size()))),
                    map_);
}

void TrialStage::paintStage(QPainter& painter) {
  paintMap(painter);
  for (const FrameId ghost : ghosts_) {
    painter.save();
    painter.setOpacity(kGhost);
    paintActor(painter, {a_->asset, ghost, a_->mirrored}, {}, view());
    painter.restore();
  }
  paintActor(painter, *a_, {}, view());
  if (b_) paintActor(painter, *b_, offset_, view());
  if (showShapes_) {
    paintShapes(painter, *a_, {}, true);
    if (b_) paintShapes(painter, *b_, offset_, false);
  }
  const QPointF ground = view().toStage(QPointF(0, 0));
  painter.setPen(QPen(theme().text, 1, Qt::DashLine));
  painter.drawLine(QPointF(0, ground.y()), QPointF(width(), ground.y()));
  if (b_) paintContact(painter);
  if (b_) paintFirstPixel(painter, view());
  if (b_) paintLoupe(painter);
  const Found a = find(a_);
  const Found b = find(b_);
  const QString caption =
      b.frame == nullptr
          ? tr("%1 alone. Select a second asset.").arg(QString::fromStdString(a.asset->name))
          : tr("%1 at 0, 0; %2 at %3, %4. Drag it or use the arrow keys.")
                .arg(QString::fromStdString(a.asset->name), QString::fromStdString(b.asset->name),
                     rounded(offset_.x), rounded(offset_.y));
  paintStageText(painter, QPointF(12, height() - 12), caption, theme().text);
}

GamePoint TrialStage::wholeFrom(QPointF at) const {
  const QPointF by = at - *pressedAt_;
  return {offsetBefore_.x + std::round(by.x()), offsetBefore_.y + std::round(by.y())};
}

// On the map a press stands the second where it points; else it is dragged from where it stands.
void TrialStage::artPress(QPointF at, Qt::KeyboardModifiers) {
  if (!b_) return;
  contentBeforeDrag_ = content();
  pressedAt_ = at;
  offsetBefore_ = offset_;
  cancelTo_ = offset_;
  if (map_.isNull()) return;
  offsetBefore_ = {std::round(at.x()), std::round(at.y())};
  setOffset(offsetBefore_);
  emit offsetChanged(offset_);
}

void TrialStage::artMove(QPointF at, Qt::KeyboardModifiers) {
  if (!pressedAt_) return;
  const GamePoint to = wholeFrom(at);
  if (to == offset_) return;
  setOffset(to);
  emit offsetChanged(to);
}

void TrialStage::artRelease(QPointF, Qt::KeyboardModifiers) {
  pressedAt_.reset();
  contentChanged();
}

void TrialStage::artCancel() {
  if (!pressedAt_) return;
  pressedAt_.reset();
  setOffset(cancelTo_);
  emit offsetChanged(offset_);
}

void TrialStage::artNudge(double dx, double dy) {
  if (!b_) return;
  setOffset({offset_.x + dx, offset_.y + dy});
  emit offsetChanged(offset_);
}

}  // namespace amber

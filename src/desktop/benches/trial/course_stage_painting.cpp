// What the stage of a course paints, of course_stage.h.
#include <QPainterPath>
#include <QTransform>
#include <algorithm>
#include <cmath>

#include "core/fit/keys/held_shapes.h"
#include "core/origin/riders.h"
#include "core/trial/course/actor_place.h"
#include "desktop/benches/trial/course_stage.h"
#include "desktop/parts/wording.h"
#include "desktop/stage/shape_painting.h"
#include "desktop/stage/stage_view.h"
#include "desktop/stage/staged_painting.h"
#include "desktop/theme.h"

namespace amber {
namespace {

// Shapes along the trail, this many of the asset's heights apart.
constexpr double kBetweenGhosts = 2.5;
constexpr double kFaint = 0.45;
// Flags lie in rows above the course, so that their words do not cover each other.
constexpr int kFlagRows = 4;
constexpr int kFlagRow = 22;
constexpr std::size_t kMostFlags = 24;

QString eventName(const CourseEvent& event) {
  const QString kind =
      QString::fromLatin1(kCourseEventWords[static_cast<std::size_t>(event.kind)].data());
  switch (event.kind) {
    case CourseEventKind::Gap:
      return QObject::tr("gap: %1 px short").arg(rounded(event.px));
    case CourseEventKind::Catch:
      return QObject::tr("snag: %1 px edge").arg(rounded(event.px));
    case CourseEventKind::Pop:
      return QObject::tr("pop: %1 px").arg(rounded(event.px));
    default:
      return kind;
  }
}

}  // namespace

void CourseStage::paintGround(QPainter& painter) {
  paintBackdrop(painter, QRectF(rect()), Backdrop::Kraft);
}

QPointF CourseStage::dragOf(std::size_t piece) const {
  return pressedAt_ && chosen_ == piece && !sending_ ? drag_ : QPointF();
}

void CourseStage::paintSolids(QPainter& painter) {
  QColor fill = theme().text;
  fill.setAlpha(70);
  QColor hatch = theme().text;
  hatch.setAlpha(60);
  const auto& solids = setup_->course.solids;
  for (std::size_t i = 0; i < solids.size(); ++i) {
    const QPointF by = dragOf(i);
    if (const auto* standing = std::get_if<StandingAsset>(&solids[i])) {
      const Asset* asset = findAsset(session_.project(), std::string_view(standing->asset));
      const auto frame = static_cast<std::size_t>(standing->frame - 1);
      if (asset == nullptr || frame >= asset->frames.size()) continue;
      const Pose pose{
          asset, frame, {standing->at.x + by.x(), standing->at.y + by.y()}, standing->mirrored};
      paintAsset(painter, pose);
      if (showShapes_) paintShapesOf(painter, pose, Look::Plain);
      if (chosen_ == i) paintChosen(painter, extentOf(*asset, frame, pose.at));
      continue;
    }
    const Shape shape = moved(std::get<Shape>(solids[i]), by.x(), by.y());
    const QPainterPath outline = outlineOf(shape, view());
    painter.fillPath(outline, fill);
    painter.fillPath(outline, QBrush(hatch, Qt::BDiagPattern));
    painter.setBrush(Qt::NoBrush);
    painter.setPen(chosen_ == i ? QPen(theme().amber, 2.5) : QPen(theme().text, 1.5));
    painter.drawPath(outline);
  }
}

void CourseStage::paintActors(QPainter& painter) {
  const double seconds = std::max(0, tick_) / setup_->rules.rate;
  for (std::size_t i = 0; i < setup_->course.actors.size(); ++i) {
    const CourseActor& actor = setup_->course.actors[i];
    const Asset* asset = findAsset(session_.project(), std::string_view(actor.asset));
    if (asset == nullptr || asset->frames.empty()) continue;
    const std::size_t piece = setup_->course.solids.size() + i;
    const ActorPlace place = placeOf(actor, seconds);
    const QPointF by = dragOf(piece);
    const Pose pose{asset,
                    frameShown(*asset, seconds),
                    {place.at.x + by.x(), place.at.y + by.y()},
                    place.mirrored};
    paintAsset(painter, pose);
    const bool chosen = chosen_ == piece;
    const QPointF from = view().toStage(QPointF(actor.at.x, actor.at.y));
    std::optional<QPointF> to;
    if (actor.to) to = view().toStage(QPointF(actor.to->x, actor.to->y));
    if (chosen && sending_ && pressedAt_) to = from + drag_ * view().scale;
    if (to) {
      painter.setPen(QPen(theme().text, 1, Qt::DashLine));
      painter.drawLine(from, *to);
    }
    if (showShapes_) paintShapesOf(painter, pose, Look::Plain);
    if (chosen) paintChosen(painter, extentOf(*asset, pose.frame, pose.at));
  }
}

// Around its shapes too, which may reach as far as it does.
void CourseStage::paintChosen(QPainter& painter, const QRectF& extent) {
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(theme().amber, 2.5));
  painter.drawRect(view().toStage(extent).adjusted(-4, -4, 4, 4));
}

std::vector<StagedFrame> CourseStage::staged(const Pose& pose) const {
  StagedFrame own;
  own.ref = {pose.asset->id, pose.asset->frames[pose.frame].id};
  own.at = pose.at;
  own.scale = pose.asset->scale;
  own.mirrored = pose.mirrored;
  return withRiders(session_.project(), own);
}

void CourseStage::paintAsset(QPainter& painter, const Pose& pose) {
  drawStaged(painter, pictures_, session_.project(), staged(pose), transformOf(view()));
}

void CourseStage::paintShapesOf(QPainter& painter, const Pose& pose, Look look) {
  const Project& project = session_.project();
  for (const StagedFrame& one : staged(pose)) {
    const Asset& asset = *findAsset(project, one.ref.asset);
    const Frame& frame = *findFrame(asset, one.ref.frame);
    const HeldShapes held(asset);
    const auto nameOf = [&](const Role& role) {
      return asset.id == pose.asset->id ? role.name : asset.name + ":" + role.name;
    };
    paintAsStaged(painter, one, frame.origin, view(), [&](const ViewTransform& local) {
      for (const Role& role : project.roles) {
        const ShapePlace* place = held.find(frame.id, role.name);
        if (place == nullptr || (look == Look::Faint && role.duty != Duty::Stops)) continue;
        ShapeLook own = lookOf(role);
        if (look == Look::Faint) {
          painter.setOpacity(kFaint);
          paintShapeOutline(painter, place->shape(), local, 1.2, own);
          continue;
        }
        if (look == Look::Lit && isTold(nameOf(role))) {
          own.selected = true;
          own.colour = theme().amber;
        }
        paintShape(painter, place->shape(), local, own);
      }
    });
  }
}

// The way of the origin: of this run dotted, of another one dashed in its own colour.
void CourseStage::paintTrail(QPainter& painter) {
  const auto paint = [&](const CourseRun& run, const QColor& colour, Qt::PenStyle style) {
    QPainterPath path;
    path.moveTo(view().toStage(QPointF(setup_->course.start.x, setup_->course.start.y)));
    for (const CourseTick& tick : run.ticks) {
      path.lineTo(view().toStage(QPointF(tick.place.x, tick.place.y)));
    }
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(colour, 2, style, Qt::RoundCap));
    painter.drawPath(path);
  };
  if (other_ != nullptr) paint(*other_, theme().shapes[0], Qt::DashLine);
  paint(*run_, theme().amber, Qt::DotLine);
  if (!showShapes_) return;
  const Asset* asset = this->asset();
  const double apart = kBetweenGhosts * asset->frames.front().rect.h * std::max(0.1, asset->scale);
  GamePoint last = setup_->course.start;
  for (const CourseTick& tick : run_->ticks) {
    if (std::hypot(tick.place.x - last.x, tick.place.y - last.y) < apart) continue;
    last = tick.place;
    if (tick.frame < asset->frames.size()) {
      paintShapesOf(painter, {asset, tick.frame, tick.place, tick.mirrored}, Look::Faint);
    }
  }
}

// A flag at the first event of each type at each thing; later ones repeat the same information.
void CourseStage::paintFlags(QPainter& painter) {
  flags_.clear();
  std::vector<const CourseEvent*> shown;
  for (const CourseEvent& event : run_->events) {
    const bool known = std::any_of(shown.begin(), shown.end(), [&](const CourseEvent* one) {
      return one->kind == event.kind && one->with == event.with && one->role == event.role;
    });
    if (!known && shown.size() < kMostFlags) shown.push_back(&event);
  }
  painter.setFont(smallFont(true));
  const QFontMetrics measure(painter.font());
  for (std::size_t i = 0; i < shown.size(); ++i) {
    const CourseEvent& event = *shown[i];
    const QPointF foot = view().toStage(QPointF(event.at.x, event.at.y));
    const double top = 12 + static_cast<double>(i % kFlagRows) * kFlagRow;
    const QColor colour = isFault(event.kind) ? theme().error : theme().text;
    painter.setPen(QPen(colour, 1));
    painter.drawLine(QPointF(foot.x(), top), foot);
    const QString text = eventName(event);
    const double wide = measure.horizontalAdvance(text) + 10;
    const bool left = foot.x() + wide > width() - 8;
    const QRectF cloth(left ? foot.x() - wide : foot.x(), top, wide, 17);
    painter.fillRect(cloth, theme().card);
    painter.setPen(QPen(colour, 1, isFault(event.kind) ? Qt::SolidLine : Qt::DashLine));
    painter.drawRect(cloth);
    painter.drawText(cloth, Qt::AlignCenter, text);
    flags_.emplace_back(cloth, event.tick);
  }
}

void CourseStage::paintCaption(QPainter& painter) {
  QString text = tr("at the start");
  if (showsTick()) {
    const CourseTick& tick = run_->ticks[static_cast<std::size_t>(tick_)];
    text = tr("tick %1 of %2 · speed %3, %4")
               .arg(tick_)
               .arg(run_->ticks.size())
               .arg(rounded(tick.speed.x), rounded(tick.speed.y));
    if (setup_->course.view == CourseView::Side) {
      text += tick.grounded ? tr(" · on ground") : tr(" · in the air");
    }
    for (const CourseEvent& event : run_->events) {
      const bool now =
          event.kind == CourseEventKind::Notice && event.tick <= tick_ && event.until >= tick_;
      if (now) text += tr(" · %1").arg(QString::fromStdString(event.text));
    }
  }
  paintStageText(painter, QPointF(12, height() - 12), text, theme().text);
}

void CourseStage::paintStage(QPainter& painter) {
  painter.setRenderHint(QPainter::Antialiasing);
  paintSolids(painter);
  paintActors(painter);
  if (run_ == nullptr) return;
  if (showTrail_) paintTrail(painter);
  if (showTrail_) paintFlags(painter);
  Pose pose{asset(), 0, setup_->course.start, false};
  if (showsTick()) {
    const CourseTick& tick = run_->ticks[static_cast<std::size_t>(tick_)];
    pose = {pose.asset, tick.frame, tick.place, tick.mirrored};
  }
  if (pose.frame >= pose.asset->frames.size()) return;
  paintAsset(painter, pose);
  if (showShapes_) paintShapesOf(painter, pose, Look::Lit);
  paintCaption(painter);
}

bool CourseStage::isTold(const std::string& role) const {
  return std::any_of(run_->events.begin(), run_->events.end(), [&](const CourseEvent& one) {
    return one.kind == CourseEventKind::Notice && one.role == role && one.tick <= tick_ &&
           one.until >= tick_;
  });
}

}  // namespace amber

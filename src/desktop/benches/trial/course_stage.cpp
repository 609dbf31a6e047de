#include "desktop/benches/trial/course_stage.h"

#include <QKeyEvent>
#include <algorithm>
#include <cmath>

#include "core/trial/course/actor_place.h"
#include "desktop/parts/explaining.h"
#include "desktop/parts/wording.h"
#include "desktop/stage/shape_painting.h"
#include "desktop/stage/stage_view.h"

namespace amber {
namespace {

// How much of a course is in sight, px for each px of the asset's height, and how high that is by
// how wide.
constexpr double kInSight = 7.5;
constexpr double kAspect = 0.66;
}  // namespace

CourseStage::CourseStage(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : Canvas(parent), session_(session), pictures_(pictures) {
  setObjectName("courseStage");
  explain(*this,
          tr("The course with the asset that runs over it. The line is its way, flags mark where "
             "something went wrong; click a flag to go there. Drag the pieces of the course to "
             "other places, Delete removes the selected one."),
          "trial.md");
  setAccessibleName(tr("Course with the running asset"));
  describeParts(*this, {QAccessible::Graphic,
                        [this] {
                          return setup_ == nullptr ? 0
                                                   : static_cast<int>(setup_->course.solids.size() +
                                                                      setup_->course.actors.size());
                        },
                        [this](int index) { return partAt(static_cast<std::size_t>(index)); }});
  cancelDragsOnChangesOf(session_);
}

void CourseStage::setRun(AssetId asset, const CourseSetup* setup, const CourseRun* run) {
  // The piece that is dragged is known by its place in the course.
  if (setup == nullptr || setup_ == nullptr || setup->course != grabbed_) cancelDrag();
  asset_ = asset;
  setup_ = setup;
  run_ = run;
  other_ = nullptr;
  const bool gone = setup == nullptr || (chosen_ && *chosen_ >= setup->course.solids.size() +
                                                                    setup->course.actors.size());
  if (gone) chosen_.reset();
  contentChanged();
}

// A piece of the course: a shape, or another asset that stands or moves there.
PaintedPart CourseStage::partAt(std::size_t piece) {
  const auto choose = [this, piece] {
    chosen_ = piece;
    update();
  };
  const Course& course = setup_->course;
  const auto ofAsset = [&](const std::string& asset, GamePoint at) {
    const QString name = QString::fromStdString(asset);
    return PaintedPart{tr("%1, x %2, y %3").arg(name, rounded(at.x), rounded(at.y)),
                       handleAt(QPointF(at.x, at.y)), chosen_ == piece, choose};
  };
  if (piece >= course.solids.size()) {
    const CourseActor& actor = course.actors[piece - course.solids.size()];
    return ofAsset(actor.asset, placeOf(actor, 0).at);
  }
  const CourseSolid& solid = course.solids[piece];
  if (const auto* standing = std::get_if<StandingAsset>(&solid)) {
    return ofAsset(standing->asset, standing->at);
  }
  const Shape& shape = std::get<Shape>(solid);
  const QRectF area = rectOf(bounds(shape));
  return {tr("%1, x %2, y %3, %4 × %5 px")
              .arg(fromWord(kindName(shape)), rounded(area.x()), rounded(area.y()),
                   rounded(area.width()), rounded(area.height())),
          view().toStage(area).toAlignedRect(), chosen_ == piece, choose};
}

void CourseStage::setOther(const CourseRun* run) {
  other_ = run;
  update();
}

void CourseStage::setTick(int tick) {
  tick_ = tick;
  contentChanged();
}

void CourseStage::setShowShapes(bool show) {
  showShapes_ = show;
  update();
}

void CourseStage::setShowTrail(bool show) {
  showTrail_ = show;
  update();
}

void CourseStage::setRefusal(const QString& text) {
  refusal_ = text;
  update();
}

void CourseStage::setFollowing(bool following) {
  following_ = following;
  contentChanged();
}

bool CourseStage::showsTick() const {
  return run_ != nullptr && tick_ >= 0 && tick_ < static_cast<int>(run_->ticks.size());
}

// All that the run went over, where the asset is large enough in it; else what lies around the
// asset, in steps, so that the stage stands still most of the time.
QRectF CourseStage::content() const {
  const Asset* asset = this->asset();
  if (setup_ == nullptr || asset == nullptr || asset->frames.empty()) return {};
  if (pressedAt_) return contentBeforeDrag_;
  const double height = std::max(8.0, asset->frames.front().rect.h * asset->scale);
  const double wide = kInSight * height;
  QRectF extent(setup_->course.start.x - 2 * height, setup_->course.start.y - 4 * height, wide,
                wide * kAspect);
  if (run_ == nullptr) return extent;
  const auto around = [&](GamePoint at) {
    return QRectF(at.x - height, at.y - 2 * height, 2 * height, 2.5 * height);
  };
  QRectF all = extent;
  for (const CourseTick& tick : run_->ticks) all |= around(tick.place);
  if (!following_ && all.width() < 1.3 * wide && all.height() < 1.3 * wide * kAspect) return all;
  GamePoint at = setup_->course.start;
  if (showsTick()) at = run_->ticks[static_cast<std::size_t>(tick_)].place;
  const auto steps = [](double from, double to, double step) {
    return std::floor((to - from) / step) * step;
  };
  extent.translate(steps(extent.left() + wide / 4, at.x, wide / 2),
                   steps(setup_->course.start.y - 3 * height, at.y, 3 * height));
  return extent;
}

QRectF CourseStage::extentOf(const Asset& asset, std::size_t frame, GamePoint at) const {
  const Frame& shown = asset.frames[frame];
  return {at.x - shown.origin.x * asset.scale, at.y - shown.origin.y * asset.scale,
          shown.rect.w * asset.scale, shown.rect.h * asset.scale};
}

// The one in front.
std::optional<std::size_t> CourseStage::pieceAt(QPointF at) const {
  if (setup_ == nullptr) return std::nullopt;
  const Course& course = setup_->course;
  const auto holds = [&](const std::string& name, std::size_t frame, GamePoint place) {
    const Asset* asset = findAsset(session_.project(), std::string_view(name));
    return asset != nullptr && frame < asset->frames.size() &&
           extentOf(*asset, frame, place).contains(at);
  };
  const double seconds = std::max(0, tick_) / setup_->rules.rate;
  for (std::size_t i = course.actors.size(); i-- > 0;) {
    const CourseActor& actor = course.actors[i];
    if (holds(actor.asset, 0, placeOf(actor, seconds).at)) return course.solids.size() + i;
  }
  for (std::size_t i = course.solids.size(); i-- > 0;) {
    const CourseSolid& solid = course.solids[i];
    if (const auto* standing = std::get_if<StandingAsset>(&solid)) {
      const auto frame = static_cast<std::size_t>(standing->frame - 1);
      if (holds(standing->asset, frame, standing->at)) return i;
      continue;
    }
    if (rectOf(bounds(std::get<Shape>(solid))).contains(at)) return i;
  }
  return std::nullopt;
}

void CourseStage::artPress(QPointF at, Qt::KeyboardModifiers keys) {
  const QPointF onStage = view().toStage(at);
  for (const auto& [cloth, tick] : flags_) {
    if (showTrail_ && cloth.contains(onStage)) {
      emit tickChosen(tick);
      return;
    }
  }
  chosen_ = pieceAt(at);
  if (chosen_) {
    grabbed_ = setup_->course;
    contentBeforeDrag_ = content();
    pressedAt_ = at;
    drag_ = {};
    sending_ = keys.testFlag(Qt::ShiftModifier) && *chosen_ >= setup_->course.solids.size();
  }
  update();
}

void CourseStage::artMove(QPointF at, Qt::KeyboardModifiers) {
  if (!pressedAt_) return;
  drag_ = {std::round(at.x() - pressedAt_->x()), std::round(at.y() - pressedAt_->y())};
  update();
}

void CourseStage::artRelease(QPointF, Qt::KeyboardModifiers) {
  if (!pressedAt_) return;
  pressedAt_.reset();
  if (chosen_ && sending_) {
    emit pieceSentOn(*chosen_, drag_.x(), drag_.y());
  } else if (!drag_.isNull() && chosen_) {
    emit pieceMoved(*chosen_, drag_.x(), drag_.y());
  }
  update();
}

void CourseStage::artCancel() {
  pressedAt_.reset();
  update();
}

void CourseStage::artNudge(double dx, double dy) {
  if (chosen_) emit pieceMoved(*chosen_, dx, dy);
}

void CourseStage::keyPressEvent(QKeyEvent* event) {
  if (chosen_ && !pressedAt_ && event->key() == Qt::Key_Delete) {
    const std::size_t piece = *chosen_;
    chosen_.reset();
    emit pieceRemoved(piece);
    return;
  }
  Canvas::keyPressEvent(event);
}

}  // namespace amber

#include "desktop/benches/fit/fit_stage.h"

#include <QColor>
#include <QFontMetricsF>
#include <QPainter>
#include <QPen>
#include <algorithm>
#include <cmath>
#include <iterator>

#include "core/image/outline.h"
#include "core/origin/riders.h"
#include "desktop/parts/explaining.h"
#include "desktop/parts/wording.h"
#include "desktop/stage/shape_painting.h"
#include "desktop/stage/staged_painting.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr double kOutlineReach = 8;  // stage px
constexpr double kRiderOpacity = 0.35;

// A step of nothing is left to the pointer.
double stepOf(StageSnap snap) {
  return snap == StageSnap::Free ? 0 : snap == StageSnap::Pixel ? 1 : 0.5;
}

PixelMask inkOf(const ProjectSession& session, const Frame& frame) {
  const auto art = session.artOf(frame.sheet);
  return art == nullptr ? PixelMask() : cropped(art->firm, frame.rect);
}

}  // namespace

FitStage::FitStage(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : StageView(session, pictures, parent) {
  setObjectName("fitStage");
  explain(*this,
          tr("The frame with the shapes of its roles. The selected shape has handles: drag them, "
             "or move the shape with the arrow keys. Red hatching is air, the part of the shape "
             "without ink; violet is bare ink, the art outside the shape. The circle marks the "
             "point that is farthest from the ink."),
          "fitting.md");
  setAccessibleName(tr("Frame with its shapes"));
  describeParts(*this, {QAccessible::Graphic,
                        [this] {
                          const Frame* frame = session_.currentFrame();
                          return frame == nullptr
                                     ? 0
                                     : static_cast<int>(session_.shapes().on(frame->id).size());
                        },
                        [this](int index) { return partAt(index); }});
  for (auto signal : {&ProjectSession::selectionChanged, &ProjectSession::projectReplaced,
                      &ProjectSession::artArrived}) {
    connect(&session_, signal, this, &FitStage::lookAround);
  }
  connect(&session_, &ProjectSession::shown, this, &FitStage::lookAround);
}

// A shape of the frame, of whatever role.
PaintedPart FitStage::partAt(int index) const {
  const FrameId frame = session_.currentFrame()->id;
  const ShapePlace& place = session_.shapes().on(frame)[static_cast<std::size_t>(index)];
  const std::string& role = place.key->role;
  const PixelRect area = pixelBounds(place.shape());
  return {tr("%1: %2, x %3, y %4, %5 × %6 px")
              .arg(QString::fromStdString(role), fromWord(kindName(place.shape())),
                   QString::number(area.x), QString::number(area.y), QString::number(area.w),
                   QString::number(area.h)),
          onStage(area), role == session_.selection().role,
          [this, role] { session_.selectRole(role); }};
}

// The neighbours are found before anything is laid out, so that painting stays cheap.
void FitStage::lookAround() {
  const Asset* asset = session_.currentAsset();
  const Frame* frame = session_.currentFrame();
  around_ = frame == nullptr ? TileSurroundings()
                             : TileSurroundings(session_.project(), *asset, *frame, session_.art());
  contentChanged();
}

void FitStage::setShowAir(bool show) {
  air_ = show;
  update();
}

void FitStage::setShowBareInk(bool show) {
  bareInk_ = show;
  update();
}

void FitStage::setShowOrigin(bool show) {
  origin_ = show;
  update();
}

void FitStage::setTrial(const std::optional<Shape>& trial) {
  trial_ = trial;
  update();
}

void FitStage::setSnap(StageSnap snap) {
  snap_ = snap;
}

void FitStage::setSymmetric(bool symmetric) {
  symmetric_ = symmetric;
  update();
}

void FitStage::setMaskTool(MaskTool tool) {
  maskTool_ = tool;
}

void FitStage::setErase(bool erase) {
  erase_ = erase;
}

void FitStage::setBrush(int size) {
  brush_ = size;
}

std::optional<Shape> FitStage::shape() const {
  const Frame* frame = session_.currentFrame();
  const ShapePlace* place = frame == nullptr ? nullptr : session_.shapeOn(frame->id);
  return place == nullptr ? std::nullopt : std::optional(place->shape());
}

std::optional<std::size_t> FitStage::corner() const {
  const auto own = shape();
  const auto* polygon = own ? std::get_if<Polygon>(&*own) : nullptr;
  return polygon != nullptr && corner_ && *corner_ < polygon->points.size() ? corner_
                                                                            : std::nullopt;
}

void FitStage::chooseCorner(std::optional<std::size_t> corner) {
  corner_ = corner;
  update();
  emit cornerChosen();
}

void FitStage::putCorner(Vertex at) {
  const auto own = shape();
  if (!corner()) return;
  const auto mirror = snapFor({}).mirror;
  emit shapeDropped(withCornerAt(std::get<Polygon>(*own), *corner_, at, mirror, 1));
}

double FitStage::reach() const {
  return metrics::kHandle / view().scale;
}

QRectF FitStage::content() const {
  if (busy()) return contentBeforeDrag_;
  const Frame* frame = session_.currentFrame();
  if (frame == nullptr) return {};
  QRectF extent = around_.empty() ? QRectF(0, 0, frame->rect.w, frame->rect.h) : around_.extent();
  if (const auto own = shape()) extent = extent.united(rectOf(bounds(*own)));
  return extent;
}

QString FitStage::emptyText() const {
  return tr("Shapes are fitted to frames here. Cut a sheet first.");
}

// All that rides on the frame, faintly: it is in the game, and not what is fitted.
void FitStage::paintRiders(QPainter& painter, const Frame& frame, bool behind) {
  StagedFrame own;
  own.ref = {session_.selection().asset, frame.id};
  own.at = {frame.origin.x, frame.origin.y};
  const std::vector<StagedFrame> all = withRiders(session_.project(), own);
  const auto at = std::find(all.begin(), all.end(), own);
  std::vector<StagedFrame> riders(behind ? all.begin() : std::next(at), behind ? at : all.end());
  for (StagedFrame& rider : riders) rider.opacity = kRiderOpacity;
  drawStaged(painter, pictures_, session_.project(), riders, transformOf(view()));
}

void FitStage::paintStage(QPainter& painter) {
  const Frame* frame = session_.currentFrame();
  const QRectF cell = view().toStage(QRectF(0, 0, frame->rect.w, frame->rect.h));
  around_.paint(painter, pictures_, session_.project(), view());
  paintRiders(painter, *frame, true);
  pictures_.drawFrame(painter, *frame, cell);
  paintRiders(painter, *frame, false);
  QColor border = theme().text;
  border.setAlpha(70);
  painter.setPen(QPen(border, 1, Qt::DotLine));
  painter.setBrush(Qt::NoBrush);
  painter.drawRect(cell);
  const QPointF origin = view().toStage(QPointF(frame->origin.x, frame->origin.y));
  if (origin_) {
    painter.setPen(QPen(theme().text, 1, Qt::DashLine));
    painter.drawLine(QPointF(0, origin.y()), QPointF(width(), origin.y()));
  }
  paintOthers(painter, *frame);
  const PixelMask ink = inkOf(session_, *frame);
  const ShapePlace* place = session_.shapeOn(frame->id);
  const Role* role = session_.currentRole();
  if (ink.width() > 0 && role != nullptr && (place != nullptr || trial_)) {
    const Shape shown = trial_ ? *trial_ : place->shape();
    paintAirAndBareInk(painter, shown, ink, view(), air_, bareInk_);
    ShapeLook look = lookOf(*role);
    look.selected = true;
    look.held = !trial_ && place->heldOn(frame->id);
    paintShape(painter, shown, view(), look);
    if (!trial_) paintHandles(painter, ShapeTool::handlesOf(shown), view(), look, corner());
    if (air_) paintPhantom(painter, shown, ink);
  }
  around_.paintFaults(painter, view());
  if (symmetric_) {
    painter.setPen(QPen(theme().amber, 1, Qt::DashLine));
    painter.drawLine(QPointF(origin.x(), 0), QPointF(origin.x(), height()));
  }
  if (origin_) paintOrigin(painter, origin);
  paintStageText(painter, QPointF(12, height() - 12),
                 tr("%1, %2 x %3, %4")
                     .arg(QString::fromStdString(frame->name))
                     .arg(frame->rect.w)
                     .arg(frame->rect.h)
                     .arg(scaleText(view().scale)),
                 theme().text);
}

// The shapes of the other roles, not to be taken hold of.
void FitStage::paintOthers(QPainter& painter, const Frame& frame) {
  for (const ShapePlace& place : session_.shapes().on(frame.id)) {
    const Role* role = findRole(session_.project(), place.key->role);
    if (role == session_.currentRole()) continue;
    ShapeLook look = lookOf(*role);
    look.held = true;
    paintShapeOutline(painter, place.shape(), view(), 1.4, look);
  }
}

void FitStage::paintPhantom(QPainter& painter, const Shape& shape, const PixelMask& ink) {
  const auto phantom = farthestPhantom(shape, ink);
  if (!phantom || phantom->distance < 1) return;
  const QPointF at = view().toStage(QPointF(phantom->x + 0.5, phantom->y + 0.5));
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing);
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(theme().error, 2));
  painter.drawEllipse(at, 6, 6);
  const bool right = at.x() < width() - 190;
  const QPointF end = at + QPointF(right ? 40 : -40, -6);
  painter.drawLine(at + QPointF(right ? 6 : -6, -1), end);
  painter.restore();
  const QString text = tr("%1 px from ink").arg(phantom->distance, 0, 'f', 1);
  const double shift = right ? 4 : -QFontMetricsF(smallFont(true)).horizontalAdvance(text) - 4;
  paintStageText(painter, end + QPointF(shift, 4), text, theme().error);
}

// Alt asks for halves, whatever else is snapped to.
ShapeSnap FitStage::snapFor(Qt::KeyboardModifiers modifiers) const {
  ShapeSnap snap{stepOf(modifiers & Qt::AltModifier ? StageSnap::Half : snap_), {}, 0, {}};
  const Frame* frame = session_.currentFrame();
  if (frame == nullptr) return snap;
  if (snap_ == StageSnap::Outline) {
    snap.corners = outlineOf(largestIsland(inkOf(session_, *frame)));
    snap.reach = kOutlineReach / view().scale;
  }
  if (symmetric_) snap.mirror = frame->origin.x;
  return snap;
}

bool FitStage::paints() const {
  const auto own = shape();
  return own && kindOf(*own) == ShapeKind::Mask && maskTool_ != MaskTool::Move;
}

// A mask is painted on its frame, with some room for what stands out.
PixelRect FitStage::room() const {
  const PixelRect& rect = session_.currentFrame()->rect;
  return {-rect.w / 2, -rect.h / 2, 2 * rect.w, 2 * rect.h};
}

// Both sides of the origin alike, where that is asked for.
void FitStage::paintMask(QPointF at) {
  const Paint paint = erase_ ? Paint::Erase : Paint::Set;
  const double twiceAxis = 2 * session_.currentFrame()->origin.x;
  for (const bool mirror : {false, true}) {
    if (mirror && !symmetric_) break;
    const auto column = [&](double x) {
      return static_cast<int>(std::floor(mirror ? twiceAxis - x : x));
    };
    const auto row = [](double y) { return static_cast<int>(std::floor(y)); };
    std::optional<MaskShape> next;
    if (maskTool_ == MaskTool::Fill) {
      next = filled(*painting_, column(at.x()), row(at.y()), paint, room());
    } else {
      const bool line = maskTool_ == MaskTool::Line;
      const MaskShape& from = line && !mirror ? before_ : *painting_;
      const QPointF start = line ? strokeStart_ : strokeAt_;
      next = painted(
          from, {column(start.x()), row(start.y()), column(at.x()), row(at.y()), brush_, paint},
          room());
    }
    // The last pixel of a mask stays.
    if (next) painting_ = std::move(next);
  }
  strokeAt_ = at;
}

void FitStage::artPress(QPointF at, Qt::KeyboardModifiers) {
  const Frame* frame = session_.currentFrame();
  if (frame == nullptr || session_.currentRole() == nullptr) return;
  contentBeforeDrag_ = content();
  const auto own = shape();
  if (paints()) {
    before_ = std::get<MaskShape>(*own);
    painting_ = before_;
    strokeStart_ = at;
    strokeAt_ = at;
    paintMask(at);
    emit shapeDragged(*painting_);
    return;
  }
  if (own) {
    const bool held = tool_.press(*own, {at.x(), at.y()}, reach());
    const bool bends = held && (tool_.grip().part == ShapeTool::Part::Corner ||
                                tool_.grip().part == ShapeTool::Part::Edge);
    chooseCorner(bends ? std::optional(tool_.grip().index) : std::nullopt);
    return;
  }
  // A new box grows from the pressed pixel by its lower right corner.
  const Box seed{std::floor(at.x()), std::floor(at.y()), 1, 1};
  tool_.press(seed, {seed.x + 1, seed.y + 1}, reach());
}

void FitStage::artMove(QPointF at, Qt::KeyboardModifiers modifiers) {
  if (painting_) {
    if (maskTool_ != MaskTool::Fill) paintMask(at);
    emit shapeDragged(*painting_);
    return;
  }
  if (tool_.dragging()) {
    emit shapeDragged(tool_.move({at.x(), at.y()}, snapFor(modifiers)));
    return;
  }
  const auto own = shape();
  if (paints()) {
    setCursor(Qt::CrossCursor);
    return;
  }
  const auto grip = own ? ShapeTool::gripAt(*own, {at.x(), at.y()}, reach()) : std::nullopt;
  using Part = ShapeTool::Part;
  if (!grip) {
    setCursor(Qt::ArrowCursor);
  } else if (grip->part == Part::Whole || (grip->part == Part::Side && grip->side.whole)) {
    setCursor(Qt::SizeAllCursor);
  } else if (grip->part == Part::Edge) {
    setCursor(Qt::CrossCursor);
  } else if (grip->part != Part::Side) {
    setCursor(Qt::PointingHandCursor);
  } else {
    setCursor(grip->side.x == 0              ? Qt::SizeVerCursor
              : grip->side.y == 0            ? Qt::SizeHorCursor
              : grip->side.x == grip->side.y ? Qt::SizeFDiagCursor
                                             : Qt::SizeBDiagCursor);
  }
}

void FitStage::artRelease(QPointF at, Qt::KeyboardModifiers modifiers) {
  if (painting_) {
    const MaskShape mask = *painting_;
    painting_.reset();
    mask == before_ ? emit dragCancelled() : emit shapeDropped(mask);
    return;
  }
  if (!tool_.dragging()) return;
  if (const auto shape = tool_.release({at.x(), at.y()}, snapFor(modifiers))) {
    emit shapeDropped(*shape);
  } else {
    emit dragCancelled();
  }
}

void FitStage::artCancel() {
  if (!busy()) return;
  tool_.cancel();
  painting_.reset();
  emit dragCancelled();
}

void FitStage::artNudge(double dx, double dy) {
  const auto own = shape();
  if (!own || busy()) return;
  if (corner()) {
    const Vertex& at = std::get<Polygon>(*own).points[*corner_];
    putCorner({at.x + dx, at.y + dy});
    return;
  }
  if (kindOf(*own) == ShapeKind::Mask) {
    dx = std::trunc(dx);
    dy = std::trunc(dy);
  }
  if (dx != 0 || dy != 0) emit shapeDropped(moved(*own, dx, dy));
}

void FitStage::keyPressEvent(QKeyEvent* event) {
  const bool drops = event->key() == Qt::Key_Delete || event->key() == Qt::Key_Backspace;
  if (drops && corner() && !busy()) {
    const auto own = shape();
    if (const auto less = withoutCorner(std::get<Polygon>(*own), *corner_)) {
      chooseCorner(std::nullopt);
      emit shapeDropped(*less);
    }
    return;
  }
  Canvas::keyPressEvent(event);
}

}  // namespace amber

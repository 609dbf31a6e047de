#include "desktop/benches/fit/fit_stage.h"

#include <QColor>
#include <QFontMetricsF>
#include <QPainter>
#include <QPen>
#include <cmath>

#include "desktop/stage/shape_painting.h"
#include "desktop/theme.h"

namespace amber {
namespace {

// What edges snap to: whole pixels, and nothing with Alt held.
double stepFor(Qt::KeyboardModifiers modifiers) {
  return modifiers & Qt::AltModifier ? 0.5 : 1;
}

}  // namespace

FitStage::FitStage(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : StageView(session, pictures, parent) {
  setObjectName("fitStage");
  for (auto signal : {&ProjectSession::selectionChanged, &ProjectSession::projectReplaced}) {
    connect(&session_, signal, this, [this] { contentChanged(); });
  }
  connect(&session_, &ProjectSession::changed, this, [this] { contentChanged(); });
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

const FrameShape* FitStage::shape() const {
  const Frame* frame = session_.currentFrame();
  return frame == nullptr || frame->shapes.empty() ? nullptr : &frame->shapes.front();
}

QRectF FitStage::content() const {
  if (tool_.dragging() || moving_) return contentBeforeDrag_;
  const Frame* frame = session_.currentFrame();
  if (frame == nullptr) return {};
  QRectF extent(0, 0, frame->rect.w, frame->rect.h);
  if (const FrameShape* own = shape()) extent = extent.united(rectOf(bounds(own->geometry)));
  return extent;
}

QString FitStage::emptyText() const {
  return tr("Cut a sheet first; its frames get their shapes here.");
}

void FitStage::paintStage(QPainter& painter) {
  const Frame* frame = session_.currentFrame();
  const QRectF cell = view().toStage(QRectF(0, 0, frame->rect.w, frame->rect.h));
  pictures_.drawFrame(painter, *frame, cell);
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
  const auto art = session_.artOf(frame->sheet);
  const FrameShape* own = shape();
  if (art != nullptr && (own != nullptr || trial_)) {
    const Shape& shown = trial_ ? *trial_ : own->geometry;
    const PixelMask ink = cropped(art->firm, frame->rect);
    paintAirAndBareInk(painter, shown, ink, view(), air_, bareInk_);
    paintStoppingShape(painter, shown, view(), !trial_);
    if (air_) paintPhantom(painter, shown, ink);
  }
  if (origin_) paintOrigin(painter, origin);
  paintStageText(painter, QPointF(12, height() - 12),
                 tr("%1, %2 x %3, %4x")
                     .arg(QString::fromStdString(frame->name))
                     .arg(frame->rect.w)
                     .arg(frame->rect.h)
                     .arg(view().scale),
                 theme().text);
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

void FitStage::artPress(QPointF at, Qt::KeyboardModifiers) {
  const FrameShape* own = shape();
  const Frame* frame = session_.currentFrame();
  if (frame == nullptr) return;
  contentBeforeDrag_ = content();
  const double reach = metrics::kHandle / view().scale;
  if (own != nullptr && kindOf(own->geometry) != ShapeKind::Box) {
    if (!rectOf(bounds(own->geometry)).contains(at)) return;
    moving_ = own->geometry;
    pressedAt_ = at;
    return;
  }
  if (own != nullptr) {
    tool_.press(std::get<Box>(own->geometry), {at.x(), at.y()}, reach);
    return;
  }
  // A new box grows from the pressed pixel by its lower right corner.
  const Box seed{std::floor(at.x()), std::floor(at.y()), 1, 1};
  tool_.press(seed, {seed.x + 1, seed.y + 1}, reach);
}

// A mask keeps to whole pixels whatever is held down.
Shape FitStage::movedTo(QPointF at, Qt::KeyboardModifiers modifiers) const {
  const double step = kindOf(*moving_) == ShapeKind::Mask ? 1 : stepFor(modifiers);
  const QPointF by = at - pressedAt_;
  return moved(*moving_, std::round(by.x() / step) * step, std::round(by.y() / step) * step);
}

void FitStage::artMove(QPointF at, Qt::KeyboardModifiers modifiers) {
  if (moving_) {
    emit shapeDragged(movedTo(at, modifiers));
    return;
  }
  if (tool_.dragging()) {
    emit shapeDragged(tool_.move({at.x(), at.y()}, stepFor(modifiers)));
    return;
  }
  const FrameShape* own = shape();
  if (own != nullptr && kindOf(own->geometry) != ShapeKind::Box) {
    setCursor(rectOf(bounds(own->geometry)).contains(at) ? Qt::SizeAllCursor : Qt::ArrowCursor);
    return;
  }
  const auto grip = own == nullptr ? std::nullopt
                                   : BoxTool::gripAt(std::get<Box>(own->geometry), {at.x(), at.y()},
                                                     metrics::kHandle / view().scale);
  setCursor(!grip                ? Qt::ArrowCursor
            : grip->whole        ? Qt::SizeAllCursor
            : grip->x == 0       ? Qt::SizeVerCursor
            : grip->y == 0       ? Qt::SizeHorCursor
            : grip->x == grip->y ? Qt::SizeFDiagCursor
                                 : Qt::SizeBDiagCursor);
}

void FitStage::artRelease(QPointF at, Qt::KeyboardModifiers modifiers) {
  if (moving_) {
    const Shape there = movedTo(at, modifiers);
    const bool same = there == *moving_;
    moving_.reset();
    same ? emit dragCancelled() : emit shapeDropped(there);
    return;
  }
  if (!tool_.dragging()) return;
  if (const auto box = tool_.release({at.x(), at.y()}, stepFor(modifiers))) {
    emit shapeDropped(*box);
  } else {
    emit dragCancelled();
  }
}

void FitStage::artCancel() {
  if (!tool_.dragging() && !moving_) return;
  tool_.cancel();
  moving_.reset();
  emit dragCancelled();
}

void FitStage::artNudge(double dx, double dy) {
  const FrameShape* own = shape();
  if (own == nullptr || tool_.dragging() || moving_) return;
  if (kindOf(own->geometry) == ShapeKind::Mask) {
    dx = std::trunc(dx);
    dy = std::trunc(dy);
  }
  if (dx != 0 || dy != 0) emit shapeDropped(moved(own->geometry, dx, dy));
}

}  // namespace amber

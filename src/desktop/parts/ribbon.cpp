#include "desktop/parts/ribbon.h"

#include <QFrame>
#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPen>
#include <QPoint>
#include <QPointF>
#include <QRectF>
#include <QScrollBar>
#include <QString>
#include <QToolTip>
#include <QWheelEvent>
#include <algorithm>
#include <cstdlib>
#include <utility>

#include "core/fit/steadiness.h"
#include "desktop/parts/player.h"
#include "desktop/parts/wording.h"
#include "desktop/stage/shape_painting.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kLeft = 12;
constexpr int kCellTop = 26;
constexpr int kBetweenGroups = 14;
// Narrower groups could not carry their title.
constexpr int kLeastGroup = 150;
// Under the cells, the steadiness from frame to frame: 100 % at the top, half and less at the
// bottom. What is less steady than kUnsteady is pointed out.
constexpr int kPlot = 20;
constexpr int kPlotTop = kCellTop + metrics::kRibbonCell + 24;
constexpr double kLeastPlotted = 0.5;
constexpr double kUnsteady = 0.75;
// A drag shorter than this is a click, px.
constexpr int kLeastDrag = 8;

QString loopText(LoopMode loop) {
  switch (loop) {
    case LoopMode::Once:
      return Ribbon::tr("once");
    case LoopMode::Repeat:
      return Ribbon::tr("repeat");
    case LoopMode::BackAndForth:
      break;
  }
  return Ribbon::tr("back and forth");
}

}  // namespace

Ribbon::Ribbon(ProjectSession& session, Pictures& pictures, RibbonFigures figures, QWidget* parent)
    : QAbstractScrollArea(parent), session_(session), pictures_(pictures), figures_(figures) {
  setFrameShape(QFrame::NoFrame);
  setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  setFixedHeight(figures == RibbonFigures::Air ? metrics::kRibbon + kPlot : metrics::kRibbon - 24);
  setFocusPolicy(Qt::StrongFocus);
  const auto refresh = [this] {
    layOut();
    viewport()->update();
  };
  connect(&session_, &ProjectSession::changed, this, refresh);
  connect(&session_, &ProjectSession::projectReplaced, this, refresh);
  connect(&session_, &ProjectSession::artArrived, this, [this] { viewport()->update(); });
  connect(&session_, &ProjectSession::selectionChanged, this, [this, refresh] {
    followSelection();
    refresh();
    reveal();
  });
  layOut();
}

// The line is explained where it is.
bool Ribbon::viewportEvent(QEvent* event) {
  if (event->type() != QEvent::ToolTip || figures_ != RibbonFigures::Air) {
    return QAbstractScrollArea::viewportEvent(event);
  }
  const auto* help = static_cast<QHelpEvent*>(event);
  const Asset* asset = session_.currentAsset();
  const auto place = help->pos().y() >= kPlotTop - 4 ? placeAt(help->pos().x()) : std::nullopt;
  if (!place || asset == nullptr || asset->motion == Motion::Static) {
    QToolTip::hideText();
    return true;
  }
  const Animation& animation = *findAnimation(*asset, place->animation);
  const auto steady = steadinessOf(*asset, animation, place->step);
  QToolTip::showText(
      help->globalPos(),
      steady ? tr("%1 % of the pixels of this shape and of the one a frame before are the same, "
                  "laid over each other at their origins")
                   .arg(qRound(*steady * 100))
             : tr("No shape before this one to be steady by"),
      viewport());
  return true;
}

QSize Ribbon::sizeHint() const {
  return {400, height()};
}

std::vector<Ribbon::Group> Ribbon::groups() const {
  std::vector<Group> result;
  const Asset* asset = session_.currentAsset();
  if (asset == nullptr) return result;
  int left = kLeft;
  for (const Animation& animation : asset->animations) {
    const int width =
        std::max(kLeastGroup, static_cast<int>(animation.steps.size()) * metrics::kRibbonCell);
    result.push_back({&animation, left, width});
    left += width + kBetweenGroups;
  }
  return result;
}

void Ribbon::layOut() {
  const auto all = groups();
  const int total = all.empty() ? 0 : all.back().left + all.back().width + kLeft;
  horizontalScrollBar()->setRange(0, std::max(0, total - viewport()->width()));
  horizontalScrollBar()->setPageStep(viewport()->width());
  horizontalScrollBar()->setSingleStep(metrics::kRibbonCell);
}

QRect Ribbon::cellOf(AnimationId animation, std::size_t step) const {
  for (const Group& group : groups()) {
    if (group.animation->id != animation || step >= group.animation->steps.size()) continue;
    return {
        group.left + static_cast<int>(step) * metrics::kRibbonCell - horizontalScrollBar()->value(),
        kCellTop, metrics::kRibbonCell, metrics::kRibbonCell};
  }
  return {};
}

// All of the animation where it fits, and the selected step in any case.
void Ribbon::reveal() {
  const Animation* animation = session_.currentAnimation();
  QScrollBar* bar = horizontalScrollBar();
  for (const Group& group : groups()) {
    if (animation == nullptr || group.animation->id != animation->id) continue;
    const bool before = group.left < bar->value();
    const bool past = group.left + group.width > bar->value() + viewport()->width();
    if ((before || past) && group.width <= viewport()->width()) {
      const int atEnd = group.left + group.width - viewport()->width() + kLeft;
      bar->setValue(before ? group.left - kLeft : std::min(group.left - kLeft, atEnd));
    }
    for (std::size_t i = 0; i < animation->steps.size(); ++i) {
      if (animation->steps[i].frame != session_.selection().frame) continue;
      const QRect cell = cellOf(animation->id, i);
      if (cell.left() < 0) bar->setValue(bar->value() + cell.left() - kLeft);
      if (cell.right() > viewport()->width()) {
        bar->setValue(bar->value() + cell.right() - viewport()->width() + kLeft);
      }
      return;
    }
  }
}

void Ribbon::resizeEvent(QResizeEvent*) {
  layOut();
}

void Ribbon::paintEvent(QPaintEvent*) {
  QPainter painter(viewport());
  painter.fillRect(viewport()->rect(), theme().paper);
  const Asset* asset = session_.currentAsset();
  if (asset == nullptr) {
    painter.setFont(smallFont());
    painter.setPen(theme().quiet);
    painter.drawText(viewport()->rect(), Qt::AlignCenter,
                     tr("Frames stand here once a sheet is cut."));
    return;
  }
  painter.translate(-horizontalScrollBar()->value(), 0);
  for (const Group& group : groups()) paintGroup(painter, *asset, group);
}

void Ribbon::paintGroup(QPainter& painter, const Asset& asset, const Group& group) {
  const Animation& animation = *group.animation;
  const bool current = animation.id == session_.selection().animation;
  painter.fillRect(group.left, 4, group.width, 2, current ? theme().amber : theme().line);
  const QString name = QString::fromStdString(animation.name);
  painter.setFont(textFont(true));
  painter.setPen(theme().text);
  painter.drawText(group.left, 20, name);
  const int nameWidth = painter.fontMetrics().horizontalAdvance(name);
  painter.setFont(smallFont());
  painter.setPen(theme().quiet);
  const QString facts = countedFrames(animation.steps.size()) + ", " + loopText(animation.loop);
  painter.drawText(
      group.left + nameWidth + 8, 20,
      painter.fontMetrics().elidedText(facts, Qt::ElideRight, group.width - nameWidth - 8));
  const int scrolled = horizontalScrollBar()->value();
  const int first = std::max(0, (scrolled - group.left) / metrics::kRibbonCell);
  const int end =
      std::min(static_cast<int>(animation.steps.size()),
               (scrolled + viewport()->width() - group.left) / metrics::kRibbonCell + 1);
  for (int i = first; i < end; ++i) {
    const Frame* frame = findFrame(asset, animation.steps[static_cast<std::size_t>(i)].frame);
    if (frame == nullptr) continue;
    const QRect cell(group.left + i * metrics::kRibbonCell, kCellTop, metrics::kRibbonCell - 2,
                     metrics::kRibbonCell - 2);
    const auto step = static_cast<std::size_t>(i);
    const bool selected =
        current && (figures_ == RibbonFigures::Times
                        ? std::find(chosen_.begin(), chosen_.end(), step) != chosen_.end()
                        : frame->id == session_.selection().frame);
    paintCell(painter, *frame, cell, selected);
    if (figures_ == RibbonFigures::Times) {
      painter.setFont(smallFont());
      painter.setPen(theme().quiet);
      painter.drawText(QRect(cell.left(), cell.bottom() + 2, cell.width(), 16), Qt::AlignCenter,
                       tr("%1 ms").arg(animation.steps[step].durationMs));
    }
  }
  if (figures_ == RibbonFigures::Air && asset.motion != Motion::Static) {
    paintSteadiness(painter, asset, group, first, end);
  }
  if (current && dropGap_) {
    const int x = group.left + static_cast<int>(*dropGap_) * metrics::kRibbonCell - 1;
    painter.fillRect(x - 1, kCellTop - 4, 3, metrics::kRibbonCell + 6, theme().amber);
  }
}

void Ribbon::paintCell(QPainter& painter, const Frame& frame, const QRect& cell, bool selected) {
  painter.save();
  painter.setClipRect(cell);
  pictures_.drawThumb(painter, frame, cell);
  if (frame.lost) {
    QColor veil = theme().error;
    veil.setAlpha(120);
    painter.fillRect(cell, QBrush(veil, Qt::BDiagPattern));
  }
  if (figures_ == RibbonFigures::Air) {
    const double room = std::min(static_cast<double>(cell.width()) / frame.rect.w,
                                 static_cast<double>(cell.height()) / frame.rect.h);
    ViewTransform view;
    view.scale = room >= 1 ? std::floor(room) : room;
    view.offset = QRectF(cell).center() -
                  QPointF(frame.rect.w * view.scale / 2, frame.rect.h * view.scale / 2);
    view.offset = {std::round(view.offset.x()), std::round(view.offset.y())};
    for (const ShapePlace& place : session_.shapes().on(frame.id)) {
      const Role* role = findRole(session_.project(), place.key->role);
      ShapeLook look = lookOf(*role);
      look.held = place.heldOn(frame.id) || role != session_.currentRole();
      paintShapeOutline(painter, place.shape(), view, 1, look);
    }
    if (const auto trial = trials_.find(frame.id.value); trial != trials_.end()) {
      if (const Role* role = session_.currentRole()) {
        ShapeLook look = lookOf(*role);
        look.colour = theme().amber;
        paintShapeOutline(painter, *trial, view, 2, look);
      }
    }
  }
  painter.restore();
  if (selected) {
    painter.setPen(QPen(theme().amber, 2));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(cell);
  }
  if (figures_ == RibbonFigures::Air) {
    paintAir(painter, frame, {cell.left() + 2, cell.bottom() + 5, cell.width() - 4, 4});
  }
}

void Ribbon::paintAir(QPainter& painter, const Frame& frame, const QRect& bar) {
  painter.setFont(smallFont());
  painter.setPen(theme().quiet);
  const QRect words = bar.adjusted(-4, 5, 6, 20);
  const Measures* measures = measuresOf(frame);
  if (measures == nullptr) {
    painter.drawText(words, Qt::AlignHCenter | Qt::AlignTop, tr("no shape"));
    return;
  }
  painter.fillRect(bar, theme().line);
  painter.fillRect(QRectF(bar.left(), bar.top(), bar.width() * measures->air, bar.height()),
                   theme().error);
  const ShapePlace& place = *session_.shapeOn(frame.id);
  const bool held = place.heldOn(frame.id);
  if (!held) {
    // A key is marked by a square, as a handle is.
    painter.fillRect(QRect(bar.left() - 1, bar.top() - 1, 6, 6), theme().text);
  }
  const QString text = held                 ? tr("held %1 %")
                       : !place.key->recipe ? tr("hand %1 %")
                                            : tr("air %1 %");
  painter.drawText(words, Qt::AlignHCenter | Qt::AlignTop, text.arg(qRound(measures->air * 100)));
}

// From the step before the first in view to the one after the last, so that lines go on.
void Ribbon::paintSteadiness(QPainter& painter, const Asset& asset, const Group& group, int first,
                             int end) {
  const Animation& animation = *group.animation;
  const auto count = static_cast<int>(animation.steps.size());
  const int from = std::max(0, first - 1);
  const int to = std::min(count, end + 1);
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing);
  painter.setPen(QPen(theme().line, 1));
  painter.drawLine(QPointF(group.left, kPlotTop + 0.5),
                   QPointF(group.left + count * metrics::kRibbonCell - 2, kPlotTop + 0.5));
  painter.setFont(smallFont());
  painter.setPen(theme().quiet);
  painter.drawText(QPointF(group.left, kPlotTop + kPlot - 5), tr("steady"));
  std::optional<QPointF> last;
  for (int i = from; i < to; ++i) {
    const auto steady = steadinessOf(asset, animation, static_cast<std::size_t>(i));
    if (!steady) {
      last.reset();
      continue;
    }
    const double down = std::min(1.0, (1 - *steady) / (1 - kLeastPlotted));
    const int middle = group.left + i * metrics::kRibbonCell + metrics::kRibbonCell / 2 - 1;
    const QPointF at(middle, kPlotTop + down * (kPlot - 5));
    painter.setPen(QPen(theme().quiet, 1.25));
    if (last) painter.drawLine(*last, at);
    const bool selected =
        animation.steps[static_cast<std::size_t>(i)].frame == session_.selection().frame;
    painter.setPen(Qt::NoPen);
    painter.setBrush(*steady < kUnsteady ? theme().error : selected ? theme().amber : theme().text);
    const double radius = selected ? 3.5 : 2.5;
    painter.drawEllipse(at, radius, radius);
    last = at;
  }
  painter.restore();
}

std::shared_ptr<const Asset> Ribbon::currentValue() const {
  for (const auto& asset : session_.project().assets) {
    if (asset->id == session_.selection().asset) return asset.pointer();
  }
  return nullptr;
}

std::optional<double> Ribbon::steadinessOf(const Asset& asset, const Animation& animation,
                                           std::size_t step) {
  const auto value = currentValue();
  const std::string& role = session_.selection().role;
  Steady& kept = steady_[static_cast<std::uint64_t>(animation.id.value) << 32 | step];
  if (kept.asset != value || kept.role != role) {
    kept = {value, role, steadinessAt(asset, animation, session_.shapes(), role, step)};
  }
  return kept.value;
}

const Measures* Ribbon::measuresOf(const Frame& frame) {
  const ShapePlace* place = session_.shapeOn(frame.id);
  if (place == nullptr) return nullptr;
  const auto art = session_.artOf(frame.sheet);
  if (art == nullptr) return nullptr;
  const auto value = currentValue();
  Measured& kept = measured_[frame.id.value];
  if (kept.asset != value || kept.role != session_.selection().role) {
    kept = {value, session_.selection().role,
            sharesOf(place->shape(), cropped(art->firm, frame.rect))};
  }
  return &kept.measures;
}

void Ribbon::setTrials(QHash<std::uint32_t, amber::Shape> trials) {
  if (trials.isEmpty() && trials_.isEmpty()) return;
  trials_ = std::move(trials);
  viewport()->update();
}

std::optional<Ribbon::Place> Ribbon::placeAt(int x) const {
  x += horizontalScrollBar()->value();
  for (const Group& group : groups()) {
    const int step = (x - group.left) / metrics::kRibbonCell;
    if (x < group.left || step >= static_cast<int>(group.animation->steps.size())) continue;
    return Place{group.animation->id, static_cast<std::size_t>(step)};
  }
  return std::nullopt;
}

// The gap between steps of the current animation that is nearest.
std::optional<std::size_t> Ribbon::gapAt(int x) const {
  x += horizontalScrollBar()->value();
  for (const Group& group : groups()) {
    if (group.animation->id != session_.selection().animation) continue;
    const int gap = (x - group.left + metrics::kRibbonCell / 2) / metrics::kRibbonCell;
    return static_cast<std::size_t>(
        std::clamp(gap, 0, static_cast<int>(group.animation->steps.size())));
  }
  return std::nullopt;
}

void Ribbon::chooseSteps(std::vector<std::size_t> steps) {
  std::sort(steps.begin(), steps.end());
  chosen_ = std::move(steps);
  chosenOf_ = session_.selection().animation;
  emit chosenChanged();
  viewport()->update();
}

// Choices last as long as their animation is shown; another frame is a choice of its own.
void Ribbon::followSelection() {
  const Animation* animation = session_.currentAnimation();
  const std::size_t count = animation == nullptr ? 0 : animation->steps.size();
  std::vector<std::size_t> kept;
  for (const std::size_t step : chosen_) {
    if (step < count && chosenOf_ == session_.selection().animation) kept.push_back(step);
  }
  const bool shown = std::any_of(kept.begin(), kept.end(), [&](std::size_t step) {
    return animation->steps[step].frame == session_.selection().frame;
  });
  if (!shown) kept.clear();
  // Several frames that were selected elsewhere are several steps here.
  const auto& frames = session_.selection().frames;
  for (std::size_t i = 0; i < count && !shown; ++i) {
    const FrameId frame = animation->steps[i].frame;
    const bool several = frames.size() > 1;
    if (several && std::find(frames.begin(), frames.end(), frame) != frames.end()) {
      kept.push_back(i);
    } else if (!several && kept.empty() && frame == session_.selection().frame) {
      kept = {i};
    }
  }
  if (kept != chosen_ || chosenOf_ != session_.selection().animation) chooseSteps(kept);
}

// A click chooses one step; with Ctrl one more or less, with Shift all up to here.
void Ribbon::pick(const Place& place, Qt::KeyboardModifiers modifiers) {
  std::vector<std::size_t> steps = {place.step};
  const bool same = place.animation == session_.selection().animation;
  if (same && (modifiers & Qt::ControlModifier)) {
    steps = chosen_;
    const auto among = std::find(steps.begin(), steps.end(), place.step);
    if (among == steps.end()) {
      steps.push_back(place.step);
    } else if (steps.size() > 1) {
      steps.erase(among);
    }
  } else if (same && (modifiers & Qt::ShiftModifier) && !chosen_.empty()) {
    steps.clear();
    const std::size_t first = std::min(chosen_.front(), place.step);
    const std::size_t last = std::max(chosen_.back(), place.step);
    for (std::size_t i = first; i <= last; ++i) steps.push_back(i);
  } else if (same && std::find(chosen_.begin(), chosen_.end(), place.step) != chosen_.end()) {
    steps = chosen_;  // perhaps to be dragged
  }
  const Asset* asset = session_.currentAsset();
  const Animation* animation = asset == nullptr ? nullptr : findAnimation(*asset, place.animation);
  if (animation == nullptr) return;
  // First the choice, so that what hears of the selection finds it.
  chosen_ = steps;
  chosenOf_ = place.animation;
  Selection next = session_.selection();
  next.animation = place.animation;
  next.frame = animation->steps[place.step].frame;
  next.frames.clear();
  for (const std::size_t step : steps) next.frames.push_back(animation->steps[step].frame);
  if (std::find(next.frames.begin(), next.frames.end(), next.frame) == next.frames.end()) {
    next.frame = next.frames.front();
  }
  if (const Frame* frame = findFrame(*asset, next.frame)) next.sheet = frame->sheet;
  session_.select(next);
  chooseSteps(std::move(steps));
}

void Ribbon::mousePressEvent(QMouseEvent* event) {
  const auto place = placeAt(event->pos().x());
  if (!place || event->button() != Qt::LeftButton) return;
  if (figures_ != RibbonFigures::Times) {
    const Animation* animation = findAnimation(*session_.currentAsset(), place->animation);
    session_.selectFrame(session_.selection().asset, place->animation,
                         animation->steps[place->step].frame);
    return;
  }
  pick(*place, event->modifiers());
  pressedAt_ = event->pos().x();
}

void Ribbon::mouseMoveEvent(QMouseEvent* event) {
  if (!pressedAt_ || chosen_.empty()) return;
  if (!dropGap_ && std::abs(event->pos().x() - *pressedAt_) < kLeastDrag) return;
  dropGap_ = gapAt(event->pos().x());
  viewport()->update();
}

void Ribbon::mouseReleaseEvent(QMouseEvent* event) {
  const bool clicked = pressedAt_ && !dropGap_;
  const auto gap = std::exchange(dropGap_, std::nullopt);
  pressedAt_.reset();
  viewport()->update();
  if (gap) {
    emit stepsDropped(*gap);
  } else if (clicked && event->modifiers() == Qt::NoModifier) {
    // A press on several may have been the start of a drag; a click means the one.
    if (const auto place = placeAt(event->pos().x())) {
      chosen_.clear();
      pick(*place, {});
    }
  }
}

void Ribbon::wheelEvent(QWheelEvent* event) {
  const QPoint turn = event->angleDelta();
  horizontalScrollBar()->setValue(horizontalScrollBar()->value() -
                                  (turn.x() != 0 ? turn.x() : turn.y()));
}

void Ribbon::keyPressEvent(QKeyEvent* event) {
  if (event->key() == Qt::Key_Left) return stepFrame(session_, -1);
  if (event->key() == Qt::Key_Right) return stepFrame(session_, 1);
  QAbstractScrollArea::keyPressEvent(event);
}

}  // namespace amber

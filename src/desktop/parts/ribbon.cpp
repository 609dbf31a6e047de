#include "desktop/parts/ribbon.h"

#include <QDrag>
#include <QFrame>
#include <QHelpEvent>
#include <QMouseEvent>
#include <QPoint>
#include <QScrollBar>
#include <QString>
#include <QToolTip>
#include <QWheelEvent>
#include <algorithm>
#include <cstdlib>
#include <utility>

#include "desktop/parts/explaining.h"
#include "desktop/parts/player.h"
#include "desktop/stage/frame_picture.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr int kLeft = 12;
constexpr int kBetweenGroups = 14;
// Narrower groups could not carry their title.
constexpr int kLeastGroup = 150;
// A drag shorter than this is a click, px.
constexpr int kLeastDrag = 8;

QString explanationOf(RibbonFigures figures) {
  const QString all =
      Ribbon::tr("All frames of the asset, animation by animation; click one to select it.");
  switch (figures) {
    case RibbonFigures::Air:
      return all + ' ' +
             Ribbon::tr(
                 "The bar under a frame is the air in its shape, a square before the bar marks a "
                 "keyframe, and the line below shows how steady the shape is from frame to frame.");
    case RibbonFigures::Times:
      return all + ' ' +
             Ribbon::tr(
                 "Under each frame stands how long it is shown. Drag selected frames to another "
                 "place in their animation.");
    case RibbonFigures::Shares:
      return all + ' ' +
             Ribbon::tr(
                 "The bar under a frame is its share of what is measured, such as offsets where "
                 "the shapes are unfair.");
    case RibbonFigures::None:
      break;
  }
  return all;
}

const char* pageOf(RibbonFigures figures) {
  return figures == RibbonFigures::Times    ? "cut.md"
         : figures == RibbonFigures::Shares ? "trial.md"
                                            : "fitting.md";
}

}  // namespace

Ribbon::Ribbon(ProjectSession& session, Pictures& pictures, RibbonFigures figures, QWidget* parent)
    : QAbstractScrollArea(parent), session_(session), pictures_(pictures), figures_(figures) {
  setFrameShape(QFrame::NoFrame);
  setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
  setFixedHeight(figures == RibbonFigures::Air      ? metrics::kRibbon + kPlot
                 : figures == RibbonFigures::Shares ? metrics::kRibbon
                                                    : metrics::kRibbon - 24);
  setFocusPolicy(Qt::StrongFocus);
  const auto refresh = [this] {
    layOut();
    viewport()->update();
  };
  connect(&session_, &ProjectSession::shown, this, refresh);
  connect(&session_, &ProjectSession::projectReplaced, this, refresh);
  connect(&session_, &ProjectSession::artArrived, this, [this] { viewport()->update(); });
  connect(&session_, &ProjectSession::selectionChanged, this, [this, refresh] {
    followSelection();
    refresh();
    reveal();
  });
  describeTo(*this, QAccessible::List, tr("Frames of the asset, animation by animation"));
  explain(*this, explanationOf(figures), pageOf(figures));
  describeParts(*this, {QAccessible::ListItem,
                        [this] {
                          int count = 0;
                          for (const Group& group : groups()) {
                            count += static_cast<int>(group.animation->steps.size());
                          }
                          return count;
                        },
                        [this](int index) { return partAt(index); }});
  layOut();
}

// What is said of the step with this index, counted through all animations.
PaintedPart Ribbon::partAt(int index) {
  auto step = static_cast<std::size_t>(index);
  const auto all = groups();
  auto group = all.begin();
  while (step >= group->animation->steps.size()) step -= group++->animation->steps.size();
  const Animation& animation = *group->animation;
  const FrameId id = animation.steps[step].frame;
  const Asset& asset = *session_.currentAsset();
  PaintedPart part{
      tr("%1, frame %2 of %3")
          .arg(QString::fromStdString(animation.name))
          .arg(step + 1)
          .arg(animation.steps.size()),
      cellOf(animation.id, step),
      animation.id == session_.selection().animation && id == session_.selection().frame,
      [this, asset = asset.id, animation = animation.id, id] {
        session_.selectFrame(asset, animation, id);
      }};
  const Frame* frame = findFrame(asset, id);
  if (frame != nullptr) part.name += figuresOf(*frame, animation.steps[step]);
  return part;
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
  QToolTip::showText(help->globalPos(),
                     steady ? tr("Steadiness: this shape and the shape of the previous frame share "
                                 "%1 % of their pixels, aligned at their origins.")
                                  .arg(qRound(*steady * 100))
                            : tr("Steadiness: there is no previous shape to compare with."),
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

void Ribbon::setShares(const QString& word, QHash<std::uint32_t, double> shares) {
  shareWord_ = word;
  shares_ = std::move(shares);
  viewport()->update();
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

// A selection of steps lasts as long as their animation is shown; selecting another frame replaces
// it.
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
  // The steps first, so that listeners of the selection see them.
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
  const bool right = event->button() == Qt::RightButton;  // A menu follows, of what it is on.
  if (!place || (event->button() != Qt::LeftButton && !right)) return;
  if (figures_ != RibbonFigures::Times || right) {
    const Animation* animation = findAnimation(*session_.currentAsset(), place->animation);
    const std::vector<FrameId>& chosen = session_.selection().frames;
    const FrameId frame = animation->steps[place->step].frame;
    if (right && std::find(chosen.begin(), chosen.end(), frame) != chosen.end()) return;
    session_.selectFrame(session_.selection().asset, place->animation,
                         animation->steps[place->step].frame);
    return;
  }
  pick(*place, event->modifiers());
  pressedAt_ = event->pos().x();
}

// The selected frames go to another program when they are dragged out of the window.
void Ribbon::dragOut() {
  const Asset* asset = session_.currentAsset();
  if (asset == nullptr) return;
  std::vector<const Frame*> frames;
  for (const FrameId id : session_.selection().frames) {
    if (const Frame* frame = findFrame(*asset, id)) frames.push_back(frame);
  }
  if (frames.empty()) {
    if (const Frame* frame = session_.currentFrame()) frames.push_back(frame);
  }
  auto copy = mimeOf(pictures_, frames);
  if (copy == nullptr) return;
  pressedAt_.reset();
  dropGap_.reset();
  auto* drag = new QDrag(this);
  drag->setPixmap(QPixmap::fromImage(qvariant_cast<QImage>(copy->imageData())));
  drag->setMimeData(copy.release());
  drag->exec(Qt::CopyAction);
}

void Ribbon::mouseMoveEvent(QMouseEvent* event) {
  const QPoint inWindow = viewport()->mapTo(window(), event->pos());
  if ((event->buttons() & Qt::LeftButton) != 0 && !window()->rect().contains(inWindow)) {
    return dragOut();
  }
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

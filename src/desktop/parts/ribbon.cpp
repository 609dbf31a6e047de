#include "desktop/parts/ribbon.h"

#include <QFrame>
#include <QMouseEvent>
#include <QPainter>
#include <QPen>
#include <QPoint>
#include <QPointF>
#include <QRectF>
#include <QScrollBar>
#include <QString>
#include <QWheelEvent>

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
  setFixedHeight(figures == RibbonFigures::Air ? metrics::kRibbon : metrics::kRibbon - 24);
  setFocusPolicy(Qt::StrongFocus);
  const auto refresh = [this] {
    layOut();
    viewport()->update();
  };
  connect(&session_, &ProjectSession::changed, this, refresh);
  connect(&session_, &ProjectSession::projectReplaced, this, refresh);
  connect(&session_, &ProjectSession::artArrived, this, [this] { viewport()->update(); });
  connect(&session_, &ProjectSession::selectionChanged, this, [this, refresh] {
    refresh();
    reveal();
  });
  layOut();
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

void Ribbon::reveal() {
  const Animation* animation = session_.currentAnimation();
  if (animation == nullptr) return;
  for (std::size_t i = 0; i < animation->steps.size(); ++i) {
    if (animation->steps[i].frame != session_.selection().frame) continue;
    const QRect cell = cellOf(animation->id, i);
    QScrollBar* bar = horizontalScrollBar();
    if (cell.left() < 0) bar->setValue(bar->value() + cell.left() - kLeft);
    if (cell.right() > viewport()->width()) {
      bar->setValue(bar->value() + cell.right() - viewport()->width() + kLeft);
    }
    return;
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
    paintCell(painter, *frame, cell, current && frame->id == session_.selection().frame);
  }
}

void Ribbon::paintCell(QPainter& painter, const Frame& frame, const QRect& cell, bool selected) {
  painter.save();
  painter.setClipRect(cell);
  pictures_.drawThumb(painter, frame, cell);
  if (figures_ == RibbonFigures::Air) {
    const double room = std::min(static_cast<double>(cell.width()) / frame.rect.w,
                                 static_cast<double>(cell.height()) / frame.rect.h);
    ViewTransform view;
    view.scale = room >= 1 ? std::floor(room) : room;
    view.offset = QRectF(cell).center() -
                  QPointF(frame.rect.w * view.scale / 2, frame.rect.h * view.scale / 2);
    view.offset = {std::round(view.offset.x()), std::round(view.offset.y())};
    for (const FrameShape& shape : frame.shapes) {
      paintShapeOutline(painter, view.toStage(rectOf(bounds(shape.geometry))), 1);
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
  const bool byHand = frame.shapes.front().source == ShapeSource::Hand;
  painter.drawText(words, Qt::AlignHCenter | Qt::AlignTop,
                   (byHand ? tr("hand %1 %") : tr("air %1 %")).arg(qRound(measures->air * 100)));
}

const Measures* Ribbon::measuresOf(const Frame& frame) {
  if (frame.shapes.empty()) return nullptr;
  const auto art = session_.artOf(frame.sheet);
  if (art == nullptr) return nullptr;
  std::shared_ptr<const Asset> value;
  for (const auto& asset : session_.project().assets) {
    if (asset->id == session_.selection().asset) value = asset.pointer();
  }
  Measured& kept = measured_[frame.id.value];
  if (kept.asset != value) {
    kept = {value, measured(frame.shapes.front().geometry, cropped(art->firm, frame.rect))};
  }
  return &kept.measures;
}

void Ribbon::mousePressEvent(QMouseEvent* event) {
  const int x = event->pos().x() + horizontalScrollBar()->value();
  for (const Group& group : groups()) {
    const int step = (x - group.left) / metrics::kRibbonCell;
    if (x < group.left || step >= static_cast<int>(group.animation->steps.size())) continue;
    session_.selectFrame(session_.selection().asset, group.animation->id,
                         group.animation->steps[static_cast<std::size_t>(step)].frame);
    return;
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

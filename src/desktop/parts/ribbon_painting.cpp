// How the ribbon of ribbon.h is painted, with the figures that its cells carry.
#include <QPainter>
#include <QPen>
#include <QPointF>
#include <QRectF>
#include <QScrollBar>
#include <QString>
#include <algorithm>
#include <cmath>

#include "core/fit/keys/steadiness.h"
#include "desktop/parts/accessible.h"
#include "desktop/parts/durations.h"
#include "desktop/parts/ribbon.h"
#include "desktop/parts/wording.h"
#include "desktop/stage/shape_painting.h"
#include "desktop/theme.h"

namespace amber {
namespace {

// The line of steadiness has 100 % at the top, half and less at the bottom. What is less steady
// than kUnsteady is pointed out.
constexpr double kLeastPlotted = 0.5;
constexpr double kUnsteady = 0.75;

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

void Ribbon::paintEvent(QPaintEvent*) {
  QPainter painter(viewport());
  painter.fillRect(viewport()->rect(), theme().paper);
  const Asset* asset = session_.currentAsset();
  if (asset == nullptr) {
    painter.setFont(smallFont());
    painter.setPen(theme().quiet);
    painter.drawText(viewport()->rect(), Qt::AlignCenter,
                     tr("The frames of the selected asset are shown here. Cut a sheet first."));
    return;
  }
  painter.translate(-horizontalScrollBar()->value(), 0);
  for (const Group& group : groups()) paintGroup(painter, *asset, group);
  painter.resetTransform();
  paintFocus(painter, *this);
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
  QString facts = countedFrames(animation.steps.size()) + ", " + loopText(animation.loop);
  const bool told = !animation.steps.empty() && shares_.contains(animation.steps[0].frame.value);
  if (figures_ == RibbonFigures::Shares && told) facts += ": " + tr("%1 by frame").arg(shareWord_);
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
                       durations::text(animation.steps[step].durationMs));
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

// What is painted on and under the cell, in words.
QString Ribbon::figuresOf(const Frame& frame, const Step& step) {
  QStringList words;
  if (frame.lost) words << tr("the sheet no longer has it");
  if (figures_ == RibbonFigures::Times) words << durations::text(step.durationMs);
  if (figures_ == RibbonFigures::Shares && shares_.contains(frame.id.value)) {
    words << shareWord_ + tr(" %1 %").arg(qRound(shares_.value(frame.id.value) * 100));
  }
  if (figures_ == RibbonFigures::Air) {
    const Measures* measures = measuresOf(frame);
    words << (measures == nullptr ? tr("no shape")
                                  : tr("air %1 %").arg(qRound(measures->air * 100)));
    if (const ShapePlace* place = session_.shapeOn(frame.id)) {
      words << fromWord(kindName(place->shape()));
      words << (place->heldOn(frame.id) ? tr("held") : tr("keyframe"));
    }
  }
  return words.isEmpty() ? QString() : ", " + words.join(", ");
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
  } else if (figures_ == RibbonFigures::Shares) {
    paintShare(painter, frame, {cell.left() + 2, cell.bottom() + 5, cell.width() - 4, 4});
  }
}

void Ribbon::paintShare(QPainter& painter, const Frame& frame, const QRect& bar) {
  const auto share = shares_.constFind(frame.id.value);
  if (share == shares_.constEnd()) return;
  painter.fillRect(bar, theme().line);
  painter.fillRect(QRectF(bar.left(), bar.top(), bar.width() * *share, bar.height()),
                   theme().error);
  painter.setFont(smallFont());
  painter.setPen(theme().quiet);
  painter.drawText(bar.adjusted(-4, 5, 6, 20), Qt::AlignHCenter | Qt::AlignTop,
                   tr("%1 %").arg(qRound(*share * 100)));
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
                       : !place.key->recipe ? tr("by hand %1 %")
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
  // Under the lowest that the line may go, for it may begin at the first step.
  painter.drawText(QPointF(group.left, kPlotTop + kPlot + 8), tr("steady"));
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

}  // namespace amber

// How the cut stage is painted, of cut_stage.h.
#include <QBrush>
#include <QColor>
#include <QFontMetricsF>
#include <QPen>
#include <QPolygonF>
#include <algorithm>

#include "core/cut/grid.h"
#include "desktop/benches/cut/cut_stage.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr double kProfileHeight = 28;
constexpr double kProfileGap = 10;
// Frames of at least this size on the stage, px, show their number.
constexpr double kNumbered = 56;
constexpr double kNumberedAcross = 22;
// With more crossings than this, the marks are enough without text.
constexpr std::size_t kMostWords = 12;

QRectF rectOf(const PixelRect& rect) {
  return {static_cast<double>(rect.x), static_cast<double>(rect.y), static_cast<double>(rect.w),
          static_cast<double>(rect.h)};
}

QColor faded(QColor colour, int alpha) {
  colour.setAlpha(alpha);
  return colour;
}

}  // namespace

void CutStage::paintGround(QPainter& painter) {
  painter.fillRect(rect(), theme().card);
  if (!content().isEmpty()) paintBackdrop(painter, view().toStage(content()), backdrop());
}

void CutStage::paintStage(QPainter& painter) {
  refreshEvidence();
  const QRectF stage = view().toStage(content());
  // To pick a colour, or to see what ink would be, one must see what is there.
  const bool raw = mode_ == CutTool::Pick || inkRule_.has_value();
  const SheetId shown = session_.selection().sheet;
  if (!(raw ? pictures_.drawFile(painter, shown, stage)
            : pictures_.drawSheet(painter, shown, stage))) {
    painter.setPen(theme().text);
    painter.drawText(rect(), Qt::AlignCenter, tr("Reading the sheet..."));
    return;
  }
  if (inkRule_ && !inkPicture_.isNull()) {
    painter.setRenderHint(QPainter::SmoothPixmapTransform, false);
    painter.drawImage(stage, inkPicture_);
  }
  paintEvidence(painter);
  paintLines(painter);
  paintRegions(painter);
  paintFrames(painter);
  paintCrossings(painter);
  if (!columns_.empty()) paintProfiles(painter);
  paintTools(painter);
}

void CutStage::paintProfiles(QPainter& painter) const {
  const QRectF stage = view().toStage(content());
  // Never larger than the thing it describes.
  const double highest = std::min(kProfileHeight, stage.height() / 2);
  const double widest = std::min(kProfileHeight, stage.width() / 2);
  const double scale = view().scale;
  const int most = std::max(1, *std::max_element(columns_.begin(), columns_.end()));
  const double base = stage.top() - kProfileGap;
  for (std::size_t x = 0; x < columns_.size(); ++x) {
    const double height = highest * columns_[x] / most;
    painter.fillRect(QRectF(stage.left() + static_cast<double>(x) * scale, base - height,
                            std::max(1.0, scale), height),
                     theme().ink);
  }
  const int mostInRow = std::max(1, *std::max_element(rows_.begin(), rows_.end()));
  const double side = stage.left() - kProfileGap;
  for (std::size_t y = 0; y < rows_.size(); ++y) {
    const double width = widest * rows_[y] / mostInRow;
    painter.fillRect(QRectF(side - width, stage.top() + static_cast<double>(y) * scale, width,
                            std::max(1.0, scale)),
                     theme().ink);
  }
  painter.setFont(smallFont());
  painter.setPen(theme().quiet);
  painter.drawText(QPointF(stage.left(), base - kProfileHeight - 14), tr("Ink per column"));
}

void CutStage::paintEvidence(QPainter& painter) const {
  painter.save();
  painter.setFont(smallFont());
  for (const PixelRect& cell : evidence_.found.empty) {
    const QRectF place = view().toStage(rectOf(cell));
    painter.fillRect(place, QBrush(faded(theme().text, 110), Qt::BDiagPattern));
    if (place.width() > 50 && place.height() > 20) {
      painter.setPen(theme().text);
      painter.drawText(place, Qt::AlignCenter, tr("Empty"));
    }
  }
  for (const PixelRect& strip : evidence_.leftOver) {
    painter.fillRect(view().toStage(rectOf(strip)),
                     QBrush(faded(theme().error, 60), Qt::Dense4Pattern));
  }
  // Ink at the edge of a cell is not a fault; it only needs review.
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(faded(theme().amber, 150), 1, Qt::DotLine));
  for (const PixelRect& cell : evidence_.touching) {
    painter.drawRect(view().toStage(rectOf(cell)).adjusted(3, 3, -3, -3));
  }
  painter.restore();
}

void CutStage::paintLines(QPainter& painter) const {
  if (!cut_) return;
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing, false);
  painter.setBrush(Qt::NoBrush);
  painter.setPen(QPen(theme().cut, 1));
  for (const PixelRect& frame : evidence_.found.frames) {
    painter.drawRect(view().toStage(rectOf(frame)));
  }
  for (const PixelRect& cell : evidence_.found.empty) {
    painter.drawRect(view().toStage(rectOf(cell)));
  }
  const Grid* grid = partGrid();
  const PixelRect area = partArea();
  if (grid == nullptr || !fits(*grid, area.size())) {
    painter.restore();
    return;
  }
  const QRectF stage = view().toStage(content());
  painter.setRenderHint(QPainter::Antialiasing);
  painter.setBrush(theme().cut);
  painter.setPen(Qt::NoPen);
  for (const GridLine& line : linesOf(*grid)) {
    if (line.across == GridLine::Across::Columns) {
      const double x = view().toStage(QPointF(area.x + line.position, 0)).x();
      const double y = stage.top() - kProfileGap - kProfileHeight - 10;
      painter.drawPolygon(QPolygonF{QPointF(x - 5, y), QPointF(x + 5, y), QPointF(x, y + 7)});
      painter.fillRect(QRectF(x - 0.5, y + 6, 1, stage.top() - y - 6), theme().cut);
    } else {
      const double y = view().toStage(QPointF(0, area.y + line.position)).y();
      const double x = stage.left() - kProfileGap - kProfileHeight - 10;
      painter.drawPolygon(QPolygonF{QPointF(x, y - 5), QPointF(x, y + 5), QPointF(x + 7, y)});
      painter.fillRect(QRectF(x + 6, y - 0.5, stage.left() - x - 6, 1), theme().cut);
    }
  }
  painter.restore();
}

void CutStage::paintRegions(QPainter& painter) const {
  if (!cut_) return;
  painter.save();
  painter.setBrush(Qt::NoBrush);
  painter.setFont(smallFont(true));
  for (std::size_t i = 0; i < cut_->regions.size(); ++i) {
    const bool active = static_cast<int>(i) == part_;
    const QRectF place = view().toStage(rectOf(cut_->regions[i].area));
    painter.setPen(QPen(active ? theme().amber : theme().quiet, 2, Qt::DashLine));
    painter.drawRect(place.adjusted(-1, -1, 1, 1));
    paintStageText(painter, place.topLeft() + QPointF(4, -5), tr("region %1").arg(i + 1),
                   theme().text);
  }
  painter.restore();
}

// Numbers, in the order that frames get, and what is selected.
void CutStage::paintFrames(QPainter& painter) const {
  painter.save();
  const auto& frames = evidence_.found.frames;
  painter.setFont(smallFont());
  for (std::size_t i = 0; i < frames.size() && frames.size() > 1; ++i) {
    const QRectF place = view().toStage(rectOf(frames[i]));
    if (std::max(place.width(), place.height()) < kNumbered ||
        std::min(place.width(), place.height()) < kNumberedAcross) {
      continue;
    }
    paintStageText(painter, place.topLeft() + QPointF(5, 13), QString::number(i + 1),
                   theme().quiet);
  }
  painter.setBrush(Qt::NoBrush);
  const Selection& selection = session_.selection();
  const Asset* asset = session_.currentAsset();
  for (const Frame& frame : asset == nullptr ? std::vector<Frame>() : asset->frames) {
    if (frame.sheet != selection.sheet || frame.lost) continue;
    const bool selected = std::find(selection.frames.begin(), selection.frames.end(), frame.id) !=
                          selection.frames.end();
    if (!selected) continue;
    painter.setPen(QPen(theme().amber, frame.id == selection.frame ? 3 : 2));
    painter.drawRect(view().toStage(rectOf(frame.rect)));
  }
  painter.restore();
}

void CutStage::paintCrossings(QPainter& painter) const {
  double wordsEnd = 0;  // of the words below the sheet so far
  for (const Crossing& crossing : evidence_.crossings) {
    QRectF around;
    for (const PixelRect& run : crossing.pixels) {
      painter.fillRect(view().toStage(rectOf(run)), faded(theme().error, 190));
      around = around.united(rectOf(run));
    }
    const QRectF frame = view().toStage(around).adjusted(-3, -3, 3, 3);
    painter.setPen(QPen(theme().error, 2));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(frame);
    // The text is beside the sheet, so that it hides no art.
    if (evidence_.crossings.size() > kMostWords) continue;
    const QString words = tr("%1 px of ink cross here").arg(crossing.count);
    const QRectF stage = view().toStage(content());
    if (crossing.across == GridLine::Across::Columns) {
      const double half = QFontMetricsF(smallFont(true)).horizontalAdvance(words) / 2;
      if (frame.center().x() - half < wordsEnd) continue;
      wordsEnd = frame.center().x() + half + 6;
      paintStageText(painter, {frame.center().x() - half, stage.bottom() + 18}, words,
                     theme().error);
    } else {
      paintStageText(painter, {stage.right() + 8, frame.center().y() + 4}, words, theme().error);
    }
  }
}

// Handles of rectangles by hand, the band of a choice, the line of a split.
void CutStage::paintTools(QPainter& painter) const {
  painter.save();
  const std::vector<PixelRect> rects = handRects();
  const PixelRect area = partArea();
  for (const std::size_t index : rects_.chosen()) {
    if (index >= rects.size()) continue;
    const QRectF place = view().toStage(rectOf(rects[index]).translated(area.x, area.y));
    painter.setPen(QPen(theme().amber, 2));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(place);
    constexpr double kHalf = metrics::kHandle / 2.0;
    painter.setBrush(theme().card);
    for (const double x : {place.left(), place.center().x(), place.right()}) {
      for (const double y : {place.top(), place.center().y(), place.bottom()}) {
        if (QPointF(x, y) == place.center()) continue;
        painter.drawRect(QRectF(x - kHalf, y - kHalf, kHalf * 2, kHalf * 2));
      }
    }
  }
  if (bandFrom_) {
    painter.setPen(QPen(theme().amber, 1, Qt::DashLine));
    painter.setBrush(faded(theme().amber, 40));
    painter.drawRect(QRectF(view().toStage(*bandFrom_), view().toStage(pointer_)).normalized());
  }
  if (mode_ == CutTool::Split) {
    if (const auto line = splitLineAt(pointer_)) {
      const QRectF place = view().toStage(rectOf(line->frame));
      painter.setPen(QPen(theme().amber, 2));
      if (line->across == GridLine::Across::Columns) {
        const double x = view().toStage(QPointF(line->position, 0)).x();
        painter.drawLine(QPointF(x, place.top()), QPointF(x, place.bottom()));
      } else {
        const double y = view().toStage(QPointF(0, line->position)).y();
        painter.drawLine(QPointF(place.left(), y), QPointF(place.right(), y));
      }
    }
  }
  painter.restore();
}

}  // namespace amber

#include "desktop/benches/cut/cut_stage.h"

#include <QBrush>
#include <QColor>
#include <QFontMetricsF>
#include <QPainter>
#include <QPen>
#include <QPolygonF>
#include <algorithm>

#include "core/cut/grid.h"
#include "desktop/theme.h"

namespace amber {
namespace {

// How near a cut line a press takes hold of it, stage px.
constexpr double kGrabReach = 6;
constexpr double kProfileHeight = 40;
constexpr double kProfileGap = 14;

QRectF rectOf(const PixelRect& rect) {
  return {static_cast<double>(rect.x), static_cast<double>(rect.y), static_cast<double>(rect.w),
          static_cast<double>(rect.h)};
}

}  // namespace

CutStage::CutStage(ProjectSession& session, Pictures& pictures, QWidget* parent)
    : StageView(session, pictures, parent) {
  setObjectName("cutStage");
  connect(&session_, &ProjectSession::artArrived, this, [this] { contentChanged(); });
}

const Sheet* CutStage::sheet() const {
  return findSheet(session_.project(), session_.selection().sheet);
}

QRectF CutStage::content() const {
  const Sheet* shown = sheet();
  return shown == nullptr ? QRectF() : QRectF(0, 0, shown->size.w, shown->size.h);
}

QString CutStage::emptyText() const {
  return tr("Drop sprite sheets here, or press Ctrl+I to choose them.");
}

void CutStage::setGrid(const std::optional<Grid>& grid) {
  grid_ = grid;
  contentChanged();
}

// Counts again only when art or grid is another.
void CutStage::refreshEvidence() {
  const auto art = session_.artOf(session_.selection().sheet);
  if (art != art_) {
    art_ = art;
    columns_ = art == nullptr ? std::vector<int>() : columnCounts(art->faint);
    rows_ = art == nullptr ? std::vector<int>() : rowCounts(art->faint);
    evidenceGrid_.reset();
  }
  if (art_ == nullptr || !grid_ || !fits(*grid_, art_->image.size())) {
    emptyCells_.clear();
    crossings_.clear();
    evidenceGrid_.reset();
    return;
  }
  if (evidenceGrid_ == grid_) return;
  evidenceGrid_ = grid_;
  emptyCells_ = cellsOf(*grid_);
  std::erase_if(emptyCells_,
                [&](const PixelRect& cell) { return countWithin(art_->faint, cell) > 0; });
  crossings_ = crossingsOf(art_->faint, *grid_);
}

void CutStage::paintGround(QPainter& painter) {
  painter.fillRect(rect(), theme().card);
  if (!content().isEmpty()) paintBackdrop(painter, view().toStage(content()), backdrop());
}

void CutStage::paintStage(QPainter& painter) {
  refreshEvidence();
  if (!pictures_.drawSheet(painter, session_.selection().sheet, view().toStage(content()))) {
    painter.setPen(theme().text);
    painter.drawText(rect(), Qt::AlignCenter, tr("Reading the sheet"));
    return;
  }
  paintCells(painter);
  paintLines(painter);
  paintCrossings(painter);
  paintProfiles(painter);
}

void CutStage::paintProfiles(QPainter& painter) const {
  const QRectF stage = view().toStage(content());
  const double scale = view().scale;
  const int most = std::max(1, *std::max_element(columns_.begin(), columns_.end()));
  const double base = stage.top() - kProfileGap;
  for (std::size_t x = 0; x < columns_.size(); ++x) {
    const double height = kProfileHeight * columns_[x] / most;
    painter.fillRect(QRectF(stage.left() + static_cast<double>(x) * scale, base - height,
                            std::max(1.0, scale), height),
                     theme().ink);
  }
  const int mostInRow = std::max(1, *std::max_element(rows_.begin(), rows_.end()));
  const double side = stage.left() - kProfileGap;
  for (std::size_t y = 0; y < rows_.size(); ++y) {
    const double width = kProfileHeight * rows_[y] / mostInRow;
    painter.fillRect(QRectF(side - width, stage.top() + static_cast<double>(y) * scale, width,
                            std::max(1.0, scale)),
                     theme().ink);
  }
  painter.setFont(smallFont());
  painter.setPen(theme().quiet);
  painter.drawText(QPointF(stage.left(), base - kProfileHeight - 16), tr("ink in each column"));
}

void CutStage::paintCells(QPainter& painter) const {
  painter.save();
  painter.setFont(smallFont());
  for (const PixelRect& cell : emptyCells_) {
    const QRectF place = view().toStage(rectOf(cell));
    QColor hatch = theme().text;
    hatch.setAlpha(110);
    painter.fillRect(place, QBrush(hatch, Qt::BDiagPattern));
    if (place.width() > 50 && place.height() > 20) {
      painter.setPen(theme().text);
      painter.drawText(place, Qt::AlignCenter, tr("empty"));
    }
  }
  if (grid_ && sheet() != nullptr && fits(*grid_, sheet()->size)) {
    QColor veil = theme().error;
    veil.setAlpha(60);
    const LeftOver rest = leftOver(*grid_, sheet()->size);
    for (const PixelRect& strip : {rest.right, rest.bottom}) {
      if (!strip.empty()) {
        painter.fillRect(view().toStage(rectOf(strip)), QBrush(veil, Qt::Dense4Pattern));
      }
    }
    for (const Frame& frame : session_.currentAsset() == nullptr
                                  ? std::vector<Frame>()
                                  : session_.currentAsset()->frames) {
      if (frame.id != session_.selection().frame || frame.sheet != sheet()->id) continue;
      painter.setPen(QPen(theme().amber, 3));
      painter.drawRect(view().toStage(rectOf(frame.rect)));
    }
  }
  painter.restore();
}

void CutStage::paintLines(QPainter& painter) const {
  if (!grid_) return;
  const QRectF stage = view().toStage(content());
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing, false);
  painter.setPen(QPen(theme().cut, 1));
  for (const PixelRect& cell : cellsOf(*grid_)) painter.drawRect(view().toStage(rectOf(cell)));
  painter.setRenderHint(QPainter::Antialiasing);
  painter.setBrush(theme().cut);
  painter.setPen(Qt::NoPen);
  for (const GridLine& line : linesOf(*grid_)) {
    if (line.across == GridLine::Across::Columns) {
      const double x = view().toStage(QPointF(line.position, 0)).x();
      const double y = stage.top() - kProfileGap - kProfileHeight - 10;
      painter.drawPolygon(QPolygonF{QPointF(x - 5, y), QPointF(x + 5, y), QPointF(x, y + 7)});
      painter.fillRect(QRectF(x - 0.5, y + 6, 1, stage.top() - y - 6), theme().cut);
    } else {
      const double y = view().toStage(QPointF(0, line.position)).y();
      const double x = stage.left() - kProfileGap - kProfileHeight - 10;
      painter.drawPolygon(QPolygonF{QPointF(x, y - 5), QPointF(x, y + 5), QPointF(x + 7, y)});
      painter.fillRect(QRectF(x + 6, y - 0.5, stage.left() - x - 6, 1), theme().cut);
    }
  }
  painter.restore();
}

void CutStage::paintCrossings(QPainter& painter) const {
  double wordsEnd = 0;  // of the words below the sheet so far
  for (const Crossing& crossing : crossings_) {
    QRectF around;
    for (const PixelRect& run : crossing.pixels) {
      QColor mark = theme().error;
      mark.setAlpha(190);
      painter.fillRect(view().toStage(rectOf(run)), mark);
      around = around.united(rectOf(run));
    }
    const QRectF frame = view().toStage(around).adjusted(-3, -3, 3, 3);
    painter.setPen(QPen(theme().error, 2));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(frame);
    // The words stand beside the sheet, so that they hide no art; where everything crosses, the
    // marks say enough.
    if (crossings_.size() > 12) continue;
    const QString words = tr("crossed by %1 px").arg(crossing.count);
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

void CutStage::artPress(QPointF at, Qt::KeyboardModifiers) {
  if (!grid_) return;
  if (tool_.press(*grid_, {at.x(), at.y()}, kGrabReach / view().scale)) return;
  for (const PixelRect& cell : cellsOf(*grid_)) {
    if (cell.contains(static_cast<int>(std::floor(at.x())), static_cast<int>(std::floor(at.y())))) {
      emit cellClicked(cell);
      return;
    }
  }
}

void CutStage::artMove(QPointF at, Qt::KeyboardModifiers) {
  const Sheet* shown = sheet();
  if (tool_.dragging() && shown != nullptr) {
    emit gridDragged(tool_.move({at.x(), at.y()}, shown->size));
    return;
  }
  const auto line =
      grid_ ? LineTool::lineAt(*grid_, {at.x(), at.y()}, kGrabReach / view().scale) : std::nullopt;
  setCursor(!line                                       ? Qt::ArrowCursor
            : line->across == GridLine::Across::Columns ? Qt::SplitHCursor
                                                        : Qt::SplitVCursor);
}

void CutStage::artRelease(QPointF at, Qt::KeyboardModifiers) {
  const Sheet* shown = sheet();
  if (!tool_.dragging() || shown == nullptr) return;
  if (const auto grid = tool_.release({at.x(), at.y()}, shown->size)) {
    emit gridDropped(*grid);
  } else {
    emit dragCancelled();
  }
}

void CutStage::artCancel() {
  if (!tool_.dragging()) return;
  tool_.cancel();
  emit dragCancelled();
}

}  // namespace amber

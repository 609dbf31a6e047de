#include "desktop/benches/fit/tile_surroundings.h"

#include <QCoreApplication>
#include <QFontMetricsF>
#include <QPen>
#include <algorithm>

#include "core/fit/keys/held_shapes.h"
#include "desktop/parts/wording.h"
#include "desktop/stage/shape_painting.h"
#include "desktop/stage/stage_view.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr double kNeighbourOpacity = 0.5;

QString faultText(SeamFault fault) {
  const auto text = [](const char* words) {
    return QCoreApplication::translate("TileSurroundings", words);
  };
  switch (fault) {
    case SeamFault::Step:
      return text("step of %1 px");
    case SeamFault::Gap:
      return text("gap of %1 px");
    case SeamFault::Overhang:
      return text("overhang of %1 px");
    case SeamFault::Open:
      break;
  }
  return text("open: %1 px");
}

}  // namespace

TileSurroundings::TileSurroundings(const Project& project, const Asset& asset, const Frame& frame,
                                   const ArtSource& art)
    : tile_{asset.id, frame.id}, cell_(0, 0, frame.rect.w, frame.rect.h) {
  if (!isTile(project, asset)) return;
  const std::vector<Tile> tiles = tilesOf(project, art);
  SeamChoice choice;
  choice.asset = &asset;
  choice.frame = &frame;
  for (const TileSeam& seam : tileSeams(project, tiles, choice)) {
    const Tile& a = tiles[seam.a];
    const Tile& b = tiles[seam.b];
    const auto place = [&](CellSide side, const Tile& other) {
      std::optional<Neighbour>& at = at_[static_cast<std::size_t>(side)];
      const auto rank = [&](const TileSeam& one, FrameId id) {
        return one.fault ? 0 : id == frame.id ? 1 : 2;
      };
      const int now = at ? rank(at->seam, at->ref.frame) : 3;
      if (rank(seam, other.frame->id) >= now) return;
      at = Neighbour{{other.asset->id, other.frame->id}, seam};
    };
    if (a.frame == &frame) place(facing(seam.side), b);
    if (b.frame == &frame) place(facedBy(seam.side), a);
  }
}

bool TileSurroundings::empty() const {
  return std::none_of(at_.begin(), at_.end(), [](const auto& one) { return one.has_value(); });
}

std::vector<TileSurroundings::Fault> TileSurroundings::faults() const {
  std::vector<Fault> faults;
  for (const CellSide side : kCellSides) {
    const std::optional<Neighbour>& one = at_[static_cast<std::size_t>(side)];
    if (!one || !one->seam.fault) continue;
    const bool after = side == facing(one->seam.side);
    faults.push_back({after ? tile_ : one->ref, after ? one->ref : tile_, one->seam.side});
  }
  return faults;
}

QRectF TileSurroundings::cellAt(CellSide side) const {
  switch (side) {
    case CellSide::Left:
      return cell_.translated(-cell_.width(), 0);
    case CellSide::Top:
      return cell_.translated(0, -cell_.height());
    case CellSide::Right:
      return cell_.translated(cell_.width(), 0);
    case CellSide::Bottom:
      break;
  }
  return cell_.translated(0, cell_.height());
}

QRectF TileSurroundings::extent() const {
  if (empty()) return cell_;
  const double across = cell_.width() / 2;
  const double down = cell_.height() / 2;
  return cell_.adjusted(-across, -down, across, down);
}

void TileSurroundings::paint(QPainter& painter, Pictures& pictures, const Project& project,
                             const ViewTransform& view) const {
  for (const CellSide side : kCellSides) {
    const std::optional<Neighbour>& one = at_[static_cast<std::size_t>(side)];
    const Asset* asset = one ? findAsset(project, one->ref.asset) : nullptr;
    const Frame* frame = asset == nullptr ? nullptr : findFrame(*asset, one->ref.frame);
    if (frame == nullptr) continue;
    const QRectF cell = cellAt(side);
    painter.save();
    painter.setOpacity(kNeighbourOpacity);
    pictures.drawFrame(painter, *frame, view.toStage(cell));
    ViewTransform local = view;
    local.offset = view.toStage(cell.topLeft());
    const HeldShapes held(*asset);
    for (const Role* role : stoppingRoles(project, *asset)) {
      const ShapePlace* place = held.find(frame->id, role->name);
      if (place != nullptr) {
        paintShapeOutline(painter, place->shape(), local, 1.4, lookOf(*role));
      }
    }
    painter.restore();
  }
}

void TileSurroundings::paintFaults(QPainter& painter, const ViewTransform& view) const {
  for (const CellSide side : kCellSides) {
    const std::optional<Neighbour>& one = at_[static_cast<std::size_t>(side)];
    if (one && one->seam.fault) paintFault(painter, side, one->seam, view);
  }
}

// A line along the side, with what is wrong there, beside the tile.
void TileSurroundings::paintFault(QPainter& painter, CellSide side, const TileSeam& seam,
                                  const ViewTransform& view) const {
  const QRectF cell = view.toStage(cell_);
  const QLineF line = side == CellSide::Left    ? QLineF(cell.topLeft(), cell.bottomLeft())
                      : side == CellSide::Top   ? QLineF(cell.topLeft(), cell.topRight())
                      : side == CellSide::Right ? QLineF(cell.topRight(), cell.bottomRight())
                                                : QLineF(cell.bottomLeft(), cell.bottomRight());
  painter.save();
  painter.setPen(QPen(theme().halo, 5));
  painter.drawLine(line);
  painter.setPen(QPen(theme().error, 2.5));
  painter.drawLine(line);
  painter.restore();
  const QString text = faultText(*seam.fault).arg(rounded(seam.px));
  const double width = QFontMetricsF(smallFont(true)).horizontalAdvance(text);
  const QPointF by = side == CellSide::Left    ? QPointF(-width - 12, 4)
                     : side == CellSide::Right ? QPointF(12, 4)
                     : side == CellSide::Top   ? QPointF(-width / 2, -12)
                                               : QPointF(-width / 2, 18);
  paintStageText(painter, line.center() + by, text, theme().error);
}

}  // namespace amber

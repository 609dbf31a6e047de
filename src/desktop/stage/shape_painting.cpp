#include "desktop/stage/shape_painting.h"

#include <QBrush>
#include <QColor>
#include <QImage>
#include <QLineF>
#include <QList>
#include <QPainter>
#include <QPen>
#include <QPointF>
#include <QPolygonF>
#include <QRgb>
#include <QTransform>
#include <bit>
#include <cmath>
#include <cstdint>
#include <vector>

#include "core/image/shape_pixels.h"
#include "desktop/theme.h"

namespace amber {
namespace {

constexpr double kHeldOpacity = 0.55;

// A capsule is a rectangle with round ends, turned.
QPainterPath capsulePath(const Capsule& c, const ViewTransform& view) {
  const double length = std::hypot(c.bx - c.ax, c.by - c.ay);
  QPainterPath upright;
  upright.addRoundedRect(QRectF(-length / 2 - c.r, -c.r, length + 2 * c.r, 2 * c.r), c.r, c.r);
  QTransform place;
  const QPointF middle = view.toStage(QPointF((c.ax + c.bx) / 2, (c.ay + c.by) / 2));
  place.translate(middle.x(), middle.y());
  place.rotateRadians(std::atan2(c.by - c.ay, c.bx - c.ax));
  place.scale(view.scale, view.scale);
  return place.map(upright);
}

// Calls visit(column) for every bit that is set.
template <class Visit>
void eachBit(std::uint64_t word, int firstColumn, const Visit& visit) {
  for (; word != 0; word &= word - 1) visit(firstColumn + std::countr_zero(word));
}

// All edges between mask pixels and others, merged into straight lines; found by words of pixels,
// most of which have no edge.
QList<QLineF> maskEdges(const MaskShape& mask, const ViewTransform& view) {
  const PixelRect area = pixelBounds(Shape(mask));
  const PixelMask pixels = pixelsOf(Shape(mask), {area.x - 1, area.y - 1, area.w + 2, area.h + 2});
  QList<QLineF> lines;
  const QPointF corner(mask.x - 1, mask.y - 1);
  const auto edge = [&](int x0, int y0, int x1, int y1) {
    lines << QLineF(view.toStage(corner + QPointF(x0, y0)), view.toStage(corner + QPointF(x1, y1)));
  };
  const int words = pixels.wordsPerRow();
  // Columns whose left side is an edge in the row before, and where each of those began.
  std::vector<std::uint64_t> open(static_cast<std::size_t>(words));
  std::vector<int> from(static_cast<std::size_t>(words) * 64);
  for (int y = 1; y < pixels.height(); ++y) {
    std::uint64_t lastPixel = 0;
    std::uint64_t lastEdge = 0;
    int level = 0;  // where the level edge under way began
    for (int i = 0; i < words; ++i) {
      const std::uint64_t word = pixels.row(y)[i];
      const std::uint64_t over = word ^ pixels.row(y - 1)[i];
      eachBit(over ^ (over << 1 | lastEdge), i * 64, [&](int x) {
        if (level == 0) {
          level = x;
        } else {
          edge(level, y, x, y);
          level = 0;
        }
      });
      lastEdge = over >> 63;
      const std::uint64_t beside = word ^ (word << 1 | lastPixel);
      lastPixel = word >> 63;
      std::uint64_t& before = open[static_cast<std::size_t>(i)];
      eachBit(before ^ beside, i * 64, [&](int x) {
        int& start = from[static_cast<std::size_t>(x)];
        if ((beside >> (x & 63) & 1U) != 0) {
          start = y;
        } else {
          edge(x, start, x, y);
        }
      });
      before = beside;
    }
  }
  return lines;
}

QPainterPath maskPath(const MaskShape& mask, const ViewTransform& view) {
  QPainterPath path;
  for (const QLineF& line : maskEdges(mask, view)) {
    path.moveTo(line.p1());
    path.lineTo(line.p2());
  }
  return path;
}

// The inside of a shape in a pattern; of a mask its runs, one by one.
void fillInside(QPainter& painter, const Shape& shape, const ViewTransform& view,
                const QBrush& brush) {
  const auto* mask = std::get_if<MaskShape>(&shape);
  if (mask == nullptr) {
    painter.fillPath(outlineOf(shape, view), brush);
    return;
  }
  QList<QRectF> runs;
  for (const MaskRun& run : mask->runs) {
    runs << view.toStage(QRectF(mask->x + run.x0, mask->y + run.y, run.x1 - run.x0, 1));
  }
  painter.setPen(Qt::NoPen);
  painter.setBrush(brush);
  painter.drawRects(runs);
}

// The outline with a halo; separate lines are drawn faster than a path.
void strokeOutline(QPainter& painter, const Shape& shape, const ViewTransform& view,
                   std::initializer_list<QPen> pens) {
  painter.setBrush(Qt::NoBrush);
  if (const auto* mask = std::get_if<MaskShape>(&shape)) {
    const QList<QLineF> lines = maskEdges(*mask, view);
    for (const QPen& pen : pens) {
      painter.setPen(pen);
      painter.drawLines(lines);
    }
    return;
  }
  const QPainterPath outline = outlineOf(shape, view);
  for (const QPen& pen : pens) {
    painter.setPen(pen);
    painter.drawPath(outline);
  }
}

QPen penOf(const ShapeLook& look, double width) {
  return {look.colour, width, look.duty == Duty::Notices ? Qt::DashLine : Qt::SolidLine};
}

}  // namespace

QPainterPath outlineOf(const Shape& shape, const ViewTransform& view) {
  if (const auto* capsule = std::get_if<Capsule>(&shape)) return capsulePath(*capsule, view);
  if (const auto* mask = std::get_if<MaskShape>(&shape)) return maskPath(*mask, view);
  QPainterPath path;
  if (const auto* polygon = std::get_if<Polygon>(&shape)) {
    QPolygonF ring;
    for (const Vertex& point : polygon->points) ring << view.toStage(QPointF(point.x, point.y));
    path.addPolygon(ring);
    path.closeSubpath();
    return path;
  }
  const QRectF place = view.toStage(rectOf(bounds(shape)));
  if (std::holds_alternative<Circle>(shape)) {
    path.addEllipse(place);
  } else {
    path.addRect(place);
  }
  return path;
}

ShapeLook lookOf(const Role& role) {
  const auto layer = static_cast<std::size_t>(role.on == 0 ? 0 : std::countr_zero(role.on));
  return {theme().shapes[layer % theme().shapes.size()], role.duty};
}

void paintShapeOutline(QPainter& painter, const Shape& shape, const ViewTransform& view,
                       double width, const ShapeLook& look) {
  painter.save();
  painter.setRenderHint(QPainter::Antialiasing, kindOf(shape) != ShapeKind::Box);
  if (look.held) painter.setOpacity(kHeldOpacity);
  strokeOutline(painter, shape, view, {penOf(look, width)});
  painter.restore();
}

void paintShape(QPainter& painter, const Shape& shape, const ViewTransform& view,
                const ShapeLook& look) {
  painter.save();
  const bool straight = kindOf(shape) == ShapeKind::Box || kindOf(shape) == ShapeKind::Mask;
  painter.setRenderHint(QPainter::Antialiasing, !straight);
  if (look.held) painter.setOpacity(kHeldOpacity);
  const bool stops = look.duty == Duty::Stops;
  QColor fill = look.colour;
  fill.setAlpha(90);
  fillInside(painter, shape, view, QBrush(fill, stops ? Qt::BDiagPattern : Qt::Dense7Pattern));
  const double width = look.selected ? 2 : 1.4;
  strokeOutline(painter, shape, view, {QPen(theme().halo, width + 2), penOf(look, width)});
  painter.restore();
}

void paintHandles(QPainter& painter, const std::vector<Vertex>& handles, const ViewTransform& view,
                  const ShapeLook& look, std::optional<std::size_t> active) {
  painter.save();
  painter.setPen(QPen(look.colour, 2));
  const double half = metrics::kHandle / 2.0;
  for (std::size_t i = 0; i < handles.size(); ++i) {
    painter.setBrush(active == i ? QBrush(look.colour) : QBrush(theme().card));
    const QPointF at = view.toStage(QPointF(handles[i].x, handles[i].y));
    painter.drawRect(QRectF(at.x() - half, at.y() - half, metrics::kHandle, metrics::kHandle));
  }
  painter.restore();
}

void paintAirAndBareInk(QPainter& painter, const Shape& shape, const PixelMask& ink,
                        const ViewTransform& view, bool air, bool bareInk) {
  QColor airColour = theme().error;
  airColour.setAlpha(95);
  QColor bareColour = theme().shapes[3];
  bareColour.setAlpha(170);
  // One picture of one pixel a pixel, enlarged in one go.
  const PixelRect area = united(pixelBounds(shape), ink.rect());
  if (area.empty()) return;
  const PixelMask pixels = pixelsOf(shape, area);
  QImage marks(area.w, area.h, QImage::Format_ARGB32);
  marks.fill(Qt::transparent);
  const PixelMask inked = cropped(ink, area);
  const QRgb airPixel = airColour.rgba();
  const QRgb barePixel = bareColour.rgba();
  for (int y = 0; y < area.h; ++y) {
    auto* row = reinterpret_cast<QRgb*>(marks.scanLine(y));
    for (int i = 0; i < pixels.wordsPerRow(); ++i) {
      const std::uint64_t held = pixels.row(y)[i];
      const std::uint64_t there = inked.row(y)[i];
      if (air) eachBit(held & ~there, i * 64, [&](int x) { row[x] = airPixel; });
      if (bareInk) eachBit(there & ~held, i * 64, [&](int x) { row[x] = barePixel; });
    }
  }
  painter.setRenderHint(QPainter::SmoothPixmapTransform, false);
  painter.drawImage(view.toStage(QRectF(area.x, area.y, area.w, area.h)), marks);
}

}  // namespace amber

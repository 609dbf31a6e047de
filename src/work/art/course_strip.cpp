#include "work/art/course_strip.h"

#include <QImage>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

#include "core/geometry/contact/pose.h"
#include "core/origin/riders.h"
#include "core/project/frame_ref.h"
#include "core/trial/course/course_world.h"
#include "work/art/stage_picture.h"

namespace amber {
namespace {

constexpr QRgb kGround = 0xffb59a72;
constexpr QRgb kSolid = 0xff6b5a48;
constexpr QRgb kOutline = 0xff2b2119;
constexpr QRgb kShape = 0xff1f4e9c;
constexpr QRgb kTrail = 0xffb9650f;
constexpr QRgb kPaper = 0xfff3ecdf;
constexpr int kBetween = 2;

QPainterPath pathOf(const std::vector<ConvexPiece>& pieces) {
  QPainterPath path;
  for (const ConvexPiece& piece : pieces) {
    if (piece.points.size() > 2 && piece.radius == 0) {
      QPolygonF polygon;
      for (const Vertex& point : piece.points) polygon << QPointF(point.x, point.y);
      polygon << polygon.front();
      path.addPolygon(polygon);
      continue;
    }
    // A circle, or a capsule: its core with a wide, round pen.
    QPainterPath core(QPointF(piece.points.front().x, piece.points.front().y));
    core.lineTo(piece.points.back().x + 1e-6, piece.points.back().y);
    QPainterPathStroker pen;
    pen.setWidth(2 * piece.radius);
    pen.setCapStyle(Qt::RoundCap);
    path.addPath(pen.createStroke(core).simplified());
  }
  return path;
}

// The ticks that are shown.
std::vector<int> momentsOf(const CourseRun& run, int count) {
  const int ticks = static_cast<int>(run.ticks.size());
  int from = 0;
  int to = ticks - 1;
  const auto fault = std::find_if(run.events.begin(), run.events.end(),
                                  [](const CourseEvent& one) { return isFault(one.kind); });
  if (fault != run.events.end()) {
    from = std::max(0, fault->tick - 2 * count);
    to = std::min(ticks - 1, fault->tick + count);
  }
  std::vector<int> moments;
  for (int i = 0; i < count; ++i) {
    const double share = count == 1 ? 1 : static_cast<double>(i) / (count - 1);
    moments.push_back(from + static_cast<int>(std::lround(share * (to - from))));
  }
  return moments;
}

class Strip {
 public:
  Strip(CourseWorld& world, const Asset& asset, const CourseSetup& setup, const CourseRun& run,
        const ArtSource& art)
      : world_(world), asset_(asset), setup_(setup), run_(run), art_(art) {}

  void paint(QPainter& painter, int tick, double zoom) {
    const std::vector<Standing>& standing = world_.standing(tick / setup_.rules.rate);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(QColor(kOutline), 1 / zoom));
    painter.setBrush(QColor(kSolid));
    for (const Standing& one : standing) {
      painter.drawPath(pathOf(world_.store().pieces(one.pieces)).translated(one.at.x, one.at.y));
    }
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(QColor(kTrail), 1.5 / zoom, Qt::DotLine));
    QPainterPath trail(QPointF(setup_.course.start.x, setup_.course.start.y));
    for (int i = 0; i <= tick; ++i) {
      const GamePoint place = run_.ticks[static_cast<std::size_t>(i)].place;
      trail.lineTo(place.x, place.y);
    }
    painter.drawPath(trail);
    const CourseTick& now = run_.ticks[static_cast<std::size_t>(tick)];
    paintFrame(painter, now);
    painter.setPen(QPen(QColor(kShape), 1.5 / zoom));
    for (const FigureShape& shape : world_.figure().looks[now.frame][now.mirrored].shapes) {
      if (!world_.stopping()[shape.part]) continue;
      painter.drawPath(
          pathOf(world_.store().pieces(shape.pieces)).translated(now.place.x, now.place.y));
    }
  }

 private:
  void paintFrame(QPainter& painter, const CourseTick& now) {
    StagedFrame own;
    own.ref = {asset_.id, asset_.frames[now.frame].id};
    own.at = now.place;
    own.scale = asset_.scale;
    own.mirrored = now.mirrored;
    painter.setRenderHint(QPainter::Antialiasing, false);
    for (const StagedFrame& one : withRiders(world_.project(), own)) {
      const Frame& frame = *findFrame(world_.project(), one.ref);
      const auto art = art_(frame.sheet);
      if (!art) continue;
      painter.save();
      painter.setTransform(transformOf(one, frame.origin), true);
      painter.drawImage(QPointF(0, 0), inkPicture(*art, frame));
      painter.restore();
    }
  }

  CourseWorld& world_;
  const Asset& asset_;
  const CourseSetup& setup_;
  const CourseRun& run_;
  const ArtSource& art_;
};

}  // namespace

Result<Image> courseStrip(const Project& project, const Asset& asset, const CourseSetup& setup,
                          const CourseRun& run, int moments, double zoom, const ArtSource& art) {
  if (run.ticks.empty()) return failure(ErrorCode::BadValue, "nothing was run");
  const auto world = CourseWorld::make(project, asset, setup.course, setup.role);
  if (!world) return tl::unexpected(world.error());
  const double height = std::max(8.0, asset.frames.front().rect.h * asset.scale);
  const double wide = std::ceil(2.6 * height * zoom);
  const double high = std::ceil(2 * height * zoom);
  const double whole = moments * (wide + kBetween) + kBetween;
  if (whole > kLongestImageSide || high > kLongestImageSide) {
    return failure(ErrorCode::ImageTooLarge, "the strip would be too large; choose a lower zoom");
  }
  QImage picture(static_cast<int>(whole), static_cast<int>(high) + 2 * kBetween,
                 QImage::Format_ARGB32_Premultiplied);
  picture.fill(kPaper);
  QPainter painter(&picture);
  Strip strip(**world, asset, setup, run, art);
  double left = kBetween;
  for (const int tick : momentsOf(run, moments)) {
    const GamePoint place = run.ticks[static_cast<std::size_t>(tick)].place;
    const QRectF panel(left, kBetween, wide, high);
    painter.save();
    painter.setClipRect(panel);
    painter.fillRect(panel, QColor(kGround));
    painter.translate(panel.center().x() - place.x * zoom,
                      panel.top() + 0.7 * high - place.y * zoom);
    painter.scale(zoom, zoom);
    strip.paint(painter, tick, zoom);
    painter.restore();
    left += wide + kBetween;
  }
  painter.end();
  return imageOf(picture);
}

}  // namespace amber

#include "core/geometry/contact/overlap.h"

#include <algorithm>
#include <cmath>

namespace amber {
namespace {

double clamp01(double value) {
  return std::clamp(value, 0.0, 1.0);
}

// The squared distance of two segments: the point of one that is nearest to the other's line is
// clamped to its ends, and the other's to what that allows.
double squaredDistance(const Capsule& p, const Capsule& q) {
  const double ux = p.bx - p.ax;
  const double uy = p.by - p.ay;
  const double vx = q.bx - q.ax;
  const double vy = q.by - q.ay;
  const double wx = q.ax - p.ax;
  const double wy = q.ay - p.ay;
  const double uu = ux * ux + uy * uy;
  const double vv = vx * vx + vy * vy;
  const double uv = ux * vx + uy * vy;
  const double uw = ux * wx + uy * wy;
  const double vw = vx * wx + vy * wy;
  const double across = uu * vv - uv * uv;
  double t = across > 1e-12 * uu * vv ? clamp01((uw * vv - vw * uv) / across) : 0;
  double s = vv > 0 ? (t * uv - vw) / vv : 0;
  if (s != clamp01(s) || vv <= 0) {
    s = clamp01(s);
    t = uu > 0 ? clamp01((s * uv + uw) / uu) : 0;
  }
  const double dx = wx + s * vx - t * ux;
  const double dy = wy + s * vy - t * uy;
  return dx * dx + dy * dy;
}

// Whether the projections on the normal of some edge of `a` lie apart, or only touch.
bool edgeParts(const Polygon& a, const Polygon& b) {
  const std::size_t n = a.points.size();
  for (std::size_t i = 0; i < n; ++i) {
    const Vertex& p = a.points[i];
    const Vertex& q = a.points[i + 1 == n ? 0 : i + 1];
    // The whole of a lies to the right of its edges.
    if (std::none_of(b.points.begin(), b.points.end(),
                     [&](const Vertex& other) { return turn(p, q, other) > 0; })) {
      return true;
    }
  }
  return false;
}

}  // namespace

bool overlap(const Box& a, const Box& b) {
  return a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;
}

bool overlap(const Circle& a, const Circle& b) {
  const double dx = a.cx - b.cx;
  const double dy = a.cy - b.cy;
  const double reach = a.r + b.r;
  return dx * dx + dy * dy < reach * reach;
}

bool overlap(const Capsule& a, const Capsule& b) {
  const double reach = a.r + b.r;
  return squaredDistance(a, b) < reach * reach;
}

bool overlapConvex(const Polygon& a, const Polygon& b) {
  return !edgeParts(a, b) && !edgeParts(b, a);
}

bool overlap(const MaskShape& a, const MaskShape& b) {
  const int dx = static_cast<int>(std::lround(b.x - a.x));
  const int dy = static_cast<int>(std::lround(b.y - a.y));
  if (dx >= a.w || dy >= a.h || dx + b.w <= 0 || dy + b.h <= 0) return false;
  const auto rowBefore = [](const MaskRun& run, int y) { return run.y < y; };
  auto p = std::lower_bound(a.runs.begin(), a.runs.end(), std::max(0, dy), rowBefore);
  auto q = std::lower_bound(b.runs.begin(), b.runs.end(), std::max(0, -dy), rowBefore);
  while (p != a.runs.end() && q != b.runs.end()) {
    const int y = q->y + dy;
    if (p->y != y) {
      p->y < y ? ++p : ++q;
    } else if (p->x0 < q->x1 + dx && q->x0 + dx < p->x1) {
      return true;
    } else {
      p->x1 <= q->x0 + dx ? ++p : ++q;
    }
  }
  return false;
}

}  // namespace amber

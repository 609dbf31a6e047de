#include <algorithm>
#include <cmath>
#include <map>

#include "core/geometry/vertex_math.h"
#include "core/trial/course/course_run.h"

// What a tick's move may do wrong: stop short, catch on an edge, pass through.

namespace amber {
namespace {

// An edge up to this share of the body's height should not stop it, if no step height is set.
constexpr double kLowEdge = 0.25;

}  // namespace

CourseRunner::Blocker CourseRunner::blockerOf(const Stop& stop) const {
  const Standing& standing = world_->standingNow()[stop.by];
  return {standing.thing, standing.part, stop.sideways ? stop.normal.x < 0 : stop.normal.y < 0};
}

// Gaps and catches, where they begin: also where another solid, or one on the other side, takes the
// place of the last tick's.
void CourseRunner::tellStops(const Moved& moved, bool grounded, Vertex from) {
  std::optional<Blocker> gapAcross;
  std::optional<Blocker> gapAlong;
  std::optional<Blocker> caught;
  const std::vector<Standing>& standing = world_->standingNow();
  for (const Stop& stop : moved.stops) {
    if (stop.shortBy > kGroundReach) {
      std::optional<Blocker>& now = stop.sideways ? gapAcross : gapAlong;
      const std::optional<Blocker>& last = stop.sideways ? gapAcross_ : gapAlong_;
      if (!now) {
        now = blockerOf(stop);
        if (last != now) tell(CourseEventKind::Gap, stop.part, &standing[stop.by], stop.shortBy);
      }
    }
    if (!stop.sideways || !grounded || !side() || caught) continue;
    const auto height = edgeHeight(stop, from);
    if (!height) continue;
    caught = blockerOf(stop);
    if (catching_ != caught) tell(CourseEventKind::Catch, stop.part, &standing[stop.by], *height);
  }
  gapAcross_ = gapAcross;
  gapAlong_ = gapAlong;
  catching_ = caught;
}

// How high the edge is that stopped it, where it is low enough to be passed: over what stands just
// behind where it stopped the way down is measured, from as high as it may be. Heights count from
// where the tick began: it may have fallen since it was stopped.
std::optional<double> CourseRunner::edgeHeight(const Stop& stop, Vertex from) const {
  const double limit = std::max(1.0, rules_.step > 0 ? rules_.step : bodyHeight_ * kLowEdge);
  const double way = stop.normal.x < 0 ? 1 : -1;
  const double far = std::max(2.0, bodyHeight_ / 4);
  const double reach = stop.shortBy + far + 1;
  const Surroundings near = world_->around(
      shown_, {place_.x - reach, from.y - limit - 1, place_.x + reach, from.y + limit + 1});
  double highest = 0;
  double last = 0;
  for (const double beyond : {0.5, 1.0, far - 1, far}) {
    const Vertex above{place_.x + way * (stop.shortBy + beyond), from.y - limit};
    if (near.holds(above)) return std::nullopt;
    const auto top = near.firstHit(above, {0, limit});
    const double height = top ? limit * (1 - top->share) : 0;
    // What still rises is a slope, which is too steep to be walked, and no edge. By the axes any
    // slope is met as if it were one.
    const bool swept = rules_.moves == Moves::Slide || rules_.moves == Moves::Push;
    if (swept && beyond == far && height > last + kGroundReach) return std::nullopt;
    highest = std::max(highest, height);
    last = height;
  }
  return highest;
}

// How a move stands to each solid near its way, by one look.
std::map<std::size_t, CourseRunner::Crossing> CourseRunner::crossings(const FigureLook& look,
                                                                      Vertex from, Vertex to) {
  const Vertex across{to.x - from.x, 0};
  const Vertex down{0, to.y - from.y};
  // Ground may lie just beyond the way.
  const Surroundings near =
      world_->around(look, {std::min(from.x, to.x) - 1, std::min(from.y, to.y) - 1,
                            std::max(from.x, to.x) + 1, std::max(from.y, to.y) + 1});
  std::map<std::size_t, Crossing> crossings;
  for (const NearObstacle& one : near.near()) {
    Crossing& crossing = crossings[one.whose];
    crossing.part = one.part;
    const auto hit = [&](Vertex at, Vertex by) {
      return one.obstacle->hitBy(at - one.at, by).has_value();
    };
    const bool starts = one.obstacle->holds(from - one.at);
    const bool ends = one.obstacle->holds(to - one.at);
    crossing.within |= starts || ends;
    crossing.starts |= starts || (side() && groundUnder(one, from, rules_.slope));
    crossing.ends |= ends || (side() && groundUnder(one, to, rules_.slope));
    crossing.straight |= hit(from, across + down);
    crossing.acrossFirst |= hit(from, across) || hit(from + across, down);
    crossing.downFirst |= hit(from, down) || hit(from + down, across);
  }
  return crossings;
}

// A tunnel: a solid that the shape overlaps neither before nor after the move, but that the
// straight path and both paths along the axes cross. A solid that it stood on before or after is
// excluded, because at a bend or end of a floor the straight path cuts the corner. If the shape
// changes, both the old and the new shape count: a shape that grows through a wall and is pushed
// out on the other side has crossed it, and so has one that shrinks behind it.
void CourseRunner::tellTunnels(Vertex from, const FigureLook& before) {
  if (place_ == from) return;
  const auto was = crossings(before, from, place_);
  const auto is = before == shown_ ? was : crossings(shown_, from, place_);
  const auto crosses = [](const auto& all, std::size_t whose) {
    const auto found = all.find(whose);
    if (found == all.end()) return false;
    const Crossing& one = found->second;
    return !one.within && one.straight && one.acrossFirst && one.downFirst;
  };
  for (std::size_t whose = 0; whose < world_->standingNow().size(); ++whose) {
    const bool byBefore = crosses(was, whose);
    if (!byBefore && !crosses(is, whose)) continue;
    const auto stood = was.find(whose);
    const auto stands = is.find(whose);
    if ((stood != was.end() && stood->second.starts) ||
        (stands != is.end() && stands->second.ends)) {
      continue;
    }
    tell(CourseEventKind::Tunnel, (byBefore ? stood : stands)->second.part,
         &world_->standingNow()[whose], std::hypot(place_.x - from.x, place_.y - from.y));
  }
}

}  // namespace amber

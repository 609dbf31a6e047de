#include "core/trial/course/moving/moves.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "core/geometry/tolerances.h"
#include "core/geometry/vertex_math.h"

namespace amber {
namespace {

// Most contacts of one slide: in a corner it would go to and fro for ever.
constexpr int kMostContacts = 8;

Obstacle::Bounds reach(Vertex place, Vertex move, double margin) {
  return {
      std::min(place.x, place.x + move.x) - margin, std::min(place.y, place.y + move.y) - margin,
      std::max(place.x, place.x + move.x) + margin, std::max(place.y, place.y + move.y) + margin};
}

// As far along one axis as it goes px by px, or not at all where all of it does not go.
struct AxisMove {
  Vertex place;
  Vertex stoppedAt;  // The first place that it could not take.
  bool stopped = false;
};

AxisMove alongAxis(const Surroundings& near, Vertex place, Vertex move, bool pxByPx) {
  const double length = std::abs(move.x) + std::abs(move.y);
  const Vertex unit{move.x == 0 ? 0.0 : std::copysign(1.0, move.x),
                    move.y == 0 ? 0.0 : std::copysign(1.0, move.y)};
  AxisMove result{place, place, false};
  const int whole = pxByPx ? static_cast<int>(std::ceil(length)) - 1 : 0;
  for (int k = 1; k <= whole; ++k) {
    const Vertex next = place + unit * k;
    if (near.holds(next)) return {result.place, next, true};
    result.place = next;
  }
  const Vertex end = place + move;
  if (near.holds(end)) return {result.place, end, true};
  return {end, end, false};
}

Stop stopOf(const Surroundings& near, const AxisMove& axis, Vertex way, bool sideways) {
  // Measured along the rest of the move; a thing that overlaps all along is not a gap.
  if (const auto hit = near.firstHit(axis.place, way)) {
    return {hit->by->whose, hit->by->part, hit->normal, hit->share * lengthOf(way), sideways};
  }
  const NearObstacle* by = near.holder(axis.stoppedAt);
  const Vertex back = way * (-1 / lengthOf(way));
  return {by->whose, by->part, back, 0, sideways};
}

Moved byAxes(CourseWorld& world, const FigureLook& look, const MoveOrder& order,
             const MoverRules& rules, bool pxByPx) {
  const Vertex move = order.speed * (1 / rules.rate);
  const Surroundings near = world.around(look, reach(order.place, move, 1));
  Moved moved{order.place, order.speed, {}};
  for (const bool sideways : {true, false}) {
    const Vertex way = sideways ? Vertex{move.x, 0} : Vertex{0, move.y};
    if (way.x == 0 && way.y == 0) continue;
    const Vertex end = moved.place + way;
    const AxisMove axis = alongAxis(near, moved.place, way, pxByPx);
    moved.place = axis.place;
    if (!axis.stopped) continue;
    moved.stops.push_back(stopOf(near, axis, end - axis.place, sideways));
    (sideways ? moved.speed.x : moved.speed.y) = 0;
  }
  return moved;
}

bool isWalked(Vertex normal, const MoverRules& rules) {
  return steepness(normal) <= rules.slope + kSameSlope;
}

// One slide, step by step.
class Slide {
 public:
  Slide(CourseWorld& world, const FigureLook& look, const MoveOrder& order, const MoverRules& rules)
      : world_(world),
        look_(look),
        order_(order),
        rules_(rules),
        side_(world.course().view == CourseView::Side),
        moved_{order.place, order.speed, {}} {}

  Moved run() {
    leaveOverlaps();
    const Vertex move = order_.speed * (1 / rules_.rate);
    const double down =
        std::min(std::abs(move.x) * std::tan(rules_.slope * std::numbers::pi / 180) + rules_.step,
                 kFarthestTick);
    // Along a surface it may go any way, though no farther.
    near_ = world_.around(look_, reach(moved_.place, {}, lengthOf(move) + down + 2));
    go(move);
    if (side_ && order_.grounded && !order_.jumps && moved_.speed.y >= 0) {
      keepToFloor(down + kGroundReach);
    }
    return std::move(moved_);
  }

 private:
  bool walkable(Vertex normal) const { return side_ && isWalked(normal, rules_); }

  // A shape that grew into a solid is pushed out before it is swept.
  void leaveOverlaps() {
    for (int round = 0; round < kPushRounds; ++round) {
      near_ = world_.around(look_, reach(moved_.place, {}, 1));
      const auto overlap = near_.deepest(moved_.place);
      if (overlap.by == nullptr) return;
      moved_.place = moved_.place + overlap.normal * overlap.depth;
    }
  }

  void go(Vertex left) {
    for (int i = 0; i < kMostContacts && (left.x != 0 || left.y != 0); ++i) {
      const auto hit = near_.firstHit(moved_.place, left);
      if (!hit) {
        moved_.place = moved_.place + left;
        return;
      }
      moved_.place = moved_.place + left * hit->share;
      left = after(left * (1 - hit->share), *hit);
    }
  }

  // What is left of a move after a contact.
  Vertex after(Vertex left, const Surroundings::Hit& hit) {
    const Vertex normal = hit.normal;
    if (walkable(normal)) {
      moved_.speed.y = 0;
      // Along the floor, as far to the side as it would have gone; a fall ends here.
      return {left.x, -left.x * normal.x / normal.y};
    }
    if (side_ && order_.grounded && left.x * normal.x < 0 && climbed(left)) return {};
    stop(hit, left);
    const Vertex along = left - normal * dot(left, normal);
    const double into = dot(moved_.speed, normal);
    if (into < 0) moved_.speed = moved_.speed - normal * into;
    // What is too steep to be walked is not run up either.
    if (side_ && along.y < 0 && normal.y < 0 && left.y >= 0) {
      moved_.speed = {0, std::max(0.0, moved_.speed.y)};
      return {};
    }
    return along;
  }

  void stop(const Surroundings::Hit& hit, Vertex left) {
    const bool sideways = left.x * hit.normal.x < 0;
    moved_.stops.push_back({hit.by->whose, hit.by->part, hit.normal, 0, sideways});
  }

  // Up a ledge of at most the step, over it, and down upon it.
  bool climbed(Vertex left) {
    if (rules_.step <= 0 || order_.jumps) return false;
    const double up = freeWay(moved_.place, {0, -rules_.step});
    const Vertex raised = moved_.place + Vertex{0, -rules_.step * up};
    const double over = freeWay(raised, {left.x, 0});
    if (over * std::abs(left.x) <= kTouching) return false;
    const Vertex beyond = raised + Vertex{left.x * over, 0};
    const Vertex drop{0, rules_.step * up + kGroundReach};
    const auto floor = near_.firstHit(beyond, drop);
    if (!floor || !walkable(floor->normal)) return false;
    moved_.place = beyond + drop * floor->share;
    moved_.speed.y = 0;
    return true;
  }

  double freeWay(Vertex from, Vertex way) const {
    const auto hit = near_.firstHit(from, way);
    return hit ? hit->share : 1;
  }

  // Down a slope or ledge it stays on the floor, rather than fly off and fall.
  void keepToFloor(double down) {
    const auto floor = near_.firstHit(moved_.place, {0, down});
    if (!floor || !walkable(floor->normal)) return;
    moved_.place.y += down * floor->share;
    moved_.speed.y = 0;
  }

  CourseWorld& world_;
  const FigureLook& look_;
  const MoveOrder& order_;
  const MoverRules& rules_;
  bool side_;
  Surroundings near_;
  Moved moved_;
};

Moved byPush(CourseWorld& world, const FigureLook& look, const MoveOrder& order,
             const MoverRules& rules) {
  const bool side = world.course().view == CourseView::Side;
  Moved moved{order.place + order.speed * (1 / rules.rate), order.speed, {}};
  for (int round = 0; round < kPushRounds; ++round) {
    bool pushed = false;
    const std::vector<Standing>& standing = world.standingNow();
    for (std::size_t i = 0; i < standing.size(); ++i) {
      const auto push = world.parting(look, moved.place, standing[i]);
      if (!push.contact.meet()) continue;
      const Vertex normal = push.contact.normal;
      pushed = true;
      moved.place = moved.place + normal * push.contact.depth;
      const double into = dot(moved.speed, normal);
      if (into < 0) moved.speed = moved.speed - normal * into;
      const bool stops = order.speed.x * normal.x < 0 && !(side && isWalked(normal, rules));
      moved.stops.push_back({i, push.part, normal, 0, stops});
    }
    if (!pushed) break;
  }
  return moved;
}

}  // namespace

double steepness(Vertex normal) {
  return std::acos(std::clamp(-normal.y, -1.0, 1.0)) * 180 / std::numbers::pi;
}

bool groundUnder(const NearObstacle& one, Vertex place, double slope) {
  const Vertex seen = place - one.at;
  if (one.obstacle->hitBy(seen, {0, kGroundReach})) return true;
  const Obstacle::Surface surface = one.obstacle->surfaceAt(seen);
  return std::abs(surface.distance) <= kGroundReach &&
         steepness(surface.normal) <= slope + kSameSlope;
}

bool groundUnder(const Surroundings& near, Vertex place, double slope) {
  return std::any_of(near.near().begin(), near.near().end(),
                     [&](const NearObstacle& one) { return groundUnder(one, place, slope); });
}

Moved movedBy(CourseWorld& world, const FigureLook& look, const MoveOrder& order,
              const MoverRules& rules) {
  switch (rules.moves) {
    case Moves::Axes:
      return byAxes(world, look, order, rules, false);
    case Moves::Close:
      return byAxes(world, look, order, rules, true);
    case Moves::Slide:
      return Slide(world, look, order, rules).run();
    case Moves::Push:
      return byPush(world, look, order, rules);
  }
  return {order.place, order.speed, {}};
}

}  // namespace amber

#include "core/trial/course/moving/surroundings.h"

#include "core/geometry/tolerances.h"

namespace amber {
namespace {

bool apart(const Obstacle::Bounds& bounds, Vertex at, const Obstacle::Bounds& area) {
  return bounds.left + at.x > area.right || bounds.right + at.x < area.left ||
         bounds.top + at.y > area.bottom || bounds.bottom + at.y < area.top;
}

Vertex seenFrom(Vertex place, Vertex at) {
  return {place.x - at.x, place.y - at.y};
}

}  // namespace

void Surroundings::gather(const ObstacleSet& set, Vertex at, const Obstacle::Bounds& area,
                          std::size_t whose, std::size_t part) {
  if (set.obstacles.empty() || apart(set.bounds, at, area)) return;
  for (const Obstacle& one : set.obstacles) {
    if (!apart(one.bounds(), at, area)) near_.push_back({&one, at, whose, part});
  }
}

const NearObstacle* Surroundings::holder(Vertex place) const {
  for (const NearObstacle& one : near_) {
    const Vertex seen = seenFrom(place, one.at);
    const Obstacle::Bounds& bounds = one.obstacle->bounds();
    const bool within = seen.x > bounds.left && seen.x < bounds.right && seen.y > bounds.top &&
                        seen.y < bounds.bottom;
    if (within && one.obstacle->holds(seen)) return &one;
  }
  return nullptr;
}

std::optional<Surroundings::Hit> Surroundings::firstHit(Vertex from, Vertex move) const {
  std::optional<Hit> first;
  for (const NearObstacle& one : near_) {
    const auto hit = one.obstacle->hitBy(seenFrom(from, one.at), move);
    if (hit && (!first || hit->share < first->share)) first = {hit->share, hit->normal, &one};
  }
  return first;
}

Surroundings::Overlap Surroundings::deepest(Vertex place) const {
  Overlap deepest;
  for (const NearObstacle& one : near_) {
    const Obstacle::Surface surface = one.obstacle->surfaceAt(seenFrom(place, one.at));
    if (surface.distance < -kTouching && -surface.distance > deepest.depth) {
      deepest = {-surface.distance, surface.normal, &one};
    }
  }
  return deepest;
}

}  // namespace amber

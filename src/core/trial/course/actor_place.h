#pragma once

#include <cstddef>

#include "core/project/project.h"
#include "core/project/values/course.h"

namespace amber {

/// Where an actor is at a time, and whether it faces left.
struct ActorPlace {
  GamePoint at;
  bool mirrored = false;
};

/// To and fro between its two places, from the first, at its speed; of one place, there.
ActorPlace placeOf(const CourseActor& actor, double seconds);

/// The frame of its default animation that an actor shows, by its place in the asset. Requires: the
/// asset has frames.
std::size_t frameShown(const Asset& asset, double seconds);

}  // namespace amber

#pragma once

#include <vector>

#include "core/trial/course/course_world.h"
#include "core/trial/course/moving/mover_rules.h"

namespace amber {

/// What stopped a move.
struct Stop {
  std::size_t by = 0;     ///< The index of the obstacle, as in CourseWorld::standing.
  std::size_t part = 0;   ///< The shape that it stopped.
  Vertex normal;          ///< Out of it, of length 1.
  double shortBy = 0;     ///< How far short of it the move ended, px along the move.
  bool sideways = false;  ///< It stopped a move to the left or right.
};

/// Where a tick's move led.
struct Moved {
  Vertex place;
  Vertex speed;  ///< What is left of it, px/s.
  std::vector<Stop> stops;
};

/// A tick's move.
struct MoveOrder {
  Vertex place;
  Vertex speed;           ///< Wanted, px/s.
  bool grounded = false;  ///< There was ground under it.
  bool jumps = false;     ///< It leaves the ground by its own will.
};

/// Moves the look by speed / rate in the chosen way. Laws: 1. By axes and close, a move that starts
/// free of solids ends free of them. 2. By slide it ends in them by no more than rounding, and
/// crosses none on its way. 3. By push, what it overlaps when its rounds are over it overlapped
/// after each of them.
/// Requires: the speed over the rate is no more than kFarthestTick px. Cost: what is near, times
/// whole px (close), contacts (slide, at most 8) or rounds (push).
Moved movedBy(CourseWorld& world, const FigureLook& look, const MoveOrder& order,
              const MoverRules& rules);

/// Whether ground lies under a place: a solid within kGroundReach below, or in contact and no
/// steeper than the slope (degrees).
bool groundUnder(const Surroundings& near, Vertex place, double slope);

/// The same of one obstacle.
bool groundUnder(const NearObstacle& one, Vertex place, double slope);

/// How steep a contact is that is left in this direction: 0 is a level floor, 90 a wall, degrees.
double steepness(Vertex normal);

}  // namespace amber

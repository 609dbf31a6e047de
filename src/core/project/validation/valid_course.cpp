#include "core/project/validation/valid_course.h"

#include <algorithm>
#include <cmath>

namespace amber {
namespace {

bool near(double value) {
  return std::abs(value) <= kFarthestPlace;  // Not of a NaN either.
}

bool near(GamePoint point) {
  return near(point.x) && near(point.y);
}

// What is wrong with a polygon that the general rules for shapes allow, because it is being worked
// on; a course needs its area.
std::string faultInCourse(const Polygon& polygon) {
  switch (faultOf(polygon)) {
    case PolygonFault::None:
      return "";
    case PolygonFault::RepeatsPoint:
      return "is a polygon that has a point twice";
    case PolygonFault::CrossesItself:
      return "is a polygon that crosses or touches itself";
    case PolygonFault::NoArea:
      return "is a polygon without area";
  }
  return "";
}

// What is wrong with a solid, as the rest of a sentence that begins with its number; empty for
// nothing.
struct SolidFault {
  std::string operator()(const Shape& shape) const {
    if (const auto valid = validated(shape); !valid) return "is wrong: " + valid.error().sentence;
    const Box box = bounds(shape);
    if (!near(box.x) || !near(box.y) || !near(box.x + box.w) || !near(box.y + box.h)) {
      return "lies too far out";
    }
    const auto* polygon = std::get_if<Polygon>(&shape);
    return polygon == nullptr ? "" : faultInCourse(*polygon);
  }
  std::string operator()(const StandingAsset& asset) const {
    if (!near(asset.at)) return "lies too far out";
    return asset.frame >= 1 ? "" : "shows a frame before the first";
  }
};

}  // namespace

Result<void> validated(const Course& course) {
  const auto wrong = [](std::string sentence) {
    return failure(ErrorCode::BadValue, std::move(sentence));
  };
  if (!near(course.start)) return wrong("the course starts too far out");
  if (course.solids.size() > kMostSolids) return wrong("the course has too many solids");
  if (course.actors.size() > kMostActors) return wrong("the course has too many actors");
  for (std::size_t i = 0; i < course.solids.size(); ++i) {
    const std::string what = std::visit(SolidFault{}, course.solids[i]);
    if (!what.empty()) return wrong("solid " + std::to_string(i + 1) + " " + what);
  }
  for (const CourseActor& actor : course.actors) {
    if (!near(actor.at) || (actor.to && !near(*actor.to))) {
      return wrong("\"" + actor.asset + "\" stands too far out");
    }
    if (!kActorSpeedRange.holds(actor.speed)) {
      return wrong("\"" + actor.asset + "\" goes too fast");
    }
  }
  if (course.stations.size() > kMostStations) return wrong("the course has too many stations");
  for (const GamePoint& station : course.stations) {
    if (!near(station)) return wrong("a station of the course lies too far out");
  }
  if (course.mustPass.size() > kMostDemands) return wrong("too many assets must pass the course");
  for (const CourseDemand& demand : course.mustPass) {
    const bool valid =
        std::all_of(kMoverNumbers.begin(), kMoverNumbers.end(), [&](const MoverNumber& one) {
          const std::optional<double>& number = demand.numbers.*one.number;
          return !number || one.range.holds(*number);
        });
    if (!valid) return wrong("\"" + demand.asset + "\" must pass by a number out of its range");
  }
  return {};
}

void moveThing(Course& course, std::size_t thing, double dx, double dy) {
  const auto moved = [&](GamePoint at) { return GamePoint{at.x + dx, at.y + dy}; };
  if (thing >= course.solids.size()) {
    CourseActor& actor = course.actors[thing - course.solids.size()];
    actor.at = moved(actor.at);
    if (actor.to) actor.to = moved(*actor.to);
    return;
  }
  CourseSolid& solid = course.solids[thing];
  if (auto* standing = std::get_if<StandingAsset>(&solid)) {
    standing->at = moved(standing->at);
  } else {
    solid = amber::moved(std::get<Shape>(solid), dx, dy);
  }
}

void removeThing(Course& course, std::size_t thing) {
  const auto at = static_cast<std::ptrdiff_t>(thing);
  const auto solids = static_cast<std::ptrdiff_t>(course.solids.size());
  if (at < solids) {
    course.solids.erase(course.solids.begin() + at);
  } else {
    course.actors.erase(course.actors.begin() + (at - solids));
  }
}

void renameInCourses(std::vector<Course>& courses, const std::string& from, const std::string& to) {
  for (Course& course : courses) {
    for (CourseSolid& solid : course.solids) {
      auto* standing = std::get_if<StandingAsset>(&solid);
      if (standing != nullptr && standing->asset == from) standing->asset = to;
    }
    for (CourseActor& actor : course.actors) {
      if (actor.asset == from) actor.asset = to;
    }
    for (CourseDemand& demand : course.mustPass) {
      if (demand.asset == from) demand.asset = to;
    }
  }
}

}  // namespace amber

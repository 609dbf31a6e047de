#include "core/trial/course/course_setup.h"

#include <algorithm>

namespace amber {
namespace {

void take(double& value, const std::optional<double>& chosen) {
  if (chosen) value = *chosen;
}

Result<MoverRules> rulesOf(const BodySize& body, const CourseChoice& choice) {
  MoverRules rules = rulesFor(body);
  if (choice.moves) rules.moves = *choice.moves;
  take(rules.rate, choice.numbers.rate);
  take(rules.speed, choice.numbers.speed);
  take(rules.jump, choice.numbers.jump);
  take(rules.gravity, choice.numbers.gravity);
  take(rules.fall, choice.numbers.fall);
  take(rules.slope, choice.numbers.slope);
  take(rules.step, choice.numbers.step);
  rules.animations = choice.animations;
  return validated(rules);
}

Result<void> knownAnimations(const Asset& asset, const CourseAnimations& animations) {
  for (const std::string& name :
       {animations.idle, animations.walk, animations.jump, animations.fall}) {
    const bool known = name.empty() || std::any_of(asset.animations.begin(), asset.animations.end(),
                                                   [&](const Animation& one) {
                                                     return one.name == name && !one.steps.empty();
                                                   });
    if (!known) {
      return failure(ErrorCode::UnknownTarget,
                     "\"" + asset.name + "\" has no animation called \"" + name + "\"");
    }
  }
  return {};
}

bool isOwn(const Project& project, const std::string& name) {
  return std::any_of(project.courses.begin(), project.courses.end(),
                     [&](const Course& one) { return one.name == name; });
}

Result<Course> courseOf(const Project& project, const CourseChoice& choice, const BodySize& body,
                        const CourseSizes& sizes) {
  const auto own = std::find_if(project.courses.begin(), project.courses.end(),
                                [&](const Course& one) { return one.name == choice.course; });
  if (own != project.courses.end()) return *own;
  return builtInCourse(choice.course, choice.view.value_or(CourseView::Side), body, sizes);
}

}  // namespace

GamePoint startOf(const BodySize& body) {
  return {0, -body.bottom};
}

CourseDemand demandOf(const std::string& asset, const CourseChoice& choice) {
  const bool known =
      std::find(kScriptNames.begin(), kScriptNames.end(), choice.script) != kScriptNames.end();
  return {asset, choice.moves.value_or(MoverRules{}.moves),
          known ? choice.script : std::string(kScriptNames.front()), choice.numbers};
}

void addDemand(Course& course, CourseDemand demand) {
  std::erase_if(course.mustPass,
                [&](const CourseDemand& one) { return one.asset == demand.asset; });
  course.mustPass.push_back(std::move(demand));
}

std::vector<Course> withCourse(std::vector<Course> courses, Course course) {
  const auto known = std::find_if(courses.begin(), courses.end(),
                                  [&](const Course& one) { return one.name == course.name; });
  if (known == courses.end()) {
    courses.push_back(std::move(course));
  } else {
    *known = std::move(course);
  }
  return courses;
}

Result<CourseSetup> courseSetup(const Project& project, const Asset& asset,
                                const CourseChoice& choice, std::optional<Course> course,
                                std::optional<CourseScript> script) {
  if (!choice.role.empty() && findRole(project, choice.role) == nullptr) {
    return failure(ErrorCode::UnknownTarget, "no role has the name \"" + choice.role + "\"");
  }
  const auto animated = knownAnimations(asset, choice.animations);
  if (!animated) return tl::unexpected(animated.error());
  const auto body = bodySizeOf(project, asset, choice.role);
  if (!body) return tl::unexpected(body.error());
  const BodySize sized = choice.sizedBy.value_or(*body);
  const auto rules = rulesOf(sized, choice);
  if (!rules) return tl::unexpected(rules.error());
  CourseSetup setup{{}, *rules, sizesFor(sized, *rules), {}, choice.role};
  take(setup.sizes.step, choice.step);
  take(setup.sizes.gap, choice.gap);
  take(setup.sizes.ceiling, choice.ceiling);
  take(setup.sizes.wall, choice.wall);
  take(setup.sizes.tile, choice.tile);
  if (course) {
    setup.course = std::move(*course);
  } else {
    setup.builtIn = !isOwn(project, choice.course);
    auto found = courseOf(project, choice, sized, setup.sizes);
    if (!found) return tl::unexpected(found.error());
    setup.course = std::move(*found);
    if (setup.builtIn) setup.course.start = startOf(*body);
  }
  if (choice.view) setup.course.view = *choice.view;
  if (script) {
    setup.script = std::move(*script);
    return setup;
  }
  const int ticks = choice.ticks.value_or(ticksFor(setup.course, setup.rules));
  auto built = builtInScript(choice.script, ticks, setup.rules.rate);
  if (!built) return tl::unexpected(built.error());
  setup.script = std::move(*built);
  return setup;
}

Result<CourseRun> courseRun(const Project& project, const Asset& asset, const CourseSetup& setup,
                            const Progress& progress) {
  const auto world = CourseWorld::make(project, asset, setup.course, setup.role);
  if (!world) return tl::unexpected(world.error());
  return courseRun(*world, setup.rules, setup.script, progress);
}

}  // namespace amber

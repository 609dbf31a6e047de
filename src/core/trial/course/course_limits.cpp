#include "core/trial/course/course_limits.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <numbers>

namespace amber {
namespace {

constexpr CourseKeys kRight{.right = true};

// The resolution of speeds, px per tick, and the number of starting places before a wall.
constexpr double kSpeedStep = 0.01;
constexpr int kPhases = 16;

// The least of 1 to `most` steps of which it holds, where it holds from some step on.
std::optional<int> leastThat(int most, const std::function<bool(int)>& holds) {
  if (!holds(most)) return std::nullopt;
  int low = 0;
  int high = most;
  while (high - low > 1) {
    const int middle = low + (high - low) / 2;
    (holds(middle) ? high : low) = middle;
  }
  return high;
}

class Limits {
 public:
  Limits(const Project& project, const Asset& asset, const CourseSetup& setup, BodySize body)
      : project_(project),
        asset_(asset),
        setup_(setup),
        body_(body),
        height_(std::ceil(body.height())),
        width_(std::ceil(body.width())),
        side_(setup.course.view == CourseView::Side) {}

  CourseLimits found(const Progress& progress) {
    CourseLimits limits;
    limits.safeSpeed = safeSpeed();
    if (!progress.cancelled()) limits.ceiling = ceiling();
    if (!progress.cancelled()) limits.gap = gap();
    if (!side_ || progress.cancelled()) return limits;
    limits.ledge = ledge();
    if (!progress.cancelled()) limits.slope = slope();
    return limits;
  }

 private:
  double tickMove() const { return setup_.rules.speed / setup_.rules.rate; }
  int ticksOver(double length) const {
    const double ticks = std::ceil(length / std::max(tickMove(), 0.05)) + 8;
    return static_cast<int>(std::clamp(ticks, 8.0, 4000.0));
  }

  // With its feet at (0,0) on the floor, and the body's middle at x = 0.
  Course floored(double left, double right) const {
    Course course;
    course.view = setup_.course.view;
    course.start = {-(body_.left + body_.right) / 2, -body_.bottom};
    course.solids.emplace_back(Box{left, 0, right - left, 4 * height_ + 64});
    return course;
  }

  CourseRun run(const Course& course, const MoverRules& rules, CourseKeys keys, int ticks) const {
    const auto world = CourseWorld::make(project_, asset_, course, setup_.role);
    if (!world) return {};
    return courseRun(*world, rules, CourseScript{ticks, {{0, keys}}});
  }

  // How far the body's middle comes, moving right; nothing where it ends inside a solid: pushed
  // into a passage it has not passed it.
  std::optional<double> reached(const Course& course, int ticks) const {
    const auto world = CourseWorld::make(project_, asset_, course, setup_.role);
    if (!world) return std::nullopt;
    const CourseRun run = courseRun(*world, setup_.rules, CourseScript{ticks, {{0, kRight}}});
    if (run.ticks.empty()) return std::nullopt;
    const CourseTick& last = run.ticks.back();
    const FigureLook& look = (*world)->figure().looks[last.frame][last.mirrored ? 1 : 0];
    for (const Standing& one : (*world)->standing(ticks / setup_.rules.rate)) {
      const auto overlap = (*world)->parting(look, {last.place.x, last.place.y}, one);
      if (overlap.contact.depth > kGroundReach) return std::nullopt;
    }
    return last.place.x + (body_.left + body_.right) / 2;
  }

  bool passes(const Course& course, double beyond) const {
    return reached(course, ticksOver(5 * width_)).value_or(-1) > beyond;
  }

  // Ticks in which it falls so far.
  int ticksOfFall(double length) const {
    const MoverRules& rules = setup_.rules;
    if (rules.gravity <= 0 || rules.fall <= 0) return 120;
    const double seconds = std::sqrt(2 * length / rules.gravity) + length / rules.fall;
    return static_cast<int>(std::clamp(std::ceil(seconds * rules.rate) + 8, 120.0, 4000.0));
  }

  bool tunnels(double move) const {
    MoverRules rules = setup_.rules;
    rules.speed = move * rules.rate;
    for (int phase = 0; phase < kPhases; ++phase) {
      const double wall = body_.width() / 2 + move * phase / kPhases;
      Course course = floored(-4 * width_, wall + 8 * move + 4 * width_);
      course.solids.emplace_back(Box{wall, -4 * height_, setup_.sizes.wall, 4 * height_});
      if (run(course, rules, kRight, 2).count(CourseEventKind::Tunnel) > 0) return true;
    }
    return false;
  }

  std::optional<double> safeSpeed() const {
    const int most = static_cast<int>(
        std::min(kFarthestTick, 4 * (body_.width() + setup_.sizes.wall) + 16) / kSpeedStep);
    const auto least = leastThat(most, [&](int step) { return tunnels(step * kSpeedStep); });
    if (!least) return std::nullopt;
    return (*least - 1) * kSpeedStep * setup_.rules.rate;
  }

  std::optional<double> ceiling() const {
    const auto least = leastThat(static_cast<int>(2 * height_) + 2, [&](int high) {
      const double entry = 2 * width_;
      Course course = floored(-4 * width_, entry + 8 * width_);
      course.solids.emplace_back(Box{entry, -high - 4 * height_, 8 * width_, 4 * height_});
      return passes(course, entry + width_);
    });
    return least ? std::optional<double>(*least) : std::nullopt;
  }

  std::optional<double> gap() const {
    const auto least = leastThat(static_cast<int>(3 * width_) + 2, [&](int wide) {
      Course course;
      course.view = setup_.course.view;
      if (!side_) {
        // A passage of that width, right ahead.
        const double middle = (body_.top + body_.bottom) / 2;
        course.start = {-(body_.left + body_.right) / 2, -middle};
        course.solids = {Box{2 * width_, -wide / 2.0 - 400, 4 * width_, 400},
                         Box{2 * width_, wide / 2.0, 4 * width_, 400}};
        return passes(course, 3 * width_);
      }
      course.start = {-(body_.left + body_.right) / 2, -body_.bottom - 1};
      course.solids = {Box{-wide / 2.0 - 400, 0, 400, 4 * height_},
                       Box{wide / 2.0, 0, 400, 4 * height_}};
      // All of it is below the floor: what is narrow at its feet may only be wedged.
      const CourseRun fallen = run(course, setup_.rules, {}, ticksOfFall(2 * height_));
      return !fallen.ticks.empty() && fallen.ticks.back().place.y + body_.top > 0;
    });
    return least ? std::optional<double>(*least) : std::nullopt;
  }

  double ledge() const {
    const auto least = leastThat(static_cast<int>(2 * height_), [&](int halves) {
      const double entry = 2 * width_;
      Course course = floored(-4 * width_, entry);
      course.solids.emplace_back(Box{entry, -halves / 2.0, 8 * width_, 4 * height_ + 64});
      return !passes(course, entry + width_);
    });
    return least ? (*least - 1) / 2.0 : height_;
  }

  double slope() const {
    const auto least = leastThat(89, [&](int degrees) {
      const double entry = 2 * width_;
      const double rise = 2 * height_;
      const double run = rise / std::tan(degrees * std::numbers::pi / 180);
      Course course = floored(-4 * width_, entry);
      course.solids.emplace_back(Polygon{{{entry, 0},
                                          {entry + run, -rise},
                                          {entry + run + 4 * width_, -rise},
                                          {entry + run + 4 * width_, 4 * height_ + 64},
                                          {entry, 4 * height_ + 64}}});
      const CourseRun climbed =
          this->run(course, setup_.rules, kRight, 2 * ticksOver(run / 2 + 4 * width_));
      double top = 0;
      for (const CourseTick& tick : climbed.ticks) top = std::min(top, tick.place.y);
      return top > -body_.bottom - rise / 2;
    });
    return least ? *least - 1 : 89;
  }

  const Project& project_;
  const Asset& asset_;
  const CourseSetup& setup_;
  BodySize body_;
  double height_;
  double width_;
  bool side_;
};

}  // namespace

Result<CourseLimits> courseLimits(const Project& project, const Asset& asset,
                                  const CourseSetup& setup, const Progress& progress) {
  const auto body = bodySizeOf(project, asset, setup.role);
  if (!body) return tl::unexpected(body.error());
  const auto world = CourseWorld::make(project, asset, Course{}, setup.role);
  if (!world) return tl::unexpected(world.error());
  return Limits(project, asset, setup, *body).found(progress);
}

}  // namespace amber

#include "core/trial/course/built_in_courses.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

#include "core/base/exact_number.h"
#include "core/fit/keys/held_shapes.h"
#include "core/layers/participants.h"
#include "core/trial/course/course_script.h"
#include "core/trial/course/course_world.h"

namespace amber {
namespace {

// What a course is made of, one piece to the right of the other.
class Builder {
 public:
  Builder(const BodySize& body, const CourseSizes& sizes, CourseView view)
      : body_(body),
        sizes_(sizes),
        width_(std::max(1.0, std::ceil(body.width()))),
        height_(std::max(1.0, std::ceil(body.height()))),
        thick_(std::max(64.0, 4 * height_)),
        above_(view == CourseView::Above) {
    course_.view = view;
    course_.start = {0, -body.bottom};
    if (above_) roof_ = -kPassages * height_;
    flat(3 * width_, 12 * width_);
  }

  void floor() { flat(12 * width_); }
  void steps() {
    for (int i = 1; i <= 3; ++i) {
      level_ -= sizes_.step * i;
      flat(4 * width_);
    }
    level_ = 0;
    flat(3 * width_);
  }
  void slope() {
    for (const double degrees : {15.0, 30.0, 45.0}) {
      const double run = 2 * height_ / std::tan(degrees * std::numbers::pi / 180);
      ramp(run, -2 * height_);
      flat(2 * width_);
      level_ = 0;
      flat(3 * width_);
    }
  }
  void gaps() {
    for (const double share : {0.5, 1.0}) {
      // A gap has a floor far below, so that an asset that falls in is out of the way.
      const double deep = 2 * height_;
      const double wide = sizes_.gap * share;
      box(at_, level_ + deep, wide, thick_);
      at_ += wide;
      flat(4 * width_);
    }
  }
  void ceiling() {
    for (const double more : {height_ / 2, height_ / 4, 0.0}) {
      box(at_ + width_, level_ - sizes_.ceiling - more - thick_, 4 * width_, thick_);
      flat(6 * width_);
    }
  }
  void wall() {
    flat(6 * width_);
    box(at_, level_ - 4 * height_, thick_, 4 * height_ + thick_);
    at_ += thick_;
  }
  void thin() {
    for (int i = 0; i < 3; ++i) {
      flat(4 * width_);
      box(at_, level_ - 4 * height_, sizes_.wall, 4 * height_);
    }
    flat(4 * width_);
  }
  void seams() {
    const int tiles =
        static_cast<int>(std::clamp(std::ceil(12 * width_ / sizes_.tile), 4.0, 256.0));
    for (int i = 0; i < tiles; ++i) {
      box(at_, level_, sizes_.tile, sizes_.tile);
      at_ += sizes_.tile;
    }
  }

  // A landing between two parts, on which the next one begins.
  void station() {
    course_.stations.push_back({at_ + 2 - body_.left, -body_.bottom});
    flat(3 * width_);
  }

  Course taken(std::string_view name) {
    flat(2 * width_);
    if (above_) box(left_, roof_ - thick_, at_ - left_, thick_);
    course_.name = std::string(name);
    return std::move(course_);
  }

 private:
  // How many heights a room is wide, from above.
  static constexpr double kPassages = 3;

  void box(double x, double y, double w, double h) { course_.solids.emplace_back(Box{x, y, w, h}); }
  void flat(double length, double before = 0) {
    if (before > 0) left_ = at_ = -before;
    box(at_, level_, length + before, thick_ - std::min(0.0, level_));
    at_ += length + before;
  }
  void ramp(double run, double rise) {
    const double end = level_ + rise;
    course_.solids.emplace_back(Polygon{
        {{at_, level_}, {at_ + run, end}, {at_ + run, level_ + thick_}, {at_, level_ + thick_}}});
    at_ += run;
    level_ = end;
  }

  BodySize body_;
  CourseSizes sizes_;
  double width_;
  double height_;
  double thick_;
  bool above_;
  double roof_ = 0;
  double left_ = 0;
  double at_ = 0;
  double level_ = 0;
  Course course_;
};

bool isStopped(const Project& project, const Asset& asset, const Role& role,
               std::string_view wanted) {
  if (!wanted.empty()) return role.name == wanted;
  return participantOf(project, asset, role).settings.duty == Duty::Stops;
}

}  // namespace

Result<BodySize> bodySizeOf(const Project& project, const Asset& asset, std::string_view role) {
  const HeldShapes held(asset);
  for (const Frame& frame : asset.frames) {
    constexpr double kFar = std::numeric_limits<double>::infinity();
    BodySize size{kFar, kFar, -kFar, -kFar};
    for (const Role& one : project.roles) {
      const ShapePlace* place = held.find(frame.id, one.name);
      if (place == nullptr || !isStopped(project, asset, one, role)) continue;
      const Box box = bounds(moved(place->shape(), -frame.origin.x, -frame.origin.y));
      size.left = std::min(size.left, box.x * asset.scale);
      size.top = std::min(size.top, box.y * asset.scale);
      size.right = std::max(size.right, (box.x + box.w) * asset.scale);
      size.bottom = std::max(size.bottom, (box.y + box.h) * asset.scale);
    }
    if (size.left < size.right) return size;
  }
  const std::string what = role.empty() ? "that stops" : "in the role " + std::string(role);
  return failure(ErrorCode::BadValue,
                 "\"" + asset.name + "\" has no shape " + what + "; fit one first");
}

MoverRules rulesFor(const BodySize& body) {
  const double height = std::clamp(std::round(body.height()), 4.0, 1024.0);
  MoverRules rules;
  rules.speed = 4 * height;
  rules.jump = 9 * height;
  rules.gravity = 27 * height;
  rules.fall = 13 * height;
  return rules;
}

Result<MoverRules> validated(MoverRules rules) {
  const auto check = [](const char* what, double value, Range<double> range) -> Result<void> {
    if (range.holds(value)) return {};
    return failure(ErrorCode::BadValue, std::string(what) + " must lie between " +
                                            exactNumber(range.least) + " and " +
                                            exactNumber(range.most));
  };
  for (const auto& one :
       {check("the rate", rules.rate, kRateRange), check("the speed", rules.speed, kSpeedRange),
        check("the jump", rules.jump, kSpeedRange),
        check("the gravity", rules.gravity, kGravityRange),
        check("the greatest fall", rules.fall, kSpeedRange),
        check("the slope", rules.slope, kSlopeRange), check("the step", rules.step, kLedgeRange)}) {
    if (!one) return tl::unexpected(one.error());
  }
  const double fastest = std::max({rules.speed, rules.jump, rules.fall});
  if (fastest / rules.rate > kFarthestTick) {
    return failure(ErrorCode::BadValue, "a tick would move " +
                                            exactNumber(std::round(fastest / rules.rate)) +
                                            " px; choose a lower speed or a higher rate");
  }
  return rules;
}

CourseSizes sizesFor(const BodySize& body, const MoverRules& rules) {
  const auto whole = [](double size) {
    return std::clamp(std::round(size), 1.0, kCourseSizeRange.most);
  };
  CourseSizes sizes;
  sizes.step = whole(body.height() / 8);
  sizes.gap = whole(2 * body.width());
  sizes.ceiling = whole(body.height() + 2);
  sizes.wall = whole(rules.speed / rules.rate / 4);
  return sizes;
}

Result<Course> builtInCourse(std::string_view name, CourseView view, const BodySize& body,
                             const CourseSizes& sizes) {
  for (const double size : {sizes.step, sizes.gap, sizes.ceiling, sizes.wall, sizes.tile}) {
    if (kCourseSizeRange.holds(size)) continue;
    return failure(ErrorCode::BadValue, "the sizes of a course must lie between 0.5 and 4096 px");
  }
  Builder builder(body, sizes, view);
  using Part = void (Builder::*)();
  // In the order of the tour.
  constexpr std::array<std::pair<std::string_view, Part>, 8> kParts = {{
      {"floor", &Builder::floor},
      {"seams", &Builder::seams},
      {"steps", &Builder::steps},
      {"slope", &Builder::slope},
      {"ceiling", &Builder::ceiling},
      {"gaps", &Builder::gaps},
      {"thin", &Builder::thin},
      {"wall", &Builder::wall},
  }};
  bool known = false;
  for (const auto& [part, build] : kParts) {
    if (name != part && name != "tour") continue;
    if (known) builder.station();
    (builder.*build)();
    known = true;
  }
  if (known) return builder.taken(name);
  std::string names;
  for (const std::string_view one : kCourseNames)
    names += (names.empty() ? "" : ", ") + std::string(one);
  return failure(ErrorCode::UnknownTarget, "no course has the name \"" + std::string(name) +
                                               "\"; there are " + names + ", or give a file");
}

int ticksFor(const Course& course, const MoverRules& rules) {
  // At each station it may have waited for a second.
  const double waits = 1.25 * static_cast<double>(course.stations.size());
  const double seconds =
      rules.speed > 0 ? (endOf(course) - course.start.x) / rules.speed + waits : 5;
  return static_cast<int>(
      std::clamp(std::ceil(seconds * rules.rate), 1.0, static_cast<double>(kMostTicks)));
}

}  // namespace amber

#include "core/trial/course/course_script.h"

#include <algorithm>

namespace amber {
namespace {

// Changes at these shares of a second, over and over.
struct Beat {
  double seconds;
  CourseKeys down;
};

CourseScript repeated(const std::vector<Beat>& beats, int ticks, double rate, CourseScript script) {
  double at = script.keys.empty() ? 0 : script.keys.back().from;
  for (std::size_t i = 0; at < ticks; i = (i + 1) % beats.size()) {
    script.keys.push_back({static_cast<int>(at), beats[i].down});
    at += std::max(1.0, beats[i].seconds * rate);
  }
  script.ticks = ticks;
  return script;
}

}  // namespace

CourseKeys keysAt(const CourseScript& script, int tick) {
  const auto next =
      std::upper_bound(script.keys.begin(), script.keys.end(), tick,
                       [](int at, const KeyChange& change) { return at < change.from; });
  return next == script.keys.begin() ? CourseKeys{} : std::prev(next)->down;
}

CourseScript scriptOf(const std::vector<CourseKeys>& keys) {
  CourseScript script{static_cast<int>(keys.size()), {}};
  for (std::size_t i = 0; i < keys.size(); ++i) {
    const CourseKeys before = i == 0 ? CourseKeys{} : keys[i - 1];
    if (!(keys[i] == before)) script.keys.push_back({static_cast<int>(i), keys[i]});
  }
  return script;
}

Result<CourseScript> builtInScript(std::string_view name, int ticks, double rate) {
  const CourseKeys none;
  const CourseKeys right{.right = true};
  const CourseKeys left{.left = true};
  const CourseKeys jump{.jump = true};
  const CourseKeys leap{.right = true, .jump = true};
  if (name == "walk") return CourseScript{ticks, {{0, right}}};
  if (name == "jump") {
    CourseScript script =
        repeated({{0.25, none}, {0.1, jump}, {1, none}}, static_cast<int>(rate), rate, {});
    script.keys.push_back({static_cast<int>(rate * 1.35), right});
    return repeated({{0.5, right}, {0.1, leap}}, ticks, rate, std::move(script));
  }
  if (name == "dash") {
    return repeated(
        {{0.75, right}, {0.1, none}, {0.3, left}, {0.1, none}, {0.5, right}, {0.1, leap}}, ticks,
        rate, {});
  }
  return failure(ErrorCode::UnknownTarget, "no script has the name \"" + std::string(name) +
                                               "\"; there are walk, jump and dash");
}

}  // namespace amber

// Any shapes, any course, any input: a run ends, every number of it is finite, and by axes, close
// and slide what starts free of solids stays free of them. A course or script of any text is read
// or refused, and what is written reads back the same.
#include <cmath>
#include <cstddef>
#include <cstdint>
#include <string>

#include "bytes.h"
#include "core/project/validation/valid_course.h"
#include "core/trial/course/course_setup.h"
#include "files/project/course_file.h"
#include "must.h"

namespace {

using namespace amber;
using namespace amber::fuzz;

Shape bodyFrom(Bytes& bytes) {
  switch (bytes.next() % 5) {
    case 0:
      return Box{bytes.length(), bytes.length(), 0.25 + bytes.size(), 0.25 + bytes.size()};
    case 1:
      return Circle{bytes.length(), bytes.length(), 0.25 + bytes.size()};
    case 2:
      return Capsule{bytes.length(), bytes.length(), bytes.length(), bytes.length(),
                     0.25 + bytes.size()};
    case 3: {
      MaskShape mask{0, 0, 4, 3, {}};
      for (int y = 0; y < 3; ++y) {
        const int from = bytes.next() % 3;
        mask.runs.push_back({y, from, from + 1 + bytes.next() % (4 - from)});
      }
      return mask;
    }
    default:
      break;
  }
  Polygon polygon;
  for (int i = 3 + bytes.next() % 6; i > 0; --i) {
    polygon.points.push_back({bytes.length(), bytes.length()});
  }
  return clockwise(std::move(polygon));
}

Course courseFrom(Bytes& bytes) {
  Course course;
  course.view = bytes.next() % 2 == 0 ? CourseView::Side : CourseView::Above;
  course.start = {bytes.length(), bytes.length()};
  for (int i = bytes.next() % 8; i > 0; --i) {
    const double x = 4 * bytes.length();
    const double y = 4 * bytes.length();
    if (bytes.next() % 3 == 0) {
      course.solids.emplace_back(clockwise(Polygon{
          {{x, y}, {x + bytes.length(), y + 0.25 + bytes.size()}, {x - 8, y + bytes.length()}}}));
    } else {
      course.solids.emplace_back(Box{x, y, 4 * (0.25 + bytes.size()), 4 * (0.25 + bytes.size())});
    }
  }
  return course;
}

void runAny(Bytes& bytes) {
  Project project = newProject("fuzz");
  Asset asset;
  asset.id = AssetId{1};
  asset.name = "chr_any";
  asset.kind = "character";
  asset.motion = Motion::Dynamic;
  Frame frame;
  frame.id = FrameId{2};
  frame.shapes.push_back({"body", bodyFrom(bytes)});
  asset.frames.push_back(std::move(frame));
  project.assets.emplace_back(std::move(asset));
  const Course course = courseFrom(bytes);
  MoverRules rules;
  rules.moves = static_cast<Moves>(bytes.next() % 4);
  rules.rate = 1 + bytes.next();
  rules.speed = 8 * bytes.next();
  rules.jump = 8 * bytes.next();
  rules.gravity = 32 * bytes.next();
  rules.fall = 8 * bytes.next();
  rules.slope = bytes.next() % 90;
  rules.step = bytes.next() / 8.0;
  if (!validated(rules) || !validated(course)) return;
  const auto world = CourseWorld::make(project, *project.assets.front(), course, {});
  if (!world) return;
  CourseRunner runner(*world, rules);
  const auto depthAt = [&](GamePoint at) {
    double depth = 0;
    const FigureLook& look =
        (*world)
            ->figure()
            .looks[0][runner.run().ticks.empty() ? 0 : runner.run().ticks.back().mirrored];
    for (const Standing& one : (*world)->standing(0)) {
      depth = std::max(depth, (*world)->parting(look, {at.x, at.y}, one).contact.depth);
    }
    return depth;
  };
  bool mirrored = false;
  double before = depthAt(course.start);
  for (int i = 0; i < 48; ++i) {
    const int key = bytes.next();
    runner.tick({(key & 1) != 0, (key & 2) != 0, (key & 4) != 0, (key & 8) != 0, (key & 16) != 0});
    const CourseTick& tick = runner.run().ticks.back();
    must(std::isfinite(tick.place.x) && std::isfinite(tick.place.y) &&
             std::isfinite(tick.speed.x) && std::isfinite(tick.speed.y),
         "a number is not finite");
    // Turned round it is another shape, which may lie in what it stood beside.
    const bool turned = tick.mirrored != mirrored;
    mirrored = tick.mirrored;
    const double depth = depthAt(tick.place);
    const bool free = rules.moves == Moves::Push || turned || before > 1e-7 || depth < 1e-6;
    must(free, "it lies in a solid that it was free of");
    before = depth;
  }
  for (const CourseEvent& event : runner.ended().events) {
    must(std::isfinite(event.px) && event.px >= 0 && !event.text.empty(), "no event is that");
  }
}

void readAny(const std::string& text) {
  if (const auto course = courseFromText(text, "any")) {
    const auto again = courseFromText(courseText(*course), "any");
    must(again && *again == *course, "a course reads back another");
  }
  if (const auto script = scriptFromText(text, "any")) {
    const auto again = scriptFromText(scriptText(*script), "any");
    must(again && *again == *script, "a script reads back another");
  }
}

}  // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  if (size > 0 && data[0] == '{') {
    readAny(std::string(reinterpret_cast<const char*>(data), size));
    return 0;
  }
  Bytes bytes(data, size);
  runAny(bytes);
  return 0;
}

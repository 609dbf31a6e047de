#include "core/checks/fit/role_shapes.h"

#include <algorithm>
#include <cmath>

#include "core/fit/styles/recipe_fit.h"
#include "core/geometry/tolerances.h"
#include "core/image/shape_pixels.h"

namespace amber {
namespace {

// What is seen of a role on the same frame.
const Seen* onFrame(const RoleShapes& shapes, const Frame& frame) {
  const auto found = std::find_if(shapes.all.begin(), shapes.all.end(),
                                  [&](const Seen& seen) { return seen.frame == &frame; });
  return found == shapes.all.end() ? nullptr : &*found;
}

// A sensor that a body lies over: whether it is filled from below, or reaches past no side.
enum class Covered { No, Flush, Filled };

Covered coveredBy(const Shape& sensor, const Shape& body) {
  const Box s = bounds(sensor);
  const Box b = bounds(body);
  const bool past = s.x < b.x - kFlush || s.y < b.y - kFlush || s.x + s.w > b.x + b.w + kFlush ||
                    s.y + s.h > b.y + b.h + kFlush;
  if (!past) return Covered::Flush;
  const PixelRect area = pixelBounds(sensor);
  if (area.empty()) return Covered::No;
  const PixelMask pixels = pixelsOf(sensor, area);
  const long long both = countOf(intersection(pixels, pixelsOf(body, area)));
  const bool strip = s.y + s.h / 2 < b.y + b.h / 2 && s.h < b.h / 2;
  return strip && static_cast<double>(both) >= kFilledStrip * static_cast<double>(countOf(pixels))
             ? Covered::Filled
             : Covered::No;
}

}  // namespace

void checkSensor(const RoleShapes& sensor, const RoleShapes& body, std::vector<Finding>& findings) {
  for (const Covered kind : {Covered::Flush, Covered::Filled}) {
    std::vector<const Seen*> found;
    for (const Seen& seen : sensor.all) {
      const Seen* stops = onFrame(body, *seen.frame);
      if (stops != nullptr && coveredBy(seen.shape, stops->shape) == kind) found.push_back(&seen);
    }
    if (found.empty()) continue;
    const bool flush = kind == Covered::Flush;
    Finding finding =
        shapeFinding(flush ? rules::kShapeFlush : rules::kShapeFilled, sensor, *found.front());
    finding.text = flush ? sensor.role.name + " does not reach past " + body.role.name + " on " +
                               found.front()->frame->name + andMore(found.size()) +
                               ", so it cannot notice anything before that shape stops it"
                         : body.role.name + " fills " + sensor.role.name + " on " +
                               found.front()->frame->name + andMore(found.size()) +
                               ", so anything that lands there is stopped first";
    finding.fix =
        flush ? "Make it reach 2 px past the body." : "Move it up to 2 px above the body.";
    std::vector<Edit> edits;
    for (const Seen* seen : found) {
      const Shape& stops = onFrame(body, *seen->frame)->shape;
      Shape mended = seen->shape;
      if (flush) {
        const Box s = bounds(seen->shape);
        const Box b = bounds(stops);
        const Inset out{b.x - kPastBody - s.x, b.y - kPastBody - s.y,
                        s.x + s.w - b.x - b.w - kPastBody, s.y + s.h - b.y - b.h - kPastBody};
        mended = insetBy(seen->shape, out).shape;
      } else {
        mended = moved(seen->shape, 0, std::round(bounds(stops).y - kPastBody - bounds(mended).y));
      }
      edits.emplace_back(SetShape{sensor.asset.id, seen->frame->id, {sensor.role.name, mended}});
    }
    finding.remedy = Remedy(std::move(edits));
    findings.push_back(std::move(finding));
  }
}

}  // namespace amber

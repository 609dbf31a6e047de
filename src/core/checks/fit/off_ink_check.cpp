#include "core/checks/fit/role_shapes.h"

#include "core/image/shape_pixels.h"

namespace amber {

void checkOffInk(const RoleShapes& shapes, std::vector<Finding>& findings) {
  std::vector<const Seen*> off;
  for (const Seen& seen : shapes.all) {
    const PixelRect area = pixelBounds(seen.shape);
    const PixelMask pixels = area.empty() ? PixelMask() : pixelsOf(seen.shape, area);
    const bool holds = !area.empty() && countOf(intersection(pixels, cropped(seen.ink, area))) > 0;
    if (!holds) off.push_back(&seen);
  }
  if (off.empty()) return;
  Finding finding = shapeFinding(rules::kShapeOffInk, shapes, *off.front());
  finding.text = "the shape " + shapes.role.name + " holds no ink on " + off.front()->frame->name +
                 andMore(off.size());
  finding.fix = "Refit the shape.";
  finding.remedy = fitsOf(shapes, off, [](const Recipe& recipe) { return recipe; });
  findings.push_back(std::move(finding));
}

}  // namespace amber

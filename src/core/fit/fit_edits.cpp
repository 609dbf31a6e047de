#include "core/fit/fit_edits.h"

#include <cmath>

#include "core/fit/recipe_fit.h"
#include "core/project/frame_ref.h"

namespace amber {
std::vector<Edit> fittedShapes(const Project& project, const std::vector<FrameRef>& frames,
                               const std::string& role, const Recipe& recipe, const ArtSource& art,
                               const Progress& progress) {
  std::vector<Edit> edits;
  int done = 0;
  for (const FrameRef& ref : frames) {
    if (progress.cancelled()) break;
    progress.at(done++, static_cast<int>(frames.size()));
    const Frame* frame = findFrame(project, ref);
    const auto sheet = frame == nullptr ? nullptr : art(frame->sheet);
    if (sheet == nullptr) continue;
    const auto shape = fitted(cropped(sheet->firm, frame->rect), recipe);
    if (!shape || !validated(*shape, frame->rect.size())) continue;
    edits.emplace_back(SetShape{ref.asset, ref.frame, {role, *shape, recipe}});
  }
  return edits;
}

std::vector<Edit> shapeByHand(const Project& project, const std::vector<FrameRef>& frames,
                              const std::string& role, const Shape& geometry, FrameRef from) {
  std::vector<Edit> edits;
  const Frame* source = findFrame(project, from);
  if (source == nullptr) return edits;
  for (const FrameRef& ref : frames) {
    const Frame* frame = findFrame(project, ref);
    if (frame == nullptr) continue;
    double dx = frame->origin.x - source->origin.x;
    double dy = frame->origin.y - source->origin.y;
    if (kindOf(geometry) == ShapeKind::Mask) {
      dx = std::round(dx);
      dy = std::round(dy);
    }
    const Shape carried = moved(geometry, dx, dy);
    if (!validated(carried, frame->rect.size())) continue;
    edits.emplace_back(SetShape{ref.asset, ref.frame, {role, carried, std::nullopt}});
  }
  return edits;
}

}  // namespace amber

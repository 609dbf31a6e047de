#include "core/fit/fit_edits.h"

#include "core/fit/box_fit.h"

namespace amber {
namespace {

const Frame* frameOf(const Project& project, const FrameRef& ref) {
  const Asset* asset = findAsset(project, ref.asset);
  return asset == nullptr ? nullptr : findFrame(*asset, ref.frame);
}

}  // namespace

std::vector<Edit> snugBoxes(const Project& project, const std::vector<FrameRef>& frames,
                            const std::string& role, const ArtSource& art) {
  std::vector<Edit> edits;
  for (const FrameRef& ref : frames) {
    const Frame* frame = frameOf(project, ref);
    const auto sheet = frame == nullptr ? nullptr : art(frame->sheet);
    if (sheet == nullptr) continue;
    if (const auto box = snugBox(cropped(sheet->firm, frame->rect))) {
      edits.emplace_back(SetShape{ref.asset, ref.frame, {role, *box, ShapeSource::SnugBox}});
    }
  }
  return edits;
}

std::vector<Edit> shapeByHand(const Project& project, const std::vector<FrameRef>& frames,
                              const std::string& role, const Shape& geometry, FrameRef from) {
  std::vector<Edit> edits;
  const Frame* source = frameOf(project, from);
  if (source == nullptr) return edits;
  for (const FrameRef& ref : frames) {
    const Frame* frame = frameOf(project, ref);
    if (frame == nullptr) continue;
    const Shape carried =
        moved(geometry, frame->origin.x - source->origin.x, frame->origin.y - source->origin.y);
    if (!validated(carried, frame->rect.size())) continue;
    edits.emplace_back(SetShape{ref.asset, ref.frame, {role, carried, ShapeSource::Hand}});
  }
  return edits;
}

}  // namespace amber

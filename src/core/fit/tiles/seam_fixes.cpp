#include "core/fit/tiles/seam_fixes.h"

#include "core/fit/keys/fit_edits.h"
#include "core/fit/keys/held_shapes.h"

namespace amber {
namespace {

// The shapes that stop of a tile, changed each where `change` makes another of it.
template <class Change>
std::vector<Edit> changedShapes(const Project& project, const Tile& tile, const Change& change) {
  std::vector<Edit> edits;
  const HeldShapes held(*tile.asset);
  for (const Role* role : stoppingRoles(project, *tile.asset)) {
    const ShapePlace* place = held.find(tile.frame->id, role->name);
    if (place == nullptr) continue;
    if (const std::optional<Shape> shape = change(place->shape())) {
      edits.push_back(SetShape{
          tile.asset->id, tile.frame->id, {role->name, *shape, std::nullopt, place->key->ink}});
    }
  }
  return edits;
}

std::optional<Tile> tileAt(const Project& project, const FrameRef& ref, const ArtSource& art) {
  const Asset* asset = findAsset(project, ref.asset);
  const Frame* frame = asset == nullptr ? nullptr : findFrame(*asset, ref.frame);
  if (frame == nullptr) return std::nullopt;
  return tileOf(project, *asset, *frame, art);
}

// Fits the tile as the default of the first role of the other that stops says.
std::vector<Edit> fittedAs(const Project& project, const Tile& tile, const Tile& other,
                           const ArtSource& art) {
  const HeldShapes held(*other.asset);
  for (const Role* role : stoppingRoles(project, *other.asset)) {
    if (held.find(other.frame->id, role->name) == nullptr) continue;
    return fittedShapes(project, {{tile.asset->id, tile.frame->id}}, role->name, role->recipe, art);
  }
  return {};
}

}  // namespace

Result<std::vector<Edit>> seamFix(const Project& project, const SeamPlace& place,
                                  const ArtSource& art) {
  const auto a = tileAt(project, place.a, art);
  const auto b = tileAt(project, place.b, art);
  if (!a || !b) {
    return failure(ErrorCode::UnknownTarget, "one of the two tiles is gone or cannot be read");
  }
  const CellSide sideA = facing(place.side);
  const CellSide sideB = facedBy(place.side);
  const TileSeam seam = seamOf(a->edges[static_cast<std::size_t>(sideA)],
                               b->edges[static_cast<std::size_t>(sideB)], kSeamStep);
  if (!seam.fault) {
    return failure(ErrorCode::BadValue, "nothing is wrong between these tiles any more");
  }
  const Tile& changed = place.changeB ? *b : *a;
  const CellSide side = place.changeB ? sideB : sideA;
  const double across = placeOf(side, changed.frame->rect.size());
  std::vector<Edit> edits;
  switch (*seam.fault) {
    case SeamFault::Gap:
    case SeamFault::Overhang:
      edits = changedShapes(project, changed,
                            [&](const Shape& shape) { return endingAt(shape, side, across); });
      break;
    case SeamFault::Step: {
      const double from = place.changeB ? seam.endB : seam.endA;
      const double to = place.changeB ? seam.endA : seam.endB;
      edits = changedShapes(project, changed, [&](const Shape& shape) {
        return withEndMoved(shape, side, across, from, to);
      });
      break;
    }
    case SeamFault::Open:
      if (!changed.shaped) edits = fittedAs(project, changed, place.changeB ? *a : *b, art);
      break;
  }
  if (edits.empty()) {
    return failure(ErrorCode::BadValue,
                   "the shapes of " + changed.frame->name +
                       " have no sides or corners to move there; change them by hand");
  }
  return edits;
}

int shapesEndingAt(const Project& project, const Tile& tile, CellSide side, double end) {
  const double across = placeOf(side, tile.frame->rect.size());
  return static_cast<int>(changedShapes(project, tile, [&](const Shape& shape) {
                            return withEndMoved(shape, side, across, end, end);
                          }).size());
}

}  // namespace amber

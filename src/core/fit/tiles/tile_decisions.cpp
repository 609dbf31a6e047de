#include "core/fit/tiles/tile_decisions.h"

#include <algorithm>

namespace amber {

Result<Edit> decideTiles(const Project& project, const FrameRef& a, const FrameRef& b,
                         TileSide side, std::optional<bool> together) {
  if (findFrame(project, a) == nullptr || findFrame(project, b) == nullptr) {
    return failure(ErrorCode::UnknownTarget, "one of the two tiles is not in the project");
  }
  Asset asset = *findAsset(project, a.asset);
  std::erase_if(asset.tileDecisions, [&](const TileDecision& one) {
    return one.tile == a.frame && one.side == side && one.neighbour == b.frame;
  });
  if (together) asset.tileDecisions.push_back({a.frame, side, b.frame, *together});
  return PutAsset{std::move(asset)};
}

Result<Edit> markTiles(const Project& project, std::string_view kind, bool tiles) {
  std::vector<Kind> kinds = project.kinds;
  const auto found =
      std::find_if(kinds.begin(), kinds.end(), [&](const Kind& one) { return one.name == kind; });
  if (found == kinds.end()) {
    return failure(ErrorCode::UnknownTarget,
                   "the project has no kind \"" + std::string(kind) + "\"");
  }
  found->tiles = tiles;
  return SetKinds{std::move(kinds)};
}

}  // namespace amber

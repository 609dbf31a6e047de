#pragma once

#include <array>
#include <optional>
#include <string_view>
#include <vector>

#include "core/fit/tiles/tile_edges.h"

namespace amber {

/// What can be wrong where two tiles meet.
enum class SeamFault {
  Step,      ///< Their shapes end at different heights; px: by how much.
  Gap,       ///< A shape ends just before the side; px: how far before.
  Overhang,  ///< A shape extends past the side; px: how far.
  Open,      ///< Only one tile has a shape there; px: how much of the side it covers.
};
inline constexpr std::array<std::string_view, 4> kSeamFaultWords = {"step", "gap", "overhang",
                                                                    "open"};

/// Two tiles that belong side by side.
struct TileSeam {
  std::size_t a = 0;  ///< Which of the tiles.
  std::size_t b = 0;  ///< The one to its right or below it.
  TileSide side = TileSide::Right;
  std::optional<SeamFault> fault = {};
  double px = 0;
  bool atB = false;  ///< Whether the fault is b's. Of a step: nobody's.
  double endA = 0;   ///< Of a step: where the shapes of each end, px along the side.
  double endB = 0;

  bool operator==(const TileSeam&) const = default;
};

/// The greatest difference of heights that is a mistake and no ledge, px, where nothing else is
/// set.
inline constexpr double kSeamStep = 4;

/// Which tiles are compared.
struct SeamChoice {
  const Asset* asset = nullptr;  ///< Only pairs with a tile of it, if not null,
  const Asset* with = nullptr;   ///< and one of this;
  const Frame* frame = nullptr;  ///< or only pairs with this one tile.
  double step = kSeamStep;       ///< Px.
};

/// The side of `a` that faces `b`, and of `b` that faces `a`.
CellSide facing(TileSide side);
CellSide facedBy(TileSide side);

/// Whether the pixels of two sides continue each other: there is ink on both on at least 8 px or
/// half of the side, and 80 % of the pixels with ink on either have ink on both, with colours no
/// farther apart than 24 of 441.
bool continues(const std::vector<Rgba>& a, const std::vector<Rgba>& b);

/// What is wrong between two edges of tiles that belong side by side.
TileSeam seamOf(const TileEdge& a, const TileEdge& b, double step);

/// All pairs of tiles that belong side by side, by their pixels or as somebody decided, in the
/// order of a, then b, those to the right first. A tile may belong to itself. Of more than
/// kMostSeamTiles tiles only those of one asset are compared. Cost: the pairs of tiles, on all
/// cores; 500 tiles of 16 px some ms.
std::vector<TileSeam> tileSeams(const Project& project, const std::vector<Tile>& tiles,
                                const SeamChoice& choice = {});
inline constexpr std::size_t kMostSeamTiles = 8192;

}  // namespace amber

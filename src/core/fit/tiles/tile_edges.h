#pragma once

#include <array>
#include <optional>
#include <vector>

#include "core/image/image.h"
#include "core/project/art_source.h"
#include "core/project/project.h"

namespace amber {

enum class CellSide { Left, Top, Right, Bottom };
inline constexpr std::array kCellSides = {CellSide::Left, CellSide::Top, CellSide::Right,
                                          CellSide::Bottom};

/// A part of a side of a cell, px along it from its top or left.
struct EdgeSpan {
  double from = 0;
  double to = 0;

  bool operator==(const EdgeSpan&) const = default;
};

/// A shape that ends this near before a side is meant to reach it, px.
inline constexpr double kEdgeReach = 3;

/// How the shapes of a tile that stop lie at one side of its cell.
struct TileEdge {
  std::vector<EdgeSpan> covered;  ///< Of the side, by all of them; in order, apart.
  double gap = 0;  ///< How far before the side a shape ends, at most kEdgeReach px, where there
                   ///< is ink along the side; 0 if none does.
  double overhang = 0;  ///< The farthest that a shape extends past the side, px.
};

/// A frame that is used side by side with others.
struct Tile {
  const Asset* asset = nullptr;
  const Frame* frame = nullptr;
  std::array<TileEdge, 4> edges;         ///< By CellSide.
  std::array<std::vector<Rgba>, 4> ink;  ///< The pixels along each side; alpha 0 where no ink is.
  bool shaped = false;                   ///< Whether any shape of it stops.
};

/// What a shape in frame px covers of the line at `across` along a side, seen from inside the cell:
/// exactly, of a mask by its pixels. A circle that only touches the line covers nothing of it.
std::vector<EdgeSpan> coveredBy(const Shape& shape, CellSide side, double across);

/// Where the side of a cell of this size lies: its x, or its y.
double placeOf(CellSide side, PixelSize cell);

/// The shape with its end near a side moved onto it: the side of a box, the corners of a polygon
/// that lie within kEdgeReach of it or past it. Nothing for other shapes, which have no end to
/// move.
std::optional<Shape> endingAt(const Shape& shape, CellSide side, double across);

/// The shape with what ends at `from` along a side, within kEdgeReach of it, ending at `to`
/// instead. Nothing for other shapes than boxes and polygons, and where nothing ends there.
std::optional<Shape> withEndMoved(const Shape& shape, CellSide side, double across, double from,
                                  double to);

/// A frame as a tile; nothing where it is lost or its art is not here. It refers to the project.
std::optional<Tile> tileOf(const Project& project, const Asset& asset, const Frame& frame,
                           const ArtSource& art);

/// Whether the asset is of a kind that is used side by side.
bool isTile(const Project& project, const Asset& asset);

/// The roles of an asset whose shapes stop.
std::vector<const Role*> stoppingRoles(const Project& project, const Asset& asset);

/// The frames of all assets of kinds that are tiles, those that are lost or whose art is not here
/// left out. They refer to the project. Cost: linear in the frames, shapes and the px of the sides.
std::vector<Tile> tilesOf(const Project& project, const ArtSource& art);

}  // namespace amber

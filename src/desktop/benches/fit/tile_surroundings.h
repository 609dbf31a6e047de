#pragma once

#include <QPainter>
#include <array>
#include <optional>

#include "core/fit/tiles/tile_seams.h"
#include "core/project/frame_ref.h"
#include "desktop/stage/pictures.h"
#include "desktop/stage/view_transform.h"

namespace amber {

/// The tiles that lie around a tile in a game, one at each side: a neighbour with which something
/// is wrong, else itself repeated, else the first that belongs there.
class TileSurroundings {
 public:
  TileSurroundings() = default;
  /// None for a frame that is no tile. Cost: linear in the tiles of the project.
  TileSurroundings(const Project& project, const Asset& asset, const Frame& frame,
                   const ArtSource& art);

  bool empty() const;
  /// The pairs of tiles, the right or lower one second, between which something is wrong.
  struct Fault {
    FrameRef a;
    FrameRef b;
    TileSide side;
  };
  std::vector<Fault> faults() const;
  /// The rectangle around the tile and half of what lies around it, frame px.
  QRectF extent() const;
  /// Draws them with their shapes that stop, fainter than the tile.
  void paint(QPainter& painter, Pictures& pictures, const Project& project,
             const ViewTransform& view) const;
  /// Marks the sides at which something is wrong.
  void paintFaults(QPainter& painter, const ViewTransform& view) const;

 private:
  struct Neighbour {
    FrameRef ref;
    TileSeam seam;
  };
  QRectF cellAt(CellSide side) const;
  void paintFault(QPainter& painter, CellSide side, const TileSeam& seam,
                  const ViewTransform& view) const;

  FrameRef tile_;
  QRectF cell_;
  std::array<std::optional<Neighbour>, 4> at_;  // By CellSide.
};

}  // namespace amber

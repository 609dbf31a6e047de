#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/fit/keys/held_shapes.h"
#include "core/geometry/contact/pose.h"
#include "core/image/pixel_mask.h"
#include "core/project/art_source.h"
#include "core/project/project.h"

namespace amber {

/// A shape of a role, relative to the origin of its frame in art px.
struct RoleShape {
  const Role* role = nullptr;
  Shape shape;
  std::vector<ConvexPiece> pieces = {};  ///< Of it as it stands, not mirrored, at scale 1.
};

/// What a trial needs of a frame. Refers to the project, which must outlive it.
struct TrialFrame {
  const Asset* asset = nullptr;
  const Frame* frame = nullptr;
  PixelMask ink;                  ///< The firm ink, in frame px.
  std::vector<RoleShape> shapes;  ///< Keyed and held, in the roles' order.

  const Shape* shapeOf(std::string_view role) const;
};

/// The frame, ready to be tried. Nothing where its sheet's art is not here.
/// Cost: linear in the frame's pixels and shapes.
std::optional<TrialFrame> trialFrame(const Project& project, const Asset& asset,
                                     const HeldShapes& held, const Frame& frame,
                                     const ArtSource& art);

/// The frame's firm ink as runs of pixels, each a box in game px, in reading order of the frame.
struct InkBox {
  double left;
  double top;
  double right;
  double bottom;
  int y;  ///< In frame px, with columns [x0, x1).
  int x0;
  int x1;
};
std::vector<InkBox> inkBoxes(const TrialFrame& frame, const Pose& pose);

}  // namespace amber

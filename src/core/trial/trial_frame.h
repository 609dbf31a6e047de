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

struct TrialFrame;

/// A shape of a role, of the frame itself or of a rider, relative to the origin of its own frame in
/// its art px.
struct RoleShape {
  const Role* role = nullptr;
  Shape shape;
  /// Relative to the origin of the tried frame in its px, not mirrored.
  std::vector<ConvexPiece> pieces = {};
  const Asset* asset = nullptr;  ///< Whose it is.
  Pose carried = {};             ///< How it stands to the tried frame: where, and at what scale.

  /// How it stands in the game if the tried frame stands like this.
  Pose pose(const Pose& bearer) const;
  /// "body", or of a rider of the tried frame "prop_lantern:glass".
  std::string nameIn(const TrialFrame& trial) const;
};

/// What a trial needs of a frame and of all that rides on it. Refers to the project, which must
/// outlive it.
struct TrialFrame {
  const Asset* asset = nullptr;
  const Frame* frame = nullptr;
  PixelMask ink;                  ///< The firm ink of all, in px of the frame,
  FramePoint origin;              ///< with the frame's origin on it.
  std::vector<RoleShape> shapes;  ///< Keyed and held, in the roles' order, then those of riders.
  std::optional<PixelMask> without = {};  ///< The frame's ink alone, where others ride on it.

  const PixelMask& ownInk() const { return without ? *without : ink; }
  const Shape* shapeOf(std::string_view role) const;  ///< Of the frame itself.
};

/// The frame with its riders, ready to be tried. A rider that stands between whole px or at another
/// scale has ink in the px whose centres its ink covers. Nothing where the art of a sheet is not
/// here.
/// Cost: linear in the frame's pixels and shapes.
std::optional<TrialFrame> trialFrame(const Project& project, const Asset& asset,
                                     const HeldShapes& held, const Frame& frame,
                                     const ArtSource& art);

/// The firm ink as runs of pixels, each a box in game px, in reading order of its mask.
struct InkBox {
  double left;
  double top;
  double right;
  double bottom;
  int y;  ///< In px of the mask, with columns [x0, x1).
  int x0;
  int x1;
};
std::vector<InkBox> inkBoxes(const TrialFrame& frame, const Pose& pose);

}  // namespace amber

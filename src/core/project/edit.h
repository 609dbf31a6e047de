#pragma once

#include <string>
#include <variant>
#include <vector>

#include "core/base/result.h"
#include "core/project/project.h"

namespace amber {

/// Inserts the sheet, or replaces the one of the same id.
struct PutSheet {
  Sheet sheet;
};

/// Takes the sheet out, and with it every frame cut from it.
struct RemoveSheet {
  SheetId sheet;
};

/// Inserts the asset, or replaces the one of the same id. Origins whose rule looks at a frame that
/// it does not hold are from then on set by hand, where they are.
struct PutAsset {
  Asset asset;
};

struct RemoveAsset {
  AssetId asset;
};

/// Takes frames out of an asset and of its animations; an animation left empty goes too, and an
/// asset left empty. Origins whose rule looks at one of them are from then on set by hand, where
/// they are.
struct RemoveFrames {
  AssetId asset;
  std::vector<FrameId> frames;
};

struct SetOrigin {
  AssetId asset;
  FrameId frame;
  FramePoint origin;
  OriginRule rule;
};

/// Keys a mount on the frame, in place of the one of that name.
struct PutMount {
  AssetId asset;
  FrameId frame;
  Mount mount;
};

/// Takes the frame's key of a mount away, where it has one.
struct DropMount {
  AssetId asset;
  FrameId frame;
  std::string name;
};

/// Sets the frame's shape of that role, in place of the one it has.
struct SetShape {
  AssetId asset;
  FrameId frame;
  FrameShape shape;
};

/// Takes the frame's shape of that role away, where it has one.
struct DropShape {
  AssetId asset;
  FrameId frame;
  std::string role;
};

/// Sets at how many game px an art px of the asset is drawn: above 0, at most 1000.
struct SetScale {
  AssetId asset;
  double scale = 1;
};

/// Renames the asset, one of its animations, or one of its frames, by which id is set.
struct Rename {
  AssetId asset;
  AnimationId animation;
  FrameId frame;
  std::string name;
};

struct SetNaming {
  NamingRule naming;
};
struct SetProfile {
  PackProfile profile;
};
struct SetOriginWishes {
  OriginWishes wishes;
};
struct SetKinds {
  std::vector<Kind> kinds;
};

/// Sets the roles. Shapes and standing recipes of a role that is no longer there are taken away.
struct SetRoles {
  std::vector<Role> roles;
};

/// Calls a role by another name, with all its shapes and standing recipes.
struct RenameRole {
  std::string from;
  std::string to;
};

/// One change, naming its target by stable id.
using Edit = std::variant<PutSheet, RemoveSheet, PutAsset, RemoveAsset, RemoveFrames, SetOrigin,
                          PutMount, DropMount, SetShape, DropShape, SetScale, Rename, SetNaming,
                          SetProfile, SetOriginWishes, SetKinds, SetRoles, RenameRole>;

/// What an edit changed, so that views repaint only that.
struct Touched {
  std::vector<SheetId> sheets;
  std::vector<AssetId> assets;
  bool settings = false;
};

struct Applied {
  Project project;
  Touched touched;
};

/// The project after all `edits`, in order; all of them or none.
/// Errors (UnknownTarget): an edit names something that the project does not hold; (BadValue): a
/// role's name that another has; as validatedAfter: what they would make is no valid project.
/// Requires: `project` is valid.
/// Cost: linear in the edits plus the frames of the assets they touch.
Result<Applied> withEdits(const Project& project, const std::vector<Edit>& edits);

/// What differs between two projects, found by which shared values they hold.
Touched difference(const Project& before, const Project& after);

}  // namespace amber

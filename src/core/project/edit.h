#pragma once

#include <memory>
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

/// Removes the asset. Its variants are kept and released.
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

/// Calls a mount of an asset by another name, on every frame that keys it.
struct RenameMount {
  AssetId asset;
  std::string from;
  std::string to;
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

struct SetMotion {
  AssetId asset;
  Motion motion = Motion::Static;
};
struct SetCopies {
  AssetId asset;
  Copies copies = Copies::One;
};

/// Replaces the layers and duty of a role in an asset, a kind or a role. Empty members of an asset
/// or kind are inherited from the next level; empty members of a role are not changed.
struct SetSetting {
  AssetId asset;          ///< Of this asset; of the kind where it is 0.
  std::string kind = {};  ///< Of this kind; of the role itself where that is empty too.
  RoleSetting setting;
};

/// Renames the asset, one of its animations, or one of its frames, by which id is set. Expectations
/// that name the asset follow.
struct Rename {
  AssetId asset;
  AnimationId animation;
  FrameId frame;
  std::string name;
};

struct SetNaming {
  NamingRule naming;
};
struct SetProfiles {
  std::vector<PackProfile> profiles;
};
struct SetOriginLimits {
  OriginLimits wishes;
};
struct SetKinds {
  std::vector<Kind> kinds;
};

/// Sets the roles. Shapes, standing recipes and settings of a role that is no longer there are
/// taken away.
struct SetRoles {
  std::vector<Role> roles;
};

/// Calls a role by another name, with all its shapes, standing recipes, settings and expectations.
struct RenameRole {
  std::string from;
  std::string to;
};

/// Calls a kind by another name, with its assets and expectations.
struct RenameKind {
  std::string from;
  std::string to;
};

/// A new layer after the others, which nothing is on or seeks.
struct AddLayer {
  std::string name;
};

/// Calls a layer by another name, with its expectations.
struct RenameLayer {
  std::string from;
  std::string to;
};

/// Takes a layer away. Nothing is on it or seeks it any more; those after it move up.
struct RemoveLayer {
  std::string name;
};

/// Puts a layer at another place in the order; what is on it and seeks it follows.
struct MoveLayer {
  std::string name;
  std::size_t place = 0;  ///< From 0; past the end is the last.
};

/// Sets the names of all layers, by bit. What is on a bit and seeks it stays.
struct SetLayers {
  std::vector<std::string> layers;
};

/// Sets the game's rule of which pairs meet.
struct SetMeetingRule {
  Pairing pairing = Pairing::Either;
  Wakes wakes = Wakes::Mover;
};

/// Sets whether the game makes one floor of tiles whose edges fit.
struct SetMergedTiles {
  bool merged = false;
};

struct SetExpectations {
  std::vector<Expectation> expectations;
};

struct SetFairnessLimits {
  FairnessLimits wishes;
};

struct SetCourses {
  std::vector<Course> courses;
};

struct SetCodeFolders {
  CodeFolders code;
};

/// The project becomes another one, as after merging.
struct Become {
  std::shared_ptr<const Project> project;  ///< Not null.
};

/// One change, naming its target by stable id.
using Edit =
    std::variant<PutSheet, RemoveSheet, PutAsset, RemoveAsset, RemoveFrames, SetOrigin, PutMount,
                 DropMount, RenameMount, SetShape, DropShape, SetScale, SetMotion, SetCopies,
                 SetSetting, Rename, SetNaming, SetProfiles, SetOriginLimits, SetKinds, SetRoles,
                 RenameRole, RenameKind, AddLayer, RenameLayer, RemoveLayer, MoveLayer, SetLayers,
                 SetMeetingRule, SetMergedTiles, SetExpectations, SetFairnessLimits, SetCourses,
                 SetCodeFolders, Become>;

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

/// The project after all `edits` in order; all of them or none. Errors (UnknownTarget): an edit
/// refers to something that is not in the project; (BadValue): a name of a role, kind or layer that
/// another one has, or too many layers; as validatedAfter: the result is not a valid project.
/// Requires: `project` is valid. Cost: linear in the edits plus the frames of the assets they
/// change.
Result<Applied> withEdits(const Project& project, const std::vector<Edit>& edits);

/// What differs between two projects, found by which shared values they hold.
Touched difference(const Project& before, const Project& after);

}  // namespace amber

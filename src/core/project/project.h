#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <vector>

#include "core/base/id.h"
#include "core/base/shared_value.h"
#include "core/geometry/shape.h"
#include "core/image/image.h"
#include "core/image/ink/ink.h"
#include "core/image/orientation.h"
#include "core/project/values/course.h"
#include "core/project/values/cut.h"
#include "core/project/values/expectation.h"
#include "core/project/values/layering.h"
#include "core/project/values/merge_conflict.h"
#include "core/project/values/naming_rule.h"
#include "core/project/values/origin_rule.h"
#include "core/project/values/pack_profile.h"
#include "core/project/values/recipe.h"

namespace amber {

enum class LoopMode { Once, Repeat, BackAndForth };

/// A role with how shapes of it are fitted.
struct RoleRecipe {
  std::string role;
  Recipe recipe;

  bool operator==(const RoleRecipe&) const = default;
};

/// What sort of asset, with its standing rules: a new asset of the kind gets them all.
struct Kind {
  std::string name;
  std::string prefix;
  Motion motion = Motion::Static;
  OriginRule origin;
  std::vector<RoleRecipe> shapes = {};  ///< No two of one role.
  Copies copies = Copies::One;
  std::vector<RoleSetting> settings = {};  ///< No two of one role.
  bool tiles = false;  ///< Its assets lie side by side, so their edges must fit (see TileSeam).

  bool operator==(const Kind&) const = default;
};

/// What a shape is for, the same on every asset that sets nothing else. Bits of `on` and `seeks`
/// that no layer has count for nothing.
struct Role {
  std::string name;
  Duty duty = Duty::Stops;
  LayerSet on = 1;           ///< The layers it sits on.
  LayerSet seeks = 1;        ///< The layers it looks for.
  Recipe recipe = {};        ///< The default recipe of its shapes.
  double mostAir = 0.6;      ///< The largest share of air of its shapes without a finding: 0 to 1.
  double mostBareInk = 0.2;  ///< The same of bare ink.

  bool operator==(const Role&) const = default;
};

/// The pictures of an animated image. As a sheet they lie in rows, in order.
struct SheetPictures {
  PixelSize size;            ///< Of each.
  std::vector<int> timesMs;  ///< How long each shows, 1 to 60,000; as many as there are pictures.

  bool operator==(const SheetPictures&) const = default;
};

/// A plain rectangle in place of an image file: a block while art is missing, or a zone, an area
/// that has no picture at all.
struct Rectangle {
  std::optional<Rgba> colour;  ///< Nothing for a zone. Its alpha is 1 to 255.

  bool isZone() const { return !colour; }
  bool operator==(const Rectangle&) const = default;
};

/// One imported image file, which we never change, or a plain rectangle.
struct Sheet {
  SheetId id;
  std::string path;  ///< Relative to the project's folder, with forward slashes; empty for a
                     ///< rectangle.
  std::string hash;  ///< "sha256:" and 64 hex digits, of the file's bytes; empty for a rectangle.
  PixelSize size;    ///< The displayed size, after `orientation`.
  Orientation orientation;
  std::optional<SheetPictures> pictures;  ///< Of an animated image.
  InkRule ink;
  std::optional<Cut> cut;                   ///< Nothing until it is cut.
  std::optional<Rectangle> rectangle = {};  ///< All of it is ink, whatever the colour.

  /// Whether it stands for an image file.
  bool isFile() const { return !rectangle; }

  bool operator==(const Sheet&) const = default;
};

/// A shape on a frame, in frame px, so that moving the origin never moves it over the art. Keyed on
/// a frame, it is held on the later ones of each animation that shows the frame (see
/// core/fit/keys/held_shapes.h).
struct FrameShape {
  std::string role;
  Shape geometry;
  std::optional<Recipe> recipe = {};  ///< How it was fitted; nothing for one set by hand.
  std::uint64_t ink = 0;  ///< Hash of what it was fitted to (see fitSign); 0 if unknown.

  bool operator==(const FrameShape&) const = default;
};

/// A named point on a frame where the game attaches something, in frame px. Keyed on a frame, it is
/// held on the later ones of each animation that shows the frame (see core/origin/mounts.h).
struct Mount {
  std::string name;
  FramePoint at;  ///< May lie outside the frame.

  bool operator==(const Mount&) const = default;
};

/// A rectangle of a sheet with its own origin, mounts and shapes.
struct Frame {
  FrameId id;
  std::string name;
  SheetId sheet;
  PixelRect rect;     ///< On the sheet.
  FramePoint origin;  ///< In the frame; may lie outside it.
  OriginRule originRule;
  std::vector<FrameShape> shapes;  ///< Those keyed on it, no two of one role.
  std::vector<Mount> mounts = {};  ///< Those keyed on it, no two of one name.
  std::uint64_t look = 0;  ///< Of its art when it was cut (see lookOf), 0 for not known: finds the
                           ///< frame again on a sheet that was repainted.
  bool lost = false;       ///< The sheet was repainted and the frame was not found on it.

  bool operator==(const Frame&) const = default;
};

/// One showing of a frame in an animation.
struct Step {
  FrameId frame;
  int durationMs = 100;  ///< 1 to 60,000.

  bool operator==(const Step&) const = default;
};

struct Animation {
  AnimationId id;
  std::string name;
  LoopMode loop = LoopMode::Repeat;
  std::vector<Step> steps;

  bool operator==(const Animation&) const = default;
};

/// Another asset that rides on a mount of an asset: on every frame where the mount is placed, its
/// origin lies on the mount.
struct Rider {
  std::string mount;
  AssetId asset;               ///< May be gone from the project, which is a finding.
  AnimationId animation = {};  ///< That it plays; its first, if there is none of this id.
  bool behind = false;         ///< Drawn before its bearer instead of after it.

  bool operator==(const Rider&) const = default;
};

enum class TileSide { Right, Below };

/// What somebody decided about two tiles: whether they belong side by side, whatever their pixels
/// look like. Frames that are gone count for nothing.
struct TileDecision {
  FrameId tile;  ///< Of the asset that holds the decision.
  TileSide side = TileSide::Right;
  FrameId neighbour;  ///< On that side of it, of any asset.
  bool together = true;

  bool operator==(const TileDecision&) const = default;
};

/// What the game loads by name.
struct Asset {
  AssetId id;
  std::string name;
  std::string kind;
  Motion motion = Motion::Static;
  double scale = 1;  ///< Game px per art px.
  std::vector<Frame> frames;
  std::vector<Animation> animations;  ///< The first is the default.
  Copies copies = Copies::One;
  std::vector<RoleSetting> settings = {};  ///< No two of one role.
  AssetId variantOf =
      {};  ///< Of a variant: the asset whose rules it follows, which is itself none.
  std::vector<Rider> riders = {};  ///< In the order of drawing; none twice on one mount. No asset
                                   ///< rides on itself, also not through others.
  std::vector<TileDecision> tileDecisions = {};  ///< None twice for one side of a tile and another.

  bool operator==(const Asset&) const = default;
};

/// The limits that the project sets for its origins, for checks.
struct OriginLimits {
  double drift = 8;  ///< How far feet may move relative to the origin through an animation, px:
                     ///< 0 to 1024.
  bool wholePixels = false;  ///< Origins lie on pixel corners.

  bool operator==(const OriginLimits&) const = default;
};

/// The limits that the project sets for the fairness of two assets, over all offsets, for checks.
/// Empty members are not checked.
struct FairnessLimits {
  std::optional<double> phantom = {};  ///< The greatest share of phantom hits, 0 to 1.
  std::optional<double> missed = {};   ///< The greatest share of missed ones, 0 to 1.
  std::optional<double> gap = {};      ///< How much empty air there may be at a hit, px: 0 to 1024.

  bool any() const { return phantom || missed || gap; }
  bool operator==(const FairnessLimits&) const = default;
};

/// Source code that uses the project's names, for checks.
struct CodeFolders {
  std::vector<std::string> folders = {};  ///< Paths, relative to the project's file or whole.
  std::vector<std::string> ignored = {};  ///< Patterns of paths in them that are skipped.

  bool operator==(const CodeFolders&) const = default;
};

/// What holds for the whole project. One value, so that whoever asks whether settings differ cannot
/// forget one.
struct ProjectSettings {
  std::string name;
  NamingRule naming;
  std::vector<PackProfile> profiles = {PackProfile{}};  ///< At least one, no two of one name; the
                                                        ///< first is used where none is named.
  OriginLimits origins;
  std::vector<Kind> kinds;
  std::vector<std::string> layers;  ///< By bit, at most 32, no two of one name.
  std::vector<Role> roles;
  Pairing pairing = Pairing::Either;
  Wakes wakes = Wakes::Mover;
  std::vector<Expectation> expectations;
  FairnessLimits trial;
  std::vector<Course> courses;  ///< No two of one name.
  CodeFolders code;
  bool mergedTiles = false;              ///< The game makes one floor of tiles whose edges fit.
  std::vector<MergeConflict> conflicts;  ///< Left to choose from, after two versions were merged.

  bool operator==(const ProjectSettings&) const = default;
};

/// Everything a project holds, as one value. Copies share sheets and assets.
struct Project : ProjectSettings {
  std::vector<SharedValue<Sheet>> sheets;
  std::vector<SharedValue<Asset>> assets;
  std::uint32_t nextId = 1;  ///< Larger than every id in use.

  const ProjectSettings& settings() const { return *this; }
  bool operator==(const Project&) const = default;
};

/// A new project with our kinds (character, pickup, prop, shot, tile), one layer and the role body.
Project newProject(std::string name);

/// Null where the project holds none of that id or name.
const Sheet* findSheet(const Project& project, SheetId id);
const Sheet* findSheet(const Project& project, std::string_view path);
const Asset* findAsset(const Project& project, AssetId id);
const Asset* findAsset(const Project& project, std::string_view name);
const Kind* findKind(const Project& project, std::string_view name);
const Role* findRole(const Project& project, std::string_view name);
const PackProfile* findProfile(const Project& project, std::string_view name);
const Frame* findFrame(const Asset& asset, FrameId id);
const Animation* findAnimation(const Asset& asset, AnimationId id);
const Mount* findMount(const Frame& frame, std::string_view name);
const FrameShape* findShape(const Frame& frame, std::string_view role);

/// The profile that is used where none is named.
inline const PackProfile& defaultProfile(const ProjectSettings& settings) {
  return settings.profiles.front();
}

/// How long a step lasts at this many frames a second, in whole ms, 1 to 60,000.
int durationAt(double framesPerSecond);

}  // namespace amber

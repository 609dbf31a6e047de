#pragma once

#include <optional>
#include <string>
#include <variant>
#include <vector>

#include "core/base/result.h"
#include "core/project/project.h"
#include "work/new_project.h"

namespace amber {

struct CuttingArguments {
  bool named = false;  ///< Whether the call says how to cut.
  CutChoice cut;
  InkChoice ink;
  Orientation orientation;
};

struct CutArguments {
  std::string image;
  CuttingArguments cutting;
};

struct FitArguments {
  std::string image;
  CuttingArguments cutting;
  std::vector<PixelRect> rects;
  std::vector<Recipe> recipes;  ///< A candidate of each.
  bool together = false;        ///< One geometry for all frames, at their origins.
  int partPoints = 0;  ///< Most points of a polygon's convex part; 0: parts are not asked for.
};

struct SheetArguments {
  bool newProject = false;  ///< Make the project, or add to one that exists.
  std::string project;
  std::vector<std::string> images;  ///< Files, and folders of files.
  bool separate = false;            ///< Numbered images are no animation.
  CuttingArguments cutting;
  AssetChoice asset;
};

struct RefreshArguments {
  std::string project;
};

struct TurnArguments {
  std::string project;
  std::string sheet;
  std::vector<SheetTurn> turns;
};

/// Cuts a sheet that is in a project another way.
struct RecutArguments {
  std::string project;
  std::string sheet;
  CuttingArguments cutting;
};

/// Makes or changes one animation; what is empty stays as it is.
struct AnimationArguments {
  std::string project;
  std::string asset;
  std::string animation;
  std::vector<int> frames;   ///< Numbers of the asset's frames, from 1.
  std::vector<int> timesMs;  ///< One for each step, or one for all.
  std::optional<LoopMode> loop;
  bool makeDefault = false;
  bool remove = false;
  std::string newName;
  std::string copyName;
};

/// Which frames a command is about.
struct FrameChoice {
  std::vector<std::string> assets;  ///< Names; empty: by `kind`.
  std::string kind;                 ///< All assets of it.
  std::string animation;            ///< Empty: all frames.
  int frame = 0;                    ///< Number of the asset's frame, from 1; 0: all.
};

/// Sets origins, and what the project wants of them; what is empty stays as it is.
struct OriginArguments {
  std::string project;
  FrameChoice frames;
  std::string anchor;  ///< A rule, frame:N or feetOf:N with a frame's number, or X,Y.
  PointSnap snap = PointSnap::Free;
  std::optional<FramePoint> nudge;  ///< By so much.
  bool again = false;               ///< Find them again, each by its own rule.
  bool handToo = false;             ///< Those set by hand as well.
  bool forKind = false;             ///< The rule becomes the kind's.
  bool tryOnly = false;             ///< Say what would change, and change nothing.
  std::optional<double> drift;
  std::optional<bool> wholePixels;
  std::optional<double> scale;  ///< At which the game draws the assets.
};

/// Tells what landmarks do through animations.
struct DriftArguments {
  std::string project;
  FrameChoice frames;
  bool csv = false;
};

/// Places mounts, or tells where they are.
struct MountArguments {
  std::string project;
  FrameChoice frames;
  std::string name;
  std::optional<FramePoint> at;       ///< On the frame.
  std::optional<OriginPoint> offset;  ///< From each frame's origin.
  bool hold = false;                  ///< Keyed on the animation's first frame alone.
  bool unkey = false;
  bool remove = false;
  std::string newName;
  std::string mirrored;  ///< The name of the mirrored one.
};

/// Draws frames as they stand on their origins.
struct LookArguments {
  std::string project;
  FrameChoice frames;
  std::string as;    ///< stack, mirror, spin or depth.
  double angle = 0;  ///< Degrees.
  std::string beside;
  FramePoint at;  ///< Where the other asset stands, art px.
  double zoom = 4;
  std::string file;
};

/// Gives frames their shapes, or tells what they have.
struct ShapeArguments {
  enum class Act { Tell, Fit, Key, Unkey, Hold, Mirror, Copy, KindRules };
  enum class Way { Each, Held, Together };
  std::string project;
  FrameChoice frames;
  std::string role;  ///< Empty: the first.
  Act act = Act::Tell;
  std::optional<Recipe> recipe;  ///< Nothing: the role's.
  Way way = Way::Each;
  std::string copyTo;
  bool handToo = false;
};

/// Fits shapes again.
struct RefitArguments {
  std::string project;
  FrameChoice frames;
  bool all = false;      ///< Not only what is stale.
  bool handToo = false;  ///< Those set by hand as well, by their role's recipe.
  bool tryOnly = false;
};

/// Makes or changes a role, or tells of all.
struct RoleArguments {
  std::string project;
  std::string name;
  std::optional<Duty> duty;
  std::optional<Recipe> recipe;
  std::optional<double> mostAir;
  std::optional<double> mostBareInk;
  std::string newName;
  bool remove = false;
  std::string forKind;  ///< New frames of this kind get the role's shape.
  std::string notForKind;
};

/// What the installed readers of images can do.
struct FormatsArguments {};

struct CheckArguments {
  std::string project;
};

struct PackArguments {
  std::string project;
  std::string folder;
};

struct VerifyArguments {
  std::string folder;
  std::string project;  ///< Empty: the parcel alone.
};

/// One call of the program, understood.
struct Invocation {
  std::variant<std::monostate, CutArguments, FitArguments, SheetArguments, CheckArguments,
               PackArguments, VerifyArguments, RefreshArguments, TurnArguments, FormatsArguments,
               RecutArguments, AnimationArguments, OriginArguments, DriftArguments, MountArguments,
               LookArguments, ShapeArguments, RefitArguments, RoleArguments>
      command;  ///< Nothing: help was asked for and printed.
  bool json = false;
};

/// Understands the call. A wrong one is an error (BadValue) that names what is wrong with it.
Result<Invocation> invocationFrom(int argc, const char* const* argv);

}  // namespace amber

#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/layers/meeting.h"
#include "core/project/project.h"

namespace amber {

/// Where a mask's pixels are drawn: a rectangle of a mask page, as large as the mask. What can be
/// seen of it is in the mask.
struct MaskPicture {
  int page = 0;  ///< Of Parcel::maskPages.
  PixelRect rect;

  bool operator==(const MaskPicture&) const = default;
};

/// A shape as the game gets it.
struct ParcelShape {
  std::string role;
  Duty duty = Duty::Stops;
  std::uint32_t on = 0;
  std::uint32_t seeks = 0;
  /// Relative to the frame's origin, px, y down. A mask that has a picture has no runs.
  Shape geometry;
  std::vector<Polygon> parts = {};  ///< Of a polygon, where asked for: convex, as `geometry`.
  std::optional<MaskPicture> picture = {};  ///< Of a mask, where asked for.

  bool operator==(const ParcelShape&) const = default;
};

/// A frame's picture on the pages of another scale.
struct ScaledPicture {
  int page = 0;  ///< Of that scale's pages.
  PixelRect rect;
  PixelSize trim;  ///< As a frame's, in px of that scale.
  bool mirrored = false;

  bool operator==(const ScaledPicture&) const = default;
};

struct ParcelFrame {
  std::string name;
  int page = 0;
  PixelRect rect;     ///< On the page, px.
  PixelSize trim;     ///< Where `rect` lay in the frame: px cut away at the left (w) and top (h).
  PixelSize size;     ///< The frame before trimming, px.
  FramePoint origin;  ///< In the untrimmed frame, px.
  std::vector<Mount> mounts;  ///< All there are on the frame, keyed or held, by name; as `origin`.
  std::vector<ParcelShape> shapes;
  bool mirrored = false;  ///< The picture lies on the pages with left and right exchanged.
  std::vector<ScaledPicture> scaled = {};  ///< One for each of Parcel::scales.

  bool operator==(const ParcelFrame&) const = default;
};

struct ParcelAnimation {
  std::string name;
  std::vector<int> frames;  ///< Indices into the asset's frames.
  std::vector<int> durationsMs;
  LoopMode loop = LoopMode::Repeat;
  bool isDefault = false;

  bool operator==(const ParcelAnimation&) const = default;
};

/// An asset or zone that rides on a mount (see Rider).
struct ParcelRider {
  std::string mount;
  std::string asset;
  std::string animation;  ///< Empty for one without animations.
  bool behind = false;

  bool operator==(const ParcelRider&) const = default;
};

struct ParcelAsset {
  std::string name;
  std::string kind;
  Motion motion = Motion::Static;
  double scale = 1;
  std::vector<ParcelFrame> frames;
  std::vector<ParcelAnimation> animations;
  Copies copies = Copies::One;
  std::vector<ParcelRider> riders = {};

  bool operator==(const ParcelAsset&) const = default;
};

/// An area without a picture.
struct ParcelZone {
  std::string name;
  std::string kind;
  Motion motion = Motion::Static;
  Copies copies = Copies::One;
  double scale = 1;
  PixelSize size;
  FramePoint origin;  ///< In the zone, px.
  std::vector<Mount> mounts;
  std::vector<ParcelShape> shapes;
  std::vector<ParcelRider> riders = {};

  bool operator==(const ParcelZone&) const = default;
};

struct ParcelPage {
  std::string file;  ///< In the parcel's folder.
  PixelSize size;
  std::string hash;  ///< Of the file's bytes, as a sheet's.

  bool operator==(const ParcelPage&) const = default;
};

/// Participants that meet the same others, because their settings are the same.
struct ParcelGroup {
  std::vector<std::string> participants;  ///< "ASSET:ROLE".
  ParticipantSettings settings;

  bool operator==(const ParcelGroup&) const = default;
};

/// What the participants of two groups do when they meet; two groups without an entry pass.
struct ParcelMeeting {
  int a = 0;  ///< Indices of groups; `a` is at most `b`.
  int b = 0;
  Outcome outcome = Outcome::Stops;
  Sides stopped;
  Sides told;

  bool operator==(const ParcelMeeting&) const = default;
};

/// A file beside the pages with the names as source of some language.
struct ParcelText {
  std::string file;  ///< A plain file name.
  std::string hash;

  bool operator==(const ParcelText&) const = default;
};

/// The pages of another scale than 1.
struct ParcelScale {
  double scale = 2;  ///< Page px for one art px.
  std::vector<ParcelPage> pages;

  bool operator==(const ParcelScale&) const = default;
};

/// The units of the game, in which a parcel also gives its frames if they are not px.
struct ParcelUnits {
  double pxPerUnit = 1;  ///< Game px in one.
  YAxis yAxis = YAxis::Down;

  bool operator==(const ParcelUnits&) const = default;
};

/// The content of parcel.json.
struct Parcel {
  std::string profile = PackProfile{}.name;
  std::vector<ParcelPage> pages;
  std::vector<ParcelText> constants;
  std::vector<std::string> layers;  ///< By bit.
  std::vector<ParcelAsset> assets;
  std::vector<ParcelZone> zones;
  MeetingRule rule;
  std::vector<ParcelGroup> groups;      ///< Every participant is in one.
  std::vector<ParcelMeeting> meetings;  ///< By `a`, then `b`.
  std::optional<ParcelUnits> units;     ///< Nothing where they are px, y down.
  TextureFilter filter = TextureFilter::Nearest;
  std::vector<ParcelScale> scales;
  std::vector<ParcelPage> maskPages;

  bool operator==(const Parcel&) const = default;
};

/// The assets of a project, those with pictures and the zones, each in the project's order.
struct PackedAssets {
  std::vector<SharedValue<Asset>> pictured;
  std::vector<SharedValue<Asset>> zones;
};
PackedAssets packedAssets(const Project& project);

/// What rides on an asset, as the game gets it: assets that are gone are left out.
std::vector<ParcelRider> packedRiders(const Project& project, const Asset& asset);

}  // namespace amber

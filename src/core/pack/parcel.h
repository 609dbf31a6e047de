#pragma once

#include <string>
#include <vector>

#include "core/project/project.h"

namespace amber {

/// A shape as the game gets it.
struct ParcelShape {
  std::string role;
  Duty duty = Duty::Stops;
  std::uint32_t on = 0;
  std::uint32_t seeks = 0;
  Shape geometry;  ///< Relative to the frame's origin, px, y down.

  bool operator==(const ParcelShape&) const = default;
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

struct ParcelAsset {
  std::string name;
  std::string kind;
  Motion motion = Motion::Static;
  double scale = 1;
  std::vector<ParcelFrame> frames;
  std::vector<ParcelAnimation> animations;

  bool operator==(const ParcelAsset&) const = default;
};

struct ParcelPage {
  std::string file;  ///< In the parcel's folder.
  PixelSize size;
  std::string hash;  ///< Of the file's bytes, as a sheet's.

  bool operator==(const ParcelPage&) const = default;
};

/// What parcel.json says.
struct Parcel {
  std::vector<ParcelPage> pages;
  std::vector<std::string> layers;  ///< By bit.
  std::vector<ParcelAsset> assets;

  bool operator==(const Parcel&) const = default;
};

}  // namespace amber

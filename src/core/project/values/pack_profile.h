#pragma once

#include <array>
#include <string>
#include <string_view>
#include <vector>

#include "core/project/values/naming_rule.h"

namespace amber {

/// Which way y grows in the game.
enum class YAxis { Down, Up };
inline constexpr std::array<std::string_view, 2> kYAxisWords = {"down", "up"};

/// How art is drawn at another scale: the nearest pixel, or the mean of the area that a pixel
/// covers.
enum class Resampling { Nearest, Area };
inline constexpr std::array<std::string_view, 2> kResamplingWords = {"nearest", "area"};

/// How the game is to sample the pages: a hint in the parcel.
enum class TextureFilter { Nearest, Linear };
inline constexpr std::array<std::string_view, 2> kTextureFilterWords = {"nearest", "linear"};

/// Polygons as their outline alone, or with their convex parts beside it.
enum class PolygonForm { Whole, Parts };
inline constexpr std::array<std::string_view, 2> kPolygonFormWords = {"whole", "parts"};

/// Whether masks are runs of pixels in the JSON file, or pictures on separate pages.
enum class MaskForm { Runs, Picture };
inline constexpr std::array<std::string_view, 2> kMaskFormWords = {"runs", "picture"};

/// Which sizes pages have.
enum class PageShape { Tight, PowerOfTwo, Square, SquarePowerOfTwo };
inline constexpr std::array<std::string_view, 4> kPageShapeWords = {"tight", "powerOfTwo", "square",
                                                                    "squarePowerOfTwo"};

/// What lies on a page once: frames that show the same px of a sheet, frames that look the same, or
/// also those that are another's mirror image, left and right exchanged.
enum class SamePictures { Place, Look, Mirrored };
inline constexpr std::array<std::string_view, 3> kSamePicturesWords = {"place", "look", "mirrored"};

/// How pages are coloured: four channels, or a palette where 256 colours suffice.
enum class PageColours { Full, Palette };
inline constexpr std::array<std::string_view, 2> kPageColoursWords = {"full", "palette"};

/// What colour pixels have that cannot be seen: none (transparent black), or that of the nearest
/// that can, so that a filter draws no dark rims.
enum class Unseen { Black, Bled };
inline constexpr std::array<std::string_view, 2> kUnseenWords = {"black", "bled"};

/// Whether blocks, plain rectangles in place of missing art, may be in the game, or are a finding.
enum class Blocks { Allowed, Reported };
inline constexpr std::array<std::string_view, 2> kBlocksWords = {"allowed", "reported"};

/// The pack settings for one target game.
struct PackProfile {
  int pageSide = 4096;     ///< Longest side of a page, px: 64 to 16,384.
  bool trim = true;        ///< Cut away what holds no faint ink.
  int padding = 2;         ///< Empty px between frames on a page, 0 to 64.
  int extrusion = 1;       ///< How often a frame's edge pixels are repeated outward, px, 0 to 16.
  int polygonPoints = 16;  ///< Most points that a polygon may have: 3 to kMostPolygonPoints.
  /// Languages that the names are written in as constants, beside the parcel; in their order, each
  /// once.
  std::vector<Language> constants = {};
  double pxPerUnit = 1;  ///< Game px in one unit of the game: 0.001 to 100,000.
  YAxis yAxis = YAxis::Down;
  std::vector<double> scales = {};  ///< That pages are written at besides 1: 0.1 to 8, rising.
  Resampling resampling = Resampling::Nearest;
  TextureFilter filter = TextureFilter::Nearest;
  PolygonForm polygons = PolygonForm::Whole;
  int partPoints = 8;  ///< Most points of a convex part: 3 to kMostPolygonPoints.
  MaskForm masks = MaskForm::Runs;
  PageShape pageShape = PageShape::Tight;
  SamePictures same = SamePictures::Place;
  PageColours colours = PageColours::Full;
  Unseen unseen = Unseen::Black;
  Blocks blocks = Blocks::Allowed;
  std::string name = "game";

  /// Whether the parcel also contains lengths in units of the game.
  bool hasUnits() const { return pxPerUnit != 1 || yAxis != YAxis::Down; }
  bool operator==(const PackProfile&) const = default;
};

}  // namespace amber

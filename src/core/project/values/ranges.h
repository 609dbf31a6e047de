#pragma once

#include <cstddef>

#include "core/geometry/tolerances.h"

namespace amber {

/// Numbers from `least` to `most`, both included. NaN lies in none.
template <class Number>
struct Range {
  Number least;
  Number most;

  constexpr bool holds(Number value) const { return value >= least && value <= most; }
};

/// The range of every number a project holds, named once: the reader of project files, edits,
/// options of the command line and fields of the window ask these.
inline constexpr Range<int> kDigitsRange{1, 6};
inline constexpr Range<int> kFirstNumberRange{0, 1};
inline constexpr Range<int> kLongestNameRange{8, 255};
inline constexpr std::size_t kMostNameParts = 16;
inline constexpr Range<int> kPageSideRange{64, kLongestImageSide};
inline constexpr Range<int> kPaddingRange{0, 64};
inline constexpr Range<int> kExtrusionRange{0, 16};
inline constexpr Range<int> kPolygonPointsRange{3, kMostPolygonPoints};
inline constexpr Range<double> kPxPerUnitRange{0.001, 100000};
inline constexpr Range<double> kPageScaleRange{0.1, 8};
inline constexpr Range<int> kDurationRange{1, 60000};  ///< Of a step or a picture, ms.
inline constexpr int kLongestRectangle = 4096;         ///< Side of a block or zone, px.
inline constexpr Range<int> kAlphaRange{1, 255};       ///< Of faint and firm ink.
inline constexpr Range<int> kByteRange{0, 255};
inline constexpr Range<int> kSideRange{0, kLongestImageSide};       ///< A place or size on a sheet.
inline constexpr Range<int> kFrameSideRange{1, kLongestImageSide};  ///< Of what is not empty.
inline constexpr Range<int> kTurnsRange{0, 3};
inline constexpr Range<int> kJoinRange{1, 256};
inline constexpr Range<int> kLeastInkRange{1, 1000000};
inline constexpr Range<int> kGrowRange{-64, 64};
inline constexpr Range<int> kLeastSpeckRange{1, 1000000};
inline constexpr Range<double> kShareRange{0, 1};
inline constexpr Range<double> kLossRange{0, 0.99};
inline constexpr Range<double> kKeepRange{0.125, 8};
inline constexpr Range<double> kPolygonToleranceRange{0, kFarthestReach};
inline constexpr Range<double> kInsetRange{-kFarthestReach, kLongestImageSide};
inline constexpr Range<double> kDriftRange{0, 1024};
/// An origin, a mount or a number of a shape, frame px: a frame's side to either side.
inline constexpr Range<double> kPlaceRange{-2.0 * kLongestImageSide, 2.0 * kLongestImageSide};
/// Game px per art px; 0 is not allowed.
inline constexpr double kLargestScale = 1000;

/// Most of what a project may hold of one thing.
inline constexpr std::size_t kMostThings = 1000000;  ///< Sheets, assets, frames or steps in a list.
inline constexpr std::size_t kMostLayers = 32;
inline constexpr std::size_t kMostExpectations = 10000;
inline constexpr std::size_t kMostCourses = 256;
inline constexpr std::size_t kMostCodeFolders = 64;  ///< Also the limit of patterns of skipped
                                                     ///< paths.
inline constexpr Range<double> kGapLimitRange{0, 1024};
inline constexpr std::size_t kMostProfiles = 64;
inline constexpr std::size_t kMostPageScales = 8;
inline constexpr std::size_t kMostConflicts = 100000;
inline constexpr std::size_t kLongestConflict = 1 << 24;  ///< One side of a conflict, bytes.
inline constexpr std::size_t kMostRoles = 1000;  ///< In a project, or as shapes of a frame.
inline constexpr std::size_t kMostKinds = 1000;
inline constexpr std::size_t kMostRidden = 256;  ///< That ride on an asset, also through others.
inline constexpr std::size_t kMostTileDecisions = 100000;  ///< Of an asset.
inline constexpr std::size_t kMostMounts = 1000;           ///< On a frame.
inline constexpr int kMostCells = 100000;                  ///< Of one cut.
inline constexpr int kMostRects = 100000;          ///< Islands, or rectangles by hand, of one cut.
inline constexpr int kMostRegions = 1000;          ///< Of one cut.
inline constexpr std::size_t kLongestText = 4096;  ///< A name or path, bytes.
inline constexpr std::size_t kLongestHash = 80;
inline constexpr std::size_t kLongestMountName = 64;

}  // namespace amber

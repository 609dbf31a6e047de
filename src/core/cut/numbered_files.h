#pragma once

#include <memory>
#include <string>
#include <string_view>
#include <vector>

#include "core/geometry/pixel_rect.h"
#include "core/image/ink/ink.h"

namespace amber {

/// Files of one name but for a number: "walk_01.png" to "walk_12.png", padded or not.
struct NumberedRun {
  std::string title;               ///< What they share, without separators at the end: "walk".
  std::vector<std::string> paths;  ///< By number, then by name.
  std::vector<long long> missing;  ///< Numbers between the first and the last that no file has; at
                                   ///< most kMostMissing of them.
  long long first = 0;
  long long last = 0;
};

inline constexpr std::size_t kMostMissing = 1000;

/// The numbered runs of at least two files among these paths, in the order of their first path. The
/// last number of a file's name counts; folder and ending must agree, capitals do not matter.
std::vector<NumberedRun> numberedRuns(const std::vector<std::string>& paths);

/// Whether the images of a run are likely one animation: fewer than a hundred numbers are missing,
/// or no more than twice as many as are there, and no side of one is over three times that of
/// another. `sizes`: of all of them.
bool isOneAnimation(const NumberedRun& run, const std::vector<PixelSize>& sizes);

/// Whether each of these images is a sheet by itself, whatever its name: their sizes differ, and
/// the first two of them have a clear proposal for several frames. Cost: as two proposals.
bool areSheets(const std::vector<std::shared_ptr<const SheetArt>>& arts);

/// "07 is", "03 to 05 and 09 are": the missing numbers as the files would write them.
std::string missingText(const NumberedRun& run);

/// Whether path `a` comes before `b` as a person counts: runs of digits by their value, letters
/// without regard to case; equal ones by their bytes.
bool naturallyBefore(std::string_view a, std::string_view b);

}  // namespace amber

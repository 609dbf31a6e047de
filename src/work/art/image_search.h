#pragma once

#include <string>
#include <vector>

namespace amber {

/// Most files that one search gives.
inline constexpr std::size_t kMostImages = 10000;

/// The image files among these paths: files in the given order, folders with all files below them
/// that have the ending of a supported format, in natural order. Hidden files, links to folders and
/// folders of parcels are skipped.
std::vector<std::string> imageFilesIn(const std::vector<std::string>& paths);

}  // namespace amber

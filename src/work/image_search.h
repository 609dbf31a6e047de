#pragma once

#include <string>
#include <vector>

namespace amber {

/// Most files that one search gives.
inline constexpr std::size_t kMostImages = 10000;

/// The image files among these paths: files as they are given, folders with all in them and in
/// their folders whose ending the installed readers know, in natural order. Hidden files, links to
/// folders and folders of parcels are passed over.
std::vector<std::string> imageFilesIn(const std::vector<std::string>& paths);

}  // namespace amber

#pragma once

#include <vector>

#include "core/image/image.h"

namespace amber {

/// The pictures of a parcel's pages, in the order in which it names them.
struct PageImages {
  std::vector<Image> pages;
  std::vector<std::vector<Image>> scaled;  ///< Of each of Parcel::scales.
  std::vector<Image> masks;                ///< White where a mask has pixels, else transparent.

  bool operator==(const PageImages&) const = default;
};

}  // namespace amber

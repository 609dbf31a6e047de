#pragma once

#include <string>

#include "sheets.h"

namespace glasshouse {

/// The sheet as the bytes of its file: PNG, or a lossless animated WebP for several pictures.
/// The same bytes every time, with one version of the WebP library.
std::string fileBytes(const DrawnSheet& sheet);

}  // namespace glasshouse

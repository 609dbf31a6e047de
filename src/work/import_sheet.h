#pragma once

#include <string>

#include "core/base/result.h"
#include "core/project/project.h"
#include "files/image_file.h"

namespace amber {

/// A sheet read from an image file, not yet in a project: its id is still 0.
struct ImportedSheet {
  Sheet sheet;
  Image image;
};

/// Reads the image and settles where the project will find it. An image below `projectFolder` stays
/// where it is; any other is copied into its folder `sheets`, under a free name unless the same
/// content lies there already. The image itself is never changed.
/// Errors: as readImage; FileUnwritable when it cannot be copied; BadValue when its name cannot
/// stand in a project (a backslash).
Result<ImportedSheet> importSheet(const std::string& projectFolder, const std::string& imagePath);

}  // namespace amber

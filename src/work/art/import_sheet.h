#pragma once

#include <string>

#include "core/base/result.h"
#include "core/project/project.h"
#include "files/image/image_file.h"

namespace amber {

/// A sheet read from an image file, not yet in a project: its id is still 0.
struct ImportedSheet {
  Sheet sheet;
  Image image;
};

/// Reads the image and decides its path in the project. An image below `projectFolder` is used
/// where it is; any other is copied into the folder `sheets`, with a unique name unless the same
/// content is there already. The image itself is never changed. Errors: as readImage;
/// FileUnwritable if it cannot be copied; BadValue if its name is not allowed in a project (a
/// backslash).
Result<ImportedSheet> importSheet(const std::string& projectFolder, const std::string& imagePath);

}  // namespace amber

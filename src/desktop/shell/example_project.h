#pragma once

#include <QString>

#include "core/base/result.h"

namespace amber {

/// The path of the example project in a folder, "Glasshouse Night/glasshouse_night.amber". Copies
/// it there from the program's resources unless it is there already: what was changed in it stays.
/// Errors (FileUnwritable): the folder or a file cannot be written.
Result<QString> exampleProjectIn(const QString& folder);

}  // namespace amber

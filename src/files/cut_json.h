#pragma once

#include "core/project/values/cut.h"
#include "files/json_reader.h"
#include "files/json_text.h"

namespace amber {

/// A way of cutting as an object: its "way" ("cells", "islands", "hand") and its numbers.
Json jsonOf(const CutWay& way);

/// Reads what jsonOf writes. One without a "way" is of cells. Numbers are in their ranges; whether
/// the way fits a sheet is checkedCut's to say.
CutWay readWay(const JsonReader& from);

}  // namespace amber

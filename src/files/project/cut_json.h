#pragma once

#include "core/project/values/cut.h"
#include "files/json/json_reader.h"
#include "files/json/json_text.h"

namespace amber {

/// A way of cutting as an object: its "way" ("cells", "islands", "hand") and its numbers.
Json jsonOf(const CutWay& way);

/// Reads what jsonOf writes. Without a "way", the method is cells. Numbers are within their ranges;
/// checkedCut decides whether the method fits a sheet.
CutWay readWay(const JsonReader& from);

}  // namespace amber

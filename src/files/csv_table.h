#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"

namespace amber {

using CsvRow = std::vector<std::string>;

/// The rows as comma-separated values, as RFC 4180 has them: fields quoted where they must be, each
/// row ended by CR LF.
std::string csvText(const std::vector<CsvRow>& rows);

/// The rows of comma-separated values: any line end, quoted fields, an optional byte order mark.
/// Errors (WrongFormat): broken quoting; more than 100,000 rows, or a row of more than 1,000
/// fields.
Result<std::vector<CsvRow>> csvFrom(std::string_view text, const std::string& file);

}  // namespace amber

#pragma once

#include <string>

namespace amber {

/// The shortest decimal text that reads back as the same double; whole numbers carry no point.
/// Requires: `value` is finite.
std::string exactNumber(double value);

}  // namespace amber

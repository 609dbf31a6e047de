#pragma once

#include <string>

namespace amber::test {

/// What a JSON text breaks of one of the schemas in docs/schema; empty when nothing.
std::string schemaComplaint(const std::string& schemaName, const std::string& text);

}  // namespace amber::test

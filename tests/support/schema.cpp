#include "schema.h"

#include <fstream>
#include <nlohmann/json.hpp>

#if defined(__GNUC__)
#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wconversion"
#pragma GCC diagnostic ignored "-Wsign-conversion"
#pragma GCC diagnostic ignored "-Wshadow"
#pragma GCC diagnostic ignored "-Wold-style-cast"
#endif
#include <valijson/adapters/nlohmann_json_adapter.hpp>
#include <valijson/schema.hpp>
#include <valijson/schema_parser.hpp>
#include <valijson/validation_results.hpp>
#include <valijson/validator.hpp>
#if defined(__GNUC__)
#pragma GCC diagnostic pop
#endif

namespace amber::test {

std::string schemaComplaint(const std::string& schemaName, const std::string& text) {
  std::ifstream file(std::string(AMBER_SOURCE_DIR) + "/docs/schema/" + schemaName);
  const nlohmann::json rules = nlohmann::json::parse(file);
  valijson::Schema schema;
  valijson::SchemaParser parser;
  const valijson::adapters::NlohmannJsonAdapter rulesAdapter(rules);
  parser.populateSchema(rulesAdapter, schema);
  const nlohmann::json document = nlohmann::json::parse(text);
  valijson::Validator validator;
  valijson::ValidationResults results;
  const valijson::adapters::NlohmannJsonAdapter target(document);
  if (validator.validate(schema, target, &results)) return {};
  std::string complaint;
  valijson::ValidationResults::Error error;
  while (results.popError(error)) {
    for (const std::string& part : error.context) complaint += part;
    complaint += ": " + error.description + "\n";
  }
  return complaint.empty() ? "invalid" : complaint;
}

}  // namespace amber::test

#include "files/csv_table.h"

#include <csv.h>

#include <memory>

namespace amber {
namespace {

constexpr std::size_t kMostRows = 100000;
constexpr std::size_t kMostFields = 1000;

constexpr std::string_view kByteOrderMark = "\xEF\xBB\xBF";

/// Readers leave out spaces around a field without quotes, a byte order mark at the start, and rows
/// without any text: such text is written in quotes, so that it is read again.
bool needsQuotes(const std::string& text, bool aloneInRow) {
  if (text.empty()) return aloneInRow;
  const auto isSpace = [](char c) { return c == ' ' || c == '\t'; };
  return isSpace(text.front()) || isSpace(text.back()) || text.starts_with(kByteOrderMark) ||
         text.find_first_of(",\"\r\n") != std::string::npos;
}

std::string field(const std::string& text, bool aloneInRow) {
  if (!needsQuotes(text, aloneInRow)) return text;
  std::string quoted(2 * text.size() + 2, '\0');
  quoted.resize(csv_write(quoted.data(), quoted.size(), text.data(), text.size()));
  return quoted;
}

struct Rows {
  std::vector<CsvRow> all;
  CsvRow row;
  bool tooMany = false;
};

void takeField(void* text, std::size_t length, void* context) {
  Rows& rows = *static_cast<Rows*>(context);
  if (rows.row.size() == kMostFields || rows.all.size() == kMostRows) {
    rows.tooMany = true;
    return;
  }
  rows.row.emplace_back(static_cast<const char*>(text), length);
}

void takeRow(int, void* context) {
  Rows& rows = *static_cast<Rows*>(context);
  if (!rows.tooMany) rows.all.push_back(std::move(rows.row));
  rows.row.clear();
}

}  // namespace

std::string csvText(const std::vector<CsvRow>& rows) {
  std::string text;
  for (const CsvRow& row : rows) {
    for (std::size_t i = 0; i < row.size(); ++i) {
      if (i > 0) text += ',';
      text += field(row[i], row.size() == 1);
    }
    text += "\r\n";
  }
  return text;
}

Result<std::vector<CsvRow>> csvFrom(std::string_view text, const std::string& file) {
  if (text.starts_with(kByteOrderMark)) text.remove_prefix(kByteOrderMark.size());
  csv_parser parser;
  if (csv_init(&parser, CSV_STRICT | CSV_STRICT_FINI) != 0) {
    return failure(ErrorCode::WrongFormat, "cannot be read as a table", file);
  }
  const std::unique_ptr<csv_parser, decltype(&csv_free)> owner(&parser, csv_free);
  Rows rows;
  const bool whole =
      csv_parse(&parser, text.data(), text.size(), takeField, takeRow, &rows) == text.size() &&
      csv_fini(&parser, takeField, takeRow, &rows) == 0;
  if (rows.tooMany) {
    return failure(ErrorCode::WrongFormat, "has more than 100,000 rows or 1,000 columns", file);
  }
  if (!whole) {
    return failure(
        ErrorCode::WrongFormat,
        "is not a valid table of comma-separated values: an unclosed or misplaced quote in row " +
            std::to_string(rows.all.size() + 1),
        file);
  }
  return std::move(rows.all);
}

}  // namespace amber

// Any bytes as a table of layers: it is read and applied, and then written and read to the same
// settings, or refused with a sentence.
#include <cstdint>
#include <string_view>

#include "core/project/edit.h"
#include "files/csv_table.h"
#include "must.h"
#include "work/report/layer_tables.h"

namespace {

using namespace amber;

Project game() {
  Project project = newProject("fuzz");
  Asset asset;
  asset.id = {project.nextId++};
  asset.name = "chr_keeper";
  asset.kind = project.kinds.front().name;
  project.assets.emplace_back(std::move(asset));
  return project;
}

}  // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  static const Project start = game();
  const std::string_view text(reinterpret_cast<const char*>(data), size);
  const auto rows = csvFrom(text, "fuzz");
  if (!rows) {
    must(!rows.error().sentence.empty(), "a refusal has a sentence");
    return 0;
  }
  const auto again = csvFrom(csvText(*rows), "fuzz");
  must(again.has_value() && *again == *rows, "rows that are written are read again");
  const auto edits = editsFromTable(start, *rows, "fuzz");
  if (!edits) {
    must(!edits.error().sentence.empty(), "a refusal has a sentence");
    return 0;
  }
  const auto set = withEdits(start, *edits);
  if (!set) return 0;
  const auto table = settingsTable(set->project);
  const auto back = editsFromTable(set->project, table, "fuzz");
  must(back.has_value(), "a table that is written is read again");
  const auto same = withEdits(set->project, *back);
  must(same.has_value() && same->project == set->project, "and changes nothing");
  return 0;
}

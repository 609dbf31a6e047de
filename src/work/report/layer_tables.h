#pragma once

#include <optional>
#include <string>
#include <string_view>

#include "core/layers/participants.h"
#include "core/project/edit.h"
#include "files/csv_table.h"

namespace amber {

/// Tables of layers, for a wiki, a review or a spreadsheet.

/// Whose setting is meant: "ASSET:ROLE", "kind:K:ROLE" or "role:ROLE".
struct SettingTarget {
  AssetId asset;
  std::string kind;
  std::string role;
};

/// The target of the text. Errors (UnknownTarget): the project has no such asset, kind or role;
/// (BadValue): it has another form.
Result<SettingTarget> settingTargetFrom(const Project& project, std::string_view text);

/// What is set there, nothing inherited.
RoleSetting settingAt(const Project& project, const SettingTarget& target);

/// The layers of these names. Errors (UnknownTarget): the project has none of that name.
Result<LayerSet> layerSetFrom(const Project& project, const std::vector<std::string>& names);

/// Who is on what and seeks what: a row for each role, each kind's and each asset's settings, with
/// columns target, duty, on, seeks; names of layers are parted by blanks, what is inherited is left
/// empty, no layer is "-".
std::vector<CsvRow> settingsTable(const Project& project);

/// The edits that make settings as such a table has them; layers that it names and the project
/// lacks are made. Targets that it does not name stay. Errors: as above, naming the row; the first
/// row does not name these columns (WrongFormat); a name of a layer with a blank cannot be written
/// so.
Result<std::vector<Edit>> editsFromTable(const Project& project, const std::vector<CsvRow>& rows,
                                         const std::string& file);

/// Which shapes meet: a row for each pair that meets, or for all pairs with `everyPair`, with
/// columns a, b, copies, outcome, stopped, told, why. Errors (BadValue): more than a million pairs.
Result<std::vector<CsvRow>> meetingsTable(const Project& project, bool everyPair);

}  // namespace amber

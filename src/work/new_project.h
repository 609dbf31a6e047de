#pragma once

#include <optional>
#include <string>

#include "core/cut/cut_frames.h"
#include "core/project/edit.h"
#include "work/art_store.h"
#include "work/import_sheet.h"

namespace amber {

/// How a sheet is cut, before its size is known.
struct CutChoice {
  enum class Way { Cells, Count, Whole };
  Way way = Way::Whole;
  PixelSize amount;  ///< The cell's size, or columns and rows.
  PixelSize margin;
  PixelSize gutter;
};

/// The grid of that choice on a sheet. Errors: as gridByCell and gridByCount.
Result<Grid> gridFor(const CutChoice& choice, PixelSize sheet);

/// What a sheet becomes. Empty words are taken from the sheet's file name.
struct AssetChoice {
  std::string kind;
  std::string name;
  std::string animation;
  int durationMs = 100;
  LoopMode loop = LoopMode::Repeat;
  std::optional<OriginRule> origin;  ///< Nothing: the kind's own.
  bool snugBoxes = false;
};

/// The project with the sheet added and cut, its frames given origins and, if wished, snug boxes.
/// Errors: as gridFor and cutEdits.
Result<Project> withSheet(const Project& project, ImportedSheet imported, const InkRule& ink,
                          const CutChoice& cut, const AssetChoice& asset);

}  // namespace amber

#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/cut/cut_frames.h"
#include "core/cut/cut_hints.h"
#include "core/project/edit.h"
#include "work/art/art_store.h"
#include "work/art/import_sheet.h"

namespace amber {

/// How a sheet is cut, before its size is known.
struct CutChoice {
  enum class Way {
    Cells,
    Count,
    Islands,
    Hand,
    Whole,
    Best,  ///< The first proposal; each picture of an animated image.
  };
  Way way = Way::Whole;
  PixelSize amount = {};  ///< The cell's size, or columns and rows.
  PixelSize margin = {};
  PixelSize gutter = {};
  IslandRule islands = {};
  bool likeliestIslands = false;  ///< By the rule that is found in the pixels, not by that.
  HandCut hand = {};
  std::vector<CutRegion> regions =
      {};  ///< A region's grid is set by its cell alone: as many as fit.
};

/// The cut of that choice on a sheet. Errors: as gridByCell, gridByCount and checkedCut.
Result<Cut> cutFor(const CutChoice& choice, const SheetArt& art,
                   const std::optional<SheetPictures>& pictures, const CutHints& hints);

/// What a sheet becomes. Empty words are taken from the sheet's file name.
struct AssetChoice {
  std::string kind;
  std::string name;
  std::string animation;
  std::optional<int> durationMs;  ///< Nothing: an animated image's own times, else 100.
  LoopMode loop = LoopMode::Repeat;
  RowsAre rows = RowsAre::Likely;
  std::optional<OriginRule> origin;  ///< Nothing: the kind's own.
  std::optional<Recipe> shape = {};  ///< What every frame is fitted besides the kind's rules.
  std::string role = {};             ///< Of that shape; empty: the first.
};

/// How the ink of an image is found, before its pixels are known.
struct InkChoice {
  enum class Key { None, Auto, Given };
  Key key = Key::None;
  KeyColour colour = {};     ///< With Key::Given.
  std::optional<int> faint;  ///< Nothing: see visibleInkThreshold.
  int firm = 128;

  InkRule ruleFor(const Image& image) const;
};

/// All that is chosen for images that are added.
struct SheetChoices {
  InkChoice ink;
  CutChoice cut;
  AssetChoice asset;
  Orientation orientation;
};

/// The project with the image added as a sheet, turned, cut, and its frames given origins and, if
/// wished, a shape. Errors: as cutFor and cutEdits.
Result<Project> withSheet(const Project& project, ImportedSheet imported,
                          const SheetChoices& choices);

/// The project with these images added: each run of numbered ones (see numberedRuns and
/// isOneAnimation) as one
/// animation of whole frames in order, every other image by withSheet.
/// Errors: as withSheet and sequenceEdits.
Result<Project> withSheets(const Project& project, std::vector<ImportedSheet> imported,
                           const SheetChoices& choices);

}  // namespace amber

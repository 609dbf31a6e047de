#pragma once

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/project/edit.h"
#include "work/art/art_store.h"
#include "work/art/import_sheet.h"

namespace amber {

/// A new asset without a sheet.
struct BlockRequest {
  std::string asset;  ///< Name or its base: a new asset gets the prefix of its kind.
  std::string kind;   ///< A kind of the project.
  PixelSize size;
  std::optional<Rgba> colour;  ///< Nothing for a zone.
};

/// Adds a block or zone: one frame of the size, with the origin and shapes of its kind.
/// Errors (BadValue): a side of 0 or more than 4,096 px, an asset of that name; (UnknownTarget): no
/// such kind.
Result<std::vector<Edit>> newBlock(const Project& project, const BlockRequest& request);

/// Whether an asset is a block or zone, and which: null for one with a sheet. Cost: linear in the
/// sheets.
const Sheet* rectangleOf(const Project& project, const Asset& asset);

/// Another size and colour of a block or zone. Its origin follows its rule, fitted shapes are
/// fitted again; what was set by hand stays. Errors (BadValue): a wrong size, or the asset has a
/// sheet; (UnknownTarget): it is no longer in the project.
Result<std::vector<Edit>> resizedBlock(const Project& project, AssetId asset, PixelSize size,
                                       std::optional<Rgba> colour);

/// Real art for a block or zone: its frames are those of the sheets, cut by their best proposals.
/// Name, kind, layers, motion, origin rule and the recipes of its shapes are kept. Errors: as
/// withSheets; (BadValue): the asset has a sheet, or the project has one of the sheets.
Result<Project> withArtForBlock(const Project& project, AssetId asset,
                                std::vector<ImportedSheet> sheets,
                                const std::shared_ptr<ArtStore>& store);

}  // namespace amber

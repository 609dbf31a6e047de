#pragma once

#include <QImage>
#include <QString>
#include <memory>
#include <optional>
#include <vector>

#include "work/pack/pack_plan.h"

namespace amber {

/// The pages of one scale, or of masks, ready to be painted.
struct PreviewPages {
  QString title;  ///< "scale 2", "masks"; empty for scale 1.
  std::vector<PlannedFile> files;
  std::vector<QImage> images;
};

/// What packing would write, as the bench shows it.
struct PackPreview {
  Parcel parcel;
  std::vector<PreviewPages> pages;  ///< Scale 1 first, the other scales, masks last.
  std::vector<PlannedFile> others;  ///< parcel.json first.
  /// What changed since what lies in the parcel's folder; nothing where no parcel does.
  std::optional<std::vector<ParcelChange>> changes;

  qint64 bytes() const;
  int pageCount() const;
};

/// Makes the preview, see plannedParcel. Errors: as that.
Result<std::shared_ptr<const PackPreview>> makePreview(const Project& project,
                                                       const PackProfile& profile,
                                                       const std::string& folder,
                                                       const std::shared_ptr<ArtStore>& store,
                                                       const Progress& progress);

/// One asset's part of parcel.json.
QString assetJson(const PackPreview& preview, std::size_t asset);
/// One frame's part of it.
QString frameJson(const PackPreview& preview, std::size_t asset, std::size_t frame);

}  // namespace amber

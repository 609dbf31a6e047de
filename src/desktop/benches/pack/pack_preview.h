#pragma once

#include <QImage>
#include <QString>
#include <memory>
#include <optional>
#include <vector>

#include "core/base/progress.h"
#include "core/pack/parcel.h"
#include "core/pack/parcel_changes.h"
#include "work/art_store.h"

namespace amber {

/// One file that would be written.
struct PreviewFile {
  QString name;
  qint64 bytes = 0;
};

/// The pages of one scale, or of masks.
struct PreviewPages {
  QString title;  ///< "scale 2", "masks"; empty for scale 1.
  std::vector<PreviewFile> files;
  std::vector<QImage> images;
};

/// What packing would write, made in memory: written as text and PNG, and read back from that, so
/// that what is shown is what a loader gets.
struct PackPreview {
  Parcel parcel;
  std::vector<PreviewPages> pages;  ///< Scale 1 first, the other scales, masks last.
  std::vector<PreviewFile> others;  ///< parcel.json first.
  std::string text;                 ///< Of parcel.json.
  /// What changed since what lies in the parcel's folder; nothing where no parcel does.
  std::optional<std::vector<ParcelChange>> changes;

  qint64 bytes() const;
  int pageCount() const;
};

/// Builds the preview and compares it with the parcel in `folder`. Errors: as buildParcel.
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

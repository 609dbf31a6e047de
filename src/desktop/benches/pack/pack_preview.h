#pragma once

#include <QImage>
#include <QString>
#include <memory>
#include <vector>

#include "core/base/progress.h"
#include "core/pack/parcel.h"
#include "work/art_store.h"

namespace amber {

/// What packing would write, made in memory.
struct PackPreview {
  Parcel parcel;
  std::vector<QImage> pages;
  std::vector<qint64> pageBytes;
  qint64 jsonBytes = 0;
};

/// Builds the preview. Errors: as buildParcel.
Result<std::shared_ptr<const PackPreview>> makePreview(const Project& project,
                                                       const std::shared_ptr<ArtStore>& store,
                                                       const Progress& progress);

/// One asset's part of parcel.json.
QString assetJson(const Parcel& parcel, std::size_t asset);

}  // namespace amber

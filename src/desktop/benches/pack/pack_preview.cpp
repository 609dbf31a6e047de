#include "desktop/benches/pack/pack_preview.h"

#include "core/pack/build_parcel.h"
#include "files/image_file.h"
#include "files/parcel_file.h"

namespace amber {

Result<std::shared_ptr<const PackPreview>> makePreview(const Project& project,
                                                       const std::shared_ptr<ArtStore>& store,
                                                       const Progress& progress) {
  auto built = buildParcel(project, ArtStore::loading(store, project), progress);
  if (!built) return tl::unexpected(built.error());
  auto preview = std::make_shared<PackPreview>();
  for (const Image& page : built->pages) {
    if (progress.cancelled()) return failure(ErrorCode::Cancelled, "packing was cancelled");
    const std::string bytes = pngBytes(page);
    preview->pageBytes.push_back(static_cast<qint64>(bytes.size()));
    preview->pages.push_back(QImage::fromData(reinterpret_cast<const uchar*>(bytes.data()),
                                              static_cast<int>(bytes.size())));
  }
  preview->jsonBytes = static_cast<qint64>(parcelText(built->parcel).size());
  preview->parcel = std::move(built->parcel);
  return std::shared_ptr<const PackPreview>(std::move(preview));
}

QString assetJson(const Parcel& parcel, std::size_t asset) {
  // One asset alone is a parcel too; its line breaks are those of the real file.
  Parcel one;
  one.assets.push_back(parcel.assets[asset]);
  const QString text = QString::fromStdString(parcelText(one));
  const auto start = text.indexOf("\"assets\"");
  return text.mid(start);
}

}  // namespace amber

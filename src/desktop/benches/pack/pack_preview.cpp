#include "desktop/benches/pack/pack_preview.h"

#include "core/base/exact_number.h"
#include "files/parcel/parcel_file.h"

namespace amber {
namespace {

// As painting is fastest with.
QImage paintable(const Image& image) {
  return QImage(reinterpret_cast<const uchar*>(image.row(0)), image.width(), image.height(),
                static_cast<qsizetype>(image.width()) * 4, QImage::Format_RGBA8888)
      .convertToFormat(QImage::Format_ARGB32_Premultiplied);
}

}  // namespace

qint64 PackPreview::bytes() const {
  qint64 all = 0;
  for (const PreviewPages& some : pages) {
    for (const PlannedFile& file : some.files) all += file.bytes;
  }
  for (const PlannedFile& file : others) all += file.bytes;
  return all;
}

int PackPreview::pageCount() const {
  std::size_t count = 0;
  for (const PreviewPages& some : pages) count += some.files.size();
  return static_cast<int>(count);
}

Result<std::shared_ptr<const PackPreview>> makePreview(const Project& project,
                                                       const PackProfile& profile,
                                                       const std::string& folder,
                                                       const std::shared_ptr<ArtStore>& store,
                                                       const Progress& progress) {
  auto plan = plannedParcel(project, profile, folder, store, progress);
  if (!plan) return tl::unexpected(plan.error());
  auto preview = std::make_shared<PackPreview>();
  auto file = plan->pages.begin();
  const auto add = [&](const QString& title, const std::vector<Image>& images) {
    PreviewPages& pages = preview->pages.emplace_back();
    pages.title = title;
    for (const Image& image : images) {
      pages.files.push_back(*file++);
      pages.images.push_back(paintable(image));
    }
  };
  add({}, plan->images.pages);
  for (std::size_t i = 0; i < plan->images.scaled.size(); ++i) {
    const std::string scale = exactNumber(plan->parcel.scales[i].scale);
    add(QObject::tr("scale %1").arg(QString::fromStdString(scale)), plan->images.scaled[i]);
  }
  if (!plan->images.masks.empty()) add(QObject::tr("masks"), plan->images.masks);
  preview->parcel = std::move(plan->parcel);
  preview->others = std::move(plan->others);
  preview->changes = std::move(plan->changes);
  return std::shared_ptr<const PackPreview>(std::move(preview));
}

QString assetJson(const PackPreview& preview, std::size_t asset) {
  // One asset alone is a parcel too; its line breaks are those of the real file.
  Parcel one;
  one.units = preview.parcel.units;
  one.assets.push_back(preview.parcel.assets[asset]);
  const QString text = QString::fromStdString(parcelText(one));
  return text.mid(text.indexOf("\"assets\""));
}

QString frameJson(const PackPreview& preview, std::size_t asset, std::size_t frame) {
  return QString::fromStdString(
      parcelFrameText(preview.parcel, preview.parcel.assets[asset], frame));
}

}  // namespace amber

#include "desktop/benches/pack/pack_preview.h"

#include "core/base/exact_number.h"
#include "core/base/parallel.h"
#include "core/pack/build_parcel.h"
#include "files/image_file.h"
#include "files/parcel_file.h"

namespace amber {
namespace {

// The pages as files, and the pictures that a reader gets of them.
Result<PreviewPages> pagesOf(const QString& title, std::vector<ParcelPage>& pages,
                             std::vector<Image>& images, PageColours colours) {
  PreviewPages made{title, {}, {}};
  made.files.resize(pages.size());
  made.images.resize(pages.size());
  std::vector<std::optional<Error>> errors(pages.size());
  forEachIndex(pages.size(), [&](std::size_t i) {
    const std::string bytes = pngBytes(images[i], colours);
    made.files[i] = {QString::fromStdString(pages[i].file), static_cast<qint64>(bytes.size())};
    auto read = imageFrom(bytes, pages[i].file);
    if (!read) {
      errors[i] = read.error();
      return;
    }
    images[i] = std::move(*read);
    const Image& image = images[i];
    made.images[i] =
        QImage(reinterpret_cast<const uchar*>(image.row(0)), image.width(), image.height(),
               static_cast<qsizetype>(image.width()) * 4, QImage::Format_RGBA8888)
            .convertToFormat(QImage::Format_ARGB32_Premultiplied);
  });
  for (const auto& error : errors) {
    if (error) return tl::unexpected(*error);
  }
  return made;
}

}  // namespace

qint64 PackPreview::bytes() const {
  qint64 all = 0;
  for (const PreviewPages& some : pages) {
    for (const PreviewFile& file : some.files) all += file.bytes;
  }
  for (const PreviewFile& file : others) all += file.bytes;
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
  auto built = buildParcel(project, profile, ArtStore::loading(store, project), progress);
  if (!built) return tl::unexpected(built.error());
  auto preview = std::make_shared<PackPreview>();
  Parcel& parcel = built->parcel;
  const auto add = [&](const QString& title, std::vector<ParcelPage>& pages,
                       std::vector<Image>& images) -> Result<void> {
    if (progress.cancelled()) return failure(ErrorCode::Cancelled, "packing was cancelled");
    auto made = pagesOf(title, pages, images, built->colours);
    if (!made) return tl::unexpected(made.error());
    preview->pages.push_back(std::move(*made));
    return {};
  };
  if (auto done = add({}, parcel.pages, built->pages.pages); !done) {
    return tl::unexpected(done.error());
  }
  for (std::size_t i = 0; i < parcel.scales.size(); ++i) {
    const QString title =
        QObject::tr("scale %1").arg(QString::fromStdString(exactNumber(parcel.scales[i].scale)));
    if (auto done = add(title, parcel.scales[i].pages, built->pages.scaled[i]); !done) {
      return tl::unexpected(done.error());
    }
  }
  if (!parcel.maskPages.empty()) {
    if (auto done = add(QObject::tr("masks"), parcel.maskPages, built->pages.masks); !done) {
      return tl::unexpected(done.error());
    }
  }
  preview->text = parcelText(parcel);
  auto read = parcelFrom(preview->text, "parcel.json");
  if (!read) return tl::unexpected(read.error());
  preview->parcel = std::move(*read);
  preview->others = {{"parcel.json", static_cast<qint64>(preview->text.size())}};
  for (std::size_t i = 0; i < built->constants.size(); ++i) {
    preview->others.push_back({QString::fromStdString(parcel.constants[i].file),
                               static_cast<qint64>(built->constants[i].size())});
  }
  if (const auto before = readParcel(folder)) {
    preview->changes = parcelChanges(before->parcel, before->pages, preview->parcel, built->pages);
  }
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

#include "files/image_file.h"

#include <QBuffer>
#include <QImage>
#include <QImageReader>
#include <QImageWriter>
#include <cstring>

#include "core/geometry/tolerances.h"
#include "files/file_bytes.h"

namespace amber {
namespace {

constexpr long long kLargestImageFile = 1LL << 30;
constexpr int kDotsPerMeter = 2835;  // 72 dots an inch

Image fromQImage(const QImage& decoded) {
  const QImage straight = decoded.convertToFormat(QImage::Format_RGBA8888);
  Image image(straight.width(), straight.height());
  static_assert(sizeof(Rgba) == 4);
  for (int y = 0; y < image.height(); ++y) {
    std::memcpy(image.row(y), straight.constScanLine(y),
                static_cast<std::size_t>(image.width()) * sizeof(Rgba));
  }
  return image;
}

Result<void> checkSize(const QSize& size, const std::string& name) {
  if (size.width() > kLongestImageSide || size.height() > kLongestImageSide ||
      static_cast<long long>(size.width()) * size.height() > kMostImagePixels) {
    return failure(ErrorCode::ImageTooLarge,
                   "is " + std::to_string(size.width()) + " x " + std::to_string(size.height()) +
                       " px; at most 16384 px a side and 256 megapixels can be read, so make it "
                       "smaller or split it",
                   name);
  }
  return {};
}

}  // namespace

Result<Image> imageFrom(std::string_view bytes, const std::string& name) {
  QByteArray data = QByteArray::fromRawData(bytes.data(), static_cast<qsizetype>(bytes.size()));
  QBuffer buffer(&data);
  buffer.open(QIODevice::ReadOnly);
  QImageReader reader(&buffer);
  // The bound is ours, checked below; the reader's own would refuse large sheets that we take.
  QImageReader::setAllocationLimit(0);
  const QSize size = reader.size();
  if (!reader.canRead() || (size.isValid() && size.isEmpty())) {
    return failure(ErrorCode::NotAnImage,
                   "is not an image that can be read; choose a PNG, GIF, WebP or BMP file", name);
  }
  // Without a size in the header nothing bounds the decoding.
  if (!size.isValid()) {
    return failure(ErrorCode::NotAnImage, "does not tell its size; save it as PNG", name);
  }
  if (auto fits = checkSize(size, name); !fits) return tl::unexpected(fits.error());
  QImage decoded;
  if (!reader.read(&decoded) || decoded.isNull()) {
    return failure(ErrorCode::NotAnImage,
                   "the image is damaged (" + reader.errorString().toStdString() +
                       "); save it again from its source",
                   name);
  }
  return fromQImage(decoded);
}

Result<ImageFile> readImage(const std::string& path) {
  auto bytes = readFile(path, kLargestImageFile);
  if (!bytes) return tl::unexpected(bytes.error());
  auto image = imageFrom(*bytes, path);
  if (!image) return tl::unexpected(image.error());
  return ImageFile{std::move(*image), contentHash(*bytes)};
}

std::string pngBytes(const Image& image) {
  QImage view(reinterpret_cast<const uchar*>(image.row(0)), image.width(), image.height(),
              static_cast<qsizetype>(image.width()) * 4, QImage::Format_RGBA8888);
  // A picture's resolution would otherwise be that of the screen in use, and is written too.
  view.setDotsPerMeterX(kDotsPerMeter);
  view.setDotsPerMeterY(kDotsPerMeter);
  QByteArray bytes;
  QBuffer buffer(&bytes);
  buffer.open(QIODevice::WriteOnly);
  QImageWriter writer(&buffer, "png");
  writer.write(view);
  return bytes.toStdString();
}

}  // namespace amber

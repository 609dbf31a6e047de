#include "files/image/image_file.h"

#include <QBuffer>
#include <QFile>
#include <QImage>
#include <QImageReader>
#include <QImageWriter>
#include <QList>
#include <algorithm>
#include <cstring>
#include <limits>
#include <unordered_map>

#include "core/geometry/tolerances.h"
#include "files/file_bytes.h"
#include "files/image/animated_png.h"

namespace amber {
namespace {

constexpr long long kLargestImageFile = 1LL << 30;
constexpr int kDotsPerMeter = 2835;  // 72 dots an inch
constexpr int kPictureRow = 4096;    // Pictures of an animated image lie in rows of this width, px.
constexpr int kUnsaidTimeMs = 100;

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

int byteAt(std::string_view bytes, std::size_t at) {
  return static_cast<unsigned char>(bytes[at]);
}

// The logical screen size of a GIF: its reader makes a picture of that size, whatever the size of
// the frames.
QSize gifScreen(std::string_view bytes) {
  if (!bytes.starts_with("GIF8") || bytes.size() < 10) return {};
  return {byteAt(bytes, 6) | byteAt(bytes, 7) << 8, byteAt(bytes, 8) | byteAt(bytes, 9) << 8};
}

// Whether a JPEG is complete: its reader returns a whole picture for half a file, grey below. Walks
// the segments of ITU-T T.81, annex B; data that is not a JPEG counts as complete.
bool jpegIsWhole(std::string_view bytes) {
  if (!bytes.starts_with("\xff\xd8\xff")) return true;
  std::size_t at = 2;
  while (at + 1 < bytes.size()) {
    // Between segments there is coded data, in which 0xff is followed by 0 or a restart marker.
    if (byteAt(bytes, at) != 0xff) {
      ++at;
      continue;
    }
    const int marker = byteAt(bytes, at + 1);
    if (marker == 0xd9) return true;
    const bool alone = marker == 0 || marker == 1 || (marker >= 0xd0 && marker <= 0xd7);
    if (marker == 0xff) {
      ++at;
    } else if (alone) {
      at += 2;
    } else if (at + 3 < bytes.size()) {
      at += 2 + static_cast<std::size_t>(byteAt(bytes, at + 2) << 8 | byteAt(bytes, at + 3));
    } else {
      return false;
    }
  }
  return false;
}

// Vector formats, which have no pixels.
bool isDrawing(const QByteArray& format) {
  return format == "svg" || format == "svgz" || format == "pdf";
}

// A reader of bytes in memory, its header looked at.
class Decoding {
 public:
  Decoding(std::string_view bytes, const std::string& name)
      : name_(name),
        bytes_(bytes),
        data_(QByteArray::fromRawData(bytes.data(), static_cast<qsizetype>(bytes.size()))) {
    buffer_.setBuffer(&data_);
    buffer_.open(QIODevice::ReadOnly);
    reader_.setDevice(&buffer_);
    // The bound is ours, checked below; the reader's own would refuse large sheets that we take.
    QImageReader::setAllocationLimit(0);
  }

  Result<void> check() {
    const bool readable = reader_.canRead();
    // Asked before its size, for which a drawing would be drawn.
    if (isDrawing(reader_.format())) {
      return failure(ErrorCode::NotAnImage,
                     "is a vector drawing; export it as PNG at the size that you need", name_);
    }
    if (const QSize screen = gifScreen(bytes_); screen.isValid()) {
      if (auto valid = checkSize(screen, name_); !valid) return valid;
    }
    if (!jpegIsWhole(bytes_)) {
      return failure(ErrorCode::NotAnImage,
                     "the image ends in the middle; save it again from its source", name_);
    }
    size_ = reader_.size();
    if (!readable || (size_.isValid() && size_.isEmpty())) {
      return failure(ErrorCode::NotAnImage,
                     "is not an image that can be read; choose a PNG, GIF, WebP or BMP file",
                     name_);
    }
    // Without a size in the header nothing bounds the decoding.
    if (!size_.isValid()) {
      return failure(ErrorCode::NotAnImage, "has no known size; save it as PNG", name_);
    }
    return checkSize(size_, name_);
  }

  // How many pictures the image has, 1 for a still one.
  int pictures() const {
    return reader_.supportsAnimation() ? std::max(1, reader_.imageCount()) : 1;
  }

  Result<Image> next() {
    QImage decoded;
    if (!reader_.read(&decoded) || decoded.isNull()) {
      return failure(ErrorCode::NotAnImage,
                     "the image is damaged (" + reader_.errorString().toStdString() +
                         "); save it again from its source",
                     name_);
    }
    // The size in the header and that of the picture may differ.
    if (auto valid = checkSize(decoded.size(), name_); !valid) {
      return tl::unexpected(valid.error());
    }
    return fromQImage(decoded);
  }

  // The duration of the last picture; 0 if it is not set.
  int timeMs() const { return reader_.nextImageDelay(); }

  PixelSize size() const { return {size_.width(), size_.height()}; }

 private:
  std::string name_;
  std::string_view bytes_;
  QByteArray data_;
  QBuffer buffer_;
  QImageReader reader_;
  QSize size_;
};

void paste(Image& onto, const Image& picture, int left, int top) {
  const int width = std::min(picture.width(), onto.width() - left);
  for (int y = 0; y < std::min(picture.height(), onto.height() - top); ++y) {
    std::copy_n(picture.row(y), width, onto.row(top + y) + left);
  }
}

// The pictures of an animated image, which come one after another, laid in rows.
class PictureRows {
 public:
  // Errors: as checkSize, of all pictures together.
  static Result<PictureRows> forPictures(int count, PixelSize size, const std::string& name) {
    const int columns = std::clamp(kPictureRow / size.w, 1, count);
    const int rows = (count + columns - 1) / columns;
    const QSize all(size.w * columns, static_cast<int>(std::min<long long>(
                                          1LL * size.h * rows, std::numeric_limits<int>::max())));
    if (auto fits = checkSize(all, name); !fits) {
      return failure(
          ErrorCode::ImageTooLarge,
          "has " + std::to_string(count) + " pictures, more than 256 megapixels in all; split it",
          name);
    }
    return PictureRows(columns, size, all);
  }

  void add(const Image& picture, int timeMs) {
    const auto place = static_cast<int>(file_.pictures->timesMs.size());
    file_.pictures->timesMs.push_back(timeMs <= 0 ? kUnsaidTimeMs : std::min(timeMs, 60000));
    paste(file_.image, picture, place % columns_ * file_.pictures->size.w,
          place / columns_ * file_.pictures->size.h);
  }

  ImageFile take() { return std::move(file_); }

 private:
  PictureRows(int columns, PixelSize size, QSize all) : columns_(columns) {
    file_.image = Image(all.width(), all.height());
    file_.pictures = SheetPictures{size, {}};
  }

  int columns_;
  ImageFile file_;
};

Result<ImageFile> readPictures(Decoding& decoding, int count, const std::string& name) {
  auto rows = PictureRows::forPictures(count, decoding.size(), name);
  if (!rows) return tl::unexpected(rows.error());
  for (int i = 0; i < count; ++i) {
    auto picture = decoding.next();
    if (!picture) return tl::unexpected(picture.error());
    rows->add(*picture, decoding.timeMs());
  }
  return rows->take();
}

// The readers of PNG that are installed give the first picture alone: each is read by itself, and
// they are put together here.
Result<ImageFile> readAnimatedPng(const std::vector<AnimatedPngPicture>& pictures, PixelSize size,
                                  const std::string& name) {
  auto rows = PictureRows::forPictures(static_cast<int>(pictures.size()), size, name);
  if (!rows) return tl::unexpected(rows.error());
  AnimationCanvas canvas(size);
  for (const AnimatedPngPicture& picture : pictures) {
    auto pixels = imageFrom(picture.png, name);
    if (!pixels) return tl::unexpected(pixels.error());
    if (pixels->size() != picture.place.size()) {
      return failure(ErrorCode::NotAnImage,
                     "a picture of the animated image does not have its stated size; save the "
                     "image again from its source",
                     name);
    }
    rows->add(canvas.show(picture, *pixels), picture.timeMs);
  }
  return rows->take();
}

// Images of two pictures of 1 x 1 px, for asking the installed readers whether they give both.
struct Probe {
  const char* format;
  const char* base64;
};
constexpr Probe kProbes[] = {
    {"gif",
     "R0lGODlhAQABAPAAAP8AAAAAACH5BAAKAAAAIf8LTkVUU0NBUEUyLjADAQAAACwAAAAAAQABAAACAkQBACH5BAAKAAAA"
     "LAAAAAABAAEAgAAA/wAAAAICRAEAOw=="},
    {"webp",
     "UklGRoQAAABXRUJQVlA4WAoAAAACAAAAAAAAAAAAQU5JTQYAAAD/////AABBTk1GKAAAAAAAAAAAAAAAAAAAAGQAAAJW"
     "UDhMDwAAAC8AAAAABxD9j/4HIqL/AQBBTk1GKAAAAAAAAAAAAAAAAAAAAGQAAABWUDhMDwAAAC8AAAAABxDR//4HIqL/"
     "AQA="},
    {"png",
     "iVBORw0KGgoAAAANSUhEUgAAAAIAAAABCAYAAAD0In+KAAAACGFjVEwAAAACAAAAAPONk3AAAAAaZmNUTAAAAAAAAAAC"
     "AAAAAQAAAAAAAAAAAAEACgAA+Sm2eQAAAA5JREFUeNpj+M/A8B+EARH3A/3+rbuZAAAAGmZjVEwAAAABAAAAAgAAAAEA"
     "AAAAAAAAAAABAAoAAGJaXK0AAAASZmRBVAAAAAJ42mP4z8DwH4QBEfcD/ddnfq8AAAAASUVORK5CYII="},
};

// The picture with a palette, colours in the order in which they come; nothing where there are more
// than 256.
std::optional<QImage> withPalette(const Image& image) {
  std::unordered_map<QRgb, uchar> places;
  QList<QRgb> palette;
  QImage indexed(image.width(), image.height(), QImage::Format_Indexed8);
  if (indexed.isNull()) return std::nullopt;
  for (int y = 0; y < image.height(); ++y) {
    uchar* line = indexed.scanLine(y);
    for (int x = 0; x < image.width(); ++x) {
      const Rgba& pixel = image.at(x, y);
      const QRgb colour = qRgba(pixel.r, pixel.g, pixel.b, pixel.a);
      const auto [known, isNew] = places.try_emplace(colour, static_cast<uchar>(palette.size()));
      if (isNew) {
        if (palette.size() == 256) return std::nullopt;
        palette.push_back(colour);
      }
      line[x] = known->second;
    }
  }
  indexed.setColorTable(palette);
  return indexed;
}

}  // namespace

Result<Image> imageFrom(std::string_view bytes, const std::string& name) {
  Decoding decoding(bytes, name);
  if (auto valid = decoding.check(); !valid) return tl::unexpected(valid.error());
  return decoding.next();
}

Result<ImageFile> readImage(const std::string& path) {
  const auto bytes = readFile(path, kLargestImageFile);
  return bytes ? imageFileFrom(*bytes, path) : tl::unexpected(bytes.error());
}

Result<ImageFile> imageFileFrom(std::string_view bytes, const std::string& name) {
  Decoding decoding(bytes, name);
  if (auto valid = decoding.check(); !valid) return tl::unexpected(valid.error());
  const auto parts = takenApart(bytes, name);
  if (!parts) return tl::unexpected(parts.error());
  const int pictures = decoding.pictures();
  ImageFile file;
  if (parts->size() > 1 || pictures > 1) {
    auto read = parts->size() > 1 ? readAnimatedPng(*parts, decoding.size(), name)
                                  : readPictures(decoding, pictures, name);
    if (!read) return read;
    file = std::move(*read);
  } else {
    auto image = decoding.next();
    if (!image) return tl::unexpected(image.error());
    file.image = std::move(*image);
  }
  file.hash = contentHash(bytes);
  return file;
}

std::vector<ImageFormat> imageFormats() {
  std::vector<ImageFormat> formats;
  for (const QByteArray& name : QImageReader::supportedImageFormats()) {
    if (isDrawing(name)) continue;
    const auto* probe = std::find_if(std::begin(kProbes), std::end(kProbes),
                                     [&](const Probe& one) { return name == one.format; });
    bool animated = false;
    if (probe != std::end(kProbes)) {
      const std::string bytes = QByteArray::fromBase64(probe->base64).toStdString();
      Decoding decoding(bytes, {});
      const auto parts = takenApart(bytes, {});
      animated = (parts && parts->size() == 2) || (decoding.check() && decoding.pictures() == 2);
    }
    formats.push_back({name.toStdString(), animated});
  }
  return formats;
}

bool looksLikeImage(const std::string& path) {
  QImageReader reader(QFile::decodeName(QByteArray::fromStdString(path)));
  reader.setDecideFormatFromContent(true);
  return reader.canRead() && !isDrawing(reader.format());
}

std::string pngBytes(const Image& image, PageColours colours) {
  QImage view(reinterpret_cast<const uchar*>(image.row(0)), image.width(), image.height(),
              static_cast<qsizetype>(image.width()) * 4, QImage::Format_RGBA8888);
  if (colours == PageColours::Palette) {
    if (auto indexed = withPalette(image)) view = std::move(*indexed);
  }
  // A picture's resolution would otherwise be that of the screen in use, and is written too.
  view.setDotsPerMeterX(kDotsPerMeter);
  view.setDotsPerMeterY(kDotsPerMeter);
  QByteArray bytes;
  QBuffer buffer(&bytes);
  buffer.open(QIODevice::WriteOnly);
  QImageWriter writer(&buffer, "png");
  // Only a lack of memory makes writing into memory fail.
  if (!writer.write(view)) throw std::bad_alloc();
  return bytes.toStdString();
}

}  // namespace amber

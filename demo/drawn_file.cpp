#include "drawn_file.h"

#include <webp/encode.h>
#include <webp/mux.h>

#include <cstdlib>
#include <memory>

#include "files/image/image_file.h"

namespace glasshouse {
namespace {

using Encoder = std::unique_ptr<WebPAnimEncoder, decltype(&WebPAnimEncoderDelete)>;

void addPicture(WebPAnimEncoder* encoder, const amber::Image& image, int atMs) {
  WebPConfig config;
  WebPPicture picture;
  if (!WebPConfigInit(&config) || !WebPPictureInit(&picture)) std::abort();
  config.lossless = 1;
  config.exact = 1;
  picture.use_argb = 1;
  picture.width = image.width();
  picture.height = image.height();
  const auto* bytes = reinterpret_cast<const std::uint8_t*>(image.row(0));
  if (!WebPPictureImportRGBA(&picture, bytes, image.width() * 4) ||
      !WebPAnimEncoderAdd(encoder, &picture, atMs, &config)) {
    std::abort();
  }
  WebPPictureFree(&picture);
}

std::string animatedWebp(const DrawnSheet& sheet) {
  WebPAnimEncoderOptions options;
  if (!WebPAnimEncoderOptionsInit(&options)) std::abort();
  const amber::PixelSize size = sheet.pictures.front().size();
  const Encoder encoder(WebPAnimEncoderNew(size.w, size.h, &options), &WebPAnimEncoderDelete);
  int atMs = 0;
  for (std::size_t i = 0; i < sheet.pictures.size(); ++i) {
    addPicture(encoder.get(), sheet.pictures[i], atMs);
    atMs += sheet.timesMs[i];
  }
  WebPAnimEncoderAdd(encoder.get(), nullptr, atMs, nullptr);
  WebPData data;
  WebPDataInit(&data);
  if (!WebPAnimEncoderAssemble(encoder.get(), &data)) std::abort();
  std::string bytes(reinterpret_cast<const char*>(data.bytes), data.size);
  WebPDataClear(&data);
  return bytes;
}

}  // namespace

std::string fileBytes(const DrawnSheet& sheet) {
  return sheet.pictures.empty() ? amber::pngBytes(sheet.image) : animatedWebp(sheet);
}

}  // namespace glasshouse

#pragma once

#include <string>
#include <string_view>

#include "core/base/result.h"
#include "core/image/image.h"

namespace amber {

/// An image file's pixels with the hash of its bytes.
struct ImageFile {
  Image image;
  std::string hash;
};

/// Reads PNG, BMP, GIF (its first picture), WebP and whatever else the installed readers know.
/// Errors: as readFile; NotAnImage for anything that does not decode whole, or has no pixels;
/// ImageTooLarge, before decoding, for more than kLongestImageSide px a side or kMostImagePixels.
Result<ImageFile> readImage(const std::string& path);

/// The picture as PNG bytes; the same picture gives the same bytes.
std::string pngBytes(const Image& image);

/// The pixels of PNG bytes. `name` stands for the file in an error.
Result<Image> imageFrom(std::string_view bytes, const std::string& name);

}  // namespace amber

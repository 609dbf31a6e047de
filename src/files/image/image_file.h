#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "core/image/image.h"
#include "core/project/project.h"

namespace amber {

/// An image file's pixels with the hash of its bytes.
struct ImageFile {
  Image image;
  std::string hash;
  std::optional<SheetPictures>
      pictures;  ///< Of an animated image: `image` is all of them, in rows.
};

/// Reads PNG, BMP, GIF, WebP and every other format with an installed reader. All pictures of an
/// animated image are read if the reader supports it, and those of animated PNG, and placed in rows
/// of up to 4,096 px; a picture without a duration gets 100 ms. Errors: as readFile; NotAnImage for
/// anything that does not decode completely, or has no pixels, such as a vector drawing (SVG);
/// ImageTooLarge, before decoding, for more than kLongestImageSide px per side or kMostImagePixels
/// for all pictures together.
Result<ImageFile> readImage(const std::string& path);

/// The same from the bytes of the file. `name` is used in errors.
Result<ImageFile> imageFileFrom(std::string_view bytes, const std::string& name);

/// A format that the installed readers know.
struct ImageFormat {
  std::string name;       ///< As file endings have it: "png".
  bool animated = false;  ///< Whether its reader gives all pictures of an animated image.
};
std::vector<ImageFormat> imageFormats();

/// Whether the file begins as an image that can be read; a drawing (SVG) is none. Cost: its first
/// bytes are read.
bool looksLikeImage(const std::string& path);

/// The picture as PNG bytes: four channels, or a palette where that is asked for and 256 colours
/// suffice. The same picture gives the same bytes.
std::string pngBytes(const Image& image, PageColours colours = PageColours::Full);

/// The pixels of a PNG from its bytes. `name` is used in errors.
Result<Image> imageFrom(std::string_view bytes, const std::string& name);

}  // namespace amber

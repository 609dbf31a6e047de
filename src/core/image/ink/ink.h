#pragma once

#include <cstdint>
#include <optional>
#include <vector>

#include "core/image/image.h"
#include "core/image/pixel_mask.h"

namespace amber {

/// Where pixels of the key colour count as background.
enum class KeyReach {
  Everywhere,    ///< All of them; true holes and dithered shadows open up.
  JoinedToEdge,  ///< Only those joined (4-neighbours) to the edge of the sheet, or of the frame
                 ///< they lie in; painted ones stay.
};

/// A colour that means "no ink", whatever its alpha.
struct KeyColour {
  std::uint8_t r = 0;
  std::uint8_t g = 0;
  std::uint8_t b = 0;
  int tolerance = 0;  ///< Largest difference in any of the three channels, 0 to 255.
  KeyReach reach = KeyReach::Everywhere;

  bool operator==(const KeyColour&) const = default;
};

/// Which pixels of a sheet are ink.
struct InkRule {
  int faint = 1;   ///< Least alpha of faint ink, 1 to 255: cutting, and what is drawn.
  int firm = 128;  ///< Least alpha of firm ink, 1 to 255: origins and shapes.
  std::optional<KeyColour> key;  ///< Nothing: alpha alone decides.

  bool operator==(const InkRule&) const = default;
};

/// The pixels whose alpha is at least `leastAlpha` and which are not background by `key`.
/// Requires: leastAlpha 1 to 255. Cost: linear in the pixels.
PixelMask inkOf(const Image& image, int leastAlpha, const std::optional<KeyColour>& key);

/// The key colour that an opaque sheet seems to have: the one that its corners agree on, or most of
/// its border; the most frequent one of all where the border is a drawn line. Nothing for a sheet
/// with transparency, of one colour, or whose border shows no such colour; for an empty image.
/// Cost: linear in the pixels.
std::optional<KeyColour> likelyKey(const Image& image);

/// A sheet's pixels with its ink, ready for every bench.
struct SheetArt {
  Image image;
  PixelMask faint;
  PixelMask firm;
  int firmAlpha = 128;  ///< Least alpha of firm ink.
};

/// The art of `image` under `rule`.
SheetArt artOf(Image image, const InkRule& rule);

/// The art with what is joined to the edges of these frames open too, where the key reaches only so
/// far; unchanged under any other rule. Requires: the frames lie on the image, and the art is of
/// this rule. Cost: linear in the frames' pixels.
SheetArt withFrameEdges(SheetArt art, const InkRule& rule, const std::vector<PixelRect>& frames);

}  // namespace amber

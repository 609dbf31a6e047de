#pragma once

#include <vector>

#include "core/image/image.h"

namespace glasshouse {

/// What a pixel is made of. Each material has three tones; light falls from the upper left.
enum class Material {
  None,
  Ink,  ///< The dark outline tone itself: eyes, seams.
  Skin,
  Felt,
  Lamp,
  Coat,
  Cloth,
  Boot,
  Metal,
  Water,
  Shell,
  Slug,
  Wing,
  Fur,
  Clay,
  Leaf,
  Seed,
  Slate,
  Wood,
  Moss,
};

/// A small picture of materials, drawn with round and straight tools, then lit and outlined.
/// Coordinates are pixel centres; what falls outside is cut off.
class Canvas {
 public:
  Canvas(int width, int height)
      : width_(width),
        height_(height),
        cells_(static_cast<std::size_t>(width) * static_cast<std::size_t>(height)) {}

  int width() const { return width_; }
  int height() const { return height_; }
  Material at(int x, int y) const;
  void put(int x, int y, Material material);

  void rect(int x, int y, int w, int h, Material material);
  void ellipse(double cx, double cy, double rx, double ry, Material material);
  /// All pixels within r of the segment.
  void limb(double x0, double y0, double x1, double y1, double r, Material material);

  /// The picture: tones by where a pixel lies in its material, and, if wished, a dark outline
  /// drawn around everything.
  amber::Image lit(bool outlined) const;

 private:
  int width_;
  int height_;
  std::vector<Material> cells_;
};

/// Copies `picture` onto `sheet` at (x, y), leaving out transparent pixels.
void paste(const amber::Image& picture, int x, int y, amber::Image& sheet);

}  // namespace glasshouse

#pragma once

#include <memory>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/image/pixel_mask.h"
#include "core/project/values/recipe.h"

namespace amber {

/// Fits of one frame's firm ink, one after another: what they have in common is worked out once.
/// To be asked by one thread at a time.
class Fitter {
 public:
  /// Requires: an ink that outlives it.
  explicit Fitter(const PixelMask& firmInk);
  ~Fitter();

  /// The shape that a recipe makes of the ink, see fitted.
  std::optional<Shape> operator()(const Recipe& recipe);

 private:
  struct Ground;
  const PixelMask& firmInk_;
  std::unique_ptr<Ground> ground_;  // of the last region
};

/// The shape that a recipe makes of a frame's firm ink, frame px; nothing where the region holds
/// none, or nothing is left of it.
std::optional<Shape> fitted(const PixelMask& firmInk, const Recipe& recipe);

/// The shape that a recipe makes of several frames' ink laid over each other, by kind and style
/// alone: snug covers all ink, inner is full of all, the others count the pixels of every frame.
/// Requires: at least one ink, all of one size.
std::optional<Shape> fittedToAll(const std::vector<PixelMask>& inks, const Recipe& recipe);

/// The shape with its sides moved. It is never inverted: where two sides would meet, it stops at
/// the smallest valid shape. A circle stays a circle: its radius changes by the mean of the four
/// sides, and its centre by half the difference of opposite sides. The ends of a capsule move
/// likewise, and its radius changes by the smallest of the four. Each edge of a polygon moves by
/// the inset of its direction. A mask grows or shrinks by the rounded mean, at most 64 px. Per cent
/// refer to the shape's width and height.
struct InsetShape {
  Shape shape;
  bool stopped = false;  ///< Whether it had to stop.
};
InsetShape insetBy(const Shape& shape, const Inset& inset);

/// Every kind and style there is, with the rest as in `common`: what a person chooses among.
std::vector<Recipe> everyRecipe(const Recipe& common);

/// "snug", "trimmed", "balanced", "inner".
std::string_view styleName(FitStyle style);

/// "box, snug", "mask": what is fitted, in words.
std::string inWords(const Recipe& recipe);

}  // namespace amber

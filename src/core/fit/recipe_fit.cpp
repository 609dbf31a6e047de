#include "core/fit/recipe_fit.h"

#include <algorithm>
#include <cmath>

#include "core/fit/box_fit.h"
#include "core/fit/capsule_fit.h"
#include "core/fit/circle_fit.h"
#include "core/fit/mask_fit.h"
#include "core/fit/region.h"
#include "core/geometry/tolerances.h"

namespace amber {
namespace {

template <class T>
std::optional<Shape> asShape(const std::optional<T>& fit) {
  return fit ? std::optional<Shape>(*fit) : std::nullopt;
}

std::optional<Shape> fittedBox(const InkCounts& ink, const Recipe& recipe) {
  switch (recipe.style) {
    case FitStyle::Snug:
      return asShape(snugBox(ink));
    case FitStyle::Trimmed:
      return asShape(trimmedBox(ink, recipe.loss));
    case FitStyle::Balanced:
      return asShape(balancedBox(ink));
    case FitStyle::Inner:
      break;
  }
  return asShape(innerBox(ink));
}

std::optional<Shape> fittedCircle(const InkCounts& ink, const Recipe& recipe) {
  switch (recipe.style) {
    case FitStyle::Snug:
      return asShape(snugCircle(ink));
    case FitStyle::Trimmed:
      return asShape(trimmedCircle(ink, recipe.loss));
    case FitStyle::Balanced:
      return asShape(balancedCircle(ink));
    case FitStyle::Inner:
      break;
  }
  return asShape(innerCircle(ink));
}

std::optional<Shape> fittedCapsule(const InkCounts& ink, const Recipe& recipe) {
  switch (recipe.style) {
    case FitStyle::Snug:
      return asShape(snugCapsule(ink, recipe.lie));
    case FitStyle::Trimmed:
      return asShape(trimmedCapsule(ink, recipe.lie, recipe.loss));
    case FitStyle::Balanced:
      return asShape(balancedCapsule(ink, recipe.lie));
    case FitStyle::Inner:
      break;
  }
  return asShape(innerCapsule(ink, recipe.lie));
}

std::optional<Shape> fittedTo(const PixelMask& ink, const Recipe& recipe) {
  if (recipe.kind == ShapeKind::Mask) return asShape(maskOf(ink, recipe.mask));
  const InkCounts counts(ink);
  if (counts.total() == 0) return std::nullopt;
  if (recipe.kind == ShapeKind::Box) return fittedBox(counts, recipe);
  if (recipe.kind == ShapeKind::Circle) return fittedCircle(counts, recipe);
  return fittedCapsule(counts, recipe);
}

// A side shortened from both ends; where they would meet, the least is left about where.
void shorten(double& from, double& length, double low, double high, double least, bool& stopped) {
  if (length - low - high >= least) {
    from += low;
    length -= low + high;
    return;
  }
  stopped = true;
  const double meeting = low + high == 0 ? 0.5 : low / (low + high);
  const double middle = from + length * std::clamp(meeting, 0.0, 1.0);
  from = middle - least / 2;
  length = least;
}

double shrunkRadius(double r, double by, bool& stopped) {
  if (r - by >= kLeastRadius) return r - by;
  stopped = true;
  return kLeastRadius;
}

struct Insetting {
  Inset by;  // px
  bool& stopped;

  double mean() const { return (by.left + by.top + by.right + by.bottom) / 4; }

  Shape operator()(Box box) const {
    shorten(box.x, box.w, by.left, by.right, kLeastBoxSide, stopped);
    shorten(box.y, box.h, by.top, by.bottom, kLeastBoxSide, stopped);
    return box;
  }
  Shape operator()(Circle circle) const {
    circle.cx += (by.left - by.right) / 2;
    circle.cy += (by.top - by.bottom) / 2;
    circle.r = shrunkRadius(circle.r, mean(), stopped);
    return circle;
  }
  Shape operator()(Capsule capsule) const {
    const double dx = (by.left - by.right) / 2;
    const double dy = (by.top - by.bottom) / 2;
    capsule.ax += dx;
    capsule.bx += dx;
    capsule.ay += dy;
    capsule.by += dy;
    const double least = std::min({by.left, by.top, by.right, by.bottom});
    capsule.r = shrunkRadius(capsule.r, least, stopped);
    return capsule;
  }
  Shape operator()(const MaskShape& mask) const {
    const int grow = std::clamp(-static_cast<int>(std::lround(mean())), -64, 64);
    if (grow == 0) return mask;
    PixelMask pixels(mask.w, mask.h);
    for (const MaskRun& run : mask.runs) {
      for (int x = run.x0; x < run.x1; ++x) pixels.set(x, run.y);
    }
    MaskWish wish;
    wish.grow = grow;
    auto grown = maskOf(pixels, wish);
    // One pixel, where nothing would be left.
    if (!grown) {
      stopped = true;
      const MaskRun& run = mask.runs[mask.runs.size() / 2];
      return MaskShape{mask.x + run.x0, mask.y + run.y, 1, 1, {{0, 0, 1}}};
    }
    grown->x += mask.x;
    grown->y += mask.y;
    return *grown;
  }
};

}  // namespace

std::string_view styleName(FitStyle style) {
  static constexpr std::array<std::string_view, 4> kNames = {"snug", "trimmed", "balanced",
                                                             "inner"};
  return kNames[static_cast<std::size_t>(style)];
}

InsetShape insetBy(const Shape& shape, const Inset& inset) {
  if (inset == Inset{}) return {shape};
  Inset px = inset;
  if (inset.percent) {
    const Box box = bounds(shape);
    px = {inset.left * box.w / 100, inset.top * box.h / 100, inset.right * box.w / 100,
          inset.bottom * box.h / 100, false};
  }
  InsetShape result{shape};
  result.shape = std::visit(Insetting{px, result.stopped}, shape);
  return result;
}

std::optional<Shape> fitted(const PixelMask& firmInk, const Recipe& recipe) {
  const auto shape = recipe.region.part == Region::Part::All
                         ? fittedTo(firmInk, recipe)
                         : fittedTo(inkIn(recipe.region, firmInk), recipe);
  return shape ? std::optional(insetBy(*shape, recipe.inset).shape) : std::nullopt;
}

std::vector<Recipe> everyRecipe(const Recipe& common) {
  std::vector<Recipe> recipes;
  for (const ShapeKind kind : {ShapeKind::Box, ShapeKind::Circle, ShapeKind::Capsule}) {
    for (const FitStyle style : kFitStyles) {
      Recipe one = common;
      one.kind = kind;
      one.style = style;
      recipes.push_back(one);
    }
  }
  Recipe mask = common;
  mask.kind = ShapeKind::Mask;
  recipes.push_back(mask);
  return recipes;
}

std::string inWords(const Recipe& recipe) {
  std::string text(kindName(recipe.kind));
  if (recipe.kind != ShapeKind::Mask) text += ", " + std::string(styleName(recipe.style));
  return text;
}

}  // namespace amber

// Any ink through every fitter: what comes out is valid and keeps its promise, with its measures,
// its inset, its parts and its mirror image.
#include <cstddef>
#include <cstdint>
#include <cstdio>
#include <cstdlib>

#include "core/fit/measures/measures.h"
#include "core/fit/search/region.h"
#include "core/fit/styles/polygon/outline_fit.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/geometry/convex_parts.h"
#include "core/geometry/mirrored.h"
#include "core/image/outline.h"

namespace {

using namespace amber;

void must(bool holds, const char* what, const Recipe& recipe) {
  if (holds) return;
  std::fprintf(stderr, "%s: %s\n", inWords(recipe).c_str(), what);
  std::abort();
}

// Bytes, one after the other; zeros when there are no more.
class Bytes {
 public:
  Bytes(const std::uint8_t* data, std::size_t size) : data_(data), size_(size) {}
  int next() { return at_ < size_ ? data_[at_++] : 0; }
  bool bit() {
    if (left_ == 0) {
      byte_ = next();
      left_ = 8;
    }
    --left_;
    return (byte_ >> left_ & 1) != 0;
  }

 private:
  const std::uint8_t* data_;
  std::size_t size_;
  std::size_t at_ = 0;
  int byte_ = 0;
  int left_ = 0;
};

// A mask of 1 to 32 px a side, seldom up to 200: full, a checkerboard, a ring, lines, one pixel, or
// the bytes. Small ones find as much, and many more of them are tried.
PixelMask maskFrom(Bytes& bytes) {
  const int most = bytes.next() % 64 == 63 ? 200 : 32;
  const int side = 1 + bytes.next() % most;
  PixelMask mask(side, 1 + bytes.next() % most);
  const int pattern = bytes.next() % 8;
  const int grain = 1 + bytes.next() % 9;
  for (int y = 0; y < mask.height(); ++y) {
    for (int x = 0; x < mask.width(); ++x) {
      const double dx = x + 0.5 - mask.width() / 2.0;
      const double dy = y + 0.5 - mask.height() / 2.0;
      const double far = dx * dx + dy * dy;
      const double r = side / 2.0;
      const bool set = pattern == 0   ? true
                       : pattern == 1 ? (x / grain + y / grain) % 2 == 0
                       : pattern == 2 ? far < r * r && far > (r - grain) * (r - grain)
                       : pattern == 3 ? x % (grain + 1) == 0
                       : pattern == 4 ? y % (grain + 1) == 0 || x == y
                       : pattern == 5 ? x == grain && y == grain
                                      : bytes.bit();
      if (set) mask.set(x, y);
    }
  }
  return mask;
}

void checkOne(const PixelMask& ink, const Recipe& recipe) {
  const auto shape = fitted(ink, recipe);
  const bool any = countOf(inkIn(recipe.region, ink)) > 0;
  must(any || !shape, "a shape of no ink", recipe);
  if (!shape) return;
  must(validated(*shape, ink.size()).has_value(), "is not sound", recipe);
  const Measures m = measured(*shape, ink);
  must(m.air >= 0 && m.air <= 1 && m.bareInk >= 0 && m.bareInk <= 1, "shares", recipe);
  must(m.overlap >= 0 && m.overlap <= 1, "agreement", recipe);
  if (recipe.region.part == Region::Part::All) {
    const bool mask = recipe.kind == ShapeKind::Mask;
    if (mask || recipe.style == FitStyle::Snug) must(m.bareInk == 0, "bare ink", recipe);
    if (!mask && recipe.style == FitStyle::Trimmed) {
      must(m.bareInk <= recipe.loss + 1e-9, "more bare ink than its loss", recipe);
    }
    if (!mask && recipe.style == FitStyle::Inner) must(m.air == 0, "air", recipe);
  }
  if (const auto* polygon = std::get_if<Polygon>(&*shape)) {
    must(faultOf(*polygon) == PolygonFault::None, "a fault", recipe);
    must(isConvex(*polygon) || !recipe.polygon.convex, "turns inward", recipe);
    double area = 0;
    for (const Polygon& part : convexParts(*polygon, 8)) area += twiceArea(part.points);
    const double whole = twiceArea(polygon->points);
    must(area > whole * (1 - 1e-6) && area < whole * (1 + 1e-6), "parts do not cover it", recipe);
  }
  const Shape inset = insetBy(*shape, {3, -2, 5, 40, false}).shape;
  must(validated(inset, ink.size()).has_value(), "its inset is not sound", recipe);
  const Shape other = mirrored(*shape, ink.width() / 2.0);
  must(validated(other, ink.size()).has_value(), "its mirror image is not sound", recipe);
}

}  // namespace

// One recipe a run: many small runs find more, sooner, than few that try all of them.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
  Bytes bytes(data, size);
  Recipe recipe;
  const int pointsAndStyle = bytes.next();
  recipe.polygon.points = 3 + pointsAndStyle % 14;
  recipe.style = kFitStyles[static_cast<std::size_t>(pointsAndStyle / 14) % kFitStyles.size()];
  const int convexAndAround = bytes.next();
  recipe.polygon.convex = convexAndAround % 2 == 1;
  const bool largest = convexAndAround / 2 % 2 == 1;
  recipe.polygon.tolerance = bytes.next() % 4 == 3 ? 1.5 : 0;
  recipe.polygon.around = Around::All;
  recipe.axis = static_cast<CapsuleAxis>(bytes.next() % 3);
  recipe.loss = bytes.next() % 100 / 100.0;
  if (bytes.next() % 4 == 1)
    recipe.region = {Region::Part::Bottom, 1.0 + bytes.next() % 99, true, {}};
  recipe.kind = static_cast<ShapeKind>(bytes.next() % 5);
  const PixelMask ink = maskFrom(bytes);
  if (recipe.kind != ShapeKind::Polygon || !largest) {
    checkOne(ink, recipe);
    return 0;
  }
  // Around the largest island, alone.
  recipe.polygon.around = Around::Largest;
  recipe.region = {};
  const PixelMask island = largestIsland(ink);
  checkOne(island, recipe);
  if (countOf(island) > 0) {
    const auto around = coveringInk(island, outlineOf(island), 1.5);
    must(around.size() >= 3, "no outline", recipe);
  }
  return 0;
}

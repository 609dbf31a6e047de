#include "core/fit/styles/recipe_fit.h"

#include <algorithm>
#include <cmath>

#include "core/fit/search/ink_study.h"
#include "core/fit/search/region.h"
#include "core/fit/styles/box_fit.h"
#include "core/fit/styles/capsule_fit.h"
#include "core/fit/styles/circle_fit.h"
#include "core/fit/styles/mask_fit.h"
#include "core/fit/styles/polygon/polygon_fit.h"
#include "core/geometry/tolerances.h"
#include "core/project/words.h"

namespace amber {
namespace {

template <class T>
std::optional<Shape> asShape(const std::optional<T>& fit) {
  return fit ? std::optional<Shape>(*fit) : std::nullopt;
}

std::optional<Shape> fittedBox(const InkStudy& study, const Recipe& recipe) {
  const InkCounts& ink = study.counts();
  switch (recipe.style) {
    case FitStyle::Snug:
      return asShape(snugBox(ink));
    case FitStyle::Trimmed:
      return asShape(trimmedBox(ink, recipe.loss));
    case FitStyle::Balanced:
      return asShape(balancedBox(ink, recipe.box));
    case FitStyle::Inner:
      break;
  }
  return asShape(foundOnce(study.finds().innerBox, [&] { return innerBox(ink); }));
}

std::optional<Shape> fittedCircle(const InkStudy& ink, const Recipe& recipe) {
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

std::optional<Shape> fittedCapsule(const InkStudy& ink, const Recipe& recipe) {
  switch (recipe.style) {
    case FitStyle::Snug:
      return asShape(snugCapsule(ink, recipe.axis));
    case FitStyle::Trimmed:
      return asShape(trimmedCapsule(ink, recipe.axis, recipe.loss));
    case FitStyle::Balanced:
      return asShape(balancedCapsule(ink, recipe.axis));
    case FitStyle::Inner:
      break;
  }
  return asShape(innerCapsule(ink, recipe.axis));
}

std::optional<Shape> fittedTo(const InkStudy& ink, const Recipe& recipe) {
  if (ink.counts().total() == 0) return std::nullopt;
  if (recipe.kind == ShapeKind::Box) return fittedBox(ink, recipe);
  if (recipe.kind == ShapeKind::Circle) return fittedCircle(ink, recipe);
  return fittedCapsule(ink, recipe);
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

// Where the two edges at a corner meet once each is moved inward by its shift; for edges nearly on
// one line, the corner moved by their mean.
template <class ShiftOf>
Vertex movedCorner(const std::vector<Vertex>& points, std::size_t i, const ShiftOf& shiftOf) {
  const std::size_t n = points.size();
  const std::size_t last = (i + n - 1) % n;
  const Vertex& a = points[last];
  const Vertex& b = points[i];
  const Vertex& c = points[(i + 1) % n];
  const double ab = std::hypot(b.x - a.x, b.y - a.y);
  const double bc = std::hypot(c.x - b.x, c.y - b.y);
  // Inward normals.
  const Vertex u{(a.y - b.y) / ab, (b.x - a.x) / ab};
  const Vertex v{(b.y - c.y) / bc, (c.x - b.x) / bc};
  const double su = shiftOf(last);
  const double sv = shiftOf(i);
  const double across = u.x * v.y - u.y * v.x;
  if (std::abs(across) < 1e-3) {
    const double mean = (su + sv) / 2;
    return {b.x + u.x * mean, b.y + u.y * mean};
  }
  return {b.x + (su * v.y - sv * u.y) / across, b.y + (u.x * sv - v.x * su) / across};
}

// Whether every edge still goes the way it went: one that was moved past its neighbours' meeting
// goes back.
bool sameWays(const std::vector<Vertex>& before, const std::vector<Vertex>& after) {
  const std::size_t n = before.size();
  for (std::size_t i = 0; i < n; ++i) {
    const std::size_t j = (i + 1) % n;
    const double along = (before[j].x - before[i].x) * (after[j].x - after[i].x) +
                         (before[j].y - before[i].y) * (after[j].y - after[i].y);
    if (along <= 0) return false;
  }
  return true;
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
  // Each edge is moved inward by the inset of its outward direction. If the result has a fault,
  // half of the inset is tried, and so on.
  Shape operator()(const Polygon& polygon) const {
    const std::vector<Vertex>& p = polygon.points;
    const std::size_t n = p.size();
    const auto shiftOf = [&](std::size_t i) {
      const Vertex& a = p[i];
      const Vertex& b = p[(i + 1) % n];
      const double length = std::max(std::hypot(b.x - a.x, b.y - a.y), 1e-9);
      const double outX = (b.y - a.y) / length;
      const double outY = (a.x - b.x) / length;
      return outX * outX * (outX < 0 ? by.left : by.right) +
             outY * outY * (outY < 0 ? by.top : by.bottom);
    };
    for (double part = 1; part > 1e-3; part /= 2) {
      Polygon inset;
      for (std::size_t i = 0; i < n; ++i) {
        inset.points.push_back(
            movedCorner(p, i, [&](std::size_t edge) { return part * shiftOf(edge); }));
      }
      if (faultOf(inset) == PolygonFault::None && sameWays(p, inset.points)) return inset;
      stopped = true;
    }
    return polygon;
  }
  Shape operator()(const MaskShape& mask) const {
    const int grow = std::clamp(-static_cast<int>(std::lround(mean())), -64, 64);
    if (grow == 0) return mask;
    PixelMask pixels(mask.w, mask.h);
    for (const MaskRun& run : mask.runs) {
      for (int x = run.x0; x < run.x1; ++x) pixels.set(x, run.y);
    }
    MaskOptions wish;
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
  return wordOf(kStyleWords, style);
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

struct Fitter::Ground {
  Region region;
  PixelMask ink;
  std::optional<InkStudy> study = {};
  std::optional<PolygonGround> polygons = {};

  std::optional<Shape> fitted(const Recipe& recipe) {
    if (recipe.kind == ShapeKind::Mask) return asShape(maskOf(ink, recipe.mask));
    if (recipe.kind == ShapeKind::Polygon) {
      if (!polygons || polygons->wish() != recipe.polygon) polygons.emplace({ink}, recipe.polygon);
      return asShape(polygons->fitted(recipe.style, recipe.loss));
    }
    return fittedTo(foundOnce(study, [&] { return InkStudy(InkCounts(ink)); }), recipe);
  }
};

Fitter::Fitter(const PixelMask& firmInk) : firmInk_(firmInk) {}
Fitter::~Fitter() = default;

std::optional<Shape> Fitter::operator()(const Recipe& recipe) {
  if (!ground_ || ground_->region != recipe.region) {
    ground_ = std::make_unique<Ground>(Ground{recipe.region, inkIn(recipe.region, firmInk_)});
  }
  const auto shape = ground_->fitted(recipe);
  return shape ? std::optional(insetBy(*shape, recipe.inset).shape) : std::nullopt;
}

std::optional<Shape> fitted(const PixelMask& firmInk, const Recipe& recipe) {
  return Fitter(firmInk)(recipe);
}

std::optional<Shape> fittedToAll(const std::vector<PixelMask>& inks, const Recipe& recipe) {
  const auto fittedTo = [&](const PixelMask& ink) {
    Recipe bare = recipe;
    bare.region = {};
    bare.inset = {};
    return fitted(ink, bare);
  };
  if (inks.size() == 1) return fittedTo(inks.front());
  const bool styled = recipe.kind != ShapeKind::Mask;
  if (styled && recipe.style == FitStyle::Inner) {
    PixelMask full = inks.front();
    for (const PixelMask& ink : inks) full = intersection(full, ink);
    return fittedTo(full);
  }
  if (!styled || recipe.style == FitStyle::Snug) return fittedTo(unitedMask(inks));
  if (recipe.kind == ShapeKind::Polygon) {
    return asShape(polygonOf(inks, recipe.polygon, recipe.style, recipe.loss));
  }
  return amber::fittedTo(InkCounts(inks), recipe);
}

std::vector<Recipe> everyRecipe(const Recipe& common) {
  std::vector<Recipe> recipes;
  for (const ShapeKind kind :
       {ShapeKind::Box, ShapeKind::Circle, ShapeKind::Capsule, ShapeKind::Polygon}) {
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
  const bool boxed = recipe.kind == ShapeKind::Box && recipe.style == FitStyle::Balanced;
  if (boxed && recipe.box.grounded) text += ", grounded";
  return text;
}

}  // namespace amber

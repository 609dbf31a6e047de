#include "support/sheet_generator.h"

#include <algorithm>
#include <cmath>
#include <random>

#include "core/cut/grid.h"
#include "core/image/ink/ink.h"

namespace amber::test {
namespace {

// std::uniform_*_distribution differs between libraries; these do not.
class Dice {
 public:
  explicit Dice(unsigned seed) : engine_(seed * 2654435761U + 17U) { engine_.discard(8); }

  int between(int low, int high) {
    return low + static_cast<int>(engine_() % static_cast<unsigned>(high - low + 1));
  }
  bool chance(int perCent) { return between(1, 100) <= perCent; }
  double share(double low, double high) { return low + (high - low) * between(0, 10000) / 10000.0; }
  int side(int low, int high) {
    return static_cast<int>(std::lround(low * std::pow(double(high) / low, share(0, 1))));
  }
  std::uint8_t shade(int low, int high) { return static_cast<std::uint8_t>(between(low, high)); }
  Rgba colour() { return {shade(20, 235), shade(20, 235), shade(20, 235), 255}; }

 private:
  std::mt19937 engine_;
};

// Ink of an ellipse, shaded, cut off at `clip`.
void ellipse(Image& image, const PixelRect& clip, double cx, double cy, double rx, double ry,
             const Rgba& colour) {
  const PixelRect area = intersection(clip, image.rect());
  for (int y = std::max(area.y, int(cy - ry) - 1); y < std::min(area.bottom(), int(cy + ry) + 2);
       ++y) {
    for (int x = std::max(area.x, int(cx - rx) - 1); x < std::min(area.right(), int(cx + rx) + 2);
         ++x) {
      const double dx = (x + 0.5 - cx) / rx;
      const double dy = (y + 0.5 - cy) / ry;
      if (dx * dx + dy * dy > 1) continue;
      Rgba shaded = colour;
      if (dy > 0.4) shaded.g = static_cast<std::uint8_t>(shaded.g * 3 / 4);
      image.at(x, y) = shaded;
    }
  }
}

// A figure in a cell: trunk, head, two arms and two legs that move from frame to frame. All in
// shares of the cell, so that the same figure is drawn in each.
struct Figure {
  double middle, waist, trunkX, trunkY, headR, limb;
  Rgba coat, skin;

  explicit Figure(Dice& dice)
      : middle(dice.share(0.42, 0.58)),
        waist(dice.share(0.5, 0.6)),
        trunkX(dice.share(0.1, 0.24)),
        trunkY(dice.share(0.14, 0.24)),
        headR(dice.share(0.08, 0.15)),
        limb(dice.share(0.04, 0.08)),
        coat(dice.colour()),
        skin(dice.colour()) {}

  void draw(Image& image, const PixelRect& cell, const PixelRect& clip, Dice& dice) const {
    const double w = cell.w;
    const double h = cell.h;
    // A trunk stays where it is but for a pixel now and then; limbs move.
    const double sway = w >= 24 && dice.chance(40) ? dice.between(-1, 1) : 0;
    const double bob = h >= 24 && dice.chance(40) ? dice.between(-1, 1) : 0;
    const double cx = cell.x + middle * w + sway;
    const double cy = cell.y + waist * h + bob;
    const auto part = [&](double x, double y, double rx, double ry, const Rgba& colour) {
      ellipse(image, clip, cx + x * w, cy + y * h, std::max(0.8, rx * w), std::max(0.8, ry * h),
              colour);
    };
    for (const double leg : {-0.5, 0.5}) {
      part(leg * trunkX + dice.share(-0.06, 0.06), trunkY + dice.share(0.04, 0.1), limb, 0.13,
           skin);
    }
    part(0, 0, trunkX, trunkY, coat);
    part(dice.share(-0.03, 0.03), -trunkY - headR * 0.7, headR, headR, skin);
    for (const double arm : {-1.0, 1.0}) {
      part(arm * (trunkX + dice.share(0, 0.06)), dice.share(-0.14, 0.1), limb * 1.2, limb * 1.6,
           coat);
    }
  }
};

void fill(Image& image, const PixelRect& area, const Rgba& colour) {
  const PixelRect inside = intersection(area, image.rect());
  for (int y = inside.y; y < inside.bottom(); ++y) {
    for (int x = inside.x; x < inside.right(); ++x) image.at(x, y) = colour;
  }
}

// Ground, wall or floor: ink all over, with a pattern that may be as fine as 2 px.
void tile(Image& image, const PixelRect& cell, Dice& dice) {
  const Rgba ground = dice.colour();
  const int pattern = dice.between(0, 3);
  const int step = dice.between(2, std::max(2, cell.w / 3));
  const int depth = dice.between(4, 24);
  for (int y = cell.y; y < cell.bottom(); ++y) {
    for (int x = cell.x; x < cell.right(); ++x) {
      Rgba& pixel = image.at(x, y);
      pixel = ground;
      int change = dice.between(-4, 4);
      const int u = x - cell.x;
      const int v = y - cell.y;
      if (pattern == 1 && (u / step + v / step) % 2 == 0) change += depth;
      if (pattern == 2 && v % step == 0) change += depth;
      if (pattern == 3 && (u + v) % step == 0) change += depth;
      pixel.r = static_cast<std::uint8_t>(std::clamp(pixel.r + change, 0, 255));
      pixel.g = static_cast<std::uint8_t>(std::clamp(pixel.g + change, 0, 255));
    }
  }
}

struct Plan {
  Grid grid;
  PixelSize over;  // What is left over at the right and the bottom.
};

Plan planned(std::string_view kind, Dice& dice) {
  Plan plan;
  Grid& grid = plan.grid;
  const bool square = dice.chance(60);
  const int least = kind == "ink across borders" || kind == "very different ink" ? 16 : 8;
  grid.cell.w = dice.side(least, 256);
  grid.cell.h =
      square ? grid.cell.w : std::clamp(int(grid.cell.w * dice.share(0.6, 1.7)), least, 256);
  // Large cells come in smaller numbers, or a run of all sheets would take minutes.
  const int most = std::clamp(1400 / std::max(grid.cell.w, grid.cell.h), 3, 12);
  grid.columns = dice.between(3, most);
  grid.rows = dice.between(2, std::max(2, most - 1));
  if (kind == "one row") grid.rows = 1;
  if (kind == "one column") {
    grid.columns = 1;
    grid.rows = dice.between(3, most);
  }
  if (kind == "single image") grid.columns = grid.rows = 1;
  if (kind.find("gutter") != std::string_view::npos) {
    grid.gutter = {dice.between(1, 4), dice.between(1, 4)};
    grid.margin = {dice.between(0, 6), dice.between(0, 6)};
  }
  if (kind == "boxes round cells") {
    const int apart = 2 + dice.between(1, 3);
    grid.gutter = {apart, apart};
    grid.margin = {1, 1};
  }
  if (kind == "squares in a haze") grid.cell.h = grid.cell.w = std::max(16, grid.cell.w & ~7);
  if (kind == "gutter with guide lines" || kind == "gutter with bars") {
    const bool bars = kind == "gutter with bars";
    const int line = bars ? dice.between(3, 8) : dice.between(1, 2);
    grid.gutter = {line, line};
    grid.margin = dice.chance(70) ? grid.gutter : PixelSize{};
  }
  if (kind == "left over, figures" || kind == "left over, tiles") {
    plan.over = {dice.between(1, grid.cell.w - 1), dice.between(1, grid.cell.h - 1)};
    if (dice.chance(30)) plan.over.h = 0;
    // With two rows of different figures, the height cannot be determined to a pixel.
    grid.rows = std::max(grid.rows, 3);
  }
  return plan;
}

void drawFigures(KnownSheet& sheet, std::string_view kind, Dice& dice) {
  const std::vector<PixelRect> cells = cellsOf(sheet.grid);
  const int columns = sheet.grid.columns;
  std::vector<Figure> cast;
  for (int i = dice.between(1, 2); i > 0; --i) cast.emplace_back(dice);
  std::size_t shown = cells.size();
  if (kind == "empty cells at the end") {
    shown -= static_cast<std::size_t>(dice.between(1, columns - 1));
  }
  for (std::size_t i = 0; i < shown; ++i) {
    const std::size_t row = i / static_cast<std::size_t>(columns);
    if (kind == "empty cells anywhere" && i > 0 && dice.chance(20)) continue;
    PixelRect clip = cells[i];
    if (kind == "ink across borders") {
      // A raised arm or a long tail reaches into the neighbour's cell.
      clip = sheet.image.rect();
      if (dice.chance(30)) {
        const int reach = std::max(2, cells[i].w / 10);
        fill(sheet.image,
             {cells[i].right() - cells[i].w / 3,
              cells[i].y + cells[i].h * dice.between(40, 60) / 100, cells[i].w / 3 + reach,
              std::max(1, cells[i].h / 20)},
             cast.front().skin);
      }
    }
    cast[row % cast.size()].draw(sheet.image, cells[i], clip, dice);
  }
}

// A burst that grows from a spark to the size of its cell and fades away again.
void drawBursts(KnownSheet& sheet, Dice& dice) {
  for (int row = 0; row < sheet.grid.rows; ++row) {
    const Rgba colour = dice.colour();
    for (int column = 0; column < sheet.grid.columns; ++column) {
      const PixelRect cell = cellAt(sheet.grid, column, row);
      const double phase = (column + 0.5) / sheet.grid.columns;
      const double size = std::sin(phase * 3.14159265) * 0.45 + 0.03;
      ellipse(sheet.image, cell, cell.x + cell.w * 0.5, cell.y + cell.h * 0.5,
              std::max(1.0, size * cell.w), std::max(1.0, size * cell.h), colour);
      for (int spark = 0; spark < 4; ++spark) {
        ellipse(sheet.image, cell, cell.x + cell.w * dice.share(0.5 - size, 0.5 + size),
                cell.y + cell.h * dice.share(0.5 - size, 0.5 + size), std::max(0.8, cell.w * 0.03),
                std::max(0.8, cell.h * 0.03), dice.colour());
      }
    }
  }
}

void drawSingle(KnownSheet& sheet, Dice& dice) {
  const PixelRect cell = sheet.image.rect();
  const int what = dice.between(0, 2);
  if (what == 0) {
    Figure(dice).draw(sheet.image, cell, cell, dice);
  } else if (what == 1) {
    // A picture that is ink all over: sky, hills, a moon.
    const Rgba sky = dice.colour();
    const Rgba ground = dice.colour();
    const double hill = dice.share(0.5, 0.8);
    const double wave = dice.share(0.03, 0.1);
    for (int y = 0; y < cell.h; ++y) {
      for (int x = 0; x < cell.w; ++x) {
        const bool below = y > cell.h * (hill + wave * std::sin(x * 7.0 / cell.w));
        Rgba& pixel = sheet.image.at(x, y);
        pixel = below ? ground : sky;
        pixel.b = static_cast<std::uint8_t>(pixel.b * (255 - 100 * y / cell.h) / 255);
      }
    }
    ellipse(sheet.image, cell, cell.w * dice.share(0.2, 0.8), cell.h * 0.2, cell.w * 0.1,
            cell.w * 0.1, dice.colour());
  } else {
    // A pot with a plant: several parts of one thing.
    const Rgba leaf = dice.colour();
    fill(sheet.image, {cell.w / 4, cell.h * 5 / 8, cell.w / 2, cell.h / 3}, dice.colour());
    for (int i = dice.between(3, 6); i > 0; --i) {
      ellipse(sheet.image, cell, cell.w * dice.share(0.3, 0.7), cell.h * dice.share(0.15, 0.55),
              cell.w * dice.share(0.08, 0.2), cell.h * dice.share(0.06, 0.14), leaf);
    }
  }
}

void drawLines(KnownSheet& sheet, Dice& dice) {
  const Rgba colour = dice.colour();
  const Grid& grid = sheet.grid;
  for (int i = 0; i <= grid.columns; ++i) {
    const int x = grid.margin.w + i * (grid.cell.w + grid.gutter.w) - grid.gutter.w;
    fill(sheet.image, {x, 0, grid.gutter.w, sheet.image.height()}, colour);
  }
  for (int i = 0; i <= grid.rows; ++i) {
    const int y = grid.margin.h + i * (grid.cell.h + grid.gutter.h) - grid.gutter.h;
    fill(sheet.image, {0, y, sheet.image.width(), grid.gutter.h}, colour);
  }
}

// No transparency: what was clear is one colour that the figures do not use.
void layOnColour(Image& image, Dice& dice) {
  const Rgba key = dice.chance(50) ? Rgba{255, 255, 255, 255} : Rgba{0, 0, dice.shade(0, 10), 255};
  for (int y = 0; y < image.height(); ++y) {
    for (int x = 0; x < image.width(); ++x) {
      if (image.at(x, y).a == 0) image.at(x, y) = key;
    }
  }
}

void outline(Image& image, const PixelRect& rect, const Rgba& colour) {
  fill(image, {rect.x, rect.y, rect.w, 1}, colour);
  fill(image, {rect.x, rect.bottom() - 1, rect.w, 1}, colour);
  fill(image, {rect.x, rect.y, 1, rect.h}, colour);
  fill(image, {rect.right() - 1, rect.y, 1, rect.h}, colour);
}

PixelRect grown(const PixelRect& rect) {
  return {rect.x - 1, rect.y - 1, rect.w + 2, rect.h + 2};
}

// Frames of all sizes on shelves, each within a box that is drawn round it, a px or more apart.
KnownSheet boxed(Dice& dice) {
  KnownSheet sheet;
  const int typical = dice.side(16, 90);
  const int width = typical * dice.between(5, 9);
  sheet.image = Image(width, width);
  const Rgba line = dice.colour();
  int top = 1;
  while (true) {
    int left = 1;
    int tallest = 0;
    while (true) {
      const PixelRect inside{left, top, std::max(10, int(typical * dice.share(0.5, 1.4))),
                             std::max(10, int(typical * dice.share(0.5, 1.4)))};
      if (inside.right() + 1 > width || inside.bottom() + 1 > width) break;
      Figure(dice).draw(sheet.image, inside, inside, dice);
      outline(sheet.image, grown(inside), line);
      sheet.boxes.push_back(inside);
      tallest = std::max(tallest, inside.h);
      left += inside.w + 2 + dice.between(1, 3);
    }
    if (tallest == 0) break;
    top += tallest + 2 + dice.between(1, 3);
  }
  layOnColour(sheet.image, dice);
  return sheet;
}

// Hardly any alpha where nothing is drawn: what is left of a picture that was made soft.
void spreadHaze(Image& image) {
  for (int y = 0; y < image.height(); ++y) {
    for (int x = 0; x < image.width(); ++x) {
      if (image.at(x, y).a == 0) image.at(x, y) = {0, 0, 0, 1};
    }
  }
}

// Figures of different kinds and sizes on shelves of uneven height, a few px apart; their parts are
// nearer to each other than to any other figure.
KnownSheet scattered(Dice& dice) {
  KnownSheet sheet;
  const int typical = dice.side(12, 120);
  const int space = std::max(5, typical / 5);
  const int width = typical * dice.between(5, 9);
  sheet.image = Image(width, width);
  int top = dice.between(0, space);
  while (true) {
    int left = dice.between(0, space);
    int tallest = 0;
    while (true) {
      const int w = std::max(8, int(typical * dice.share(0.5, 1.4)));
      const int h = std::max(8, int(typical * dice.share(0.5, 1.4)));
      if (left + w > width || top + h > width) break;
      Image one(w, h);
      Figure(dice).draw(one, one.rect(), one.rect(), dice);
      const auto ink = boundsOf(inkOf(one, 1, {}));
      if (ink) {
        for (int y = 0; y < ink->h; ++y) {
          for (int x = 0; x < ink->w; ++x) {
            sheet.image.at(left + x, top + y) = one.at(ink->x + x, ink->y + y);
          }
        }
        sheet.boxes.push_back({left, top, ink->w, ink->h});
        tallest = std::max(tallest, ink->h);
        left += ink->w + dice.between(space, space * 2);
      }
    }
    if (tallest == 0) break;
    top += tallest + dice.between(space, space * 2);
  }
  return sheet;
}

}  // namespace

const std::vector<std::string>& sheetCases() {
  static const std::vector<std::string> cases = {"rows of animations",   "one row",
                                                 "one column",           "empty cells at the end",
                                                 "empty cells anywhere", "very different ink",
                                                 "ink across borders",   "solid tiles",
                                                 "tiles with gutter",    "gutter with guide lines",
                                                 "gutter with bars",     "left over, figures",
                                                 "left over, tiles",     "single image",
                                                 "on a key colour",      "scattered",
                                                 "boxes round cells",    "boxes of all sizes",
                                                 "squares in a haze",    "key behind a frame"};
  return cases;
}

KnownSheet generatedSheet(std::string_view kind, unsigned seed) {
  unsigned salt = 7;
  for (const char letter : kind) salt = salt * 31 + static_cast<unsigned char>(letter);
  Dice dice(seed ^ (salt & 0xffff00U));
  if (kind == "scattered") return scattered(dice);
  if (kind == "boxes of all sizes") return boxed(dice);
  const Plan plan = planned(kind, dice);
  KnownSheet sheet;
  sheet.grid = plan.grid;
  const PixelRect last = cellAt(plan.grid, plan.grid.columns - 1, plan.grid.rows - 1);
  sheet.image = Image(last.right() + plan.grid.margin.w + plan.over.w,
                      last.bottom() + plan.grid.margin.h + plan.over.h);
  if (kind == "single image") {
    drawSingle(sheet, dice);
  } else if (kind == "very different ink") {
    drawBursts(sheet, dice);
  } else if (kind.find("tiles") != std::string_view::npos) {
    for (const PixelRect& cell : cellsOf(sheet.grid)) tile(sheet.image, cell, dice);
  } else {
    drawFigures(sheet, kind, dice);
  }
  if (kind == "gutter with guide lines" || kind == "gutter with bars") drawLines(sheet, dice);
  if (kind == "boxes round cells") {
    const Rgba line = dice.colour();
    for (const PixelRect& cell : cellsOf(sheet.grid)) outline(sheet.image, grown(cell), line);
  }
  if (kind == "squares in a haze") spreadHaze(sheet.image);
  if (kind == "on a key colour" || kind == "boxes round cells") layOnColour(sheet.image, dice);
  if (kind == "key behind a frame") {
    layOnColour(sheet.image, dice);
    // The corners are of it no more.
    fill(sheet.image, {0, 0, 1, 1}, {90, 60, 30, 255});
    fill(sheet.image, {sheet.image.width() - 1, sheet.image.height() - 1, 1, 1}, {9, 60, 30, 255});
  }
  return sheet;
}

}  // namespace amber::test

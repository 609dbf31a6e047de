#include "core/cut/cut_rects.h"

#include <algorithm>

#include "core/cut/grid.h"
#include "core/cut/grids/drawn_boxes.h"
#include "core/cut/islands/cast_shadows.h"
#include "core/cut/packing/tight_packing.h"

namespace amber {
namespace {

PixelRect movedBy(PixelRect rect, int dx, int dy) {
  rect.x += dx;
  rect.y += dy;
  return rect;
}

// Sorts as the picture was drawn: mirrors are undone, rows are read, and mirrored again.
void orderAsDrawn(std::vector<PixelRect>& rects, PixelSize sheet, const Orientation& orientation) {
  const auto mirror = [&] {
    for (PixelRect& rect : rects) {
      if (orientation.mirrorX) rect = turned(rect, sheet, SheetTurn::MirrorX);
      if (orientation.mirrorY) rect = turned(rect, sheet, SheetTurn::MirrorY);
    }
  };
  mirror();
  inReadingOrder(rects);
  mirror();
}

Image partOf(const Image& image, const PixelRect& area) {
  Image part(area.w, area.h);
  for (int y = 0; y < area.h; ++y) {
    std::copy_n(image.row(area.y + y) + area.x, area.w, part.row(y));
  }
  return part;
}

// The masks of one area, without the areas of `without`.
struct AreaInk {
  PixelMask faint;
  PixelMask firm;
  int firmAlpha;

  AreaInk(const SheetArt& art, const PixelRect& area, const std::vector<CutRegion>& without)
      : faint(cropped(art.faint, area)), firm(cropped(art.firm, area)), firmAlpha(art.firmAlpha) {
    for (const CutRegion& region : without) {
      resetWithin(faint, movedBy(region.area, -area.x, -area.y));
      resetWithin(firm, movedBy(region.area, -area.x, -area.y));
    }
  }
};

class RectSearch {
 public:
  RectSearch(const SheetArt& art, const Orientation& orientation)
      : art_(art), orientation_(orientation) {}

  // Adds what one way finds in one area of the sheet.
  void find(const CutWay& way, const PixelRect& area, const std::vector<CutRegion>& without) {
    std::vector<PixelRect> found;
    if (const auto* rule = std::get_if<IslandRule>(&way)) {
      found = islands(*rule, area, without);
    } else if (const auto* grid = std::get_if<Grid>(&way)) {
      found = keptCells(cellsOf(*grid), area, without);
    } else {
      // What a person drew is meant, ink or not.
      for (const PixelRect& rect : std::get<HandCut>(way).rects) {
        found.push_back(movedBy(rect, area.x, area.y));
      }
    }
    if (!std::holds_alternative<HandCut>(way) && (orientation_.mirrorX || orientation_.mirrorY)) {
      orderAsDrawn(found, art_.image.size(), orientation_);
    }
    result_.frames.insert(result_.frames.end(), found.begin(), found.end());
  }

  CutRects result() {
    if (result_.frames.empty()) std::swap(result_.frames, result_.empty);
    return std::move(result_);
  }

 private:
  std::vector<PixelRect> islands(const IslandRule& rule, const PixelRect& area,
                                 const std::vector<CutRegion>& without) {
    const AreaInk ink(art_, area, without);
    const int part = rule.shadows && rule.part == 0 ? 255 : rule.part;
    const PixelMask firm = part == 0               ? PixelMask()
                           : part == ink.firmAlpha ? ink.firm
                                                   : inkAbove(ink.faint, part, area);
    Islands islands;
    if (auto frames = rule.tight ? packed(ink, area) : std::nullopt) {
      islands.all = std::move(*frames);
    } else if (rule.boxes) {
      islands = islandsAmongBoxes(drawnBoxes(partOf(art_.image, area), ink.faint), ink.faint,
                                  part == 0 ? nullptr : &firm, rule);
    } else if (rule.shadows) {
      islands = islandsWithShadows(ink.faint, firm, rule);
    } else if (rule.part == 0) {
      islands = islandsOf(ink.faint, rule);
    } else {
      islands = partedIslandsOf(ink.faint, firm, rule);
    }
    std::vector<PixelRect> found;
    for (const Island& island : islands.all) {
      if (found.size() == kMostRects) break;
      found.push_back(movedBy(island.bounds, area.x, area.y));
    }
    for (Island island : islands.dropped) {
      island.bounds = movedBy(island.bounds, area.x, area.y);
      result_.dropped.push_back(island);
    }
    return found;
  }

  std::optional<std::vector<Island>> packed(const AreaInk& ink, const PixelRect& area) const {
    return tightPacking({partOf(art_.image, area), ink.faint, ink.firm, art_.firmAlpha});
  }

  // The part of the faint ink that has at least this alpha.
  PixelMask inkAbove(PixelMask faint, int alpha, const PixelRect& area) const {
    for (int y = 0; y < faint.height(); ++y) {
      const Rgba* row = art_.image.row(area.y + y) + area.x;
      for (int x = 0; x < faint.width(); ++x) {
        if (row[x].a < alpha) faint.reset(x, y);
      }
    }
    return faint;
  }

  std::vector<PixelRect> keptCells(const std::vector<PixelRect>& cells, const PixelRect& area,
                                   const std::vector<CutRegion>& without) {
    std::vector<PixelRect> kept;
    for (const PixelRect& cell : cells) {
      const PixelRect rect = movedBy(cell, area.x, area.y);
      if (std::any_of(without.begin(), without.end(), [&](const CutRegion& region) {
            return !intersection(region.area, rect).empty();
          })) {
        continue;
      }
      (countWithin(art_.faint, rect) > 0 ? kept : result_.empty).push_back(rect);
    }
    return kept;
  }

  const SheetArt& art_;
  Orientation orientation_;
  CutRects result_;
};

}  // namespace

bool takesLong(const Cut& cut) {
  const auto packed = [](const CutWay& way) {
    const auto* rule = std::get_if<IslandRule>(&way);
    return rule != nullptr && rule->tight;
  };
  return packed(cut.way) ||
         std::any_of(cut.regions.begin(), cut.regions.end(),
                     [&](const CutRegion& region) { return packed(region.way); });
}

CutRects rectsOf(const Cut& cut, const SheetArt& art, const Orientation& orientation) {
  RectSearch search(art, orientation);
  search.find(cut.way, art.image.rect(), cut.regions);
  for (const CutRegion& region : cut.regions) search.find(region.way, region.area, {});
  return search.result();
}

SheetArt sheetArtOf(Image image, const Sheet& sheet) {
  SheetArt art = artOf(std::move(image), sheet.ink);
  const bool edges = sheet.ink.key && sheet.ink.key->reach == KeyReach::JoinedToEdge;
  if (!edges || !sheet.cut || !checkedCut(*sheet.cut, art.image.size())) return art;
  const std::vector<PixelRect> frames = rectsOf(*sheet.cut, art, sheet.orientation).frames;
  return withFrameEdges(std::move(art), sheet.ink, frames);
}

SheetArt rectangleArt(const Sheet& sheet) {
  SheetArt art{Image(sheet.size.w, sheet.size.h), PixelMask(sheet.size.w, sheet.size.h), {}, 1};
  const Rgba colour = sheet.rectangle->colour.value_or(Rgba{});
  for (int y = 0; y < sheet.size.h; ++y) {
    std::fill_n(art.image.row(y), sheet.size.w, colour);
    setRun(art.faint, y, 0, sheet.size.w);
  }
  art.firm = art.faint;
  return art;
}

std::vector<GridPart> gridParts(const Cut& cut, const SheetArt& art) {
  std::vector<GridPart> parts;
  const auto add = [&](const CutWay& way, const PixelRect& area,
                       const std::vector<CutRegion>& without) {
    const auto* grid = std::get_if<Grid>(&way);
    if (grid == nullptr || *grid == wholeGrid(area.size())) return;
    parts.push_back({*grid, area, AreaInk(art, area, without).faint});
  };
  add(cut.way, art.image.rect(), cut.regions);
  for (const CutRegion& region : cut.regions) add(region.way, region.area, {});
  return parts;
}

Cut pictureCut(const SheetPictures& pictures, PixelSize sheet) {
  HandCut hand;
  const int columns = std::max(1, sheet.w / std::max(1, pictures.size.w));
  for (int i = 0; i < static_cast<int>(pictures.timesMs.size()); ++i) {
    hand.rects.push_back({i % columns * pictures.size.w, i / columns * pictures.size.h,
                          pictures.size.w, pictures.size.h});
  }
  return {std::move(hand), {}};
}

std::string_view wayName(const CutWay& way, PixelSize of) {
  if (const auto* grid = std::get_if<Grid>(&way)) {
    return *grid == wholeGrid(of) ? "whole" : "cells";
  }
  return std::holds_alternative<IslandRule>(way) ? "islands" : "hand";
}

}  // namespace amber

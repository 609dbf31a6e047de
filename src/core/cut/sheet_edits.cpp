#include "core/cut/sheet_edits.h"

#include <algorithm>

#include "core/cut/cut_rects.h"
#include "core/cut/grid.h"

namespace amber {
namespace {

// The grid whose cells are this grid's, turned; its margin is where its first cell now lies.
Grid turnedGrid(const Grid& grid, PixelSize of, SheetTurn turn) {
  const bool quarter = turn == SheetTurn::Right || turn == SheetTurn::Left;
  const PixelRect first = cellAt(grid, 0, 0);
  const PixelRect last = cellAt(grid, grid.columns - 1, grid.rows - 1);
  const PixelRect all = turned(united(first, last), of, turn);
  return {turned(grid.cell, turn),
          {all.x, all.y},
          turned(grid.gutter, turn),
          quarter ? grid.rows : grid.columns,
          quarter ? grid.columns : grid.rows};
}

CutWay turnedWay(const CutWay& way, PixelSize of, SheetTurn turn) {
  if (const auto* grid = std::get_if<Grid>(&way)) return turnedGrid(*grid, of, turn);
  if (const auto* hand = std::get_if<HandCut>(&way)) {
    HandCut result;
    for (const PixelRect& rect : hand->rects) result.rects.push_back(turned(rect, of, turn));
    return result;
  }
  return way;
}

Frame turnedFrame(Frame frame, PixelSize sheet, SheetTurn turn) {
  const PixelSize size = frame.rect.size();
  frame.rect = turned(frame.rect, sheet, turn);
  frame.origin = turned(frame.origin, size, turn);
  // A rule that names a side would now name another; the point itself was turned with the art.
  if (frame.originRule.hasAnchor()) {
    frame.originRule.anchor = turned(frame.originRule.anchor, turn);
  }
  for (Mount& mount : frame.mounts) mount.at = turned(mount.at, size, turn);
  for (FrameShape& shape : frame.shapes) shape.geometry = turned(shape.geometry, size, turn);
  frame.look = 0;
  return frame;
}

}  // namespace

Anchor turned(Anchor anchor, SheetTurn turn) {
  // Anchors count row by row through a square of three.
  const PixelRect cell{static_cast<int>(anchor) % 3, static_cast<int>(anchor) / 3, 1, 1};
  const PixelRect there = turned(cell, {3, 3}, turn);
  return static_cast<Anchor>(there.y * 3 + there.x);
}

Result<std::vector<Edit>> turnEdits(const Project& project, SheetId id, SheetTurn turn) {
  const Sheet* sheet = findSheet(project, id);
  if (sheet == nullptr) {
    return failure(ErrorCode::UnknownTarget, "the sheet is no longer in the project");
  }
  Sheet changed = *sheet;
  changed.orientation = after(sheet->orientation, turn);
  changed.size = turned(sheet->size, turn);
  if (changed.cut) {
    changed.cut->way = turnedWay(sheet->cut->way, sheet->size, turn);
    for (CutRegion& region : changed.cut->regions) {
      region.way = turnedWay(region.way, region.area.size(), turn);
      region.area = turned(region.area, sheet->size, turn);
    }
  }
  std::vector<Edit> edits{PutSheet{std::move(changed)}};
  for (const auto& asset : project.assets) {
    Asset turnedAsset = *asset;
    bool any = false;
    for (Frame& frame : turnedAsset.frames) {
      if (frame.sheet != id) continue;
      frame = turnedFrame(std::move(frame), sheet->size, turn);
      any = true;
    }
    if (any) edits.emplace_back(PutAsset{std::move(turnedAsset)});
  }
  return edits;
}

Result<std::vector<Edit>> repaintEdits(const Project& project, SheetId id, const std::string& hash,
                                       const SheetArt& art) {
  const Sheet* sheet = findSheet(project, id);
  if (sheet == nullptr) {
    return failure(ErrorCode::UnknownTarget, "the sheet is no longer in the project");
  }
  Sheet changed = *sheet;
  changed.hash = hash;
  changed.size = art.image.size();
  if (!sheet->cut || assetCutFrom(project, id) == nullptr) {
    return std::vector<Edit>{PutSheet{std::move(changed)}};
  }
  // The project that cutting uses: the sheet with its current size, under frames that may no longer
  // lie on it. Such a project is never committed; the edits make one in which those frames are
  // lost.
  Project between = project;
  const Cut cut = fittedTo(*sheet->cut, sheet->size, changed.size);
  for (SharedValue<Sheet>& held : between.sheets) {
    if (held->id == id) held = SharedValue<Sheet>(changed);
  }
  return recutEdits(between, id, cut, art, SheetPicture::Repainted);
}

Result<std::vector<Edit>> recutEdits(const Project& project, SheetId sheet, const Cut& cut,
                                     const SheetArt& art, SheetPicture picture) {
  const Asset* asset = assetCutFrom(project, sheet);
  if (asset == nullptr) {
    return failure(ErrorCode::UnknownTarget, "no asset was cut from the sheet yet");
  }
  CutRequest request;
  request.sheet = sheet;
  request.cut = cut;
  request.kind = asset->kind;
  request.asset = asset->name;
  request.picture = picture;
  request.rows = RowsAre::One;
  for (const Animation& animation : asset->animations) {
    request.animation = animation.name;
    request.loop = animation.loop;
    request.durationMs = animation.steps.front().durationMs;
    const bool ours =
        std::any_of(animation.steps.begin(), animation.steps.end(), [&](const Step& step) {
          const Frame* frame = findFrame(*asset, step.frame);
          return frame != nullptr && frame->sheet == sheet;
        });
    if (ours) break;
  }
  return cutEdits(project, request, art);
}

Cut fittedTo(const Cut& cut, PixelSize before, PixelSize now) {
  if (before == now) return cut;
  const PixelRect all{0, 0, now.w, now.h};
  Cut result = cut;
  std::erase_if(result.regions, [&](const CutRegion& region) { return !within(region.area, all); });
  if (const auto* grid = std::get_if<Grid>(&cut.way)) {
    if (*grid == wholeGrid(before)) {
      result.way = wholeGrid(now);
    } else {
      result.way = gridByCell(now, grid->cell, grid->margin, grid->gutter).value_or(wholeGrid(now));
    }
  } else if (auto* hand = std::get_if<HandCut>(&result.way)) {
    std::erase_if(hand->rects, [&](const PixelRect& rect) { return !within(rect, all); });
    if (hand->rects.empty()) result.way = wholeGrid(now);
  }
  return result;
}

}  // namespace amber

#include "core/fit/keys/kind_shapes.h"

#include <algorithm>
#include <map>
#include <string>
#include <utility>

#include "core/fit/keys/fit_edits.h"
#include "core/origin/ground.h"
#include "core/project/frame_ref.h"

namespace amber {
namespace {

std::map<std::string, std::vector<FrameRef>> sortedByKind(const Project& project,
                                                          const std::vector<FrameRef>& frames) {
  std::map<std::string, std::vector<FrameRef>> byKind;
  for (const FrameRef& ref : frames) {
    if (const Asset* asset = findAsset(project, ref.asset)) byKind[asset->kind].push_back(ref);
  }
  return byKind;
}

// The widest gap between the ink of all frames and a side of a cell that was drawn to their size.
constexpr int kTightGap = 1;

bool isTight(const PixelRect& ink, PixelSize cell) {
  return ink.x <= kTightGap && ink.y <= kTightGap && cell.w - ink.right() <= kTightGap &&
         cell.h - ink.bottom() <= kTightGap;
}

// The frames in cells of a sheet that are as large as the ink of all frames in them. An image of
// one frame says nothing: programs that export such images often trim them.
std::vector<FrameRef> inTightCells(const Project& project, const std::vector<FrameRef>& frames,
                                   const ArtSource& art) {
  struct Cells {
    PixelRect ink;
    std::vector<FrameRef> frames;
  };
  std::map<std::pair<AssetId, Strip>, Cells> strips;
  for (const FrameRef& ref : frames) {
    const Frame* frame = findFrame(project, ref);
    if (frame == nullptr || frame->lost) continue;
    const Strip strip = stripOf(project, *frame);
    const auto sheet = strip.sheet == SheetId{} ? nullptr : art(frame->sheet);
    if (sheet == nullptr) continue;
    Cells& cells = strips[{ref.asset, strip}];
    if (const auto ink = boundsOf(cropped(sheet->firm, frame->rect))) {
      cells.ink = united(cells.ink, *ink);
    }
    cells.frames.push_back(ref);
  }
  std::vector<FrameRef> tight;
  for (const auto& [strip, cells] : strips) {
    if (!isTight(cells.ink, strip.second.size)) continue;
    tight.insert(tight.end(), cells.frames.begin(), cells.frames.end());
  }
  return tight;
}

void fitByKind(const Project& project, const std::vector<FrameRef>& frames, const RoleRecipe& shape,
               const ArtSource& art, const Progress& progress, std::vector<Edit>& edits) {
  std::vector<FrameRef> open = frames;
  const auto fit = [&](const std::vector<FrameRef>& some, const Recipe& recipe) {
    for (Edit& edit : fittedShapes(project, some, shape.role, recipe, art, progress)) {
      edits.push_back(std::move(edit));
    }
  };
  if (shape.recipe.region.part == Region::Part::Core) {
    const std::vector<FrameRef> tight = inTightCells(project, frames, art);
    Recipe recipe = shape.recipe;
    recipe.region = {};
    fit(tight, recipe);
    std::erase_if(open, [&](const FrameRef& ref) {
      return std::find(tight.begin(), tight.end(), ref) != tight.end();
    });
  }
  fit(open, shape.recipe);
}

}  // namespace

std::vector<Edit> shapesByKind(const Project& project, const std::vector<FrameRef>& frames,
                               HandSet handSet, const ArtSource& art, const Progress& progress) {
  std::vector<Edit> edits;
  for (const auto& [name, ofKind] : sortedByKind(project, frames)) {
    const Kind* kind = findKind(project, name);
    if (kind == nullptr) continue;
    for (const RoleRecipe& shape : kind->shapes) {
      std::vector<FrameRef> open;
      for (const FrameRef& ref : ofKind) {
        const Frame* frame = findFrame(project, ref);
        const FrameShape* old = frame == nullptr ? nullptr : findShape(*frame, shape.role);
        const bool byHand = old != nullptr && !old->recipe;
        if (!byHand || handSet == HandSet::Replaced) open.push_back(ref);
      }
      fitByKind(project, open, shape, art, progress, edits);
    }
  }
  return edits;
}

std::vector<Edit> byKindRules(const Project& project, const std::vector<FrameRef>& frames,
                              HandSet handSet, const ArtSource& art, const Progress& progress) {
  std::vector<Edit> edits;
  for (const auto& [name, ofKind] : sortedByKind(project, frames)) {
    const Kind* kind = findKind(project, name);
    if (kind == nullptr) continue;
    for (Edit& edit : originsByRule(project, ofKind, kind->origin, art, handSet)) {
      edits.push_back(std::move(edit));
    }
  }
  // Fits that lay frames over each other look at the origins as they will be.
  const auto moved = withEdits(project, edits);
  if (!moved) return edits;
  for (Edit& edit : shapesByKind(moved->project, frames, handSet, art, progress)) {
    edits.push_back(std::move(edit));
  }
  return edits;
}

std::vector<Edit> withNewFramesFitted(const Project& project, std::vector<Edit> edits,
                                      const ArtSource& art) {
  const auto after = withEdits(project, edits);
  if (!after) return edits;
  for (const AssetId id : after->touched.assets) {
    const Asset* asset = findAsset(after->project, id);
    const Kind* kind = asset == nullptr ? nullptr : findKind(after->project, asset->kind);
    if (kind == nullptr || kind->shapes.empty()) continue;
    const Asset* before = findAsset(project, asset->id);
    std::vector<FrameRef> fresh;
    for (const Frame& frame : asset->frames) {
      if (before == nullptr || findFrame(*before, frame.id) == nullptr) {
        fresh.push_back({asset->id, frame.id});
      }
    }
    for (const RoleRecipe& shape : kind->shapes) {
      fitByKind(after->project, fresh, shape, art, {}, edits);
    }
  }
  return edits;
}

}  // namespace amber

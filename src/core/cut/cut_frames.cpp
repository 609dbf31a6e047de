#include "core/cut/cut_frames.h"

#include <algorithm>
#include <array>

#include "core/cut/grid.h"
#include "core/naming/name_table.h"
#include "core/naming/snake_case.h"
#include "core/origin/anchor.h"

namespace amber {
namespace {

constexpr std::array<std::string_view, 22> kMovements = {
    "idle",  "walk",    "run",   "jump",    "fall", "land", "climb", "crawl",
    "fly",   "flutter", "spin",  "water",   "hit",  "hurt", "die",   "sleep",
    "shine", "burst",   "break", "shatter", "turn", "drip"};

std::vector<PixelRect> cellsWithInk(const Grid& grid, const PixelMask& faint) {
  const std::vector<PixelRect> all = cellsOf(grid);
  std::vector<PixelRect> filled;
  for (const PixelRect& cell : all) {
    if (countWithin(faint, cell) > 0) filled.push_back(cell);
  }
  return filled.empty() ? all : filled;
}

void placeOrigin(Frame& frame, const SheetArt& art) {
  const auto ink = boundsOf(cropped(art.firm, frame.rect));
  if (const auto point = originBy(frame.originRule, frame.rect.size(), ink)) frame.origin = *point;
}

// The old frame on a new rectangle: what was set stays over the same art.
Frame carriedTo(Frame frame, const PixelRect& rect, const SheetArt& art) {
  const double dx = frame.rect.x - rect.x;
  const double dy = frame.rect.y - rect.y;
  frame.rect = rect;
  frame.origin = {frame.origin.x + dx, frame.origin.y + dy};
  placeOrigin(frame, art);
  for (FrameShape& shape : frame.shapes) shape.geometry = moved(shape.geometry, dx, dy);
  std::erase_if(frame.shapes, [&](const FrameShape& shape) {
    return !validated(shape.geometry, rect.size()).has_value();
  });
  return frame;
}

class Cutting {
 public:
  Cutting(const Project& project, const CutRequest& request, const SheetArt& art)
      : project_(project), request_(request), art_(art), nextId_(project.nextId) {}

  Asset cut(Asset asset) {
    const std::vector<PixelRect> rects = cellsWithInk(request_.grid, art_.faint);
    std::vector<Frame> old;
    for (const Frame& frame : asset.frames) {
      if (frame.sheet == request_.sheet) old.push_back(frame);
    }
    const std::vector<Frame> frames = framesFor(rects, old);
    replaceFrames(asset, frames);
    orderSteps(asset, old, frames);
    nameNewFrames(asset);
    return asset;
  }

  Asset freshAsset(const Kind& kind) {
    Asset asset;
    asset.id = {nextId_++};
    asset.name = assetNameFor(project_, kind, request_.asset);
    asset.kind = kind.name;
    asset.motion = kind.motion;
    return asset;
  }

 private:
  std::vector<Frame> framesFor(const std::vector<PixelRect>& rects, const std::vector<Frame>& old) {
    std::vector<Frame> frames;
    for (std::size_t i = 0; i < rects.size(); ++i) {
      const auto same = std::find_if(old.begin(), old.end(),
                                     [&](const Frame& frame) { return frame.rect == rects[i]; });
      if (old.size() == rects.size()) {
        frames.push_back(carriedTo(old[i], rects[i], art_));
      } else if (same != old.end()) {
        frames.push_back(*same);
      } else {
        frames.push_back(freshFrame(rects[i], old));
      }
    }
    return frames;
  }

  Frame freshFrame(const PixelRect& rect, const std::vector<Frame>& old) {
    Frame frame;
    frame.id = {nextId_++};
    frame.sheet = request_.sheet;
    frame.rect = rect;
    const Kind* kind = findKind(project_, request_.kind);
    if (!old.empty()) {
      frame.originRule = old.front().originRule;
    } else if (kind != nullptr) {
      frame.originRule = kind->origin;
    }
    if (frame.originRule.basis == OriginBasis::Hand) frame.originRule = OriginRule{};
    placeOrigin(frame, art_);
    return frame;
  }

  // Frames of other sheets stay where they are; this sheet's stand where its first one stood.
  void replaceFrames(Asset& asset, const std::vector<Frame>& frames) const {
    const auto ours = [&](const Frame& frame) { return frame.sheet == request_.sheet; };
    const auto place = std::find_if(asset.frames.begin(), asset.frames.end(), ours);
    const auto index = place - asset.frames.begin();
    std::erase_if(asset.frames, ours);
    asset.frames.insert(asset.frames.begin() + index, frames.begin(), frames.end());
  }

  void orderSteps(Asset& asset, const std::vector<Frame>& old, const std::vector<Frame>& frames) {
    const auto holds = [](const std::vector<Frame>& list, FrameId id) {
      return std::any_of(list.begin(), list.end(), [&](const Frame& f) { return f.id == id; });
    };
    for (Animation& animation : asset.animations) {
      std::erase_if(animation.steps, [&](const Step& step) {
        return holds(old, step.frame) && !holds(frames, step.frame);
      });
    }
    std::vector<Step> added;
    for (const Frame& frame : frames) {
      if (!holds(old, frame.id)) added.push_back({frame.id, request_.durationMs});
    }
    if (!added.empty()) {
      Animation& target = animationFor(asset);
      target.steps.insert(target.steps.end(), added.begin(), added.end());
    }
    std::erase_if(asset.animations, [](const Animation& a) { return a.steps.empty(); });
  }

  Animation& animationFor(Asset& asset) {
    const std::string name = snakeCase(request_.animation);
    for (Animation& animation : asset.animations) {
      if (animation.name == name) return animation;
    }
    asset.animations.push_back({{nextId_++}, name, request_.loop, {}});
    return asset.animations.back();
  }

  void nameNewFrames(Asset& asset) const {
    const std::vector<NameRow> rows = frameNamesUnderCurrentAsset(project_, asset);
    for (std::size_t i = 0; i < asset.frames.size(); ++i) {
      if (asset.frames[i].name.empty()) asset.frames[i].name = rows[i].proposed;
    }
  }

  const Project& project_;
  const CutRequest& request_;
  const SheetArt& art_;
  std::uint32_t nextId_;
};

const Asset* assetCutFrom(const Project& project, SheetId sheet) {
  for (const auto& asset : project.assets) {
    for (const Frame& frame : asset->frames) {
      if (frame.sheet == sheet) return &*asset;
    }
  }
  return nullptr;
}

}  // namespace

SheetTitle titleFrom(std::string_view sheetPath) {
  const auto slash = sheetPath.find_last_of('/');
  if (slash != std::string_view::npos) sheetPath.remove_prefix(slash + 1);
  const std::string stem = snakeCase(sheetPath.substr(0, sheetPath.find_last_of('.')));
  const auto last = stem.find_last_of('_');
  if (last != std::string::npos) {
    const std::string word = stem.substr(last + 1);
    if (std::find(kMovements.begin(), kMovements.end(), word) != kMovements.end()) {
      return {stem.substr(0, last), word};
    }
  }
  return {stem, "still"};
}

Result<std::vector<Edit>> cutEdits(const Project& project, const CutRequest& request,
                                   const SheetArt& art) {
  const Sheet* sheet = findSheet(project, request.sheet);
  if (sheet == nullptr) {
    return failure(ErrorCode::UnknownTarget, "the sheet is no longer in the project");
  }
  if (!fits(request.grid, sheet->size) || art.image.size() != sheet->size) {
    return failure(ErrorCode::BadValue, "the cut does not fit the sheet; use smaller cells",
                   sheet->path);
  }
  const Kind* kind = findKind(project, request.kind);
  if (kind == nullptr) {
    return failure(ErrorCode::UnknownTarget,
                   "the project has no kind named \"" + request.kind + "\"");
  }
  Cutting cutting(project, request, art);
  const Asset* target = assetCutFrom(project, request.sheet);
  if (target == nullptr) target = findAsset(project, assetNameFor(project, *kind, request.asset));
  Sheet cutSheet = *sheet;
  cutSheet.cut = request.grid;
  return std::vector<Edit>{
      PutSheet{std::move(cutSheet)},
      PutAsset{cutting.cut(target == nullptr ? cutting.freshAsset(*kind) : *target)}};
}

}  // namespace amber

#include "core/cut/cut_frames.h"

#include <algorithm>
#include <array>
#include <cassert>

#include "core/base/snake_case.h"
#include "core/cut/cut_rects.h"
#include "core/cut/frame_matching.h"
#include "core/cut/grid.h"
#include "core/cut/row_sequences.h"
#include "core/image/look.h"
#include "core/naming/name_table.h"
#include "core/origin/anchor.h"
#include "core/origin/ground.h"

namespace amber {
namespace {

// The animation of a sheet whose name contains no movement.
constexpr std::string_view kNoMovement = "still";

constexpr std::array<std::string_view, 36> kMovements = {
    "idle", "walk",  "run",     "jump",  "fall", "land",  "climb", "crawl",   "fly",
    "swim", "roll",  "dash",    "sit",   "talk", "spin",  "water", "hit",     "hurt",
    "die",  "sleep", "flutter", "shine", "glow", "blink", "sway",  "burst",   "break",
    "open", "close", "shatter", "turn",  "drip", "grow",  "fade",  "flicker", "attack"};

void placeOrigin(Frame& frame, const SheetArt& art) {
  const auto marks = landmarksOf(art.firm, frame.rect);
  if (const auto point = originBy(frame.originRule, frame.rect.size(), marks)) {
    frame.origin = *point;
  }
}

// The old frame on a new rectangle: what was set stays over the same art. Where the rectangle kept
// its size on a repainted sheet, or lies elsewhere altogether, its art is taken to have moved with
// it.
Frame carriedTo(Frame frame, const CutPlace& place, const SheetArt& art, SheetPicture picture) {
  const bool moved = intersection(frame.rect, place.rect).empty() ||
                     (picture == SheetPicture::Repainted && frame.rect.size() == place.rect.size());
  const double dx = moved ? 0 : frame.rect.x - place.rect.x;
  const double dy = moved ? 0 : frame.rect.y - place.rect.y;
  frame.rect = place.rect;
  frame.look = place.look;
  frame.lost = false;
  frame.origin = {frame.origin.x + dx, frame.origin.y + dy};
  placeOrigin(frame, art);
  for (Mount& mount : frame.mounts) mount.at = {mount.at.x + dx, mount.at.y + dy};
  for (FrameShape& shape : frame.shapes) shape.geometry = amber::moved(shape.geometry, dx, dy);
  std::erase_if(frame.shapes, [&](const FrameShape& shape) {
    return !validated(shape.geometry, place.rect.size()).has_value();
  });
  return frame;
}

// Puts frames on the ground line of their strip, as far as the art of the strip is known.
void placeOnGround(const Project& project, Asset& asset, const ArtSource& art) {
  const auto onGround = [](const Frame& frame) {
    return frame.originRule.basis == OriginBasis::Ground;
  };
  if (std::none_of(asset.frames.begin(), asset.frames.end(), onGround)) return;
  const auto points = groundPoints(project, asset, art);
  for (Frame& frame : asset.frames) {
    if (!onGround(frame) || frame.lost) continue;
    const auto found = points.find(stripOf(project, frame));
    if (found == points.end()) continue;
    frame.origin = *originBy(frame.originRule, frame.rect.size(), std::nullopt,
                             OriginModel{found->second, std::nullopt});
  }
}

bool holds(const std::vector<Frame>& frames, FrameId id) {
  return std::any_of(frames.begin(), frames.end(), [&](const Frame& f) { return f.id == id; });
}

class Cutting {
 public:
  Cutting(const Project& project, const CutRequest& request, const SheetArt& art)
      : project_(project), request_(request), art_(art), nextId_(project.nextId) {
    if (hasRowAnimations()) rows_ = std::get<Grid>(request.cut.way);
  }

  Asset cut(Asset asset, const std::vector<PixelRect>& rects) {
    std::vector<Frame> old;
    for (const Frame& frame : asset.frames) {
      if (frame.sheet == request_.sheet) old.push_back(frame);
    }
    std::vector<Frame> frames = framesFor(rects, old);
    showNewFrames(asset, old, frames);
    if (request_.picture == SheetPicture::Repainted) {
      for (Frame frame : old) {
        frame.lost = true;
        if (!holds(frames, frame.id)) frames.push_back(std::move(frame));
      }
    }
    replaceFrames(asset, frames);
    placeByModels(asset);
    placeOnGround(project_, asset, [&](SheetId sheet) {
      return sheet == request_.sheet
                 ? std::shared_ptr<const SheetArt>(std::shared_ptr<void>(), &art_)
                 : nullptr;
    });
    dropSteps(asset, old, frames);
    nameNewFrames(asset);
    return asset;
  }

  Asset freshAsset(const Kind& kind) {
    Asset asset;
    asset.id = {nextId_++};
    asset.name = assetNameFor(project_, kind, request_.asset);
    asset.kind = kind.name;
    asset.motion = kind.motion;
    asset.copies = kind.copies;
    return asset;
  }

 private:
  std::vector<Frame> framesFor(const std::vector<PixelRect>& rects, const std::vector<Frame>& old) {
    std::vector<CutPlace> places;
    for (const PixelRect& rect : rects) places.push_back({rect, lookOf(art_, rect)});
    const auto matches = matchedFrames(old, places);
    std::vector<Frame> frames;
    for (std::size_t i = 0; i < places.size(); ++i) {
      frames.push_back(matches[i] ? carriedTo(old[*matches[i]], places[i], art_, request_.picture)
                                  : freshFrame(places[i], old));
    }
    return frames;
  }

  Frame freshFrame(const CutPlace& place, const std::vector<Frame>& old) {
    Frame frame;
    frame.id = {nextId_++};
    frame.sheet = request_.sheet;
    frame.rect = place.rect;
    frame.look = place.look;
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

  // Origins that look at another frame, once that frame's own is where it belongs. Feet can only be
  // found on this sheet.
  void placeByModels(Asset& asset) const {
    for (Frame& frame : asset.frames) {
      if (!frame.originRule.hasFrame()) continue;
      const Frame* model = findFrame(asset, frame.originRule.frame);
      if (model == nullptr) continue;
      const auto marks = [&](const Frame& of) {
        return of.sheet == request_.sheet && !of.lost ? landmarksOf(art_.firm, of.rect)
                                                      : std::nullopt;
      };
      const auto point = originBy(frame.originRule, frame.rect.size(), marks(frame),
                                  OriginModel{model->origin, marks(*model)});
      if (point) frame.origin = *point;
    }
  }

  // Frames of other sheets keep their place; the frames of this sheet begin where its first one
  // was.
  void replaceFrames(Asset& asset, const std::vector<Frame>& frames) const {
    const auto ours = [&](const Frame& frame) { return frame.sheet == request_.sheet; };
    const auto place = std::find_if(asset.frames.begin(), asset.frames.end(), ours);
    const auto index = place - asset.frames.begin();
    std::erase_if(asset.frames, ours);
    asset.frames.insert(asset.frames.begin() + index, frames.begin(), frames.end());
  }

  // Each new frame shows after the one before it; the first, at the end of the animation asked for.
  void showNewFrames(Asset& asset, const std::vector<Frame>& old,
                     const std::vector<Frame>& frames) {
    for (std::size_t i = 0; i < frames.size(); ++i) {
      if (holds(old, frames[i].id)) continue;
      const Step step{frames[i].id,
                      i < request_.timesMs.size() ? request_.timesMs[i] : request_.durationMs};
      const bool follows = i > 0 && rowOfFrame(frames[i - 1]) == rowOfFrame(frames[i]);
      if (follows && insertAfter(asset, frames[i - 1].id, step)) continue;
      std::vector<Step>& steps = animationFor(asset, rowOfFrame(frames[i])).steps;
      steps.insert(steps.end(), step);
    }
  }

  bool hasRowAnimations() const {
    const auto* grid = std::get_if<Grid>(&request_.cut.way);
    if (grid == nullptr || grid->rows < 2 || !request_.cut.regions.empty()) return false;
    if (request_.rows != RowsAre::Likely) return request_.rows == RowsAre::Animations;
    const Kind* kind = findKind(project_, request_.kind);
    return kind != nullptr && kind->motion != Motion::Static && request_.timesMs.empty() &&
           rowsAreSequences(art_, *grid);
  }

  int rowOfFrame(const Frame& frame) const { return rows_ ? rowOf(*rows_, frame.rect) : 0; }

  static bool insertAfter(Asset& asset, FrameId before, const Step& step) {
    for (Animation& animation : asset.animations) {
      const auto last = std::find_if(animation.steps.rbegin(), animation.steps.rend(),
                                     [&](const Step& one) { return one.frame == before; });
      if (last == animation.steps.rend()) continue;
      animation.steps.insert(last.base(), step);
      return true;
    }
    return false;
  }

  static void dropSteps(Asset& asset, const std::vector<Frame>& old,
                        const std::vector<Frame>& frames) {
    for (Animation& animation : asset.animations) {
      std::erase_if(animation.steps, [&](const Step& step) {
        return holds(old, step.frame) && !holds(frames, step.frame);
      });
    }
    std::erase_if(asset.animations, [](const Animation& a) { return a.steps.empty(); });
  }

  Animation& animationFor(Asset& asset, int row) {
    std::string name = snakeCase(request_.animation);
    if (rows_) name = (name == kNoMovement ? "row" : name) + "_" + std::to_string(row + 1);
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
  std::optional<Grid> rows_;  // The grid whose rows are animations.
};

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
  return {stem, std::string(kNoMovement)};
}

const Asset* assetCutFrom(const Project& project, SheetId sheet) {
  for (const auto& asset : project.assets) {
    for (const Frame& frame : asset->frames) {
      if (frame.sheet == sheet) return &*asset;
    }
  }
  return nullptr;
}

Result<std::vector<Edit>> cutEdits(const Project& project, const CutRequest& request,
                                   const SheetArt& art) {
  const Sheet* sheet = findSheet(project, request.sheet);
  if (sheet == nullptr) {
    return failure(ErrorCode::UnknownTarget, "the sheet is no longer in the project");
  }
  auto valid = checkedCut(request.cut, sheet->size);
  if (valid && art.image.size() != sheet->size) {
    valid = failure(ErrorCode::BadValue, "the image is not of the size that the project knows");
  }
  if (!valid) return failure(valid.error().code, valid.error().sentence, sheet->path);
  const Kind* kind = findKind(project, request.kind);
  if (kind == nullptr) {
    return failure(ErrorCode::UnknownTarget,
                   "the project has no kind named \"" + request.kind + "\"");
  }
  const std::vector<PixelRect> rects = rectsOf(request.cut, art, sheet->orientation).frames;
  if (rects.empty()) {
    return failure(ErrorCode::BadValue,
                   "this method finds no frame; lower the smallest island or the alpha threshold",
                   sheet->path);
  }
  Cutting cutting(project, request, art);
  const Asset* target = assetCutFrom(project, request.sheet);
  if (target == nullptr) target = findAsset(project, assetNameFor(project, *kind, request.asset));
  Sheet cutSheet = *sheet;
  cutSheet.cut = request.cut;
  return std::vector<Edit>{
      PutSheet{std::move(cutSheet)},
      PutAsset{cutting.cut(target == nullptr ? cutting.freshAsset(*kind) : *target, rects)}};
}

Result<std::vector<Edit>> sequenceEdits(const Project& project, const CutRequest& request,
                                        const std::vector<SheetId>& sheets,
                                        const std::vector<std::shared_ptr<const SheetArt>>& arts) {
  assert(sheets.size() == arts.size());
  std::vector<Edit> all;
  Project next = project;
  for (std::size_t i = 0; i < sheets.size(); ++i) {
    CutRequest one = request;
    one.sheet = sheets[i];
    one.cut = {wholeGrid(arts[i]->image.size()), {}};
    auto edits = cutEdits(next, one, *arts[i]);
    if (!edits) return edits;
    auto applied = withEdits(next, *edits);
    if (!applied) return tl::unexpected(applied.error());
    next = std::move(applied->project);
    // The asset grows from sheet to sheet; only its last state is put.
    if (!all.empty()) all.pop_back();
    all.insert(all.end(), edits->begin(), edits->end());
  }
  if (all.empty()) return all;
  auto& asset = std::get<PutAsset>(all.back()).asset;
  placeOnGround(next, asset, [&](SheetId sheet) -> std::shared_ptr<const SheetArt> {
    const auto found = std::find(sheets.begin(), sheets.end(), sheet);
    return found == sheets.end() ? nullptr : arts[static_cast<std::size_t>(found - sheets.begin())];
  });
  return all;
}

}  // namespace amber

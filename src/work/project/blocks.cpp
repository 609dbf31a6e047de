#include "work/project/blocks.h"

#include <algorithm>

#include "core/cut/cut_frames.h"
#include "core/cut/cut_rects.h"
#include "core/cut/grid.h"
#include "core/fit/keys/fit_edits.h"
#include "core/fit/keys/kind_shapes.h"
#include "core/fit/keys/refit.h"
#include "core/image/look.h"
#include "core/origin/origin_edits.h"
#include "core/project/values/ranges.h"
#include "work/project/new_project.h"

namespace amber {
namespace {

Result<void> checkedSize(PixelSize size) {
  const int least = std::min(size.w, size.h);
  const int most = std::max(size.w, size.h);
  if (least >= 1 && most <= kLongestRectangle) return {};
  return failure(ErrorCode::BadValue, "a block or zone is 1 to 4096 px wide and high");
}

ArtSource drawn(const Sheet& sheet) {
  auto art = std::make_shared<const SheetArt>(rectangleArt(sheet));
  return [art, id = sheet.id](SheetId asked) { return asked == id ? art : nullptr; };
}

Error notABlock(const Asset& asset) {
  return {ErrorCode::BadValue,
          "it has a sheet; only blocks and zones are drawn without one",
          asset.name,
          {}};
}

}  // namespace

Result<std::vector<Edit>> newBlock(const Project& project, const BlockRequest& request) {
  if (auto valid = checkedSize(request.size); !valid) return tl::unexpected(valid.error());
  Sheet sheet;
  sheet.id = {project.nextId};
  sheet.size = request.size;
  sheet.rectangle = Rectangle{request.colour};
  auto with = withEdits(project, {PutSheet{sheet}});
  if (!with) return tl::unexpected(with.error());
  const ArtSource art = drawn(sheet);
  CutRequest cut;
  cut.sheet = sheet.id;
  cut.cut = {wholeGrid(sheet.size), {}};
  cut.asset = request.asset;
  cut.kind = request.kind;
  cut.animation = "still";
  auto edits = cutEdits(with->project, cut, *art(sheet.id));
  if (!edits) return tl::unexpected(edits.error());
  const std::string& name = std::get<PutAsset>(edits->back()).asset.name;
  if (findAsset(project, std::string_view(name)) != nullptr) {
    return failure(ErrorCode::BadValue, "there is an asset " + name + " already");
  }
  std::vector<Edit> all{PutSheet{sheet}};
  for (Edit& edit : withNewFramesFitted(with->project, std::move(*edits), art)) {
    all.push_back(std::move(edit));
  }
  return all;
}

const Sheet* rectangleOf(const Project& project, const Asset& asset) {
  if (asset.frames.size() != 1) return nullptr;
  const Sheet* sheet = findSheet(project, asset.frames.front().sheet);
  return sheet != nullptr && sheet->rectangle ? sheet : nullptr;
}

Result<std::vector<Edit>> resizedBlock(const Project& project, AssetId assetId, PixelSize size,
                                       std::optional<Rgba> colour) {
  if (auto valid = checkedSize(size); !valid) return tl::unexpected(valid.error());
  const Asset* asset = findAsset(project, assetId);
  if (asset == nullptr) {
    return failure(ErrorCode::UnknownTarget, "the asset is no longer in the project");
  }
  const Sheet* old = rectangleOf(project, *asset);
  if (old == nullptr) return tl::unexpected(notABlock(*asset));
  Sheet sheet = *old;
  sheet.size = size;
  sheet.rectangle = Rectangle{colour};
  sheet.cut = Cut{wholeGrid(size), {}};
  const ArtSource art = drawn(sheet);
  Asset resized = *asset;
  Frame& frame = resized.frames.front();
  frame.rect = {0, 0, size.w, size.h};
  frame.look = lookOf(*art(sheet.id), frame.rect);
  std::vector<Edit> edits{PutSheet{sheet}, PutAsset{resized}};
  const std::vector<FrameRef> frames{{asset->id, frame.id}};
  // Each step looks at the project as the one before leaves it.
  const auto add = [&](const auto& find) -> Result<void> {
    const auto now = withEdits(project, edits);
    if (!now) return tl::unexpected(now.error());
    for (Edit& edit : find(now->project)) edits.push_back(std::move(edit));
    return {};
  };
  auto done = add([&](const Project& now) { return originsAgain(now, frames, art); });
  if (done) {
    done = add([&](const Project& now) {
      return refitted(now, frames, RefitWhat::All, HandSet::Kept, art, {}).edits;
    });
  }
  if (!done) return tl::unexpected(done.error());
  return edits;
}

Result<Project> withArtForBlock(const Project& project, AssetId assetId,
                                std::vector<ImportedSheet> sheets,
                                const std::shared_ptr<ArtStore>& store) {
  for (const ImportedSheet& one : sheets) {
    if (findSheet(project, one.sheet.path) == nullptr) continue;
    return failure(ErrorCode::BadValue, "the project has this sheet already; select another",
                   one.sheet.path);
  }
  const Asset* asset = findAsset(project, assetId);
  if (asset == nullptr) {
    return failure(ErrorCode::UnknownTarget, "the asset is no longer in the project");
  }
  const Sheet* block = rectangleOf(project, *asset);
  if (block == nullptr) return tl::unexpected(notABlock(*asset));
  const Frame& frame = asset->frames.front();
  SheetChoices choices;
  choices.cut.way = CutChoice::Way::Best;
  choices.asset.kind = asset->kind;
  choices.asset.name = asset->name;
  if (frame.originRule != kByHand) choices.asset.origin = frame.originRule;
  auto next = withSheets(project, std::move(sheets), choices);
  if (!next) return next;
  auto alone = withEdits(*next, {RemoveSheet{block->id}});
  if (!alone) return tl::unexpected(alone.error());
  const Asset* drawn = findAsset(alone->project, assetId);
  if (drawn == nullptr) {
    return failure(ErrorCode::BadValue, "no frame of the sheets belongs to it", asset->name);
  }
  std::vector<FrameRef> frames;
  for (const Frame& one : drawn->frames) frames.push_back({assetId, one.id});
  std::vector<Edit> edits;
  for (const FrameShape& shape : frame.shapes) {
    if (!shape.recipe) continue;
    for (Edit& edit : fittedShapes(alone->project, frames, shape.role, *shape.recipe,
                                   ArtStore::loading(store, alone->project))) {
      edits.push_back(std::move(edit));
    }
  }
  auto fitted = withEdits(alone->project, edits);
  if (!fitted) return tl::unexpected(fitted.error());
  return std::move(fitted->project);
}

}  // namespace amber

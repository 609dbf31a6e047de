#include "core/variant/variant.h"

#include <algorithm>
#include <map>
#include <unordered_map>

#include "core/cut/cut_rects.h"
#include "core/fit/keys/fit_edits.h"
#include "core/image/look.h"
#include "core/naming/name_table.h"
#include "core/origin/origin_edits.h"
#include "core/variant/refit_orders.h"

namespace amber {
namespace {

class Making {
 public:
  Making(const Project& project, const Asset& first, const VariantRequest& request,
         const ArtSource& art)
      : project_(project), first_(first), request_(request), art_(art), nextId_(project.nextId) {}

  Result<VariantPlan> run() {
    if (auto found = findRects(); !found) return tl::unexpected(found.error());
    Asset asset = copied();
    if (asset.frames.empty()) {
      return failure(ErrorCode::BadValue, "none of the frames of " + first_.name +
                                              " lies on these sheets; cut the sheets separately");
    }
    const AssetId id = asset.id;
    plan_.asset = id;
    Project made = project_;
    std::vector<FrameRef> frames;
    for (const Frame& frame : asset.frames) frames.push_back({id, frame.id});
    const auto apply = [&](std::vector<Edit> edits) -> Result<void> {
      auto applied = withEdits(made, edits);
      if (!applied) return tl::unexpected(applied.error());
      made = std::move(applied->project);
      return {};
    };
    if (auto put = apply({PutAsset{asset}}); !put) return tl::unexpected(put.error());
    if (auto placed = apply(originsAgain(made, frames, art_)); !placed) {
      return tl::unexpected(placed.error());
    }
    if (auto carried = apply({PutAsset{carriedOver(*findAsset(made, id))}}); !carried) {
      return tl::unexpected(carried.error());
    }
    for (const RefitOrders::Order& order : orders_.all()) {
      const std::vector<Edit> fitted =
          fittedShapes(made, order.frames, order.role, order.recipe, art_);
      if (fitted.size() < order.frames.size()) {
        plan_.told.push_back(std::to_string(order.frames.size() - fitted.size()) +
                             " shapes of the role " + order.role +
                             " could not be fitted to its ink");
      }
      if (auto done = apply(fitted); !done) return tl::unexpected(done.error());
    }
    plan_.edits = {PutAsset{*findAsset(made, id)}};
    return std::move(plan_);
  }

 private:
  // Where each of the first one's frames lies on the new sheets.
  Result<void> findRects() {
    const std::vector<SheetId> old = sheetsOf(first_);
    if (old.size() != request_.sheets.size()) {
      return failure(ErrorCode::BadValue,
                     first_.name + " is cut from " + std::to_string(old.size()) +
                         (old.size() == 1 ? " sheet" : " sheets") + ", and " +
                         std::to_string(request_.sheets.size()) +
                         " are given; give one for each sheet, in the same order");
    }
    for (std::size_t i = 0; i < old.size(); ++i) {
      const Sheet* from = findSheet(project_, old[i]);
      const Sheet* to = findSheet(project_, request_.sheets[i]);
      const auto art = art_(request_.sheets[i]);
      if (from == nullptr || to == nullptr || art == nullptr) {
        return failure(ErrorCode::UnknownTarget, "a sheet of the variant cannot be read");
      }
      sheets_[old[i]] = {to->id, art, from->size == to->size, {}};
      if (from->size != to->size) {
        NewSheet& sheet = sheets_[old[i]];
        if (to->cut && checkedCut(*to->cut, to->size)) {
          sheet.rects = rectsOf(*to->cut, *art, to->orientation).frames;
        }
        plan_.told.push_back(to->path + " is " + std::to_string(to->size.w) + " x " +
                             std::to_string(to->size.h) + " px, not " +
                             std::to_string(from->size.w) + " x " + std::to_string(from->size.h) +
                             " as " + from->path + "; frames are found by their number");
      }
    }
    return {};
  }

  struct NewSheet {
    SheetId id;
    std::shared_ptr<const SheetArt> art;
    bool sameSize = true;
    std::vector<PixelRect> rects;  // Of another size: those that its cut finds.
  };

  std::optional<PixelRect> rectFor(const Frame& frame) {
    const NewSheet& sheet = sheets_.at(frame.sheet);
    if (sheet.sameSize) return frame.rect;
    const std::size_t place = counted_[frame.sheet]++;
    if (place < sheet.rects.size()) return sheet.rects[place];
    return std::nullopt;
  }

  // The first one with new ids and places; origins, mounts and shapes still as they were there.
  Asset copied() {
    Asset asset = first_;
    asset.id = {nextId_++};
    asset.variantOf = first_.id;
    asset.name = freeName();
    asset.frames.clear();
    std::vector<std::string> missing;
    for (const Frame& frame : first_.frames) {
      const auto rect = rectFor(frame);
      if (!rect) {
        missing.push_back(frame.name);
        continue;
      }
      Frame copy = frame;
      const NewSheet& sheet = sheets_.at(frame.sheet);
      copy.id = {nextId_++};
      copy.name.clear();
      copy.sheet = sheet.id;
      copy.rect = *rect;
      copy.look = lookOf(*sheet.art, *rect);
      copy.lost = false;
      copy.shapes.clear();
      ids_[frame.id] = copy.id;
      froms_[copy.id] = &frame;
      if (!boundsOf(cropped(sheet.art->faint, *rect))) emptyFrames_.push_back(frame.name);
      asset.frames.push_back(std::move(copy));
    }
    tellFrames(missing, "is not on its sheet and was skipped",
               "are not on their sheets and were skipped");
    tellFrames(emptyFrames_, "contains no ink there", "contain no ink there");
    for (Frame& frame : asset.frames) {
      if (!frame.originRule.hasFrame()) continue;
      const auto model = ids_.find(frame.originRule.frame);
      if (model == ids_.end()) {
        frame.originRule = kByHand;
      } else {
        frame.originRule.frame = model->second;
      }
    }
    for (Animation& animation : asset.animations) {
      animation.id = {nextId_++};
      std::erase_if(animation.steps, [&](const Step& step) { return ids_.count(step.frame) == 0; });
      for (Step& step : animation.steps) step.frame = ids_.at(step.frame);
    }
    std::erase_if(asset.animations, [](const Animation& one) { return one.steps.empty(); });
    const std::vector<NameRow> rows = frameNamesUnderCurrentAsset(project_, asset);
    for (std::size_t i = 0; i < asset.frames.size(); ++i) asset.frames[i].name = rows[i].proposed;
    return asset;
  }

  // The name by the convention; where another asset has it, with a number.
  std::string freeName() const {
    const Kind& kind = *findKind(project_, first_.kind);
    std::string name = assetNameFor(project_, kind, request_.name);
    for (int number = 2; findAsset(project_, std::string_view(name)) != nullptr; ++number) {
      name = assetNameFor(project_, kind, request_.name + "_" + std::to_string(number));
    }
    return name;
  }

  void tellFrames(const std::vector<std::string>& names, const char* one, const char* many) {
    if (names.empty()) return;
    plan_.told.push_back(names.size() == 1 ? names.front() + " " + one
                                           : std::to_string(names.size()) + " frames, the first " +
                                                 names.front() + ", " + many);
  }

  // Mounts and shapes by hand, at their places relative to the origins found; what has a recipe is
  // ordered.
  Asset carriedOver(Asset asset) {
    int byHand = 0;
    std::vector<std::string> invalid;
    for (Frame& frame : asset.frames) {
      const Frame& from = *froms_.at(frame.id);
      const double dx = frame.origin.x - from.origin.x;
      const double dy = frame.origin.y - from.origin.y;
      for (Mount& mount : frame.mounts) mount.at = {mount.at.x + dx, mount.at.y + dy};
      for (const FrameShape& shape : from.shapes) {
        if (shape.recipe) {
          orders_.add({asset.id, frame.id}, shape.role, *shape.recipe);
          continue;
        }
        FrameShape copy = shape;
        copy.geometry = moved(shape.geometry, dx, dy);
        if (!validated(copy.geometry, frame.rect.size())) {
          invalid.push_back(frame.name);
          continue;
        }
        frame.shapes.push_back(std::move(copy));
        ++byHand;
      }
    }
    if (byHand > 0) {
      plan_.told.push_back(std::to_string(byHand) + (byHand == 1 ? " shape" : " shapes") +
                           " set by hand keep" + (byHand == 1 ? "s its" : " their") +
                           " place relative to the origin; review " +
                           (byHand == 1 ? "it" : "them"));
    }
    tellFrames(invalid, "has no room for a shape that was set by hand",
               "have no room for shapes that were set by hand");
    return asset;
  }

  const Project& project_;
  const Asset& first_;
  const VariantRequest& request_;
  const ArtSource& art_;
  std::uint32_t nextId_;
  std::map<SheetId, NewSheet> sheets_;        // By the first one's sheets.
  std::map<SheetId, std::size_t> counted_;    // Frames of the first one's sheets so far.
  std::unordered_map<FrameId, FrameId> ids_;  // From the first one's to its own.
  std::unordered_map<FrameId, const Frame*> froms_;
  std::vector<std::string> emptyFrames_;
  RefitOrders orders_;
  VariantPlan plan_;
};

}  // namespace

std::vector<SheetId> sheetsOf(const Asset& asset) {
  std::vector<SheetId> sheets;
  for (const Frame& frame : asset.frames) {
    if (std::find(sheets.begin(), sheets.end(), frame.sheet) == sheets.end()) {
      sheets.push_back(frame.sheet);
    }
  }
  return sheets;
}

Sheet standingFor(Sheet sheet, const Sheet& first) {
  const bool turned = first.orientation.quarterTurns % 2 != 0;
  if (turned != (sheet.orientation.quarterTurns % 2 != 0)) {
    sheet.size = {sheet.size.h, sheet.size.w};
  }
  sheet.orientation = first.orientation;
  sheet.ink = first.ink;
  sheet.cut = first.cut;
  // A cut that does not fit this sheet is dropped.
  if (sheet.cut && !checkedCut(*sheet.cut, sheet.size)) sheet.cut.reset();
  return sheet;
}

Result<VariantPlan> variantEdits(const Project& project, const VariantRequest& request,
                                 const ArtSource& art) {
  const Asset* first = findAsset(project, request.of);
  if (first != nullptr && first->variantOf) first = findAsset(project, first->variantOf);
  if (first == nullptr) {
    return failure(ErrorCode::UnknownTarget, "the asset is no longer in the project");
  }
  return Making(project, *first, request, art).run();
}

}  // namespace amber

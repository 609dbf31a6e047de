#include "core/pack/build_parcel.h"

#include <algorithm>
#include <map>
#include <unordered_map>
#include <unordered_set>

#include "core/base/exact_number.h"
#include "core/fit/keys/held_shapes.h"
#include "core/geometry/convex_parts.h"
#include "core/layers/participants.h"
#include "core/naming/code/name_constants.h"
#include "core/origin/mounts.h"
#include "core/origin/riders.h"
#include "core/pack/page_layout.h"
#include "core/pack/parcel_meetings.h"
#include "core/pack/picture_pages.h"

namespace amber {
namespace {

// The masks of a parcel as pictures, each once.
class MaskPictures {
 public:
  // Moves the runs out of the mask; the place of its picture is set after the layout.
  void take(MaskShape& mask) {
    MaskShape own = mask;
    own.x = 0;
    own.y = 0;
    mask.runs.clear();
    std::string look = std::to_string(own.w) + " " + std::to_string(own.h);
    for (const MaskRun& run : own.runs) {
      look +=
          " " + std::to_string(run.y) + " " + std::to_string(run.x0) + " " + std::to_string(run.x1);
    }
    const auto [known, isNew] = known_.try_emplace(std::move(look), masks_.size());
    uses_.push_back(known->second);
    if (isNew) masks_.push_back(std::move(own));
  }

  // Lays them out; gives the pages, and each use its place, in the order in which they were taken.
  Result<std::vector<Image>> layOut(const PackProfile& profile, std::vector<MaskPicture>& places) {
    PackProfile plain = profile;
    plain.extrusion = 0;
    std::vector<PixelSize> sizes;
    for (const MaskShape& mask : masks_) sizes.push_back({mask.w, mask.h});
    auto layout = layOutPages(sizes, plain);
    if (!layout) return tl::unexpected(layout.error());
    std::vector<Image> pages;
    for (const PixelSize& size : layout->pages) pages.emplace_back(size.w, size.h);
    for (std::size_t i = 0; i < masks_.size(); ++i) {
      const Placement& at = layout->placements[i];
      for (const MaskRun& run : masks_[i].runs) {
        std::fill_n(pages[static_cast<std::size_t>(at.page)].row(at.y + run.y) + at.x + run.x0,
                    run.x1 - run.x0, Rgba{255, 255, 255, 255});
      }
    }
    for (const std::size_t use : uses_) {
      const Placement& at = layout->placements[use];
      places.push_back({at.page, {at.x, at.y, sizes[use].w, sizes[use].h}});
    }
    return pages;
  }

  bool empty() const { return masks_.empty(); }

 private:
  std::vector<MaskShape> masks_;
  std::unordered_map<std::string, std::size_t> known_;
  std::vector<std::size_t> uses_;
};

// page_0.png; of another scale than 1 page_0_x2.png.
std::string pageFile(std::size_t page, double scale) {
  return "page_" + std::to_string(page) + (scale == 1 ? "" : "_x" + exactNumber(scale)) + ".png";
}

std::vector<ParcelPage> pagesOf(const std::vector<Image>& images, double scale) {
  std::vector<ParcelPage> pages;
  for (std::size_t i = 0; i < images.size(); ++i) {
    pages.push_back({pageFile(i, scale), images[i].size(), {}});
  }
  return pages;
}

class Builder {
 public:
  Builder(const Project& project, const PackProfile& profile, const ArtSource& art, BuildMemo& memo)
      : project_(project),
        assets_(packedAssets(project)),
        profile_(profile),
        art_(art),
        memo_(memo) {}

  Result<void> gather(const Progress& progress) {
    int done = 0;
    for (const auto& asset : assets_.pictured) {
      if (progress.cancelled()) return failure(ErrorCode::Cancelled, "packing was cancelled");
      progress.at(done++, static_cast<int>(assets_.pictured.size()) * 2);
      for (const Frame& frame : asset->frames) {
        if (auto added = gatherFrame(frame); !added) return added;
      }
    }
    return {};
  }

  Result<BuiltParcel> build(const Progress& progress) {
    BuiltParcel built;
    built.colours = profile_.colours;
    Parcel& parcel = built.parcel;
    parcel.profile = profile_.name;
    parcel.filter = profile_.filter;
    if (profile_.hasUnits()) parcel.units = ParcelUnits{profile_.pxPerUnit, profile_.yAxis};
    parcel.layers = project_.layers;
    if (auto added = addMeetings(project_, parcel); !added) return tl::unexpected(added.error());
    if (auto done = drawScales(built, progress); !done) return tl::unexpected(done.error());
    for (const auto& asset : assets_.pictured) parcel.assets.push_back(parcelAsset(*asset));
    for (const auto& zone : assets_.zones) parcel.zones.push_back(parcelZone(*zone));
    if (auto done = drawMasks(built); !done) return tl::unexpected(done.error());
    progress.at(1, 1);
    return built;
  }

 private:
  Result<void> gatherFrame(const Frame& frame) {
    const auto art = art_(frame.sheet);
    const Sheet* sheet = findSheet(project_, frame.sheet);
    const std::string path = sheet == nullptr ? "" : sheet->path;
    if (art == nullptr) {
      return failure(ErrorCode::FileMissing,
                     "the sheet cannot be read; restore the file or remove the sheet", path);
    }
    if (frame.rect.empty() || !within(frame.rect, art->image.rect())) {
      return failure(ErrorCode::BadValue,
                     "the frame " + frame.name + " leaves its sheet; cut the sheet again", path);
    }
    places_[frame.id] = frames_.size();
    frames_.push_back({art, frame.rect});
    return {};
  }

  Result<void> drawScales(BuiltParcel& built, const Progress& progress) {
    std::vector<double> scales{1};
    scales.insert(scales.end(), profile_.scales.begin(), profile_.scales.end());
    for (const double scale : scales) {
      progress.at(static_cast<int>(drawn_.size()), static_cast<int>(scales.size()));
      auto drawn = drawPages(frames_, scale, profile_, memo_[scale], progress);
      if (!drawn) return tl::unexpected(drawn.error());
      if (scale == 1) {
        built.parcel.pages = pagesOf(drawn->pages, scale);
        built.pages.pages = std::move(drawn->pages);
      } else {
        built.parcel.scales.push_back({scale, pagesOf(drawn->pages, scale)});
        built.pages.scaled.push_back(std::move(drawn->pages));
      }
      drawn_.push_back(std::move(drawn->places));
    }
    return {};
  }

  // Of every mask its picture, where the profile has them so.
  Result<void> drawMasks(BuiltParcel& built) const {
    if (profile_.masks == MaskForm::Runs) return {};
    MaskPictures pictures;
    std::vector<ParcelShape*> masks;
    const auto takeMasks = [&](std::vector<ParcelShape>& shapes) {
      for (ParcelShape& shape : shapes) {
        auto* mask = std::get_if<MaskShape>(&shape.geometry);
        if (mask == nullptr) continue;
        pictures.take(*mask);
        masks.push_back(&shape);
      }
    };
    for (ParcelAsset& asset : built.parcel.assets) {
      for (ParcelFrame& frame : asset.frames) takeMasks(frame.shapes);
    }
    for (ParcelZone& zone : built.parcel.zones) takeMasks(zone.shapes);
    if (pictures.empty()) return {};
    std::vector<MaskPicture> places;
    auto pages = pictures.layOut(profile_, places);
    if (!pages) return tl::unexpected(pages.error());
    for (std::size_t i = 0; i < masks.size(); ++i) masks[i]->picture = places[i];
    for (std::size_t i = 0; i < pages->size(); ++i) {
      built.parcel.maskPages.push_back(
          {"mask_" + std::to_string(i) + ".png", (*pages)[i].size(), {}});
    }
    built.pages.masks = std::move(*pages);
    return {};
  }

  ParcelAsset parcelAsset(const Asset& asset) const {
    ParcelAsset result{asset.name, asset.kind, asset.motion, asset.scale,
                       {},         {},         asset.copies, packedRiders(project_, asset)};
    std::map<FrameId, int> indices;
    const Mounts mounts(asset);
    const HeldShapes shapes(asset);
    for (const Frame& frame : asset.frames) {
      indices[frame.id] = static_cast<int>(result.frames.size());
      result.frames.push_back(parcelFrame(frame));
      result.frames.back().shapes = shapesOn(asset, frame, shapes);
      result.frames.back().mounts = mountsOn(frame, mounts);
    }
    for (const Animation& animation : asset.animations) {
      ParcelAnimation& out = result.animations.emplace_back();
      out.name = animation.name;
      out.loop = animation.loop;
      out.isDefault = result.animations.size() == 1;
      for (const Step& step : animation.steps) {
        out.frames.push_back(indices.at(step.frame));
        out.durationsMs.push_back(step.durationMs);
      }
    }
    return result;
  }

  ParcelZone parcelZone(const Asset& asset) const {
    const Frame& frame = asset.frames.front();
    return {asset.name,
            asset.kind,
            asset.motion,
            asset.copies,
            asset.scale,
            frame.rect.size(),
            frame.origin,
            mountsOn(frame, Mounts(asset)),
            shapesOn(asset, frame, HeldShapes(asset)),
            packedRiders(project_, asset)};
  }

  std::vector<ParcelShape> shapesOn(const Asset& asset, const Frame& frame,
                                    const HeldShapes& shapes) const {
    std::vector<ParcelShape> all;
    for (const ShapePlace& shape : shapes.on(frame.id)) {
      const Role& role = *findRole(project_, shape.key->role);
      const ParticipantSettings settings = participantOf(project_, asset, role).settings;
      ParcelShape& packed =
          all.emplace_back(ParcelShape{role.name, settings.duty, settings.on, settings.seeks,
                                       moved(shape.shape(), -frame.origin.x, -frame.origin.y)});
      const auto* polygon = std::get_if<Polygon>(&packed.geometry);
      if (polygon != nullptr && profile_.polygons == PolygonForm::Parts) {
        packed.parts = convexParts(*polygon, profile_.partPoints);
      }
    }
    return all;
  }

  static std::vector<Mount> mountsOn(const Frame& frame, const Mounts& mounts) {
    std::vector<Mount> all;
    for (const MountPlace& mount : mounts.on(frame.id)) all.push_back({mount.name, mount.at});
    return all;
  }

  ParcelFrame parcelFrame(const Frame& frame) const {
    const std::size_t index = places_.at(frame.id);
    const PicturePlace& place = drawn_.front()[index];
    ParcelFrame packed{frame.name,        place.page,   place.rect, place.trim,
                       frame.rect.size(), frame.origin, {},         {}};
    packed.mirrored = place.mirrored;
    for (std::size_t i = 1; i < drawn_.size(); ++i) {
      const PicturePlace& scaled = drawn_[i][index];
      packed.scaled.push_back({scaled.page, scaled.rect, scaled.trim, scaled.mirrored});
    }
    return packed;
  }

  const Project& project_;
  PackedAssets assets_;
  const PackProfile& profile_;
  const ArtSource& art_;
  BuildMemo& memo_;
  std::vector<FramePicture> frames_;
  std::map<FrameId, std::size_t> places_;         // Of each frame, among those.
  std::vector<std::vector<PicturePlace>> drawn_;  // Of each scale, the places of all frames.
};

}  // namespace

PackedAssets packedAssets(const Project& project) {
  std::unordered_set<SheetId> zones;
  for (const auto& sheet : project.sheets) {
    if (sheet->rectangle && sheet->rectangle->isZone()) zones.insert(sheet->id);
  }
  PackedAssets assets;
  for (const auto& asset : project.assets) {
    const bool zone = asset->frames.size() == 1 && zones.count(asset->frames.front().sheet) != 0;
    (zone ? assets.zones : assets.pictured).push_back(asset);
  }
  return assets;
}

std::vector<ParcelRider> packedRiders(const Project& project, const Asset& asset) {
  std::vector<ParcelRider> riders;
  for (const Rider& rider : asset.riders) {
    const Asset* other = findAsset(project, rider.asset);
    if (other == nullptr) continue;
    const Animation* played = playedBy(*other, rider);
    riders.push_back(
        {rider.mount, other->name, played == nullptr ? "" : played->name, rider.behind});
  }
  return riders;
}

Result<BuiltParcel> buildParcel(const Project& project, const PackProfile& profile,
                                const ArtSource& art, BuildMemo& memo, const Progress& progress) {
  Builder builder(project, profile, art, memo);
  if (auto gathered = builder.gather(progress); !gathered) return tl::unexpected(gathered.error());
  auto built = builder.build(progress);
  if (!built || profile.constants.empty()) return built;
  const std::vector<NameConstant> names = nameConstants(project);
  for (const Language language : profile.constants) {
    const std::string file(constantsFileName(language));
    built->constants.push_back(constantsText(names, language, file));
    built->parcel.constants.push_back({file, {}});
  }
  return built;
}

}  // namespace amber

#include "core/pack/build_parcel.h"

#include <algorithm>
#include <map>
#include <tuple>

#include "core/fit/keys/held_shapes.h"
#include "core/layers/parties.h"
#include "core/naming/name_constants.h"
#include "core/origin/mounts.h"
#include "core/pack/page_layout.h"
#include "core/pack/parcel_meetings.h"

namespace amber {
namespace {

// One picture to place: what is left of a frame after trimming.
struct Picture {
  std::shared_ptr<const SheetArt> art;
  PixelRect rect;  // on the sheet
};

PixelRect trimmedRect(const SheetArt& art, const PixelRect& frame, bool trim) {
  if (!trim) return frame;
  const auto ink = boundsOf(cropped(art.faint, frame));
  // A frame without ink keeps one pixel, so that it has a place like any other.
  if (!ink) return {frame.x, frame.y, 1, 1};
  return {frame.x + ink->x, frame.y + ink->y, ink->w, ink->h};
}

Rgba drawnPixel(const SheetArt& art, int x, int y) {
  return art.faint.test(x, y) ? art.image.at(x, y) : Rgba{};
}

// Draws the picture with its edge pixels repeated `extrusion` px outward.
void draw(const Picture& picture, const Placement& place, int extrusion, Image& page) {
  for (int y = -extrusion; y < picture.rect.h + extrusion; ++y) {
    const int fromY = picture.rect.y + std::clamp(y, 0, picture.rect.h - 1);
    for (int x = -extrusion; x < picture.rect.w + extrusion; ++x) {
      const int fromX = picture.rect.x + std::clamp(x, 0, picture.rect.w - 1);
      page.at(place.x + x, place.y + y) = drawnPixel(*picture.art, fromX, fromY);
    }
  }
}

class Builder {
 public:
  Builder(const Project& project, const ArtSource& art) : project_(project), art_(art) {}

  Result<void> gather(const Progress& progress) {
    int done = 0;
    for (const auto& asset : project_.assets) {
      if (progress.cancelled()) return failure(ErrorCode::Cancelled, "packing was cancelled");
      for (const Frame& frame : asset->frames) {
        if (auto added = gatherFrame(frame); !added) return added;
      }
      progress.at(++done, static_cast<int>(project_.assets.size()) * 2);
    }
    return {};
  }

  Result<BuiltParcel> build(const Progress& progress) {
    std::vector<PixelSize> sizes;
    for (const Picture& picture : pictures_) sizes.push_back(picture.rect.size());
    auto layout = layOutPages(sizes, project_.profile);
    if (!layout) return tl::unexpected(layout.error());
    BuiltParcel built;
    for (std::size_t i = 0; i < layout->pages.size(); ++i) {
      const PixelSize size = layout->pages[i];
      built.pages.emplace_back(size.w, size.h);
      built.parcel.pages.push_back({"page_" + std::to_string(i) + ".png", size, {}});
    }
    for (std::size_t i = 0; i < pictures_.size(); ++i) {
      if (progress.cancelled()) return failure(ErrorCode::Cancelled, "packing was cancelled");
      const Placement& place = layout->placements[i];
      draw(pictures_[i], place, project_.profile.extrusion,
           built.pages[static_cast<std::size_t>(place.page)]);
    }
    built.parcel.layers = project_.layers;
    if (auto added = addMeetings(project_, built.parcel); !added) {
      return tl::unexpected(added.error());
    }
    for (const auto& asset : project_.assets) {
      built.parcel.assets.push_back(parcelAsset(*asset, *layout));
    }
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
                     "the sheet cannot be read; bring the file back or take the sheet out", path);
    }
    if (frame.rect.empty() || !within(frame.rect, art->image.rect())) {
      return failure(ErrorCode::BadValue,
                     "the frame " + frame.name + " leaves its sheet; cut the sheet again", path);
    }
    const PixelRect rect = trimmedRect(*art, frame.rect, project_.profile.trim);
    const auto [entry, isNew] = places_.try_emplace(
        std::tuple(frame.sheet, rect.x, rect.y, rect.w, rect.h), pictures_.size());
    if (isNew) pictures_.push_back({art, rect});
    pictureOf_[frame.id] = entry->second;
    return {};
  }

  ParcelAsset parcelAsset(const Asset& asset, const PageLayout& layout) const {
    ParcelAsset result{asset.name, asset.kind, asset.motion, asset.scale, {}, {}, asset.copies};
    std::map<FrameId, int> indices;
    const Mounts mounts(asset);
    const HeldShapes shapes(asset);
    for (const Frame& frame : asset.frames) {
      indices[frame.id] = static_cast<int>(result.frames.size());
      result.frames.push_back(parcelFrame(frame, layout));
      for (const ShapePlace& shape : shapes.on(frame.id)) {
        const Role& role = *findRole(project_, shape.key->role);
        const PartySettings settings = partyOf(project_, asset, role).settings;
        result.frames.back().shapes.push_back(
            {role.name, settings.duty, settings.on, settings.seeks,
             moved(shape.shape(), -frame.origin.x, -frame.origin.y)});
      }
      for (const MountPlace& mount : mounts.on(frame.id)) {
        result.frames.back().mounts.push_back({mount.name, mount.at});
      }
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

  ParcelFrame parcelFrame(const Frame& frame, const PageLayout& layout) const {
    const std::size_t index = pictureOf_.at(frame.id);
    const PixelRect& trimmed = pictures_[index].rect;
    const Placement& place = layout.placements[index];
    return {frame.name,
            place.page,
            {place.x, place.y, trimmed.w, trimmed.h},
            {trimmed.x - frame.rect.x, trimmed.y - frame.rect.y},
            frame.rect.size(),
            frame.origin,
            {},
            {}};
  }

  const Project& project_;
  const ArtSource& art_;
  std::vector<Picture> pictures_;
  std::map<std::tuple<SheetId, int, int, int, int>, std::size_t> places_;
  std::map<FrameId, std::size_t> pictureOf_;
};

}  // namespace

Result<BuiltParcel> buildParcel(const Project& project, const ArtSource& art,
                                const Progress& progress) {
  Builder builder(project, art);
  if (auto gathered = builder.gather(progress); !gathered) {
    return tl::unexpected(gathered.error());
  }
  auto built = builder.build(progress);
  if (!built || project.profile.constants.empty()) return built;
  const std::vector<NameConstant> names = nameConstants(project);
  for (const Language language : project.profile.constants) {
    const std::string file(constantsFileName(language));
    built->constants.push_back(constantsText(names, language, file));
    built->parcel.constants.push_back({file, {}});
  }
  return built;
}

}  // namespace amber

#include <algorithm>
#include <cmath>
#include <map>
#include <unordered_map>
#include <utility>

#include "core/base/exact_number.h"
#include "core/base/parallel.h"
#include "core/fit/keys/held_shapes.h"
#include "core/layers/participants.h"
#include "core/origin/mounts.h"
#include "core/pack/build_parcel.h"
#include "core/pack/picture_difference.h"

namespace amber {
namespace {

constexpr std::size_t kMostDifferences = 20;

// Compares project and parcel step by step and lists the differences.
class Comparison {
 public:
  Comparison(const Project& project, const PackProfile& profile, const ArtSource& art,
             const Parcel& parcel, const PageImages& images, const ComparedBefore& compared)
      : project_(project),
        assets_(packedAssets(project)),
        profile_(profile),
        art_(art),
        parcel_(parcel),
        images_(images),
        compared_(compared) {}

  std::vector<std::string> run() {
    expect(parcel_.layers == project_.layers, "the layers differ");
    compareProfile();
    const auto& pictured = assets_.pictured;
    expect(parcel_.assets.size() == pictured.size(), "the number of assets differs");
    const std::size_t count = std::min(parcel_.assets.size(), pictured.size());
    for (std::size_t i = 0; i < count; ++i) compareAsset(*pictured[i], parcel_.assets[i]);
    expect(parcel_.zones.size() == assets_.zones.size(), "the number of zones differs");
    const std::size_t zones = std::min(parcel_.zones.size(), assets_.zones.size());
    for (std::size_t i = 0; i < zones; ++i) compareZone(*assets_.zones[i], parcel_.zones[i]);
    compareMeetings();
    if (differences_.empty()) comparePictures();
    if (differences_.empty()) compareBetweenFrames();
    return std::move(differences_);
  }

 private:
  void expect(bool holds, const std::string& sentence) {
    if (!holds && differences_.size() < kMostDifferences) differences_.push_back(sentence);
  }

  void compareProfile() {
    expect(parcel_.profile == profile_.name,
           "it was packed by the profile " + parcel_.profile + ", not by " + profile_.name);
    const ParcelUnits wanted{profile_.pxPerUnit, profile_.yAxis};
    expect(parcel_.units ? *parcel_.units == wanted : wanted == ParcelUnits{}, "the units differ");
    expect(parcel_.filter == profile_.filter, "the filter differs");
    bool same = parcel_.scales.size() == profile_.scales.size();
    for (std::size_t i = 0; same && i < profile_.scales.size(); ++i) {
      same = parcel_.scales[i].scale == profile_.scales[i];
    }
    expect(same, "the scales of the pages differ");
    for (const ParcelPage& page : parcel_.pages) compareShape(page);
    for (const ParcelScale& scale : parcel_.scales) {
      for (const ParcelPage& page : scale.pages) compareShape(page);
    }
  }

  // Whether a page has the shape that the profile asks for.
  void compareShape(const ParcelPage& page) {
    const auto power = [](int side) { return (side & (side - 1)) == 0; };
    const bool square = profile_.pageShape == PageShape::Square ||
                        profile_.pageShape == PageShape::SquarePowerOfTwo;
    const bool powers = profile_.pageShape == PageShape::PowerOfTwo ||
                        profile_.pageShape == PageShape::SquarePowerOfTwo;
    expect((!square || page.size.w == page.size.h) &&
               (!powers || (power(page.size.w) && power(page.size.h))) &&
               std::max(page.size.w, page.size.h) <= profile_.pageSide,
           page.file + ": its size does not match the profile");
  }

  void compareAsset(const Asset& asset, const ParcelAsset& packed) {
    expect(packed.name == asset.name && packed.kind == asset.kind &&
               packed.motion == asset.motion && packed.copies == asset.copies &&
               packed.scale == asset.scale,
           asset.name + ": name, kind, motion, copies or scale differs");
    expect(packed.riders == packedRiders(project_, asset), asset.name + ": the riders differ");
    expect(packed.frames.size() == asset.frames.size(), asset.name + ": the frame count differs");
    expect(packed.animations.size() == asset.animations.size(),
           asset.name + ": the animation count differs");
    const std::size_t frames = std::min(packed.frames.size(), asset.frames.size());
    const Mounts mounts(asset);
    const HeldShapes shapes(asset);
    for (std::size_t i = 0; i < frames; ++i) {
      compareFrame(asset.frames[i], packed.frames[i]);
      compareMounts(asset.frames[i], mounts, packed.frames[i].mounts);
      compareShapes(asset, asset.frames[i], shapes, packed.frames[i].shapes);
    }
    const std::size_t count = std::min(packed.animations.size(), asset.animations.size());
    for (std::size_t i = 0; i < count; ++i) {
      compareAnimation(asset, asset.animations[i], packed.animations[i], i == 0);
    }
  }

  void compareZone(const Asset& asset, const ParcelZone& packed) {
    const Frame& frame = asset.frames.front();
    expect(packed.name == asset.name && packed.kind == asset.kind &&
               packed.motion == asset.motion && packed.copies == asset.copies &&
               packed.scale == asset.scale && packed.size == frame.rect.size() &&
               packed.origin == frame.origin,
           asset.name + ": name, kind, motion, copies, scale, size or origin of the zone differs");
    expect(packed.riders == packedRiders(project_, asset), asset.name + ": the riders differ");
    compareMounts(frame, Mounts(asset), packed.mounts);
    compareShapes(asset, frame, HeldShapes(asset), packed.shapes);
  }

  // Where a frame lies at scale 1 (0) or one of the others (from 1).
  static PictureLying lyingOf(const ParcelFrame& frame, std::size_t scale) {
    if (scale == 0) return {frame.page, frame.rect, frame.trim, frame.mirrored};
    const ScaledPicture& one = frame.scaled[scale - 1];
    return {one.page, one.rect, one.trim, one.mirrored};
  }

  std::size_t scaleCount() const { return 1 + parcel_.scales.size(); }
  double scaleAt(std::size_t scale) const {
    return scale == 0 ? 1 : parcel_.scales[scale - 1].scale;
  }
  const std::vector<Image>& imagesAt(std::size_t scale) const {
    return scale == 0 ? images_.pages : images_.scaled[scale - 1];
  }
  const std::vector<ParcelPage>& pagesAt(std::size_t scale) const {
    return scale == 0 ? parcel_.pages : parcel_.scales[scale - 1].pages;
  }

  // Every pixel of every frame at every scale; frames in parallel, the first difference is
  // reported.
  void comparePictures() {
    struct Pair {
      const Frame* frame;
      const ParcelFrame* packed;
      std::shared_ptr<const SheetArt> art;
    };
    std::vector<Pair> pairs;
    for (std::size_t i = 0; i < assets_.pictured.size(); ++i) {
      const Asset& asset = *assets_.pictured[i];
      for (std::size_t f = 0; f < asset.frames.size(); ++f) {
        const ParcelFrame& packed = parcel_.assets[i].frames[f];
        if (compared_ && compared_(asset.frames[f], packed)) continue;
        pairs.push_back({&asset.frames[f], &packed, art_(asset.frames[f].sheet)});
      }
    }
    std::vector<std::string> told(pairs.size());
    forEachIndex(pairs.size(), [&](std::size_t i) {
      const Pair& pair = pairs[i];
      for (std::size_t scale = 0; scale < scaleCount() && told[i].empty(); ++scale) {
        told[i] = differenceAt(*pair.frame, *pair.packed, pair.art.get(), scale);
      }
    });
    for (const std::string& sentence : told) expect(sentence.empty(), sentence);
  }

  // What lies on no frame: extrusion is the frame's nearest pixel, the rest is empty.
  void compareBetweenFrames() {
    for (std::size_t scale = 0; scale < scaleCount(); ++scale) {
      const std::vector<Image>& images = imagesAt(scale);
      std::vector<std::vector<PixelRect>> rects(images.size());
      for (const ParcelAsset& asset : parcel_.assets) {
        for (const ParcelFrame& frame : asset.frames) {
          const PictureLying lying = lyingOf(frame, scale);
          rects[static_cast<std::size_t>(lying.page)].push_back(lying.rect);
        }
      }
      for (std::size_t page = 0; page < images.size(); ++page) {
        const Image& got = images[page];
        Image wanted(got.width(), got.height());
        for (const PixelRect& rect : rects[page]) extrude(got, rect, wanted);
        comparePage(pagesAt(scale)[page].file, got, wanted);
      }
    }
  }

  // Copies the rectangle with its edge repeated outward, as far as the page goes.
  void extrude(const Image& from, const PixelRect& rect, Image& to) const {
    const int out = profile_.extrusion;
    const PixelRect area =
        intersection({rect.x - out, rect.y - out, rect.w + 2 * out, rect.h + 2 * out}, to.rect());
    for (int y = area.y; y < area.bottom(); ++y) {
      const Rgba* source = from.row(std::clamp(y, rect.y, rect.bottom() - 1));
      Rgba* target = to.row(y);
      std::fill(target + area.x, target + rect.x, source[rect.x]);
      std::copy_n(source + rect.x, rect.w, target + rect.x);
      std::fill(target + rect.right(), target + area.right(), source[rect.right() - 1]);
    }
  }

  void comparePage(const std::string& file, const Image& got, const Image& wanted) {
    if (got == wanted) return;
    for (int y = 0; y < got.height(); ++y) {
      for (int x = 0; x < got.width(); ++x) {
        if (got.at(x, y) == wanted.at(x, y)) continue;
        return expect(false, file + ": the pixel at " + std::to_string(x) + ", " +
                                 std::to_string(y) + " between the frames differs");
      }
    }
  }

  void compareAnimation(const Asset& asset, const Animation& animation,
                        const ParcelAnimation& packed, bool first) {
    bool same = packed.name == animation.name && packed.loop == animation.loop &&
                packed.isDefault == first && packed.frames.size() == animation.steps.size() &&
                packed.durationsMs.size() == animation.steps.size();
    for (std::size_t i = 0; same && i < animation.steps.size(); ++i) {
      const auto index = static_cast<std::size_t>(packed.frames[i]);
      same = index < asset.frames.size() && asset.frames[index].id == animation.steps[i].frame &&
             packed.durationsMs[i] == animation.steps[i].durationMs;
    }
    expect(same, asset.name + "/" + animation.name + ": frames, durations or loop differ");
  }

  void compareMounts(const Frame& frame, const Mounts& mounts, const std::vector<Mount>& packed) {
    std::vector<Mount> wanted;
    for (const MountPlace& place : mounts.on(frame.id)) wanted.push_back({place.name, place.at});
    expect(packed == wanted, frame.name + ": its mounts differ");
  }

  // Every participant is in the group of its settings, and every two groups do what the rule
  // requires.
  void compareMeetings() {
    expect(parcel_.rule == ruleOf(project_), "the rule of which pairs meet differs");
    std::unordered_map<std::string, const ParcelGroup*> groups;
    std::size_t grouped = 0;
    for (const ParcelGroup& group : parcel_.groups) {
      grouped += group.participants.size();
      for (const std::string& participant : group.participants) groups[participant] = &group;
    }
    const std::vector<Participant> participants = participantsOf(project_);
    expect(grouped == participants.size(), "the number of parties differs");
    for (const Participant& participant : participants) {
      const auto found = groups.find(participantName(participant));
      expect(found != groups.end() && found->second->settings == participant.settings,
             participantName(participant) + ": its duty, layers or motion differ");
    }
    std::map<std::pair<int, int>, const ParcelMeeting*> meetings;
    for (const ParcelMeeting& one : parcel_.meetings) meetings[{one.a, one.b}] = &one;
    for (std::size_t a = 0; a < parcel_.groups.size(); ++a) {
      for (std::size_t b = a; b < parcel_.groups.size(); ++b) {
        const auto found = meetings.find({static_cast<int>(a), static_cast<int>(b)});
        Answer packed;
        if (found != meetings.end()) {
          packed = {found->second->outcome, found->second->stopped, found->second->told, {}};
        }
        Answer wanted =
            answerFor(parcel_.groups[a].settings, parcel_.groups[b].settings, ruleOf(project_));
        wanted.why.reset();
        expect(packed == wanted, "what parties of the groups " + std::to_string(a) + " and " +
                                     std::to_string(b) + " do with each other differs");
      }
    }
  }

  void compareShapes(const Asset& asset, const Frame& frame, const HeldShapes& shapes,
                     const std::vector<ParcelShape>& packed) {
    const std::vector<ShapePlace>& places = shapes.on(frame.id);
    expect(packed.size() == places.size(), frame.name + ": the shape count differs");
    const std::size_t count = std::min(packed.size(), places.size());
    for (std::size_t i = 0; i < count; ++i) {
      const Role* role = findRole(project_, places[i].key->role);
      const ParticipantSettings settings = participantOf(project_, asset, *role).settings;
      ParcelShape shape = packed[i];
      comparePicture(frame, shape);
      compareParts(frame, shape);
      const ParcelShape wanted{role->name, settings.duty, settings.on, settings.seeks,
                               moved(places[i].shape(), -frame.origin.x, -frame.origin.y)};
      expect(shape == wanted, frame.name + ": the shape " + role->name + " differs");
    }
  }

  // Puts a mask's runs back from its picture, and takes that away.
  void comparePicture(const Frame& frame, ParcelShape& shape) {
    auto* mask = std::get_if<MaskShape>(&shape.geometry);
    const bool wanted = mask != nullptr && profile_.masks == MaskForm::Picture;
    expect(wanted == shape.picture.has_value(),
           frame.name + ": its mask is not in the format of the profile");
    if (!shape.picture || mask == nullptr) return;
    const auto [page, rect] = *std::exchange(shape.picture, std::nullopt);
    const auto index = static_cast<std::size_t>(page);
    if (page < 0 || index >= images_.masks.size() || !within(rect, images_.masks[index].rect()) ||
        rect.size() != PixelSize{mask->w, mask->h}) {
      return expect(false, frame.name + ": the picture of its mask lies on no page");
    }
    for (int y = 0; y < rect.h; ++y) {
      int start = -1;
      for (int x = 0; x <= rect.w; ++x) {
        const bool set = x < rect.w && images_.masks[index].at(rect.x + x, rect.y + y).a != 0;
        if (set && start < 0) start = x;
        if (!set && start >= 0) mask->runs.push_back({y, std::exchange(start, -1), x});
      }
    }
  }

  // Convex parts are convex, small enough, and as large as the polygon together; they are taken
  // away.
  void compareParts(const Frame& frame, ParcelShape& shape) {
    const std::vector<Polygon> parts = std::exchange(shape.parts, {});
    const auto* polygon = std::get_if<Polygon>(&shape.geometry);
    const bool wanted = polygon != nullptr && profile_.polygons == PolygonForm::Parts;
    if (!wanted) return expect(parts.empty(), frame.name + ": its polygon has parts");
    double area = 0;
    bool valid = true;
    for (const Polygon& part : parts) {
      const std::size_t count = part.points.size();
      valid = valid && count >= 3 && count <= static_cast<std::size_t>(profile_.partPoints);
      for (std::size_t i = 0; valid && i < count; ++i) {
        valid =
            turn(part.points[i], part.points[(i + 1) % count], part.points[(i + 2) % count]) >= 0;
      }
      area += twiceArea(part.points);
    }
    const double whole = twiceArea(polygon->points);
    expect(valid && std::abs(area - whole) <= 1e-6 * std::max(1.0, whole),
           frame.name + ": the convex parts of its polygon are wrong");
  }

  void compareFrame(const Frame& frame, const ParcelFrame& packed) {
    expect(packed.name == frame.name, frame.name + ": the name differs: " + packed.name);
    expect(packed.size == frame.rect.size(), frame.name + ": the size differs");
    expect(packed.origin == frame.origin, frame.name + ": the origin differs");
    expect(packed.scaled.size() == parcel_.scales.size(),
           frame.name + ": it is missing on the pages of some scales");
  }

  // Empty where every pixel of the frame is as its sheet has it.
  std::string differenceAt(const Frame& frame, const ParcelFrame& packed, const SheetArt* art,
                           std::size_t scale) const {
    const PictureLying lying = lyingOf(packed, scale);
    const std::vector<Image>& pages = imagesAt(scale);
    const auto page = static_cast<std::size_t>(lying.page);
    if (art == nullptr || lying.page < 0 || page >= pages.size()) {
      return frame.name + ": its place on page or sheet does not exist";
    }
    const std::string told =
        pictureDifference(*art, frame.rect, pages[page], lying, scaleAt(scale), profile_);
    return told.empty() ? told : frame.name + ": " + told;
  }

  const Project& project_;
  PackedAssets assets_;
  const PackProfile& profile_;
  const ArtSource& art_;
  const Parcel& parcel_;
  const PageImages& images_;
  const ComparedBefore& compared_;
  std::vector<std::string> differences_;
};

}  // namespace

std::vector<std::string> differencesFrom(const Project& project, const PackProfile& profile,
                                         const ArtSource& art, const Parcel& parcel,
                                         const PageImages& images, const ComparedBefore& compared) {
  return Comparison(project, profile, art, parcel, images, compared).run();
}

}  // namespace amber

#include <algorithm>
#include <map>
#include <unordered_map>

#include "core/fit/keys/held_shapes.h"
#include "core/layers/parties.h"
#include "core/origin/mounts.h"
#include "core/pack/build_parcel.h"

namespace amber {
namespace {

constexpr std::size_t kMostDifferences = 20;

// Walks project and parcel side by side and says where they part.
class Comparison {
 public:
  Comparison(const Project& project, const ArtSource& art, const Parcel& parcel,
             const std::vector<Image>& pages)
      : project_(project), art_(art), parcel_(parcel), pages_(pages) {}

  std::vector<std::string> run() {
    expect(parcel_.layers == project_.layers, "the layers differ");
    expect(parcel_.assets.size() == project_.assets.size(), "the number of assets differs");
    const std::size_t count = std::min(parcel_.assets.size(), project_.assets.size());
    for (std::size_t i = 0; i < count; ++i) compareAsset(*project_.assets[i], parcel_.assets[i]);
    compareMeetings();
    if (differences_.empty()) compareBetweenFrames();
    return std::move(differences_);
  }

 private:
  void expect(bool holds, const std::string& sentence) {
    if (!holds && differences_.size() < kMostDifferences) differences_.push_back(sentence);
  }

  void compareAsset(const Asset& asset, const ParcelAsset& packed) {
    expect(packed.name == asset.name && packed.kind == asset.kind &&
               packed.motion == asset.motion && packed.copies == asset.copies &&
               packed.scale == asset.scale,
           asset.name + ": name, kind, motion, copies or scale differs");
    expect(packed.frames.size() == asset.frames.size(), asset.name + ": the frame count differs");
    expect(packed.animations.size() == asset.animations.size(),
           asset.name + ": the animation count differs");
    const std::size_t frames = std::min(packed.frames.size(), asset.frames.size());
    const Mounts mounts(asset);
    const HeldShapes shapes(asset);
    for (std::size_t i = 0; i < frames; ++i) {
      compareFrame(asset.frames[i], packed.frames[i]);
      compareMounts(asset.frames[i], mounts, packed.frames[i]);
      compareShapes(asset, asset.frames[i], shapes, packed.frames[i]);
    }
    const std::size_t count = std::min(packed.animations.size(), asset.animations.size());
    for (std::size_t i = 0; i < count; ++i) {
      compareAnimation(asset, asset.animations[i], packed.animations[i], i == 0);
    }
  }

  // What lies on no frame: extrusion is the frame's nearest pixel, the rest is empty.
  void compareBetweenFrames() {
    std::vector<std::vector<PixelRect>> rects(pages_.size());
    for (const ParcelAsset& asset : parcel_.assets) {
      for (const ParcelFrame& frame : asset.frames) {
        rects[static_cast<std::size_t>(frame.page)].push_back(frame.rect);
      }
    }
    for (std::size_t page = 0; page < pages_.size(); ++page) {
      const Image& got = pages_[page];
      Image wanted(got.width(), got.height());
      for (const PixelRect& rect : rects[page]) extrude(got, rect, wanted);
      comparePage(parcel_.pages[page].file, got, wanted);
    }
  }

  // Copies the rectangle with its edge repeated outward, as far as the page goes.
  void extrude(const Image& from, const PixelRect& rect, Image& to) const {
    const int out = project_.profile.extrusion;
    const PixelRect area =
        intersection({rect.x - out, rect.y - out, rect.w + 2 * out, rect.h + 2 * out}, to.rect());
    for (int y = area.y; y < area.bottom(); ++y) {
      const int fromY = std::clamp(y, rect.y, rect.bottom() - 1);
      for (int x = area.x; x < area.right(); ++x) {
        to.at(x, y) = from.at(std::clamp(x, rect.x, rect.right() - 1), fromY);
      }
    }
  }

  void comparePage(const std::string& file, const Image& got, const Image& wanted) {
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

  void compareMounts(const Frame& frame, const Mounts& mounts, const ParcelFrame& packed) {
    std::vector<Mount> wanted;
    for (const MountPlace& place : mounts.on(frame.id)) wanted.push_back({place.name, place.at});
    expect(packed.mounts == wanted, frame.name + ": its mounts differ");
  }

  // Every party is in the group of its settings, and every two groups do as the rule says.
  void compareMeetings() {
    expect(parcel_.rule == ruleOf(project_), "the rule of which pairs meet differs");
    std::unordered_map<std::string, const ParcelGroup*> groups;
    std::size_t grouped = 0;
    for (const ParcelGroup& group : parcel_.groups) {
      grouped += group.parties.size();
      for (const std::string& party : group.parties) groups[party] = &group;
    }
    const std::vector<Party> parties = partiesOf(project_);
    expect(grouped == parties.size(), "the number of parties differs");
    for (const Party& party : parties) {
      const auto found = groups.find(partyName(party));
      expect(found != groups.end() && found->second->settings == party.settings,
             partyName(party) + ": its duty, layers or motion differ");
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
                     const ParcelFrame& packed) {
    const std::vector<ShapePlace>& places = shapes.on(frame.id);
    expect(packed.shapes.size() == places.size(), frame.name + ": the shape count differs");
    const std::size_t count = std::min(packed.shapes.size(), places.size());
    for (std::size_t i = 0; i < count; ++i) {
      const Role* role = findRole(project_, places[i].key->role);
      const PartySettings settings = partyOf(project_, asset, *role).settings;
      const ParcelShape wanted{role->name, settings.duty, settings.on, settings.seeks,
                               moved(places[i].shape(), -frame.origin.x, -frame.origin.y)};
      expect(packed.shapes[i] == wanted, frame.name + ": the shape " + role->name + " differs");
    }
  }

  void compareFrame(const Frame& frame, const ParcelFrame& packed) {
    expect(packed.name == frame.name, frame.name + ": the name differs: " + packed.name);
    expect(packed.size == frame.rect.size(), frame.name + ": the size differs");
    expect(packed.origin == frame.origin, frame.name + ": the origin differs");
    comparePixels(frame, packed);
  }

  // Puts the packed picture back where it was trimmed from and compares every pixel of the frame.
  void comparePixels(const Frame& frame, const ParcelFrame& packed) {
    const auto art = art_(frame.sheet);
    const auto page = static_cast<std::size_t>(packed.page);
    if (art == nullptr || packed.page < 0 || page >= pages_.size() ||
        !within(packed.rect, pages_[page].rect()) || !within(frame.rect, art->image.rect())) {
      return expect(false, frame.name + ": its place on page or sheet does not exist");
    }
    const PixelRect kept{packed.trim.w, packed.trim.h, packed.rect.w, packed.rect.h};
    for (int y = 0; y < frame.rect.h; ++y) {
      for (int x = 0; x < frame.rect.w; ++x) {
        const int sheetX = frame.rect.x + x;
        const int sheetY = frame.rect.y + y;
        const Rgba wanted =
            art->faint.test(sheetX, sheetY) ? art->image.at(sheetX, sheetY) : Rgba{};
        const Rgba got = kept.contains(x, y) ? pages_[page].at(packed.rect.x + x - kept.x,
                                                               packed.rect.y + y - kept.y)
                                             : Rgba{};
        if (got == wanted) continue;
        return expect(false, frame.name + ": the pixel at " + std::to_string(x) + ", " +
                                 std::to_string(y) + " differs");
      }
    }
  }

  const Project& project_;
  const ArtSource& art_;
  const Parcel& parcel_;
  const std::vector<Image>& pages_;
  std::vector<std::string> differences_;
};

}  // namespace

std::vector<std::string> differencesFrom(const Project& project, const ArtSource& art,
                                         const Parcel& parcel, const std::vector<Image>& pages) {
  return Comparison(project, art, parcel, pages).run();
}

}  // namespace amber

// parcel.json read from text, of parcel_file.h.
#include <algorithm>
#include <array>
#include <limits>
#include <nlohmann/json.hpp>

#include "core/geometry/tolerances.h"
#include "core/layers/outcome_words.h"
#include "core/project/values/ranges.h"
#include "core/project/words.h"
#include "files/json/json_text.h"
#include "files/parcel/parcel_file.h"
#include "files/parcel/unit_json.h"
#include "files/project/geometry_json.h"

namespace amber {
namespace {

constexpr std::size_t kMostMeetings = 4000000;
constexpr std::size_t kMostPages = 10000;

// Where something lies on one of `pages`.
void readPlace(const JsonReader& from, const std::vector<ParcelPage>& pages, int& page,
               PixelRect& rect) {
  page = from.member("page").whole(0, std::numeric_limits<int>::max());
  rect = readRect(from.member("rect"));
  if (from.failed()) return;
  const auto index = static_cast<std::size_t>(page);
  if (index >= pages.size() || !within(rect, {0, 0, pages[index].size.w, pages[index].size.h})) {
    from.fail(ErrorCode::BadValue, "its rectangle lies on no page");
  }
}

bool readMirrored(const JsonReader& from) {
  const auto mirrored = from.optionalMember("mirrored");
  return mirrored && mirrored->truth();
}

Polygon readCorners(const JsonReader& from) {
  Polygon polygon;
  for (const JsonReader& point : from.elements(kMostPolygonPoints)) {
    const auto both = point.exactly(2, "[x, y]");
    if (both.empty()) break;
    polygon.points.push_back({both[0].number(), both[1].number()});
  }
  return polygon;
}

std::vector<Polygon> readParts(const JsonReader& from) {
  std::vector<Polygon> parts;
  for (const JsonReader& part : from.elements(kMostPolygonPoints)) {
    if (part.failed()) break;
    parts.push_back(readCorners(part));
  }
  return parts;
}

// A polygon with its convex parts, which those of a project do not have.
void readPolygonWithParts(const JsonReader& from, PixelSize size, FramePoint origin,
                          ParcelShape& shape) {
  if (from.member("kind").choice(kKindWords) != static_cast<std::size_t>(ShapeKind::Polygon)) {
    from.fail(ErrorCode::BadValue, "only a polygon has parts");
  }
  shape.geometry = readCorners(from.member("points"));
  shape.parts = readParts(from.member("parts"));
  if (from.failed()) return;
  const Shape placed = moved(shape.geometry, origin.x, origin.y);
  if (auto valid = validated(placed, size); !valid) {
    from.fail(ErrorCode::BadValue, valid.error().sentence);
  }
}

ParcelShape readParcelShape(const JsonReader& from, PixelSize size, FramePoint origin,
                            const Parcel& parcel) {
  ParcelShape shape{from.member("role").text(),
                    static_cast<Duty>(from.member("duty").choice(kDutyWords)),
                    from.member("on").bits(), from.member("seeks").bits(), Box{}};
  const JsonReader geometry = from.member("geometry");
  if (geometry.failed()) return shape;
  const auto picture = geometry.optionalMember("picture");
  if (geometry.optionalMember("parts")) {
    readPolygonWithParts(geometry, size, origin, shape);
    return shape;
  }
  if (!picture) {
    shape.geometry = readShape(geometry, size, origin);
    return shape;
  }
  if (geometry.member("kind").choice(kKindWords) != static_cast<std::size_t>(ShapeKind::Mask)) {
    geometry.fail(ErrorCode::BadValue, "only a mask has a picture");
  }
  shape.geometry = MaskShape{geometry.member("x").within(kPlaceRange),
                             geometry.member("y").within(kPlaceRange),
                             geometry.member("w").whole(kFrameSideRange),
                             geometry.member("h").whole(kFrameSideRange),
                             {}};
  shape.picture.emplace();
  readPlace(*picture, parcel.maskPages, shape.picture->page, shape.picture->rect);
  return shape;
}

std::vector<ParcelShape> readShapes(const JsonReader& from, PixelSize size, FramePoint origin,
                                    const Parcel& parcel) {
  std::vector<ParcelShape> shapes;
  if (from.failed()) return shapes;
  for (const JsonReader& part : from.member("shapes").elements(1000)) {
    if (part.failed()) break;
    shapes.push_back(readParcelShape(part, size, origin, parcel));
  }
  return shapes;
}

ParcelFrame readFrame(const JsonReader& from, const Parcel& parcel) {
  ParcelFrame frame;
  frame.name = from.member("name").text();
  readPlace(from, parcel.pages, frame.page, frame.rect);
  frame.trim = readSize(from.member("trim"));
  frame.size = readSize(from.member("size"));
  frame.origin = readPoint(from.member("origin"));
  frame.mirrored = readMirrored(from);
  if (from.failed()) return frame;
  if (frame.trim.w + frame.rect.w > frame.size.w || frame.trim.h + frame.rect.h > frame.size.h) {
    from.fail(ErrorCode::BadValue, "its trimmed rectangle is larger than its size allows");
  }
  if (!parcel.scales.empty()) {
    for (const JsonReader& part :
         from.member("scaled").exactly(parcel.scales.size(), "one place a scale")) {
      if (part.failed()) break;
      ScaledPicture& one = frame.scaled.emplace_back();
      readPlace(part, parcel.scales[frame.scaled.size() - 1].pages, one.page, one.rect);
      one.trim = readSize(part.member("trim"));
      one.mirrored = readMirrored(part);
    }
  }
  frame.mounts = readMounts(from.member("mounts"));
  frame.shapes = readShapes(from, frame.size, frame.origin, parcel);
  return frame;
}

std::vector<ParcelRider> readRiders(const JsonReader& from) {
  std::vector<ParcelRider> riders;
  const auto list = from.optionalMember("riders");
  if (!list) return riders;
  for (const JsonReader& part : list->elements(kMostRidden)) {
    if (part.failed()) break;
    riders.push_back({part.member("mount").text(), part.member("asset").text(),
                      part.member("animation").text(), part.member("behind").truth()});
  }
  return riders;
}

ParcelZone readZone(const JsonReader& from, const Parcel& parcel) {
  ParcelZone zone;
  zone.name = from.member("name").text();
  zone.kind = from.member("kind").text();
  zone.motion = static_cast<Motion>(from.member("motion").choice(kMotionWords));
  zone.copies = static_cast<Copies>(from.member("copies").choice(kCopiesWords));
  zone.scale = from.member("scale").number();
  zone.size = readSize(from.member("size"));
  zone.origin = readPoint(from.member("origin"));
  zone.mounts = readMounts(from.member("mounts"));
  zone.shapes = readShapes(from, zone.size, zone.origin, parcel);
  zone.riders = readRiders(from);
  return zone;
}

ParcelAnimation readAnimation(const JsonReader& from, int frameCount) {
  ParcelAnimation animation;
  animation.name = from.member("name").text();
  for (const JsonReader& part : from.member("frames").elements()) {
    if (part.failed()) break;
    animation.frames.push_back(part.whole(0, std::max(0, frameCount - 1)));
  }
  for (const JsonReader& part : from.member("durationsMs").elements()) {
    if (part.failed()) break;
    animation.durationsMs.push_back(part.whole(1, 60000));
  }
  animation.loop = static_cast<LoopMode>(from.member("loop").choice(kLoopWords));
  animation.isDefault = from.member("default").truth();
  if (!from.failed() && animation.frames.size() != animation.durationsMs.size()) {
    from.fail(ErrorCode::BadValue, "has another number of durations than of frames");
  }
  return animation;
}

ParcelAsset readAsset(const JsonReader& from, const Parcel& parcel) {
  ParcelAsset asset;
  asset.name = from.member("name").text();
  asset.kind = from.member("kind").text();
  asset.motion = static_cast<Motion>(from.member("motion").choice(kMotionWords));
  if (const auto copies = from.optionalMember("copies")) {
    asset.copies = static_cast<Copies>(copies->choice(kCopiesWords));
  }
  asset.scale = from.member("scale").number();
  for (const JsonReader& part : from.member("frames").elements()) {
    if (part.failed()) return asset;
    asset.frames.push_back(readFrame(part, parcel));
  }
  for (const JsonReader& part : from.member("animations").elements()) {
    if (part.failed()) return asset;
    asset.animations.push_back(readAnimation(part, static_cast<int>(asset.frames.size())));
  }
  asset.riders = readRiders(from);
  return asset;
}

Sides readSides(const JsonReader& from) {
  constexpr std::array<std::string_view, 2> words = {"a", "b"};
  Sides sides;
  for (const JsonReader& side : from.elements(2))
    (side.choice(words) == 0 ? sides.a : sides.b) = true;
  return sides;
}

// Parcels of before participants were written have none.
void readMeetings(const JsonReader& root, Parcel& parcel) {
  parcel.rule.pairing = static_cast<Pairing>(root.member("pairing").choice(kPairingWords));
  if (const auto wakes = root.optionalMember("wakes")) {
    parcel.rule.wakes = static_cast<Wakes>(wakes->choice(kWakesWords));
  }
  if (const auto groups = root.optionalMember("groups")) {
    for (const JsonReader& part : groups->elements(kMostThings)) {
      if (part.failed()) return;
      ParcelGroup& group = parcel.groups.emplace_back();
      for (const JsonReader& participant : part.member("parties").elements(kMostThings)) {
        group.participants.push_back(participant.text());
      }
      group.settings = {static_cast<Duty>(part.member("duty").choice(kDutyWords)),
                        part.member("on").bits(), part.member("seeks").bits(),
                        static_cast<Motion>(part.member("motion").choice(kMotionWords))};
    }
  }
  if (const auto meetings = root.optionalMember("meetings")) {
    const int last = std::max(0, static_cast<int>(parcel.groups.size()) - 1);
    for (const JsonReader& part : meetings->elements(kMostMeetings)) {
      if (part.failed()) return;
      parcel.meetings.push_back({part.member("a").whole(0, last), part.member("b").whole(0, last),
                                 static_cast<Outcome>(part.member("outcome").choice(kOutcomeWords)),
                                 readSides(part.member("stopped")),
                                 readSides(part.member("told"))});
    }
  }
}

std::string readFileName(const JsonReader& from) {
  std::string file = from.text(255);
  if (!from.failed() && (file.empty() || file == "." || file == ".." ||
                         file.find_first_of(std::string("/\\\0", 3)) != std::string::npos)) {
    from.fail(ErrorCode::PathLeavesFolder, "must be a plain file name");
  }
  return file;
}

ParcelPage readPage(const JsonReader& from) {
  return {readFileName(from.member("file")), readSize(from.member("size")),
          from.member("hash").text(80)};
}

std::vector<ParcelPage> readPages(const JsonReader& from) {
  std::vector<ParcelPage> pages;
  for (const JsonReader& part : from.elements(kMostPages)) {
    if (part.failed()) break;
    pages.push_back(readPage(part));
  }
  return pages;
}

// Lengths are always px with y down; lengths in units of the game are additional.
std::optional<ParcelUnits> readUnits(const JsonReader& from) {
  from.member("length").choice(std::array<std::string_view, 1>{"px"});
  from.member("yAxis").choice(std::array<std::string_view, 1>{"down"});
  from.member("time").choice(std::array<std::string_view, 1>{"ms"});
  const auto unit = from.optionalMember("pxPerUnit");
  if (!unit) return std::nullopt;
  return ParcelUnits{unit->within(kPxPerUnitRange),
                     static_cast<YAxis>(from.member("y").choice(kYAxisWords))};
}

void readPages(const JsonReader& root, Parcel& parcel) {
  parcel.pages = readPages(root.member("pages"));
  if (const auto scales = root.optionalMember("scales")) {
    for (const JsonReader& part : scales->elements(kMostPageScales)) {
      if (part.failed()) return;
      parcel.scales.push_back(
          {part.member("scale").within(kPageScaleRange), readPages(part.member("pages"))});
    }
  }
  if (const auto masks = root.optionalMember("maskPages")) parcel.maskPages = readPages(*masks);
}

// Whether values in units match those in px; the error names the first frame that does not.
Result<void> checkUnits(const Json& json, const Parcel& parcel, const std::string& file) {
  if (!parcel.units) return {};
  for (std::size_t a = 0; a < parcel.assets.size(); ++a) {
    const ParcelAsset& asset = parcel.assets[a];
    for (std::size_t f = 0; f < asset.frames.size(); ++f) {
      const Json& frame = json["assets"][a]["frames"][f];
      if (frame.value("inUnits", Json()) == unitJson(asset.frames[f], asset.scale, *parcel.units)) {
        continue;
      }
      return failure(ErrorCode::BadValue,
                     "the frame " + asset.frames[f].name +
                         ": its values in units do not match those in px; pack the parcel again",
                     file);
    }
  }
  return {};
}

}  // namespace

Result<Parcel> parcelFrom(std::string_view text, const std::string& file) {
  auto json = jsonFrom(text, file);
  if (!json) return tl::unexpected(json.error());
  if (!json->is_object() || json->value("format", Json()) != "amber-parcel") {
    return failure(ErrorCode::WrongFormat, "is not a parcel; choose a folder that was packed",
                   file);
  }
  const JsonReader root(*json, file);
  const int version = root.member("version").whole(1, std::numeric_limits<int>::max());
  if (!root.failed() && version > kParcelVersion) {
    return failure(ErrorCode::NewerVersion,
                   "was packed by a newer Amber Parcel; update, or pack it again", file);
  }
  Parcel parcel;
  if (const auto profile = root.optionalMember("profile")) parcel.profile = profile->text();
  parcel.units = readUnits(root.member("units"));
  if (const auto filter = root.optionalMember("filter")) {
    parcel.filter = static_cast<TextureFilter>(filter->choice(kTextureFilterWords));
  }
  readPages(root, parcel);
  if (const auto constants = root.optionalMember("constants")) {
    for (const JsonReader& part : constants->elements(kLanguageWords.size())) {
      if (part.failed()) break;
      parcel.constants.push_back({readFileName(part.member("file")), part.member("hash").text()});
    }
  }
  for (const JsonReader& part : root.member("layers").elements(32)) {
    part.member("bit").whole(static_cast<int>(parcel.layers.size()),
                             static_cast<int>(parcel.layers.size()));
    parcel.layers.push_back(part.member("name").text());
  }
  readMeetings(root, parcel);
  for (const JsonReader& part : root.member("assets").elements()) {
    if (part.failed()) break;
    parcel.assets.push_back(readAsset(part, parcel));
  }
  if (const auto zones = root.optionalMember("zones")) {
    for (const JsonReader& part : zones->elements(kMostThings)) {
      if (part.failed()) break;
      parcel.zones.push_back(readZone(part, parcel));
    }
  }
  if (auto outcome = root.outcome(); !outcome) return tl::unexpected(outcome.error());
  if (auto valid = checkUnits(*json, parcel, file); !valid) return tl::unexpected(valid.error());
  return parcel;
}

}  // namespace amber

// parcel.json as text, and back.
#include <algorithm>
#include <array>
#include <limits>
#include <nlohmann/json.hpp>

#include "core/geometry/tolerances.h"
#include "core/layers/outcome_words.h"
#include "core/project/ranges.h"
#include "core/project/words.h"
#include "files/geometry_json.h"
#include "files/json_text.h"
#include "files/parcel_file.h"

namespace amber {
namespace {

constexpr std::size_t kMostMeetings = 4000000;

Json frameJson(const ParcelFrame& frame) {
  Json shapes = Json::array();
  for (const ParcelShape& shape : frame.shapes) {
    shapes.push_back(Json{{"role", shape.role},
                          {"duty", wordOf(kDutyWords, shape.duty)},
                          {"on", shape.on},
                          {"seeks", shape.seeks},
                          {"geometry", jsonOf(shape.geometry)}});
  }
  return Json{{"name", frame.name},
              {"page", frame.page},
              {"rect", jsonOf(frame.rect)},
              {"trim", jsonOf(frame.trim)},
              {"size", jsonOf(frame.size)},
              {"origin", jsonOf(frame.origin)},
              {"mounts", jsonOf(frame.mounts)},
              {"shapes", std::move(shapes)}};
}

Json animationJson(const ParcelAnimation& animation) {
  return Json{{"name", animation.name},
              {"frames", animation.frames},
              {"durationsMs", animation.durationsMs},
              {"loop", wordOf(kLoopWords, animation.loop)},
              {"default", animation.isDefault}};
}

ParcelFrame readFrame(const JsonReader& from, const std::vector<ParcelPage>& pages) {
  ParcelFrame frame;
  frame.name = from.member("name").text();
  frame.page = from.member("page").whole(0, std::numeric_limits<int>::max());
  frame.rect = readRect(from.member("rect"));
  frame.trim = readSize(from.member("trim"));
  frame.size = readSize(from.member("size"));
  frame.origin = readPoint(from.member("origin"));
  if (from.failed()) return frame;
  const auto page = static_cast<std::size_t>(frame.page);
  if (page >= pages.size() || !within(frame.rect, {0, 0, pages[page].size.w, pages[page].size.h})) {
    from.fail(ErrorCode::BadValue, "its rectangle lies on no page");
  }
  if (frame.trim.w + frame.rect.w > frame.size.w || frame.trim.h + frame.rect.h > frame.size.h) {
    from.fail(ErrorCode::BadValue, "its trimmed rectangle is larger than its size allows");
  }
  frame.mounts = readMounts(from.member("mounts"));
  for (const JsonReader& part : from.member("shapes").elements(1000)) {
    if (part.failed()) break;
    frame.shapes.push_back({part.member("role").text(),
                            static_cast<Duty>(part.member("duty").choice(kDutyWords)),
                            part.member("on").bits(), part.member("seeks").bits(),
                            readShape(part.member("geometry"), frame.size, frame.origin)});
  }
  return frame;
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

ParcelAsset readAsset(const JsonReader& from, const std::vector<ParcelPage>& pages) {
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
    asset.frames.push_back(readFrame(part, pages));
  }
  for (const JsonReader& part : from.member("animations").elements()) {
    if (part.failed()) return asset;
    asset.animations.push_back(readAnimation(part, static_cast<int>(asset.frames.size())));
  }
  return asset;
}

Json jsonOf(const Sides& sides) {
  Json list = Json::array();
  if (sides.a) list.push_back("a");
  if (sides.b) list.push_back("b");
  return list;
}

Sides readSides(const JsonReader& from) {
  constexpr std::array<std::string_view, 2> words = {"a", "b"};
  Sides sides;
  for (const JsonReader& side : from.elements(2))
    (side.choice(words) == 0 ? sides.a : sides.b) = true;
  return sides;
}

Json groupsJson(const std::vector<ParcelGroup>& groups) {
  Json list = Json::array();
  for (const ParcelGroup& group : groups) {
    list.push_back(Json{{"parties", group.parties},
                        {"duty", wordOf(kDutyWords, group.settings.duty)},
                        {"on", group.settings.on},
                        {"seeks", group.settings.seeks},
                        {"motion", wordOf(kMotionWords, group.settings.motion)}});
  }
  return list;
}

Json meetingsJson(const std::vector<ParcelMeeting>& meetings) {
  Json list = Json::array();
  for (const ParcelMeeting& one : meetings) {
    list.push_back(Json{{"a", one.a},
                        {"b", one.b},
                        {"outcome", wordOf(kOutcomeWords, one.outcome)},
                        {"stopped", jsonOf(one.stopped)},
                        {"told", jsonOf(one.told)}});
  }
  return list;
}

// Parcels of before parties were written have none.
void readMeetings(const JsonReader& root, Parcel& parcel) {
  parcel.rule.pairing = static_cast<Pairing>(root.member("pairing").choice(kPairingWords));
  if (const auto wakes = root.optionalMember("wakes")) {
    parcel.rule.wakes = static_cast<Wakes>(wakes->choice(kWakesWords));
  }
  if (const auto groups = root.optionalMember("groups")) {
    for (const JsonReader& part : groups->elements(kMostThings)) {
      if (part.failed()) return;
      ParcelGroup& group = parcel.groups.emplace_back();
      for (const JsonReader& party : part.member("parties").elements(kMostThings)) {
        group.parties.push_back(party.text());
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

}  // namespace

std::string parcelText(const Parcel& parcel) {
  Json pages = Json::array();
  for (const ParcelPage& page : parcel.pages) {
    pages.push_back(Json{{"file", page.file}, {"size", jsonOf(page.size)}, {"hash", page.hash}});
  }
  Json layers = Json::array();
  for (std::size_t bit = 0; bit < parcel.layers.size(); ++bit) {
    layers.push_back(Json{{"bit", bit}, {"name", parcel.layers[bit]}});
  }
  Json assets = Json::array();
  for (const ParcelAsset& asset : parcel.assets) {
    Json frames = Json::array();
    for (const ParcelFrame& frame : asset.frames) frames.push_back(frameJson(frame));
    Json animations = Json::array();
    for (const ParcelAnimation& animation : asset.animations) {
      animations.push_back(animationJson(animation));
    }
    assets.push_back(Json{{"name", asset.name},
                          {"kind", asset.kind},
                          {"motion", wordOf(kMotionWords, asset.motion)},
                          {"copies", wordOf(kCopiesWords, asset.copies)},
                          {"scale", asset.scale},
                          {"frames", std::move(frames)},
                          {"animations", std::move(animations)}});
  }
  Json json{{"format", "amber-parcel"},
            {"version", kParcelVersion},
            {"units", {{"length", "px"}, {"yAxis", "down"}, {"time", "ms"}}},
            {"pages", std::move(pages)},
            {"layers", std::move(layers)},
            {"pairing", wordOf(kPairingWords, parcel.rule.pairing)},
            {"wakes", wordOf(kWakesWords, parcel.rule.wakes)},
            {"groups", groupsJson(parcel.groups)},
            {"meetings", meetingsJson(parcel.meetings)},
            {"assets", std::move(assets)}};
  if (!parcel.constants.empty()) {
    Json constants = Json::array();
    for (const ParcelText& text : parcel.constants) {
      constants.push_back(Json{{"file", text.file}, {"hash", text.hash}});
    }
    json["constants"] = std::move(constants);
  }
  return jsonText(json);
}

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
  root.member("units").member("length").choice(std::array<std::string_view, 1>{"px"});
  root.member("units").member("yAxis").choice(std::array<std::string_view, 1>{"down"});
  root.member("units").member("time").choice(std::array<std::string_view, 1>{"ms"});
  Parcel parcel;
  for (const JsonReader& part : root.member("pages").elements(10000)) {
    parcel.pages.push_back(readPage(part));
  }
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
    parcel.assets.push_back(readAsset(part, parcel.pages));
  }
  if (auto outcome = root.outcome(); !outcome) return tl::unexpected(outcome.error());
  return parcel;
}

}  // namespace amber

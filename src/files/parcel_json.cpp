// parcel.json as text, and back.
#include <limits>
#include <nlohmann/json.hpp>

#include "core/geometry/tolerances.h"
#include "core/project/words.h"
#include "files/geometry_json.h"
#include "files/json_text.h"
#include "files/parcel_file.h"

namespace amber {
namespace {

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

ParcelPage readPage(const JsonReader& from) {
  ParcelPage page{from.member("file").text(255), readSize(from.member("size")),
                  from.member("hash").text(80)};
  if (!from.failed() && (page.file.empty() || page.file == "." || page.file == ".." ||
                         page.file.find_first_of(std::string("/\\\0", 3)) != std::string::npos)) {
    from.member("file").fail(ErrorCode::PathLeavesFolder, "must be a plain file name");
  }
  return page;
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
                          {"scale", asset.scale},
                          {"frames", std::move(frames)},
                          {"animations", std::move(animations)}});
  }
  return jsonText(Json{{"format", "amber-parcel"},
                       {"version", kParcelVersion},
                       {"units", {{"length", "px"}, {"yAxis", "down"}, {"time", "ms"}}},
                       {"pages", std::move(pages)},
                       {"layers", std::move(layers)},
                       {"pairing", "either"},
                       {"assets", std::move(assets)}});
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
  root.member("pairing").choice(std::array<std::string_view, 1>{"either"});
  Parcel parcel;
  for (const JsonReader& part : root.member("pages").elements(10000)) {
    parcel.pages.push_back(readPage(part));
  }
  for (const JsonReader& part : root.member("layers").elements(32)) {
    part.member("bit").whole(static_cast<int>(parcel.layers.size()),
                             static_cast<int>(parcel.layers.size()));
    parcel.layers.push_back(part.member("name").text());
  }
  for (const JsonReader& part : root.member("assets").elements()) {
    if (part.failed()) break;
    parcel.assets.push_back(readAsset(part, parcel.pages));
  }
  if (auto outcome = root.outcome(); !outcome) return tl::unexpected(outcome.error());
  return parcel;
}

}  // namespace amber

// parcel.json as text.
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

Json partsJson(const std::vector<Polygon>& parts) {
  Json list = Json::array();
  for (const Polygon& part : parts) list.push_back(jsonOf(part.points));
  return list;
}

Json geometryJson(const ParcelShape& shape) {
  Json geometry = jsonOf(shape.geometry);
  if (!shape.parts.empty()) geometry["parts"] = partsJson(shape.parts);
  if (shape.picture) {
    geometry.erase("runs");
    geometry["picture"] =
        Json{{"page", shape.picture->page}, {"rect", jsonOf(shape.picture->rect)}};
  }
  return geometry;
}

Json shapesJson(const std::vector<ParcelShape>& shapes) {
  Json list = Json::array();
  for (const ParcelShape& shape : shapes) {
    list.push_back(Json{{"role", shape.role},
                        {"duty", wordOf(kDutyWords, shape.duty)},
                        {"on", shape.on},
                        {"seeks", shape.seeks},
                        {"geometry", geometryJson(shape)}});
  }
  return list;
}

// Nothing is written where nothing rides.
void addRiders(Json& json, const std::vector<ParcelRider>& riders) {
  if (riders.empty()) return;
  Json list = Json::array();
  for (const ParcelRider& rider : riders) {
    list.push_back(Json{{"mount", rider.mount},
                        {"asset", rider.asset},
                        {"animation", rider.animation},
                        {"behind", rider.behind}});
  }
  json["riders"] = std::move(list);
}

Json zoneJson(const ParcelZone& zone) {
  Json json{{"name", zone.name},
            {"kind", zone.kind},
            {"motion", wordOf(kMotionWords, zone.motion)},
            {"copies", wordOf(kCopiesWords, zone.copies)},
            {"scale", zone.scale},
            {"size", jsonOf(zone.size)},
            {"origin", jsonOf(zone.origin)},
            {"mounts", jsonOf(zone.mounts)},
            {"shapes", shapesJson(zone.shapes)}};
  addRiders(json, zone.riders);
  return json;
}

Json zonesJson(const std::vector<ParcelZone>& zones) {
  Json list = Json::array();
  for (const ParcelZone& zone : zones) list.push_back(zoneJson(zone));
  return list;
}

Json frameJson(const ParcelFrame& frame, double scale, const std::optional<ParcelUnits>& units) {
  Json json{{"name", frame.name},
            {"page", frame.page},
            {"rect", jsonOf(frame.rect)},
            {"trim", jsonOf(frame.trim)},
            {"size", jsonOf(frame.size)},
            {"origin", jsonOf(frame.origin)},
            {"mounts", jsonOf(frame.mounts)},
            {"shapes", shapesJson(frame.shapes)}};
  if (frame.mirrored) json["mirrored"] = true;
  if (!frame.scaled.empty()) {
    Json scaled = Json::array();
    for (const ScaledPicture& one : frame.scaled) {
      Json part{{"page", one.page}, {"rect", jsonOf(one.rect)}, {"trim", jsonOf(one.trim)}};
      if (one.mirrored) part["mirrored"] = true;
      scaled.push_back(std::move(part));
    }
    json["scaled"] = std::move(scaled);
  }
  if (units) json["inUnits"] = unitJson(frame, scale, *units);
  return json;
}

Json animationJson(const ParcelAnimation& animation) {
  return Json{{"name", animation.name},
              {"frames", animation.frames},
              {"durationsMs", animation.durationsMs},
              {"loop", wordOf(kLoopWords, animation.loop)},
              {"default", animation.isDefault}};
}

Json jsonOf(const Sides& sides) {
  Json list = Json::array();
  if (sides.a) list.push_back("a");
  if (sides.b) list.push_back("b");
  return list;
}

Json groupsJson(const std::vector<ParcelGroup>& groups) {
  Json list = Json::array();
  for (const ParcelGroup& group : groups) {
    list.push_back(Json{{"parties", group.participants},
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

Json pagesJson(const std::vector<ParcelPage>& pages) {
  Json list = Json::array();
  for (const ParcelPage& page : pages) {
    list.push_back(Json{{"file", page.file}, {"size", jsonOf(page.size)}, {"hash", page.hash}});
  }
  return list;
}

}  // namespace

std::string parcelText(const Parcel& parcel) {
  Json layers = Json::array();
  for (std::size_t bit = 0; bit < parcel.layers.size(); ++bit) {
    layers.push_back(Json{{"bit", bit}, {"name", parcel.layers[bit]}});
  }
  Json assets = Json::array();
  for (const ParcelAsset& asset : parcel.assets) {
    Json frames = Json::array();
    for (const ParcelFrame& frame : asset.frames) {
      frames.push_back(frameJson(frame, asset.scale, parcel.units));
    }
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
    addRiders(assets.back(), asset.riders);
  }
  Json units{{"length", "px"}, {"yAxis", "down"}, {"time", "ms"}};
  if (parcel.units) {
    units["pxPerUnit"] = parcel.units->pxPerUnit;
    units["y"] = wordOf(kYAxisWords, parcel.units->yAxis);
  }
  Json json{{"format", "amber-parcel"}, {"version", kParcelVersion}};
  if (parcel.profile != PackProfile{}.name) json["profile"] = parcel.profile;
  json["units"] = std::move(units);
  if (parcel.filter != TextureFilter::Nearest) {
    json["filter"] = wordOf(kTextureFilterWords, parcel.filter);
  }
  json["pages"] = pagesJson(parcel.pages);
  if (!parcel.scales.empty()) {
    Json scales = Json::array();
    for (const ParcelScale& one : parcel.scales) {
      scales.push_back(Json{{"scale", one.scale}, {"pages", pagesJson(one.pages)}});
    }
    json["scales"] = std::move(scales);
  }
  if (!parcel.maskPages.empty()) json["maskPages"] = pagesJson(parcel.maskPages);
  json["layers"] = std::move(layers);
  json["pairing"] = wordOf(kPairingWords, parcel.rule.pairing);
  json["wakes"] = wordOf(kWakesWords, parcel.rule.wakes);
  json["groups"] = groupsJson(parcel.groups);
  json["meetings"] = meetingsJson(parcel.meetings);
  json["assets"] = std::move(assets);
  if (!parcel.zones.empty()) json["zones"] = zonesJson(parcel.zones);
  if (!parcel.constants.empty()) {
    Json constants = Json::array();
    for (const ParcelText& text : parcel.constants) {
      constants.push_back(Json{{"file", text.file}, {"hash", text.hash}});
    }
    json["constants"] = std::move(constants);
  }
  return jsonText(json);
}

std::string parcelFrameText(const Parcel& parcel, const ParcelAsset& asset, std::size_t frame) {
  return jsonText(frameJson(asset.frames[frame], asset.scale, parcel.units));
}

}  // namespace amber

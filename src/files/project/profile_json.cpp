#include "files/project/profile_json.h"

#include <nlohmann/json.hpp>

#include "core/base/words.h"

namespace amber {
namespace {

// A choice that is not as usual is written by its word, and read.
template <class Choice, std::size_t N>
void putChoice(Json& json, const char* key, Choice value, Choice usual,
               const std::array<std::string_view, N>& words) {
  if (value != usual) json[key] = wordOf(words, value);
}

template <class Choice, std::size_t N>
void takeChoice(const JsonReader& from, const char* key, Choice& value,
                const std::array<std::string_view, N>& words) {
  if (const auto member = from.optionalMember(key)) {
    value = static_cast<Choice>(member->choice(words));
  }
}

}  // namespace

Json jsonOf(const PackProfile& profile) {
  const PackProfile usual;
  Json json = Json::object();
  if (profile.name != usual.name) json["name"] = profile.name;
  json["pageSide"] = profile.pageSide;
  json["trim"] = profile.trim;
  json["padding"] = profile.padding;
  json["extrusion"] = profile.extrusion;
  json["polygonPoints"] = profile.polygonPoints;
  if (!profile.constants.empty()) json["constants"] = jsonOf(profile.constants);
  if (profile.pxPerUnit != usual.pxPerUnit) json["pxPerUnit"] = profile.pxPerUnit;
  putChoice(json, "y", profile.yAxis, usual.yAxis, kYAxisWords);
  if (!profile.scales.empty()) json["scales"] = profile.scales;
  putChoice(json, "resampling", profile.resampling, usual.resampling, kResamplingWords);
  putChoice(json, "filter", profile.filter, usual.filter, kTextureFilterWords);
  putChoice(json, "polygons", profile.polygons, usual.polygons, kPolygonFormWords);
  if (profile.partPoints != usual.partPoints) json["partPoints"] = profile.partPoints;
  putChoice(json, "masks", profile.masks, usual.masks, kMaskFormWords);
  putChoice(json, "pages", profile.pageShape, usual.pageShape, kPageShapeWords);
  putChoice(json, "same", profile.same, usual.same, kSamePicturesWords);
  putChoice(json, "colours", profile.colours, usual.colours, kPageColoursWords);
  putChoice(json, "unseen", profile.unseen, usual.unseen, kUnseenWords);
  putChoice(json, "blocks", profile.blocks, usual.blocks, kBlocksWords);
  return json;
}

PackProfile readProfile(const JsonReader& from) {
  from.knows({"name",          "pageSide",  "trim",      "padding",    "extrusion",
              "polygonPoints", "constants", "pxPerUnit", "y",          "scales",
              "resampling",    "filter",    "polygons",  "partPoints", "masks",
              "pages",         "same",      "colours",   "unseen",     "blocks"});
  PackProfile profile{from.member("pageSide").whole(kPageSideRange), from.member("trim").truth(),
                      from.member("padding").whole(kPaddingRange),
                      from.member("extrusion").whole(kExtrusionRange)};
  if (const auto name = from.optionalMember("name")) profile.name = name->text();
  if (const auto points = from.optionalMember("polygonPoints")) {
    profile.polygonPoints = points->whole(kPolygonPointsRange);
  }
  if (const auto constants = from.optionalMember("constants")) {
    profile.constants = readLanguages(*constants);
  }
  if (const auto unit = from.optionalMember("pxPerUnit")) {
    profile.pxPerUnit = unit->within(kPxPerUnitRange);
  }
  if (const auto scales = from.optionalMember("scales")) {
    for (const JsonReader& scale : scales->elements(kMostPageScales)) {
      if (scale.failed()) break;
      profile.scales.push_back(scale.within(kPageScaleRange));
    }
  }
  if (const auto points = from.optionalMember("partPoints")) {
    profile.partPoints = points->whole(kPolygonPointsRange);
  }
  takeChoice(from, "y", profile.yAxis, kYAxisWords);
  takeChoice(from, "resampling", profile.resampling, kResamplingWords);
  takeChoice(from, "filter", profile.filter, kTextureFilterWords);
  takeChoice(from, "polygons", profile.polygons, kPolygonFormWords);
  takeChoice(from, "masks", profile.masks, kMaskFormWords);
  takeChoice(from, "pages", profile.pageShape, kPageShapeWords);
  takeChoice(from, "same", profile.same, kSamePicturesWords);
  takeChoice(from, "colours", profile.colours, kPageColoursWords);
  takeChoice(from, "unseen", profile.unseen, kUnseenWords);
  takeChoice(from, "blocks", profile.blocks, kBlocksWords);
  return profile;
}

Json jsonOf(const std::vector<Language>& languages) {
  Json list = Json::array();
  for (const Language language : languages) list.push_back(wordOf(kLanguageWords, language));
  return list;
}

std::vector<Language> readLanguages(const JsonReader& from) {
  std::vector<Language> languages;
  for (const JsonReader& part : from.elements(kLanguageWords.size())) {
    if (part.failed()) break;
    languages.push_back(static_cast<Language>(part.choice(kLanguageWords)));
  }
  return languages;
}

}  // namespace amber

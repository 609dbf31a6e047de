#include "files/project/layering_json.h"

#include <nlohmann/json.hpp>

#include "core/project/values/ranges.h"
#include "core/project/words.h"

namespace amber {
namespace {

Json jsonOf(const Phrase& phrase) {
  Json json{{"of", wordOf(kPhraseOfWords, phrase.of)}};
  if (!phrase.name.empty()) json["name"] = phrase.name;
  if (!phrase.role.empty()) json["role"] = phrase.role;
  return json;
}

Phrase readPhrase(const JsonReader& from) {
  from.knows({"of", "name", "role"});
  Phrase phrase;
  phrase.of = static_cast<PhraseOf>(from.member("of").choice(kPhraseOfWords));
  if (const auto name = from.optionalMember("name")) phrase.name = name->text();
  if (const auto role = from.optionalMember("role")) phrase.role = role->text();
  return phrase;
}

}  // namespace

Json jsonOf(const std::vector<RoleSetting>& settings) {
  Json list = Json::array();
  for (const RoleSetting& setting : settings) {
    Json json{{"role", setting.role}};
    if (setting.duty) json["duty"] = wordOf(kDutyWords, *setting.duty);
    if (setting.on) json["on"] = *setting.on;
    if (setting.seeks) json["seeks"] = *setting.seeks;
    list.push_back(std::move(json));
  }
  return list;
}

std::vector<RoleSetting> readSettings(const JsonReader& from) {
  std::vector<RoleSetting> settings;
  for (const JsonReader& part : from.elements(kMostRoles)) {
    if (part.failed()) break;
    part.knows({"role", "duty", "on", "seeks"});
    RoleSetting& setting = settings.emplace_back(RoleSetting{part.member("role").text()});
    if (const auto duty = part.optionalMember("duty")) {
      setting.duty = static_cast<Duty>(duty->choice(kDutyWords));
    }
    if (const auto on = part.optionalMember("on")) setting.on = on->bits();
    if (const auto seeks = part.optionalMember("seeks")) setting.seeks = seeks->bits();
  }
  return settings;
}

Json jsonOf(const std::vector<Expectation>& expectations) {
  Json list = Json::array();
  for (const Expectation& one : expectations) {
    list.push_back(Json{{"who", jsonOf(one.who)},
                        {"verb", wordOf(kVerbWords, one.verb)},
                        {"whom", jsonOf(one.whom)},
                        {"only", one.only}});
  }
  return list;
}

std::vector<Expectation> readExpectations(const JsonReader& from) {
  std::vector<Expectation> expectations;
  for (const JsonReader& part : from.elements(kMostExpectations)) {
    if (part.failed()) break;
    part.knows({"who", "verb", "whom", "only"});
    Expectation one;
    one.who = readPhrase(part.member("who"));
    one.verb = static_cast<Verb>(part.member("verb").choice(kVerbWords));
    one.whom = readPhrase(part.member("whom"));
    if (const auto only = part.optionalMember("only")) one.only = only->truth();
    expectations.push_back(std::move(one));
  }
  return expectations;
}

}  // namespace amber

#include "files/project/course_file.h"

#include <algorithm>
#include <array>
#include <limits>
#include <nlohmann/json.hpp>

#include "core/base/words.h"
#include "core/project/validation/valid_course.h"
#include "files/project/geometry_json.h"

namespace amber {
namespace {

constexpr std::string_view kFormat = "amber-course";
constexpr int kVersion = 1;

GamePoint readPlace(const JsonReader& from) {
  const std::vector<JsonReader> parts = from.exactly(2, "a place is [x, y]");
  if (parts.empty()) return {};
  const Range<double> range{-kFarthestPlace, kFarthestPlace};
  return {parts[0].within(range), parts[1].within(range)};
}

Json jsonOfSolid(const CourseSolid& solid) {
  if (const auto* shape = std::get_if<Shape>(&solid)) return jsonOf(*shape);
  const auto& asset = std::get<StandingAsset>(solid);
  return Json{{"asset", asset.asset},
              {"frame", asset.frame},
              {"at", jsonOf(asset.at)},
              {"mirror", asset.mirrored}};
}

CourseSolid readSolid(const JsonReader& from) {
  if (from.optionalMember("asset")) {
    from.knows({"asset", "frame", "at", "mirror"});
    StandingAsset standing;
    standing.asset = from.member("asset").text();
    if (const auto frame = from.optionalMember("frame")) standing.frame = frame->whole(1, 1000000);
    standing.at = readPlace(from.member("at"));
    if (const auto mirror = from.optionalMember("mirror")) standing.mirrored = mirror->truth();
    return standing;
  }
  // The order of a polygon's points has no meaning on a course.
  Shape shape = readShape(from, Range<double>{-kFarthestPlace, kFarthestPlace});
  auto* polygon = std::get_if<Polygon>(&shape);
  if (!from.failed() && polygon != nullptr && polygon->points.size() >= 3) {
    *polygon = clockwise(std::move(*polygon));
  }
  return shape;
}

CourseActor readActor(const JsonReader& from) {
  from.knows({"asset", "at", "to", "speed"});
  CourseActor actor;
  actor.asset = from.member("asset").text();
  actor.at = readPlace(from.member("at"));
  if (const auto to = from.optionalMember("to")) actor.to = readPlace(*to);
  if (const auto speed = from.optionalMember("speed")) {
    actor.speed = speed->within(kActorSpeedRange);
  }
  return actor;
}

Json jsonOfDemand(const CourseDemand& demand) {
  Json json{{"asset", demand.asset},
            {"moves", wordOf(kMovesWords, demand.moves)},
            {"script", demand.script}};
  for (const MoverNumber& one : kMoverNumbers) {
    const std::optional<double>& number = demand.numbers.*one.number;
    if (number) json[std::string(one.word)] = *number;
  }
  return json;
}

CourseDemand readDemand(const JsonReader& from) {
  from.knows(
      {"asset", "moves", "script", "rate", "speed", "jump", "gravity", "fall", "slope", "step"});
  CourseDemand demand;
  demand.asset = from.member("asset").text();
  if (const auto moves = from.optionalMember("moves")) {
    demand.moves = static_cast<Moves>(moves->choice(kMovesWords));
  }
  if (const auto script = from.optionalMember("script"))
    demand.script = kScriptNames[script->choice(kScriptNames)];
  for (const MoverNumber& one : kMoverNumbers) {
    if (const auto given = from.optionalMember(one.word)) {
      demand.numbers.*one.number = given->within(one.range);
    }
  }
  return demand;
}

Json jsonOfKeys(const CourseKeys& keys) {
  Json list = Json::array();
  const std::array<bool, 5> down = {keys.left, keys.right, keys.up, keys.down, keys.jump};
  for (std::size_t i = 0; i < down.size(); ++i) {
    if (down[i]) list.push_back(kCourseKeyWords[i]);
  }
  return list;
}

CourseKeys readKeys(const JsonReader& from) {
  CourseKeys keys;
  const std::array<bool*, 5> down = {&keys.left, &keys.right, &keys.up, &keys.down, &keys.jump};
  for (const JsonReader& key : from.elements(down.size())) {
    if (key.failed()) break;
    *down[key.choice(kCourseKeyWords)] = true;
  }
  return keys;
}

Json eventJson(const CourseEvent& event) {
  Json json{{"tick", event.tick}};
  if (event.until >= 0) json["until"] = event.until;
  json["event"] = wordOf(kCourseEventWords, event.kind);
  json["role"] = event.role;
  json["with"] = event.with.empty() ? Json(nullptr) : Json(event.with);
  json["at"] = jsonOf(event.at);
  json["px"] = event.px;
  json["text"] = event.text;
  return json;
}

}  // namespace

Json jsonOf(const Course& course) {
  Json solids = Json::array();
  for (const CourseSolid& solid : course.solids) solids.push_back(jsonOfSolid(solid));
  Json actors = Json::array();
  for (const CourseActor& actor : course.actors) {
    Json json{{"asset", actor.asset}, {"at", jsonOf(actor.at)}};
    if (actor.to) {
      json["to"] = jsonOf(*actor.to);
      json["speed"] = actor.speed;
    }
    actors.push_back(std::move(json));
  }
  Json json = Json::object();
  if (!course.name.empty()) json["name"] = course.name;
  json["view"] = wordOf(kCourseViewWords, course.view);
  json["start"] = jsonOf(course.start);
  json["solids"] = std::move(solids);
  json["actors"] = std::move(actors);
  if (!course.stations.empty()) {
    Json stations = Json::array();
    for (const GamePoint& station : course.stations) stations.push_back(jsonOf(station));
    json["stations"] = std::move(stations);
  }
  if (course.mustPass.empty()) return json;
  Json demands = Json::array();
  for (const CourseDemand& demand : course.mustPass) demands.push_back(jsonOfDemand(demand));
  json["mustPass"] = std::move(demands);
  return json;
}

Course readCourse(const JsonReader& from) {
  Course course;
  if (const auto name = from.optionalMember("name")) course.name = name->text();
  if (const auto view = from.presentMember("view")) {
    course.view = static_cast<CourseView>(view->choice(kCourseViewWords));
  }
  course.start = readPlace(from.member("start"));
  for (const JsonReader& part : from.member("solids").elements(kMostSolids)) {
    if (part.failed()) break;
    course.solids.push_back(readSolid(part));
  }
  if (const auto actors = from.optionalMember("actors")) {
    for (const JsonReader& part : actors->elements(kMostActors)) {
      if (part.failed()) break;
      course.actors.push_back(readActor(part));
    }
  }
  if (const auto stations = from.optionalMember("stations")) {
    for (const JsonReader& part : stations->elements(kMostStations)) {
      if (part.failed()) break;
      course.stations.push_back(readPlace(part));
    }
  }
  if (const auto demands = from.optionalMember("mustPass")) {
    for (const JsonReader& part : demands->elements(kMostDemands)) {
      if (part.failed()) break;
      course.mustPass.push_back(readDemand(part));
    }
  }
  if (from.failed()) return course;
  if (const auto valid = validated(course); !valid) {
    from.fail(ErrorCode::BadValue, valid.error().sentence);
  }
  return course;
}

Result<Course> courseFromText(const std::string& text, const std::string& file) {
  const auto json = jsonFrom(text, file);
  if (!json) return tl::unexpected(json.error());
  if (!json->is_object() || json->value("format", Json()) != kFormat) {
    return failure(ErrorCode::WrongFormat, "this is not a course; its format is not amber-course",
                   file);
  }
  const JsonReader root(*json, file);
  root.knows(
      {"format", "version", "name", "view", "start", "solids", "actors", "mustPass", "stations"});
  const int version = root.member("version").whole(1, std::numeric_limits<int>::max());
  if (!root.failed() && version > kVersion) {
    return failure(ErrorCode::NewerVersion, "this course was written by a newer version", file);
  }
  Course course = readCourse(root);
  if (const auto outcome = root.outcome(); !outcome) return tl::unexpected(outcome.error());
  return course;
}

std::string courseText(const Course& course) {
  Json json{{"format", kFormat}, {"version", kVersion}};
  json.update(jsonOf(course));
  return jsonText(json);
}

Result<CourseScript> scriptFromText(const std::string& text, const std::string& file) {
  const auto json = jsonFrom(text, file);
  if (!json) return tl::unexpected(json.error());
  const JsonReader root(*json, file);
  root.knows({"ticks", "keys"});
  CourseScript script;
  script.ticks = root.member("ticks").whole(1, kMostTicks);
  for (const JsonReader& part : root.member("keys").elements(kMostTicks)) {
    if (part.failed()) break;
    part.knows({"from", "down"});
    const int from = part.member("from").whole(0, kMostTicks);
    script.keys.push_back({from, readKeys(part.member("down"))});
  }
  if (const auto outcome = root.outcome(); !outcome) return tl::unexpected(outcome.error());
  std::stable_sort(script.keys.begin(), script.keys.end(),
                   [](const KeyChange& a, const KeyChange& b) { return a.from < b.from; });
  return script;
}

Json scriptJson(const CourseScript& script) {
  Json keys = Json::array();
  for (const KeyChange& change : script.keys) {
    keys.push_back(Json{{"from", change.from}, {"down", jsonOfKeys(change.down)}});
  }
  return Json{{"ticks", script.ticks}, {"keys", std::move(keys)}};
}

std::string scriptText(const CourseScript& script) {
  return jsonText(scriptJson(script));
}

Json runJson(const CourseRun& run) {
  Json events = Json::array();
  for (const CourseEvent& event : run.events) events.push_back(eventJson(event));
  Json path = Json::array();
  for (const CourseTick& tick : run.ticks) path.push_back(jsonOf(tick.place));
  Json jump = nullptr;
  if (run.jump) jump = Json{{"height", run.jump->height}, {"length", run.jump->length}};
  return Json{{"ticks", run.ticks.size()}, {"ground", run.ground}, {"jump", std::move(jump)},
              {"reached", run.reached},    {"end", run.end},       {"events", std::move(events)},
              {"path", std::move(path)}};
}

}  // namespace amber

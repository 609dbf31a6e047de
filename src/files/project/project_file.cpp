#include "files/project/project_file.h"

#include <array>
#include <cstdio>
#include <nlohmann/json.hpp>

#include "core/origin/anchor.h"
#include "core/project/validation/file_size.h"
#include "core/project/words.h"
#include "files/file_bytes.h"
#include "files/json/json_text.h"
#include "files/project/course_file.h"
#include "files/project/cut_json.h"
#include "files/project/geometry_json.h"
#include "files/project/layering_json.h"
#include "files/project/profile_json.h"
#include "files/project/recipe_json.h"

namespace amber {
namespace {

constexpr long long kLargestProjectFile = kLargestFile.bytes;

Json keyJson(const std::optional<KeyColour>& key) {
  if (!key) return nullptr;
  return Json{{"colour", Json::array({key->r, key->g, key->b})},
              {"tolerance", key->tolerance},
              {"reach", wordOf(kReachWords, key->reach)}};
}

Json cutJson(const std::optional<Cut>& cut) {
  if (!cut) return nullptr;
  Json json = jsonOf(cut->way);
  json["regions"] = Json::array();
  for (const CutRegion& region : cut->regions) {
    Json part = jsonOf(region.way);
    part["area"] = jsonOf(region.area);
    json["regions"].push_back(std::move(part));
  }
  return json;
}

Json sheetJson(const Sheet& sheet) {
  const Orientation& shown = sheet.orientation;
  Json json{{"id", sheet.id.value},
            {"path", sheet.path},
            {"hash", sheet.hash},
            {"size", jsonOf(sheet.size)},
            {"turns", shown.quarterTurns},
            {"mirror", kMirrorWords[shown.mirrorX   ? 1
                                    : shown.mirrorY ? 2
                                                    : 0]},
            {"faint", sheet.ink.faint},
            {"firm", sheet.ink.firm},
            {"key", keyJson(sheet.ink.key)},
            {"cut", cutJson(sheet.cut)}};
  if (sheet.rectangle) {
    const auto& colour = sheet.rectangle->colour;
    json["rectangle"] =
        Json{{"colour", colour ? Json{colour->r, colour->g, colour->b, colour->a} : Json(nullptr)}};
  }
  if (sheet.pictures) {
    json["pictures"] =
        Json{{"size", jsonOf(sheet.pictures->size)}, {"timesMs", sheet.pictures->timesMs}};
  }
  return json;
}

std::string lookText(std::uint64_t look) {
  std::array<char, 17> text{};
  std::snprintf(text.data(), text.size(), "%016llx", static_cast<unsigned long long>(look));
  return text.data();
}

Json frameJson(const Frame& frame) {
  Json shapes = Json::array();
  for (const FrameShape& shape : frame.shapes) {
    Json& json =
        shapes.emplace_back(Json{{"role", shape.role},
                                 {"recipe", shape.recipe ? jsonOf(*shape.recipe) : Json(nullptr)},
                                 {"geometry", jsonOf(shape.geometry)}});
    if (shape.ink != 0) json["ink"] = lookText(shape.ink);
  }
  Json json{{"id", frame.id.value},           {"name", frame.name},
            {"sheet", frame.sheet.value},     {"rect", jsonOf(frame.rect)},
            {"origin", jsonOf(frame.origin)}, {"originRule", textOf(frame.originRule)},
            {"shapes", std::move(shapes)},    {"look", lookText(frame.look)}};
  if (!frame.mounts.empty()) json["mounts"] = jsonOf(frame.mounts);
  if (frame.lost) json["lost"] = true;
  return json;
}

Json animationJson(const Animation& animation) {
  Json frames = Json::array();
  Json durations = Json::array();
  for (const Step& step : animation.steps) {
    frames.push_back(step.frame.value);
    durations.push_back(step.durationMs);
  }
  return Json{{"id", animation.id.value},
              {"name", animation.name},
              {"loop", wordOf(kLoopWords, animation.loop)},
              {"frames", std::move(frames)},
              {"durationsMs", std::move(durations)}};
}

Json jsonOf(const std::vector<Rider>& riders) {
  Json list = Json::array();
  for (const Rider& rider : riders) {
    Json& json = list.emplace_back(Json{{"mount", rider.mount}, {"asset", rider.asset.value}});
    if (rider.animation) json["animation"] = rider.animation.value;
    if (rider.behind) json["behind"] = true;
  }
  return list;
}

Json jsonOf(const std::vector<TileDecision>& decisions) {
  Json list = Json::array();
  for (const TileDecision& one : decisions) {
    list.push_back(Json{{"tile", one.tile.value},
                        {"side", wordOf(kTileSideWords, one.side)},
                        {"neighbour", one.neighbour.value},
                        {"together", one.together}});
  }
  return list;
}

Json assetJson(const Asset& asset) {
  Json frames = Json::array();
  for (const Frame& frame : asset.frames) frames.push_back(frameJson(frame));
  Json animations = Json::array();
  for (const Animation& animation : asset.animations) {
    animations.push_back(animationJson(animation));
  }
  Json json{{"id", asset.id.value},
            {"name", asset.name},
            {"kind", asset.kind},
            {"motion", wordOf(kMotionWords, asset.motion)},
            {"copies", wordOf(kCopiesWords, asset.copies)},
            {"scale", asset.scale},
            {"settings", jsonOf(asset.settings)}};
  if (asset.variantOf) json["variantOf"] = asset.variantOf.value;
  if (!asset.riders.empty()) json["riders"] = jsonOf(asset.riders);
  if (!asset.tileDecisions.empty()) json["tileDecisions"] = jsonOf(asset.tileDecisions);
  json["frames"] = std::move(frames);
  json["animations"] = std::move(animations);
  return json;
}

Json jsonOf(const std::vector<NamePart>& parts) {
  Json list = Json::array();
  for (const NamePart& part : parts) {
    if (part.kind == NamePartKind::Word) {
      list.push_back(Json{{"word", part.word}});
    } else {
      list.push_back(kNamePartWords[static_cast<std::size_t>(part.kind)]);
    }
  }
  return list;
}

// What is as usual is left out, as older files have it.
Json jsonOf(const NamingRule& rule) {
  const NamingRule usual;
  Json json{{"digits", rule.digits}, {"firstNumber", rule.firstNumber}};
  if (rule.asset != usual.asset) json["asset"] = jsonOf(rule.asset);
  if (rule.frame != usual.frame) json["frame"] = jsonOf(rule.frame);
  if (rule.style != usual.style) json["style"] = wordOf(kNameStyleWords, rule.style);
  if (rule.longest != usual.longest) json["longest"] = rule.longest;
  if (!rule.languages.empty()) json["languages"] = jsonOf(rule.languages);
  if (rule.sides != usual.sides) json["sides"] = wordOf(kSideSpellingWords, rule.sides);
  if (rule.sidesSaid != usual.sidesSaid) {
    json["sidesSaid"] = wordOf(kSidesSaidWords, rule.sidesSaid);
  }
  return json;
}

Json profilesJson(const std::vector<PackProfile>& profiles) {
  Json list = Json::array();
  for (std::size_t i = 1; i < profiles.size(); ++i) list.push_back(jsonOf(profiles[i]));
  return list;
}

Json settingsJson(const Project& project) {
  Json kinds = Json::array();
  for (const Kind& kind : project.kinds) {
    Json shapes = Json::array();
    for (const RoleRecipe& shape : kind.shapes) {
      shapes.push_back(Json{{"role", shape.role}, {"recipe", jsonOf(shape.recipe)}});
    }
    kinds.push_back(Json{{"name", kind.name},
                         {"prefix", kind.prefix},
                         {"motion", wordOf(kMotionWords, kind.motion)},
                         {"copies", wordOf(kCopiesWords, kind.copies)},
                         {"settings", jsonOf(kind.settings)},
                         {"origin", textOf(kind.origin)},
                         {"shapes", std::move(shapes)}});
    if (kind.tiles) kinds.back()["tiles"] = true;
  }
  Json roles = Json::array();
  for (const Role& role : project.roles) {
    roles.push_back(Json{{"name", role.name},
                         {"duty", wordOf(kDutyWords, role.duty)},
                         {"on", role.on},
                         {"seeks", role.seeks},
                         {"recipe", jsonOf(role.recipe)},
                         {"mostAir", role.mostAir},
                         {"mostBareInk", role.mostBareInk}});
  }
  return Json{
      {"naming", jsonOf(project.naming)},
      {"pack", jsonOf(defaultProfile(project))},
      {"origins", {{"drift", project.origins.drift}, {"whole", project.origins.wholePixels}}},
      {"layers", project.layers},
      {"kinds", std::move(kinds)},
      {"roles", std::move(roles)},
      {"pairing", wordOf(kPairingWords, project.pairing)},
      {"wakes", wordOf(kWakesWords, project.wakes)},
      {"expectations", jsonOf(project.expectations)}};
}

Json jsonOf(const FairnessLimits& wishes) {
  Json json = Json::object();
  if (wishes.phantom) json["phantom"] = *wishes.phantom;
  if (wishes.missed) json["missed"] = *wishes.missed;
  if (wishes.gap) json["gap"] = *wishes.gap;
  return json;
}

}  // namespace

std::string projectText(const Project& project) {
  Json json{{"format", "amber-project"},
            {"version", kProjectVersion},
            {"name", project.name},
            {"nextId", project.nextId}};
  json.update(settingsJson(project));
  if (project.profiles.size() > 1) json["profiles"] = profilesJson(project.profiles);
  if (project.trial.any()) json["trial"] = jsonOf(project.trial);
  if (project.code != CodeFolders{}) {
    json["code"] = Json{{"folders", project.code.folders}, {"ignored", project.code.ignored}};
  }
  if (project.mergedTiles) json["mergedTiles"] = true;
  if (!project.courses.empty()) {
    Json courses = Json::array();
    for (const Course& course : project.courses) courses.push_back(jsonOf(course));
    json["courses"] = std::move(courses);
  }
  if (!project.conflicts.empty()) {
    Json conflicts = Json::array();
    for (const MergeConflict& one : project.conflicts) {
      conflicts.push_back(Json{{"place", one.place}, {"ours", one.ours}, {"theirs", one.theirs}});
    }
    json["conflicts"] = std::move(conflicts);
  }
  Json sheets = Json::array();
  for (const auto& sheet : project.sheets) sheets.push_back(sheetJson(*sheet));
  Json assets = Json::array();
  for (const auto& asset : project.assets) assets.push_back(assetJson(*asset));
  json["sheets"] = std::move(sheets);
  json["assets"] = std::move(assets);
  return jsonText(json);
}

Result<ReadProject> readProjectFile(const std::string& path) {
  auto text = readFile(path, kLargestProjectFile);
  if (!text) return tl::unexpected(text.error());
  auto project = projectFrom(*text, path);
  if (!project) return tl::unexpected(project.error());
  return ReadProject{std::move(*project), contentHash(*text)};
}

Result<Project> readProject(const std::string& path) {
  auto text = readFile(path, kLargestProjectFile);
  if (!text) return tl::unexpected(text.error());
  return projectFrom(*text, path);
}

Result<void> writeProject(const std::string& path, const Project& project) {
  return writeFileAtomically(path, projectText(project));
}

Result<std::string> writeProjectOver(const std::string& path, const Project& project,
                                     const std::string& hash) {
  const auto now = readFile(path, kLargestProjectFile);
  if (!now && now.error().code != ErrorCode::FileMissing) return tl::unexpected(now.error());
  if (now && contentHash(*now) != hash) {
    return failure(ErrorCode::ChangedOnDisk,
                   "was changed by another program since it was read, so it was not overwritten; "
                   "open it again, or save it as another file",
                   path);
  }
  const std::string text = projectText(project);
  if (auto written = writeFileAtomically(path, text); !written) {
    return tl::unexpected(written.error());
  }
  return contentHash(text);
}

}  // namespace amber

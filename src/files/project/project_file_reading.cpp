// The reading half of project_file.h.
#include <charconv>
#include <limits>
#include <nlohmann/json.hpp>

#include "core/origin/anchor.h"
#include "core/project/validation/valid_project.h"
#include "core/project/values/ranges.h"
#include "core/project/words.h"
#include "files/json/json_text.h"
#include "files/project/course_file.h"
#include "files/project/cut_json.h"
#include "files/project/geometry_json.h"
#include "files/project/layering_json.h"
#include "files/project/profile_json.h"
#include "files/project/project_file.h"
#include "files/project/recipe_json.h"

namespace amber {
namespace {

// Reads what the file holds, by type. Whether it makes a valid project is asked once it is read.
class ProjectReading {
 public:
  Project read(const JsonReader& root) {
    root.knows({"format",   "version",   "name",         "nextId", "naming",  "pack",
                "origins",  "layers",    "kinds",        "roles",  "sheets",  "assets",
                "pairing",  "wakes",     "expectations", "trial",  "courses", "code",
                "profiles", "conflicts", "mergedTiles"});
    project_.name = root.member("name").text();
    project_.nextId = root.member("nextId").bits();
    readSettings(root);
    for (const JsonReader& from : root.member("sheets").elements()) {
      if (from.failed()) break;
      project_.sheets.emplace_back(readSheet(from));
    }
    for (const JsonReader& from : root.member("assets").elements()) {
      if (from.failed()) break;
      project_.assets.emplace_back(readAsset(from));
    }
    return std::move(project_);
  }

 private:
  void readSettings(const JsonReader& root) {
    const JsonReader naming = root.member("naming");
    project_.naming = readNaming(naming);
    project_.profiles = {readProfile(root.member("pack"))};
    if (const auto profiles = root.optionalMember("profiles")) {
      for (const JsonReader& from : profiles->elements(kMostProfiles)) {
        if (from.failed()) break;
        project_.profiles.push_back(readProfile(from));
      }
    }
    if (const auto conflicts = root.optionalMember("conflicts")) {
      for (const JsonReader& from : conflicts->elements(kMostConflicts)) {
        if (from.failed()) break;
        from.knows({"place", "ours", "theirs"});
        project_.conflicts.push_back({from.member("place").text(),
                                      from.member("ours").text(kLongestConflict),
                                      from.member("theirs").text(kLongestConflict)});
      }
    }
    if (const auto origins = root.optionalMember("origins")) {
      origins->knows({"drift", "whole"});
      project_.origins = {origins->member("drift").within(kDriftRange),
                          origins->member("whole").truth()};
    }
    for (const JsonReader& from : root.member("layers").elements(kMostLayers)) {
      project_.layers.push_back(from.text());
    }
    for (const JsonReader& from : root.member("roles").elements(kMostRoles)) {
      if (from.failed()) break;
      project_.roles.push_back(readRole(from));
    }
    for (const JsonReader& from : root.member("kinds").elements(kMostKinds)) {
      if (from.failed()) break;
      project_.kinds.push_back(readKind(from));
    }
    if (const auto pairing = root.optionalMember("pairing")) {
      project_.pairing = static_cast<Pairing>(pairing->choice(kPairingWords));
    }
    if (const auto wakes = root.optionalMember("wakes")) {
      project_.wakes = static_cast<Wakes>(wakes->choice(kWakesWords));
    }
    if (const auto expectations = root.optionalMember("expectations")) {
      project_.expectations = readExpectations(*expectations);
    }
    if (const auto trial = root.optionalMember("trial")) project_.trial = readWishes(*trial);
    if (const auto code = root.optionalMember("code")) {
      code->knows({"folders", "ignored"});
      project_.code.folders = readTexts(code->member("folders"));
      project_.code.ignored = readTexts(code->member("ignored"));
    }
    readCourses(root);
  }

  void readCourses(const JsonReader& root) {
    if (const auto merged = root.optionalMember("mergedTiles")) {
      project_.mergedTiles = merged->truth();
    }
    if (const auto courses = root.optionalMember("courses")) {
      for (const JsonReader& from : courses->elements(kMostCourses)) {
        if (from.failed()) break;
        from.knows({"name", "view", "start", "solids", "actors", "mustPass", "stations"});
        project_.courses.push_back(readCourse(from));
      }
    }
  }

  static std::vector<NamePart> readParts(const JsonReader& from) {
    std::vector<NamePart> parts;
    for (const JsonReader& part : from.elements(kMostNameParts)) {
      if (part.failed()) break;
      if (part.isObject()) {
        part.knows({"word"});
        parts.push_back({NamePartKind::Word, part.member("word").text()});
      } else {
        parts.push_back({static_cast<NamePartKind>(part.choice(kNamePartWords))});
      }
    }
    return parts;
  }

  static std::vector<std::string> readTexts(const JsonReader& from) {
    std::vector<std::string> texts;
    for (const JsonReader& part : from.elements(kMostCodeFolders)) {
      if (part.failed()) break;
      texts.push_back(part.text());
    }
    return texts;
  }

  static NamingRule readNaming(const JsonReader& from) {
    from.knows({"digits", "firstNumber", "asset", "frame", "style", "longest", "languages", "sides",
                "sidesSaid"});
    NamingRule rule;
    rule.digits = from.member("digits").whole(kDigitsRange);
    rule.firstNumber = from.member("firstNumber").whole(kFirstNumberRange);
    if (const auto asset = from.optionalMember("asset")) rule.asset = readParts(*asset);
    if (const auto frame = from.optionalMember("frame")) rule.frame = readParts(*frame);
    if (const auto style = from.optionalMember("style")) {
      rule.style = static_cast<NameStyle>(style->choice(kNameStyleWords));
    }
    if (const auto longest = from.optionalMember("longest")) {
      rule.longest = longest->whole(kLongestNameRange);
    }
    if (const auto languages = from.optionalMember("languages")) {
      rule.languages = readLanguages(*languages);
    }
    if (const auto sides = from.optionalMember("sides")) {
      rule.sides = static_cast<SideSpelling>(sides->choice(kSideSpellingWords));
    }
    if (const auto said = from.optionalMember("sidesSaid")) {
      rule.sidesSaid = static_cast<SidesSaid>(said->choice(kSidesSaidWords));
    }
    return rule;
  }

  static FairnessLimits readWishes(const JsonReader& from) {
    from.knows({"phantom", "missed", "gap"});
    FairnessLimits wishes;
    if (const auto phantom = from.optionalMember("phantom")) {
      wishes.phantom = phantom->within(kShareRange);
    }
    if (const auto missed = from.optionalMember("missed")) {
      wishes.missed = missed->within(kShareRange);
    }
    if (const auto gap = from.optionalMember("gap")) wishes.gap = gap->within(kGapLimitRange);
    return wishes;
  }

  static Role readRole(const JsonReader& from) {
    from.knows({"name", "duty", "on", "seeks", "recipe", "mostAir", "mostBareInk"});
    Role role{from.member("name").text(), static_cast<Duty>(from.member("duty").choice(kDutyWords)),
              from.member("on").bits(), from.member("seeks").bits()};
    if (const auto recipe = from.optionalMember("recipe")) role.recipe = readRecipe(*recipe);
    if (const auto air = from.optionalMember("mostAir")) role.mostAir = air->within(kShareRange);
    if (const auto bare = from.optionalMember("mostBareInk")) {
      role.mostBareInk = bare->within(kShareRange);
    }
    return role;
  }

  static Kind readKind(const JsonReader& from) {
    from.knows({"name", "prefix", "motion", "origin", "shapes", "copies", "settings", "tiles"});
    Kind kind{from.member("name").text(), from.member("prefix").text(),
              readMotion(from.member("motion")), readRule(from.member("origin"))};
    if (const auto shapes = from.optionalMember("shapes")) {
      for (const JsonReader& part : shapes->elements(kMostRoles)) {
        if (part.failed()) break;
        part.knows({"role", "recipe"});
        kind.shapes.push_back({part.member("role").text(), readRecipe(part.member("recipe"))});
      }
    }
    if (const auto copies = from.optionalMember("copies")) {
      kind.copies = static_cast<Copies>(copies->choice(kCopiesWords));
    }
    if (const auto settings = from.optionalMember("settings")) {
      kind.settings = amber::readSettings(*settings);
    }
    if (const auto tiles = from.optionalMember("tiles")) kind.tiles = tiles->truth();
    return kind;
  }

  static Motion readMotion(const JsonReader& from) {
    return static_cast<Motion>(from.choice(kMotionWords));
  }

  static OriginRule readRule(const JsonReader& from) {
    const std::string text = from.text();
    if (from.failed()) return {};
    auto rule = originRuleFrom(text);
    if (rule) return *rule;
    from.fail(rule.error().code, rule.error().sentence);
    return {};
  }

  static Sheet readSheet(const JsonReader& from) {
    from.knows({"id", "path", "hash", "size", "turns", "mirror", "faint", "firm", "key", "cut",
                "pictures", "rectangle"});
    Sheet sheet;
    sheet.id = {from.member("id").bits()};
    sheet.path = from.member("path").text();
    sheet.hash = from.member("hash").text(kLongestHash);
    sheet.size = readSize(from.member("size"));
    if (const auto turns = from.optionalMember("turns")) {
      sheet.orientation.quarterTurns = turns->whole(kTurnsRange);
    }
    if (const auto mirror = from.optionalMember("mirror")) {
      const std::size_t way = mirror->choice(kMirrorWords);
      sheet.orientation.mirrorX = way == 1;
      sheet.orientation.mirrorY = way == 2;
    }
    if (const auto pictures = from.optionalMember("pictures")) {
      sheet.pictures = readPictures(*pictures);
    }
    if (const auto rectangle = from.optionalMember("rectangle")) {
      sheet.rectangle = readRectangle(*rectangle);
    }
    sheet.ink.faint = from.member("faint").whole(kAlphaRange);
    sheet.ink.firm = from.member("firm").whole(kAlphaRange);
    if (const auto key = from.optionalMember("key")) sheet.ink.key = readKey(*key);
    if (const auto cut = from.optionalMember("cut")) sheet.cut = readCut(*cut);
    return sheet;
  }

  static Rectangle readRectangle(const JsonReader& from) {
    from.knows({"colour"});
    const auto colour = from.optionalMember("colour");
    if (!colour) return {};
    const auto parts = colour->exactly(4, "[red, green, blue, alpha], each 0 to 255");
    if (parts.empty()) return {};
    const auto byte = [&](std::size_t i) {
      return static_cast<std::uint8_t>(parts[i].whole(kByteRange));
    };
    return {Rgba{byte(0), byte(1), byte(2), byte(3)}};
  }

  static KeyColour readKey(const JsonReader& from) {
    from.knows({"colour", "tolerance", "reach"});
    const auto rgb = from.member("colour").exactly(3, "[red, green, blue], each 0 to 255");
    KeyColour key;
    if (rgb.empty()) return key;
    key.r = static_cast<std::uint8_t>(rgb[0].whole(kByteRange));
    key.g = static_cast<std::uint8_t>(rgb[1].whole(kByteRange));
    key.b = static_cast<std::uint8_t>(rgb[2].whole(kByteRange));
    key.tolerance = from.member("tolerance").whole(kByteRange);
    key.reach = static_cast<KeyReach>(from.member("reach").choice(kReachWords));
    return key;
  }

  static SheetPictures readPictures(const JsonReader& from) {
    from.knows({"size", "timesMs"});
    SheetPictures pictures{readSize(from.member("size")), {}};
    for (const JsonReader& time : from.member("timesMs").elements(kMostCells)) {
      pictures.timesMs.push_back(time.whole(kDurationRange));
    }
    return pictures;
  }

  static Cut readCut(const JsonReader& from) {
    // Some of these keys are of another way of cutting; which, its own reader knows.
    from.knows({"way", "cell", "margin", "gutter", "columns", "rows", "join", "minInk", "part",
                "boxes", "shadows", "tight", "rects", "regions"});
    Cut cut{readWay(from), {}};
    if (const auto regions = from.optionalMember("regions")) {
      for (const JsonReader& region : regions->elements(kMostRegions)) {
        if (region.failed()) break;
        region.knows({"way", "cell", "margin", "gutter", "columns", "rows", "join", "minInk",
                      "part", "boxes", "shadows", "tight", "rects", "area"});
        cut.regions.push_back({readRect(region.member("area")), readWay(region)});
      }
    }
    return cut;
  }

  static std::uint64_t readLook(const JsonReader& from) {
    const std::string text = from.text(16);
    std::uint64_t look = 0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), look, 16);
    if (!from.failed() && (error != std::errc{} || end != text.data() + text.size())) {
      from.fail(ErrorCode::BadValue, "must be 16 hex digits");
    }
    return look;
  }

  static Asset readAsset(const JsonReader& from) {
    from.knows({"id", "name", "kind", "motion", "copies", "scale", "settings", "frames",
                "animations", "variantOf", "riders", "tileDecisions"});
    Asset asset;
    asset.id = {from.member("id").bits()};
    asset.name = from.member("name").text();
    asset.kind = from.member("kind").text();
    asset.motion = readMotion(from.member("motion"));
    asset.scale = from.member("scale").number();
    if (const auto copies = from.optionalMember("copies")) {
      asset.copies = static_cast<Copies>(copies->choice(kCopiesWords));
    }
    if (const auto settings = from.optionalMember("settings")) {
      asset.settings = amber::readSettings(*settings);
    }
    if (const auto first = from.optionalMember("variantOf")) asset.variantOf = {first->bits()};
    if (const auto riders = from.optionalMember("riders")) asset.riders = readRiders(*riders);
    if (const auto decisions = from.optionalMember("tileDecisions")) {
      asset.tileDecisions = readTileDecisions(*decisions);
    }
    for (const JsonReader& part : from.member("frames").elements()) {
      if (part.failed()) break;
      asset.frames.push_back(readFrame(part));
    }
    for (const JsonReader& part : from.member("animations").elements()) {
      if (part.failed()) break;
      asset.animations.push_back(readAnimation(part));
    }
    return asset;
  }

  static std::vector<Rider> readRiders(const JsonReader& from) {
    std::vector<Rider> riders;
    for (const JsonReader& part : from.elements(kMostRidden)) {
      if (part.failed()) break;
      part.knows({"mount", "asset", "animation", "behind"});
      Rider rider{part.member("mount").text(), {part.member("asset").bits()}};
      if (const auto animation = part.optionalMember("animation")) {
        rider.animation = {animation->bits()};
      }
      if (const auto behind = part.optionalMember("behind")) rider.behind = behind->truth();
      riders.push_back(std::move(rider));
    }
    return riders;
  }

  static std::vector<TileDecision> readTileDecisions(const JsonReader& from) {
    std::vector<TileDecision> decisions;
    for (const JsonReader& part : from.elements(kMostTileDecisions)) {
      if (part.failed()) break;
      part.knows({"tile", "side", "neighbour", "together"});
      decisions.push_back({{part.member("tile").bits()},
                           static_cast<TileSide>(part.member("side").choice(kTileSideWords)),
                           {part.member("neighbour").bits()},
                           part.member("together").truth()});
    }
    return decisions;
  }

  static Frame readFrame(const JsonReader& from) {
    from.knows({"id", "name", "sheet", "rect", "origin", "originRule", "shapes", "look", "mounts",
                "lost"});
    Frame frame;
    frame.id = {from.member("id").bits()};
    frame.name = from.member("name").text();
    frame.sheet = {from.member("sheet").bits()};
    frame.rect = readRect(from.member("rect"));
    if (const auto lost = from.optionalMember("lost")) frame.lost = lost->truth();
    frame.origin = readPoint(from.member("origin"));
    frame.originRule = readRule(from.member("originRule"));
    if (const auto mounts = from.optionalMember("mounts")) frame.mounts = readMounts(*mounts);
    if (const auto look = from.optionalMember("look")) frame.look = readLook(*look);
    for (const JsonReader& part : from.member("shapes").elements(kMostRoles)) {
      if (part.failed()) break;
      frame.shapes.push_back(readFrameShape(part));
    }
    return frame;
  }

  static FrameShape readFrameShape(const JsonReader& from) {
    from.knows({"role", "geometry", "recipe", "source", "ink"});
    FrameShape shape{from.member("role").text(), readShape(from.member("geometry")), std::nullopt};
    if (const auto recipe = from.optionalMember("recipe")) {
      shape.recipe = readRecipe(*recipe);
    } else if (const auto source = from.optionalMember("source")) {
      // Projects of before there were recipes: a snug box, or by hand.
      const std::array<std::string_view, 2> words = {"snug", "hand"};
      if (source->choice(words) == 0) shape.recipe = Recipe{};
    }
    if (const auto ink = from.optionalMember("ink")) shape.ink = readLook(*ink);
    return shape;
  }

  static Animation readAnimation(const JsonReader& from) {
    from.knows({"id", "name", "loop", "frames", "durationsMs"});
    Animation animation;
    animation.id = {from.member("id").bits()};
    animation.name = from.member("name").text();
    animation.loop = static_cast<LoopMode>(from.member("loop").choice(kLoopWords));
    const auto steps = from.member("frames").elements();
    const auto durations = from.member("durationsMs").elements();
    if (!from.failed() && steps.size() != durations.size()) {
      from.fail(ErrorCode::BadValue, "needs as many durations as frames");
    }
    for (std::size_t i = 0; i < steps.size() && !from.failed(); ++i) {
      animation.steps.push_back({FrameId{steps[i].bits()}, durations[i].whole(kDurationRange)});
    }
    return animation;
  }

  Project project_;
};

}  // namespace

Result<Project> projectFrom(std::string_view text, const std::string& file) {
  auto json = jsonFrom(text, file);
  if (!json) return tl::unexpected(json.error());
  if (!json->is_object() || json->value("format", Json()) != "amber-project") {
    return failure(ErrorCode::WrongFormat,
                   "is not an Amber Parcel project; choose a file that ends in .amber", file);
  }
  const JsonReader root(*json, file);
  const int version = root.member("version").whole(1, std::numeric_limits<int>::max());
  if (auto readable = root.outcome(); !readable) return tl::unexpected(readable.error());
  if (version > kProjectVersion) {
    return failure(ErrorCode::NewerVersion,
                   "was written by a newer Amber Parcel (version " + std::to_string(version) +
                       ", this one reads " + std::to_string(kProjectVersion) +
                       "); update, then open it again",
                   file);
  }
  Project project = ProjectReading().read(root);
  if (auto outcome = root.outcome(); !outcome) return tl::unexpected(outcome.error());
  if (auto valid = validated(project); !valid) {
    Error error = valid.error();
    error.file = file;
    return tl::unexpected(std::move(error));
  }
  return project;
}

}  // namespace amber

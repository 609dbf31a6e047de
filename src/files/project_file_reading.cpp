// The reading half of project_file.h.
#include <charconv>
#include <limits>
#include <set>

#include "core/cut/cut_rects.h"
#include "core/cut/grid.h"
#include "core/geometry/tolerances.h"
#include "core/origin/anchor.h"
#include "files/cut_json.h"
#include "files/geometry_json.h"
#include "files/json_text.h"
#include "files/project_file.h"
#include "files/recipe_json.h"
#include "files/words.h"

namespace amber {
namespace {

constexpr std::size_t kMostRoles = 1000;

// Reads what the file holds and refuses ids that are used twice or lead nowhere.
class ProjectReading {
 public:
  Project read(const JsonReader& root) {
    project_.name = root.member("name").text();
    readSettings(root);
    for (const JsonReader& from : root.member("sheets").elements()) readSheet(from);
    for (const JsonReader& from : root.member("assets").elements()) readAsset(from);
    const std::uint32_t next = root.member("nextId").bits();
    if (!root.failed() && (next <= lastId_ || next == 0)) {
      root.member("nextId").fail(ErrorCode::BadValue, "must be larger than every id in the file");
    }
    project_.nextId = next;
    return std::move(project_);
  }

 private:
  void readSettings(const JsonReader& root) {
    const JsonReader naming = root.member("naming");
    project_.naming = {naming.member("digits").whole(1, 6),
                       naming.member("firstNumber").whole(0, 1)};
    const JsonReader pack = root.member("pack");
    project_.profile = {pack.member("pageSide").whole(64, kLongestImageSide),
                        pack.member("trim").truth(), pack.member("padding").whole(0, 64),
                        pack.member("extrusion").whole(0, 16)};
    if (const auto points = pack.optionalMember("polygonPoints")) {
      project_.profile.polygonPoints = points->whole(3, kMostPolygonPoints);
    }
    if (const auto origins = root.optionalMember("origins")) {
      project_.origins = {origins->member("drift").within(0, 1024),
                          origins->member("whole").truth()};
    }
    for (const JsonReader& from : root.member("layers").elements(32)) {
      project_.layers.push_back(from.text());
    }
    for (const JsonReader& from : root.member("roles").elements(kMostRoles)) readRole(from);
    for (const JsonReader& from : root.member("kinds").elements(1000)) readKind(from);
  }

  void readRole(const JsonReader& from) {
    if (from.failed()) return;
    Role role{from.member("name").text(), static_cast<Duty>(from.member("duty").choice(kDutyWords)),
              from.member("on").bits(), from.member("seeks").bits()};
    if (const auto recipe = from.optionalMember("recipe")) role.recipe = readRecipe(*recipe);
    if (const auto air = from.optionalMember("mostAir")) role.mostAir = air->within(0, 1);
    if (const auto bare = from.optionalMember("mostBareInk")) {
      role.mostBareInk = bare->within(0, 1);
    }
    if (!from.failed() && findRole(project_, role.name) != nullptr) {
      from.member("name").fail(ErrorCode::BadValue, "two roles are called " + role.name);
    }
    project_.roles.push_back(std::move(role));
  }

  void readKind(const JsonReader& from) {
    if (from.failed()) return;
    Kind kind{from.member("name").text(), from.member("prefix").text(),
              readMotion(from.member("motion")), readRule(from.member("origin"))};
    if (!from.failed() && kind.origin.hasFrame()) {
      from.member("origin").fail(ErrorCode::BadValue, "a kind's rule looks at no frame");
    }
    if (const auto shapes = from.optionalMember("shapes")) {
      for (const JsonReader& part : shapes->elements(kMostRoles)) {
        kind.shapes.push_back({part.member("role").text(), readRecipe(part.member("recipe"))});
        if (!part.failed() && findRole(project_, kind.shapes.back().role) == nullptr) {
          part.member("role").fail(ErrorCode::BadValue, "the project has no role of this name");
        }
        if (part.failed()) return;
      }
    }
    project_.kinds.push_back(std::move(kind));
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

  std::uint32_t readId(const JsonReader& owner) {
    const JsonReader from = owner.member("id");
    const std::uint32_t id = from.bits();
    if (!from.failed() && (id == 0 || !ids_.insert(id).second)) {
      from.fail(ErrorCode::BadValue, "the id " + std::to_string(id) + " is used twice, or is 0");
    }
    lastId_ = std::max(lastId_, id);
    return id;
  }

  void readSheet(const JsonReader& from) {
    if (from.failed()) return;
    Sheet sheet;
    sheet.id = {readId(from)};
    sheet.path = from.member("path").text();
    if (!from.failed() && !staysInFolder(sheet.path)) {
      from.member("path").fail(ErrorCode::PathLeavesFolder,
                               "\"" + sheet.path +
                                   "\" leaves the project's folder; copy the image into it and "
                                   "use a relative path");
    }
    sheet.hash = from.member("hash").text(80);
    sheet.size = readSize(from.member("size"));
    if (const auto turns = from.optionalMember("turns")) {
      sheet.orientation.quarterTurns = turns->whole(0, 3);
    }
    if (const auto mirror = from.optionalMember("mirror")) {
      const std::size_t way = mirror->choice(kMirrorWords);
      sheet.orientation.mirrorX = way == 1;
      sheet.orientation.mirrorY = way == 2;
    }
    if (const auto pictures = from.optionalMember("pictures")) {
      sheet.pictures = readPictures(*pictures);
    }
    sheet.ink.faint = from.member("faint").whole(1, 255);
    sheet.ink.firm = from.member("firm").whole(1, 255);
    if (const auto key = from.optionalMember("key")) sheet.ink.key = readKey(*key);
    if (const auto cut = from.optionalMember("cut")) sheet.cut = readCut(*cut, sheet.size);
    project_.sheets.emplace_back(std::move(sheet));
  }

  static KeyColour readKey(const JsonReader& from) {
    const auto rgb = from.member("colour").exactly(3, "[red, green, blue], each 0 to 255");
    KeyColour key;
    if (rgb.empty()) return key;
    key.r = static_cast<std::uint8_t>(rgb[0].whole(0, 255));
    key.g = static_cast<std::uint8_t>(rgb[1].whole(0, 255));
    key.b = static_cast<std::uint8_t>(rgb[2].whole(0, 255));
    key.tolerance = from.member("tolerance").whole(0, 255);
    key.reach = static_cast<KeyReach>(from.member("reach").choice(kReachWords));
    return key;
  }

  static SheetPictures readPictures(const JsonReader& from) {
    SheetPictures pictures{readSize(from.member("size")), {}};
    for (const JsonReader& time : from.member("timesMs").elements(kMostCells)) {
      pictures.timesMs.push_back(time.whole(1, 60000));
    }
    return pictures;
  }

  static Cut readCut(const JsonReader& from, PixelSize sheet) {
    Cut cut{readWay(from), {}};
    if (const auto regions = from.optionalMember("regions")) {
      for (const JsonReader& region : regions->elements(kMostRegions)) {
        cut.regions.push_back({readRect(region.member("area")), readWay(region)});
      }
    }
    if (from.failed()) return cut;
    if (const auto sound = checkedCut(cut, sheet); !sound) {
      from.fail(ErrorCode::BadValue, sound.error().sentence);
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

  void readAsset(const JsonReader& from) {
    if (from.failed()) return;
    Asset asset;
    asset.id = {readId(from)};
    asset.name = from.member("name").text();
    asset.kind = from.member("kind").text();
    if (!from.failed() && findKind(project_, asset.kind) == nullptr) {
      from.member("kind").fail(ErrorCode::BadValue, "the project has no kind of this name");
    }
    asset.motion = readMotion(from.member("motion"));
    asset.scale = from.member("scale").number();
    if (!from.failed() && !(asset.scale > 0 && asset.scale <= 1000)) {
      from.member("scale").fail(ErrorCode::BadValue, "must be above 0 and at most 1000");
    }
    for (const JsonReader& part : from.member("frames").elements()) {
      if (part.failed()) return;
      asset.frames.push_back(readFrame(part));
    }
    std::set<FrameId> frames;
    for (const Frame& frame : asset.frames) frames.insert(frame.id);
    for (const Frame& frame : asset.frames) {
      if (!from.failed() && frame.originRule.hasFrame() &&
          frames.count(frame.originRule.frame) == 0) {
        from.fail(ErrorCode::BadValue, "the origin rule of " + frame.name +
                                           " looks at a frame that the asset does not have");
      }
    }
    for (const JsonReader& part : from.member("animations").elements()) {
      if (part.failed()) return;
      asset.animations.push_back(readAnimation(part, frames));
    }
    project_.assets.emplace_back(std::move(asset));
  }

  Frame readFrame(const JsonReader& from) {
    Frame frame;
    frame.id = {readId(from)};
    frame.name = from.member("name").text();
    frame.sheet = {from.member("sheet").bits()};
    const Sheet* sheet = findSheet(project_, frame.sheet);
    if (!from.failed() && sheet == nullptr) {
      from.member("sheet").fail(ErrorCode::BadValue, "the project has no sheet of this id");
    }
    frame.rect = readRect(from.member("rect"));
    if (const auto lost = from.optionalMember("lost")) frame.lost = lost->truth();
    if (!from.failed() && frame.rect.empty()) {
      from.member("rect").fail(ErrorCode::BadValue, "is empty");
    }
    if (!from.failed() && !frame.lost &&
        !within(frame.rect, {0, 0, sheet->size.w, sheet->size.h})) {
      from.member("rect").fail(ErrorCode::BadValue, "leaves its sheet");
    }
    frame.origin = readPoint(from.member("origin"));
    frame.originRule = readRule(from.member("originRule"));
    if (const auto mounts = from.optionalMember("mounts")) frame.mounts = readMounts(*mounts);
    if (const auto look = from.optionalMember("look")) frame.look = readLook(*look);
    for (const JsonReader& part : from.member("shapes").elements(1000)) {
      if (part.failed()) break;
      frame.shapes.push_back(readFrameShape(part, frame));
    }
    return frame;
  }

  FrameShape readFrameShape(const JsonReader& from, const Frame& frame) const {
    FrameShape shape{from.member("role").text(),
                     readShape(from.member("geometry"), frame.rect.size(), {0, 0}), std::nullopt};
    if (const auto recipe = from.optionalMember("recipe")) {
      shape.recipe = readRecipe(*recipe);
    } else if (const auto source = from.optionalMember("source")) {
      // Projects of before there were recipes: a snug box, or by hand.
      const std::array<std::string_view, 2> words = {"snug", "hand"};
      if (source->choice(words) == 0) shape.recipe = Recipe{};
    }
    if (const auto ink = from.optionalMember("ink")) shape.ink = readLook(*ink);
    if (!from.failed() && findRole(project_, shape.role) == nullptr) {
      from.member("role").fail(ErrorCode::BadValue, "the project has no role of this name");
    }
    if (!from.failed() && findShape(frame, shape.role) != nullptr) {
      from.member("role").fail(ErrorCode::BadValue, "the frame has two shapes of this role");
    }
    return shape;
  }

  Animation readAnimation(const JsonReader& from, const std::set<FrameId>& frames) {
    Animation animation;
    animation.id = {readId(from)};
    animation.name = from.member("name").text();
    animation.loop = static_cast<LoopMode>(from.member("loop").choice(kLoopWords));
    const auto steps = from.member("frames").elements();
    const auto durations = from.member("durationsMs").elements();
    if (!from.failed() && (steps.empty() || steps.size() != durations.size())) {
      from.fail(ErrorCode::BadValue, "needs at least one frame, and as many durations as frames");
    }
    if (from.failed()) return animation;
    for (std::size_t i = 0; i < steps.size(); ++i) {
      const FrameId id{steps[i].bits()};
      if (frames.count(id) == 0) {
        steps[i].fail(ErrorCode::BadValue, "the asset has no frame of this id");
      }
      animation.steps.push_back({id, durations[i].whole(1, 60000)});
    }
    return animation;
  }

  Project project_;
  std::set<std::uint32_t> ids_;
  std::uint32_t lastId_ = 0;
};

}  // namespace

bool staysInFolder(std::string_view path) {
  if (path.empty() || path.front() == '/' || path.find('\\') != std::string_view::npos ||
      path.find('\0') != std::string_view::npos) {
    return false;
  }
  std::size_t start = 0;
  while (start <= path.size()) {
    const std::size_t end = std::min(path.find('/', start), path.size());
    const std::string_view part = path.substr(start, end - start);
    if (part.empty() || part == "." || part == "..") return false;
    start = end + 1;
  }
  return true;
}

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
  return project;
}

}  // namespace amber

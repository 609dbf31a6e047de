#include "core/project/valid_project.h"

#include <algorithm>
#include <unordered_map>
#include <unordered_set>

#include "core/base/exact_number.h"
#include "core/base/snake_case.h"
#include "core/base/utf8.h"
#include "core/project/ranges.h"
#include "core/project/sound_course.h"
#include "core/project/sound_cut.h"
#include "core/project/sound_profile.h"
#include "core/project/sound_recipe.h"

namespace amber {
namespace {

using Sound = Result<void>;

Sound wrong(const std::string& place, const std::string& sentence,
            ErrorCode code = ErrorCode::BadValue) {
  return failure(code, sentence, {}, place);
}

// The fault with where it lies put in front of its place; nothing where there is none.
Sound in(const std::string& owner, Sound sound) {
  if (sound) return sound;
  std::string& place = sound.error().place;
  place = place.empty() ? owner : owner + (place.front() == '[' ? "" : ".") + place;
  return sound;
}

Sound in(const char* list, std::size_t index, Sound sound) {
  if (sound) return sound;
  return in(list + ("[" + std::to_string(index) + "]"), std::move(sound));
}

// The fault with the name of what has it put in front of its sentence.
Sound of(const std::string& name, Sound sound) {
  if (!sound && isUtf8(name) && !name.empty()) {
    sound.error().sentence = name + ": " + sound.error().sentence;
  }
  return sound;
}

template <class Number>
Sound held(const Range<Number>& range, Number value, const char* place) {
  if (range.holds(value)) return {};
  return wrong(place, "must be " + exactNumber(static_cast<double>(range.least)) + " to " +
                          exactNumber(static_cast<double>(range.most)));
}

Sound soundText(std::string_view text, const char* place, std::size_t longest = kLongestText) {
  if (text.size() > longest) {
    return wrong(place, "is longer than " + std::to_string(longest) + " bytes");
  }
  if (!isUtf8(text)) return wrong(place, "holds bytes that are no text in UTF-8");
  return {};
}

Sound soundPoint(const FramePoint& point, const char* place) {
  if (kPlaceRange.holds(point.x) && kPlaceRange.holds(point.y)) return {};
  return wrong(place, "lies more than 32768 px away, or nowhere");
}

Sound soundCount(std::size_t count, std::size_t most, const char* place) {
  if (count <= most) return {};
  return wrong(place, "holds more than " + std::to_string(most) + " elements");
}

Sound firstOf(std::initializer_list<Sound> all) {
  for (const Sound& sound : all) {
    if (!sound) return sound;
  }
  return {};
}

// Looks at one project; what it shares with a valid one is passed over.
class Validation {
 public:
  Validation(const Project& project, const Project* before) : project_(project), before_(before) {
    for (const auto& sheet : project.sheets) sheets_.emplace(sheet->id, &*sheet);
    for (const Role& role : project.roles) roles_.insert(role.name);
    for (const Kind& kind : project.kinds) kinds_.insert(kind.name);
    if (before != nullptr) shareWith(*before);
  }

  Sound run() const {
    if (auto sound = settings(); !sound) return sound;
    if (auto sound = ids(); !sound) return sound;
    if (auto sound = soundVariants(); !sound) return sound;
    for (std::size_t i = 0; i < project_.sheets.size(); ++i) {
      const auto& sheet = project_.sheets[i];
      if (shared_.count(&*sheet) != 0) continue;
      if (auto sound = of(sheet->path, in("sheets", i, soundSheet(*sheet))); !sound) return sound;
    }
    for (std::size_t i = 0; i < project_.assets.size(); ++i) {
      const auto& asset = project_.assets[i];
      if (shared_.count(&*asset) != 0) continue;
      if (auto sound = of(asset->name, in("assets", i, soundAsset(*asset))); !sound) return sound;
    }
    return {};
  }

 private:
  // A shared asset is sound if what it names has not changed: the sheets it shows, roles and kinds.
  void shareWith(const Project& before) {
    std::unordered_set<SheetId> changed;
    std::unordered_map<SheetId, const Sheet*> old;
    for (const auto& sheet : before.sheets) old.emplace(sheet->id, &*sheet);
    for (const auto& sheet : project_.sheets) {
      const auto found = old.find(sheet->id);
      if (found != old.end() && found->second == &*sheet) {
        shared_.insert(&*sheet);
        old.erase(found);
      } else {
        changed.insert(sheet->id);
      }
    }
    for (const auto& [id, gone] : old) changed.insert(id);
    if (before.roles != project_.roles || before.kinds != project_.kinds || !changed.empty()) {
      return;
    }
    for (const auto& asset : before.assets) shared_.insert(&*asset);
  }

  Sound settings() const {
    if (auto sound = firstOf(
            {soundText(project_.name, "name"),
             in("naming", held(kDigitsRange, project_.naming.digits, "digits")),
             in("naming", held(kFirstNumberRange, project_.naming.firstNumber, "firstNumber")),
             in("naming", held(kLongestNameRange, project_.naming.longest, "longest")),
             in("naming", soundNaming()), soundProfiles(),
             in("origins", held(kDriftRange, project_.origins.drift, "drift")),
             soundCount(project_.layers.size(), kMostLayers, "layers"),
             soundCount(project_.roles.size(), kMostRoles, "roles"),
             soundCount(project_.kinds.size(), kMostKinds, "kinds"),
             soundCount(project_.expectations.size(), kMostExpectations, "expectations"),
             soundCount(project_.courses.size(), kMostCourses, "courses"), soundConflicts(),
             in("code", soundCode()),
             in("trial", held(kShareRange, project_.trial.phantom.value_or(0), "phantom")),
             in("trial", held(kShareRange, project_.trial.missed.value_or(0), "missed")),
             in("trial", held(kGapWishRange, project_.trial.gap.value_or(0), "gap")),
             soundCount(project_.sheets.size(), kMostThings, "sheets"),
             soundCount(project_.assets.size(), kMostThings, "assets")});
        !sound) {
      return sound;
    }
    if (auto sound = soundLayers(); !sound) return sound;
    if (auto sound = soundRoles(); !sound) return sound;
    if (auto sound = soundKinds(); !sound) return sound;
    for (std::size_t i = 0; i < project_.expectations.size(); ++i) {
      const Expectation& one = project_.expectations[i];
      Sound sound = firstOf({in("who", soundPhrase(one.who)), in("whom", soundPhrase(one.whom))});
      if (!sound) return in("expectations", i, std::move(sound));
    }
    return soundCourses();
  }

  Sound soundCourses() const {
    std::unordered_set<std::string_view> names;
    for (std::size_t i = 0; i < project_.courses.size(); ++i) {
      const Course& course = project_.courses[i];
      Sound sound = firstOf({soundText(course.name, "name"), validated(course)});
      if (sound && !names.insert(course.name).second) {
        sound = wrong("name", "two courses are called " + course.name);
      }
      for (const CourseSolid& solid : course.solids) {
        const auto* standing = std::get_if<StandingAsset>(&solid);
        if (sound && standing != nullptr) sound = soundText(standing->asset, "asset");
      }
      for (const CourseActor& actor : course.actors) {
        if (sound) sound = soundText(actor.asset, "asset");
      }
      for (const CourseDemand& demand : course.mustPass) {
        if (sound) sound = soundText(demand.asset, "mustPass");
        if (sound) sound = soundText(demand.script, "mustPass");
      }
      if (!sound) return in("courses", i, std::move(sound));
    }
    return {};
  }

  // Each part at most once, plain words apart, and what makes a name one is there.
  Sound soundParts(const std::vector<NamePart>& parts, const char* key, NamePartKind needed,
                   std::initializer_list<NamePartKind> allowed) const {
    if (parts.size() > kMostNameParts) return wrong(key, "a name has too many parts");
    bool found = false;
    for (std::size_t i = 0; i < parts.size(); ++i) {
      const NamePart& part = parts[i];
      found = found || part.kind == needed;
      if (part.kind == NamePartKind::Word) {
        Sound sound = isSnakeCase(part.word) && part.word.size() < 64
                          ? Sound{}
                          : wrong("", "a word of a name is small letters, digits and underscores");
        if (!sound) return in(key, i, std::move(sound));
        continue;
      }
      const bool known = std::find(allowed.begin(), allowed.end(), part.kind) != allowed.end();
      const bool again = std::count(parts.begin(), parts.end(), part) > 1;
      if (!known || again)
        return in(key, i, wrong("", "a part that is not of this name, or twice"));
    }
    return found ? Sound{} : wrong(key, "the part that tells names apart is missing");
  }

  Sound soundNaming() const {
    using Kind = NamePartKind;
    const NamingRule& rule = project_.naming;
    if (auto sound = soundParts(rule.asset, "asset", Kind::Name, {Kind::Prefix, Kind::Name});
        !sound) {
      return sound;
    }
    if (auto sound = soundParts(rule.frame, "frame", Kind::Number,
                                {Kind::Asset, Kind::Animation, Kind::Number});
        !sound) {
      return sound;
    }
    return risingLanguages(rule.languages)
               ? Sound{}
               : wrong("languages", "a language twice, or out of order");
  }

  Sound soundProfiles() const {
    if (project_.profiles.empty()) return wrong("pack", "a project has at least one pack profile");
    if (auto sound = soundCount(project_.profiles.size(), kMostProfiles, "profiles"); !sound) {
      return sound;
    }
    std::unordered_set<std::string_view> names;
    for (std::size_t i = 0; i < project_.profiles.size(); ++i) {
      const PackProfile& profile = project_.profiles[i];
      Sound sound = validated(profile);
      if (sound && !names.insert(profile.name).second) {
        sound = wrong("name", "two pack profiles are called " + profile.name);
      }
      // The file holds the first one by itself.
      if (!sound) return i == 0 ? in("pack", sound) : in("profiles", i - 1, std::move(sound));
    }
    return {};
  }

  Sound soundConflicts() const {
    if (auto sound = soundCount(project_.conflicts.size(), kMostConflicts, "conflicts"); !sound) {
      return sound;
    }
    for (std::size_t i = 0; i < project_.conflicts.size(); ++i) {
      const MergeConflict& one = project_.conflicts[i];
      Sound sound =
          firstOf({soundText(one.place, "place"), soundText(one.ours, "ours", kLongestConflict),
                   soundText(one.theirs, "theirs", kLongestConflict)});
      if (!sound) return in("conflicts", i, std::move(sound));
    }
    return {};
  }

  Sound soundCode() const {
    for (const auto* list : {&project_.code.folders, &project_.code.ignored}) {
      const char* key = list == &project_.code.folders ? "folders" : "ignored";
      if (auto sound = soundCount(list->size(), kMostCodeFolders, key); !sound) return sound;
      for (std::size_t i = 0; i < list->size(); ++i) {
        if (auto sound = soundText((*list)[i], ""); !sound) return in(key, i, std::move(sound));
      }
    }
    return {};
  }

  Sound soundLayers() const {
    std::unordered_set<std::string_view> names;
    for (std::size_t i = 0; i < project_.layers.size(); ++i) {
      const std::string& name = project_.layers[i];
      Sound sound = soundText(name, "");
      if (sound && !names.insert(name).second) sound = wrong("", "two layers are called " + name);
      if (!sound) return in("layers", i, std::move(sound));
    }
    return {};
  }

  // What a phrase names need not be there: then it means nobody.
  static Sound soundPhrase(const Phrase& phrase) {
    if (phrase.name.empty() != (phrase.of == PhraseOf::All)) {
      return wrong("name", "names an asset, kind or layer, and nothing where all are meant");
    }
    return firstOf({soundText(phrase.name, "name"), soundText(phrase.role, "role")});
  }

  Sound soundSettings(const std::vector<RoleSetting>& settings) const {
    std::unordered_set<std::string_view> seen;
    for (std::size_t i = 0; i < settings.size(); ++i) {
      const RoleSetting& one = settings[i];
      Sound sound;
      if (roles_.count(one.role) == 0)
        sound = wrong("role", "the project has no role of this name");
      if (sound && !seen.insert(one.role).second) {
        sound = wrong("role", "there are two settings of the role " + one.role);
      }
      if (!sound) return in("settings", i, std::move(sound));
    }
    return {};
  }

  Sound soundRoles() const {
    std::unordered_set<std::string_view> names;
    for (std::size_t i = 0; i < project_.roles.size(); ++i) {
      const Role& role = project_.roles[i];
      Sound sound = firstOf({soundText(role.name, "name"), in("recipe", validated(role.recipe)),
                             held(kShareRange, role.mostAir, "mostAir"),
                             held(kShareRange, role.mostBareInk, "mostBareInk")});
      if (sound && !names.insert(role.name).second) {
        sound = wrong("name", "two roles are called " + role.name);
      }
      if (!sound) return of(role.name, in("roles", i, std::move(sound)));
    }
    return {};
  }

  Sound soundKinds() const {
    std::unordered_set<std::string_view> names;
    for (std::size_t i = 0; i < project_.kinds.size(); ++i) {
      const Kind& kind = project_.kinds[i];
      Sound sound = firstOf({soundText(kind.name, "name"), soundText(kind.prefix, "prefix"),
                             soundCount(kind.shapes.size(), kMostRoles, "shapes")});
      if (sound && kind.origin.hasFrame()) {
        sound = wrong("origin", "a kind's rule looks at no frame");
      }
      if (sound && !names.insert(kind.name).second) {
        sound = wrong("name", "two kinds are called " + kind.name);
      }
      if (sound) sound = soundStanding(kind);
      if (sound) sound = soundSettings(kind.settings);
      if (!sound) return of(kind.name, in("kinds", i, std::move(sound)));
    }
    return {};
  }

  Sound soundStanding(const Kind& kind) const {
    std::unordered_set<std::string_view> seen;
    for (std::size_t i = 0; i < kind.shapes.size(); ++i) {
      const RoleRecipe& one = kind.shapes[i];
      Sound sound = in("recipe", validated(one.recipe));
      if (sound && roles_.count(one.role) == 0) {
        sound = wrong("role", "the project has no role of this name");
      }
      if (sound && !seen.insert(one.role).second) {
        sound = wrong("role", "the kind has two recipes for the role " + one.role);
      }
      if (!sound) return in("shapes", i, std::move(sound));
    }
    return {};
  }

  // Every id is above 0, used once, and below nextId. Where no thing that is not shared has ids
  // other than before, what was sound then is so now.
  Sound ids() const {
    if (before_ != nullptr && sameIds()) return {};
    std::unordered_set<std::uint32_t> seen;
    std::uint32_t last = 0;
    const auto take = [&](std::uint32_t id) -> Sound {
      last = std::max(last, id);
      if (id != 0 && seen.insert(id).second) return {};
      return wrong("id", "the id " + std::to_string(id) + " is used twice, or is 0");
    };
    for (std::size_t i = 0; i < project_.sheets.size(); ++i) {
      if (auto sound = in("sheets", i, take(project_.sheets[i]->id.value)); !sound) return sound;
    }
    for (std::size_t i = 0; i < project_.assets.size(); ++i) {
      if (auto sound = in("assets", i, idsOf(*project_.assets[i], take)); !sound) return sound;
    }
    if (project_.nextId > last) return {};
    return wrong("nextId", "must be larger than every id in the file");
  }

  template <class Take>
  static Sound idsOf(const Asset& asset, const Take& take) {
    if (auto sound = take(asset.id.value); !sound) return sound;
    for (std::size_t i = 0; i < asset.frames.size(); ++i) {
      if (auto sound = in("frames", i, take(asset.frames[i].id.value)); !sound) return sound;
    }
    for (std::size_t i = 0; i < asset.animations.size(); ++i) {
      if (auto sound = in("animations", i, take(asset.animations[i].id.value)); !sound) {
        return sound;
      }
    }
    return {};
  }

  bool sameIds() const {
    const auto same = [](const auto& a, const auto& b) {
      return std::equal(a.begin(), a.end(), b.begin(), b.end(),
                        [](const auto& x, const auto& y) { return x.id == y.id; });
    };
    if (project_.nextId < before_->nextId || project_.sheets.size() != before_->sheets.size() ||
        project_.assets.size() != before_->assets.size()) {
      return false;
    }
    for (std::size_t i = 0; i < project_.sheets.size(); ++i) {
      if (project_.sheets[i]->id != before_->sheets[i]->id) return false;
    }
    for (std::size_t i = 0; i < project_.assets.size(); ++i) {
      const auto& now = project_.assets[i];
      const auto& then = before_->assets[i];
      if (!now.sameAs(then) && !(now->id == then->id && same(now->frames, then->frames) &&
                                 same(now->animations, then->animations))) {
        return false;
      }
    }
    return true;
  }

  static Sound soundSheet(const Sheet& sheet) {
    if (auto sound =
            firstOf({soundText(sheet.path, "path"), soundText(sheet.hash, "hash", kLongestHash),
                     held(kSideRange, sheet.size.w, "size"), held(kSideRange, sheet.size.h, "size"),
                     held(kTurnsRange, sheet.orientation.quarterTurns, "turns"),
                     held(kAlphaRange, sheet.ink.faint, "faint"),
                     held(kAlphaRange, sheet.ink.firm, "firm")});
        !sound) {
      return sound;
    }
    if (!staysInFolder(sheet.path)) {
      return wrong("path",
                   "\"" + sheet.path +
                       "\" leaves the project's folder; copy the image into it and use a relative "
                       "path",
                   ErrorCode::PathLeavesFolder);
    }
    if (sheet.orientation.mirrorX && sheet.orientation.mirrorY) {
      return wrong("mirror", "a sheet is mirrored one way; both ways are two quarter turns");
    }
    if (sheet.ink.key) {
      if (auto sound = in("key", held(kByteRange, sheet.ink.key->tolerance, "tolerance")); !sound) {
        return sound;
      }
    }
    if (sheet.pictures) {
      if (auto sound = in("pictures", soundPictures(*sheet.pictures)); !sound) return sound;
    }
    return sheet.cut ? in("cut", checkedCut(*sheet.cut, sheet.size)) : Sound{};
  }

  static Sound soundPictures(const SheetPictures& pictures) {
    for (const int time : pictures.timesMs) {
      if (auto sound = held(kDurationRange, time, "timesMs"); !sound) return sound;
    }
    return firstOf({soundCount(pictures.timesMs.size(), kMostCells, "timesMs"),
                    held(kSideRange, pictures.size.w, "size"),
                    held(kSideRange, pictures.size.h, "size")});
  }

  Sound soundVariants() const {
    const auto follows = [](const SharedValue<Asset>& asset) { return bool(asset->variantOf); };
    if (std::none_of(project_.assets.begin(), project_.assets.end(), follows)) return {};
    std::unordered_map<AssetId, const Asset*> assets;
    for (const auto& asset : project_.assets) assets.emplace(asset->id, &*asset);
    for (std::size_t i = 0; i < project_.assets.size(); ++i) {
      const Asset& asset = *project_.assets[i];
      if (!asset.variantOf) continue;
      const auto first = assets.find(asset.variantOf);
      if (first != assets.end() && !first->second->variantOf && first->second != &asset) continue;
      return of(asset.name, in("assets", i,
                               wrong("variantOf",
                                     "is a variant of no asset of the project, or of "
                                     "one that is a variant itself")));
    }
    return {};
  }

  Sound soundAsset(const Asset& asset) const {
    if (auto sound = firstOf({soundText(asset.name, "name"), soundText(asset.kind, "kind"),
                              soundCount(asset.frames.size(), kMostThings, "frames"),
                              soundCount(asset.animations.size(), kMostThings, "animations")});
        !sound) {
      return sound;
    }
    if (kinds_.count(asset.kind) == 0) {
      return wrong("kind", "the project has no kind of the name " + asset.kind);
    }
    if (!(asset.scale > 0 && asset.scale <= kLargestScale)) {
      return wrong("scale", "must be above 0 and at most 1000");
    }
    if (auto sound = soundSettings(asset.settings); !sound) return sound;
    std::unordered_set<FrameId> frames;
    for (const Frame& frame : asset.frames) frames.insert(frame.id);
    for (std::size_t i = 0; i < asset.frames.size(); ++i) {
      const Frame& frame = asset.frames[i];
      if (auto sound = of(frame.name, in("frames", i, soundFrame(frame, frames))); !sound) {
        return sound;
      }
    }
    for (std::size_t i = 0; i < asset.animations.size(); ++i) {
      const Animation& one = asset.animations[i];
      if (auto sound = of(one.name, in("animations", i, soundAnimation(one, frames))); !sound) {
        return sound;
      }
    }
    return {};
  }

  Sound soundFrame(const Frame& frame, const std::unordered_set<FrameId>& frames) const {
    if (auto sound = firstOf({soundText(frame.name, "name"), soundPlace(frame),
                              soundPoint(frame.origin, "origin"),
                              soundCount(frame.mounts.size(), kMostMounts, "mounts"),
                              soundCount(frame.shapes.size(), kMostRoles, "shapes")});
        !sound) {
      return sound;
    }
    if (frame.originRule.hasFrame() && frames.count(frame.originRule.frame) == 0) {
      return wrong("originRule", "the origin rule looks at a frame that the asset does not have");
    }
    if (auto sound = soundMounts(frame); !sound) return sound;
    std::unordered_set<std::string_view> roles;
    for (std::size_t i = 0; i < frame.shapes.size(); ++i) {
      const FrameShape& shape = frame.shapes[i];
      Sound sound = soundShape(shape, frame);
      if (sound && !roles.insert(shape.role).second) {
        sound = wrong("role", "the frame has two shapes of the role " + shape.role);
      }
      if (!sound) return in("shapes", i, std::move(sound));
    }
    return {};
  }

  static Sound soundMounts(const Frame& frame) {
    std::unordered_set<std::string_view> names;
    for (const Mount& mount : frame.mounts) {
      if (!isMountName(mount.name)) {
        return wrong("mounts", "\"" + mount.name + "\" is no name for a mount");
      }
      if (auto sound = in("mounts", soundPoint(mount.at, mount.name.c_str())); !sound) return sound;
      if (!names.insert(mount.name).second) {
        return wrong("mounts", "the frame has two mounts called " + mount.name);
      }
    }
    return {};
  }

  Sound soundPlace(const Frame& frame) const {
    const auto sheet = sheets_.find(frame.sheet);
    if (sheet == sheets_.end()) return wrong("sheet", "the project has no sheet of this id");
    const PixelRect& rect = frame.rect;
    if (!kSideRange.holds(rect.x) || !kSideRange.holds(rect.y) || !kFrameSideRange.holds(rect.w) ||
        !kFrameSideRange.holds(rect.h)) {
      return wrong("rect", "is empty, or no rectangle of a sheet");
    }
    const PixelSize size = sheet->second->size;
    if (!frame.lost && !within(rect, {0, 0, size.w, size.h})) {
      return wrong("rect", "leaves its sheet");
    }
    return {};
  }

  Sound soundShape(const FrameShape& shape, const Frame& frame) const {
    if (roles_.count(shape.role) == 0) {
      return wrong("role", "the project has no role of the name " + shape.role);
    }
    if (auto sound = in("geometry", validated(shape.geometry, frame.rect.size())); !sound) {
      return sound;
    }
    return shape.recipe ? in("recipe", validated(*shape.recipe)) : Sound{};
  }

  static Sound soundAnimation(const Animation& animation,
                              const std::unordered_set<FrameId>& frames) {
    if (auto sound = firstOf({soundText(animation.name, "name"),
                              soundCount(animation.steps.size(), kMostThings, "frames")});
        !sound) {
      return sound;
    }
    if (animation.steps.empty()) return wrong("frames", "an animation needs at least one frame");
    for (std::size_t i = 0; i < animation.steps.size(); ++i) {
      const Step& step = animation.steps[i];
      if (frames.count(step.frame) == 0) {
        return in("frames", i, wrong("", "the asset has no frame of this id"));
      }
      if (!kDurationRange.holds(step.durationMs)) {
        return in("durationsMs", i, held(kDurationRange, step.durationMs, ""));
      }
    }
    return {};
  }

  const Project& project_;
  const Project* before_;
  std::unordered_map<SheetId, const Sheet*> sheets_;
  std::unordered_set<std::string_view> roles_;
  std::unordered_set<std::string_view> kinds_;
  std::unordered_set<const void*> shared_;
};

}  // namespace

Result<void> validated(const Project& project) {
  return Validation(project, nullptr).run();
}

Result<void> validatedAfter(const Project& before, const Project& after) {
  return Validation(after, &before).run();
}

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

bool isMountName(std::string_view name) {
  return !name.empty() && name.size() <= kLongestMountName && isSnakeCase(name);
}

}  // namespace amber

#include "core/project/sound/sound_settings.h"

#include <algorithm>

#include "core/base/snake_case.h"
#include "core/project/sound/sound.h"
#include "core/project/sound/sound_course.h"
#include "core/project/sound/sound_profile.h"
#include "core/project/sound/sound_recipe.h"

namespace amber {

using namespace sound;

namespace {

class SettingsValidation {
 public:
  explicit SettingsValidation(const Project& project) : project_(project) {
    for (const Role& role : project.roles) roles_.insert(role.name);
  }

  Sound run() const {
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

 private:
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
      if (sound) sound = soundRoleSettings(kind.settings, roles_);
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

  const Project& project_;
  std::unordered_set<std::string_view> roles_;
};

}  // namespace

Result<void> soundRoleSettings(const std::vector<RoleSetting>& settings,
                               const std::unordered_set<std::string_view>& roles) {
  std::unordered_set<std::string_view> seen;
  for (std::size_t i = 0; i < settings.size(); ++i) {
    const RoleSetting& one = settings[i];
    Sound sound;
    if (roles.count(one.role) == 0) sound = wrong("role", "the project has no role of this name");
    if (sound && !seen.insert(one.role).second) {
      sound = wrong("role", "there are two settings of the role " + one.role);
    }
    if (!sound) return in("settings", i, std::move(sound));
  }
  return {};
}

Result<void> soundSettings(const Project& project) {
  return SettingsValidation(project).run();
}

}  // namespace amber

#include "core/project/validation/valid_settings.h"

#include <algorithm>

#include "core/base/snake_case.h"
#include "core/project/validation/valid_course.h"
#include "core/project/validation/valid_profile.h"
#include "core/project/validation/valid_recipe.h"
#include "core/project/validation/validation.h"

namespace amber {

using namespace validation;

namespace {

class SettingsValidation {
 public:
  explicit SettingsValidation(const ProjectSettings& settings) : settings_(settings) {
    for (const Role& role : settings.roles) roles_.insert(role.name);
  }

  Validity run() const {
    if (auto valid = firstOf(
            {validText(settings_.name, "name"),
             in("naming", held(kDigitsRange, settings_.naming.digits, "digits")),
             in("naming", held(kFirstNumberRange, settings_.naming.firstNumber, "firstNumber")),
             in("naming", held(kLongestNameRange, settings_.naming.longest, "longest")),
             in("naming", validNaming()), validProfiles(),
             in("origins", held(kDriftRange, settings_.origins.drift, "drift")),
             validCount(settings_.layers.size(), kMostLayers, "layers"),
             validCount(settings_.roles.size(), kMostRoles, "roles"),
             validCount(settings_.kinds.size(), kMostKinds, "kinds"),
             validCount(settings_.expectations.size(), kMostExpectations, "expectations"),
             validCount(settings_.courses.size(), kMostCourses, "courses"), validConflicts(),
             in("code", validCode()),
             in("trial", held(kShareRange, settings_.trial.phantom.value_or(0), "phantom")),
             in("trial", held(kShareRange, settings_.trial.missed.value_or(0), "missed")),
             in("trial", held(kGapLimitRange, settings_.trial.gap.value_or(0), "gap"))});
        !valid) {
      return valid;
    }
    if (auto valid = validLayers(); !valid) return valid;
    if (auto valid = validRoles(); !valid) return valid;
    if (auto valid = validKinds(); !valid) return valid;
    for (std::size_t i = 0; i < settings_.expectations.size(); ++i) {
      const Expectation& one = settings_.expectations[i];
      Validity valid =
          firstOf({in("who", validPhrase(one.who)), in("whom", validPhrase(one.whom))});
      if (!valid) return in("expectations", i, std::move(valid));
    }
    return validCourses();
  }

 private:
  Validity validCourses() const {
    std::unordered_set<std::string_view> names;
    for (std::size_t i = 0; i < settings_.courses.size(); ++i) {
      const Course& course = settings_.courses[i];
      Validity valid = firstOf({validText(course.name, "name"), validated(course)});
      if (valid && !names.insert(course.name).second) {
        valid = wrong("name", "two courses are called " + course.name);
      }
      for (const CourseSolid& solid : course.solids) {
        const auto* standing = std::get_if<StandingAsset>(&solid);
        if (valid && standing != nullptr) valid = validText(standing->asset, "asset");
      }
      for (const CourseActor& actor : course.actors) {
        if (valid) valid = validText(actor.asset, "asset");
      }
      for (const CourseDemand& demand : course.mustPass) {
        if (valid) valid = validText(demand.asset, "mustPass");
        if (valid) valid = validText(demand.script, "mustPass");
      }
      if (!valid) return in("courses", i, std::move(valid));
    }
    return {};
  }

  // Each part at most once, plain words apart, and what makes a name one is there.
  Validity validParts(const std::vector<NamePart>& parts, const char* key, NamePartKind needed,
                      std::initializer_list<NamePartKind> allowed) const {
    if (parts.size() > kMostNameParts) return wrong(key, "a name has too many parts");
    bool found = false;
    for (std::size_t i = 0; i < parts.size(); ++i) {
      const NamePart& part = parts[i];
      found = found || part.kind == needed;
      if (part.kind == NamePartKind::Word) {
        Validity valid = isSnakeCase(part.word) && part.word.size() < 64
                             ? Validity{}
                             : wrong("",
                                     "a word of a name may contain lower-case letters, digits and "
                                     "underscores only");
        if (!valid) return in(key, i, std::move(valid));
        continue;
      }
      const bool known = std::find(allowed.begin(), allowed.end(), part.kind) != allowed.end();
      const bool again = std::count(parts.begin(), parts.end(), part) > 1;
      if (!known || again)
        return in(key, i, wrong("", "a part that does not belong to this name, or appears twice"));
    }
    return found ? Validity{} : wrong(key, "the part that makes names unique is missing");
  }

  Validity validNaming() const {
    using Kind = NamePartKind;
    const NamingRule& rule = settings_.naming;
    if (auto valid = validParts(rule.asset, "asset", Kind::Name, {Kind::Prefix, Kind::Name});
        !valid) {
      return valid;
    }
    if (auto valid = validParts(rule.frame, "frame", Kind::Number,
                                {Kind::Asset, Kind::Animation, Kind::Number});
        !valid) {
      return valid;
    }
    return risingLanguages(rule.languages)
               ? Validity{}
               : wrong("languages", "a language twice, or out of order");
  }

  Validity validProfiles() const {
    if (settings_.profiles.empty())
      return wrong("pack", "a project needs at least one pack profile");
    if (auto valid = validCount(settings_.profiles.size(), kMostProfiles, "profiles"); !valid) {
      return valid;
    }
    std::unordered_set<std::string_view> names;
    for (std::size_t i = 0; i < settings_.profiles.size(); ++i) {
      const PackProfile& profile = settings_.profiles[i];
      Validity valid = validated(profile);
      if (valid && !names.insert(profile.name).second) {
        valid = wrong("name", "two pack profiles are called " + profile.name);
      }
      // The file holds the first one by itself.
      if (!valid) return i == 0 ? in("pack", valid) : in("profiles", i - 1, std::move(valid));
    }
    return {};
  }

  Validity validConflicts() const {
    if (auto valid = validCount(settings_.conflicts.size(), kMostConflicts, "conflicts"); !valid) {
      return valid;
    }
    for (std::size_t i = 0; i < settings_.conflicts.size(); ++i) {
      const MergeConflict& one = settings_.conflicts[i];
      Validity valid =
          firstOf({validText(one.place, "place"), validText(one.ours, "ours", kLongestConflict),
                   validText(one.theirs, "theirs", kLongestConflict)});
      if (!valid) return in("conflicts", i, std::move(valid));
    }
    return {};
  }

  Validity validCode() const {
    for (const auto* list : {&settings_.code.folders, &settings_.code.ignored}) {
      const char* key = list == &settings_.code.folders ? "folders" : "ignored";
      if (auto valid = validCount(list->size(), kMostCodeFolders, key); !valid) return valid;
      for (std::size_t i = 0; i < list->size(); ++i) {
        if (auto valid = validText((*list)[i], ""); !valid) return in(key, i, std::move(valid));
      }
    }
    return {};
  }

  Validity validLayers() const {
    std::unordered_set<std::string_view> names;
    for (std::size_t i = 0; i < settings_.layers.size(); ++i) {
      const std::string& name = settings_.layers[i];
      Validity valid = validText(name, "");
      if (valid && !names.insert(name).second) valid = wrong("", "two layers are called " + name);
      if (!valid) return in("layers", i, std::move(valid));
    }
    return {};
  }

  // The name in a phrase may be missing from the project; the phrase then means nothing.
  static Validity validPhrase(const Phrase& phrase) {
    if (phrase.name.empty() != (phrase.of == PhraseOf::All)) {
      return wrong("name",
                   "needs the name of an asset, kind or layer, and no name if it means everything");
    }
    return firstOf({validText(phrase.name, "name"), validText(phrase.role, "role")});
  }

  Validity validRoles() const {
    std::unordered_set<std::string_view> names;
    for (std::size_t i = 0; i < settings_.roles.size(); ++i) {
      const Role& role = settings_.roles[i];
      Validity valid = firstOf({validText(role.name, "name"), in("recipe", validated(role.recipe)),
                                held(kShareRange, role.mostAir, "mostAir"),
                                held(kShareRange, role.mostBareInk, "mostBareInk")});
      if (valid && !names.insert(role.name).second) {
        valid = wrong("name", "two roles are called " + role.name);
      }
      if (!valid) return of(role.name, in("roles", i, std::move(valid)));
    }
    return {};
  }

  Validity validKinds() const {
    std::unordered_set<std::string_view> names;
    for (std::size_t i = 0; i < settings_.kinds.size(); ++i) {
      const Kind& kind = settings_.kinds[i];
      Validity valid = firstOf({validText(kind.name, "name"), validText(kind.prefix, "prefix"),
                                validCount(kind.shapes.size(), kMostRoles, "shapes")});
      if (valid && kind.origin.hasFrame()) {
        valid = wrong("origin", "the origin rule of a kind must not use a frame");
      }
      if (valid && !names.insert(kind.name).second) {
        valid = wrong("name", "two kinds are called " + kind.name);
      }
      if (valid) valid = validStanding(kind);
      if (valid) valid = validRoleSettings(kind.settings, roles_);
      if (!valid) return of(kind.name, in("kinds", i, std::move(valid)));
    }
    return {};
  }

  Validity validStanding(const Kind& kind) const {
    std::unordered_set<std::string_view> seen;
    for (std::size_t i = 0; i < kind.shapes.size(); ++i) {
      const RoleRecipe& one = kind.shapes[i];
      Validity valid = in("recipe", validated(one.recipe));
      if (valid && roles_.count(one.role) == 0) {
        valid = wrong("role", "the project has no role of this name");
      }
      if (valid && !seen.insert(one.role).second) {
        valid = wrong("role", "the kind has two recipes for the role " + one.role);
      }
      if (!valid) return in("shapes", i, std::move(valid));
    }
    return {};
  }

  const ProjectSettings& settings_;
  std::unordered_set<std::string_view> roles_;
};

}  // namespace

Result<void> validRoleSettings(const std::vector<RoleSetting>& settings,
                               const std::unordered_set<std::string_view>& roles) {
  std::unordered_set<std::string_view> seen;
  for (std::size_t i = 0; i < settings.size(); ++i) {
    const RoleSetting& one = settings[i];
    Validity valid;
    if (roles.count(one.role) == 0) valid = wrong("role", "the project has no role of this name");
    if (valid && !seen.insert(one.role).second) {
      valid = wrong("role", "there are two settings of the role " + one.role);
    }
    if (!valid) return in("settings", i, std::move(valid));
  }
  return {};
}

Result<void> validSettings(const ProjectSettings& settings) {
  return SettingsValidation(settings).run();
}

}  // namespace amber

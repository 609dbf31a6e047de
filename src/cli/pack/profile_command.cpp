// The command profiles.
#include <CLI/CLI.hpp>
#include <algorithm>
#include <array>
#include <functional>
#include <iostream>
#include <nlohmann/json.hpp>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "core/base/words.h"
#include "files/json/json_text.h"
#include "files/project/profile_json.h"
#include "work/pack/pack_project.h"
#include "work/project/project_change.h"

namespace amber {
namespace {

constexpr std::array<std::string_view, 2> kOnOff = {"off", "on"};
constexpr const char* kNone = "none";

// A field of a profile that an option sets; what the option gave stays apart until it is known
// which profile is meant.
class ProfileOptions {
 public:
  void addTo(CLI::App& app) {
    number(app, "--page-side", "The longest side of a page, in px", kPageSideRange,
           &PackProfile::pageSide);
    number(app, "--padding", "The padding between frames, in px", kPaddingRange,
           &PackProfile::padding);
    number(app, "--extrude", "How many times the edge pixels of a frame are repeated outward",
           kExtrusionRange, &PackProfile::extrusion);
    number(app, "--polygon-points", "The largest number of points of a polygon",
           kPolygonPointsRange, &PackProfile::polygonPoints);
    number(app, "--part-points", "The largest number of points of a convex part",
           kPolygonPointsRange, &PackProfile::partPoints);
    number(app, "--px-per-unit", "The number of game pixels per unit of the game", kPxPerUnitRange,
           &PackProfile::pxPerUnit);
    app.add_option_function<std::string>(
           "--trim",
           [this](const std::string& word) {
             changes_.push_back([on = word == kOnOff[1]](PackProfile& p) { p.trim = on; });
           },
           "Trim the empty border of frames")
        ->check(oneOf(kOnOff));
    choice(app, "--y", "The direction of the y axis in the game", kYAxisWords, &PackProfile::yAxis);
    choice(app, "--resample", "How pixels of other scales are computed", kResamplingWords,
           &PackProfile::resampling);
    choice(app, "--filter", "The texture filter of the game", kTextureFilterWords,
           &PackProfile::filter);
    choice(app, "--polygons", "Write polygons whole, or with convex parts", kPolygonFormWords,
           &PackProfile::polygons);
    choice(app, "--masks", "Write masks as runs in the JSON file, or as pictures", kMaskFormWords,
           &PackProfile::masks);
    choice(app, "--pages", "The allowed sizes of pages", kPageShapeWords, &PackProfile::pageShape);
    choice(app, "--same", "Which frames share one picture on the pages", kSamePicturesWords,
           &PackProfile::same);
    choice(app, "--colours", "Four channels, or a palette for pages with at most 256 colours",
           kPageColoursWords, &PackProfile::colours);
    choice(app, "--unseen", "The colour of transparent pixels", kUnseenWords, &PackProfile::unseen);
    choice(app, "--blocks", "Allow blocks in place of missing art, or report them", kBlocksWords,
           &PackProfile::blocks);
    app.add_option_function<std::vector<double>>(
           "--scales",
           [this](std::vector<double> scales) {
             std::sort(scales.begin(), scales.end());
             std::erase(scales, 1.0);
             changes_.push_back([scales](PackProfile& p) { p.scales = scales; });
           },
           "The scales of the pages; 1 is always included")
        ->delimiter(',')
        ->check(inRange(kPageScaleRange));
    app.add_option_function<std::vector<std::string>>(
           "--constants",
           [this](const std::vector<std::string>& words) {
             std::vector<Language> languages;
             for (std::size_t i = 0; i < kLanguageWords.size(); ++i) {
               if (std::find(words.begin(), words.end(), kLanguageWords[i]) != words.end()) {
                 languages.push_back(static_cast<Language>(i));
               }
             }
             changes_.push_back([languages](PackProfile& p) { p.constants = languages; });
           },
           "Languages of the source files with names, beside the parcel; none for none")
        ->delimiter(',')
        ->check(CLI::IsMember(languageWords()));
  }

  void apply(PackProfile& profile) const {
    for (const auto& change : changes_) change(profile);
  }

 private:
  static std::vector<std::string> languageWords() {
    std::vector<std::string> words(kLanguageWords.begin(), kLanguageWords.end());
    words.emplace_back(kNone);
    return words;
  }

  template <class Number>
  void number(CLI::App& app, const char* name, const char* about, const Range<Number>& range,
              Number PackProfile::*field) {
    app.add_option_function<Number>(
           name,
           [this, field](Number value) {
             changes_.push_back([field, value](PackProfile& p) { p.*field = value; });
           },
           about)
        ->check(inRange(range));
  }

  template <class Choice, std::size_t N>
  void choice(CLI::App& app, const char* name, const char* about,
              const std::array<std::string_view, N>& words, Choice PackProfile::*field) {
    app.add_option_function<std::string>(
           name,
           [this, field, &words](const std::string& word) {
             changes_.push_back([field, value = *enumFrom<Choice>(words, word)](PackProfile& p) {
               p.*field = value;
             });
           },
           about)
        ->check(oneOf(words));
  }

  std::vector<std::function<void(PackProfile&)>> changes_;
};

// Lists the profiles, and changes them.
class ProfilesCommand : public Command {
 public:
  CommandTitle title() const override {
    return {
        "profiles",
        "List or change the pack profiles (the settings for each game)",
        {"profiles glasshouse_night.amber",
         "profiles glasshouse_night.amber --add handheld --scales 0.5 1 --px-per-unit 16 --y up"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    addTry(app, saving_);
    app.add_option("--add", add_,
                   "Add a profile with this name and the settings of the selected one");
    app.add_option("--remove", remove_, "Remove this profile");
    app.add_option("--rename", rename_, "Rename the selected profile");
    app.add_flag("--first", first_, "Use this profile as the default");
    addProfile(app, profile_);
    options_.addTo(app);
  }
  Result<Exit> run(bool json) override {
    auto change = ProjectChange::open(project_, saving_);
    if (!change) return tl::unexpected(change.error());
    auto profiles = changed(change->project());
    if (!profiles) return tl::unexpected(profiles.error());
    std::vector<Edit> edits;
    if (*profiles != change->project().profiles) edits.push_back(SetProfiles{*profiles});
    if (auto applied = change->apply(edits); !applied) return tl::unexpected(applied.error());
    tell(*profiles, json);
    return Exit::Done;
  }

 private:
  Result<std::vector<PackProfile>> changed(const Project& project) const {
    const auto chosen = chosenProfile(project, profile_);
    if (!chosen) return tl::unexpected(chosen.error());
    std::vector<PackProfile> profiles = project.profiles;
    auto at = profiles.begin() + (*chosen - project.profiles.data());
    if (!add_.empty()) {
      PackProfile fresh = *at;
      fresh.name = add_;
      at = profiles.insert(profiles.end(), fresh);
    }
    options_.apply(*at);
    if (!rename_.empty()) at->name = rename_;
    if (first_) std::rotate(profiles.begin(), at, at + 1);
    if (remove_.empty()) return profiles;
    if (const auto gone = chosenProfile(project, remove_); !gone) {
      return tl::unexpected(gone.error());
    }
    std::erase_if(profiles, [&](const PackProfile& one) { return one.name == remove_; });
    return profiles;
  }

  static void tell(const std::vector<PackProfile>& profiles, bool json) {
    Json list = Json::array();
    for (const PackProfile& profile : profiles) {
      Json one{{"name", profile.name}};
      one.update(jsonOf(profile));
      resultText() << profile.name << (list.empty() ? "  (default)" : "") << "\n";
      list.push_back(std::move(one));
    }
    if (json) std::cout << jsonText(Json{{"profiles", std::move(list)}});
  }

  std::string project_;
  Saving saving_ = Saving::Written;
  std::string profile_;
  std::string add_;
  std::string remove_;
  std::string rename_;
  bool first_ = false;
  ProfileOptions options_;
};

}  // namespace

std::unique_ptr<Command> makeProfilesCommand() {
  return std::make_unique<ProfilesCommand>();
}

}  // namespace amber

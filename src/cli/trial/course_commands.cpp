// The command course.
#include <CLI/CLI.hpp>
#include <algorithm>
#include <cmath>
#include <filesystem>
#include <iostream>
#include <map>
#include <nlohmann/json.hpp>
#include <sstream>
#include <tuple>

#include "cli/commands.h"
#include "cli/common_options.h"
#include "cli/frame_choice.h"
#include "core/base/exact_number.h"
#include "core/base/words.h"
#include "core/fit/styles/recipe_fit.h"
#include "core/trial/course/course_candidates.h"
#include "core/trial/course/course_limits.h"
#include "core/trial/course/course_setup.h"
#include "core/trial/course/try_everything.h"
#include "files/csv_table.h"
#include "files/file_bytes.h"
#include "files/image/image_file.h"
#include "files/project/course_file.h"
#include "work/art/course_strip.h"
#include "work/project/open_project.h"
#include "work/report/course_tables.h"

namespace amber {
namespace {

constexpr long long kMostCourseBytes = 64LL * 1024 * 1024;

// An option of a number in a range.
void addNumber(CLI::App& app, const char* name, std::optional<double>& into, const char* what,
               const Range<double>& range) {
  app.add_option(name, into, what)->check(inRange(range));
}

Json numberOrNull(const std::optional<double>& number) {
  return number ? Json(*number) : Json(nullptr);
}

Json limitsJson(const CourseLimits& limits) {
  return Json{{"safeSpeed", numberOrNull(limits.safeSpeed)},
              {"ceiling", numberOrNull(limits.ceiling)},
              {"gap", numberOrNull(limits.gap)},
              {"ledge", numberOrNull(limits.ledge)},
              {"slope", numberOrNull(limits.slope)}};
}

Json worstJson(const TryOut& out) {
  Json list = Json::array();
  for (const WorstEvent& one : out.worst) {
    list.push_back(Json{{"event", wordOf(kCourseEventWords, one.event.kind)},
                        {"px", one.event.px},
                        {"runs", one.runs},
                        {"text", one.event.text},
                        {"script", scriptJson(one.script)}});
  }
  return Json{{"runs", out.runs}, {"ticks", out.ticks}, {"events", std::move(list)}};
}

// Of each kind that came, how often.
Json countsJson(const CourseRun& run) {
  Json counts = Json::object();
  for (std::size_t kind = 0; kind < kCourseEventKinds; ++kind) {
    const int count = run.count(static_cast<CourseEventKind>(kind));
    if (count > 0) counts[std::string(kCourseEventWords[kind])] = count;
  }
  return counts;
}

class CourseCommand : public Command {
 public:
  CommandTitle title() const override {
    return {"course",
            "Run an asset over a course and list the events",
            {"course glasshouse_night.amber chr_keeper --course steps --moves slide --script walk",
             "course glasshouse_night.amber chr_snail --limits",
             "course glasshouse_night.amber chr_keeper --course tour --csv"}};
  }
  void addOptions(CLI::App& app) override {
    addProject(app, project_);
    app.add_option("A", asset_, "The asset that runs over the course")->required();
    app.add_option("--course", choice_.course,
                   "The course: floor, steps, slope, gaps, ceiling, wall, thin, seams, tour (all "
                   "of them), a course of the project, or a file");
    app.add_option("--role", choice_.role,
                   "The only role that is stopped (default: every role that stops)");
    app.add_option("--moves", moves_, "How the game moves assets")->check(oneOf(kMovesWords));
    app.add_option("--view", view_, "The view: from the side, or from above")
        ->check(oneOf(kCourseViewWords));
    addNumber(app, "--rate", choice_.numbers.rate, "The number of ticks per second", kRateRange);
    addNumber(app, "--run-speed", choice_.numbers.speed, "The run speed, in px/s", kSpeedRange);
    addNumber(app, "--jump-speed", choice_.numbers.jump, "The jump speed, in px/s", kSpeedRange);
    addNumber(app, "--gravity", choice_.numbers.gravity, "The gravity, in px/s²", kGravityRange);
    addNumber(app, "--fastest-fall", choice_.numbers.fall, "The fastest fall, in px/s",
              kSpeedRange);
    addNumber(app, "--steepest-slope", choice_.numbers.slope,
              "The steepest slope that can be walked, in degrees", kSlopeRange);
    addNumber(app, "--highest-step", choice_.numbers.step,
              "The highest step that slide climbs, in px", kLedgeRange);
    addNumber(app, "--step-height", choice_.step, "The height of steps in built-in courses, in px",
              kCourseSizeRange);
    addNumber(app, "--gap-width", choice_.gap, "The width of gaps in built-in courses, in px",
              kCourseSizeRange);
    addNumber(app, "--ceiling-height", choice_.ceiling, "The height of the lowest passage, in px",
              kCourseSizeRange);
    addNumber(app, "--wall-width", choice_.wall, "The thickness of thin walls, in px",
              kCourseSizeRange);
    addNumber(app, "--tile-size", choice_.tile, "The tile size of floors, in px", kCourseSizeRange);
    app.add_option("--script", choice_.script,
                   "The input: walk, jump, dash, or a file of ticks and keys");
    app.add_option("--ticks", choice_.ticks, "The length of a built-in script, in ticks")
        ->check(CLI::Range(1, kMostTicks));
    app.add_option("--idle-animation", choice_.animations.idle, "The idle animation");
    app.add_option("--walk-animation", choice_.animations.walk, "The animation for walking");
    app.add_option("--rise-animation", choice_.animations.jump,
                   "The animation for rising in the air");
    app.add_option("--fall-animation", choice_.animations.fall, "The animation for falling");
    app.add_flag("--must-pass", mustPass_, "End with exit status 1 if there is a fault");
    app.add_option("--keep", keep_,
                   "Save the course in the project by this name (with --must-pass, its faults "
                   "become findings)");
    addTry(app, saving_);
    app.add_flag("--limits", limits_,
                 "Find the limits of the asset: speeds, passages, steps and slopes");
    app.add_flag("--try-everything", everything_,
                 "Run many inputs and list the worst case of each event");
    app.add_flag("--candidates", candidates_,
                 "Run the course again with every candidate shape of the role");
    app.add_flag("--csv", csv_, "Write a table of the events to standard output");
    app.add_option("--strip", strip_,
                   "Write the ticks around the first fault side by side to this PNG file");
    app.add_option("--moments", moments_, "The number of ticks to draw")->check(CLI::Range(1, 64));
    app.add_option("--zoom", zoom_, "The number of picture pixels per game pixel")
        ->check(CLI::Range(0.1, 16.0));
  }
  Result<Exit> run(bool json) override {
    const auto open = openProject(project_);
    if (!open) return tl::unexpected(open.error());
    const Asset* asset = findAsset(open->project, asset_);
    if (asset == nullptr) {
      return failure(ErrorCode::UnknownTarget, "no asset has the name \"" + asset_ + "\"");
    }
    const auto setup = setupOf(open->project, *asset);
    if (!setup) return tl::unexpected(setup.error());
    auto result = courseRun(open->project, *asset, *setup);
    if (!result) {
      // What is wrong is in the file, where the course came from one.
      if (courseIsFile_) result.error().file = choice_.course;
      return tl::unexpected(result.error());
    }
    if (const auto possible = canKeep(); !possible) return tl::unexpected(possible.error());
    Json told = runJson(*result);
    std::ostringstream more;
    if (const auto added = addMore(*open, *asset, *setup, told, more); !added) {
      return tl::unexpected(added.error());
    }
    if (csv_) std::cout << csvText(courseRows(*result));
    if (const auto drawn = draw(*open, *asset, *setup, *result); !drawn) {
      return tl::unexpected(drawn.error());
    }
    if (const auto kept = keep(*setup); !kept) return tl::unexpected(kept.error());
    resultText() << eventsText(*result) << summaryOf(*result) << "\n" << more.str();
    if (json) std::cout << jsonText(told);
    const bool faults = faultsOf(*result) > 0;
    return faults && (mustPass_ || wantsIt(setup->course)) ? Exit::Findings : Exit::Done;
  }

 private:
  // Equal events with the same shape and solid are listed once, because a frame that pops does so
  // every time it is shown. The tables list all of them.
  static std::string eventsText(const CourseRun& run) {
    struct Told {
      const CourseEvent* first = nullptr;
      int more = 0;
      int last = 0;
    };
    std::vector<Told> told;
    std::map<std::tuple<CourseEventKind, std::string, std::string>, std::size_t> known;
    for (const CourseEvent& event : run.events) {
      const auto [found, added] =
          known.try_emplace({event.kind, event.role, event.with}, told.size());
      if (added) {
        told.push_back({&event, 0, event.tick});
      } else {
        ++told[found->second].more;
        told[found->second].last = event.tick;
      }
    }
    std::string text;
    for (const Told& one : told) {
      text += "tick " + std::to_string(one.first->tick) + ": " + one.first->text;
      if (one.more > 0) {
        text += "; again " + std::to_string(one.more) + (one.more == 1 ? " time" : " times") +
                " up to tick " + std::to_string(one.last);
      }
      text += "\n";
    }
    return text;
  }

  static std::string summaryOf(const CourseRun& run) {
    const auto number = [](double value) { return exactNumber(std::round(value)); };
    return std::to_string(run.ticks.size()) + " ticks, " + faultsText(faultsOf(run)) +
           "; reached x = " + number(run.reached) + " of " + number(run.end) + " px";
  }

  // A course of a built-in name would hide that one.
  Result<void> canKeep() const {
    if (std::find(kCourseNames.begin(), kCourseNames.end(), keep_) == kCourseNames.end()) return {};
    return failure(ErrorCode::BadValue,
                   "\"" + keep_ + "\" is the name of a built-in course; choose another name");
  }

  Result<CourseSetup> setupOf(const Project& project, const Asset& asset) {
    if (!moves_.empty()) choice_.moves = *enumFrom<Moves>(kMovesWords, moves_);
    if (!view_.empty()) choice_.view = *enumFrom<CourseView>(kCourseViewWords, view_);
    std::optional<Course> course;
    if (isFile(choice_.course, kCourseNames) && !isOwn(project)) {
      const auto text = readFile(choice_.course, kMostCourseBytes);
      if (!text) return tl::unexpected(text.error());
      auto read = courseFromText(*text, choice_.course);
      if (!read) return tl::unexpected(read.error());
      course = std::move(*read);
      courseIsFile_ = true;
    }
    std::optional<CourseScript> script;
    if (isFile(choice_.script, kScriptNames)) {
      const auto text = readFile(choice_.script, kMostCourseBytes);
      if (!text) return tl::unexpected(text.error());
      auto read = scriptFromText(*text, choice_.script);
      if (!read) return tl::unexpected(read.error());
      script = std::move(*read);
    }
    return courseSetup(project, asset, choice_, std::move(course), std::move(script));
  }

  Result<void> addMore(const OpenProject& open, const Asset& asset, const CourseSetup& setup,
                       Json& told, std::ostream& words) const {
    if (limits_) {
      const auto limits = courseLimits(open.project, asset, setup);
      if (!limits) return tl::unexpected(limits.error());
      told["limits"] = limitsJson(*limits);
      words << limitsText(*limits) << "\n";
    }
    if (everything_) {
      const auto out = tryEverything(open.project, asset, setup);
      if (!out) return tl::unexpected(out.error());
      told["worst"] = worstJson(*out);
      for (const WorstEvent& one : out->worst) {
        words << "worst case of " << one.runs << " of " << out->runs << " runs: " << one.event.text
              << "\n";
      }
    }
    return candidates_ ? addCandidates(open, asset, setup, told, words) : Result<void>{};
  }

  Result<void> addCandidates(const OpenProject& open, const Asset& asset, const CourseSetup& setup,
                             Json& told, std::ostream& words) const {
    const std::string name = setup.role.empty() ? "body" : setup.role;
    const Role* role = findRole(open.project, name);
    if (role == nullptr) {
      return failure(ErrorCode::UnknownTarget, "the project has no role named \"" + name + "\"");
    }
    std::vector<FrameRef> frames;
    for (const Frame& frame : asset.frames) frames.push_back({asset.id, frame.id});
    if (const auto loaded = loadArtOf(open, frames); !loaded) {
      return tl::unexpected(loaded.error());
    }
    Json list = Json::array();
    for (const CourseCandidate& one : courseCandidates(open.project, asset, setup, *role,
                                                       everyMovingRecipe(role->recipe), open.art)) {
      list.push_back(Json{{"kind", kindName(one.recipe.kind)},
                          {"style", styleName(one.recipe.style)},
                          {"together", one.recipe.together},
                          {"faults", faultsOf(one.run)},
                          {"events", countsJson(one.run)}});
      words << "  " << candidateText(one.recipe) << ": " << faultsText(faultsOf(one.run)) << "\n";
    }
    told["candidates"] = std::move(list);
    return {};
  }

  Result<void> draw(const OpenProject& open, const Asset& asset, const CourseSetup& setup,
                    const CourseRun& run) const {
    if (strip_.empty()) return {};
    std::vector<FrameRef> frames;
    for (const Frame& frame : asset.frames) frames.push_back({asset.id, frame.id});
    if (const auto loaded = loadArtOf(open, frames); !loaded) {
      return tl::unexpected(loaded.error());
    }
    const auto picture = courseStrip(open.project, asset, setup, run, moments_, zoom_, open.art);
    if (!picture) return tl::unexpected(picture.error());
    return writeFileAtomically(strip_, pngBytes(*picture));
  }

  bool wantsIt(const Course& course) const {
    return std::any_of(course.mustPass.begin(), course.mustPass.end(),
                       [&](const CourseDemand& one) { return one.asset == asset_; });
  }

  Result<void> keep(const CourseSetup& setup) const {
    if (keep_.empty()) return {};
    auto change = ProjectChange::open(project_, saving_);
    if (!change) return tl::unexpected(change.error());
    Course course = setup.course;
    course.name = keep_;
    if (mustPass_) addDemand(course, demandOf(asset_, choice_));
    return change->apply({SetCourses{withCourse(change->project().courses, std::move(course))}});
  }

  bool isOwn(const Project& project) const {
    return std::any_of(project.courses.begin(), project.courses.end(),
                       [&](const Course& one) { return one.name == choice_.course; });
  }

  // A name that is none of ours and that lies on the disk, or looks as if it should.
  template <std::size_t N>
  static bool isFile(const std::string& name, const std::array<std::string_view, N>& names) {
    if (std::find(names.begin(), names.end(), name) != names.end()) return false;
    std::error_code ignored;
    return std::filesystem::exists(name, ignored) || name.find_first_of("./") != std::string::npos;
  }

  std::string project_;
  std::string asset_;
  CourseChoice choice_;
  bool courseIsFile_ = false;
  std::string moves_;
  std::string view_;
  bool mustPass_ = false;
  std::string keep_;
  Saving saving_ = Saving::Written;
  bool limits_ = false;
  bool everything_ = false;
  bool candidates_ = false;
  bool csv_ = false;
  std::string strip_;
  int moments_ = 6;
  double zoom_ = 2;
};

}  // namespace

std::unique_ptr<Command> makeCourseCommand() {
  return std::make_unique<CourseCommand>();
}

}  // namespace amber

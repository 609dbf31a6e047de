#include "cli/arguments.h"

#include <CLI/CLI.hpp>
#include <algorithm>
#include <iostream>

#include "cli/cutting_options.h"
#include "cli/origin_options.h"
#include "cli/recipe_options.h"
#include "cli/shape_options.h"
#include "core/geometry/convex_parts.h"
#include "core/geometry/tolerances.h"
#include "core/origin/anchor.h"
#include "files/words.h"

namespace amber {
namespace {

// The options of new and add, as typed.
struct SheetText {
  std::string project;
  std::vector<std::string> images;
  bool separate = false;
  CuttingText cutting;
  AssetChoice asset;
  double rate = 0;
  std::string loop = "repeat";
  std::string origin;
  std::string shape;
};

CLI::App* addSheetCommand(CLI::App& program, const char* name, const char* about, SheetText& text) {
  CLI::App* command = program.add_subcommand(name, about);
  command->add_option("PROJECT", text.project, "The project file, ending in .amber")->required();
  command
      ->add_option("--sheet", text.images,
                   "A sheet, several, or a folder of them; copied beside the project if need be")
      ->required();
  command->add_flag("--separate", text.separate, "Numbered images are no animation");
  addCutting(*command, text.cutting);
  addCutRegions(*command, text.cutting);
  command->add_option("--kind", text.asset.kind, "The asset's kind, such as character")->required();
  command->add_option("--asset", text.asset.name, "The asset's name; else from the file's name");
  command->add_option("--animation", text.asset.animation,
                      "The animation's name; else from the file's name");
  command->add_option("--rate", text.rate, "Frames a second")->check(CLI::Range(0.1, 1000.0));
  command->add_option("--loop", text.loop, "How the animation goes on")
      ->check(CLI::IsMember(std::vector<std::string>(kLoopWords.begin(), kLoopWords.end())));
  command
      ->add_option("--origin", text.origin,
                   "feet, centroid, cell:ANCHOR or ink:ANCHOR; else the kind's rule")
      ->check(CLI::Validator(
          [](const std::string& rule) {
            const auto read = originRuleFrom(rule);
            if (!read) return read.error().sentence;
            return read->basis == OriginBasis::Hand || read->hasFrame()
                       ? std::string(
                             "new frames need a rule of their own; use feet, centroid, "
                             "cell:ANCHOR or ink:ANCHOR")
                       : std::string();
          },
          "RULE"));
  command->add_option("--shape", text.shape, "The shape to fit to every frame")
      ->check(CLI::IsMember(std::vector<std::string>{"box:snug"}));
  return command;
}

SheetArguments sheetArguments(const SheetText& text, bool newProject) {
  SheetArguments arguments{
      newProject, text.project, text.images, text.separate, cuttingFrom(text.cutting), text.asset};
  if (text.rate > 0) arguments.asset.durationMs = durationAt(text.rate);
  arguments.asset.loop = static_cast<LoopMode>(
      std::find(kLoopWords.begin(), kLoopWords.end(), text.loop) - kLoopWords.begin());
  if (!text.origin.empty()) arguments.asset.origin = *originRuleFrom(text.origin);
  arguments.asset.snugBoxes = !text.shape.empty();
  return arguments;
}

// All that the program understands, tied to the texts that parsing fills.
class Grammar {
 public:
  Grammar() {
    program_.require_subcommand(1);
    program_.fallthrough();
    program_.add_flag("--json", json_, "Write the result as JSON to standard output");
    cut_ = program_.add_subcommand("cut", "Cut a sheet into frames and say what is wrong");
    cut_->add_option("IMAGE", image_, "The sheet")->required();
    addCutting(*cut_, cutting_);
    addCutRegions(*cut_, cutting_);
    addFit();
    new_ = addSheetCommand(program_, "new", "Make a project from a sheet", sheet_);
    add_ = addSheetCommand(program_, "add", "Add a sheet to a project", sheet_);
    check_ = program_.add_subcommand("check", "Say what is wrong in a project");
    check_->add_option("PROJECT", project_, "The project file")->required();
    pack_ = program_.add_subcommand("pack", "Write a project's parcel and read it back");
    pack_->add_option("PROJECT", project_, "The project file")->required();
    pack_->add_option("--out", folder_, "The parcel's folder")->required();
    verify_ = program_.add_subcommand("verify", "Read a parcel back and check it");
    verify_->add_option("DIR", folder_, "The parcel's folder")->required();
    verify_->add_option("--project", project_, "Compare it with this project's art and numbers");
    refresh_ = program_.add_subcommand("refresh", "Take repainted sheets in, cut as before");
    refresh_->add_option("PROJECT", project_, "The project file")->required();
    addTurn();
    recut_ = program_.add_subcommand("recut", "Cut a sheet of a project another way");
    recut_->add_option("PROJECT", project_, "The project file")->required();
    recut_->add_option("--sheet", image_, "The sheet's path in the project")->required();
    addCutting(*recut_, cutting_);
    addCutRegions(*recut_, cutting_);
    addAnimation();
    origin_.add(program_);
    shape_.add(program_);
    formats_ = program_.add_subcommand("formats", "Say which images can be read");
  }

  Result<Invocation> parse(int argc, const char* const* argv) {
    try {
      program_.parse(argc, argv);
    } catch (const CLI::Success& help) {
      program_.exit(help);
      return Invocation{};
    } catch (const CLI::ParseError& error) {
      return failure(ErrorCode::BadValue,
                     std::string("amber-parcel-cli: ") + error.what() + "; see --help");
    }
    return Invocation{command(), json_};
  }

 private:
  void addAnimation() {
    animation_ = program_.add_subcommand("animation", "Make or change an animation");
    animation_->add_option("PROJECT", project_, "The project file")->required();
    animation_->add_option("--asset", animating_.asset, "The asset's name")->required();
    animation_->add_option("--animation", animating_.animation, "The animation's name")->required();
    animation_
        ->add_option("--frames", animating_.frames,
                     "Its frames in order, as numbers of the asset's frames; one may come again")
        ->delimiter(',')
        ->check(CLI::Range(1, 100000));
    auto* times = animation_->add_option("--times", animating_.timesMs, "How long each shows, ms")
                      ->delimiter(',')
                      ->check(CLI::Range(1, 60000));
    animation_->add_option("--rate", rate_, "Frames a second")
        ->check(CLI::Range(0.1, 1000.0))
        ->excludes(times);
    animation_->add_option("--loop", loop_, "How it goes on")
        ->check(CLI::IsMember(std::vector<std::string>(kLoopWords.begin(), kLoopWords.end())));
    animation_->add_flag("--default", animating_.makeDefault, "The game starts with it");
    animation_->add_option("--rename", animating_.newName, "Its new name");
    animation_->add_option("--copy", animating_.copyName, "Duplicate it under this name");
    animation_->add_flag("--remove", animating_.remove, "Take it out; its frames stay");
  }

  AnimationArguments animationArguments() const {
    AnimationArguments arguments = animating_;
    arguments.project = project_;
    if (rate_ > 0) arguments.timesMs = {durationAt(rate_)};
    if (!loop_.empty()) {
      arguments.loop = static_cast<LoopMode>(
          std::find(kLoopWords.begin(), kLoopWords.end(), loop_) - kLoopWords.begin());
    }
    return arguments;
  }

  void addTurn() {
    turn_ = program_.add_subcommand("turn", "Turn or mirror a sheet with all that was cut from it");
    turn_->add_option("PROJECT", project_, "The project file")->required();
    turn_->add_option("--sheet", image_, "The sheet's path in the project")->required();
    turn_->add_option("--by", turns_, "In this order")
        ->required()
        ->check(CLI::IsMember(std::vector<std::string>(kTurnWords.begin(), kTurnWords.end())));
  }

  TurnArguments turnArguments() const {
    TurnArguments turn{project_, image_, {}};
    for (const std::string& word : turns_) {
      turn.turns.push_back(static_cast<SheetTurn>(
          std::find(kTurnWords.begin(), kTurnWords.end(), word) - kTurnWords.begin()));
    }
    return turn;
  }

  void addFit() {
    fit_ = program_.add_subcommand("fit", "Fit shapes to the frames of a sheet");
    fit_->add_option("IMAGE", image_, "The sheet")->required();
    fit_->add_option("--rect", rects_, "A frame's rectangle; may be given again")
        ->check(numbersForm(4, ',', "x,y,w,h"));
    addRecipe(*fit_, recipe_);
    fit_->add_flag("--together", together_, "One shape for all frames, laid over at their feet");
    CLI::Option* parts = fit_->add_flag("--parts", parts_, "Also a polygon's convex parts");
    fit_->add_option("--part-points", partPoints_, "At most so many in a part")
        ->needs(parts)
        ->check(CLI::Range(kLeastPartPoints, kMostPolygonPoints));
    addCutting(*fit_, cutting_);
  }

  decltype(Invocation::command) command() const {
    if (cut_->parsed()) return CutArguments{image_, cuttingFrom(cutting_)};
    if (new_->parsed() || add_->parsed()) return sheetArguments(sheet_, new_->parsed());
    if (check_->parsed()) return CheckArguments{project_};
    if (pack_->parsed()) return PackArguments{project_, folder_};
    if (verify_->parsed()) return VerifyArguments{folder_, project_};
    if (refresh_->parsed()) return RefreshArguments{project_};
    if (turn_->parsed()) return turnArguments();
    if (recut_->parsed()) return RecutArguments{project_, image_, cuttingFrom(cutting_)};
    if (animation_->parsed()) return animationArguments();
    if (auto given = origin_.command())
      return std::visit(
          [](auto& arguments) { return decltype(Invocation::command)(std::move(arguments)); },
          *given);
    if (auto given = shape_.command())
      return std::visit(
          [](auto& arguments) { return decltype(Invocation::command)(std::move(arguments)); },
          *given);
    if (formats_->parsed()) return FormatsArguments{};
    FitArguments fit{image_,    cuttingFrom(cutting_),   {}, recipesFrom(recipe_),
                     together_, parts_ ? partPoints_ : 0};
    for (const std::string& text : rects_) {
      const std::vector<int> n = numbersIn(text, 4, ',');
      fit.rects.push_back({n[0], n[1], n[2], n[3]});
    }
    return fit;
  }

  CLI::App program_{"Turns sprite sheets into game-ready parcels, without a window.",
                    "amber-parcel-cli"};
  CLI::App* cut_ = nullptr;
  CLI::App* fit_ = nullptr;
  CLI::App* new_ = nullptr;
  CLI::App* add_ = nullptr;
  CLI::App* check_ = nullptr;
  CLI::App* pack_ = nullptr;
  CLI::App* verify_ = nullptr;
  CLI::App* refresh_ = nullptr;
  CLI::App* turn_ = nullptr;
  CLI::App* formats_ = nullptr;
  CLI::App* recut_ = nullptr;
  CLI::App* animation_ = nullptr;
  OriginOptions origin_;
  ShapeOptions shape_;
  AnimationArguments animating_;
  double rate_ = 0;
  std::string loop_;
  std::vector<std::string> turns_;
  bool json_ = false;
  std::string image_;
  CuttingText cutting_;
  std::vector<std::string> rects_;
  RecipeText recipe_;
  bool together_ = false;
  bool parts_ = false;
  int partPoints_ = 8;
  SheetText sheet_;
  std::string project_;
  std::string folder_;
};

}  // namespace

Result<Invocation> invocationFrom(int argc, const char* const* argv) {
  return Grammar().parse(argc, argv);
}

}  // namespace amber

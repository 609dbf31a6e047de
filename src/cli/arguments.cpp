#include "cli/arguments.h"

#include <CLI/CLI.hpp>
#include <algorithm>
#include <charconv>
#include <iostream>

#include "core/origin/anchor.h"
#include "files/words.h"

namespace amber {
namespace {

// Exactly `count` whole numbers of at most five digits with `separator` between them.
std::vector<int> numbersIn(std::string_view text, std::size_t count, char separator) {
  std::vector<int> numbers;
  while (numbers.size() < count) {
    int number = 0;
    const auto* end = text.data() + text.size();
    const auto [next, error] = std::from_chars(text.data(), end, number);
    if (error != std::errc{} || number < 0 || number > 99999) return {};
    numbers.push_back(number);
    text.remove_prefix(static_cast<std::size_t>(next - text.data()));
    if (numbers.size() == count) break;
    if (text.empty() || text.front() != separator) return {};
    text.remove_prefix(1);
  }
  return text.empty() ? numbers : std::vector<int>{};
}

CLI::Validator numbersForm(std::size_t count, char separator, const std::string& shown) {
  return CLI::Validator(
      [=](const std::string& text) {
        return numbersIn(text, count, separator).empty()
                   ? "\"" + text + "\" does not have the form " + shown
                   : std::string();
      },
      shown);
}

PixelSize pairFrom(const std::string& text, char separator) {
  if (text.empty()) return {};
  const std::vector<int> numbers = numbersIn(text, 2, separator);
  return {numbers[0], numbers[1]};
}

// RRGGBB[:TOL][:edge], or nothing for any other text.
std::optional<KeyColour> keyFrom(std::string_view text) {
  KeyColour key;
  unsigned rgb = 0;
  const auto colour = text.substr(0, 6);
  const auto [next, error] = std::from_chars(colour.data(), colour.data() + colour.size(), rgb, 16);
  if (colour.size() != 6 || error != std::errc{} || next != colour.data() + 6) return {};
  key.r = static_cast<std::uint8_t>(rgb >> 16);
  key.g = static_cast<std::uint8_t>(rgb >> 8 & 255);
  key.b = static_cast<std::uint8_t>(rgb & 255);
  text.remove_prefix(6);
  if (text.ends_with(":edge")) {
    key.reach = KeyReach::JoinedToEdge;
    text.remove_suffix(5);
  }
  if (text.empty()) return key;
  if (text.front() != ':') return {};
  const std::vector<int> tolerance = numbersIn(text.substr(1), 1, ',');
  if (tolerance.empty() || tolerance[0] > 255) return {};
  key.tolerance = tolerance[0];
  return key;
}

// The options that say how an image is cut, as typed.
struct CuttingText {
  std::string cells;
  std::string count;
  bool whole = false;
  bool islands = false;
  IslandRule rule;
  std::vector<std::string> regions;
  std::string margin;
  std::string gutter;
  std::string key;
  int faint = 1;
  int firm = 128;
  int turns = 0;
  std::string mirror = "none";
};

// x,y,w,h:WxH or x,y,w,h:islands or x,y,w,h:whole, or nothing for any other text.
std::optional<CutRegion> regionFrom(std::string_view text, const IslandRule& rule) {
  const auto colon = text.find(':');
  if (colon == std::string_view::npos) return std::nullopt;
  const std::vector<int> n = numbersIn(text.substr(0, colon), 4, ',');
  const std::string_view way = text.substr(colon + 1);
  if (n.empty()) return std::nullopt;
  CutRegion region{{n[0], n[1], n[2], n[3]}, {}};
  if (way == "islands") {
    region.way = rule;
    return region;
  }
  if (way == "whole") {
    region.way = Grid{{n[2], n[3]}, {}, {}, 1, 1};
    return region;
  }
  const std::vector<int> cell = numbersIn(way, 2, 'x');
  if (cell.empty()) return std::nullopt;
  region.way = Grid{{cell[0], cell[1]}, {}, {}, 1, 1};
  return region;
}

void addCutting(CLI::App& command, CuttingText& text) {
  auto* cells = command.add_option("--cells", text.cells, "Cells of this many pixels")
                    ->check(numbersForm(2, 'x', "WxH"));
  auto* count = command.add_option("--count", text.count, "This many columns and rows")
                    ->check(numbersForm(2, 'x', "CxR"));
  auto* whole = command.add_flag("--whole", text.whole, "The whole image is one frame");
  auto* islands = command.add_flag("--islands", text.islands, "Each island of ink is a frame");
  cells->excludes(count)->excludes(whole)->excludes(islands);
  count->excludes(whole)->excludes(islands);
  whole->excludes(islands);
  command.add_option("--join", text.rule.join, "Ink this near is one island, px")
      ->check(CLI::Range(1, 256));
  command.add_option("--min-ink", text.rule.minInk, "Islands of fewer pixels go to a near one")
      ->check(CLI::Range(1, 1000000));
  command
      .add_option("--part", text.rule.part,
                  "Part figures that touch only by ink of less than this alpha; 0: do not")
      ->check(CLI::Range(0, 255));
  command.add_option("--region", text.regions, "A part of the sheet that is cut another way")
      ->check(CLI::Validator(
          [](const std::string& region) {
            return regionFrom(region, {}) ? std::string()
                                          : "\"" + region +
                                                "\" does not have the form "
                                                "x,y,w,h:WxH|islands|whole";
          },
          "x,y,w,h:WxH|islands|whole"));
  command.add_option("--turn", text.turns, "Quarter turns to the right, first of all")
      ->check(CLI::Range(0, 3));
  command.add_option("--mirror", text.mirror, "Then left and right (x) or top and bottom (y)")
      ->check(CLI::IsMember(std::vector<std::string>(kMirrorWords.begin(), kMirrorWords.end())));
  command.add_option("--margin", text.margin, "Pixels before the first column and row")
      ->check(numbersForm(2, ',', "L,T"));
  command.add_option("--gutter", text.gutter, "Pixels between columns and between rows")
      ->check(numbersForm(2, ',', "X,Y"));
  command.add_option("--key", text.key, "The colour that stands for no ink")
      ->check(CLI::Validator(
          [](const std::string& key) {
            return key == "none" || key == "auto" || keyFrom(key)
                       ? std::string()
                       : "\"" + key + "\" does not have the form RRGGBB[:TOL][:edge]|none|auto";
          },
          "RRGGBB[:TOL][:edge]|none|auto"));
  command.add_option("--faint", text.faint, "Least alpha of faint ink")->check(CLI::Range(1, 255));
  command.add_option("--firm", text.firm, "Least alpha of firm ink")->check(CLI::Range(1, 255));
}

CuttingArguments cuttingFrom(const CuttingText& text) {
  CuttingArguments arguments;
  arguments.named = !text.cells.empty() || !text.count.empty() || text.whole || text.islands;
  if (!arguments.named) arguments.cut.way = CutChoice::Way::Best;
  if (text.islands) arguments.cut.way = CutChoice::Way::Islands;
  arguments.cut.islands = text.rule;
  for (const std::string& region : text.regions) {
    arguments.cut.regions.push_back(*regionFrom(region, text.rule));
  }
  arguments.orientation = {text.turns, text.mirror == "x", text.mirror == "y"};
  if (!text.cells.empty()) {
    arguments.cut.way = CutChoice::Way::Cells;
    arguments.cut.amount = pairFrom(text.cells, 'x');
  } else if (!text.count.empty()) {
    arguments.cut.way = CutChoice::Way::Count;
    arguments.cut.amount = pairFrom(text.count, 'x');
  }
  arguments.cut.margin = pairFrom(text.margin, ',');
  arguments.cut.gutter = pairFrom(text.gutter, ',');
  arguments.ink.faint = text.faint;
  arguments.ink.firm = text.firm;
  // Where the pixels are to say how to cut, they say what is background too.
  if (text.key == "auto" || (text.key.empty() && !arguments.named)) {
    arguments.ink.key = InkChoice::Key::Auto;
  }
  if (const auto key = keyFrom(text.key)) {
    arguments.ink.key = InkChoice::Key::Given;
    arguments.ink.colour = *key;
  }
  return arguments;
}

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
  command->add_option("--kind", text.asset.kind, "The asset's kind, such as character")->required();
  command->add_option("--asset", text.asset.name, "The asset's name; else from the file's name");
  command->add_option("--animation", text.asset.animation,
                      "The animation's name; else from the file's name");
  command->add_option("--rate", text.rate, "Frames a second")->check(CLI::Range(0.1, 1000.0));
  command->add_option("--loop", text.loop, "How the animation goes on")
      ->check(CLI::IsMember(std::vector<std::string>(kLoopWords.begin(), kLoopWords.end())));
  command->add_option("--origin", text.origin, "cell:ANCHOR or ink:ANCHOR; else the kind's rule")
      ->check(CLI::Validator(
          [](const std::string& rule) {
            const auto read = originRuleFrom(rule);
            if (!read) return read.error().sentence;
            return read->basis == OriginBasis::Hand
                       ? std::string(
                             "an origin by hand needs a hand; use cell:ANCHOR or ink:ANCHOR")
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
    fit_->add_option("--kind", kind_, "The shape kind")
        ->check(CLI::IsMember(std::vector<std::string>{"box"}));
    fit_->add_option("--style", style_, "The style of fit")
        ->check(CLI::IsMember(std::vector<std::string>{"snug"}));
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
    if (formats_->parsed()) return FormatsArguments{};
    FitArguments fit{image_, cuttingFrom(cutting_), {}};
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
  std::vector<std::string> turns_;
  bool json_ = false;
  std::string image_;
  CuttingText cutting_;
  std::vector<std::string> rects_;
  std::string kind_ = "box";
  std::string style_ = "snug";
  SheetText sheet_;
  std::string project_;
  std::string folder_;
};

}  // namespace

Result<Invocation> invocationFrom(int argc, const char* const* argv) {
  return Grammar().parse(argc, argv);
}

}  // namespace amber

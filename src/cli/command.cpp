#include "cli/command.h"

#include <CLI/CLI.hpp>
#include <algorithm>
#include <array>
#include <iostream>

#include "cli/commands.h"
#include "cli/earlier_options.h"
#include "work/version.h"

namespace amber {

namespace {

// Where an empty value has a meaning: nothing in place of a text, no layer.
constexpr std::array<std::string_view, 3> kMayBeEmpty = {"--with", "--on", "--seeks"};

// An empty value would pass for an option that was not given.
Result<void> nothingIsEmpty(const CLI::App& app) {
  for (const CLI::Option* option : app.get_options()) {
    const std::string name = option->get_name();
    if (std::find(kMayBeEmpty.begin(), kMayBeEmpty.end(), name) != kMayBeEmpty.end()) continue;
    const auto& values = option->results();
    if (std::find(values.begin(), values.end(), std::string()) == values.end()) continue;
    return failure(ErrorCode::BadValue, name + " needs a value that is not empty");
  }
  return {};
}

std::ostream* resultStream = &std::cout;

// What standard output carries for another program, people read on standard error.
void chooseStreams(const CLI::App& command, bool json) {
  const CLI::Option* csv = command.get_option_no_throw("--csv");
  const bool table = csv != nullptr && csv->count() > 0;
  resultStream = json || table ? &std::cerr : &std::cout;
}

}  // namespace

std::ostream& resultText() {
  return *resultStream;
}

std::vector<CommandGroup> allCommands() {
  using Make = std::unique_ptr<Command> (*)();
  const std::pair<const char*, std::vector<Make>> groups[] = {
      {"Project",
       {makeNewCommand, makeAddCommand, makeCheckCommand, makeReportCommand, makeDiffCommand,
        makeMergeCommand, makeAssetCommand, makeVariantCommand, makeBlockCommand, makeZoneCommand,
        makeReplaceCommand, makeFormatsCommand, makeThumbnailCommand}},
      {"Cut",
       {makeCutCommand, makeRecutCommand, makeTurnCommand, makeRefreshCommand,
        makeAnimationCommand}},
      {"Origin",
       {makeOriginCommand, makeDriftCommand, makeMountCommand, makeRideCommand, makeLookCommand}},
      {"Fit",
       {makeFitCommand, makeShapeCommand, makeRoleCommand, makeRefitCommand, makeSeamsCommand}},
      {"Names", {makeNamesCommand, makeConstantsCommand}},
      {"Layers", {makeLayersCommand, makeExpectCommand, makeMeetsCommand, makeWeaveCommand}},
      {"Trial", {makeMeetCommand, makeFairnessCommand, makeCourseCommand}},
      {"Pack", {makePackCommand, makeVerifyCommand, makeWatchCommand, makeProfilesCommand}}};
  std::vector<CommandGroup> all;
  for (const auto& [name, makers] : groups) {
    CommandGroup& group = all.emplace_back();
    group.name = name;
    for (const Make make : makers) group.commands.push_back(make());
  }
  return all;
}

namespace {

// A command with its options and examples, as a part of the program.
CLI::App* addCommand(CLI::App& program, const std::string& group, Command& command) {
  const CommandTitle title = command.title();
  CLI::App* app = program.add_subcommand(title.name, title.about)->group(group);
  std::string examples = "Examples:";
  for (const std::string& example : title.examples) examples += "\n  amber-parcel-cli " + example;
  app->footer(examples);
  command.addOptions(*app);
  return app;
}

}  // namespace

Result<Exit> runCall(int argc, const char* const* argv) {
  CLI::App program{"Turns sprite sheets into game-ready parcels on the command line.",
                   "amber-parcel-cli"};
  program.require_subcommand(1);
  program.fallthrough();
  program.set_version_flag("--version", "amber-parcel-cli " + versionLine(),
                           "Show the version of the program and of Qt");
  bool json = false;
  program.add_flag("--json", json, "Write the result to standard output as JSON");
  const std::vector<CommandGroup> groups = allCommands();
  std::vector<std::pair<CLI::App*, Command*>> commands;
  for (const CommandGroup& group : groups) {
    for (const auto& command : group.commands) {
      commands.emplace_back(addCommand(program, group.name, *command), command.get());
    }
  }
  try {
    std::vector<std::string> words = withCurrentOptions({argv + 1, argv + argc});
    std::reverse(words.begin(), words.end());
    program.parse(words);
  } catch (const CLI::Success& help) {
    program.exit(help);
    return Exit::Done;
  } catch (const CLI::ParseError& error) {
    return failure(ErrorCode::BadValue,
                   std::string("amber-parcel-cli: ") + error.what() + "; see --help");
  }
  for (const auto& [app, command] : commands) {
    if (!app->parsed()) continue;
    if (const auto given = nothingIsEmpty(*app); !given) return tl::unexpected(given.error());
    chooseStreams(*app, json);
    return command->run(json);
  }
  return Exit::Done;
}

}  // namespace amber

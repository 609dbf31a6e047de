#include <QCoreApplication>
#include <QLoggingCategory>
#include <iostream>

#include "cli/commands.h"

namespace {

int run(int argc, char** argv) {
  using namespace amber;
  CLI::App program("Turns sprite sheets into game-ready parcels, without a window.",
                   "amber-parcel-cli");
  program.require_subcommand(1);
  program.fallthrough();
  bool json = false;
  program.add_flag("--json", json, "Write the result as JSON to standard output");
  const std::vector<Command> commands = {
      addCutCommand(program),   addFitCommand(program),  addNewCommand(program),
      addAddCommand(program),   addCheckCommand(program), addPackCommand(program),
      addVerifyCommand(program)};
  try {
    program.parse(argc, argv);
  } catch (const CLI::Success& help) {
    return program.exit(help);
  } catch (const CLI::ParseError& error) {
    std::cerr << "amber-parcel-cli: " << error.what() << "; see --help\n";
    return static_cast<int>(Outcome::WrongCall);
  }
  for (const Command& command : commands) {
    if (!command.parser->parsed()) continue;
    const Result<Outcome> outcome = command.run(json);
    if (outcome) return static_cast<int>(*outcome);
    std::cerr << describe(outcome.error()) << "\n";
    return static_cast<int>(outcomeOf(outcome.error()));
  }
  return static_cast<int>(Outcome::WrongCall);
}

}  // namespace

int main(int argc, char** argv) {
  const QCoreApplication application(argc, argv);
  // What image readers mutter about broken files is said in our own sentence.
  QLoggingCategory::setFilterRules("*=false");
  return run(argc, argv);
}

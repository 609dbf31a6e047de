#pragma once

#include <CLI/App.hpp>
#include <iosfwd>
#include <memory>
#include <string>
#include <vector>

#include "core/base/result.h"

namespace amber {

/// How a command ends; the values are the program's exit status.
enum class Exit { Done = 0, Findings = 1, WrongCall = 2, FileTrouble = 3 };

/// What a command is called, and how it is shown in the help.
struct CommandTitle {
  std::string name;
  std::string about;
  /// Calls of it, without the program's name, in the folder of the example project.
  std::vector<std::string> examples;
};

/// One command: its title, its options and what it does. A new one is added to allCommands.
class Command {
 public:
  virtual ~Command() = default;

  virtual CommandTitle title() const = 0;
  /// Ties its options to its members. They live as long as the command.
  virtual void addOptions(CLI::App& app) = 0;
  /// Runs it, after the options were read. Text for people goes to resultText(); with `json`, the
  /// result goes to standard output as JSON.
  virtual Result<Exit> run(bool json) = 0;
};

/// Where a command writes its result for people: standard output, or standard error if standard
/// output carries JSON or a table.
std::ostream& resultText();

/// The commands of a bench, or of the project as a whole.
struct CommandGroup {
  std::string name;
  std::vector<std::unique_ptr<Command>> commands;
};

/// Every command, in the order of the help, which follows the benches.
std::vector<CommandGroup> allCommands();

/// Understands the call and runs its command. A call that is wrong, or that only asks for help,
/// runs none. Errors: BadValue for a wrong call, which the sentence names; else the command's.
Result<Exit> runCall(int argc, const char* const* argv);

}  // namespace amber

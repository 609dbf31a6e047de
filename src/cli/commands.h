#pragma once

#include <functional>
#include <memory>

#include "cli/option_values.h"
#include "core/base/result.h"

namespace amber {

/// How a command ends; the values are the program's exit status.
enum class Outcome { Done = 0, Findings = 1, WrongCall = 2, FileTrouble = 3 };

/// What a command does once its options are parsed. `json`: write JSON to standard output.
using Action = std::function<Result<Outcome>(bool json)>;

/// A subcommand of the program with its action.
struct Command {
  CLI::App* parser = nullptr;
  Action run;
};

/// Each adds its command to the program.
Command addCutCommand(CLI::App& program);
Command addFitCommand(CLI::App& program);
Command addNewCommand(CLI::App& program);
Command addAddCommand(CLI::App& program);
Command addCheckCommand(CLI::App& program);
Command addPackCommand(CLI::App& program);
Command addVerifyCommand(CLI::App& program);

/// The exit status that an error stands for.
Outcome outcomeOf(const Error& error);

}  // namespace amber

#pragma once

#include "cli/arguments.h"
#include "core/base/result.h"

namespace amber {

/// How a command ends; the values are the program's exit status.
enum class Outcome { Done = 0, Findings = 1, WrongCall = 2, FileTrouble = 3 };

/// Each runs one command: words for people to standard error and, with `json`, the result to
/// standard output.
Result<Outcome> runCut(const CutArguments& arguments, bool json);
Result<Outcome> runFit(const FitArguments& arguments, bool json);
Result<Outcome> runSheet(const SheetArguments& arguments, bool json);
Result<Outcome> runCheck(const CheckArguments& arguments, bool json);
Result<Outcome> runPack(const PackArguments& arguments, bool json);
Result<Outcome> runVerify(const VerifyArguments& arguments, bool json);

Result<Outcome> runRefresh(const RefreshArguments& arguments, bool json);
Result<Outcome> runTurn(const TurnArguments& arguments, bool json);
Result<Outcome> runRecut(const RecutArguments& arguments, bool json);
Result<Outcome> runAnimation(const AnimationArguments& arguments, bool json);
Result<Outcome> runOrigin(const OriginArguments& arguments, bool json);
Result<Outcome> runDrift(const DriftArguments& arguments, bool json);
Result<Outcome> runMount(const MountArguments& arguments, bool json);
Result<Outcome> runLook(const LookArguments& arguments, bool json);
Result<Outcome> runShape(const ShapeArguments& arguments, bool json);
Result<Outcome> runRefit(const RefitArguments& arguments, bool json);
Result<Outcome> runRole(const RoleArguments& arguments, bool json);
Result<Outcome> runFormats(const FormatsArguments& arguments, bool json);

}  // namespace amber

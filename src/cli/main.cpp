#include <QCoreApplication>
#include <QLoggingCategory>
#include <cstdio>
#include <iostream>

#include "cli/commands.h"

namespace {

using namespace amber;

Outcome outcomeOf(const Error& error) {
  switch (error.code) {
    case ErrorCode::HasErrors:
      return Outcome::Findings;
    case ErrorCode::BadValue:
    case ErrorCode::UnknownTarget:
      // Without a file it was the call that held the wrong value.
      return error.file.empty() ? Outcome::WrongCall : Outcome::FileTrouble;
    default:
      return Outcome::FileTrouble;
  }
}

// Hands each command's arguments to what runs them.
struct Runner {
  bool json = false;

  Result<Outcome> operator()(std::monostate) const { return Outcome::Done; }
  Result<Outcome> operator()(const CutArguments& a) const { return runCut(a, json); }
  Result<Outcome> operator()(const FitArguments& a) const { return runFit(a, json); }
  Result<Outcome> operator()(const SheetArguments& a) const { return runSheet(a, json); }
  Result<Outcome> operator()(const CheckArguments& a) const { return runCheck(a, json); }
  Result<Outcome> operator()(const PackArguments& a) const { return runPack(a, json); }
  Result<Outcome> operator()(const VerifyArguments& a) const { return runVerify(a, json); }
  Result<Outcome> operator()(const RefreshArguments& a) const { return runRefresh(a, json); }
  Result<Outcome> operator()(const TurnArguments& a) const { return runTurn(a, json); }
  Result<Outcome> operator()(const RecutArguments& a) const { return runRecut(a, json); }
  Result<Outcome> operator()(const AnimationArguments& a) const { return runAnimation(a, json); }
  Result<Outcome> operator()(const OriginArguments& a) const { return runOrigin(a, json); }
  Result<Outcome> operator()(const DriftArguments& a) const { return runDrift(a, json); }
  Result<Outcome> operator()(const MountArguments& a) const { return runMount(a, json); }
  Result<Outcome> operator()(const LookArguments& a) const { return runLook(a, json); }
  Result<Outcome> operator()(const ShapeArguments& a) const { return runShape(a, json); }
  Result<Outcome> operator()(const RefitArguments& a) const { return runRefit(a, json); }
  Result<Outcome> operator()(const RoleArguments& a) const { return runRole(a, json); }
  Result<Outcome> operator()(const FormatsArguments& a) const { return runFormats(a, json); }
};

}  // namespace

int main(int argc, char** argv) {
  const QCoreApplication application(argc, argv);
  // What image readers mutter about broken files is said in our own sentence. Their C libraries
  // write to `stderr`; our words go through std::cerr, which keeps the stream it began with.
  QLoggingCategory::setFilterRules("*=false");
  if (std::FILE* nowhere = std::fopen("/dev/null", "w")) stderr = nowhere;
  const auto invocation = invocationFrom(argc, argv);
  const Result<Outcome> outcome = invocation
                                      ? std::visit(Runner{invocation->json}, invocation->command)
                                      : Result<Outcome>(tl::unexpected(invocation.error()));
  if (outcome) return static_cast<int>(*outcome);
  std::cerr << describe(outcome.error()) << "\n";
  return static_cast<int>(outcomeOf(outcome.error()));
}

#include <QCoreApplication>
#include <QLoggingCategory>
#include <csignal>
#include <cstdio>
#include <iostream>

#include "cli/command.h"
#include "core/base/guarded.h"

namespace {

using namespace amber;

Exit exitOf(const Error& error) {
  switch (error.code) {
    case ErrorCode::HasErrors:
      return Exit::Findings;
    case ErrorCode::BadValue:
    case ErrorCode::UnknownTarget:
      // Without a file it was the call that held the wrong value.
      return error.file.empty() ? Exit::WrongCall : Exit::FileTrouble;
    default:
      return Exit::FileTrouble;
  }
}

}  // namespace

int main(int argc, char** argv) {
  const QCoreApplication application(argc, argv);
  QCoreApplication::setApplicationName("amber-parcel-cli");
  // A file that may grow no further is an error like any other, not the end of the program.
  std::signal(SIGXFSZ, SIG_IGN);
  // Nor is a reader of our output that stops reading: the command is carried through, and its lock
  // given back.
  std::signal(SIGPIPE, SIG_IGN);
  // Messages of image readers about broken files are replaced by our own. The C libraries write to
  // `stderr`; this program writes through std::cerr, which keeps the original stream.
  QLoggingCategory::setFilterRules("*=false");
  if (std::FILE* nowhere = std::fopen("/dev/null", "w")) stderr = nowhere;
  const Result<Exit> outcome = guarded([&] { return runCall(argc, argv); });
  if (outcome) return static_cast<int>(*outcome);
  std::cerr << describe(outcome.error()) << "\n";
  return static_cast<int>(exitOf(outcome.error()));
}
